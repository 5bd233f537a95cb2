using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>How far from its root a chain's goal may be, and how near.</summary>
internal static class ChainSpan
{
    /// <summary>
    /// A chain that is planted or pulled is never quite stretched out: the last half percent moves a knee by a tenth of its leg, and
    /// faster the straighter it is.
    /// </summary>
    public const double Loose = 0.995;

    /// <summary>Where a chain hangs, and from how near its goal to how far from it that may be. One that is out of reach already is not to get farther out.</summary>
    /// <param name="index">Of the reach.</param>
    public static (Point Root, double Most, double Least) Of(CastFrame cast, int index)
    {
        var reach = cast.Plan.Reaches[index];
        var root = Root(cast, reach);
        var length = (cast.Goals[index] - root).Length;
        return (root, Math.Max(Loose * Longest(reach), length), Math.Min(Shortest(reach) / Loose, length));
    }

    /// <summary>Where a chain hangs, posed.</summary>
    public static Point Root(CastFrame cast, ReachPlan reach) => cast.Worlds[reach.Nodes[0]].Map(cast.Plan.Nodes[reach.Nodes[0]].Pivot);

    /// <summary>How far a chain reaches as it is drawn: every bone in line with the one before, or as near to that as its limit lets it.</summary>
    public static double Longest(ReachPlan reach) => Span(reach, (least, most) => Math.Clamp(0, least, most));

    /// <summary>How near its root a chain comes: every joint bent the way it bends as far as its limit lets it. Longer chains without limits curl up.</summary>
    public static double Shortest(ReachPlan reach) =>
        reach.Nodes.Length > 2 && reach.Limits.Skip(1).Any(limit => limit is null)
            ? 0
            : Span(reach, (least, most) => reach.Reach.Bend > 0 ? Math.Min(most, Math.Max(least, -Math.PI)) : Math.Max(least, Math.Min(most, Math.PI)));

    /// <param name="bent">From the least and the most that a bone may be bent against the one before, to how much it is; radians.</param>
    private static double Span(ReachPlan reach, Func<double, double, double> bent)
    {
        var (end, heading, before) = (default(Point), 0.0, 0.0);
        for (var i = 0; i < reach.Nodes.Length; i++)
        {
            var bone = reach.Joints[i + 1] - reach.Joints[i];
            var drawn = Angles.Wrap(bone.AngleRadians - before);
            before = bone.AngleRadians;
            if (i > 0)
            {
                heading += reach.Limits[i] is { } limit
                    ? bent(drawn + (limit.Least * Angles.RadiansPerDegree), drawn + (limit.Most * Angles.RadiansPerDegree))
                    : bent(-Math.PI, Math.PI);
            }

            var (sin, cos) = Math.SinCos(heading);
            end += new Point(cos, sin) * bone.Length;
        }

        return end.Length;
    }
}
