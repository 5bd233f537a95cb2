using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Fretsaw.Server.Tests;

public sealed class ServerTests : IDisposable
{
    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task Edits_are_kept_undone_and_redone_also_after_a_restart()
    {
        await Edit(0, """{"kind":"changeFilm","name":"Two"}""");
        await Edit(1, """{"kind":"changeFilm","name":"Three"}""");
        server.Restart();
        Assert.Equal("Three", await Name());
        var undone = await Post("undo");
        Assert.Equal("Two", await Name());
        Assert.Equal("Rename film", undone.GetProperty("state").GetProperty("redo").GetString());
        server.Restart();
        await Post("undo");
        Assert.Equal("Evening Rounds", await Name());
        await Post("redo");
        server.Restart();
        await Post("redo");
        Assert.Equal("Three", await Name());
        var state = await Post("redo");
        Assert.False(state.GetProperty("state").TryGetProperty("redo", out _));
        Assert.Equal(6, state.GetProperty("state").GetProperty("seq").GetInt64());
    }

    [Fact]
    public async Task An_edit_on_an_old_state_is_refused_and_the_missed_ones_can_be_fetched()
    {
        await Edit(0, """{"kind":"changeFilm","name":"Two"}""");
        var late = await Send(0, """{"kind":"changeFilm","name":"Late"}""");
        Assert.Equal(HttpStatusCode.Conflict, late.StatusCode);
        Assert.Equal("application/problem+json", late.Content.Headers.ContentType!.MediaType);
        var missed = await server.Http.GetFromJsonAsync<JsonElement>("/api/films/demo/edits?after=0");
        Assert.Equal("Two", missed.GetProperty("edits")[0].GetProperty("edit").GetProperty("name").GetString());
    }

    [Fact]
    public async Task One_who_missed_much_is_told_in_pages()
    {
        const int Missed = 510;
        for (var seq = 0; seq < Missed; seq++)
        {
            await Edit(seq, $$"""{"kind":"changeFilm","name":"Name {{seq}}"}""");
        }

        var numbers = new List<long>();
        for (var pages = 1; ; pages++)
        {
            var page = await server.Get($"/api/films/demo/edits?after={numbers.LastOrDefault()}");
            numbers.AddRange(page.GetProperty("edits").EnumerateArray().Select(edit => edit.GetProperty("seq").GetInt64()));
            if (numbers[^1] == page.GetProperty("state").GetProperty("seq").GetInt64())
            {
                Assert.Equal(2, pages);
                break;
            }
        }

        Assert.Equal(Enumerable.Range(1, Missed).Select(seq => (long)seq), numbers);
    }

    [Theory]
    [InlineData("""{"kind":"changeThing","shotId":"fog-horn","thingId":"nowhere","x":1}""", HttpStatusCode.UnprocessableEntity)]
    [InlineData("""{"kind":"unheard"}""", HttpStatusCode.BadRequest)]
    [InlineData("""{"kind":"changeFilm","frameRate":"fast"}""", HttpStatusCode.BadRequest)]
    public async Task A_bad_edit_is_a_problem_and_changes_nothing(string edit, HttpStatusCode status)
    {
        var answer = await Send(0, edit);
        Assert.Equal(status, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        Assert.Equal(0, (await server.Http.GetFromJsonAsync<JsonElement>("/api/films/demo")).GetProperty("seq").GetInt64());
    }

    [Fact]
    public async Task A_drawing_comes_in_as_a_puppet_and_a_hostile_one_does_not()
    {
        var good = await server.Http.PostAsync("/api/films/demo/puppets", TestServer.Form("fox.svg", Encoding.UTF8.GetBytes("""<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><g id="tail"><rect width="40" height="20"/></g></svg>""")));
        var brought = await good.Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal(["tail"], brought.GetProperty("report").GetProperty("names").EnumerateArray().Select(name => name.GetString()));
        var bad = await server.Http.PostAsync("/api/films/demo/puppets", TestServer.Form("bad.svg", Encoding.UTF8.GetBytes("""<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>""")));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, bad.StatusCode);
        Assert.Contains("bad.svg", await bad.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_film_comes_back_from_its_bundle()
    {
        var bundle = await server.Http.GetByteArrayAsync("/api/films/demo/bundle");
        using var form = new MultipartFormDataContent { { new ByteArrayContent(bundle), "file", "../../evil name.fretsaw" } };
        var made = await (await server.Http.PostAsync("/api/films/bundle", form)).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal(await server.Http.GetStringAsync("/api/films/demo/film.json"), await server.Http.GetStringAsync($"/api/films/{made.GetProperty("id").GetString()}/film.json"));
    }

    [Fact]
    public async Task Other_pages_and_other_hosts_are_refused()
    {
        using var foreign = new HttpRequestMessage(HttpMethod.Post, "/api/films/demo/undo");
        foreign.Headers.Add("Origin", "http://elsewhere.example");
        Assert.Equal(HttpStatusCode.Forbidden, (await server.Http.SendAsync(foreign)).StatusCode);
        using var rebound = new HttpRequestMessage(HttpMethod.Get, "/api/films");
        rebound.Headers.Host = "rebound.example";
        Assert.Equal(HttpStatusCode.Forbidden, (await server.Http.SendAsync(rebound)).StatusCode);
        var own = await server.Http.GetAsync("/api/films");
        Assert.Contains("'wasm-unsafe-eval'", own.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_web_application_has_the_types_of_this_server()
    {
        var here = JsonDocument.Parse(await server.Http.GetStringAsync("/openapi/v1.json")).RootElement;
        var committed = JsonDocument.Parse(await File.ReadAllTextAsync(Repository("web/src/api/openapi.json"))).RootElement;
        Assert.True(JsonElement.DeepEquals(here, committed), "web/src/api/openapi.json is old: save /openapi/v1.json there and run 'npm run types'.");
    }

    [Fact]
    public async Task The_film_format_s_schema_is_the_one_in_the_documents()
    {
        var schema = JsonDocument.Parse(await server.Http.GetStringAsync("/api/film-schema")).RootElement;
        var committed = JsonDocument.Parse(await File.ReadAllTextAsync(Repository("docs/film.schema.json"))).RootElement;
        Assert.True(JsonElement.DeepEquals(schema, committed), "docs/film.schema.json is old: save /api/film-schema there.");
    }

    private static string Repository(string path)
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "Fretsaw.slnx")))
        {
            at = Path.GetDirectoryName(at)!;
        }

        return Path.Combine(at, path);
    }

    private Task<HttpResponseMessage> Send(long baseSeq, string edit) => server.Send("demo", baseSeq, edit);

    private async Task Edit(long baseSeq, string edit) => (await Send(baseSeq, edit)).EnsureSuccessStatusCode();

    private Task<JsonElement> Post(string what) => server.Post($"/api/films/demo/{what}");

    private async Task<string?> Name() => (await server.Film()).GetProperty("name").GetString();
}
