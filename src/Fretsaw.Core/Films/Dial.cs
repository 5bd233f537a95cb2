using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>
/// A control with one or two axes (a pad) that drives values of its puppet. A person poses the puppet at stations; in
/// between the stations are blended. What a dial says is added to what other dials and the keys say.
/// </summary>
public sealed record Dial : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Has a second axis, down.</summary>
    public bool IsPad { get; init; }

    public DialBlend Blend { get; init; }

    public PadSpread Spread { get; init; }

    /// <summary>No two at one place. Where none stands at the middle, the middle is the puppet at rest.</summary>
    public ImmutableArray<Station> Stations { get; init; } = [];
}

public enum DialBlend
{
    /// <summary>Straight from station to station.</summary>
    Linear,

    /// <summary>Without a corner at the stations.</summary>
    Smooth,
}

public enum PadSpread
{
    /// <summary>In the cells of a grid, when the stations fill one; else like <see cref="Triangles"/>.</summary>
    Grid,

    Triangles,
}

/// <summary>"This is how it looks here."</summary>
/// <param name="Across">[−100, 100]</param>
/// <param name="Down">[−100, 100]; 0 on a dial of one axis.</param>
/// <param name="Values">Only what differs from rest.</param>
public sealed record Station(double Across, double Down, ImmutableArray<StationValue> Values);

/// <param name="Thing">Id of a part, pin, bone, reach, knead or form; "body" for the whole body.</param>
/// <param name="Property">The name of a <see cref="PropertyInfo"/>.</param>
/// <param name="Value">In the property's unit; nothing for a choice.</param>
public sealed record StationValue(string Thing, string Property, double Value = 0)
{
    /// <summary>For a property that is a choice, what is chosen; else null.</summary>
    public string? Choice { get; init; }
}
