using System.Text;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;

namespace Fretsaw.Formats.Tests;

/// <summary>Small files that would take all memory or never end, were nothing counted.</summary>
public class HostileArtTests
{
    private const string Open = """<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90">""";

    public static TheoryData<string> Art => [.. HostileFiles.All.Select(file => file.Name).Where(name => !name.EndsWith(".fretsaw", StringComparison.Ordinal))];

    /// <summary>Time and memory of each are figures of ./fretsaw bench.</summary>
    [Theory]
    [MemberData(nameof(Art))]
    public void It_is_read_or_refused_with_a_remedy(string name)
    {
        var bytes = HostileFiles.All.First(file => file.Name == name).Bytes();
        Assert.True(bytes.Length < 1_000_000, $"{bytes.Length} bytes");
        try
        {
            Assert.NotEmpty(ArtFile.Read(bytes, name, "a").Layers);
        }
        catch (FilmException refused)
        {
            Assert.NotEmpty(refused.Remedy);
        }
    }

    [Theory]
    [InlineData("1e999 0 90 90")]
    [InlineData("0 0 1e999 90")]
    public void A_box_without_end_is_none(string box) =>
        Assert.NotEmpty(ArtFile.Read(Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}"><rect width="9" height="9"/></svg>"""), "art.svg", "a").Layers);

    [Theory]
    [InlineData("uses of uses.svg")]
    [InlineData("groups.svg")]
    [InlineData("nested groups.svg")]
    [InlineData("crossing stroke.svg")]
    [InlineData("crossing fill.svg")]
    [InlineData("entities.svg")]
    [InlineData("stacks.ora")]
    [InlineData("one picture 200 times.ora")]
    [InlineData("empty pictures.zip")]
    public void What_no_drawing_needs_is_refused(string name) =>
        Assert.NotEmpty(Assert.Throws<FilmException>(() => ArtFile.Read(HostileFiles.All.First(file => file.Name == name).Bytes(), name, "a")).Remedy);

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
}
