using System.Globalization;
using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Svg;

namespace Fretsaw.Formats.Tests;

/// <summary>Which value of a property holds (CSS Cascade 4 §6, SVG 2 §6): worked by hand after the standards' rules.</summary>
public class SvgStyleTests
{
    private static readonly Colour Red = new(255, 0, 0);
    private static readonly Colour Lime = new(0, 255, 0);

    [Theory]
    [InlineData("<g fill='red'><rect width='9' height='9'/></g>")]
    [InlineData("<g fill='blue'><g style='fill:red'><rect width='9' height='9'/></g></g>")]
    [InlineData("<rect width='9' height='9' fill='blue' style='fill:red'/>")]
    [InlineData("<style>.a{fill:red}</style><rect class='b a' width='9' height='9' fill='blue'/>")]
    [InlineData("<style>rect{fill:blue} #r{fill:red}</style><rect id='r' width='9' height='9'/>")]
    [InlineData("<style>rect,circle{fill:red}</style><rect width='9' height='9'/>")]
    [InlineData("<g color='red'><rect width='9' height='9' fill='currentColor'/></g>")]
    [InlineData("<g fill='red'><rect width='9' height='9' fill='inherit'/></g>")]
    [InlineData("<rect width='9' height='9' fill='url(#gone) red'/>")]
    [InlineData("<defs><g id='u'><rect width='9' height='9'/></g></defs><use href='#u' fill='red'/>")]
    public void The_nearer_says_it(string shapes) => Assert.Equal(Red, One(shapes).Fill!.Colour);

    [Theory]
    [InlineData("<style>.a{fill:red} rect{fill:blue}</style><rect class='a' width='9' height='9'/>")]
    [InlineData("<style>/* .a{fill:blue} */ .a{fill:red}</style><rect class='a' width='9' height='9'/>")]
    [InlineData("<style>.a{fill:red!important}</style><rect class='a' width='9' height='9' style='fill:blue'/>")]
    [InlineData("<style>g rect{fill:red}</style><g><g><rect width='9' height='9' fill='blue'/></g></g>")]
    [InlineData("<style>g > rect{fill:red} svg > rect{fill:blue}</style><g><rect width='9' height='9'/></g>")]
    [InlineData("<style>.a.b{fill:red} .b{fill:blue} .a{fill:blue}</style><rect class='a b' width='9' height='9'/>")]
    [InlineData("<style>[x='3']{fill:red} [x='4']{fill:blue}</style><rect x='3' width='9' height='9'/>")]
    [InlineData("<style>@media screen { *{fill:red} } @media print { rect{fill:blue} }</style><rect width='9' height='9'/>")]
    public void What_is_more_specific_or_important_holds(string shapes) => Assert.Equal(Red, One(shapes).Fill!.Colour);

    /// <summary>A group that is see-through as a whole shows nothing of one part through another; parts that are so one by one do.</summary>
    [Fact]
    public void Parts_of_a_group_that_is_see_through_as_a_whole_are_told()
    {
        const string Nested = "<svg xmlns='http://www.w3.org/2000/svg' width='90' height='90'><g id='a' opacity='{0}'><rect width='40' height='40'/><g id='b'><rect x='20' width='40' height='40'/></g></g></svg>";
        Assert.Contains(Notes(0.5), note => note.What.Contains("see-through as a whole", StringComparison.Ordinal));
        Assert.DoesNotContain(Notes(1), note => note.What.Contains("see-through", StringComparison.Ordinal));

        static IEnumerable<ArtNote> Notes(double opacity) =>
            ArtFile.Read(Encoding.UTF8.GetBytes(string.Format(CultureInfo.InvariantCulture, Nested, opacity)), "art.svg", "a").Report.Notes;
    }

    [Fact]
    public void Opacity_is_not_inherited_but_multiplied_and_paint_has_one_of_its_own()
    {
        Assert.Equal(1, One("<rect width='9' height='9'/>").Opacity);
        Assert.Equal(0.25, One("<g opacity='50%'><rect width='9' height='9' opacity='.5'/></g>").Opacity);
        Assert.Equal(128, One("<g fill-opacity='.5'><rect width='9' height='9'/></g>").Fill!.Colour.A);
        Assert.Equal(0.5, One("<rect width='9' height='9' opacity='0.5'/>").Opacity);
        Assert.Equal(1, One("<rect width='9' height='9' opacity='7'/>").Opacity);
    }

    [Theory]
    [InlineData("<g display='none'><rect width='9' height='9'/></g>")]
    [InlineData("<rect width='9' height='9' visibility='hidden'/>")]
    [InlineData("<rect width='9' height='9' fill='none'/>")]
    [InlineData("<defs><rect width='9' height='9'/></defs>")]
    [InlineData("<rect width='9' height='0'/>")]
    public void What_is_not_shown_is_not_painted(string shapes)
    {
        var drawing = SvgFile.ReadFlat(File($"{shapes}<circle r='5' fill='lime'/>"), "art.svg", "d").Drawing;
        Assert.Equal(Lime, Assert.Single(drawing.Shapes).Fill!.Colour);
    }

    [Fact]
    public void A_stroke_has_its_width_ends_corners_and_dashes()
    {
        var stroke = One("<g stroke='red' stroke-width='3' stroke-linecap='round'><path d='M0 0H9' fill='none' stroke-linejoin='bevel' stroke-miterlimit='7' stroke-dasharray='3 1,2'/></g>").Stroke!;
        Assert.Equal((3.0, LineCap.Round, LineJoin.Bevel, 7.0), (stroke.Width, stroke.Cap, stroke.Join, stroke.MiterLimit));
        Assert.Equal(Red, stroke.Paint.Colour);

        // SVG 2 §13.5.6: an odd count is repeated.
        Assert.Equal([3, 1, 2, 3, 1, 2], stroke.Dashes);
        Assert.Equal(1, One("<path d='M0 0H9' stroke='red'/>").Stroke!.Width);
        Assert.Null(One("<rect width='9' height='9' stroke-width='4'/>").Stroke);
    }

    [Fact]
    public void Fill_rules_are_inherited() => Assert.Equal(FillRule.EvenOdd, One("<g fill-rule='evenodd'><rect width='9' height='9'/></g>").Rule);

    [Fact]
    public void A_selector_that_is_not_read_is_told()
    {
        var report = SvgFile.ReadFlat(File("<style>g ~ rect:hover{fill:blue}</style><rect width='9' height='9'/>"), "art.svg", "d").Report;
        Assert.Contains(report.Notes, note => note.ToString()!.Contains("g ~ rect:hover", StringComparison.Ordinal));
    }

    [Fact]
    public void An_effect_that_is_not_supported_is_told_with_its_element()
    {
        // A clip and a mask that are not in the file cannot be followed either.
        foreach (var effect in new[] { "filter", "mask", "clip-path" })
        {
            var report = SvgFile.ReadLayers(File($"<g id='glow' {effect}='url(#f)'><rect width='9' height='9'/></g>"), "art.svg", "d").Report;
            Assert.Contains(report.Notes, note => note.ToString()!.Contains(effect, StringComparison.Ordinal));
        }
    }

    private static Shape One(string shapes) => Assert.Single(SvgFile.ReadFlat(File(shapes), "art.svg", "d").Drawing.Shapes);

    private static byte[] File(string shapes) => Encoding.UTF8.GetBytes($"<svg xmlns='http://www.w3.org/2000/svg' width='200' height='100'>{shapes}</svg>");
}
