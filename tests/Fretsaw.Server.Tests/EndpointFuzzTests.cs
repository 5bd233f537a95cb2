using System.Net;
using System.Text;
using System.Text.Json;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Tests;

namespace Fretsaw.Server.Tests;

/// <summary>
/// Every endpoint of the server's own description, called as it is meant to be and then with parts of the call changed at random.
/// Whoever adds an endpoint and gives no sample of its call is told.
/// </summary>
public sealed class EndpointFuzzTests : IDisposable
{
    private static readonly string?[] Nasty =
    [
        null, "", ".", "..", "%2e%2e%2f%2e%2e%2fetc", "a%2Fb", "%01", "%7F", "%FF%FE", "%F0%9F%90%A6", "-1", "0", "1.5", "NaN", "Infinity", "-Infinity", "1e308", "1e-320",
        "2147483648", "99999999999999999999", "null", "true", "'--", "%3Cscript%3E", new string('x', 3000),
    ];

    /// <summary>A call: words of the path and the query by name, and a body: JSON, or a file's bytes.</summary>
    private sealed record Call(string Path, string Query = "", string? Json = null, byte[]? File = null);

    private readonly TestServer server = new();
    private readonly Dictionary<string, string> words = [];
    private Dictionary<string, Call> calls = [];

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task Every_endpoint_has_a_sample_that_is_taken()
    {
        await Prepare();
        var described = (await server.Get("/openapi/v1.json")).GetProperty("paths").EnumerateObject()
            .SelectMany(path => path.Value.EnumerateObject().Select(method => $"{method.Name.ToUpperInvariant()} {path.Name}")).ToList();
        Assert.Equal(described.Order(), calls.Keys.Order());

        // What is taken away last is not missed before.
        foreach (var (name, call) in calls.OrderBy(pair => pair.Key.StartsWith("DELETE", StringComparison.Ordinal)))
        {
            var answer = await Send(name, call);
            Assert.True(answer.IsSuccessStatusCode, $"{(int)answer.StatusCode} {name}: {await answer.Content.ReadAsStringAsync()}");
        }
    }

