using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>
/// A push given to a mesh by hand, kept as the strokes of the brush, so that it outlives a change of the mesh. How much of
/// it shows is a channel.
/// </summary>
public sealed record Knead : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>How much of it shows at rest, %, [−200, 300].</summary>
    public double AtRest { get; init; } = 100;

    public ImmutableArray<KneadStroke> Strokes { get; init; } = [];
}

public enum KneadBrush
{
    Push,

    /// <summary>Evens the push out with that of its neighbours.</summary>
    Smooth,

    /// <summary>Takes the push back.</summary>
    Unknead,
}

/// <summary>One dab of the brush.</summary>
/// <param name="At">Where, on the art at rest.</param>
/// <param name="By">How far it pushes; only for <see cref="KneadBrush.Push"/>.</param>
/// <param name="Radius">px, (0, 10000]</param>
/// <param name="Strength">(0, 1]</param>
/// <param name="Softness">[0, 1]: the part of the radius over which it fades.</param>
public sealed record KneadStroke(KneadBrush Brush, Point At, Point By, double Radius, double Strength = 1, double Softness = 1);
