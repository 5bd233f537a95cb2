using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>How far a body may move before a planted chain, stretched out, would tear its foot off the ground.</summary>
internal sealed class Slack
{
    /// <summary>More than enough: the discs that a standing body leaves are wide, and rounds cost next to nothing.</summary>
    private const int Rounds = 100;

    /// <summary>A chain is never quite stretched out, so that a joint keeps its bend.</summary>
    private const double Loose = 0.999;

    private readonly Ring[] rings;
    private readonly Point[] taken;

    private Slack(Ring[] rings) => (this.rings, taken) = (rings, new Point[rings.Length]);

    /// <summary>Where a body may be for one foot: around it, no farther than its chain reaches and no nearer than it folds.</summary>
    private readonly record struct Ring(Point Middle, double Most, double Least);

    /// <param name="holds">Which reaches hold.</param>
    /// <returns>In posed puppet pixels.</returns>
    public static Slack Of(CastFrame cast, Func<ReachPlan, bool> holds)
    {
        var rings = new List<Ring>();
        for (var i = 0; i < cast.Plan.Reaches.Length; i++)
        {
            var reach = cast.Plan.Reaches[i];
            if (!holds(reach))
            {
                continue;
            }

            var (root, most, least) = RootOf(cast, i);
            rings.Add(new Ring(cast.Goals[i] - root, most, least));
        }

        return new Slack([.. rings]);
    }

    /// <summary>Where a chain hangs, and from how near its goal to how far from it that may be. One that is out of reach already is not to get farther out.</summary>
    /// <param name="index">Of the reach.</param>
    public static (Point Root, double Most, double Least) RootOf(CastFrame cast, int index)
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
    private static double Shortest(ReachPlan reach) =>
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

    /// <summary>
    /// The way nearest to a wanted one that tears no foot off: the wanted point projected on the common part of discs, which holds
    /// the way of nothing, by Dykstra's alternating projections (Boyle and Dykstra 1986); then back to where it would come
    /// nearer to a foot than its chain folds.
    /// </summary>
    public Point Within(Point wanted)
    {
        Array.Clear(taken);
        var at = wanted;
        for (var round = 0; round < Rounds; round++)
        {
            var before = at;
            for (var i = 0; i < rings.Length; i++)
            {
                var from = at + taken[i];
                var off = from - rings[i].Middle;
                at = off.Length <= rings[i].Most ? from : rings[i].Middle + (off * (rings[i].Most / off.Length));
                taken[i] = from - at;
            }

            if (rings.Length < 2 || (at - before).Length < 1e-4)
            {
                break;
            }
        }

        var part = 1.0;
        foreach (var ring in rings)
        {
            part = Math.Min(part, Before(ring, at));
        }

        return at * part;
    }

    /// <summary>How much of a way, from its start, lies outside a ring's hole: the first root of |t·way − middle| = least.</summary>
    private static double Before(in Ring ring, Point way)
    {
        var (a, b) = (Point.Dot(way, way), Point.Dot(way, ring.Middle));
        var root = (b * b) - (a * (Point.Dot(ring.Middle, ring.Middle) - (ring.Least * ring.Least)));
        return b <= 0 || root <= 0 ? 1 : Math.Clamp((b - Math.Sqrt(root)) / a, 0, 1);
    }
}
