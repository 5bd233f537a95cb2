using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>
/// One outline of a shape set: the part's own outline is blended towards it. Shapes are matched one by one in painting
/// order, and on each the points are matched by <see cref="Puppets.OutlineMatch"/>, unless a person says otherwise.
/// </summary>
public sealed record Form : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Drawing { get; init; }

    /// <summary>What a person has set by hand; shapes without an entry are matched automatically.</summary>
    public ImmutableArray<OutlineStart> Starts { get; init; } = [];
}

/// <summary>Where the outline of one shape of a form starts, and which way it runs.</summary>
/// <param name="Shape">Index among the drawing's shapes.</param>
/// <param name="Start">How far along the form's outline as drawn, part of its length, [0, 1).</param>
/// <param name="Reversed">Runs against the way it was drawn.</param>
public sealed record OutlineStart(int Shape, double Start, bool Reversed);
