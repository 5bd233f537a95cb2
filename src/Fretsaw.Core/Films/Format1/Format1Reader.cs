using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Fretsaw.Core.Films.Format1;

/// <summary>
/// Reads a film of format 1, which paints the same pictures as before. Format 1 had flats beside puppets, channels of numbers with
/// a chart on every key, and chose swaps by their place in the list; everything else was as it is.
/// </summary>
internal static class Format1Reader
{
    public const int Version = 1;

    /// <exception cref="JsonException">The text is no film.</exception>
    public static Film Read(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = FilmJson.Depth });
        if (Node(ref reader) is not JsonObject film)
        {
            throw new JsonException("A film is an object.");
        }

        Format1Ids.Mend(film);
        if (film.TryGetPropertyValue("shots", out var shots) && shots is null)
        {
            throw new JsonException("There is no list of shots.");
        }

        film.Remove("shots");
        film["version"] = Film.CurrentVersion;
        foreach (var puppet in Objects(film["puppets"]))
        {
            Stations(puppet);
        }

        var read = film.Deserialize(JsonReaders.ForOlder<Film>(FilmJson.Default)) ?? throw new JsonException("There is no film.");
        FilmCheck.Some(read.Puppets, "film", "puppets", FilmCheck.MaxThings);
        var old = shots is null ? [] : shots.Deserialize(JsonReaders.ForOlder<ImmutableArray<Format1Shot>>(Format1Json.Default));
        FilmCheck.Some(old, "film", "shots", FilmCheck.MaxThings);
        return read with { Shots = [.. old.Select(shot => Format1Stage.ToFormat2(shot, read.Puppets))] };
    }

    /// <summary>A name that stands twice in an object, which other readers take the last of, is refused.</summary>
    private static JsonNode? Node(ref Utf8JsonReader reader)
    {
        try
        {
            var node = JsonNode.Parse(ref reader);

            // A JsonObject finds out only when it is first used.
            Visit(node);
            return node;
        }
        catch (ArgumentException problem)
        {
            throw new JsonException(problem.Message, problem);
        }
    }

    private static void Visit(JsonNode? node)
    {
        foreach (var child in node switch { JsonObject one => one.Select(pair => pair.Value), JsonArray many => many, _ => [] })
        {
            Visit(child);
        }
    }

    /// <summary>What dials choose was a number, too, and follow-through was called "follow".</summary>
    public static void Stations(JsonObject puppet)
    {
        foreach (var dial in Objects(puppet["dials"]))
        {
            Stations(dial, part => [.. Objects(Objects(puppet["parts"]).FirstOrDefault(one => Text(one["id"]) == part)?["swaps"]).Select(swap => Text(swap["id"]) ?? "")]);
        }
    }

    /// <summary>The same of one dial of a puppet that has been read.</summary>
    public static void Stations(JsonObject dial, Puppet? puppet) =>
        Stations(dial, part => [.. puppet?.Parts.FirstOrDefault(one => one.Id == part)?.Swaps.Select(swap => swap.Id) ?? []]);

    private static void Stations(JsonObject dial, Func<string?, ImmutableArray<string>> swapsOf)
    {
        foreach (var value in Objects(dial["stations"]).SelectMany(station => Objects(station["values"])))
        {
            var (thing, property) = (Text(value["thing"]), Text(value["property"]));
            if (property == "follow")
            {
                value["property"] = Properties.FollowThrough.Name;
            }
            else if (property is "swap" or "planted")
            {
                var number = value["value"] is JsonValue given && given.TryGetValue<double>(out var n) ? n : 0;
                value["choice"] = property == "planted"
                    ? (number > 0.5 ? Properties.OnStage : "")
                    : SwapId(swapsOf(thing), number);
                value.Remove("value");
            }
        }
    }

    /// <summary>0 showed the part's own drawing, n the nth swap, and what was out of range its own again.</summary>
    public static string SwapId(ImmutableArray<string> swaps, double number)
    {
        var shows = (int)Math.Round(Math.Clamp(number, -1, 1e6));
        return shows <= 0 || shows > swaps.Length ? "" : swaps[shows - 1];
    }

    private static IEnumerable<JsonObject> Objects(JsonNode? list) => list is JsonArray array ? array.OfType<JsonObject>() : [];

    private static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
}
