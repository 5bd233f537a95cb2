using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Where a puppet's body, parts and bones stand for given values: forward kinematics, with reaches solved on the way. Holds
/// its own arrays; posing overwrites them and allocates nothing.
/// </summary>
public sealed class Skeleton
{
    private readonly PuppetPlan plan;
    private readonly LentPlan[] lent;
    private readonly double[] chainTurns;
    private readonly double[] chainLengths;
    private readonly Point[] joints;
    private readonly double[] lengths;
    private readonly double[] restTurns;
    private readonly int[] carriers;

    /// <summary>Places on the ground → puppet pixels: what stands still while the body moves over it.</summary>
    private Affine offBody;
    private Affine offStage;

    /// <param name="lent">What the use may lend to others.</param>
    public Skeleton(PuppetPlan plan, LentPlan[] lent)
    {
        (this.plan, this.lent) = (plan, lent);
        (Holders, GoalSpaces) = ([.. lent.Select(_ => Affine.Identity)], new Affine[plan.Reaches.Length]);
        var nodes = plan.Nodes.Length;
        (Worlds, Tips, Widths) = (new Affine[nodes], new Affine[nodes], [.. plan.Nodes.Select(_ => 1.0)]);
        Goals = new Point[plan.Reaches.Length];
        carriers = new int[nodes];
        (chainTurns, chainLengths) = (new double[nodes], new double[nodes]);
        var longest = plan.Reaches.Length == 0 ? 0 : plan.Reaches.Max(reach => reach.Nodes.Length);
        (joints, lengths, restTurns) = (new Point[longest + 1], new double[longest], new double[longest]);
    }

    /// <summary>Puppet pixels at rest → stage pixels, before the body moves: what planted goals stand on.</summary>
    public Affine Ground { get; private set; }

    /// <summary>Posed puppet pixels → stage pixels.</summary>
    public Affine ToStage { get; private set; }

    /// <summary>By node: rest place → posed place, both in puppet pixels.</summary>
    public Affine[] Worlds { get; }

    /// <summary>By node: the same for what rides on its end: a bone grown longer moves it out and does not stretch it.</summary>
    public Affine[] Tips { get; }

    /// <summary>By node, how wide across what rides on a bone is, 1 as drawn: a bone that keeps its area gets thinner as it grows.</summary>
    public double[] Widths { get; }

    /// <summary>By reach, posed puppet pixels.</summary>
    public Point[] Goals { get; }

    /// <summary>By reach, what its goal is shifted in → posed puppet pixels: the ground, the body, or a part that was let go with the chain.</summary>
    public Affine[] GoalSpaces { get; }

    /// <summary>By what is lent, rest places of what carries it → stage pixels. To be set before posing where <see cref="LendsAt"/> says so.</summary>
    public Affine[] Holders { get; }

    /// <summary>Whether another carries it at given values.</summary>
    /// <param name="index">In the use's <see cref="ThingPlan.Lent"/>.</param>
    public bool LendsAt(int index, ReadOnlySpan<double> values) =>
        plan.Nodes[lent[index].Node].CarrierAt(values, lent, lent[index].Node) == NodePlan.FirstHolder - index;

    /// <summary>In what the goal of a chain is shifted that is not planted, by the chain's first node or what is to carry it → posed puppet pixels.</summary>
    public Affine FreeSpaceOf(int node) => LooseOf(node) is >= 0 and var loose ? Worlds[loose] : Affine.Identity;

    /// <summary>The part, among a node and what carries it, that rides elsewhere than at rest: an arm that flies off takes its goal along.</summary>
    /// <returns>Below 0 for none.</returns>
    public int LooseOf(int node)
    {
        while (node >= 0 && carriers[node] == plan.Nodes[node].Carrier)
        {
            node = carriers[node];
        }

        return node;
    }

    /// <summary>What carries a posed part that hangs, itself or by what it rides on, on another of the stage.</summary>
    /// <returns>Index in the use's <see cref="ThingPlan.Lent"/>, or −1.</returns>
    public int LentOf(int node)
    {
        while (node >= 0 && lent.Length > 0)
        {
            node = carriers[node];
        }

        return node <= NodePlan.FirstHolder ? NodePlan.FirstHolder - node : -1;
    }

    /// <param name="ground">Puppet pixels at rest → stage pixels.</param>
    /// <param name="values">Driven values of this use, by the plan's slots.</param>
    /// <param name="late">Extra turn of each node by follow-through, radians; empty for none.</param>
    public void Pose(in Affine ground, ReadOnlySpan<double> values, ReadOnlySpan<double> late)
    {
        Ground = ground;
        var body = Local(values, plan.BodySlot, plan.Puppet.Origin, 0);
        ToStage = Ground * body;
        body.TryInvert(out offBody);
        ToStage.TryInvert(out offStage);
        for (var i = 0; i < plan.Nodes.Length; i++)
        {
            ref readonly var node = ref plan.Nodes[i];
            var extra = late.IsEmpty ? 0 : late[i];
            carriers[i] = node.CarrierAt(values, lent, i);
            var carrier = CarrierOf(i);
            if (node.IsBone)
            {
                if (node.Link == 0)
                {
                    Reach(values, plan.Reaches[node.Reach], node.Reach, carrier);
                }

                var turn = node.Reach < 0 ? values[node.Slot] * Angles.RadiansPerDegree : chainTurns[i];
                Bone(i, node, carrier, turn + extra, node.Reach < 0 ? values[node.Slot + 1] / 100 : chainLengths[i]);
            }
            else
            {
                Worlds[i] = Tips[i] = carrier * Local(values, node.Slot, node.Pivot, extra);
            }
        }
    }

