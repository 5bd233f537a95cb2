using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Timing;

/// <summary>How the way from one key to the next is gone: its part over the part of the time.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Slow), "slow")]
[JsonDerivedType(typeof(Drawn), "drawn")]
public abstract record Ease;

/// <summary>
/// Slow at the start and at the stop, each by an amount: the cubic Bézier (0.42·start, 0, 1 − 0.42·stop, 1) of W3C "CSS Easing
/// Functions Level 1" §2.2, whose named curves ease-in, ease-out and ease-in-out are its corners. Nothing of both is even.
/// </summary>
/// <param name="StartPercent">[0, 100]</param>
/// <param name="StopPercent">[0, 100]</param>
public sealed record Slow(double StartPercent, double StopPercent) : Ease
{
    /// <summary>How far it goes past the end before it settles there, % of the way, [0, 100].</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double OverPercent { get; init; }

    /// <summary>How much it slows into the end when it comes back from past it, %, [0, 100]; at 0 it stops there dead.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public double SettlePercent { get; init; }
}

/// <summary>A curve through points.</summary>
/// <param name="Points">Part of the time, in (0, 1) and rising, and part of the way, in [−2, 3]; (0, 0) and (1, 1) are not among them.</param>
/// <param name="Smooth">Without corners, and without overshoot that the points do not have; else in straight pieces.</param>
public sealed record Drawn(ImmutableArray<Point> Points, bool Smooth) : Ease
{
    public bool Equals(Drawn? other) => other is not null && Smooth == other.Smooth && Points.AsSpan().SequenceEqual(other.Points.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Smooth, Points.Length, Points.IsDefaultOrEmpty ? default : Points[0]);
}
