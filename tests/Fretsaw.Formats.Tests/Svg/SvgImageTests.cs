using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

/// <summary>Pictures that a drawing carries in itself.</summary>
public class SvgImageTests
{
    /// <summary>8 × 6 px, of which the 4 × 3 px from (2, 1) are blue.</summary>
    private static readonly string Blue = Picture(8, 6, new SKRectI(2, 1, 6, 4));

    private static string Picture(int width, int height, SKRectI opaque)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        bitmap.Erase(SKColors.Empty);
        bitmap.Erase(SKColors.Blue, opaque);
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return "data:image/png;base64," + Convert.ToBase64String(data.ToArray());
    }

    private static LayeredArt Read(string inside) =>
        ArtFile.Read(Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" width="100" height="80">{inside}</svg>"""), "test.svg", "t");

    [Fact]
    public void A_picture_is_the_art_of_the_group_it_opens_trimmed_and_where_it_lies()
    {
        var art = Read($"""<g><title>Hand</title><image x="10" y="20" width="8" height="6" href="{Blue}"/></g>""");
        var layer = Assert.Single(art.Layers);
        Assert.Equal("Hand", layer.Name);
        Assert.Equal(new Box(12, 21, 4, 3), layer.Drawing!.Bounds);
        var asset = art.Assets[layer.Drawing.Raster!.Asset];
        using var kept = SKBitmap.Decode(asset);
        Assert.Equal((4, 3, SKColors.Blue), (kept.Width, kept.Height, kept.GetPixel(1, 1)));
        Assert.Empty(art.Report.Notes);
    }

    [Fact]
    public void Beside_shapes_it_is_a_part_of_its_own_in_painting_order()
    {
        var art = Read($"""<g id="arm"><rect width="9" height="9" fill="#f00"/><image id="cuff" width="8" height="6" href="{Blue}"/><rect width="3" height="3" fill="#0f0"/></g>""");
        Assert.Equal(["arm", "cuff", "arm, over"], art.Layers.Select(layer => layer.Name));
        Assert.Equal([-1, 0, 0], art.Layers.Select(layer => layer.Inside));
        Assert.Equal([false, true, false], art.Layers.Select(layer => layer.Drawing!.Raster is not null));
    }

    /// <summary>SVG 2 §7.8: the picture is fitted whole into its rectangle, in its middle, unless preserveAspectRatio is "none".</summary>
    [Theory]
    [InlineData("""width="16" height="24" """, 4, 8, 8, 6)]
    [InlineData("""width="16" height="24" preserveAspectRatio="none" """, 4, 4, 8, 12)]
    [InlineData("""width="16" """, 4, 2, 8, 6)]
    [InlineData("""transform="translate(50 10) rotate(90)" """, 46, 12, 3, 4)]
    public void A_picture_that_is_sized_or_turned_is_sampled_in_the_drawings_pixels(string how, double x, double y, double width, double height)
    {
        var drawing = Assert.Single(Read($"""<g><image {how} href="{Blue}"/></g>""").Layers).Drawing!;

        // Sampled between pixels, an edge fades over half a pixel of the picture on either side: up to 2 px at four times the size.
        Assert.InRange(drawing.Bounds.X, x - 2, x + 0.001);
        Assert.InRange(drawing.Bounds.Y, y - 2, y + 0.001);
        Assert.InRange(drawing.Bounds.Right, x + width - 0.001, x + width + 2);
        Assert.InRange(drawing.Bounds.Bottom, y + height - 0.001, y + height + 2);
    }

    [Fact]
    public void Other_pictures_are_listed_and_broken_ones_refused_by_their_place()
    {
        var linked = Assert.Single(Read("""<g id="a"><rect width="9" height="9"/><image id="paper" href="../photos/paper.png"/></g>""").Report.Notes);
        Assert.Contains("linked", linked.What, StringComparison.Ordinal);
        Assert.Contains("paper", linked.Place, StringComparison.Ordinal);
        var note = Assert.Single(Read("""<g id="a"><rect width="9" height="9"/><image id="photo" href="data:image/jpeg;base64,AAAA"/><rect width="2" height="2"/></g>""").Report.Notes);
        Assert.Equal(ArtFate.LeftOut, note.Fate);
        Assert.Contains("'photo'", note.Place, StringComparison.Ordinal);
        foreach (var broken in (string[])["data:image/png;base64,???", "data:image/png;base64,AAAA"])
        {
            var problem = Assert.Throws<FilmException>(() => Read($"""<g><image id="torn" href="{broken}"/></g>"""));
            Assert.Contains("'torn'", problem.Message, StringComparison.Ordinal);
        }

        Assert.Contains("large", Assert.Throws<FilmException>(() => Read($"""<g><image width="90000" height="90000" href="{Blue}"/></g>""")).Message, StringComparison.Ordinal);
    }
}
