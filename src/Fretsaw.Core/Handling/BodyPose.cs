using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>A value that a whole-body pull keys.</summary>
/// <param name="Slot">Of the puppet's plan.</param>
/// <param name="Start">What it was at the press.</param>
/// <param name="By">How far it is from there when the hand is pulled to a place.</param>
internal sealed record PulledValue(Address Address, int Slot, double Start, Func<Point, double> By)
{
    public double At(Point hand) => Start + By(hand);
}

/// <summary>
/// A puppet posed as a pull would leave it, with its chains solved, on a skeleton of its own: how far anything went since it was last kept,
/// and whether feet are where they stood. What the pulled chain itself does is the pointer's, and not looked at.
/// </summary>
internal sealed class BodyPose
{
    private readonly CastFrame cast;
    private readonly PulledValue[] keyed;
    private readonly int[] standing;
    private readonly double tornOff;
    private readonly Skeleton skeleton;
    private readonly double[] start;
    private readonly double[] values;
    private readonly (int Node, Point At)[] looked;
    private readonly Point[] kept;
    private readonly Point[] now;
    private readonly double[] missed;

    /// <param name="standing">The chains whose feet stay.</param>
    /// <param name="tornOff">How far off they may be, px.</param>
    public BodyPose(Evaluator stood, CastFrame cast, PulledValue[] keyed, int pulled, IEnumerable<int> standing, double tornOff)
    {
        (this.cast, this.keyed, this.standing, this.tornOff) = (cast, keyed, [.. standing], tornOff);
        skeleton = new Skeleton(cast.Plan, cast.Use.Lent);
        cast.Skeleton.Holders.CopyTo(skeleton.Holders, 0);
        start = stood.DrivenOf(cast).ToArray();
        values = [.. start];
        var chain = pulled < 0 ? [] : cast.Plan.Reaches[pulled].Nodes;
        looked = [.. Places(cast, stood.Plan.Film.Drawings).Where(place => chain.Length == 0 || !cast.Skeleton.Hangs(place.Node, chain[0]))];
        (kept, now) = (new Point[looked.Length], new Point[looked.Length]);
        missed = new double[this.standing.Length];
        Pose();
        for (var i = 0; i < missed.Length; i++)
        {
            missed[i] = Miss(this.standing[i]);
        }

        Keep();
    }

    public double MostMoved(Point hand)
    {
        foreach (var one in keyed)
        {
            values[one.Slot] = start[one.Slot] + one.By(hand);
        }

        Pose();
        for (var i = 0; i < standing.Length; i++)
        {
            if (Miss(standing[i]) > missed[i] + tornOff)
            {
                return double.PositiveInfinity;
            }
        }

        var most = 0.0;
        for (var i = 0; i < now.Length; i++)
        {
            most = Math.Max(most, (now[i] - kept[i]).Length);
        }

        return most;
    }

    public void Keep() => now.CopyTo(kept, 0);

    private void Pose()
    {
        skeleton.Pose(cast.Skeleton.Ground, values, cast.FollowThrough is { } late ? late.Turns : []);
        for (var i = 0; i < looked.Length; i++)
        {
            var (node, at) = looked[i];
            now[i] = skeleton.ToStage.Map(cast.Plan.Nodes[node].IsBone ? skeleton.Tips[node].Map(at) : skeleton.Worlds[node].Map(at));
        }
    }

    /// <summary>The ends of bones and the middles of art.</summary>
    private static IEnumerable<(int Node, Point At)> Places(CastFrame cast, ImmutableArray<Drawing> drawings)
    {
        for (var i = 0; i < cast.Plan.Nodes.Length; i++)
        {
            if (cast.Plan.Nodes[i].IsBone)
            {
                yield return (i, cast.Plan.Nodes[i].Pivot + cast.Plan.Nodes[i].Along);
            }
        }

        foreach (var part in cast.Plan.Painted.Where(part => part.Drawing >= 0))
        {
            yield return (part.Node, AreaCentre.Of(drawings[part.Drawing]).Centre);
        }
    }

    /// <summary>How far the end of a chain is from its goal.</summary>
    private double Miss(int reach)
    {
        var last = cast.Plan.Reaches[reach].Nodes[^1];
        var node = cast.Plan.Nodes[last];
        return (skeleton.Tips[last].Map(node.Pivot + node.Along) - skeleton.Goals[reach]).Length;
    }
}
