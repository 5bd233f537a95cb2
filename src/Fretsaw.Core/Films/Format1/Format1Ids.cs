using System.Text.Json.Nodes;

namespace Fretsaw.Core.Films.Format1;

/// <summary>Format 1 took ids of up to 200 characters, among them '/'. Those that break the rule get new ones, everywhere they are named. Names lose what cannot be written.</summary>
internal static class Format1Ids
{
    public static void Mend(JsonObject film)
    {
        var given = new HashSet<string>(StringComparer.Ordinal);
        Collect(film, given);
        var renamed = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var id in given.Where(id => !Ids.IsValid(id)).Order(StringComparer.Ordinal).ToList())
        {
            renamed[id] = Ids.Free(Ids.Of(id), free => !given.Contains(free));
            given.Add(renamed[id]);
        }

        Rename(film, renamed);
    }

    private static void Collect(JsonNode? node, HashSet<string> ids)
    {
        if (node is JsonObject one)
        {
            foreach (var (name, value) in one)
            {
                if (name == "id" && value is JsonValue text && text.TryGetValue<string>(out var id))
                {
                    ids.Add(id);
                }
                else if (name != "channels")
                {
                    Collect(value, ids);
                }
            }
        }
        else if (node is JsonArray many)
        {
            foreach (var item in many)
            {
                Collect(item, ids);
            }
        }
    }

    private static void Rename(JsonNode? node, Dictionary<string, string> renamed)
    {
        if (node is JsonObject one)
        {
            foreach (var (name, value) in one.ToList())
            {
                if (name == "name" && value is JsonValue called && called.TryGetValue<string>(out var text))
                {
                    one[name] = Names.Usable(text);
                }
                else if (name is not ("name" or "path") && New(value, renamed) is { } id)
                {
                    one[name] = id;
                }
                else
                {
                    Rename(value, renamed);
                }
            }
        }
        else if (node is JsonArray many)
        {
            for (var i = 0; i < many.Count; i++)
            {
                if (New(many[i], renamed) is { } id)
                {
                    many[i] = id;
                }
                else
                {
                    Rename(many[i], renamed);
                }
            }
        }
    }

    /// <summary>What a text becomes that is an id, or an address that holds one.</summary>
    private static string? New(JsonNode? node, Dictionary<string, string> renamed)
    {
        if (node is not JsonValue value || !value.TryGetValue<string>(out var text))
        {
            return null;
        }

        if (renamed.TryGetValue(text, out var id))
        {
            return id;
        }

        var pieces = text.Split('/');
        return pieces.Length == 3 && pieces.Any(renamed.ContainsKey) ? string.Join('/', pieces.Select(piece => renamed.GetValueOrDefault(piece, piece))) : null;
    }
}
