using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>A part's mesh bent by several bones, with weights by heat diffusion that a person may paint over.</summary>
public sealed record BoneBend
{
    /// <summary>Ids of the bones, two or more.</summary>
    public ImmutableArray<string> Bones { get; init; } = [];

    /// <summary>In the order they were painted.</summary>
    public ImmutableArray<WeightStroke> Strokes { get; init; } = [];

    /// <summary>Applied after the strokes.</summary>
    public WeightMirror? Mirror { get; init; }
}

/// <summary>A dab of the weight brush: at its middle the bone's weight moves towards the target by the strength.</summary>
/// <param name="Bone">Whose weight.</param>
/// <param name="Radius">px, (0, 10000]</param>
/// <param name="Strength">(0, 1]</param>
/// <param name="Target">[0, 1]: 1 gives the vertices to the bone, 0 takes them from it.</param>
/// <param name="Softness">[0, 1]: the part of the radius over which it fades.</param>
public sealed record WeightStroke(string Bone, Point At, double Radius, double Strength, double Target, double Softness = 1);

/// <summary>Weights on one side of an upright line are those of the other side, mirrored.</summary>
/// <param name="AxisX">Where the line stands, puppet pixels.</param>
/// <param name="FromLeft">The left side is copied to the right one; else the other way round.</param>
/// <param name="Pairs">Bones that stand for each other; one in the middle stands for itself.</param>
public sealed record WeightMirror(double AxisX, bool FromLeft, ImmutableArray<BonePair> Pairs);

public sealed record BonePair(string One, string Other);
