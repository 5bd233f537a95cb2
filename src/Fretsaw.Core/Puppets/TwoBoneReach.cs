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

    /// <summary>Cosine of the angle between sides a and b of a triangle whose third side is c; rounding kept inside [−1, 1].</summary>
    private static double Cosine(double a, double b, double c) =>
        Math.Clamp(((a * a) + (b * b) - (c * c)) / (2 * a * b), -1, 1);
}
