using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Server.Tests;

/// <summary>What goes wrong on a machine, and what strangers send.</summary>
public sealed class TrustTests : IDisposable
{
    private const string Squares = """<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><g id="tail"><rect width="40" height="20"/></g></svg>""";

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Theory]
    [InlineData("0")]
    [InlineData("193")]
    [InlineData("2147483648")]
    [InlineData("1e308")]
    [InlineData("Infinity")]
    [InlineData("NaN")]
    public async Task A_frame_that_is_not_in_the_shot_is_refused_wherever_one_is_named(string frame)
    {
        foreach (var path in (string[])[$"draw-list?shot=fog-horn&frame={frame}", $"shots/fog-horn/frames/{frame}", $"shots/fog-horn/frames/{frame}.png", $"shots/fog-horn/cast/bramble/frames/{frame}.svg"])
        {
            var answer = await server.Http.GetAsync($"/api/films/demo/{path}");
            Assert.True((int)answer.StatusCode is 400 or 404 or 422, $"{path}: {answer.StatusCode}");
            Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        }
    }

    [Fact]
    public async Task Who_is_behind_takes_back_nobody_elses_edit()
    {
        var seq = (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64();
        await server.Edit("demo", """{"kind":"changeFilm","name":"Mine"}""");
        await server.Edit("demo", """{"kind":"changeFilm","name":"Somebody else's"}""");
        foreach (var way in new[] { "undo", "redo" })
        {
            var answer = await server.Http.PostAsync($"/api/films/demo/{way}", new StringContent($$"""{"baseSeq":{{seq + 1}}}""", System.Text.Encoding.UTF8, "application/json"));
            Assert.Equal(HttpStatusCode.Conflict, answer.StatusCode);
        }

        var seen = await server.Http.PostAsync("/api/films/demo/undo", new StringContent($$"""{"baseSeq":{{seq + 2}}}""", System.Text.Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.OK, seen.StatusCode);
    }

    [Theory]
    [InlineData("""{"kind":"addSound","sound":{"id":"s","name":"S","asset":"HASH","peaks":"HASH","rate":8000,"channels":1,"samples":8000,"loudness":""},"shotId":"fog-horn","use":{"id":"u","sound":"s","start":1,"length":24}}""")]
    [InlineData("""{"kind":"addThing","shotId":"fog-horn","thing":{"id":"t","name":"T","body":{"kind":"picture","drawing":"d"},"stand":{}},"drawing":{"id":"d","bounds":{"x":0,"y":0,"width":9,"height":9},"raster":{"asset":"HASH","width":9,"height":9},"outline":[[0,0,9,0,9,9]]}}""")]
    public async Task An_edit_that_names_a_file_that_is_not_there_is_refused(string edit)
    {
        var seq = (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64();
        var answer = await server.Send("demo", seq, edit.Replace("HASH", new string('a', 64), StringComparison.Ordinal));
        var text = await answer.Content.ReadAsStringAsync();
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("names the file", text, StringComparison.Ordinal);
        Assert.Equal(seq, (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64());
    }

    [Theory]
    [InlineData("-9223372036854775808")]
    [InlineData("9223372036854775807")]
    public async Task A_mix_from_nowhere_is_refused(string from)
    {
        var answer = await server.Http.GetAsync($"/api/films/demo/shots/fog-horn/mix.wav?from={from}&count=100");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    [Fact]
    public async Task A_sound_for_a_shot_that_is_not_there_is_not_kept()
    {
        using var form = TestServer.Form("tone.wav", SmallArt.Tone());
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.PostAsync("/api/films/demo/shots/nowhere/sounds", form)).StatusCode);
    }

    [Fact]
    public async Task Many_short_sounds_at_once_are_not_mixed()
    {
        var sound = await server.Upload("/api/films/demo/shots/fog-horn/sounds", "tone.wav", SmallArt.Tone());
        var id = sound.GetProperty("sound").GetString();
        var uses = string.Join(',', Enumerable.Range(0, 400).Select(i => $$$"""{"kind":"placeSound","shotId":"fog-horn","use":{"id":"again-{{{i}}}","sound":"{{{id}}}","start":1,"length":190,"again":true,"fromSeconds":0.24}}"""));
        var edit = await server.Send("demo", (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64(), $$"""{"kind":"together","says":"Many","edits":[{{uses}}]}""");
        Assert.True(edit.IsSuccessStatusCode, await edit.Content.ReadAsStringAsync());
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await server.Http.GetAsync("/api/films/demo/shots/fog-horn/mix.wav?from=0&count=300000")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync("/api/films/demo/shots/fog-horn/mix.wav?from=0&count=1000")).StatusCode);
    }

    /// <summary>Thirty lines of a thousand letters keep one core for a while, and nobody else from being answered.</summary>
    [Fact]
    public async Task Long_lines_that_are_spoken_leave_others_their_answers()
    {
        var line = string.Join(' ', Enumerable.Repeat("We may float by the harbour until the fog has gone.", 18));
        var spoken = Enumerable.Range(0, 30).Select(_ => server.Http.PostAsync("/api/films/demo/shots/fog-horn/voice", new StringContent($$"""{"words":"{{line}}"}""", System.Text.Encoding.UTF8, "application/json"))).ToList();
        var health = await server.Http.GetAsync("/api/health");
        Assert.Equal(HttpStatusCode.OK, health.StatusCode);
        Assert.Contains(spoken, one => !one.IsCompleted);
        Assert.All(await Task.WhenAll(spoken), one => Assert.Equal(HttpStatusCode.OK, one.StatusCode));
    }

    [Theory]
    [InlineData("cross-site", "empty", "/api/films", HttpStatusCode.Forbidden)]
    [InlineData("same-site", "image", "/api/films", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "document", "/api/films", HttpStatusCode.Forbidden)]
    [InlineData("same-origin", "empty", "/api/films", HttpStatusCode.OK)]
    [InlineData("none", "document", "/api/films", HttpStatusCode.OK)]
    public async Task Other_pages_are_told_by_what_the_browser_says_of_them(string site, string dest, string path, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.Add("Sec-Fetch-Site", site);
        request.Headers.Add("Sec-Fetch-Dest", dest);
        Assert.Equal(status, (await server.Http.SendAsync(request)).StatusCode);
    }

    [Theory]
    [InlineData("/api/films/nowhere")]
    [InlineData("/api/nowhere")]
    public async Task What_is_not_there_is_a_problem_with_the_same_headers_as_all_else(string path)
    {
        var answer = await server.Http.GetAsync(path);
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        Assert.True(answer.Headers.Contains("Content-Security-Policy"));
    }

    [Theory]
    [InlineData("""{"baseSeq":0,"edit":null}""")]
    [InlineData("""{"baseSeq":0}""")]
    [InlineData("""{"edit":{"kind":"changeFilm","name":"No number"}}""")]
    [InlineData("""{"baseSeq":0,"edit":{"name":"No kind"}}""")]
    [InlineData("""{"baseSeq":0,"edit":{"kind":"changeFilm","nmae":"Slip"}}""")]
    [InlineData("""{"baseSeq":0,"edit":{"kind":"addThing","shotId":"fog-horn"}}""")]
    [InlineData("""{"baseSeq":0,"edit":{"kind":"setKeys","shotId":"fog-horn","frame":12,"values":[{"address":{}}]}}""")]
    [InlineData("""[[[[""")]
    [InlineData("")]
    public async Task An_edit_that_cannot_be_read_is_a_problem_with_a_detail(string body)
    {
        var answer = await server.Http.PostAsync("/api/films/demo/edits", new StringContent(body, Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.NotEmpty((await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("detail").GetString()!);
    }

    [Fact]
    public async Task An_unknown_character_set_is_refused()
    {
        using var content = new ByteArrayContent("{}"u8.ToArray());
        content.Headers.TryAddWithoutValidation("Content-Type", "application/json; charset=nonsense");
        Assert.InRange((int)(await server.Http.PostAsync("/api/films/demo/edits", content)).StatusCode, 400, 415);
    }

    [Fact]
    public async Task A_full_disk_is_told_keeps_what_there_is_and_goes_on_when_there_is_room()
    {
        var before = await server.Film();
        server.Restart(("Fretsaw:MostPages", "1"));
        Assert.Equal(HttpStatusCode.InsufficientStorage, (await FillUp()).StatusCode);
        var film = await server.Http.PostAsJsonAsync("/api/films", new { name = new string('n', 190) });
        var upload = await server.Http.PostAsync("/api/films/demo/puppets", TestServer.Form("fox.svg", Encoding.UTF8.GetBytes(Squares)));
        var undo = await server.Http.PostAsync("/api/films/demo/undo", null);
        Assert.All([film, upload, undo], answer => Assert.Contains(answer.StatusCode, (HttpStatusCode[])[HttpStatusCode.InsufficientStorage, HttpStatusCode.OK]));
        Assert.Equal(before.GetProperty("puppets").GetArrayLength(), (await server.Film()).GetProperty("puppets").GetArrayLength());
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync("/api/health")).StatusCode);
        server.Restart();
        await server.Edit("demo", """{"kind":"changeFilm","name":"Room again"}""");
    }

    /// <summary>A database that takes nothing: the line cannot say itself why it waits.</summary>
    [Fact]
    public async Task A_print_that_cannot_be_written_down_says_that_it_waits_and_goes_on_when_it_can()
    {
        Sql("CREATE TRIGGER stuck BEFORE UPDATE ON prints BEGIN SELECT RAISE(FAIL, 'database or disk is full'); END");
        var print = await (await server.Http.PostAsJsonAsync("/api/films/demo/prints", new { shot = "fog-horn", format = "mp4", from = 1, to = 2, width = 64, height = 36 })).Content.ReadFromJsonAsync<JsonElement>();
        Assert.Contains("Waits until", await Until("/api/films/demo/prints", lines => lines.EnumerateArray().First().TryGetProperty("message", out var why) ? why.GetString() : null), StringComparison.Ordinal);
        Sql("DROP TRIGGER stuck");
        Assert.False((await server.Printed(print)).TryGetProperty("message", out _));

        void Sql(string text)
        {
            using var connection = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "fretsaw.db")};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = text;
            command.ExecuteNonQuery();
        }
    }

    /// <summary>Asks until there is an answer.</summary>
    private async Task<string> Until(string path, Func<JsonElement, string?> find)
    {
        for (; ; )
        {
            TestContext.Current.CancellationToken.ThrowIfCancellationRequested();
            if (find(await server.Get(path)) is { } found)
            {
                return found;
            }
        }
    }

    /// <summary>On the puppet that has a control of that id the expression would be missing without a word.</summary>
    [Fact]
    public async Task An_expression_with_the_id_of_a_control_is_refused()
    {
        var part = (await server.Film()).GetProperty("puppets")[0].GetProperty("parts")[0].GetProperty("id").GetString();
        var answer = await server.Send("demo", (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64(), $$$"""{"kind":"keep","kept":{"id":"{{{part}}}","name":"Sly","kind":"expression","tracks":[]}}""");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("has the id of a control", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_belongs_to_a_deleted_film_goes_with_it()
    {
        var made = await (await server.Http.PostAsJsonAsync("/api/films", new { name = "Short" })).Content.ReadFromJsonAsync<JsonElement>();
        var id = made.GetProperty("id").GetString()!;
        Directory.CreateDirectory(Path.Combine(server.Folder, "prints"));
        await File.WriteAllTextAsync(Path.Combine(server.Folder, "prints", "print-gone.mp4.unfinished.mp4"), "half a print", TestContext.Current.CancellationToken);
        var png = await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=16");
        using var form = TestServer.Form("wall.png", png);
        Assert.True((await server.Http.PostAsync($"/api/films/{id}/shots/{await FirstShot(id)}/flats?distance=1", form)).IsSuccessStatusCode);
        var asset = (await server.Film(id)).GetProperty("drawings")[0].GetProperty("raster").GetProperty("asset").GetString();
        server.Restart();
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync($"/api/assets/{asset}")).StatusCode);
        Assert.Empty(Directory.GetFiles(Path.Combine(server.Folder, "prints")));
        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.DeleteAsync($"/api/films/{id}")).StatusCode);
        server.Restart();
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync($"/api/assets/{asset}")).StatusCode);
    }

    [Fact]
    public void Two_servers_do_not_share_a_folder()
    {
        using var other = new Fretsaw.Store.DataFolder(Directory.CreateTempSubdirectory("fretsaw-lock").FullName);
        Assert.Throws<InvalidOperationException>(() => new Fretsaw.Store.DataFolder(server.Folder));
    }

    [Fact]
    public async Task A_backup_is_whole_while_the_server_works()
    {
        await server.Edit("demo", """{"kind":"changeFilm","name":"Kept"}""");
        var copy = Path.Combine(server.Folder, "copy.db");
        new Fretsaw.Store.Database(Path.Combine(server.Folder, "fretsaw.db")).BackUp(copy);
        await using var connection = new SqliteConnection($"Data Source={copy};Mode=ReadOnly");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT name FROM films WHERE id = 'demo'";
        Assert.Equal("Kept", await command.ExecuteScalarAsync(TestContext.Current.CancellationToken));
    }

    private async Task<string> FirstShot(string film) => (await server.Film(film)).GetProperty("shots")[0].GetProperty("id").GetString()!;

    /// <summary>Edits until there is no room: the last page that the file has may not be full yet.</summary>
    private async Task<HttpResponseMessage> FillUp()
    {
        for (var seq = 0L; ; seq++)
        {
            var answer = await server.Send("demo", seq, $$"""{"kind":"changeFilm","name":"{{seq}} {{new string('x', 180)}}"}""");
            if (!answer.IsSuccessStatusCode)
            {
                return answer;
            }
        }
    }
}