    [Fact]
    public async Task Every_endpoint_takes_or_refuses_what_it_is_sent()
    {
        await Prepare();
        await Fuzzing.Run(async random =>
        {
            foreach (var (name, call) in calls)
            {
                // Not as it is, which would take the film away that the others are called with.
                var changed = Changed(call, random);
                await Fuzzing.Answered($"{name} {changed}", Send(name, changed));
            }
        });
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync($"/api/films/{words["id"]}")).StatusCode);
    }

    /// <summary>A film with everything in it, a print of it that is done, and its puppet on the shelf.</summary>
    private async Task Prepare()
    {
        words["id"] = await server.Full();
        (words["shot"], words["puppet"], words["cast"], words["frame"], words["format"]) = ("s", "pup", "use", "4", "svg");
        words["asset"] = (await server.Film(words["id"])).GetProperty("drawings").EnumerateArray().First(drawing => drawing.TryGetProperty("raster", out _)).GetProperty("raster").GetProperty("asset").GetString()!;
        await server.Edit("demo", """{"kind":"changePuppet","puppetId":"bramble-puppet","shelf":"bramble"}""");
        (words["shelved"], words["part"], words["edit"]) = ("bramble", "mouth", "1");
        words["kept"] = (await server.Film(words["id"])).GetProperty("kept")[0].GetProperty("id").GetString()!;
        (await server.Http.PutAsync($"/api/films/{words["id"]}/kept/{words["kept"]}/shelf", null)).EnsureSuccessStatusCode();
        (words["owner"], words["peaks"]) = ("use", (await server.Film(words["id"])).GetProperty("sounds")[0].GetProperty("peaks").GetString()!);
        const string Gesture = """{"view":{"shot":"s"},"frame":4,"grip":{"kind":"Turn","thing":"tail","owner":"use"},"from":{"x":90,"y":80}}""";
        const string Order = """{"shot":"s","format":"png","from":1,"to":1,"width":32,"height":18}""";
        var ordered = await server.Http.PostAsync($"/api/films/{words["id"]}/prints", new StringContent(Order, Encoding.UTF8, "application/json"));
        words["print"] = (await server.Printed(JsonDocument.Parse(await ordered.Content.ReadAsStringAsync()).RootElement)).GetProperty("id").GetString()!;

        var picture = await server.Http.GetByteArrayAsync($"/api/assets/{words["asset"]}");
        var (art, flat, bundle) = (SmallArt.Stack(picture), Encoding.UTF8.GetBytes(SmallArt.Drawing), await server.Http.GetByteArrayAsync($"/api/films/{words["id"]}/bundle"));
        var (film, mouth) = ("/api/films/{id}", Encoding.UTF8.GetBytes(SmallArt.Drawing.Replace("id=\"tail\"", "id=\"mouth\"", StringComparison.Ordinal)));
        var ask = JsonSerializer.Serialize<Question>(new OverlayQuestion(new View("s"), 4), EngineJson.Default.Question);
        var wish = JsonSerializer.Serialize<Wish>(new FocusOn("s", 9, "flat"), EngineJson.Default.Wish);
        calls = new Dictionary<string, Call>
        {
            [$"POST {film}/edits"] = new(film + "/edits", Json: """{"baseSeq":0,"edit":{"kind":"changeFilm","name":"Two"}}"""),
            ["GET /api/film-schema"] = new("/api/film-schema"),
            ["GET /api/assets/{asset}"] = new("/api/assets/{asset}"),
            ["GET /api/films"] = new("/api/films"),
            ["POST /api/films"] = new("/api/films", Json: """{"name":"Another"}"""),
            ["POST /api/films/bundle"] = new("/api/films/bundle", File: bundle),
            [$"GET {film}"] = new(film),
            [$"DELETE {film}"] = new(film),
            ["GET /api/films/taken-away"] = new("/api/films/taken-away"),
            [$"GET {film}/picture.png"] = new(film + "/picture.png", "width=32"),
            [$"POST {film}/copy"] = new(film + "/copy"),
            [$"POST {film}/take-away"] = new(film + "/take-away"),
            [$"POST {film}/bring-back"] = new(film + "/bring-back"),
            [$"GET {film}/film.json"] = new(film + "/film.json"),
            [$"GET {film}/opening"] = new(film + "/opening", "shot={shot}"),
            [$"GET {film}/shots/{{shot}}"] = new(film + "/shots/{shot}"),
            [$"GET {film}/shots/{{shot}}/snags"] = new(film + "/shots/{shot}/snags"),
            [$"GET {film}/bundle"] = new(film + "/bundle"),
            [$"POST {film}/ask"] = new(film + "/ask", Json: ask),
            [$"GET {film}/draw-list"] = new(film + "/draw-list", "frame={frame}&shot={shot}&aspect=1.5"),
            [$"POST {film}/drag"] = new(film + "/drag", Json: $$"""{"gesture":{{Gesture}},"to":{"x":50,"y":60} }"""),
            [$"POST {film}/drag/draw-list"] = new(film + "/drag/draw-list", "frame={frame}&shot={shot}", $$"""{"gesture":{{Gesture}},"to":{"x":50,"y":60} }"""),
            [$"POST {film}/drag/ask"] = new(film + "/drag/ask", Json: $$"""{"gesture":{{Gesture}},"to":{"x":50,"y":60},"question":{{ask}} }"""),
            [$"POST {film}/work-out"] = new(film + "/work-out", Json: wish),
            [$"POST {film}/wish"] = new(film + "/wish", Json: wish),
            [$"GET {film}/shots/{{shot}}/frames/{{frame}}"] = new(film + "/shots/{shot}/frames/{frame}"),
            [$"GET {film}/edits/{{edit}}/change"] = new(film + "/edits/{edit}/change"),
            [$"GET {film}/edits"] = new(film + "/edits", "after=0"),
            [$"POST {film}/undo"] = new(film + "/undo"),
            [$"POST {film}/redo"] = new(film + "/redo"),
            [$"POST {film}/puppets"] = new(film + "/puppets", File: art),
            [$"POST {film}/puppets/{{puppet}}/redraw-plan"] = new(film + "/puppets/{puppet}/redraw-plan", File: mouth),
            [$"POST {film}/puppets/{{puppet}}/redraw"] = new(film + "/puppets/{puppet}/redraw", "alike=true&added=true", File: mouth),
            [$"GET {film}/shots/{{shot}}/cast/{{cast}}/frames/{{frame}}.{{format}}"] = new(film + "/shots/{shot}/cast/{cast}/frames/{frame}.{format}"),
            [$"GET {film}/puppets/{{puppet}}/rest.{{format}}"] = new(film + "/puppets/{puppet}/rest.{format}"),
            [$"POST {film}/puppets/{{puppet}}/parts/{{part}}/swaps"] = new(film + "/puppets/{puppet}/parts/{part}/swaps", File: flat),
            [$"POST {film}/shots/{{shot}}/references"] = new(film + "/shots/{shot}/references", "sound=true", File: flat),
            [$"POST {film}/shots/{{shot}}/sounds"] = new(film + "/shots/{shot}/sounds", "frame=3", File: SmallArt.Tone()),
            [$"POST {film}/shots/{{shot}}/voice"] = new(film + "/shots/{shot}/voice", Json: """{"words":"Evening, fog.","frame":2}"""),
            [$"GET {film}/shots/{{shot}}/mix.wav"] = new(film + "/shots/{shot}/mix.wav", "from=0&count=4800&rate=48000"),
            [$"GET {film}/shots/{{shot}}/cues/{{owner}}.{{format}}"] = new(film + "/shots/{shot}/cues/{owner}.vtt"),
            [$"POST {film}/shots/{{shot}}/cues/{{owner}}"] = new(film + "/shots/{shot}/cues/{owner}", File: "0.5\t0.75\tOpen\n"u8.ToArray()),
            ["GET /api/face/readings.tsv"] = new("/api/face/readings.tsv"),
            ["GET /api/peaks/{asset}"] = new("/api/peaks/{peaks}"),
            [$"POST {film}/shots/{{shot}}/flats"] = new(film + "/shots/{shot}/flats", "distance=6", File: flat),
            [$"GET {film}/shots/{{shot}}/frames/{{frame}}.png"] = new(film + "/shots/{shot}/frames/{frame}.png", "width=32"),
            [$"POST {film}/shelf/{{puppet}}"] = new(film + "/shelf/{shelved}"),
            ["GET /api/shelf"] = new("/api/shelf"),
            ["GET /api/shelf/{puppet}/picture.png"] = new("/api/shelf/{shelved}/picture.png"),
            ["DELETE /api/shelf/{puppet}"] = new("/api/shelf/{shelved}"),
            [$"PUT {film}/kept/{{kept}}/shelf"] = new(film + "/kept/{kept}/shelf"),
            ["GET /api/shelf/kept"] = new("/api/shelf/kept"),
            ["GET /api/shelf/kept/{kept}"] = new("/api/shelf/kept/{kept}"),
            ["DELETE /api/shelf/kept/{kept}"] = new("/api/shelf/kept/{kept}"),
            [$"GET {film}/prints"] = new(film + "/prints"),
            [$"POST {film}/prints"] = new(film + "/prints", Json: Order),
            ["POST /api/prints/{print}/cancel"] = new("/api/prints/{print}/cancel"),
            ["GET /api/prints/{print}/file"] = new("/api/prints/{print}/file"),
        };
    }

    /// <summary>A word of the path or the query, or the body, is another.</summary>
    private static Call Changed(Call call, Random random)
    {
        var pathWords = call.Path.Split('/').Where(word => word.StartsWith('{')).ToList();
        var pairs = call.Query.Split('&', StringSplitOptions.RemoveEmptyEntries).ToList();
        var ways = pathWords.Count + pairs.Count + (call.Json is null ? 0 : 2) + (call.File is null ? 0 : 2);
        if (ways == 0)
        {
            return call with { Query = $"{Nasty[random.Next(Nasty.Length)]}={Nasty[random.Next(Nasty.Length)]}" };
        }

        var way = random.Next(ways);
        var nasty = Nasty[random.Next(Nasty.Length)];
        if (way < pathWords.Count)
        {
            return call with { Path = call.Path.Replace(pathWords[way], nasty ?? "nothing", StringComparison.Ordinal) };
        }

        if (way - pathWords.Count < pairs.Count)
        {
            var at = way - pathWords.Count;
            pairs[at] = nasty is null ? "" : $"{pairs[at].Split('=')[0]}={nasty}";
            return call with { Query = string.Join('&', pairs) };
        }

        return call.Json is null
            ? call with { File = Mutations.Bytes(call.File!, random) }
            : call with { Json = random.Next(4) == 0 ? Encoding.UTF8.GetString(Mutations.Bytes(Encoding.UTF8.GetBytes(call.Json), random)) : Mutations.Json(call.Json, random) };
    }

    private Task<HttpResponseMessage> Send(string name, Call call)
    {
        var (path, query) = (Filled(call.Path), Filled(call.Query));
        HttpContent? body = call.Json is not null ? new StringContent(call.Json, Encoding.UTF8, "application/json") : call.File is not null ? TestServer.Form("art.svg", call.File) : null;
        return server.Http.SendAsync(new HttpRequestMessage(new HttpMethod(name.Split(' ')[0]), query.Length == 0 ? path : $"{path}?{query}") { Content = body });
    }

    private string Filled(string text) => words.Aggregate(text, (filled, word) => filled.Replace($"{{{word.Key}}}", word.Value, StringComparison.Ordinal));
}
