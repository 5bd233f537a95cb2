using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

/// <summary>One puppet in several films.</summary>
public sealed class ShelfTests : IDisposable
{
    private const string Bramble = "bramble-puppet";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task A_change_to_the_rig_reaches_every_film_and_its_undo_does_too()
    {
        var (other, puppet) = await Shared();
        await server.Edit("demo", $$"""{"kind":"changePart","puppetId":"{{Bramble}}","partId":"{{await Part("demo", "Cap")}}","name":"Fur cap"}""");
        await Part(other, "Fur cap");
        server.Restart();
        await Part(other, "Fur cap");
        Assert.Equal("Import Bramble from shelf", (await server.Get($"/api/films/{other}")).GetProperty("undo").GetString());

        await server.Edit(other, $$"""{"kind":"changePart","puppetId":"{{puppet}}","partId":"{{await Part(other, "Fur cap")}}","name":"Straw cap"}""");
        await Part("demo", "Straw cap");
        await server.Post($"/api/films/{other}/undo");
        await Part("demo", "Fur cap");
    }

    [Fact]
    public async Task Keys_stay_with_each_film_and_only_those_of_what_is_gone_go()
    {
        var (other, puppet) = await Shared();
        var shot = (await server.Film(other)).GetProperty("shots")[0].GetProperty("id").GetString();
        await server.Edit(other, $$"""{"kind":"addThing","shotId":"{{shot}}","thing":{"id":"b","name":"B","body":{"kind":"cast","puppet":"{{puppet}}"},"stand":{"distance":4} } }""");
        var (cap, pin) = (await Part("demo", "Cap"), "scarf-tip");
        await server.Edit(other, $$"""{"kind":"setKeys","shotId":"{{shot}}","frame":1,"values":[{"address":{"owner":"b","thing":"{{cap}}","property":"turn"},"value":5},{"address":{"owner":"b","thing":"{{pin}}","property":"shiftX"},"value":9}]}""");
        var before = await server.Http.GetStringAsync("/api/films/demo/film.json");
        await server.Edit("demo", $$"""{"kind":"removePin","puppetId":"{{Bramble}}","partId":"{{await Part("demo", "Scarf tail")}}","pinId":"{{pin}}"}""");
        Assert.Equal([$"b/{cap}/turn"], Tracks(await server.Film(other), 0));

        await server.Post("/api/films/demo/undo");
        Assert.Equal(before, await server.Http.GetStringAsync("/api/films/demo/film.json"));
        Assert.Contains(pin, await server.Http.GetStringAsync($"/api/films/{other}/film.json"), StringComparison.Ordinal);

        // What the removal took out of this film comes back by undoing it here.
        await server.Post($"/api/films/{other}/undo");
        await server.Post($"/api/films/{other}/undo");
        Assert.Equal(2, Tracks(await server.Film(other), 0).Length);
    }

    [Fact]
    public async Task A_puppet_is_taken_once_shows_its_picture_and_can_leave_the_shelf()
    {
        var (other, _) = await Shared();
        var again = await server.Http.PostAsync($"/api/films/{other}/shelf/bramble", null);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, again.StatusCode);
        var line = (await server.Get("/api/shelf"))[0];
        Assert.Equal(["Evening Rounds", "Second film"], line.GetProperty("films").EnumerateArray().Select(film => film.GetString()));
        var picture = await server.Http.GetByteArrayAsync("/api/shelf/bramble/picture.png");
        Assert.Equal("PNG", Encoding.ASCII.GetString(picture, 1, 3));

