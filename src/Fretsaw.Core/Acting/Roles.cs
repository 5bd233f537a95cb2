using System.Text.RegularExpressions;

namespace Fretsaw.Core.Acting;

/// <summary>
/// What a control does on a puppet, by the words in its name: a paw near is what another puppet calls its hand, near. The words are
/// those that animators use for limbs and faces (common practice; English, as names of our own are).
/// </summary>
public static partial class Roles
{
    /// <summary>Words of one row mean the same; the more telling rows come first.</summary>
    private static readonly string[][] Rows =
    [
        ["hand", "paw", "fist", "claw", "wingtip"],
        ["foot", "boot", "shoe", "hoof", "hindpaw"],
        ["arm", "foreleg", "wing"],
        ["leg", "hindleg"],
        ["mouth", "beak", "muzzle", "snout", "jaw"],
        ["body", "trunk", "torso", "chest"],
        ["left", "l"],
        ["right", "r"],
        ["near", "front"],
        ["far", "back"],
        ["upper", "thigh"],
        ["lower", "shin"],
    ];

    private static readonly Dictionary<string, string> Meaning = Rows.SelectMany(row => row.Select(word => (word, row[0]))).ToDictionary(pair => pair.word, pair => pair.Item2, StringComparer.Ordinal);

    /// <returns>The meanings of a name's words, in an order of their own; "" where none of them tells anything.</returns>
    public static string Of(string name)
    {
        var words = Word().Matches(name.ToLowerInvariant()).Select(match => match.Value).ToList();
        return words.Exists(Meaning.ContainsKey) ? string.Join(' ', words.Select(word => Meaning.GetValueOrDefault(word, word)).Distinct().Order(StringComparer.Ordinal)) : "";
    }

    [GeneratedRegex(@"[\p{L}\p{N}]+")]
    private static partial Regex Word();
}
