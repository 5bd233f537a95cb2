using System.IO.Compression;
using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.OpenRaster;
using SkiaSharp;

namespace Fretsaw.Formats.Tests;

public class LayerTests
{
    private static byte[] Png(int width, int height, SKRectI opaque, SKColor colour)
    {
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        surface.Canvas.Clear();
        using var paint = new SKPaint { Color = colour, IsAntialias = false };
        surface.Canvas.DrawRect(opaque, paint);
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    private static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in entries)
            {
                using var entry = zip.CreateEntry(name, CompressionLevel.NoCompression).Open();
                entry.Write(bytes);
            }
        }

        return stream.ToArray();
    }

    private static readonly byte[] Red = Png(100, 80, new SKRectI(20, 10, 50, 40), SKColors.Red);
    private static readonly byte[] Blue = Png(40, 40, new SKRectI(0, 0, 40, 40), SKColors.Blue);

    [Theory]
    [InlineData("FF D8 FF E0 00 10", "a JPEG picture")]
    [InlineData("52 49 46 46 00 00 00 00 57 45 42 50", "a WebP picture")]
    [InlineData("25 50 44 46 2D", "a PDF document")]
    [InlineData("00 00 00 18 66 74 79 70", "a video")]
    [InlineData("44 65 61 72 20 64 69 61 72 79", "a text file")]
    [InlineData("3C 68 74 6D 6C 3E", "an XML or HTML file without a drawing")]
    [InlineData("00 01 02 03", "a file of another kind")]
    [InlineData("", "an empty file")]
    [InlineData("50 4B 03 04 00 00", "begins as a zip archive and cannot be unpacked")]
    public void A_wrong_file_is_refused_by_what_it_is(string bytes, string what)
    {
        var refused = Assert.Throws<FilmException>(() => ArtFile.Read(Convert.FromHexString(bytes.Replace(" ", "", StringComparison.Ordinal)), "art", "a"));
        Assert.Contains(what, refused.Message, StringComparison.Ordinal);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void A_drawing_in_two_byte_letters_is_still_a_drawing() =>
        Assert.NotEmpty(ArtFile.Read([.. Encoding.Unicode.GetPreamble(), .. Encoding.Unicode.GetBytes("""<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>""")], "art.svg", "a").Layers);

    [Fact]
    public void A_layer_of_another_size_is_told()
    {
        var art = ArtFile.Read(Zip(("a.png", Red), ("b.png", Red), ("c.png", Blue)), "art.zip", "a");
        var note = Assert.Single(art.Report.Notes);
        Assert.Equal("c.png", note.Place);
        Assert.Contains("40 × 40 px where the others are 100 × 80", note.What, StringComparison.Ordinal);
    }

    /// <summary>Made by hand after the specification's own example: the first layer of a stack is the frontmost, offsets add up.</summary>
    [Fact]
    public void OpenRaster_is_read_as_its_specification_says()
    {
        var file = Zip(
            ("mimetype", Encoding.ASCII.GetBytes("image/openraster")),
            ("stack.xml", Encoding.UTF8.GetBytes("""
                <?xml version='1.0' encoding='UTF-8'?>
                <image version="0.0.3" w="300" h="177">
                  <stack>
                    <layer name="Eye" src="data/eye.png" x="7" y="5" opacity="0.5" composite-op="svg:multiply" />
                    <stack name="Head" x="100" y="50" visibility="hidden">
                      <layer name="Face" src="data/face.png" x="10" y="-20" />
                      <text name="Note" />
                    </stack>
                  </stack>
                </image>
                """)),
            ("data/eye.png", Blue), ("data/face.png", Red));
        var art = ArtFile.Read(file, "head.ora", "t");
        Assert.Equal(["Head", "Face", "Eye"], art.Layers.Select(layer => layer.Name));
        Assert.Equal([-1, 0, -1], art.Layers.Select(layer => layer.Inside));
        Assert.True(art.Layers[0].Hidden && !art.Layers[2].Hidden);
        Assert.Equal(0.5, art.Layers[2].Opacity);

        // The face is trimmed to its opaque area, which keeps its place: 100 + 10 + 20 across, 50 − 20 + 10 down.
        Assert.Equal(new Core.Geometry.Box(130, 40, 30, 30), art.Layers[1].Drawing!.Bounds);
        Assert.Contains(art.Report.Notes, note => note.Fate == ArtFate.Changed && note.What.Contains("svg:multiply", StringComparison.Ordinal));
        Assert.Equal(["Head", "Face", "Eye"], art.Report.Names);
        Assert.Contains(art.Report.Notes, note => note.Fate == ArtFate.LeftOut && note.Place.Contains("<text> 'Note'", StringComparison.Ordinal));
        var (puppet, drawings) = art.ToPuppet("head.ora", "t");
        Assert.Equal(puppet.Parts[0].Id, puppet.Parts[1].RidesOn);
        Assert.Equal(2, drawings.Length);
        FilmCheck.Check(Film.Blank("x") with { Puppets = [puppet], Drawings = drawings });
    }

    [Fact]
    public void What_is_written_as_OpenRaster_is_read_the_same()
    {
        using var stream = new MemoryStream();
        OpenRasterWriter.Write(stream, 200, 150, [new RasterLayer("Back", Blue, 30, 40, Opacity: 0.25), new RasterLayer("Front", Blue, 5, 6, Hidden: true)], Red, Blue);
        var bytes = stream.ToArray();

        // The specification wants the type as the first entry, stored as it is, so that it lies at byte 38.
        Assert.Equal("image/openraster", Encoding.ASCII.GetString(bytes, 38, 16));
        var art = ArtFile.Read(bytes, "out.ora", "t");
        Assert.Equal(["Back", "Front"], art.Layers.Select(layer => layer.Name));
        Assert.Equal([(30, 40, 0.25, false), (5, 6, 1.0, true)], art.Layers.Select(layer => ((int)layer.Drawing!.Bounds.X, (int)layer.Drawing.Bounds.Y, layer.Opacity, layer.Hidden)));
        using var zip = new ZipArchive(new MemoryStream(bytes));
        Assert.NotNull(zip.GetEntry("mergedimage.png"));
        Assert.NotNull(zip.GetEntry("Thumbnails/thumbnail.png"));
    }

    [Fact]
    public void Pictures_come_in_by_name_with_numbers_counted_and_clear_ones_left_out()
    {
        var told = new System.Collections.Concurrent.ConcurrentBag<double>();
        var art = ArtFile.Read(Zip(("10 hand.png", Blue), ("9 arm.png", Red), ("readme.txt", [1, 2, 3]), ("2 clear.png", Png(8, 8, default, SKColors.Empty))), "puppet.zip", "t", told.Add);
        Assert.Equal([1.0 / 3, 2.0 / 3, 1], told.Order());
        Assert.Equal(["9 arm", "10 hand"], art.Layers.Select(layer => layer.Name));
        Assert.Equal(2, art.Report.Notes.Count(note => note.Fate == ArtFate.LeftOut));
        Assert.Equal(new Core.Geometry.Box(20, 10, 30, 30), art.Layers[0].Drawing!.Bounds);
        Assert.All(art.Layers, layer => Assert.Contains(layer.Drawing!.Raster!.Asset, art.Assets.Keys));
    }

    [Theory]
    [InlineData("<image><stack><layer name='a' src='data/gone.png'/></stack></image>", "not in the file")]
    [InlineData("<image><stack><layer name='a' src='data/a.png' x='NaN'/></stack></image>", "NaN")]
    [InlineData("<image><stack>", "not well formed")]
    [InlineData("<!DOCTYPE a [<!ENTITY b 'c'>]><image><stack/></image>", "entities")]
    [InlineData("<image/>", "no stack")]
    [InlineData("<image><stack/></image>", "no picture")]
    public void A_broken_or_hostile_stack_is_refused_with_its_place(string stack, string says)
    {
        var problem = Assert.Throws<FilmException>(() => ArtFile.Read(Zip(("stack.xml", Encoding.UTF8.GetBytes(stack)), ("data/a.png", Blue)), "bad.ora", "t"));
        Assert.Contains(says, problem.Message, StringComparison.Ordinal);
        Assert.Contains("bad.ora", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Groups_nested_without_end_and_broken_zips_are_refused()
    {
        var deep = $"<image><stack>{string.Concat(Enumerable.Repeat("<stack name='g'>", 90))}{string.Concat(Enumerable.Repeat("</stack>", 90))}</stack></image>";
        Assert.Contains("nested too deep", Assert.Throws<FilmException>(() => ArtFile.Read(Zip(("stack.xml", Encoding.UTF8.GetBytes(deep))), "deep.ora", "t")).Message, StringComparison.Ordinal);
        Assert.Contains("cannot be unpacked", Assert.Throws<FilmException>(() => ArtFile.Read([.. "PK"u8, 3, 4, 9, 9, 9], "torn.zip", "t")).Message, StringComparison.Ordinal);
        Assert.Throws<FilmException>(() => ArtFile.Read(Zip(("a.txt", [1])), "empty.zip", "t"));
    }
}
