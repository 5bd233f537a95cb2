using System.IO.Compression;
using System.Text;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

/// <summary>Small files that would take all memory or never end, were nothing counted.</summary>
public class HostileArtTests
{
    private const string Open = """<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90">""";

    [Fact]
    public void Uses_of_uses_are_counted()
    {
        var levels = string.Concat(Enumerable.Range(1, 20).Select(i => $"""<g id="u{i}">{string.Concat(Enumerable.Repeat($"<use href=\"#u{i - 1}\"/>", 10))}</g>"""));
        Refused($"""{Open}<defs><g id="u0"/>{levels}</defs><use href="#u20"/></svg>""");
    }

    [Fact]
    public void Groups_are_counted() => Refused($"{Open}{string.Concat(Enumerable.Repeat("<g/>", 100_000))}</svg>");

    [Fact]
    public void Depth_is_counted() => Refused($"{Open}{string.Concat(Enumerable.Repeat("<g>", 15_000))}{string.Concat(Enumerable.Repeat("</g>", 15_000))}</svg>");

    [Theory]
    [InlineData("1e999 0 90 90")]
    [InlineData("0 0 1e999 90")]
    public void A_box_without_end_is_none(string box) =>
        Assert.NotEmpty(ArtFile.Read(Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}"><rect width="9" height="9"/></svg>"""), "art.svg", "a").Layers);

    [Theory]
    [InlineData("stroke=\"#000\" fill=\"none\"")]
    [InlineData("fill=\"#000\" fill-rule=\"evenodd\"")]
    public void A_line_that_crosses_itself_without_end_is_refused(string how)
    {
        var random = new Random(1);
        var line = string.Join(' ', Enumerable.Range(0, 1500).Select(_ => $"{random.Next(4000)},{random.Next(4000)}"));
        Refused($"""{Open}<polyline points="{line}" {how}/></svg>""");
    }

    [Fact]
    public void A_stack_without_floor_is_refused() => Refused(Zip(("stack.xml", Encoding.UTF8.GetBytes($"<image>{string.Concat(Enumerable.Repeat("<stack>", 100_000))}{string.Concat(Enumerable.Repeat("</stack>", 100_000))}</image>"))), "art.ora");

    [Fact]
    public void One_picture_named_again_and_again_is_counted_every_time()
    {
        var layers = string.Concat(Enumerable.Repeat("""<layer src="a.png"/>""", 200));
        Refused(Zip(("stack.xml", Encoding.UTF8.GetBytes($"<image><stack>{layers}</stack></image>")), ("a.png", Empty(8192))), "art.ora");
    }

    [Fact]
    public void Dust_has_no_outline_of_its_own()
    {
        const int side = 512;
        var alpha = new byte[side * side];
        for (var i = 0; i < alpha.Length; i += 3)
        {
            alpha[i] = 255;
        }

        for (var y = 100; y < 200; y++)
        {
            alpha.AsSpan((y * side) + 100, 100).Fill(255);
        }

        var outline = AlphaContour.Trace(alpha, side, side);
        Assert.True(outline.Length < 300, $"{outline.Length} rings");
        Assert.True(Outlines.Holds(outline, new Point(150, 150)));
    }

    [Fact]
    public void Many_rings_enclose_what_lies_in_an_odd_number_of_them()
    {
        // A chessboard of nested squares: each lies in one more than the one round it.
        var rings = Enumerable.Range(0, 300).Select(i => Ring(i, i, 1000 - i)).ToList();
        var path = string.Join(' ', rings);
        var art = ArtFile.Read(Encoding.UTF8.GetBytes($"""{Open}<path fill-rule="evenodd" d="{path}"/></svg>"""), "art.svg", "a");
        var outline = art.Layers[0].Drawing!.Outline;
        Assert.True(Outlines.Holds(outline, new Point(0.5, 500)));
        Assert.False(Outlines.Holds(outline, new Point(1.5, 500)));
        Assert.True(Outlines.Holds(outline, new Point(298.5, 500)));
        Assert.False(Outlines.Holds(outline, new Point(500, 500)));
    }

    [Theory]
    [InlineData(4000, 4000)]
    [InlineData(20_000, 0.1)]
    public void A_mesh_of_tiny_sides_has_a_bound(double width, double height)
    {
        var mesh = MeshBuilder.Build([[0, 0, width, 0, width, height, 0, height]], new MeshSettings { TriangleSide = 2, Margin = 1 });
        Assert.InRange(mesh.TriangleCount, 1, 60_000);
    }

    private static string Ring(int x, int y, int far) => FormattableString.Invariant($"M{x} {y}H{far}V{far}H{x}Z");

    private static void Refused(string svg) => Refused(Encoding.UTF8.GetBytes(svg), "art.svg");

    private static void Refused(byte[] bytes, string file) => Assert.NotEmpty(Assert.Throws<FilmException>(() => ArtFile.Read(bytes, file, "a")).Remedy);

    private static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in entries)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(bytes);
            }
        }

        return stream.ToArray();
    }

    private static byte[] Empty(int side)
    {
        using var picture = new SKBitmap(side, side);
        return picture.Encode(SKEncodedImageFormat.Png, 1).ToArray();
    }
}
