using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>What the program knows of a value that can be keyed: how to show it and where it may go.</summary>
/// <param name="Name">As written in an address.</param>
/// <param name="Title">As shown.</param>
/// <param name="Unit">px, °, %, m, mm or f/.</param>
/// <param name="Default">At rest. For a choice its number among <see cref="Choices"/>.</param>
/// <param name="Min">Smallest sensible value; sampling does not clamp, edits are refused outside.</param>
/// <param name="Max">Largest sensible value.</param>
/// <param name="Decimals">How many digits are shown after the point.</param>
/// <param name="Step">One nudge with an arrow key.</param>
public sealed record PropertyInfo(string Name, string Title, string Unit, double Default, double Min, double Max, int Decimals, double Step)
{
    /// <summary>What there is to choose from, for values that jump from key to key; else empty.</summary>
    public ImmutableArray<Choice> Choices { get; init; } = [];

    /// <summary>The place of which this is one of the numbers; null for a value by itself.</summary>
    public PlaceInfo? Place { get; init; }

    /// <summary>Has no values in between.</summary>
    public bool Jumps => !Choices.IsEmpty;

    /// <returns>The number of a choice; that of the first where there is no such choice any more.</returns>
    public int NumberOf(string id)
    {
        for (var i = 0; i < Choices.Length; i++)
        {
            if (Choices[i].Id == id)
            {
                return i;
            }
        }

        return 0;
    }

    /// <returns>The id of a choice by its number.</returns>
    public string IdOf(double number) => Choices[Math.Clamp((int)Math.Round(number), 0, Choices.Length - 1)].Id;

    public bool Equals(PropertyInfo? other) => ReferenceEquals(this, other);

    public override int GetHashCode() => Name.GetHashCode(StringComparison.Ordinal);
}

/// <param name="Id">What keys hold: "" for none.</param>
public readonly record struct Choice(string Id, string Title);

/// <summary>Two or three numbers that can be keyed as one, on a path. A shot keys them together or each by itself.</summary>
/// <param name="Name">As written in an address.</param>
/// <param name="Axes">Names of the numbers.</param>
public sealed record PlaceInfo(string Name, string Title, ImmutableArray<string> Axes);
