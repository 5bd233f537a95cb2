using System.Text.Json.Nodes;

namespace Fretsaw.Core.Tests;

/// <summary>Changes something at random, the same with the same seed.</summary>
internal static class Mutations
{
    private static readonly Func<JsonNode?>[] Nasty =
    [
        () => null, () => -1, () => 0, () => 1e308, () => -1e308, () => int.MaxValue, () => 0.5, () => "", () => "a/b", () => "\u0001", () => new string('x', 10_000),
        () => true, () => new JsonArray(), () => new JsonArray(null, null), () => new JsonObject(), () => new JsonObject { ["kind"] = "nothing" },
    ];

    /// <summary>One to three members of a JSON text, replaced, removed, or put twice into their list.</summary>
    public static string Json(string json, Random random)
    {
        var root = JsonNode.Parse(json)!;
        for (var times = random.Next(1, 4); times > 0; times--)
        {
            var nodes = Below(root).ToList();
            if (nodes.Count > 0)
            {
                Change(nodes[random.Next(nodes.Count)], random);
            }
        }

        return root.ToJsonString();
    }

    /// <summary>A few bytes changed, or a piece cut out, doubled, or filled with one byte.</summary>
    public static byte[] Bytes(byte[] bytes, Random random)
    {
        var list = bytes.ToList();
        for (var times = random.Next(1, 5); times > 0 && list.Count > 1; times--)
        {
            var at = random.Next(list.Count);
            var length = Math.Min(list.Count - at, random.Next(1, 64));
            switch (random.Next(4))
            {
                case 0:
                    list[at] = (byte)random.Next(256);
                    break;
                case 1:
                    list.RemoveRange(at, length);
                    break;
                case 2:
                    list.InsertRange(at, list.GetRange(at, length));
                    break;
                default:
                    list.GetRange(at, length).ForEach(_ => list[at++] = 0xFF);
                    break;
            }
        }

        return [.. list];
    }

    private static void Change((JsonNode Parent, object Key) member, Random random)
    {
        var value = Nasty[random.Next(Nasty.Length)]();
        switch (member.Parent)
        {
            case JsonObject one when random.Next(5) == 0:
                one.Remove((string)member.Key);
                break;
            case JsonObject one:
                one[(string)member.Key] = value;
                break;
            case JsonArray many when random.Next(3) == 0:
                many.Add(many[(int)member.Key]?.DeepClone());
                break;
            case JsonArray many:
                many[(int)member.Key] = value;
                break;
        }
    }

    private static IEnumerable<(JsonNode Parent, object Key)> Below(JsonNode? node)
    {
        IEnumerable<(object Key, JsonNode? Value)> children = node switch
        {
            JsonObject one => one.Select(pair => ((object)pair.Key, pair.Value)),
            JsonArray many => many.Select((item, i) => ((object)i, item)),
            _ => [],
        };
        return children.SelectMany(child => Below(child.Value).Prepend((node!, child.Key)));
    }
}