    /// <summary>Where a node stands before its own turn.</summary>
    public Affine CarrierOf(int node) => carriers[node] switch
    {
        NodePlan.TheBody => Affine.Identity,
        NodePlan.TheStand => offBody,
        <= NodePlan.FirstHolder and var holder => offStage * Holders[NodePlan.FirstHolder - holder],
        var carrier => plan.Nodes[node].RidesOnEnd ? Tips[carrier] : Worlds[carrier],
    };

    /// <summary>The part or bone that takes a node along; below nothing for the body or the stand.</summary>
    public int CarrierIndexOf(int node) => carriers[node];

    /// <summary>A node rides on another, or on what rides there, or is it.</summary>
    public bool Hangs(int node, int on)
    {
        while (node >= 0 && node != on)
        {
            node = carriers[node];
        }

        return node == on;
    }

    private void Bone(int i, in NodePlan node, in Affine carrier, double turn, double length)
    {
        var turned = carrier * Affine.AboutPivot(node.Pivot, default, turn, 1, 1);
        var width = Widths[i] = node.KeepsArea ? 1 / Math.Clamp(Math.Abs(length), Properties.Squash.Min / 100, Properties.Squash.Max / 100) : 1;
        if (length == 1)
        {
            Worlds[i] = Tips[i] = turned;
            return;
        }

        // Stretched along itself and across: width·p + (length − width)·u(u·(p − start)), u the bone's direction at rest.
        var u = node.Along * (1 / node.Along.Length);
        var more = length - width;
        var (a, b, d) = (width + (more * u.X * u.X), more * u.X * u.Y, width + (more * u.Y * u.Y));
        var start = node.Pivot;
        Worlds[i] = turned * new Affine(a, b, b, d, start.X - (a * start.X) - (b * start.Y), start.Y - (b * start.X) - (d * start.Y));
        Tips[i] = turned * Affine.Translate((length - 1) * node.Along.X, (length - 1) * node.Along.Y);
    }

    /// <summary>Turn, shift, stretch and squash of six slots in a row.</summary>
    private static Affine Local(ReadOnlySpan<double> values, int slot, Point pivot, double extra)
    {
        // A path between keys may overshoot to where there would be nothing left.
        var squash = Math.Max(values[slot + 5], Properties.Squash.Min) / 100;
        return Affine.AboutPivot(
            pivot,
            new Point(values[slot + 1], values[slot + 2]),
            (values[slot] * Angles.RadiansPerDegree) + extra,
            values[slot + 3] / 100 * squash,
            values[slot + 4] / 100 / squash);
    }

    /// <summary>Solves a reach in its carrier's space, and keeps turn and length of each bone for when it comes.</summary>
    private void Reach(ReadOnlySpan<double> values, ReachPlan reach, int index, in Affine carrier)
    {
        // Planted: the goal stands on the ground, and the body moves over it.
        GoalSpaces[index] = values[reach.Slot + 2] > 0.5 ? offBody : FreeSpaceOf(reach.Nodes[0]);
        var shifted = GoalSpaces[index].Map(reach.GoalRest + new Point(values[reach.Slot], values[reach.Slot + 1]));
        Goals[index] = shifted;
        carrier.TryInvert(out var inverse);
        var goal = inverse.Map(shifted);
        var n = reach.Nodes.Length;
        var total = LayOut(values, reach, 1);
        var grown = Math.Clamp((goal - joints[0]).Length / total, 1, 1 + (reach.Reach.StretchPercent / 100));
        if (grown > 1)
        {
            LayOut(values, reach, grown);
        }

        if (reach.Reach.Method == ReachMethod.Settled)
        {
            ChainReach.Solve(joints.AsSpan(0, n + 1), lengths.AsSpan(0, n), restTurns.AsSpan(0, n), reach.Limits, goal, reach.Reach.Bend);
        }
        else
        {
            ChainRounds.Solve(joints.AsSpan(0, n + 1), lengths.AsSpan(0, n), restTurns.AsSpan(0, n), reach.Limits, goal, reach.Reach.Bend);
        }

        var before = 0.0;
        for (var i = 0; i < n; i++)
        {
            var angle = (joints[i + 1] - joints[i]).AngleRadians;
            chainTurns[reach.Nodes[i]] = Angles.Wrap(angle - before - restTurns[i]);
            chainLengths[reach.Nodes[i]] = values[plan.Nodes[reach.Nodes[i]].Slot + 1] / 100 * grown;
            before = angle;
        }
    }

    /// <summary>The chain as drawn, its bones as long as their values say; returns its whole length.</summary>
    private double LayOut(ReadOnlySpan<double> values, ReachPlan reach, double grown)
    {
        joints[0] = reach.Joints[0];
        var (total, before) = (0.0, 0.0);
        for (var i = 0; i < reach.Nodes.Length; i++)
        {
            ref readonly var node = ref plan.Nodes[reach.Nodes[i]];
            var segment = reach.Joints[i + 1] - reach.Joints[i] + (node.Along * ((values[node.Slot + 1] / 100 * grown) - 1));
            var angle = segment.AngleRadians;
            lengths[i] = Math.Max(Shortest, segment.Length);
            restTurns[i] = angle - before;
            joints[i + 1] = joints[i] + segment;
            (total, before) = (total + lengths[i], angle);
        }

        return total;
    }

    /// <summary>A bone keyed to no length still has a direction, px.</summary>
    private const double Shortest = 1e-6;
}
