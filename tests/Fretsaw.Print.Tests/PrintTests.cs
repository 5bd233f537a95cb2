using System.Diagnostics;
using System.Text.Json;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Sounding;
using Fretsaw.Demo;
using Fretsaw.Formats.Bundle;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

public sealed class PrintTests : IDisposable
{
    private static readonly FilmBundle Demo = DemoFilm.Build();

    private readonly string folder = Directory.CreateTempSubdirectory("fretsaw-print").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    /// <summary>Outside check: ffprobe and ffmpeg read back what was printed (ITU-R BT.709 tags; patches within ±2).</summary>
    [Theory]
    [InlineData(PrintFormat.Mp4, "h264", "patches.mp4")]
    [InlineData(PrintFormat.WebM, "vp9", "patches.webm")]
    public async Task A_printed_video_has_its_frames_rate_size_tags_and_colours(PrintFormat format, string codec, string name)
    {
        var film = Patches();
        var path = Path.Combine(folder, name);
        await Print(new PrintOrder(film, film.Shots[0], 1, 12, 320, 180, format), path);

        var stream = JsonDocument.Parse(await Run("ffprobe", "-v", "error", "-count_frames", "-show_streams", "-of", "json", path)).RootElement.GetProperty("streams")[0];
        Assert.Equal(codec, stream.GetProperty("codec_name").GetString());
        Assert.Equal("12", stream.GetProperty("nb_read_frames").GetString());
        Assert.Equal("24/1", stream.GetProperty("r_frame_rate").GetString());
        Assert.Equal((320, 180), (stream.GetProperty("width").GetInt32(), stream.GetProperty("height").GetInt32()));
        Assert.Equal("bt709", stream.GetProperty("color_space").GetString());
        Assert.Equal("bt709", stream.GetProperty("color_primaries").GetString());
        Assert.Equal("bt709", stream.GetProperty("color_transfer").GetString());
        Assert.Equal("tv", stream.GetProperty("color_range").GetString());

        var still = Path.Combine(folder, "back.png");
        await Run("ffmpeg", "-v", "error", "-i", path, "-frames:v", "1", "-vf", "scale=in_color_matrix=bt709:in_range=tv:out_range=pc:flags=accurate_rnd+full_chroma_int,format=rgb24", "-y", still);
        using var picture = SKBitmap.Decode(still);
        foreach (var (colour, x, y) in PatchList)
        {
            var got = picture.GetPixel(x + 20, y + 22);
            Assert.True(Math.Abs(got.Red - colour.R) <= 2 && Math.Abs(got.Green - colour.G) <= 2 && Math.Abs(got.Blue - colour.B) <= 2, $"{colour} came back as {got}");
        }
    }

    /// <summary>Outside check: ffmpeg reads the sound back. A beep that begins with frame 13 does so in the print, and sound and pictures are as long, each within a frame.</summary>
    [Theory]
    [InlineData(PrintFormat.Mp4, "beep.mp4", "aac")]
    [InlineData(PrintFormat.WebM, "beep.webm", "opus")]
    [InlineData(PrintFormat.Png, "beep", "pcm_s24le")]
    public async Task A_print_is_heard_where_the_strip_says(PrintFormat format, string name, string codec)
    {
        const int Rate = 22_050;
        var film = Patches();
        film = film with
        {
            Sounds = [new Core.Films.Sound { Id = "beep", Name = "Beep", Asset = new string('a', 64), Peaks = new string('b', 64), Rate = Rate, Samples = Rate }],
            Shots = [film.Shots[0] with { Length = 60, Sounds = [new SoundUse { Id = "heard", Sound = "beep", Start = 13, Length = 24 }] }],
        };
        var path = Path.Combine(folder, name);
        await Print(new PrintOrder(film, film.Shots[0], 7, 54, 64, 36, format), path, sounds: _ => new Beep(Rate));
        path = format == PrintFormat.Png ? Path.Combine(path, "sound.wav") : path;

        Assert.Equal(codec, (await Run("ffprobe", "-v", "error", "-select_streams", "a", "-show_entries", "stream=codec_name", "-of", "csv=p=0", path)).Trim());
        var raw = Path.Combine(folder, "heard.raw");
        await Run("ffmpeg", "-v", "error", "-i", path, "-map", "0:a", "-ac", "1", "-ar", "48000", "-f", "f32le", "-y", raw);
        var bytes = await File.ReadAllBytesAsync(raw, TestContext.Current.CancellationToken);
        var samples = new float[bytes.Length / sizeof(float)];
        Buffer.BlockCopy(bytes, 0, samples, 0, bytes.Length);
        var begins = Array.FindIndex(samples, sample => Math.Abs(sample) > 0.1f) / 48_000.0;
        var ends = Array.FindLastIndex(samples, sample => Math.Abs(sample) > 0.1f) / 48_000.0;
        Assert.Equal(6 / 24.0, begins, 1 / 24.0);
        Assert.Equal(30 / 24.0, ends, 1 / 24.0);
        Assert.Equal(48 / 24.0, samples.Length / 48_000.0, 1 / 24.0);
    }

    /// <summary>A sine at half of full scale.</summary>
    private sealed class Beep(int rate) : ISamples
    {
        public int Rate => rate;

        public int Channels => 1;

        public long Length => rate;

