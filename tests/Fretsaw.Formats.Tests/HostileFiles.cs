using System.Collections.Immutable;
using System.IO.Compression;
using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Bundle;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

/// <summary>Files under 1 MB that would take all memory or never end, were nothing counted.</summary>
internal static class HostileFiles
{
    private const string Open = """<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90">""";

    /// <summary>By name; what ends in .fretsaw is a film, the others are art.</summary>
    public static IEnumerable<(string Name, Func<byte[]> Bytes)> All =>
    [
        ("uses of uses.svg", UsesOfUses),
        ("groups.svg", () => Svg(string.Concat(Enumerable.Repeat("<g/>", 100_000)))),
        ("nested groups.svg", () => Svg(Nested("<g>", "</g>", 15_000))),
        ("crossing stroke.svg", () => Crossing("stroke=\"#000\" fill=\"none\"")),
        ("crossing fill.svg", () => Crossing("fill=\"#000\" fill-rule=\"evenodd\"")),
        ("squares.svg", () => Svg($"<path d=\"{string.Concat(Enumerable.Range(0, 9000).Select(i => FormattableString.Invariant($"M{i % 95} {i / 95}h.5v.5h-.5z")))}\"/>")),
        ("wide strokes.svg", () => Svg(string.Concat(Enumerable.Range(0, 5000).Select(i => FormattableString.Invariant($"<circle r=\"{i % 90}\" stroke=\"#000\" stroke-width=\"{i}\"/>"))))),
        ("dashes.svg", () => Svg("<path d=\"M0 0H1e6\" stroke=\"#000\" stroke-dasharray=\"1e-6\"/>")),
        ("clipped dashes.svg", () => Svg("<clipPath id=\"c\"><circle r=\"80\"/></clipPath><path d=\"M0 0H1e6\" stroke=\"#000\" stroke-dasharray=\"1e-6\" clip-path=\"url(#c)\"/>")),
        ("clips of clips.svg", () => Svg(string.Concat(Enumerable.Range(0, 8).Select(i => $"<clipPath id=\"c{i}\">{string.Concat(Enumerable.Repeat($"<circle r=\"80\" clip-path=\"url(#c{i + 1})\"/>", 40))}</clipPath>")) + "<rect width=\"90\" height=\"90\" clip-path=\"url(#c0)\"/>")),
        ("clipped crowd.svg", () => Svg($"<clipPath id=\"c\"><path d=\"{string.Concat(Enumerable.Range(0, 4000).Select(i => FormattableString.Invariant($"M{i * 37 % 90} {i * 53 % 90}L{i * 71 % 90} {i * 29 % 90}L{i * 13 % 90} 5z")))}\"/></clipPath>{string.Concat(Enumerable.Repeat("<circle r=\"80\" clip-path=\"url(#c)\"/>", 500))}")),
        ("stops.svg", () => Svg($"<defs><linearGradient id=\"g\">{string.Concat(Enumerable.Repeat("<stop/>", 20_000))}</linearGradient></defs>{string.Concat(Enumerable.Repeat("<rect width=\"9\" height=\"9\" fill=\"url(#g)\"/>", 5000))}")),
        ("filters.svg", () => Svg($"<filter id=\"f\" x=\"-1e9\" y=\"-1e9\" width=\"2e9\" height=\"2e9\" filterUnits=\"userSpaceOnUse\">{string.Concat(Enumerable.Repeat("<feGaussianBlur stdDeviation=\"1e9\"/><feMorphology radius=\"1e9\"/>", 30))}</filter>{string.Concat(Enumerable.Repeat("<g filter=\"url(#f)\"><rect width=\"90\" height=\"90\"/></g>", 400))}")),
        ("filters in filters.svg", () => Svg($"<filter id=\"f\"><feOffset/></filter>{Nested("<g filter=\"url(#f)\"><rect width=\"90\" height=\"90\"/>", "</g>", 100)}")),
        ("patterns of patterns.svg", () => Svg(string.Concat(Enumerable.Range(0, 20).Select(i => $"<pattern id=\"p{i}\" width=\"1e-6\" height=\"1e-6\">{string.Concat(Enumerable.Repeat($"<rect width=\"90\" height=\"90\" fill=\"url(#p{(i + 1) % 20})\"/>", 20))}</pattern>")) + "<rect width=\"90\" height=\"90\" fill=\"url(#p0)\"/>")),
        ("masks of masks.svg", () => Svg(string.Concat(Enumerable.Range(0, 9).Select(i => $"<mask id=\"m{i}\">{string.Concat(Enumerable.Repeat($"<rect width=\"90\" height=\"90\" fill=\"#888\" mask=\"url(#m{i + 1})\"/>", 20))}</mask>")) + "<rect width=\"90\" height=\"90\" mask=\"url(#m0)\"/>")),
        ("a long text.svg", () => Svg($"<text font-size=\"1e9\">{new string('W', 500_000)}</text>")),
        ("entities.svg", () => Encoding.UTF8.GetBytes($"<!DOCTYPE svg [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;&a;&a;&a;\"><!ENTITY c \"&b;&b;&b;&b;&b;&b;&b;&b;\">]>{Open}<text>&c;</text></svg>")),
        ("stacks.ora", () => Zip(("stack.xml", Encoding.UTF8.GetBytes($"<image>{Nested("<stack>", "</stack>", 100_000)}</image>")))),
        ("one picture 200 times.ora", () => Zip(("stack.xml", Encoding.UTF8.GetBytes($"<image><stack>{string.Concat(Enumerable.Repeat("""<layer src="a.png"/>""", 200))}</stack></image>")), ("a.png", Empty(8192)))),
        ("empty pictures.zip", () => Zip([.. Enumerable.Repeat(Empty(8192), 40).Select((picture, i) => ($"{i}.png", picture))])),
        ("specks.png", () => Picture(1024, (x, y) => x % 9 == 0 && y % 9 == 0)),
        ("chessboard.png", () => Picture(1024, (x, y) => ((x ^ y) & 1) == 0)),
        ("checkers of 4096.png", () => Picture(4096, (x, y) => ((x ^ y) & 1) == 0)),
        ("checkers of 8192.png", () => Picture(8192, (x, y) => ((x ^ y) & 1) == 0)),
        ("large checkers.png", () => Picture(4096, (x, y) => (((x / 3) ^ (y / 3)) & 1) == 0)),
        ("twelve clear pictures.zip", () => Zip([.. Enumerable.Repeat(Empty(8192), 12).Select((picture, i) => ($"{i}.png", picture))])),
        ("a large picture.svg", () => Svg($"<image width=\"90\" height=\"90\" href=\"data:image/png;base64,{Convert.ToBase64String(Empty(8000))}\"/>")),
        ("a turned picture.svg", () => Svg($"<image width=\"8000\" height=\"8000\" transform=\"rotate(1)\" href=\"data:image/png;base64,{Convert.ToBase64String(Picture(1, (_, _) => true))}\"/>")),
        ("stripes.png", () => Picture(4096, (x, y) => (y & 3) < 2)),
        ("zeros.fretsaw", () => Zip(("film.json", new byte[64 << 20]))),
        ("tiny triangles.fretsaw", () => Film(film => Meshed(film, [0, 0, 4000, 0, 4000, 4000, 0, 4000]))),
        ("thin outline.fretsaw", () => Film(film => Meshed(film, [0, 0, 20_000, 0, 20_000, 0.1, 0, 0.1]))),
        ("tangled outline.fretsaw", () => Film(film => Meshed(film, Scribble(1500)))),
        ("tall.fretsaw", () => Film(film => film with { Width = 16, Height = 8192 })),
        ("great.fretsaw", () => Film(film => film with { Width = 8192, Height = 8192 })),
        ("many things.fretsaw", () => Film(Crowded)),
        ("a chain of carriers.fretsaw", () => Film(film => Rigged(film, puppet => puppet with { Parts = [.. Enumerable.Range(0, 19_999).Select(i => new Part { Id = $"p{i}", Name = "P", RidesOn = i == 0 ? null : $"p{i - 1}" })] }))),
        ("islands.fretsaw", () => Film(film => Meshed(film, [0, 0, 9, 0, 9, 9, 0, 9]) is var one ? one with { Drawings = [one.Drawings[0] with { Outline = [.. Enumerable.Range(0, 20_000).Select(i => Square(i % 150 * 9, i / 150 * 9))] }] } : one)),
        ("pins.fretsaw", () => Film(film => Meshed(film, [0, 0, 900, 0, 900, 900, 0, 900]) is var one ? Rigged(one, puppet => puppet with { Parts = [puppet.Parts[0] with { Pins = [.. Enumerable.Range(0, 20_000).Select(i => new Pin { Id = $"n{i}", Name = "N", At = new Point(i % 140 * 6, i / 140 * 6) })] }] }) : one)),
        ("dials.fretsaw", () => Film(film => Rigged(film, puppet => puppet with { Dials = [.. Enumerable.Range(0, 2_000).Select(i => new Dial { Id = $"d{i}", Name = "D" })] }))),
    ];

    public static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
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

    private static byte[] Svg(string inside) => Encoding.UTF8.GetBytes($"{Open}{inside}</svg>");

    private static string Nested(string open, string close, int deep) => string.Concat(Enumerable.Repeat(open, deep)) + string.Concat(Enumerable.Repeat(close, deep));

    private static byte[] UsesOfUses()
    {
        var levels = string.Concat(Enumerable.Range(1, 20).Select(i => $"""<g id="u{i}">{string.Concat(Enumerable.Repeat($"<use href=\"#u{i - 1}\"/>", 10))}</g>"""));
        return Svg($"""<defs><g id="u0"/>{levels}</defs><use href="#u20"/>""");
    }

    private static byte[] Crossing(string how) => Svg($"""<polyline points="{string.Join(' ', Scribble(1500).Select(number => FormattableString.Invariant($"{number}")))}" {how}/>""");

    private static double[] Scribble(int points)
    {
        var random = new Random(1);
        return [.. Enumerable.Range(0, 2 * points).Select(_ => (double)random.Next(4000))];
    }

    private static byte[] Empty(int side)
    {
        using var picture = new SKBitmap(side, side);
        return picture.Encode(SKEncodedImageFormat.Png, 1).ToArray();
    }

    private static byte[] Picture(int side, Func<int, int, bool> opaque)
    {
        using var picture = new SKBitmap(side, side, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        var pixels = picture.GetPixelSpan();
        for (var i = 0; i < side * side; i++)
        {
            pixels.Slice(4 * i, 4).Fill(opaque(i % side, i / side) ? (byte)255 : (byte)0);
        }

        return picture.Encode(SKEncodedImageFormat.Png, 1).ToArray();
    }

    private static byte[] Film(Func<Film, Film> change)
    {
        using var stream = new MemoryStream();
        new FilmBundle(change(Core.Films.Film.Blank("Hostile")), new Dictionary<string, byte[]>()).Write(stream);
        return stream.ToArray();
    }

    /// <summary>A part with triangles of 2 px and two pins, put on the stage.</summary>
    private static Film Meshed(Film film, double[] ring)
    {
        var part = new Part
        {
            Id = "part",
            Name = "Part",
            Drawing = "d",
            Mesh = new MeshSettings { TriangleSide = 2, Margin = 1 },
            Pins = [new Pin { Id = "a", Name = "A", At = new Point(ring[0], ring[1]) }, new Pin { Id = "b", Name = "B", At = new Point(ring[2], ring[3]) }],
        };
        var box = Box.Around(ring.Where((_, i) => i % 2 == 0).Min(), ring.Where((_, i) => i % 2 == 1).Min(), ring.Where((_, i) => i % 2 == 0).Max(), ring.Where((_, i) => i % 2 == 1).Max());
        return film with
        {
            Drawings = [new Drawing { Id = "d", Bounds = box, Outline = [[.. ring]] }],
            Puppets = [new Puppet { Id = "p", Name = "P", Parts = [part] }],
            Shots = [film.Shots[0] with
            {
                Things = [new Thing { Id = "use", Name = "Use", Body = new Cast("p"), Stand = new Stand { X = 900, Y = 500 } }],
                Tracks = [new NumberTrack { Address = new Address("use", "b", "shiftX"), Keys = [new NumberKey(1, 90)] }],
            }],
        };
    }

    private static ImmutableArray<double> Square(double x, double y) => [x, y, x + 4, y, x + 4, y + 4, x, y + 4];

    private static Film Rigged(Film film, Func<Puppet, Puppet> change) =>
        film with { Puppets = [change(film.Puppets.FirstOrDefault() ?? new Puppet { Id = "p", Name = "P" })] };

    /// <summary>Softened boxes over each other, as many as a stage takes.</summary>
    private static Film Crowded(Film film) => film with
    {
        Drawings = [new Drawing { Id = "d", Bounds = new Box(0, 0, 1900, 1000), Shapes = [new Shape { Path = "M0 0H1900V1000H0Z", Fill = new Paint { Colour = new Colour(9, 9, 9, 40) } }], Outline = [[0, 0, 1900, 0, 1900, 1000, 0, 1000]] }],
        Shots = [film.Shots[0] with
        {
            Things = [.. Enumerable.Range(0, 400).Select(i => new Thing { Id = $"t{i}", Name = "T", Body = new Picture("d"), Stand = new Stand { Distance = 0.4 + (i * 0.1), OpacityPercent = 50 } })],
        }],
    };
}
