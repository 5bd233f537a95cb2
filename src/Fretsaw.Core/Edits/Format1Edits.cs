using System.Text.Json;
using System.Text.Json.Nodes;
using Fretsaw.Core.Films;
using Fretsaw.Core.Films.Format1;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Edits as logs of format 1 have them, in the words of today. Flats and puppets had edits of their own, addresses were texts, gaps an
/// enumeration, and choices numbers; what takes an edit back is not read but found anew.
/// </summary>
public static class Format1Edits
{
    /// <param name="film">As it was before the edit, in today's format.</param>
    /// <exception cref="FilmException">It is no edit of format 1.</exception>
    /// <exception cref="JsonException">It is no edit of format 1.</exception>
    public static Edit Read(ReadOnlySpan<byte> utf8, Film film)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = 48 });
        return JsonNode.Parse(ref reader) is JsonObject edit ? Read(edit, film) : throw new JsonException("An edit is an object.");
    }

    private static Edit Read(JsonObject edit, Film film)
    {
        switch (Text(edit, "kind"))
        {
            case "together":
                return Together(edit, film);
            case "addShot":
                return new AddShot(Format1Stage.ToFormat2((edit["shot"] ?? throw Missing("shot")).Deserialize(JsonReaders.ForOlder<Format1Shot>(Format1Json.Default)) ?? throw Missing("shot"), film.Puppets));
            case "addCast":
                return new AddThing(Text(edit, "shotId"), Format1Stage.Of((edit["member"] ?? throw Missing("member")).Deserialize(JsonReaders.ForOlder<Format1Cast>(Format1Json.Default)) ?? throw Missing("member")));
            case "addFlat":
                return new AddThing(
                    Text(edit, "shotId"), Format1Stage.Of((edit["flat"] ?? throw Missing("flat")).Deserialize(JsonReaders.ForOlder<Format1Flat>(Format1Json.Default)) ?? throw Missing("flat")),
                    edit["drawing"]?.Deserialize(JsonReaders.ForOlder<Drawing>(FilmJson.Default)));
            case "changeCast" or "changeFlat" or "removeCast" or "removeFlat" or "moveFlat":
                Thing(edit);
                break;
            case "setKeys":
                edit["values"] = new JsonArray([.. List(edit["values"]).OfType<JsonObject>().Select(value => Keyed(value, Text(edit, "shotId"), film))]);
                break;
            case "removeKeys" or "moveKeys" or "setGap" or "holdHere":
                Addressed(edit);
                break;
            case "addPuppet" or "takeFromShelf" when edit["puppet"] is JsonObject puppet:
                Format1Reader.Stations(puppet);
                break;
            case "putDial" when edit["dial"] is JsonObject dial:
                Format1Reader.Stations(dial, film.Puppets.FirstOrDefault(puppet => puppet.Id == Text(edit, "puppetId")));
                break;
        }

        return edit.Deserialize(JsonReaders.ForOlder<Edit>(EditJson.Default)) ?? throw new JsonException("There is no edit.");
    }

    private static Together Together(JsonObject edit, Film film)
    {
        var edits = new List<Edit>();
        foreach (var one in List(edit["edits"]).OfType<JsonObject>())
        {
            edits.Add(Read((JsonObject)one.DeepClone(), film));
            film = edits[^1].Apply(film);
        }

        return new Together(Text(edit, "says"), edits);
    }

    private static void Thing(JsonObject edit)
    {
        edit["kind"] = Text(edit, "kind") switch { "moveFlat" => "moveThing", ['r', ..] => "removeThing", _ => "changeThing" };
        edit["thingId"] = (edit["castId"] ?? edit["flatId"])?.DeepClone();
        if (edit["scale"] is JsonValue scale && scale.TryGetValue<double>(out var factor))
        {
            edit["sizePercent"] = factor * 100;
        }

        foreach (var old in (string[])["castId", "flatId", "scale"])
        {
            edit.Remove(old);
        }
    }

    private static JsonObject Keyed(JsonObject value, string shotId, Film film)
    {
        var address = Format1Stage.Parse(Text(value, "address"));
        var number = value["value"] is JsonValue given && given.TryGetValue<double>(out var n) ? n : 0;
        var keyed = new JsonObject { ["address"] = Of(address) };
        if (address.Property == Properties.Planted.Name)
        {
            keyed["choice"] = number > 0.5 ? Properties.OnStage : "";
        }
        else if (film.Shots.FirstOrDefault(shot => shot.Id == shotId) is { } shot && Properties.Find(film, shot, address) is { Jumps: true } property)
        {
            keyed["choice"] = property.IdOf(number);
        }
        else
        {
            keyed["value"] = number;
        }

        return keyed;
    }

    private static void Addressed(JsonObject edit)
    {
        edit["addresses"] = new JsonArray([.. List(edit["addresses"]).Select(text => Of(Format1Stage.Parse(text?.GetValue<string>() ?? "")))]);
        if (edit["chart"] is JsonValue chart)
        {
            edit["gap"] = JsonSerializer.SerializeToNode(Format1Stage.Of(Enum.Parse<Format1Chart>(chart.GetValue<string>())), EditJson.Default.Gap);
            edit.Remove("chart");
        }
    }

    private static JsonObject Of(Address address) => new() { ["owner"] = address.Owner, ["thing"] = address.Thing, ["property"] = address.Property };

    private static JsonArray List(JsonNode? node) => node as JsonArray ?? [];

    private static string Text(JsonObject edit, string name) =>
        edit[name] is JsonValue value && value.TryGetValue<string>(out var text) ? text : throw Missing(name);

    private static JsonException Missing(string name) => new($"The edit has no {name}.");
}
