using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Svg;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

/// <summary>What shapes cannot say becomes a picture of its part; text becomes outlines. Held against the browser in tests/e2e/drawings.spec.ts.</summary>
public class SvgPaintedTests
{
    private static LayeredArt Read(string inside) => SvgFile.ReadLayers(
        Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">{inside}</svg>"""), "art.svg", "a");

    private static SKColor At(LayeredArt art, Drawing drawing, double x, double y)
    {
        var raster = drawing.Raster!;
        using var picture = SKBitmap.Decode(art.Assets[raster.Asset]);
        return picture.GetPixel((int)((x - raster.X) / raster.PixelSize), (int)((y - raster.Y) / raster.PixelSize));
    }

    [Fact]
    public void A_part_with_a_filter_is_a_picture_of_four_times_its_size_said_once_and_the_others_stay_shapes()
    {
        var art = Read("""
            <filter id="f" color-interpolation-filters="sRGB"><feGaussianBlur stdDeviation="2"/></filter>
            <g id="glow" filter="url(#f)"><rect x="20" y="20" width="40" height="40" fill="red"/><g id="inner"><rect x="30" y="30" width="9" height="9"/></g></g>
            <g id="plain"><rect width="9" height="9"/></g>
            """);
        Assert.Equal(["glow", "plain"], art.Layers.Select(layer => layer.Name));
        var (glow, plain) = (art.Layers[0].Drawing!, art.Layers[1].Drawing!);
        Assert.Empty(glow.Shapes);
        Assert.Equal(0.25, glow.Raster!.PixelSize);
        Assert.Equal(glow.Raster.Width * 0.25, glow.Bounds.Width);
        Assert.InRange(glow.Bounds.Width, 44, 50);
        Assert.NotEmpty(glow.Outline);
        Assert.Single(plain.Shapes);
        var note = Assert.Single(art.Report.Notes);
        Assert.Contains("4 times its size", note.What, StringComparison.Ordinal);
        Assert.Contains("'glow'", note.Place, StringComparison.Ordinal);

        // In the middle as it was, at the edge half clear.
        Assert.Equal(new SKColor(255, 0, 0), At(art, glow, 50, 50));
        Assert.InRange(At(art, glow, 20, 50).Alpha, 100, 155);
    }

    [Fact]
    public void An_opacity_over_shapes_that_lie_over_each_other_is_that_of_all_of_them()
    {
        const string Two = "<defs><g id='two'><rect width='40' height='40' fill='red'/><rect x='{0}' width='40' height='40' fill='blue'/></g></defs><g id='g'><use href='#two' opacity='.5'/></g>";
        var art = Read(Two.Replace("{0}", "20", StringComparison.Ordinal));
        var drawing = art.Layers[0].Drawing!;
        Assert.Equal(new SKColor(0, 0, 255, 128), At(art, drawing, 30, 20));
        Assert.Contains("an opacity over shapes", Assert.Single(art.Report.Notes).What, StringComparison.Ordinal);

        // Beside each other they stay shapes, and nothing is to be said.
        art = Read(Two.Replace("{0}", "40", StringComparison.Ordinal));
        Assert.Equal([0.5, 0.5], art.Layers[0].Drawing!.Shapes.Select(shape => shape.Opacity));
        Assert.Empty(art.Report.Notes);
    }

    [Fact]
    public void A_flat_that_shapes_cannot_say_is_one_picture_in_its_order()
    {
        var flat = SvgFile.ReadFlat(
            Encoding.UTF8.GetBytes("""
                <svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><filter id="f"><feGaussianBlur stdDeviation="3"/></filter>
                <rect width="100" height="100" fill="#00f"/><g filter="url(#f)" opacity=".5"><rect x="20" y="20" width="60" height="60" fill="#fff"/></g>
                <rect x="45" y="45" width="10" height="10" fill="#f00"/></svg>
                """), "fog.svg", "d");
        Assert.Empty(flat.Drawing.Shapes);
        Assert.Equal(("d", "Fog", 0.25), (flat.Drawing.Id, flat.Drawing.Name, flat.Drawing.Raster!.PixelSize));
        using var picture = SKBitmap.Decode(flat.Picture);
        SKColor Of(double x, double y) => picture.GetPixel((int)((x - flat.Drawing.Raster.X) * 4), (int)((y - flat.Drawing.Raster.Y) * 4));
        Assert.Equal(new SKColor(255, 0, 0), Of(50, 50));
        Assert.Equal(new SKColor(128, 128, 255), Of(38, 50));
        Assert.Equal(new SKColor(0, 0, 255), Of(5, 50));
        Assert.Contains("its flat came in as a picture", Assert.Single(flat.Report.Notes).What, StringComparison.Ordinal);
    }

    [Fact]
    public void A_filter_with_a_primitive_that_is_not_known_is_left_out_and_told()
    {
        var art = Read("""<filter id="f"><feTile/></filter><g id="g" filter="url(#f)"><rect width="9" height="9"/></g>""");
        Assert.Single(art.Layers[0].Drawing!.Shapes);
        Assert.Contains(art.Report.Notes, note => note.What.Contains("filter is not supported", StringComparison.Ordinal));
    }

    [Fact]
    public void A_pattern_paints_its_tile_again_and_again()
    {
        var art = Read("""
            <pattern id="p" x="0" y="0" width="20" height="20" patternUnits="userSpaceOnUse"><rect width="10" height="20" fill="#00f"/></pattern>
            <g id="g"><rect width="100" height="100" fill="url(#p)"/></g>
            """);
        var drawing = art.Layers[0].Drawing!;
        Assert.Equal((new SKColor(0, 0, 255), (byte)0), (At(art, drawing, 5, 50), At(art, drawing, 15, 50).Alpha));
        Assert.Equal((new SKColor(0, 0, 255), (byte)0), (At(art, drawing, 45, 90), At(art, drawing, 55, 90).Alpha));
    }

    [Fact]
    public void A_soft_mask_thins_by_its_light()
    {
        var art = Read("""
            <mask id="m"><rect width="50" height="100" fill="#808080"/><rect x="50" width="50" height="100" fill="white" fill-opacity=".5"/></mask>
            <g id="g" mask="url(#m)"><rect width="100" height="100" fill="#0f0"/></g>
            """);
        var drawing = art.Layers[0].Drawing!;
        // Luminance of #808080 by the coefficients of sRGB (CSS Masking 1 §6): half, as for white half clear.
        Assert.InRange(At(art, drawing, 25, 50).Alpha, 124, 132);
        Assert.InRange(At(art, drawing, 75, 50).Alpha, 124, 132);
    }

    [Fact]
    public void What_is_painted_twice_is_the_same()
    {
        const string Inside = """<filter id="f"><feTurbulence baseFrequency=".05" numOctaves="3" seed="4"/><feComposite in2="SourceGraphic" operator="in"/></filter><g id="g" filter="url(#f)"><circle cx="50" cy="50" r="40"/></g>""";
        Assert.Equal(Read(Inside).Layers[0].Drawing!.Raster!.Asset, Read(Inside).Layers[0].Drawing!.Raster!.Asset);
    }

    [Fact]
    public void Text_comes_in_as_outlines_about_its_place_and_is_told()
    {
        var art = Read("""<g id="g"><text x="50" y="60" font-size="20" text-anchor="middle" fill="#123456">Hi <tspan fill="red" font-weight="bold">there</tspan></text></g>""");
        var shapes = art.Layers[0].Drawing!.Shapes;
        Assert.Equal([new Colour(0x12, 0x34, 0x56), new Colour(255, 0, 0)], shapes.Select(shape => shape.Fill!.Colour));
        var box = art.Layers[0].Drawing!.Bounds;
        Assert.InRange(box.Centre.X, 48, 52);
        Assert.InRange(box.Bottom, 58, 63);
        Assert.InRange(box.Height, 13, 22);
        Assert.Contains(art.Report.Notes, note => note.What.Contains("typeface", StringComparison.Ordinal));

        // Where it starts, and where it ends.
        Assert.InRange(Read("""<g id="g"><text x="50" y="60">Hi</text></g>""").Layers[0].Drawing!.Bounds.X, 48, 53);
        Assert.InRange(Read("""<g id="g"><text x="50" y="60" text-anchor="end">Hi</text></g>""").Layers[0].Drawing!.Bounds.Right, 47, 52);
    }

    [Fact]
    public void A_large_part_is_painted_coarser_and_where_it_lies()
    {
        var art = SvgFile.ReadLayers(Encoding.UTF8.GetBytes("""
            <svg xmlns="http://www.w3.org/2000/svg" width="4000" height="3000"><filter id="f"><feOffset dx="100"/></filter>
            <g id="g" filter="url(#f)"><rect x="1000" y="500" width="2000" height="2000" fill="red"/></g></svg>
            """), "art.svg", "a");
        var drawing = art.Layers[0].Drawing!;
        Assert.InRange(drawing.Raster!.PixelSize, 0.7, 2);
        Assert.InRange(drawing.Bounds.X, 1097, 1103);
        Assert.InRange(drawing.Bounds.Width, 1994, 2006);
        Assert.Single(art.Assets);
        Assert.True(drawing.Bounds.Centre is { X: > 2095 and < 2105, Y: > 1495 and < 1505 });
    }
}