        (await server.Http.DeleteAsync("/api/shelf/bramble")).EnsureSuccessStatusCode();
        await server.Edit("demo", $$"""{"kind":"changePart","puppetId":"{{Bramble}}","partId":"{{await Part("demo", "Cap")}}","name":"Fur cap"}""");
        await Part(other, "Cap");
        Assert.Equal(0, (await server.Get("/api/shelf")).GetArrayLength());
    }

    [Fact]
    public async Task A_bundle_brings_its_shelved_puppet_along_and_takes_the_newer_one_that_is_here()
    {
        await Shared();
        var bundle = await server.Http.GetByteArrayAsync("/api/films/demo/bundle");
        await server.Edit("demo", $$"""{"kind":"changePart","puppetId":"{{Bramble}}","partId":"{{await Part("demo", "Cap")}}","name":"Fur cap"}""");
        var made = (await server.Upload("/api/films/bundle", "again.fretsaw", bundle)).GetProperty("id").GetString()!;
        await Part(made, "Fur cap");

        using var elsewhere = new TestServer();
        var there = (await elsewhere.Upload("/api/films/bundle", "again.fretsaw", bundle)).GetProperty("id").GetString()!;
        Assert.Equal("bramble", (await elsewhere.Get("/api/shelf"))[0].GetProperty("id").GetString());
        Assert.Equal((await server.Film("demo")).GetProperty("puppets").GetArrayLength(), (await elsewhere.Film(there)).GetProperty("puppets").GetArrayLength());
    }

    [Fact]
    public async Task What_is_kept_goes_on_the_shelf_and_another_film_takes_its_own()
    {
        var kept = (await server.Film("demo")).GetProperty("kept")[0];
        var (id, name) = (kept.GetProperty("id").GetString()!, kept.GetProperty("name").GetString());
        (await server.Http.PutAsync($"/api/films/demo/kept/{id}/shelf", null)).EnsureSuccessStatusCode();
        server.Restart();
        Assert.Equal(name, (await server.Get("/api/shelf/kept"))[0].GetProperty("name").GetString());
        var there = await server.Get($"/api/shelf/kept/{id}");
        Assert.Equal(kept.ToString(), there.ToString());

        // Renamed in the film, it is on the shelf as it was put there, until it is put there again.
        await server.Edit("demo", $$"""{"kind":"renameKept","keptId":"{{id}}","name":"Other"}""");
        Assert.Equal(name, (await server.Get($"/api/shelf/kept/{id}")).GetProperty("name").GetString());
        (await server.Http.PutAsync($"/api/films/demo/kept/{id}/shelf", null)).EnsureSuccessStatusCode();
        Assert.Equal("Other", Assert.Single((await server.Get("/api/shelf/kept")).EnumerateArray()).GetProperty("name").GetString());

        var made = await server.Http.PostAsJsonAsync("/api/films", new { name = "Second film" });
        var film = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
        await server.Edit(film, $$"""{"kind":"keep","kept":{{there}} }""");
        Assert.Equal(id, (await server.Film(film)).GetProperty("kept")[0].GetProperty("id").GetString());
        (await server.Http.DeleteAsync($"/api/shelf/kept/{id}")).EnsureSuccessStatusCode();
        Assert.Equal(0, (await server.Get("/api/shelf/kept")).GetArrayLength());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.PutAsync("/api/films/demo/kept/nothing/shelf", null)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/shelf/kept/nothing")).StatusCode);
    }

    /// <summary>The demo's puppet on the shelf, and a second film with a copy.</summary>
    private async Task<(string Film, string Puppet)> Shared()
    {
        await server.Edit("demo", $$"""{"kind":"changePuppet","puppetId":"{{Bramble}}","shelf":"bramble"}""");
        var made = await server.Http.PostAsJsonAsync("/api/films", new { name = "Second film" });
        var film = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
        return (film, (await server.Post($"/api/films/{film}/shelf/bramble")).GetProperty("puppet").GetString()!);
    }

    /// <summary>Id of the part of a name, which must be there.</summary>
    private async Task<string> Part(string film, string name) =>
        (await server.Film(film)).GetProperty("puppets")[0].GetProperty("parts").EnumerateArray().Single(part => part.GetProperty("name").GetString() == name).GetProperty("id").GetString()!;

    private static string[] Tracks(JsonElement film, int shot) =>
        [.. film.GetProperty("shots")[shot].GetProperty("tracks").EnumerateArray().Select(track => track.GetProperty("address"))
            .Select(address => $"{address.GetProperty("owner")}/{address.GetProperty("thing")}/{address.GetProperty("property")}")];
}
