using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

/// <summary>Whole films: listed with what they are like, copied, taken away and brought back.</summary>
public sealed class FilmFateTests : IDisposable
{
    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    private async Task<JsonElement> Line(string id, string list = "/api/films") =>
        (await server.Get(list)).EnumerateArray().Single(line => line.GetProperty("id").GetString() == id);

    private async Task<string> New(string name) =>
        (await (await server.Http.PostAsJsonAsync("/api/films", new { name })).Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;

    [Fact]
    public async Task A_film_is_listed_with_its_shots_length_size_and_rate_as_they_are_now()
    {
        var demo = await server.Film();
        await server.Edit("demo", """{"kind":"changeFilm","frameRate":25,"width":640,"height":360}""");
        await server.Edit("demo", """{"kind":"copyShot","shotId":"fog-horn","copyId":"again","name":"Again"}""");
        var line = await Line("demo");
        Assert.Equal(demo.GetProperty("shots").GetArrayLength() + 1, line.GetProperty("shots").GetInt32());
        var frames = demo.GetProperty("shots").EnumerateArray().Sum(shot => shot.GetProperty("length").GetInt32());
        var horn = demo.GetProperty("shots").EnumerateArray().Single(shot => shot.GetProperty("id").GetString() == "fog-horn").GetProperty("length").GetInt32();
        Assert.Equal(frames + horn, line.GetProperty("frames").GetInt32());
        Assert.Equal((640, 360, 25.0), (line.GetProperty("width").GetInt32(), line.GetProperty("height").GetInt32(), line.GetProperty("rate").GetDouble()));
        Assert.NotNull(line.GetProperty("changed").GetString());
    }

    [Fact]
    public async Task No_two_new_films_have_one_name()
    {
        var names = new List<string?>();
        foreach (var _ in Enumerable.Range(0, 3))
        {
            names.Add((await Line(await New("New film"))).GetProperty("name").GetString());
        }

        Assert.Equal(["New film", "New film 2", "New film 3"], names);
    }

    [Fact]
    public async Task A_copy_holds_what_the_film_held_and_goes_its_own_way()
    {
        var copy = (await server.Post("/api/films/demo/copy")).GetProperty("id").GetString()!;
        var (film, own) = (await server.Film(copy), await server.Film());
        Assert.Equal($"{own.GetProperty("name").GetString()}, copy", film.GetProperty("name").GetString());
        Assert.Equal(own.GetProperty("shots").GetRawText(), film.GetProperty("shots").GetRawText());
        Assert.Equal(own.GetProperty("drawings").GetRawText(), film.GetProperty("drawings").GetRawText());
        await server.Edit(copy, """{"kind":"removeShot","shotId":"fog-horn"}""");
        Assert.Equal(own.GetProperty("shots").GetArrayLength(), (await server.Film()).GetProperty("shots").GetArrayLength());
    }

    [Fact]
    public async Task A_film_that_was_taken_away_is_out_of_reach_until_it_is_brought_back_as_it_was()
    {
        var film = await New("Short");
        await server.Edit(film, """{"kind":"changeFilm","name":"Shorter"}""");
        var was = (await server.Film(film)).GetRawText();
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.PostAsync($"/api/films/{film}/take-away", null)).StatusCode);
        Assert.DoesNotContain((await server.Get("/api/films")).EnumerateArray(), line => line.GetProperty("id").GetString() == film);
        Assert.Equal("Shorter", (await Line(film, "/api/films/taken-away")).GetProperty("name").GetString());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync($"/api/films/{film}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.PostAsync($"/api/films/{film}/take-away", null)).StatusCode);
        server.Restart();
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.PostAsync($"/api/films/{film}/bring-back", null)).StatusCode);
        Assert.Equal(was, (await server.Film(film)).GetRawText());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.PostAsync($"/api/films/{film}/bring-back", null)).StatusCode);
    }

    [Fact]
    public async Task The_demo_stays_away_when_it_was_taken_away()
    {
        await server.Http.PostAsync("/api/films/demo/take-away", null);
        server.Restart();
        Assert.DoesNotContain((await server.Get("/api/films")).EnumerateArray(), line => line.GetProperty("id").GetString() == "demo");
    }
}
