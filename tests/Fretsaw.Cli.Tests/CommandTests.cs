using System.Buffers.Binary;
using System.IO.Compression;
using System.Text.Json;

namespace Fretsaw.Cli.Tests;

public sealed class CommandTests : IDisposable
{
    private const string Robot = """
        <svg xmlns="http://www.w3.org/2000/svg" width="200" height="300">
          <g id="body"><rect x="60" y="120" width="80" height="120" fill="#2a9d8f"/></g>
          <g id="head"><circle cx="100" cy="70" r="50" fill="#e9c46a"/><text x="90" y="70">hm</text></g>
        </svg>
        """;

    private readonly CommandLine fretsaw = new();

    public void Dispose() => fretsaw.Dispose();

    [Fact]
    public async Task A_drawing_becomes_a_film_whose_frames_can_be_inspected()
    {
        await Write("robot.svg", Robot);
        var import = await fretsaw.Run("import", "robot.svg", "--out", "robot.fretsaw");
        Assert.Equal(0, import.Code);

        // What was left out is told with its line, and does not stop the rest.
        Assert.Matches("robot.svg, line 3, <text>", import.Error);
        Assert.Equal("body, head", await Parts("robot.fretsaw"));
    }

    [Fact]
    public async Task A_folder_of_pictures_becomes_a_film_in_the_order_of_their_numbers()
    {
        Directory.CreateDirectory(fretsaw.PathOf("layers"));
        foreach (var name in (string[])["10 head.png", "2 body.png"])
        {
            await File.WriteAllBytesAsync(fretsaw.PathOf($"layers/{name}"), Square(40), TestContext.Current.CancellationToken);
        }

        Assert.Equal(0, (await fretsaw.Run("import", "layers", "--out", "layers.fretsaw")).Code);
        Assert.Equal("2 body, 10 head", await Parts("layers.fretsaw"));
    }

    [Fact]
    public async Task Between_two_frames_the_demo_is_between_them()
    {
        var (before, between, after) = (await Neck(60), await Neck(60.5), await Neck(61));
        Assert.NotEqual(before, after);
        Assert.InRange(between, Math.Min(before, after), Math.Max(before, after));

        async Task<double> Neck(double frame) => (await Inspect("demo", frame)).GetProperty("values").EnumerateArray()
            .Single(value => value.GetProperty("address") is var address && address.GetProperty("owner").GetString() == "bramble" && address.GetProperty("thing").GetString() == "bone-neck" && address.GetProperty("property").GetString() == "turn")
            .GetProperty("value").GetDouble();
    }

    [Fact]
    public async Task An_arc_and_a_graph_of_the_demo_have_a_place_and_a_value_a_frame()
    {
        var arc = JsonDocument.Parse((await fretsaw.Run("inspect", "demo", "--shot", "rounds", "--frame", "40", "--arc", "bramble/reach-foot")).Out).RootElement;
        Assert.Equal(96, arc.GetProperty("dots").GetArrayLength());
        Assert.NotEmpty(arc.GetProperty("path").EnumerateArray());
        var graph = JsonDocument.Parse((await fretsaw.Run("inspect", "demo", "--shot", "rounds", "--frame", "40", "--graph", "bramble/stand/place")).Out).RootElement.GetProperty("lines");
        Assert.Equal(["x", "y"], graph.EnumerateArray().Select(line => line.GetProperty("value").GetProperty("property").GetString()));

        // He goes on evenly, in and out of the cycle's keys.
        var x = graph[0].GetProperty("values").EnumerateArray().Select(value => value.GetDouble()).ToList();
        Assert.All(x.Zip(x.Skip(1)), pair => Assert.Equal(6.4, pair.Second - pair.First, 3));
    }

    [Fact]
    public async Task With_meshes_every_moved_vertex_has_its_place_at_rest()
    {
        var told = await fretsaw.Run("inspect", "demo", "--shot", "fog-horn", "--frame", "60", "--meshes");
        var meshes = JsonDocument.Parse(told.Out).RootElement.GetProperty("puppets")[0].GetProperty("meshes").EnumerateArray().ToList();
        Assert.NotEmpty(meshes);
        Assert.All(meshes, mesh =>
        {
            var (rest, now) = (mesh.GetProperty("rest").GetArrayLength(), mesh.GetProperty("now").GetArrayLength());
            Assert.Equal(rest, now);
            Assert.All(mesh.GetProperty("triangles").EnumerateArray(), corner => Assert.InRange(corner.GetInt32(), 0, (rest / 2) - 1));
        });
    }

    [Fact]
    public async Task The_demo_written_out_and_read_again_is_the_same_film()
    {
        Assert.Equal(0, (await fretsaw.Run("export", "demo", "--out", "copy.fretsaw")).Code);
        Assert.Equal((await fretsaw.Run("inspect", "demo", "--frame", "96")).Out, (await fretsaw.Run("inspect", "copy.fretsaw", "--frame", "96")).Out);
        Assert.Equal("[]", (await fretsaw.Run("snags", "copy.fretsaw")).Out.Trim());
    }

    /// <summary>./fretsaw types writes it.</summary>
    [Fact]
    public async Task The_page_about_the_command_line_is_what_the_commands_say()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Fretsaw.slnx")))
        {
            folder = folder.Parent!;
        }

