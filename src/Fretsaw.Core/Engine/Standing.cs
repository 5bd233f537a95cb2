using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>Where and how a thing stands at a frame.</summary>
/// <param name="Distance">Metres from the lens at rest.</param>
/// <param name="At">Where its origin stands, stage pixels.</param>
/// <param name="Size">Stage pixels for one of its own.</param>
/// <param name="Opacity">[0, 1]</param>
public readonly record struct Standing(double Distance, Point At, double Size, double TurnRadians, double Opacity, bool FacesCamera)
{
    /// <param name="values">By <see cref="StandSlots"/>.</param>
    public static Standing Of(ReadOnlySpan<double> values) => new(
        values[StandSlots.Distance],
        new Point(values[StandSlots.X], values[StandSlots.Y]),
        values[StandSlots.Size] / 100,
        values[StandSlots.Turn] * Angles.RadiansPerDegree,
        Math.Clamp(values[StandSlots.Opacity] / 100, 0, 1),
        values[StandSlots.FacesCamera] > 0.5);

    /// <summary>The thing's own pixels → stage pixels.</summary>
    /// <param name="origin">What of it stands there, in its own pixels.</param>
    public Affine Ground(Point origin)
    {
        var (sin, cos) = TurnRadians == 0 ? (0, 1) : Math.SinCos(TurnRadians);
        var (a, b) = (Size * cos, Size * sin);
        return new Affine(a, b, -b, a, At.X - (a * origin.X) + (b * origin.Y), At.Y - (b * origin.X) - (a * origin.Y));
    }
}
