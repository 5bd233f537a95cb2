using System.Net;
using System.Text;
using System.Text.Json;
using Fretsaw.Print;

namespace Fretsaw.Server.Tests;

/// <summary>Pictures that come in to work by: one, or a numbered sequence in the order of its numbers.</summary>
public sealed class ReferenceArtTests : IDisposable
{
    private const string Path = "/api/films/demo/shots/fog-horn/references";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    private static byte[] Svg(string colour) => Encoding.UTF8.GetBytes($"""<svg xmlns="http://www.w3.org/2000/svg" width="192" height="108"><rect width="192" height="108" fill="{colour}"/></svg>""");

    private async Task<HttpResponseMessage> Bring(params (string Name, byte[] Bytes)[] files)
    {
        using var form = new MultipartFormDataContent();
        foreach (var (name, bytes) in files)
        {
            form.Add(new ByteArrayContent(bytes), "files", name);
        }

        return await server.Http.PostAsync(Path, form);
    }

    private async Task<JsonElement> References() => (await server.Film()).GetProperty("shots").EnumerateArray().First(shot => shot.GetProperty("id").GetString() == "fog-horn").GetProperty("references");

    [Fact]
    public async Task A_sequence_comes_in_by_its_numbers_and_fits_the_frame()
    {
        var answer = await Bring(("walk-10.svg", Svg("#00f")), ("walk-2.svg", Svg("#0f0")), ("walk-1.svg", Svg("#f00")));
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        var reference = Assert.Single((await References()).EnumerateArray());
        Assert.Equal(("walk", 960.0, 540.0), (reference.GetProperty("name").GetString(), reference.GetProperty("x").GetDouble(), reference.GetProperty("y").GetDouble()));

        // 1920 px for 192, less what is left round the edges of drawn shapes.
        Assert.InRange(reference.GetProperty("sizePercent").GetDouble(), 980, 1000);
        var drawings = (await server.Film()).GetProperty("drawings").EnumerateArray().ToDictionary(drawing => drawing.GetProperty("id").GetString()!);
        var fills = reference.GetProperty("pictures").EnumerateArray().Select(id => drawings[id.GetString()!].GetProperty("shapes")[0].GetProperty("fill").GetProperty("colour").GetString()!.ToUpperInvariant());
        Assert.Equal(["#FF0000", "#00FF00", "#0000FF"], fills.Select(fill => fill[..7]));

        // One step brings it in, and one takes it and its pictures out again.
        var before = drawings.Count;
        await server.Post("/api/films/demo/undo");
        Assert.Empty((await References()).EnumerateArray());
        Assert.Equal(before - 3, (await server.Film()).GetProperty("drawings").GetArrayLength());
    }

    [Fact]
    public async Task It_is_never_in_a_still_or_print()
    {
        const string Still = "/api/films/demo/shots/fog-horn/frames/5.png?width=96";
        var bare = await server.Http.GetByteArrayAsync(Still);
        Assert.True((await Bring(("over.svg", Svg("#f0f")))).IsSuccessStatusCode);
        Assert.Equal(bare, await server.Http.GetByteArrayAsync(Still));
    }

    /// <summary>Two seconds of twelve pictures each, made by ffmpeg itself, in a film of 24 frames a second.</summary>
    [Fact]
    public async Task A_video_comes_in_picture_by_picture_with_its_sound_if_wanted()
    {
        var film = System.IO.Path.Combine(Directory.CreateTempSubdirectory("fretsaw-test-").FullName, "wave.mp4");
        using (var made = Ffmpeg.Start(["-loglevel", "error", "-f", "lavfi", "-i", "testsrc=size=320x180:rate=12:duration=2", "-f", "lavfi", "-i", "sine=frequency=440:duration=2", "-pix_fmt", "yuv420p", film]))
        {
            await made.WaitForExitAsync(TestContext.Current.CancellationToken);
        }

        var video = await File.ReadAllBytesAsync(film, TestContext.Current.CancellationToken);
        Assert.True((await Bring(("wave.mp4", video))).IsSuccessStatusCode);
        var reference = (await References())[0];
        Assert.Equal(("wave", 48, 24.0), (reference.GetProperty("name").GetString(), reference.GetProperty("pictures").GetArrayLength(), reference.GetProperty("rate").GetDouble()));
        var sounds = (await server.Film()).GetProperty("sounds").GetArrayLength();

        using var form = new MultipartFormDataContent { { new ByteArrayContent(video), "files", "wave.mp4" } };
        Assert.True((await server.Http.PostAsync($"{Path}?sound=true", form)).IsSuccessStatusCode);
        Assert.Equal(sounds + 1, (await server.Film()).GetProperty("sounds").GetArrayLength());
        await server.Post("/api/films/demo/undo");
        Assert.Equal(1, (await References()).GetArrayLength());
        Assert.Equal(sounds, (await server.Film()).GetProperty("sounds").GetArrayLength());
    }

    [Theory]
    [InlineData("cut short")]
    [InlineData("nothing")]
    public async Task What_only_begins_like_a_video_is_refused_and_leaves_nothing(string kind)
    {
        byte[] bytes = kind == "nothing" ? [0, 0, 0, 24, .. "ftypisom"u8] : [0x1A, 0x45, 0xDF, 0xA3, .. Enumerable.Range(0, 4000).Select(i => (byte)(i * 37))];
        var answer = await Bring(("broken.mov", bytes));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("broken.mov", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Empty((await References()).EnumerateArray());
    }

    [Fact]
    public async Task One_file_that_is_no_picture_keeps_all_of_them_out()
    {
        var answer = await Bring(("a1.svg", Svg("#f00")), ("a2.svg", Encoding.UTF8.GetBytes("only words")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("a2.svg", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Empty((await References()).EnumerateArray());
    }
}
