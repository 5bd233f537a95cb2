using System.Text.RegularExpressions;

namespace Fretsaw.Core.Films;

/// <summary>Two things of a puppet that are each other's other side; with itself a thing has none.</summary>
/// <param name="One">Id of a part, bone, pin, reach, dial, knead or form.</param>
public sealed record MirrorPair(string One, string Other);

/// <summary>How a pose is mirrored.</summary>
public enum Mirror
{
    /// <summary>What goes across goes the other way, on the same things.</summary>
    InPlace,

    /// <summary>And left takes what right has, by the puppet's pairs.</summary>
    Sides,
}

/// <summary>Which thing of a puppet is which one's other side: by pairs that somebody made, else by the words in their names.</summary>
public static partial class Mirroring
{
    private static readonly (string One, string Other)[] Words = [("left", "right"), ("l", "r"), ("near", "far")];

    /// <returns>By id; a thing without another side has itself.</returns>
    public static IReadOnlyDictionary<string, string> Of(Puppet puppet)
    {
        var things = Names.InPuppet(puppet).Where(named => named.Kind is not (ThingKind.Swap or ThingKind.Patch)).DistinctBy(named => named.Id).ToList();
        var byName = things.GroupBy(named => (named.Kind, named.Name.ToLowerInvariant())).ToDictionary(group => group.Key, group => group.First().Id);
        var partners = things.ToDictionary(named => named.Id, named => Other(named.Name) is { } other && byName.TryGetValue((named.Kind, other), out var id) ? id : named.Id, StringComparer.Ordinal);
        foreach (var pair in puppet.Pairs.Where(pair => partners.ContainsKey(pair.One) && partners.ContainsKey(pair.Other)))
        {
            (partners[pair.One], partners[pair.Other]) = (pair.Other, pair.One);
        }

        // A thing whose partner by name was given to another by hand has none left.
        return partners.ToDictionary(one => one.Key, one => partners[one.Value] == one.Key ? one.Value : one.Key, StringComparer.Ordinal);
    }

    /// <summary>The name with its first word of a side turned into the other side's, in small letters.</summary>
    /// <returns>Null when it has no such word.</returns>
    private static string? Other(string name)
    {
        var small = name.ToLowerInvariant();
        foreach (Match word in Word().Matches(small))
        {
            foreach (var (one, other) in Words)
            {
                if (word.Value == one || word.Value == other)
                {
                    var turned = word.Value == one ? other : one;
                    return $"{small[..word.Index]}{turned}{small[(word.Index + word.Length)..]}";
                }
            }
        }

        return null;
    }

    [GeneratedRegex(@"\p{L}+")]
    private static partial Regex Word();

    /// <summary>A key with what goes across going the other way.</summary>
    /// <param name="isPad">Of a pad, which goes both ways; a dial does not.</param>
    public static Key Turned(Key key, Address address, bool isPad) => key switch
    {
        // Where something stands is no part of a pose.
        _ when address.Thing == Address.Stand || address.Owner is Address.Camera or Address.Wind => key,
        NumberKey number when address.Property is "turn" or "shiftX" || (isPad && address.Property == Properties.Across.Name) => number with { Value = -number.Value },
        PlaceKey place => place with { At = Across(place.At), In = Across(place.In), Out = Across(place.Out) },
        _ => key,
    };

    private static Geometry.Place Across(Geometry.Place place) => place with { X = -place.X };
}