        var page = await File.ReadAllTextAsync(Path.Combine(folder.FullName, "docs", "cli.md"), TestContext.Current.CancellationToken);
        Assert.Equal((await fretsaw.Run("cli-page")).Out.Trim(), page.Trim());
        Assert.Contains("./fretsaw render FILM", page, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_few_frames_print_as_a_zip_of_pictures_of_the_size_asked_for()
    {
        var print = await fretsaw.Run("render", "demo", "--frames", "10-12", "--size", "320x180", "--out", "few.zip");
        Assert.Equal((0, ""), (print.Code, print.Out));
        await using var zip = await ZipFile.OpenReadAsync(fretsaw.PathOf("few.zip"), TestContext.Current.CancellationToken);
        Assert.Equal(3, zip.Entries.Count);
        foreach (var entry in zip.Entries)
        {
            // PNG (ISO/IEC 15948): the header's width and height stand at bytes 16 and 20.
            var head = new byte[24];
            await using var stream = await entry.OpenAsync(TestContext.Current.CancellationToken);
            await stream.ReadExactlyAsync(head, TestContext.Current.CancellationToken);
            Assert.Equal((320, 180), (BinaryPrimitives.ReadInt32BigEndian(head.AsSpan(16)), BinaryPrimitives.ReadInt32BigEndian(head.AsSpan(20))));
        }
    }

    [Theory]
    [InlineData("nowhere.fretsaw", "inspect", "nowhere.fretsaw", "--frame", "1")]
    [InlineData("'Nothing'", "snags", "demo", "--shot", "Nothing")]
    [InlineData("--frame 500", "inspect", "demo", "--frame", "500")]
    [InlineData("--frame NaN", "inspect", "demo", "--frame", "NaN")]
    [InlineData("--arc nobody", "inspect", "demo", "--frame", "1", "--arc", "nobody")]
    [InlineData("--graph a/b", "inspect", "demo", "--frame", "1", "--graph", "a/b")]
    [InlineData("--frames 5", "print", "demo", "--frames", "5", "--out", "x.mp4")]
    [InlineData("--size 1e9x2", "print", "demo", "--size", "1e9x2", "--out", "x.mp4")]
    [InlineData("--format gif", "print", "demo", "--format", "gif", "--out", "x.gif")]
    [InlineData("broken.svg", "import", "broken.svg", "--out", "x.fretsaw")]
    [InlineData("broken.fretsaw", "snags", "broken.fretsaw")]
    public async Task What_cannot_be_done_is_said_in_one_line_that_names_it(string named, params string[] arguments)
    {
        await Write("broken.svg", "<svg xmlns=\"http://www.w3.org/2000/svg\"><g>");
        await Write("broken.fretsaw", "no zip");
        var outcome = await fretsaw.Run(arguments);
        Assert.Equal((1, ""), (outcome.Code, outcome.Out));
        Assert.StartsWith("fretsaw: ", outcome.Error, StringComparison.Ordinal);
        Assert.Contains(named, outcome.Error, StringComparison.Ordinal);
        Assert.Single(outcome.Error.TrimEnd().Split('\n'));

        // Nothing half-made is left behind.
        Assert.Equal(["broken.fretsaw", "broken.svg"], Directory.GetFiles(fretsaw.Folder).Select(Path.GetFileName).Order());
    }

    private Task Write(string name, string text) => File.WriteAllTextAsync(fretsaw.PathOf(name), text, TestContext.Current.CancellationToken);

    /// <summary>What the film's first puppet is made of at its first frame.</summary>
    private async Task<string> Parts(string film) =>
        string.Join(", ", (await Inspect(film, 1)).GetProperty("puppets")[0].GetProperty("nodes").EnumerateArray().Select(node => node.GetProperty("name").GetString()));

    private async Task<JsonElement> Inspect(string film, double frame)
    {
        var told = await fretsaw.Run("inspect", film, "--frame", FormattableString.Invariant($"{frame}"));
        Assert.Equal((0, ""), (told.Code, told.Error));
        return JsonDocument.Parse(told.Out).RootElement;
    }

    /// <summary>A red square as PNG (ISO/IEC 15948), written by hand.</summary>
    private static byte[] Square(int side)
    {
        using var file = new MemoryStream();
        file.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        var header = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, side);
        BinaryPrimitives.WriteInt32BigEndian(header.AsSpan(4), side);
        (header[8], header[9]) = (8, 6);
        Chunk(file, "IHDR"u8, header);
        using var rows = new MemoryStream();
        using (var packed = new ZLibStream(rows, CompressionLevel.Fastest, leaveOpen: true))
        {
            for (var y = 0; y < side; y++)
            {
                packed.WriteByte(0);
                for (var x = 0; x < side; x++)
                {
                    packed.Write([200, 30, 30, 255]);
                }
            }
        }

        Chunk(file, "IDAT"u8, rows.ToArray());
        Chunk(file, "IEND"u8, []);
        return file.ToArray();
    }

    private static void Chunk(Stream file, ReadOnlySpan<byte> kind, byte[] data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        file.Write(number);
        byte[] body = [.. kind, .. data];
        file.Write(body);
        BinaryPrimitives.WriteUInt32BigEndian(number, Crc(body));
        file.Write(number);
    }

    /// <summary>PNG, Annex D.</summary>
    private static uint Crc(byte[] bytes)
    {
        var crc = uint.MaxValue;
        foreach (var one in bytes)
        {
            crc ^= one;
            for (var bit = 0; bit < 8; bit++)
            {
                crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
            }
        }

        return ~crc;
    }
}
