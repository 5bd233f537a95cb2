using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Svg;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

public class SvgFileTests
{
    [Fact]
    public void Groups_become_parts_in_the_files_order_and_nested_groups_ride_on_them()
    {
        var (puppet, drawings, report) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" width="200" height="200">
              <g id="body"><rect x="50" y="50" width="100" height="100" fill="#14606b"/>
                <g><title>Arm, left</title><path d="M50 60h-30v20h30z"/></g>
                <circle cx="100" cy="100" r="8" fill="gold"/>
              </g>
              <g id="head" display="none"><ellipse cx="100" cy="25" rx="20" ry="22"/></g>
            </svg>
            """);
        Assert.Equal(["body", "Arm, left", "body, over", "head"], puppet.Parts.Select(part => part.Name));
        Assert.Equal(puppet.Parts[0].Id, puppet.Parts[1].RidesOn);
        Assert.Equal(puppet.Parts[0].Id, puppet.Parts[2].RidesOn);
        Assert.Null(puppet.Parts[3].RidesOn);
        Assert.True(puppet.Parts[3].Hidden);
        Assert.Empty(report.Notes);
        Assert.Equal(4, drawings.Length);
    }

    [Fact]
    public void An_element_with_a_name_beside_groups_is_a_part_of_its_own_and_made_up_ids_are_none()
    {
        var (puppet, _, _) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" width="200" height="200">
              <g id="head">
                <circle id="circle-12" cx="100" cy="100" r="60"/>
                <g id="ear"><circle id="inside" cx="40" cy="40" r="20"/></g>
                <path id="mouth" d="M80 120h40v10h-40z" fill="red"/>
                <path id="path1024" d="M0 0h9v9h-9z"/>
                <path id="x" d="M0 0h9v9h-9z"/>
                <rect aria-label="Nose" width="9" height="9" visibility="hidden"/>
              </g>
              <path id="hat" d="M0 0h50v20h-50z"/>
            </svg>
            """);
        Assert.Equal(["head", "ear", "mouth", "head, over", "Nose", "hat"], puppet.Parts.Select(part => part.Name));
        Assert.All(puppet.Parts.Where(part => part.Name is "mouth" or "Nose"), part => Assert.Equal(puppet.Parts[0].Id, part.RidesOn));
        Assert.Equal([false, false, false, false, true, false], puppet.Parts.Select(part => part.Hidden));
    }

    [Fact]
    public void A_clip_cuts_fills_and_strokes_and_leaves_what_it_does_not_touch()
    {
        var (_, drawings, report) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" width="200" height="200">
              <clipPath id="c"><rect width="100" height="200"/></clipPath>
              <g id="a" clip-path="url(#c)">
                <rect x="50" y="50" width="100" height="20" fill="gold" stroke="black" stroke-width="4"/>
                <rect x="10" y="90" width="20" height="20"/>
                <rect x="150" y="90" width="20" height="20"/>
              </g>
            </svg>
            """);
        Assert.Empty(report.Notes);
        var shapes = Assert.Single(drawings).Shapes;

        // Filled and stroked, cut each for itself; whole; gone.
        Assert.Equal([new Colour(255, 215, 0), Colour.Black, Colour.Black], shapes.Select(shape => shape.Fill!.Colour));
        Assert.Equal(100, drawings[0].Bounds.Right, 1.01);
        Assert.DoesNotContain(shapes, shape => shape.Stroke is not null);
    }

    [Fact]
    public void Art_beyond_the_page_comes_in_whole_and_is_told()
    {
        var (_, drawings, report) = Puppet("""<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><g id="arm"><rect x="80" y="10" width="60" height="10"/></g></svg>""");
        Assert.Equal(140, drawings[0].Bounds.Right, 1.01);
        Assert.Contains("40 px beyond its page", Assert.Single(report.Notes).What, StringComparison.Ordinal);
    }

    [Fact]
    public void Transforms_units_view_box_use_and_styles_are_followed()
    {
        var (puppet, drawings, _) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 100 50" width="2in" height="1in">
              <style>.red { fill: rgb(200, 0, 0) } #b { stroke: blue }</style>
              <defs><rect id="r" width="10" height="10"/></defs>
              <g id="a" transform="translate(10 5)"><use xlink:href="#r" x="5" class="red" style="fill-opacity:.5"/></g>
              <g id="b" style="stroke-width:2px"><line x1="0" y1="0" x2="10" y2="0"/></g>
            </svg>
            """);
        var shape = drawings[0].Shapes[0];
        Assert.Equal(new Colour(200, 0, 0, 128), shape.Fill!.Colour);

        // 2 in = 192 px for 100 units: (15, 5) lands at (28.8, 9.6).
        var corner = shape.Matrix.Map(new Point(0, 0));
        Assert.Equal(28.8, corner.X, 1e-6);
        Assert.Equal(9.6, corner.Y, 1e-6);
        var line = drawings[1].Shapes[0];
        Assert.Equal(new Colour(0, 0, 255), line.Stroke!.Paint.Colour);
        Assert.Equal(2, line.Stroke.Width);
        Assert.Equal(2, puppet.Parts.Length);
    }

    [Fact]
    public void Gradients_inherit_and_follow_their_box()
    {
        var (_, drawings, _) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">
              <linearGradient id="base"><stop offset="10%" stop-color="red"/><stop offset="1" stop-color="#00f" stop-opacity=".5"/></linearGradient>
              <linearGradient id="down" href="#base" x2="0" y2="1" spreadMethod="reflect"/>
              <g id="g"><rect x="20" y="40" width="60" height="30" fill="url(#down)"/></g>
            </svg>
            """);
        var gradient = drawings[0].Shapes[0].Fill!.Gradient!;
        Assert.Equal(Spread.Reflect, gradient.Spread);
        Assert.Equal([0.1, 1], gradient.Stops.Select(stop => stop.Offset));
        Assert.Equal(128, gradient.Stops[1].Colour.A);
        Assert.Equal(new Point(20, 70), gradient.Matrix.Map(new Point(gradient.X2, gradient.Y2)));
    }

    [Fact]
    public void What_is_not_supported_is_listed_with_its_place_and_the_rest_comes_in()
    {
        var (puppet, _, report) = Puppet("""
            <svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">
              <g id="g"><text id="t">hello</text><rect width="9" height="9" clip-path="url(#c)"/><path d="M0 0L9 9 Lx"/></g>
            </svg>
            """);
        Assert.Single(puppet.Parts);
        Assert.Contains(report.Notes, note => note.Place == "line 2, <text> 't'");
        Assert.Contains(report.Notes, note => note.What.Contains("clip-path", StringComparison.Ordinal));
        Assert.Contains(report.Notes, note => note.What.Contains("path data", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("""<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg xmlns="http://www.w3.org/2000/svg"><g><rect width="9" height="9"/></g></svg>""", "entities")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>""", "script")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><g onclick="x()"><rect width="9" height="9"/></g></svg>""", "event handler")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" xmlns:x="http://www.w3.org/1999/xlink"><use x:href="http://example.org/a.svg#b"/></svg>""", "outside the file")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9" style="fill:url(http://example.org/x)"/></svg>""", "outside the file")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><rect width="NaN" height="9"/></svg>""", "NaN")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L Infinity 3"/></svg>""", "Infinity")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg" width="100000" height="100000"><rect width="9" height="9"/></svg>""", "100000 × 100000")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><g id="a"><use href="#a"/></g></svg>""", "uses itself")]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><g/></svg>""", "nothing to paint")]
    [InlineData("""<html/>""", "not an SVG")]
    [InlineData("""<svg""", "well formed")]
    public void A_hostile_or_broken_file_is_refused_with_a_reason(string svg, string reason)
    {
        var problem = Assert.Throws<FilmException>(() => Puppet(svg));
        Assert.Contains(reason, problem.Message, StringComparison.Ordinal);
        Assert.Contains("test.svg", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_million_nodes_are_refused_before_a_tree_is_built()
    {
        var svg = new StringBuilder("""<svg xmlns="http://www.w3.org/2000/svg">""");
        for (var i = 0; i < 1_000_000; i++)
        {
            svg.Append("<g/>");
        }

        Assert.Contains("nodes", Assert.Throws<FilmException>(() => Puppet(svg.Append("</svg>").ToString())).Message, StringComparison.Ordinal);
    }

    /// <summary>Outside check: SkiaSharp's own parser. Both are asked for points along the path at equal lengths.</summary>
    [Fact]
    public void Path_data_reads_as_SkiaSharp_reads_it()
    {
        var random = new Random(5);
        for (var i = 0; i < 2000; i++)
        {
            var text = RandomPath(random);
            var ours = PathParser.Parse(text, out var error);
            Assert.Null(error);
            using var expected = SKPath.ParseSvgPathData(text);
            using var actual = SKPath.ParseSvgPathData(ours.ToString());
            using var expectedMeasure = new SKPathMeasure(expected, false, 8);
            using var actualMeasure = new SKPathMeasure(actual, false, 8);
            do
            {
                var length = expectedMeasure.Length;
                Assert.True(Math.Abs(length - actualMeasure.Length) <= 0.02 + (0.001 * length), text);
                for (var part = 0; part <= 8; part++)
                {
                    expectedMeasure.GetPosition(length * part / 8, out var want);
                    actualMeasure.GetPosition(actualMeasure.Length * part / 8, out var got);
                    Assert.True(SKPoint.Distance(want, got) < 0.05 + (0.002 * length), text);
                }
            }
            while (expectedMeasure.NextContour() & actualMeasure.NextContour());
        }
    }

    private static string RandomPath(Random random)
    {
        var text = new StringBuilder($"M{N()} {N()}");
        for (var i = random.Next(1, 9); i > 0; i--)
        {
            text.Append(random.Next(18) switch
            {
                0 => $"L{N()},{N()}",
                1 => $"l{N()} {N()} {N()} {N()}",
                2 => $"H{N()}",
                3 => $"h{N()}",
                4 => $"V{N()}",
                5 => $"v{N()}",
                6 => $"C{N()} {N()} {N()} {N()} {N()} {N()}",
                7 => $"c{N()} {N()},{N()} {N()},{N()} {N()}",
                8 => $"S{N()} {N()} {N()} {N()}",
                9 => $"s{N()} {N()} {N()} {N()}",
                10 => $"Q{N()} {N()} {N()} {N()}",
                11 => $"q{N()} {N()} {N()} {N()}",
                12 => $"T{N()} {N()}",
                13 => $"t{N()} {N()}",
                14 => $"A{Math.Abs(random.Next(5, 90))} {Math.Abs(random.Next(5, 90))} {N()} {random.Next(2)} {random.Next(2)} {N()} {N()}",
                15 => $"a{random.Next(5, 90)} {random.Next(5, 90)} {N()} {random.Next(2)}{random.Next(2)}{random.Next(1, 90)} {N()}",
                16 => "Z",
                _ => $"m{N()} {N()}l{N()} {N()}",
            });
        }

        return text.ToString();

        string N() => random.Next(3) switch
        {
            0 => random.Next(-90, 90).ToString(System.Globalization.CultureInfo.InvariantCulture),
            1 => (random.NextDouble() * 90).ToString("0.##", System.Globalization.CultureInfo.InvariantCulture),
            _ => $"{random.Next(1, 9)}e1",
        };
    }

    private static (Puppet Puppet, System.Collections.Immutable.ImmutableArray<Drawing> Drawings, ArtReport Report) Puppet(string svg) =>
        SvgFile.ReadPuppet(Encoding.UTF8.GetBytes(svg), "test.svg", "t");
}
