using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// Features on an ellipsoid, turned and projected. Looking down, what is in front moves down and what is behind moves up
/// (common practice); a feature near the edge also narrows, since it is seen from the side.
/// </summary>
public static class HeadTurn
{
    /// <summary>A feature is never drawn narrower than this part of itself: past that it should be swapped.</summary>
    private const double Narrowest = 0.5;

    /// <summary>Nor much wider: art made for a turned feature comes out of the turn, but flat art does not grow by it.</summary>
    private const double Widest = 1.25;

    /// <param name="At">Where it is drawn, px from the middle of the head.</param>
    /// <param name="Depth">Towards the viewer, as a part of the head's radius, [−1, 1]: a nose 1.1 is cut to 1, hair behind −0.6.</param>
    public readonly record struct Feature(Point At, double Depth);

    /// <param name="Shift">px</param>
    /// <param name="StretchX">1 as drawn.</param>
    /// <param name="Depth">Towards the viewer after the turn; below nothing it has gone round to the far side.</param>
    public readonly record struct Turned(Point Shift, double StretchX, double StretchY, double Depth);

    /// <summary>
    /// Turns the point (x, y, z) of the feature by the yaw about the upright axis and by the pitch about the level one, and
    /// drops z again. The stretch is how the surface there leans before and after: its normal's part towards the viewer.
    /// </summary>
    /// <param name="radiusX">Half the head's width, px, &gt; 0; z runs in it too.</param>
    /// <param name="radiusY">Half its height, px, &gt; 0.</param>
    /// <param name="yawDegrees">Positive to the right of the picture.</param>
    /// <param name="pitchDegrees">Positive down.</param>
    public static Turned Turn(Feature feature, double radiusX, double radiusY, double yawDegrees, double pitchDegrees)
    {
        var (x, y, z) = (feature.At.X / radiusX, feature.At.Y / radiusY, Math.Clamp(feature.Depth, -1, 1));
        var (sinYaw, cosYaw) = Math.SinCos(yawDegrees * Angles.RadiansPerDegree);
        var (sinPitch, cosPitch) = Math.SinCos(pitchDegrees * Angles.RadiansPerDegree);
        var (x1, z1) = ((x * cosYaw) + (z * sinYaw), (z * cosYaw) - (x * sinYaw));
        var y1 = (y * cosPitch) + (z1 * sinPitch);
        return new Turned(
            new Point((x1 - x) * radiusX, (y1 - y) * radiusY),
            Narrowed(z, Lean(x, z, sinYaw, cosYaw)),
            Narrowed(z, Lean(y, z1, sinPitch, cosPitch)),
            (z1 * cosPitch) - (y * sinPitch));
    }

    /// <summary>
    /// Only what lies flat on the front narrows by its lean; a cap or an ear, which stands at the side at little depth, is not a
    /// patch of the front and keeps its width.
    /// </summary>
    private static double Narrowed(double depth, double lean) => 1 + ((lean - 1) * Math.Max(0, depth));

    /// <summary>Ratio of how much a patch at (side, depth) on the circle faces the viewer after and before the turn.</summary>
    private static double Lean(double side, double depth, double sin, double cos)
    {
        var length = Math.Sqrt((side * side) + (depth * depth));
        if (length < 1e-9 || Math.Abs(depth) / length < 0.2)
        {
            return 1;
        }

        return Math.Clamp(((depth * cos) - (side * sin)) / depth, Narrowest, Widest);
    }
}
