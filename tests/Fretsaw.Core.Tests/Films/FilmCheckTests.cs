using System.Text;
using System.Text.Json.Nodes;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Tests;

/// <summary>Every member of a film, written wrongly in every way that JSON allows: the film is read, or refused with a remedy.</summary>
public class FilmCheckTests
{
    /// <summary>Members whose numbers mean nothing but themselves.</summary>
    private static readonly HashSet<string> AnyWholeNumber = ["seed"];

    /// <summary>Texts that people choose, or that are read leniently by painters.</summary>
    private static readonly HashSet<string> AnyText = ["name", "path", "words", "says"];

    /// <summary>What may be missing.</summary>
    private static readonly HashSet<string> MayBeNull =
    [
        "fill", "gradient", "stroke", "raster", "ridesOn", "matte", "followThrough", "sway", "bend", "mirror", "limb", "limit", "shelf",
        "stagger", "drawing", "name", "gap", "roughRate", "range", "mouths",
    ];

    public static TheoryData<string> Paths => [.. Places(JsonNode.Parse(FilmJson.Write(FullFilm.Build()))!)];

    [Theory]
    [MemberData(nameof(Paths))]
    public void What_is_written_wrongly_is_refused_with_a_remedy(string path)
    {
        var name = path.Split('/').Last(piece => !int.TryParse(piece, out _));
        var now = At(JsonNode.Parse(FilmJson.Write(FullFilm.Build()))!, path);
        Assert.True(MayBeNull.Contains(name) || !Reads(path, null), $"{path} may be null");
        Assert.False(Reads(path, new JsonObject { ["odd"] = 1 }), $"{path} may be an object");
        switch (now)
        {
            case JsonArray:
                Assert.False(Reads(path, new JsonArray([null])), $"{path} may hold nothing in the place of a thing");
                break;
            case JsonValue value when value.TryGetValue<double>(out _):
                Assert.False(Reads(path, "many"), $"{path} may be a text");
                Assert.True(AnyWholeNumber.Contains(name) || (!Reads(path, 1e300) && !Reads(path, -1e300) && !Reads(path, int.MinValue)), $"{path} may be any number");
                break;
            case JsonValue value when value.TryGetValue<string>(out _):
                Assert.False(Reads(path, 7), $"{path} may be a number");
                Assert.True(AnyText.Contains(name) || !Reads(path, "a/b"), $"{path} may be any text");
                Assert.False(Reads(path, new string('x', 5_000_000)), $"{path} may be as long as it likes");
                break;
        }
    }

    [Theory]
    [MemberData(nameof(Paths))]
    public void What_is_left_out_is_what_it_is_by_itself_or_refused(string path) => Changed(path, node =>
    {
        var parent = node.Parent!;
        if (parent is JsonObject one)
        {
            one.Remove(path.Split('/')[^1]);
        }
        else
        {
            parent.AsArray().Remove(node);
        }
    });

    private static bool Reads(string path, JsonNode? value) => Changed(path, node =>
    {
        var piece = path.Split('/')[^1];
        if (node.Parent is JsonObject one)
        {
            one[piece] = value;
        }
        else
        {
            node.Parent!.AsArray()[int.Parse(piece, System.Globalization.CultureInfo.InvariantCulture)] = value;
        }
    });

    /// <returns>Whether the film could be read; any exception but the one with a remedy is a fault.</returns>
    private static bool Changed(string path, Action<JsonNode> change)
    {
        var film = JsonNode.Parse(FilmJson.Write(FullFilm.Build()))!;
        change(At(film, path)!);
        try
        {
            FilmJson.Read(Encoding.UTF8.GetBytes(film.ToJsonString()), "test");
            return true;
        }
        catch (FilmException problem)
        {
            Assert.NotEmpty(problem.Remedy);
            return false;
        }
    }

    private static JsonNode? At(JsonNode node, string path) => path.Split('/')
        .Aggregate((JsonNode?)node, (at, piece) => at is JsonArray list ? list[int.Parse(piece, System.Globalization.CultureInfo.InvariantCulture)] : at![piece]);

    /// <summary>Every member once, by the names on the way to it.</summary>
    private static IEnumerable<string> Places(JsonNode film)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        return Walk(film, "", "");

        IEnumerable<string> Walk(JsonNode? node, string path, string kind)
        {
            var children = node switch
            {
                JsonObject one => one.Select(pair => (pair.Key, pair.Value)),
                JsonArray many => many.Select((item, i) => (Key: i.ToString(System.Globalization.CultureInfo.InvariantCulture), Value: item)),
                _ => [],
            };
            foreach (var (key, value) in children)
            {
                var below = path.Length == 0 ? key : $"{path}/{key}";
                var sort = node is JsonArray ? $"{kind}/{(value as JsonObject)?["kind"]}" : $"{kind}/{key}";
                if (seen.Add(sort) && node is JsonObject)
                {
                    yield return below;
                }

                foreach (var deeper in Walk(value, below, sort))
                {
                    yield return deeper;
                }
            }
        }
    }
}
