using System.Text.Json.Serialization;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Films;

/// <summary>
/// A pose card or camera mark: it stands for all keys of an owner at a frame, and gives the gap that follows to those of them that
/// have none of their own.
/// </summary>
public sealed record Card(string Owner, int Frame) : IKeyed<CardPlace>
{
    CardPlace IKeyed<CardPlace>.Key => Place;

    /// <summary>Null for a card that nobody has named.</summary>
    public string? Name { get; init; }

    public Gap Gap { get; init; } = Gap.Both;

    [JsonIgnore]
    public CardPlace Place => new(Owner, Frame);
}

/// <summary>Where a card stands: there is one at most.</summary>
[method: JsonConstructor]
public readonly record struct CardPlace(string Owner, int Frame) : IComparable<CardPlace>
{
    /// <summary>The order of a shot's cards.</summary>
    public int CompareTo(CardPlace other)
    {
        var order = string.CompareOrdinal(Owner, other.Owner);
        return order != 0 ? order : Frame.CompareTo(other.Frame);
    }

    public static bool operator <(CardPlace a, CardPlace b) => a.CompareTo(b) < 0;

    public static bool operator >(CardPlace a, CardPlace b) => a.CompareTo(b) > 0;

    public static bool operator <=(CardPlace a, CardPlace b) => a.CompareTo(b) <= 0;

    public static bool operator >=(CardPlace a, CardPlace b) => a.CompareTo(b) >= 0;
}