        public void Read(long first, Span<float> into)
        {
            for (var i = 0; i < into.Length; i++)
            {
                into[i] = first + i >= 0 && first + i < rate ? 0.5f * MathF.Sin((first + i) * 0.2f) : 0;
            }
        }

        public void Dispose()
        {
        }
    }

    [Fact]
    public async Task A_print_without_sounds_has_no_sound()
    {
        var film = Patches();
        var path = Path.Combine(folder, "silent.mp4");
        await Print(new PrintOrder(film, film.Shots[0], 1, 3, 64, 36, PrintFormat.Mp4), path);
        Assert.Equal("", (await Run("ffprobe", "-v", "error", "-select_streams", "a", "-show_entries", "stream=codec_name", "-of", "csv=p=0", path)).Trim());
    }

    [Fact]
    public async Task A_png_sequence_keeps_alpha_and_leaves_the_backdrop_out()
    {
        var film = Patches();
        await Print(new PrintOrder(film, film.Shots[0], 3, 4, 320, 180, PrintFormat.Png), Path.Combine(folder, "frames"));
        Assert.Equal(["frame-0003.png", "frame-0004.png"], Directory.GetFiles(Path.Combine(folder, "frames")).Select(Path.GetFileName).Order());
        using var picture = SKBitmap.Decode(Path.Combine(folder, "frames", "frame-0003.png"));
        Assert.Equal(0, picture.GetPixel(310, 170).Alpha);
        Assert.Equal(255, picture.GetPixel(20, 22).Alpha);
    }

    [Fact]
    public async Task One_worker_and_three_print_the_same_pixels()
    {
        var film = Demo.Film;
        var order = new PrintOrder(film, film.Shots[1], 88, 94, 192, 108, PrintFormat.Png);
        await Print(order, Path.Combine(folder, "one"), workers: 1);
        await Print(order, Path.Combine(folder, "three"), workers: 3);
        foreach (var file in Directory.GetFiles(Path.Combine(folder, "one")))
        {
            Assert.Equal(await File.ReadAllBytesAsync(file), await File.ReadAllBytesAsync(Path.Combine(folder, "three", Path.GetFileName(file))));
        }
    }

    [Fact]
    public async Task A_cancelled_print_leaves_nothing()
    {
        var film = Demo.Film;
        using var stop = new CancellationTokenSource();
        var path = Path.Combine(folder, "half.mp4");
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => Print(
            new PrintOrder(film, film.Shots[1], 1, 192, 320, 180, PrintFormat.Mp4), path, cancelAfter: 5, stop: stop));
        Assert.Empty(Directory.GetFiles(folder));
    }

    [Theory]
    [InlineData(0, 5, 320, 180)]
    [InlineData(5, 4, 320, 180)]
    [InlineData(1, 500, 320, 180)]
    [InlineData(1, 2, 321, 180)]
    [InlineData(1, 2, 0, 180)]
    public void An_order_that_cannot_be_printed_is_refused(int from, int to, int width, int height)
    {
        var film = Patches();
        Assert.Throws<FilmException>(() => new PrintOrder(film, film.Shots[0], from, to, width, height, PrintFormat.Mp4).Checked());
    }

    private static readonly (Colour Colour, int X, int Y)[] PatchList =
    [
        (new Colour(20, 96, 107), 0, 0), (new Colour(200, 69, 43), 40, 0), (new Colour(168, 117, 26), 80, 0), (new Colour(75, 122, 74), 120, 0),
        (new Colour(255, 255, 255), 160, 0), (new Colour(0, 0, 0), 200, 0), (new Colour(128, 128, 128), 240, 0), (new Colour(250, 220, 60), 280, 0),
    ];

    private static Film Patches()
    {
        var drawing = new Drawing
        {
            Id = "patches",
            Bounds = new Box(0, 0, 320, 90),
            Outline = [[0, 0, 320, 0, 320, 90, 0, 90]],
            Shapes = [.. PatchList.Select(patch => new Shape { Path = $"M{patch.X} {patch.Y}L{patch.X + 40} {patch.Y}L{patch.X + 40} {patch.Y + 90}L{patch.X} {patch.Y + 90}Z", Fill = new Paint { Colour = patch.Colour } })],
        };
        var film = Film.Blank("Patches") with { Width = 320, Height = 180, Drawings = [drawing] };
        var flat = new Thing { Id = "flat", Name = "Patches", Body = new Picture("patches"), Stand = new Stand { Distance = PicturePlane.DistanceMetres(film) } };
        return film with { Shots = [film.Shots[0] with { Things = [flat] }] };
    }

    private static async Task Print(PrintOrder order, string path, int workers = 2, int? cancelAfter = null, CancellationTokenSource? stop = null, Func<Core.Films.Sound, ISamples>? sounds = null)
    {
        await using var sink = FrameSinks.For(order, path, sounds ?? Demo.Recording);
        await Printer.Print(order, asset => Demo.Assets[asset], sink, workers, new Stopper(cancelAfter, stop), stop?.Token ?? CancellationToken.None);
    }

    private sealed class Stopper(int? after, CancellationTokenSource? stop) : IProgress<PrintProgress>
    {
        public void Report(PrintProgress value)
        {
            if (value.Done == after)
            {
                stop!.Cancel();
            }
        }
    }

    private static async Task<string> Run(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        var output = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.Equal(0, process.ExitCode);
        return output;
    }
}
