using Fretsaw.Core.Acting;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Snags;

/// <summary>
/// An elbow or knee that turns inside out from one frame to the next. A chain of two bones with a goal keeps its side by itself; bones
/// that are turned one by one, and the joint of a limb, do not. A longer chain may whip as it likes.
/// </summary>
internal sealed class FlippedBend : IFrameCheck
{
    /// <summary>Degrees: what is straighter may bend either way.</summary>
    private const double Straight = 8;

    private readonly ThingFrame thing;
    private readonly (int Upper, int Lower)[] joints;
    private readonly double[] before;
    private readonly StepTable steps;
    private readonly (double Degrees, int Frame)[] worst;

    public FlippedBend(Plan plan, ThingFrame thing)
    {
        this.thing = thing;
        joints = [.. JointsOf(thing.Cast!.Plan)];
        (before, worst) = (new double[joints.Length], new (double Degrees, int Frame)[joints.Length]);
        steps = new StepTable(plan.Film, plan.Shot);
        Inputs = new Inputs($"bend {thing.Plan.Thing.Id}", [.. Inputs.OfPose(plan, thing.Plan)]);
    }

    public Inputs Inputs { get; }

    public IEnumerable<ThingFrame> Posed => [thing];

    public static bool Concerns(ThingFrame thing) => thing.Cast is not null && JointsOf(thing.Cast.Plan).Any();

    /// <summary>Bones on bones, as far as no long chain has them.</summary>
    private static IEnumerable<(int Upper, int Lower)> JointsOf(PuppetPlan plan)
    {
        for (var lower = 0; lower < plan.Nodes.Length; lower++)
        {
            var (node, upper) = (plan.Nodes[lower], plan.Nodes[lower].Carrier);
            if (node.IsBone && upper >= 0 && plan.Nodes[upper].IsBone && (node.Reach < 0 || plan.Reaches[node.Reach].Nodes.Length == 2))
            {
                yield return (upper, lower);
            }
        }
    }

    public void Visit(Evaluator frame)
    {
        for (var i = 0; i < joints.Length; i++)
        {
            var bend = BendOf(thing.Cast!, joints[i]);
            var change = Math.Abs(bend - before[i]);
            // Where a drawing stands for several frames, as in a rough pass, the next has come so much further.
            var address = new Address(thing.Plan.Thing.Id, thing.Cast!.Plan.Nodes[joints[i].Lower].Id, Properties.Turn.Name);
            var straight = Straight * Math.Max(1, steps.Drawn(address, frame.Frame) - steps.Drawn(address, frame.Frame - 1));
            if (frame.Frame > 1 && Math.Abs(bend) > straight && Math.Abs(before[i]) > straight && Math.Sign(bend) != Math.Sign(before[i]) && change < 180 && change > worst[i].Degrees)
            {
                worst[i] = (change, (int)frame.Frame);
            }

            before[i] = bend;
        }
    }

    /// <summary>From the one bone's way to the other's, degrees; the same for a puppet that has turned round to its other side.</summary>
    private static double BendOf(CastFrame cast, (int Upper, int Lower) joint)
    {
        var (upper, lower) = (Along(cast, joint.Upper), Along(cast, joint.Lower));
        return Math.Sign(cast.Worlds[joint.Upper].Determinant) * Math.Atan2(Point.Cross(upper, lower), Point.Dot(upper, lower)) / Angles.RadiansPerDegree;
    }

    private static Point Along(CastFrame cast, int node)
    {
        var plan = cast.Plan.Nodes[node];
        return cast.Worlds[node].Map(plan.Pivot + plan.Along) - cast.Worlds[node].Map(plan.Pivot);
    }

    public IEnumerable<Snag> Found()
    {
        for (var i = 0; i < joints.Length; i++)
        {
            if (worst[i].Degrees == 0)
            {
                continue;
            }

            var (id, degrees) = (thing.Cast!.Plan.Nodes[joints[i].Lower].Id, Math.Round(worst[i].Degrees));
            var name = thing.Cast.Plan.Puppet.Bones.First(bone => bone.Id == id).Name;
            yield return new Snag(
                "bend", "act", worst[i].Frame, new Address(thing.Plan.Thing.Id, id, Properties.Turn.Name), ThingKind.Bone, degrees, "°",
                FormattableString.Invariant($"{name} of {thing.Plan.Thing.Name} bends the other way at frame {worst[i].Frame}, by {degrees}° in one frame. Key the in-between, or turn it on the same side."));
        }
    }
}
