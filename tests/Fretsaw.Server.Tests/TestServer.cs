using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Fretsaw.Core.Tests;
using Fretsaw.Formats;
using Fretsaw.Formats.Bundle;
using Fretsaw.Formats.Sound;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Server.Tests;

/// <summary>A whole server on a folder of its own, with the demo film.</summary>
internal sealed class TestServer : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("fretsaw-server").FullName;
    private WebApplicationFactory<Places> host;

    public TestServer()
    {
        host = Host();
        Http = host.CreateClient();
    }

    public HttpClient Http { get; private set; }

    public string Folder => folder;

    /// <param name="settings">What is set besides.</param>
    public void Restart(params (string Name, string Value)[] settings)
    {
        host.Dispose();
        host = Host(settings);
        Http = host.CreateClient();
    }

    public Task<JsonElement> Film(string id = "demo") => Get($"/api/films/{id}/film.json");

    public Task<JsonElement> Get(string path) => Http.GetFromJsonAsync<JsonElement>(path);

    public async Task<JsonElement> Post(string path)
    {
        var answer = await Http.PostAsync(path, null);
        return await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonElement>();
    }

    public Task<HttpResponseMessage> Send(string film, long baseSeq, string edit) => Http.PostAsync(
        $"/api/films/{film}/edits", new StringContent($$"""{"baseSeq":{{baseSeq}},"edit":{{edit}}}""", Encoding.UTF8, "application/json"));

    /// <summary>Makes an edit on the newest state.</summary>
    public async Task<JsonElement> Edit(string film, string edit)
    {
        var answer = await Send(film, (await Get($"/api/films/{film}")).GetProperty("seq").GetInt64(), edit);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    public async Task<JsonElement> Upload(string path, string name, byte[] bytes)
    {
        using var form = Form(name, bytes);
        var answer = await Http.PostAsync(path, form);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    /// <summary>Opens the film in which everything is set, and returns its id.</summary>
    public async Task<string> Full()
    {
        var picture = await Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=20");
        var film = EditSamples.Full;
        var asset = AssetId.Of(picture);
        var photo = film.Drawings.First(drawing => drawing.Raster is not null);
        var recording = await Recording.Read(new MemoryStream(SmallArt.Tone()), "tone.wav", "line", TestContext.Current.CancellationToken);
        using var bundle = new MemoryStream();
        new FilmBundle(
            film with { Drawings = film.Drawings.Replace(photo, photo with { Raster = photo.Raster! with { Asset = asset } }), Sounds = [recording.Sound] },
            new Dictionary<string, byte[]>(recording.Assets) { [asset] = picture }).Write(bundle);
        return (await Upload("/api/films/bundle", "full.fretsaw", bundle.ToArray())).GetProperty("id").GetString()!;
    }

    /// <summary>Asks until the print is no longer on its way.</summary>
    public async Task<JsonElement> Printed(JsonElement print)
    {
        var film = print.GetProperty("film").GetString();
        for (; ; )
        {
            TestContext.Current.CancellationToken.ThrowIfCancellationRequested();
            var now = (await Get($"/api/films/{film}/prints")).EnumerateArray().First(line => line.GetProperty("id").GetString() == print.GetProperty("id").GetString());
            if (now.GetProperty("state").GetString() is var state && state is not ("waiting" or "running"))
            {
                Assert.Equal("done", state);
                return now;
            }
        }
    }

    public static MultipartFormDataContent Form(string name, byte[] bytes) => new() { { new ByteArrayContent(bytes), "file", name } };

    public void Dispose()
    {
        host.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private WebApplicationFactory<Places> Host(params (string Name, string Value)[] settings) => new WebApplicationFactory<Places>().WithWebHostBuilder(builder =>
    {
        builder.UseSetting("Fretsaw:Data", folder).UseSetting("Fretsaw:Demo", "true");
        foreach (var (name, value) in settings)
        {
            builder.UseSetting(name, value);
        }
    });
}
