using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Plan → frame. Holds one thread's arrays; an evaluation overwrites them all, depends on the frame number alone and
/// allocates nothing.
/// </summary>
public sealed class Evaluator
{
    private readonly double[] values;
    private readonly Shake[] shakes;
    private readonly Point[] shifts;

    public Evaluator(Plan plan)
    {
        Plan = plan;
        values = new double[plan.Slots.Count];
        shakes = [.. plan.Shot.Shakes];
        Cast = [.. plan.Cast.Select(cast => new CastFrame(cast))];
        shifts = new Point[plan.Cast.SelectMany(cast => cast.Painted).Max(part => (int?)part.Warp?.PinSlots.Length) ?? 0];
    }

    public Plan Plan { get; }

    public double Frame { get; private set; }

    public CameraState Camera { get; private set; }

    /// <summary>In the order of <see cref="Plan.Cast"/>.</summary>
    public CastFrame[] Cast { get; }

    /// <summary>The value of every slot at the evaluated frame.</summary>
    public ReadOnlySpan<double> Values => values;

    /// <param name="frame">1-based, whole or between frames.</param>
    public void Evaluate(double frame)
    {
        EvaluateCamera(frame);
        for (var i = 0; i < Cast.Length; i++)
        {
            Pose(Cast[i]);
        }
    }

    /// <summary>The camera and all values, without posing the puppets, which stay as they were: for checks over a whole shot.</summary>
    public void EvaluateCamera(double frame)
    {
        Frame = frame;
        Plan.Slots.Sample(frame, values);
        var c = Plan.CameraSlot;
        Camera = new CameraState(
            values[c], values[c + 1], values[c + 2], values[c + 3], values[c + 4], values[c + 5], values[c + 6],
            Unrest.At(shakes, frame, Plan.Film.FrameRate, Plan.Film.Width));
    }

    private void Pose(CastFrame cast)
    {
        var plan = cast.Plan;
        var (member, origin) = (plan.Member, plan.Puppet.Origin);
        var body = Local(plan.BodySlot, origin);
        cast.ToStage = new Affine(member.Scale, 0, 0, member.Scale, member.X - (member.Scale * origin.X), member.Y - (member.Scale * origin.Y)) * body;
        for (var i = 0; i < plan.Nodes.Length; i++)
        {
            ref readonly var node = ref plan.Nodes[i];
            var carrier = node.Carrier < 0 ? Affine.Identity : cast.Worlds[node.Carrier];
            cast.Worlds[i] = carrier * (node.IsBone ? BoneTurn(cast, node, carrier) : Local(node.Slot, node.Pivot));
        }

        for (var i = 0; i < plan.Painted.Length; i++)
        {
            if (cast.Warps[i] is { } warp)
            {
                Bend(plan.Painted[i].Warp!, warp);
            }
        }
    }

    /// <summary>Turn, shift and stretch of five slots in a row.</summary>
    private Affine Local(int slot, Point pivot) => Affine.AboutPivot(
        pivot,
        new Point(values[slot + 1], values[slot + 2]),
        values[slot] * Angles.RadiansPerDegree,
        values[slot + 3] / 100,
        values[slot + 4] / 100);

    private Affine BoneTurn(CastFrame cast, in NodePlan node, in Affine carrier)
    {
        var turn = values[node.Slot] * Angles.RadiansPerDegree;
        if (node.Upper >= 0)
        {
            turn = Reach(cast, node.Upper, carrier);
        }
        else if (node.Lower >= 0)
        {
            turn = cast.LowerTurns[node.Lower];
        }

        return Affine.AboutPivot(node.Pivot, default, turn, 1, 1);
    }

    /// <summary>Solves a reach in its carrier's space, where the bones have their rest lengths; keeps the lower bone's turn for when it comes.</summary>
    private double Reach(CastFrame cast, int index, in Affine carrier)
    {
        ref readonly var reach = ref cast.Plan.Reaches[index];
        var goal = reach.GoalRest + new Point(values[reach.Slot], values[reach.Slot + 1]);
        cast.Goals[index] = goal;
        carrier.TryInvert(out var inverse);
        var (upper, lower) = TwoBoneReach.Solve(reach.Root, inverse.Map(goal), reach.UpperLength, reach.LowerLength, reach.Reach.Bend);
        var turn = upper - reach.UpperRestRadians;
        cast.LowerTurns[index] = lower - reach.LowerRestRadians - turn;
        return turn;
    }

    private void Bend(WarpPlan plan, ArapState warp)
    {
        var slots = plan.PinSlots;
        var moved = false;
        for (var p = 0; p < slots.Length; p++)
        {
            shifts[p] = new Point(values[slots[p]], values[slots[p] + 1]);
            moved |= shifts[p] != default;
        }

        if (moved)
        {
            warp.Solve(shifts.AsSpan(0, slots.Length));
        }
        else
        {
            warp.Rest();
        }
    }
}

/// <summary>One puppet at the evaluated frame.</summary>
public sealed class CastFrame
{
    internal CastFrame(CastPlan plan)
    {
        Plan = plan;
        Worlds = new Affine[plan.Nodes.Length];
        Warps = [.. plan.Painted.Select(part => part.Warp is null ? null : new ArapState(part.Warp.System))];
        Goals = new Point[plan.Reaches.Length];
        LowerTurns = new double[plan.Reaches.Length];
    }

    public CastPlan Plan { get; }

    /// <summary>Posed puppet pixels → stage pixels.</summary>
    public Affine ToStage { get; internal set; }

    /// <summary>By node: rest place → posed place, both in puppet pixels.</summary>
    public Affine[] Worlds { get; }

    /// <summary>By painted part; null for stiff ones. Vertices are in the part's own rest space.</summary>
    public ArapState?[] Warps { get; }

    /// <summary>By reach, posed puppet pixels.</summary>
    public Point[] Goals { get; }

    internal double[] LowerTurns { get; }
}
