using System.IO.Compression;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Tests;

namespace Fretsaw.Server.Tests;

/// <summary>What is sent is changed at random: the server takes it or says what is wrong, soon, and goes on.</summary>
public sealed class FuzzTests : IDisposable
{
    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    /// <summary>On the film that has everything in it; what every edit leaves behind is held in the core's own tests.</summary>
    [Fact]
    public async Task Edits_questions_and_wishes_of_every_kind_are_taken_or_refused()
    {
        var film = await server.Full();
        string[] edits = [.. EditSamples.All.Select(edit => Encoding.UTF8.GetString(EditJson.Write(edit)))];
        string[] questions = [.. QuestionSamples.All.Select(question => JsonSerializer.Serialize(question, EngineJson.Default.Question))];
        string[] wishes = [.. WishSamples.All.Select(wish => JsonSerializer.Serialize(wish, EngineJson.Default.Wish))];
        await Fuzzing.Run(async random =>
        {
            var seq = (await server.Get($"/api/films/{film}")).GetProperty("seq");
            var edit = Mutations.Json($$"""{"baseSeq":{{seq}},"edit":{{edits[random.Next(edits.Length)]}}}""", random);
            var made = await Send($"/api/films/{film}/edits", edit);
            await Send($"/api/films/{film}/ask", Mutations.Json(questions[random.Next(questions.Length)], random));
            await Fuzzing.Answered(edit, server.Http.GetAsync($"/api/films/{film}/draw-list?shot=s&frame=1"));
            if (made.IsSuccessStatusCode)
            {
                await server.Post($"/api/films/{film}/undo");
            }

            if ((await Send($"/api/films/{film}/wish", Mutations.Json(wishes[random.Next(wishes.Length)], random))).IsSuccessStatusCode)
            {
                await server.Post($"/api/films/{film}/undo");
            }
        });
    }

    [Fact]
    public Task Art_is_taken_or_refused() => Fuzzing.Run(async random =>
    {
        var picture = await server.Http.GetByteArrayAsync("/api/films/demo/shots/fog-horn/frames/1.png?width=48");
        byte[][] files = [Encoding.UTF8.GetBytes(SmallArt.Drawing), picture, SmallArt.Stack(picture)];
        var changed = Mutations.Bytes(files[random.Next(files.Length)], random);
        using var form = TestServer.Form("art.svg", changed);
        await Fuzzing.Answered(Convert.ToBase64String(changed), server.Http.PostAsync("/api/films/demo/puppets", form));
    });

    [Fact]
    public async Task Films_are_taken_or_refused_and_those_that_are_taken_can_be_drawn()
    {
        var bundle = await server.Http.GetByteArrayAsync("/api/films/demo/bundle");
        var film = (await server.Film()).GetRawText();

        // Drawings are most of the text and would take most of the changes.
        var (json, drawings) = Parts(film);
        await Fuzzing.Run(async random =>
        {
            var changed = Mutations.Json(random.Next(3) == 0 ? drawings : json, random);
            var whole = Whole(film, changed);
            using var form = TestServer.Form("film.fretsaw", With(bundle, whole));
            var answer = await Fuzzing.Answered(changed, server.Http.PostAsync("/api/films/bundle", form));
            if (answer.IsSuccessStatusCode)
            {
                var id = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["id"]!.GetValue<string>();
                foreach (var shot in (await server.Film(id)).GetProperty("shots").EnumerateArray().Take(1))
                {
                    await Fuzzing.Answered(changed, server.Http.GetAsync($"/api/films/{id}/draw-list?shot={shot.GetProperty("id").GetString()}&frame=1"));
                }

                await server.Http.DeleteAsync($"/api/films/{id}");
            }
        });
    }

    private Task<HttpResponseMessage> Send(string path, string json) =>
        Fuzzing.Answered(json, server.Http.PostAsync(path, new StringContent(json, Encoding.UTF8, new MediaTypeHeaderValue("application/json"))));

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
}
