using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
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
        var now = new JsonObject { ["start"] = start, ["names"] = names, ["steps"] = steps, ["every"] = Every() }.ToJsonString();
        var file = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(Here())!, "../../../web/src/state/change.fixture.json"));
        var fresh = Path.Combine(Path.GetTempPath(), "change.fixture.json");
        File.WriteAllText(fresh, now);
        Assert.True(File.Exists(file) && JsonNode.DeepEquals(JsonNode.Parse(File.ReadAllText(file)), JsonNode.Parse(now)), $"{file} is old: {fresh} is what the core says now.");
    }

    /// <summary>
    /// One of every kind of edit to the full film, and what looks otherwise after it when it is asked anew: the owners whose strip or card's
    /// picture, the shots whose picture. The page (web/src/state/since.ts) must not go on showing those as it remembers them.
    /// </summary>
    private static JsonArray Every()
    {
        var full = Showing(EditSamples.Full);
        var before = Seen(full);
        return [.. EditSamples.All.Select(edit =>
        {
            var after = edit.Apply(full);
            var other = Seen(after).Where(one => before.TryGetValue(one.Key, out var was) && !one.Value.AsSpan().SequenceEqual(was)).Select(one => one.Key).Distinct();
            return new JsonObject
            {
                ["edit"] = edit.GetType().Name,
                ["change"] = JsonSerializer.SerializeToNode(FilmChange.Between(full, after), EngineJson.Default.FilmChange),
                ["other"] = new JsonArray([.. other.Select(one => (JsonNode)new JsonArray(one.Shot, one.Owner))]),
            };
        })];
    }

    /// <summary>With nothing hidden, on every frame a drawing, and with the expression seen.</summary>
    private static Film Showing(Film film)
    {
        film = film with { Puppets = [.. film.Puppets.Select(puppet => puppet with { Parts = [.. puppet.Parts.Select(part => part with { Hidden = false })] })] };
        film = film with { Shots = [.. film.Shots.Select(shot => shot with { Things = [.. shot.Things.Select(thing => thing with { Hidden = false })], Steps = [], RoughRate = null })] };
        return new SetKeys("s", 6, [new KeyValue(new Address("use", "worried", "amount"), 60), new KeyValue(Address.OfCamera("truck"), 0), new KeyValue(Address.OfCamera("boom"), 0)]).Apply(film);
    }

    /// <param name="Owner">Empty for the picture of the whole shot.</param>
    private readonly record struct Place(string Shot, string Owner);

    private static Dictionary<Place, byte[]> Seen(Film film)
    {
        var session = new Session(film);
        var seen = new Dictionary<Place, byte[]>();
        foreach (var shot in film.Shots)
        {
            var frames = Enumerable.Range(0, 11).Select(i => Math.Min(1 + (i * 3), shot.Length)).Distinct().ToList();
            seen[new Place(shot.Id, "")] = Pictures(new View(shot.Id));
            foreach (var owner in shot.Things.Select(thing => thing.Id).Append(Address.Camera).Append(Address.Wind))
            {
                var strip = JsonSerializer.SerializeToUtf8Bytes(session.Ask(new StripQuestion(shot.Id, owner)), EngineJson.Default.Answer);
                seen[new Place(shot.Id, owner)] = shot.Things.Any(thing => thing.Id == owner && thing.Body is Cast) ? [.. strip, .. Pictures(new View(shot.Id, Cast: owner))] : strip;
            }

            byte[] Pictures(View view) => [.. frames.SelectMany(frame => session.DrawFrame(view, frame).ToArray())];
        }

        return seen;
    }

    private static string Here([CallerFilePath] string path = "") => path;

    private static JsonNode? Node(Film film) => JsonNode.Parse(FilmJson.Write(film));
}
