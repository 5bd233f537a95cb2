using System.Globalization;
using System.Numerics;
using System.Reflection;
using System.Text;
using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Svg;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

/// <summary>Lengths, colours, transforms and basic shapes of SVG, held against the standards' tables and SkiaSharp's own shapes.</summary>
public class SvgValuesTests
{
    /// <summary>CSS Values and Units 3, §6.2: absolute lengths; §6.1.1 with the initial font size of 16 px.</summary>
    [Theory]
    [InlineData("10", 10)]
    [InlineData("10px", 10)]
    [InlineData("1in", 96)]
    [InlineData("2.54cm", 96)]
    [InlineData("25.4mm", 96)]
    [InlineData("101.6q", 96)]
    [InlineData("72pt", 96)]
    [InlineData("6pc", 96)]
    [InlineData("2em", 32)]
    [InlineData("2rem", 32)]
    [InlineData("1e1", 10)]
    [InlineData("+1.5E1px", 15)]
    [InlineData("50%", 100)]
    [InlineData(" 7px ", 7)]
    public void A_length_is_so_many_pixels(string width, double pixels) => Assert.Equal(pixels, Bounds($"<rect width='{width}' height='1'/>").Width, 1e-3);

    [Theory]
    [InlineData("ten")]
    [InlineData("1e999")]
    [InlineData("NaN")]
    [InlineData("3furlongs")]
    [InlineData("-5")]
    public void What_is_no_length_draws_nothing(string width) =>
        Assert.Throws<FilmException>(() => Read($"<rect width='{width}' height='1'/>"));

    /// <summary>SVG 2 §8.5; the product is that of System.Numerics, which multiplies from the other side.</summary>
    [Fact]
    public void Transforms_are_multiplied_from_the_left()
    {
        var number = Gen.Double[-3, 3].Select(n => Math.Round(n, 2));
        var function = Gen.OneOf(
            Gen.Select(number, number, (x, y) => ($"translate({T(x)} {T(y)})", Matrix3x2.CreateTranslation((float)x, (float)y))),
            number.Select(x => ($"translate({T(x)})", Matrix3x2.CreateTranslation((float)x, 0))),
            Gen.Select(number, number, (x, y) => ($"scale({T(x)},{T(y)})", Matrix3x2.CreateScale((float)x, (float)y))),
            number.Select(x => ($"scale({T(x)})", Matrix3x2.CreateScale((float)x))),
            number.Select(x => ($"rotate({T(x * 50)})", Matrix3x2.CreateRotation((float)(x * 50 * Math.PI / 180)))),
            Gen.Select(number, number, number, (x, y, z) => ($"rotate({T(x * 50)} {T(y)},{T(z)})", Matrix3x2.CreateRotation((float)(x * 50 * Math.PI / 180), new Vector2((float)y, (float)z)))),
            number.Select(x => ($"skewX({T(x * 20)})", Matrix3x2.CreateSkew((float)(x * 20 * Math.PI / 180), 0))),
            number.Select(x => ($"skewY({T(x * 20)})", Matrix3x2.CreateSkew(0, (float)(x * 20 * Math.PI / 180)))),
            Gen.Select(number, number, number, (a, b, e) => ($"matrix({T(a)} {T(b)} -.5 1 {T(e)} 2)", new Matrix3x2((float)a, (float)b, -0.5f, 1, (float)e, 2))));
        Gen.Select(function.List[1, 4], Gen.Int[0, 2]).Where((list, _) => Math.Abs(Product(list).GetDeterminant()) > 1e-3).Sample((list, space) =>
        {
            var text = string.Join(new[] { " ", ",", "" }[space], list.Select(one => one.Item1));
            var matrix = Read($"<rect width='9' height='7' transform='{text}'/>").Drawing.Shapes[0].Matrix;
            var product = Product(list);
            foreach (var (x, y) in new[] { (0f, 0f), (9f, 0f), (4f, 7f) })
            {
                var (ours, theirs) = (matrix.Map(new Core.Geometry.Point(x, y)), Vector2.Transform(new Vector2(x, y), product));
                Assert.True(Math.Abs(theirs.X - ours.X) < 0.02 && Math.Abs(theirs.Y - ours.Y) < 0.02, $"{theirs} is not {ours}");
            }
        });

        static Matrix3x2 Product(List<(string, Matrix3x2)> list) => list.Aggregate(Matrix3x2.Identity, (product, one) => one.Item2 * product);

        static string T(double number) => number.ToString(CultureInfo.InvariantCulture);
    }

