using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>
/// A pose, or as an action a stretch of keys, kept under a name to be used again on any puppet whose controls fit. It knows what its
/// controls are called and how large they were, and nothing of the puppet that it came from.
/// </summary>
public sealed record Kept : IEntity
{
    /// <summary>Whose tracks the tracks are.</summary>
    public const string Owner = "kept";

    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>In frames, [1, 100000]; a pose and an expression have one.</summary>
    public int Length { get; init; } = 1;

    /// <summary>No thing twice.</summary>
    public ImmutableArray<KeptControl> Controls { get; init; } = [];

    /// <summary>By rising address, of <see cref="Owner"/> and the controls' things; frames from 1. Every key says its gap itself.</summary>
    public ImmutableArray<Track> Tracks { get; init; } = [];

    public KeptKind Kind { get; init; }

    [JsonIgnore]
    public bool IsExpression => Kind == KeptKind.Expression;

    /// <summary>As those have it who only list and name it.</summary>
    public Kept WithoutKeys() => this with { Tracks = [] };
}

/// <summary>What is kept.</summary>
public enum KeptKind
{
    Pose,
    Action,

    /// <summary>A pose of a face: every puppet that it fits has an amount of it, which is keyed like a dial.</summary>
    Expression,
}

/// <summary>A control whose values were kept.</summary>
/// <param name="Thing">Its id on the puppet that it was kept from.</param>
/// <param name="Kind">What it is of a puppet.</param>
public sealed record KeptControl(string Thing, string Name, ThingKind Kind)
{
    /// <summary>How large it was at rest, px, so that shifts can be scaled: a bone's or chain's length, a part's diagonal; 0 where it has none.</summary>
    public double Size { get; init; }

    /// <summary>What could be chosen, to be found by name on another puppet.</summary>
    public ImmutableArray<KeptChoice> Choices { get; init; } = [];
}

/// <param name="Property">The value that chooses.</param>
public sealed record KeptChoice(string Property, string Id, string Name);

/// <summary>What one puppet calls a control that is called otherwise elsewhere: said once by hand, it holds for all that is kept.</summary>
/// <param name="Name">Of the kept control.</param>
/// <param name="Thing">Id of the puppet's own; "" for none.</param>
public sealed record KnownAs(string Name, ThingKind Kind, string Thing);
