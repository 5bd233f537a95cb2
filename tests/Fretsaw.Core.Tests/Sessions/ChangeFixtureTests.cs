using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>
/// The page applies changes that the core tells (web/src/state/change.ts), and calls things by their names (select.ts). Both read one
/// file: the core's test holds that it says what the core does, the page's tests that the page comes to the same film and names.
/// </summary>
public class ChangeFixtureTests
{
    private static readonly Edit[] Edits =
    [
        new ChangeFilm { Name = "Two" },
        new RemovePart("pup", "limb"),
        new MovePart("pup", "pinned", 3),
        new KneadMesh("pup", "pinned", "knead", [new KneadStroke(KneadBrush.Push, new Geometry.Point(9, 9), new Geometry.Point(3, 0), 8, 1, 0.5)]),
        new PaintWeights("pup", "bent", [new WeightStroke("low", new Geometry.Point(5, 5), 9, 1, 0.5, 1)]),
        new ChangeBone("pup", "up") { Name = "Upper" },
        new AddShot(new Shot { Id = "next", Name = "Next" }),
        new ChangeThing("s", "flat") { X = 1 },
        new MoveThing("s", "use", 0),
        new RemoveShake("s", "shake"),
        new SetKeys("s", 12, [new KeyValue(new Address("use", "up", "turn"), 30)]),
        new RemovePuppet("pup"),
    ];

    [Fact]
    public void The_file_says_what_the_core_does()
    {
        var session = new Session(FullFilm.Build());
        var steps = new JsonArray();
        var start = Node(session.Outline());
        foreach (var edit in Edits)
        {
            var change = session.Apply(edit);
            steps.Add(new JsonObject { ["edit"] = edit.Title, ["change"] = JsonSerializer.SerializeToNode(change, EngineJson.Default.FilmChange), ["after"] = Node(session.Outline()) });
        }

        var names = new JsonObject(Names.InPuppet(FullFilm.Build().Puppets[0]).Select(named => KeyValuePair.Create(named.Id, (JsonNode?)JsonValue.Create(named.Name))));
        var now = new JsonObject { ["start"] = start, ["names"] = names, ["steps"] = steps }.ToJsonString();
        var file = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(Here())!, "../../../web/src/state/change.fixture.json"));
        var fresh = Path.Combine(Path.GetTempPath(), "change.fixture.json");
        File.WriteAllText(fresh, now);
        Assert.True(File.Exists(file) && JsonNode.DeepEquals(JsonNode.Parse(File.ReadAllText(file)), JsonNode.Parse(now)), $"{file} is old: {fresh} is what the core says now.");
    }

    private static string Here([CallerFilePath] string path = "") => path;

    private static JsonNode? Node(Film film) => JsonNode.Parse(FilmJson.Write(film));
}