    /// <summary>Outside check: SkiaSharp's list of the named colours of CSS Color 4 §6.1.</summary>
    [Fact]
    public void Colours_have_their_names()
    {
        var named = typeof(SKColors).GetFields(BindingFlags.Public | BindingFlags.Static).Where(field => field.FieldType == typeof(SKColor) && field.Name is not ("Transparent" or "Empty")).ToList();
        Assert.True(named.Count > 130);
        foreach (var field in named)
        {
            var colour = (SKColor)field.GetValue(null)!;
            Assert.Equal(new Colour(colour.Red, colour.Green, colour.Blue), Fill(field.Name.ToLowerInvariant()));
        }
    }

    /// <summary>CSS Color 4 §5.1 and §5.2; worked by hand.</summary>
    [Theory]
    [InlineData("#0f8", 0, 255, 136, 255)]
    [InlineData("#0f88", 0, 255, 136, 136)]
    [InlineData("#A0B1c2", 160, 177, 194, 255)]
    [InlineData("#a0b1c280", 160, 177, 194, 128)]
    [InlineData("rgb(1,2,3)", 1, 2, 3, 255)]
    [InlineData("rgb(100%, 0%, 50%)", 255, 0, 128, 255)]
    [InlineData("rgba(1, 2, 3, 0.5)", 1, 2, 3, 128)]
    [InlineData("RED", 255, 0, 0, 255)]
    public void Colours_are_written_in_many_ways(string text, byte red, byte green, byte blue, byte alpha) =>
        Assert.Equal(new Colour(red, green, blue, alpha), Fill(text));

    /// <summary>
    /// One green in every space of level 4, as the Web Platform Tests write it (from memory; the browser itself is asked in
    /// tests/e2e/drawings.spec.ts), and what level 4 lets be left out.
    /// </summary>
    [Theory]
    [InlineData("hwb(120 0% 49.8039%)")]
    [InlineData("hsl(120 100 25.1)")]
    [InlineData("hsl(0.33333turn 100% 25.1%)")]
    [InlineData("lab(46.2775% -47.5621 48.5837)")]
    [InlineData("lch(46.2775% 67.9892 134.3912)")]
    [InlineData("lch(46.2775% 67.9892 2.34557rad)")]
    [InlineData("oklab(51.975% -0.1403 0.10768)")]
    [InlineData("oklch(0.51975 0.17686 142.495deg / 1)")]
    [InlineData("color(srgb none 0.50196 0)")]
    [InlineData("color(srgb-linear 0 21.586% 0)")]
    [InlineData("color(display-p3 0.21604 0.49418 0.13151)")]
    [InlineData("color(a98-rgb 0.281363 0.498012 0.116746)")]
    [InlineData("color(prophoto-rgb 0.230479 0.395789 0.129968)")]
    [InlineData("color(rec2020 0.235202 0.431704 0.085432)")]
    [InlineData("color(xyz 0.07719 0.15438 0.02573)")]
    [InlineData("color(xyz-d50 0.08312 0.15475 0.02096)")]
    public void A_green_is_the_same_in_every_space(string text)
    {
        var colour = Fill(text);
        Assert.InRange(colour.R, 0, 1);
        Assert.InRange(colour.G, 127, 129);
        Assert.InRange(colour.B, 0, 1);
        Assert.Equal(255, colour.A);
    }

