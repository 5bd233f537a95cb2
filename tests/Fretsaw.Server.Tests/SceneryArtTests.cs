using System.Buffers.Binary;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

/// <summary>Pictures that come in for the stage, stills that go out, and what refuses to be either.</summary>
public sealed class SceneryArtTests : IDisposable
{
    private const string Shot = "fog-horn";
    private const string Wall = """<svg xmlns="http://www.w3.org/2000/svg" width="300" height="100"><rect width="300" height="100" fill="#c40"/></svg>""";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    private Task<HttpResponseMessage> Send(string path, string name, byte[] bytes) => server.Http.PostAsync($"/api/films/demo/{path}", TestServer.Form(name, bytes));

    private async Task<JsonElement> Thing(string id) => (await server.Film()).GetProperty("shots").EnumerateArray().First(shot => shot.GetProperty("id").GetString() == Shot)
        .GetProperty("things").EnumerateArray().First(thing => thing.GetProperty("id").GetString() == id);

    [Theory]
    [InlineData("wall.svg")]
    [InlineData("wall.png")]
    public async Task A_picture_fills_the_frame_at_its_distance(string name)
    {
        var bytes = name.EndsWith("svg", StringComparison.Ordinal) ? Encoding.UTF8.GetBytes(Wall) : await server.Http.GetByteArrayAsync($"/api/films/demo/shots/{Shot}/frames/1.png?width=96");
        var brought = await server.Upload($"/api/films/demo/shots/{Shot}/flats?distance=7.5", name, bytes);
        var thing = await Thing(brought.GetProperty("thing").GetString()!);
        Assert.Equal(7.5, thing.GetProperty("stand").GetProperty("distance").GetDouble());
        Assert.Equal("picture", thing.GetProperty("body").GetProperty("kind").GetString());
        var drawing = (await server.Film()).GetProperty("drawings").EnumerateArray().First(one => one.GetProperty("id").GetString() == thing.GetProperty("body").GetProperty("drawing").GetString());
        Assert.Equal(name.EndsWith("png", StringComparison.Ordinal), drawing.TryGetProperty("raster", out var raster));
        if (raster.ValueKind == JsonValueKind.Object)
        {
            Assert.Equal(bytes, await server.Http.GetByteArrayAsync($"/api/assets/{raster.GetProperty("asset").GetString()}"));
        }

        await server.Post("/api/films/demo/undo");
        Assert.DoesNotContain(brought.GetProperty("thing").GetString()!, await server.Http.GetStringAsync("/api/films/demo/film.json"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Fog_that_shapes_cannot_say_is_a_picture_that_can_be_fetched()
    {
        const string Fog = """<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20"><filter id="f"><feGaussianBlur stdDeviation="3"/></filter><rect width="40" height="20" filter="url(#f)"/></svg>""";
        var brought = await server.Upload($"/api/films/demo/shots/{Shot}/flats?distance=3", "fog.svg", Encoding.UTF8.GetBytes(Fog));
        var drawing = (await Thing(brought.GetProperty("thing").GetString()!)).GetProperty("body").GetProperty("drawing").GetString();
        var raster = (await server.Film()).GetProperty("drawings").EnumerateArray().First(one => one.GetProperty("id").GetString() == drawing).GetProperty("raster");
        Assert.Equal(0.25, raster.GetProperty("pixelSize").GetDouble());
        Assert.NotEmpty(await server.Http.GetByteArrayAsync($"/api/assets/{raster.GetProperty("asset").GetString()}"));
    }

    [Theory]
    [InlineData("flats?distance=0", "wall.svg", Wall)]
    [InlineData("flats?distance=NaN", "wall.svg", Wall)]
    [InlineData("flats?distance=-2", "wall.svg", Wall)]
    [InlineData("flats?distance=3", "words.svg", "only words")]
    [InlineData("flats?distance=3", "half.png", "\u0089PNG\r\n\u001a\n and no more")]
    [InlineData("flats?distance=3", "empty.svg", "")]
    public async Task What_is_no_picture_or_stands_nowhere_is_refused_and_changes_nothing(string path, string name, string text)
    {
        var before = await server.Http.GetStringAsync("/api/films/demo/film.json");
        var answer = await Send($"shots/{Shot}/{path}", name, Encoding.Latin1.GetBytes(text));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
        Assert.Equal(before, await server.Http.GetStringAsync("/api/films/demo/film.json"));
    }

    [Theory]
    [InlineData("?width=100", 100, 56)]
    [InlineData("?width=0", 1, 1)]
    [InlineData("?width=-5", 1, 1)]
    public async Task A_still_is_as_wide_as_it_is_asked_for(string query, int width, int height)
    {
        var png = await server.Http.GetByteArrayAsync($"/api/films/demo/shots/{Shot}/frames/9.png{query}");
        Assert.Equal((width, height), (BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(16)), BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(20))));
    }

    [Theory]
    [InlineData("svg", "<svg")]
    [InlineData("ora", "PK")]
    public async Task A_puppet_at_rest_goes_out_in_layers(string format, string begins)
    {
        var bytes = await server.Http.GetByteArrayAsync($"/api/films/demo/puppets/bramble-puppet/rest.{format}");
        Assert.Contains(begins, Encoding.Latin1.GetString(bytes, 0, Math.Min(200, bytes.Length)), StringComparison.Ordinal);
        var back = await server.Upload("/api/films/demo/puppets", $"again.{format}", bytes);
        var parts = (await server.Film()).GetProperty("puppets").EnumerateArray().First(puppet => puppet.GetProperty("id").GetString() == back.GetProperty("thing").GetString()).GetProperty("parts");
        Assert.Contains(parts.EnumerateArray(), part => part.GetProperty("name").GetString() == "Cap");
    }

    [Theory]
    [InlineData("puppets/bramble-puppet/rest.bmp")]
    [InlineData("puppets/nobody/rest.svg")]
    [InlineData("shots/fog-horn/cast/nobody/frames/1.svg")]
    [InlineData("shots/nowhere/frames/1.png")]
    [InlineData("shots/fog-horn/frames/0.png")]
    [InlineData("shots/fog-horn/cast/bramble/frames/99999.svg")]
    public async Task What_is_not_there_does_not_go_out(string path)
    {
        var answer = await NotThere($"/api/films/demo/{path}");
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
    }

    [Theory]
    [InlineData("../../etc/passwd")]
    [InlineData("..%2F..%2Ffretsaw.db")]
    [InlineData("aaaa")]
    [InlineData("AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA")]
    public Task No_other_file_is_a_picture(string asset) => NotThere($"/api/assets/{asset}");

    private async Task<HttpResponseMessage> NotThere(string path)
    {
        var answer = await server.Http.GetAsync(path);
        Assert.True(answer.StatusCode is HttpStatusCode.NotFound or HttpStatusCode.UnprocessableEntity, $"{answer.StatusCode}");
        return answer;
    }
}
