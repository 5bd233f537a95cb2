using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>Two bones from a root to a goal, by the law of cosines.</summary>
public static class TwoBoneReach
{
    /// <summary>
    /// The directions of both bones so that the lower one ends at the goal. Out of reach they point at the goal in a
    /// line, and too near they fold, so the answer is continuous in the goal everywhere but at the root itself.
    /// </summary>
    /// <param name="upperLength">&gt; 0, the unit of the goal.</param>
    /// <param name="lowerLength">&gt; 0.</param>
    /// <param name="bend">+1: the joint lies clockwise of the line to the goal (y down); −1: anticlockwise.</param>
    /// <returns>Radians from the x axis, clockwise.</returns>
    public static (double UpperRadians, double LowerRadians) Solve(Point root, Point goal, double upperLength, double lowerLength, int bend)
    {
        var way = goal - root;
        var distance = Math.Clamp(way.Length, Math.Abs(upperLength - lowerLength), upperLength + lowerLength);
        var toGoal = way.AngleRadians;
        if (distance == 0)
        {
            // Equal bones and the goal on the root: folded, with the joint out to the bend's side.
            return (bend * Math.PI / 2, -bend * Math.PI / 2);
        }

        var atRoot = Math.Acos(Cosine(upperLength, distance, lowerLength));
        var atGoal = Math.Acos(Cosine(lowerLength, distance, upperLength));
        return (toGoal + (bend * atRoot), toGoal - (bend * atGoal));
    }

    /// <summary>Lays both bones from the first joint on.</summary>
    /// <param name="joints">Three places, the first of them the root.</param>
    /// <param name="limits">Of the turns from rest; null for none.</param>
    /// <returns>Whether their limits let them lie so.</returns>
    public static bool Lay(Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits, Point goal, int bend)
    {
        var (upper, lower) = Solve(joints[0], goal, lengths[0], lengths[1], bend);
        joints[1] = joints[0] + Polar(lengths[0], upper);
        joints[2] = joints[1] + Polar(lengths[1], lower);
        return Allows(limits[0], upper - restTurns[0]) && Allows(limits[1], lower - upper - restTurns[1]);
    }

    /// <summary>A bone of that length in that direction.</summary>
    public static Point Polar(double length, double radians)
    {
        var (sin, cos) = Math.SinCos(radians);
        return new Point(length * cos, length * sin);
    }

    private static bool Allows(TurnLimit? limit, double turn)
    {
        if (limit is null)
        {
            return true;
        }

        var degrees = Angles.Wrap(turn) / Angles.RadiansPerDegree;
        return degrees >= limit.Least && degrees <= limit.Most;
    }

    /// <summary>Cosine of the angle between sides a and b of a triangle whose third side is c; rounding kept inside [−1, 1].</summary>
    private static double Cosine(double a, double b, double c) =>
        Math.Clamp(((a * a) + (b * b) - (c * c)) / (2 * a * b), -1, 1);
}