    /// <summary>Outside check: areas and bounds of SkiaSharp's rectangles, rounded rectangles and ovals.</summary>
    [Theory]
    [InlineData("<rect x='3' y='4' width='50' height='30'/>", "rect 3 4 50 30 0 0")]
    [InlineData("<rect x='3' y='4' width='50' height='30' rx='8'/>", "rect 3 4 50 30 8 8")]
    [InlineData("<rect x='3' y='4' width='50' height='30' ry='8' rx='90'/>", "rect 3 4 50 30 25 8")]
    [InlineData("<rect x='3' y='4' width='50' height='30' rx='4' ry='90'/>", "rect 3 4 50 30 4 15")]
    [InlineData("<circle cx='40' cy='50' r='20'/>", "oval 20 30 40 40")]
    [InlineData("<ellipse cx='40' cy='50' rx='30' ry='10'/>", "oval 10 40 60 20")]
    [InlineData("<polygon points='0,0 60,0 60 40'/>", "poly 0 0 60 0 60 40")]
    [InlineData("<polyline points='0,0,60,0,60,40,0,40,99'/>", "poly 0 0 60 0 60 40 0 40")]
    [InlineData("<path d='M10 10h50v30h-50z'/>", "rect 10 10 50 30 0 0")]
    public void Basic_shapes_are_skia_s(string svg, string like)
    {
        using var ours = SKPath.ParseSvgPathData(Read(svg).Drawing.Shapes[0].Path);
        var words = like.Split(' ');
        var n = words.Skip(1).Select(word => float.Parse(word, CultureInfo.InvariantCulture)).ToArray();
        using var theirs = words[0] switch
        {
            "rect" => Path(path => path.AddRoundRect(new SKRect(n[0], n[1], n[0] + n[2], n[1] + n[3]), n[4], n[5])),
            "oval" => Path(path => path.AddOval(new SKRect(n[0], n[1], n[0] + n[2], n[1] + n[3]))),
            _ => Path(path => path.AddPoly([.. n.Chunk(2).Select(pair => new SKPoint(pair[0], pair[1]))])),
        };
        Assert.Equal(theirs.ComputeTightBounds(), ours.ComputeTightBounds());
        using var differs = ours.Op(theirs, SKPathOp.Xor);
        Assert.True(Covered(differs) < 0.002 * Covered(theirs) + 1, $"{Covered(differs)} of {Covered(theirs)} pixels");
    }

    private static SKPath Path(Action<SKPathBuilder> draw)
    {
        using var path = new SKPathBuilder();
        draw(path);
        return path.Detach();
    }

    /// <summary>Sixteenths of pixels that a path fills.</summary>
    private static int Covered(SKPath path)
    {
        using var surface = SKSurface.Create(new SKImageInfo(480, 480));
        surface.Canvas.Scale(4);
        using var paint = new SKPaint { Color = SKColors.Black, IsAntialias = false };
        surface.Canvas.DrawPath(path, paint);
        using var pixels = surface.PeekPixels();
        var bytes = pixels.GetPixelSpan();
        var count = 0;
        for (var i = 3; i < bytes.Length; i += 4)
        {
            count += bytes[i] > 0 ? 1 : 0;
        }

        return count;
    }

    private static Colour Fill(string text) => Read($"<rect width='9' height='9' fill='{text}'/>").Drawing.Shapes[0].Fill!.Colour;

    private static SKRect Bounds(string shapes)
    {
        using var path = SKPath.ParseSvgPathData(Read(shapes).Drawing.Shapes[0].Path);
        return path.TightBounds;
    }

    private static FlatArt Read(string shapes) => SvgFile.ReadFlat(
        Encoding.UTF8.GetBytes($"<svg xmlns='http://www.w3.org/2000/svg' width='200' height='100' viewBox='0 0 200 100'>{shapes}</svg>"), "art.svg", "d");
}
