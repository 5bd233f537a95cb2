using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Server.Tests;

/// <summary>A page whose core still starts drags and edits through the server; held against the core's own session.</summary>
public sealed class StandInTests : IDisposable
{
    private static readonly View Horn = new("fog-horn");
    private static readonly Gesture Nod = new(Horn, 40, new Grip(GripKind.Turn, "bone-neck", "bramble"), new Point(700, 300));

    private readonly TestServer server = new();

    public void Dispose() => server.Dispose();

    [Theory]
    [InlineData(GripKind.Turn, "bone-neck", "bramble")]
    [InlineData(GripKind.Pin, "scarf-tip", "bramble")]
    [InlineData(GripKind.Thing, "boats", null)]
    [InlineData(GripKind.Look, "view", null)]
    public async Task What_a_drag_shows_asks_and_makes_is_what_the_core_says(GripKind kind, string thing, string? owner)
    {
        var gesture = Nod with { Grip = new Grip(kind, thing, owner) };
        var to = new Point(760, 330);
        var session = new Session(FilmJson.Read(await server.Http.GetByteArrayAsync("/api/films/demo/film.json"), "demo"));
        session.Begin(gesture);
        session.Move(to);

        var shown = await Post("/draw-list?frame=40&shot=fog-horn", gesture, to);
        Assert.Equal(session.DrawFrame(Horn, 40).ToArray(), await shown.Content.ReadAsByteArrayAsync());

        var overlay = new OverlayQuestion(Horn, 40);
        var asked = await Post("/ask", gesture, to, overlay);
        Assert.Equal(JsonSerializer.Serialize(session.Ask(overlay), EngineJson.Default.Answer), await asked.Content.ReadAsStringAsync());

        var made = await (await Post("", gesture, to)).Content.ReadAsStringAsync();
        var edit = JsonNode.Parse(made)!;
        Assert.Equal(JsonSerializer.Serialize(session.End()!, EngineJson.Default.Edit), made);

        // Nothing is kept until the page sends the edit like any other.
        Assert.Equal(0, (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64());
        await server.Edit("demo", edit.ToJsonString());
        Assert.Equal(1, (await server.Get("/api/films/demo")).GetProperty("seq").GetInt64());
    }

    [Fact]
    public async Task What_a_wish_comes_to_and_what_edits_changed_is_what_the_core_says()
    {
        var session = new Session(FilmJson.Read(await server.Http.GetByteArrayAsync("/api/films/demo/film.json"), "demo"));
        var told = new List<string>();
        foreach (var frame in new[] { 41, 43, 45 })
        {
            var wish = new KeyPose("fog-horn", "bramble", frame);
            var worked = await (await server.Http.PostAsync("/api/films/demo/work-out", Json(JsonSerializer.Serialize(wish, EngineJson.Default.Wish)))).Content.ReadAsStringAsync();
            var edit = session.Work(wish);
            Assert.Equal(JsonSerializer.Serialize(edit, EngineJson.Default.Edit), worked);
            await server.Edit("demo", worked);
            told.Add(JsonSerializer.Serialize(session.Apply(edit), EngineJson.Default.FilmChange));
        }

        // Also of one that others have followed.
        for (var edit = 1; edit <= told.Count; edit++)
        {
            Assert.Equal(told[edit - 1], await server.Http.GetStringAsync($"/api/films/demo/edits/{edit}/change"));
        }

        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/films/demo/edits/4/change")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync("/api/films/demo/edits/0/change")).StatusCode);
    }

    [Fact]
    public async Task A_grip_on_what_is_not_there_is_refused()
    {
        var nobody = Nod with { Grip = new Grip(GripKind.Turn, "bone-neck", "nobody") };
        foreach (var path in new[] { "", "/draw-list?frame=40&shot=fog-horn" })
        {
            var answer = await Post(path, nobody, new Point(1, 2));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains("select one that is", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }
    }

    private Task<HttpResponseMessage> Post(string path, Gesture gesture, Point to, Question? question = null)
    {
        var body = new JsonObject
        {
            ["gesture"] = JsonSerializer.SerializeToNode(gesture, EngineJson.Default.Gesture),
            ["to"] = new JsonObject { ["x"] = to.X, ["y"] = to.Y },
        };
        if (question is not null)
        {
            body["question"] = JsonSerializer.SerializeToNode(question, EngineJson.Default.Question);
        }

        return server.Http.PostAsync($"/api/films/demo/drag{path}", Json(body.ToJsonString()));
    }

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");
}
