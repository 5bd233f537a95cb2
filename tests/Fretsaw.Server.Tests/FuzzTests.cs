using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Fretsaw.Server.Tests;

/// <summary>
/// What is sent is changed at random: the server takes it or says what is wrong, soon, and goes on. Always the same changes, unless
/// FRETSAW_FUZZ_MINUTES asks for others for so long.
/// </summary>
public sealed class FuzzTests : IDisposable
{
    private const int Times = 200;

    /// <summary>Far more than anything here takes, on a slow machine too.</summary>
    private static readonly TimeSpan Soon = TimeSpan.FromSeconds(30);

    private static readonly string[] Edits =
    [
        """{"kind":"changeFilm","name":"Two","frameRate":25,"width":640,"height":360}""",
        """{"kind":"setKeys","shotId":"fog-horn","frame":12,"values":[{"address":{"owner":"camera","thing":"view","property":"roll"},"value":4}],"says":"Rolled"}""",
        """{"kind":"removeKeys","shotId":"fog-horn","frame":1,"addresses":[],"owner":"bramble"}""",
        """{"kind":"moveKeys","shotId":"fog-horn","from":1,"to":40,"addresses":[],"owner":"bramble"}""",
        """{"kind":"setGap","shotId":"fog-horn","frame":1,"gap":{"ease":{"kind":"slow","startPercent":50,"stopPercent":50},"held":false,"every":2},"addresses":[],"owner":"bramble"}""",
        """{"kind":"changeThing","shotId":"fog-horn","thingId":"bramble","x":100,"name":"Bramble"}""",
        """{"kind":"together","says":"Both","edits":[{"kind":"changeFilm","name":"Three"},{"kind":"holdHere","shotId":"fog-horn","frame":20,"addresses":[],"owner":"camera"}]}""",
    ];

    private static readonly string[] Questions =
    [
        """{"kind":"strip","shot":"fog-horn","owner":"camera"}""",
        """{"kind":"overlay","view":{"shot":"fog-horn"},"frame":4}""",
        """{"kind":"values","view":{"shot":"fog-horn"},"frame":4,"owner":"bramble","thing":"body"}""",
        """{"kind":"elevation","shot":"fog-horn","frame":4}""",
        """{"kind":"hit","view":{"shot":"fog-horn","aspect":1.5},"frame":4,"at":{"x":300,"y":200}}""",
        """{"kind":"chart","gap":{"ease":{"kind":"slow","startPercent":50,"stopPercent":50},"held":false,"every":1},"frames":12}""",
    ];

    private static readonly string[] Wishes =
    [
        """{"kind":"keyStand","shot":"fog-horn","owner":"bramble","frame":9}""",
        """{"kind":"focusOn","shot":"fog-horn","thing":"bramble","frame":9}""",
        """{"kind":"backToRest","shot":"fog-horn","owner":"bramble","frame":9}""",
    ];

