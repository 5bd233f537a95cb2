using System.Net;
using System.Text;
using System.Text.Json;

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

    [Fact]
    public async Task One_file_that_is_no_picture_keeps_all_of_them_out()
    {
        var answer = await Bring(("a1.svg", Svg("#f00")), ("a2.svg", Encoding.UTF8.GetBytes("only words")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("a2.svg", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Empty((await References()).EnumerateArray());
    }
}