    private const string Drawing = """
        <svg xmlns="http://www.w3.org/2000/svg" width="90" height="90" viewBox="0 0 90 90"><defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#123"/></linearGradient>
        <g id="leaf"><path d="M0 0C9 9 20 4 30 0Z"/></g></defs><g id="tail" transform="rotate(12) translate(3 4)"><rect width="40" height="20" fill="url(#g)" stroke="#000" stroke-dasharray="3 2"/><use href="#leaf" x="4"/></g>
        <circle cx="50" cy="50" r="20" style="fill:#a00;opacity:.5"/></svg>
        """;

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task What_is_changed_is_good_as_it_is()
    {
        foreach (var edit in Edits)
        {
            await server.Edit("demo", edit);
        }

        foreach (var (path, json) in Questions.Select(json => ("ask", json)).Concat(Wishes.Select(json => ("wish", json))))
        {
            var answer = await Send($"/api/films/demo/{path}", json);
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        }

        await server.Upload("/api/films/demo/puppets", "art.svg", Encoding.UTF8.GetBytes(Drawing));
        await server.Upload("/api/films/demo/puppets", "art.ora", Stack(await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=48")));
    }

    [Fact]
    public Task Edits_questions_and_wishes_are_taken_or_refused() => Run(async random =>
    {
        var edit = Mutations.Json($$"""{"baseSeq":{{(await server.Get("/api/films/demo")).GetProperty("seq")}},"edit":{{Edits[random.Next(Edits.Length)]}}}""", random);
        await Send("/api/films/demo/edits", edit);
        await Send("/api/films/demo/ask", Mutations.Json(Questions[random.Next(Questions.Length)], random));
        await Send("/api/films/demo/wish", Mutations.Json(Wishes[random.Next(Wishes.Length)], random));
        await Answered(edit, server.Http.GetAsync("/api/films/demo/draw-list?shot=fog-horn&frame=1"));
    });

    [Fact]
    public Task Art_is_taken_or_refused() => Run(async random =>
    {
        var picture = await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=48");
        byte[][] files = [Encoding.UTF8.GetBytes(Drawing), picture, Stack(picture)];
        var changed = Mutations.Bytes(files[random.Next(files.Length)], random);
        using var form = TestServer.Form("art.svg", changed);
        await Answered(Convert.ToBase64String(changed), server.Http.PostAsync("/api/films/demo/puppets", form));
    });

    [Fact]
    public async Task Films_are_taken_or_refused_and_those_that_are_taken_can_be_drawn()
    {
        var bundle = await server.Http.GetByteArrayAsync("/api/films/demo/bundle");
        var film = (await server.Film()).GetRawText();

        // Drawings are most of the text and would take most of the changes.
        var (json, drawings) = Parts(film);
        await Run(async random =>
        {
            var changed = Mutations.Json(random.Next(3) == 0 ? drawings : json, random);
            var whole = Whole(film, changed);
            using var form = TestServer.Form("film.fretsaw", With(bundle, whole));
            var answer = await Answered(changed, server.Http.PostAsync("/api/films/bundle", form));
            if (answer.IsSuccessStatusCode)
            {
                var id = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["id"]!.GetValue<string>();
                foreach (var shot in (await server.Film(id)).GetProperty("shots").EnumerateArray().Take(1))
                {
                    await Answered(changed, server.Http.GetAsync($"/api/films/{id}/draw-list?shot={shot.GetProperty("id").GetString()}&frame=1"));
                }

                await server.Http.DeleteAsync($"/api/films/{id}");
            }
        });
    }

    private static async Task Run(Func<Random, Task> once)
    {
        var minutes = double.Parse(Environment.GetEnvironmentVariable("FRETSAW_FUZZ_MINUTES") ?? "0", CultureInfo.InvariantCulture);
        var (watch, first) = (Stopwatch.StartNew(), minutes > 0 ? Environment.TickCount : 1);
        for (var i = 0; i < Times || watch.Elapsed.TotalMinutes < minutes; i++)
        {
            try
            {
                await once(new Random(first + i));
            }
            catch (Exception problem) when (problem is not Xunit.Sdk.XunitException)
            {
                throw new InvalidOperationException($"Seed {first + i}", problem);
            }
        }
    }

    private Task<HttpResponseMessage> Send(string path, string json) =>
        Answered(json, server.Http.PostAsync(path, new StringContent(json, Encoding.UTF8, new MediaTypeHeaderValue("application/json"))));

    private static async Task<HttpResponseMessage> Answered(string what, Task<HttpResponseMessage> request)
    {
        var watch = Stopwatch.StartNew();
        var answer = await request;
        Assert.True((int)answer.StatusCode < 500, $"{(int)answer.StatusCode} for {what[..Math.Min(what.Length, 4000)]}");
        Assert.True(watch.Elapsed < Soon, $"{watch.Elapsed} for {what[..Math.Min(what.Length, 4000)]}");
        return answer;
    }

    private static (string Others, string Drawings) Parts(string film)
    {
        var rest = JsonNode.Parse(film)!.AsObject();
        var drawings = new JsonObject { ["drawings"] = rest["drawings"]!.DeepClone() };
        rest.Remove("drawings");
        return (rest.ToJsonString(), drawings.ToJsonString());
    }

    /// <summary>The film with the members that were changed, and its other ones.</summary>
    private static string Whole(string film, string changed)
    {
        var whole = JsonNode.Parse(film)!.AsObject();
        var parts = JsonNode.Parse(changed)!.AsObject();
        foreach (var name in parts.Select(pair => pair.Key).ToList())
        {
            whole[name] = parts[name]?.DeepClone();
        }

        return whole.ToJsonString();
    }

    private static byte[] With(byte[] bundle, string film)
    {
        using var stream = new MemoryStream();
        stream.Write(bundle);
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Update, leaveOpen: true))
        {
            zip.GetEntry("film.json")!.Delete();
            using var entry = zip.CreateEntry("film.json").Open();
            entry.Write(Encoding.UTF8.GetBytes(film));
        }

        return stream.ToArray();
    }

    private static byte[] Stack(byte[] picture)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in new[] { ("stack.xml", """<image w="48" h="27"><stack><layer name="a" src="a.png" x="2" opacity="0.5"/></stack></image>"""u8.ToArray()), ("a.png", picture) })
            {
                using var entry = zip.CreateEntry(name, CompressionLevel.NoCompression).Open();
                entry.Write(bytes);
            }
        }

        return stream.ToArray();
    }
}
