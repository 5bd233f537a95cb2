using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>
/// A hand, foot or head that is pulled with the whole body: hips and spine give their share, feet that stand stay, free arms keep to the
/// chest, and the weight stays over what bears it. All places are posed puppet pixels as the frame stood at the press.
/// </summary>
internal sealed class WholeBody
{
    /// <summary>A weight is kept so far inside what bears it, of its width.</summary>
    private const double Inset = 0.05;

    /// <summary>A foot that is lifted by this part of its leg bears nothing any more.</summary>
    private const double Lifted = 0.12;

    /// <summary>A foot that stands counts as torn off when it is farther from where it stood, px.</summary>
    private const double TornOff = 0.05;

    /// <summary>A hand comes no nearer to its shoulder than this part of its limb.</summary>
    private const double Near = 0.12;

    /// <summary>And no nearer than so many times how near it comes when it is folded.</summary>
    private const double Folded = 1.05;

    private const int MostJoints = 12;

    private readonly Evaluator stood;
    private readonly CastFrame cast;
    private readonly string owner;

    /// <summary>The nodes that give, from the body outward.</summary>
    private readonly List<int> giving = [];

    /// <summary>The chain that is pulled by its goal, or −1.</summary>
    private readonly int pulled;
    private readonly (bool Bears, bool Planted)[] feet;

    private WholeBody(Evaluator stood, CastFrame cast, int pulled) =>
        (this.stood, this.cast, owner, this.pulled, feet) = (stood, cast, cast.Use.Thing.Id, pulled, StandingFeet.Of(stood, cast));

    /// <returns>Null for what no body carries.</returns>
    public static PoseDrag? Begin(Gesture gesture, Evaluator stood, CastFrame cast)
    {
        var pulled = gesture.Grip.Kind == GripKind.Goal ? Array.FindIndex(cast.Plan.Reaches, reach => reach.Reach.Id == gesture.Grip.Thing) : -1;
        var first = pulled >= 0 ? cast.Skeleton.CarrierIndexOf(cast.Plan.Reaches[pulled].Nodes[0]) : cast.Plan.NodeOf.GetValueOrDefault(gesture.Grip.Thing, NodePlan.TheStand);
        return first == NodePlan.TheStand || cast.Skeleton.LooseOf(first) >= 0 ? null : new WholeBody(stood, cast, pulled).Drag(gesture, first);
    }

    private PoseDrag? Drag(Gesture gesture, int first)
    {
        var toPosed = Handling.Drag.Inverse(stood.Things[cast.Use.Index].ToPicture);
        var from = toPosed.Map(gesture.From);
        var bodyGives = Collect(first);
        var joints = giving.Select(node => Joint(node, isPulled: pulled < 0 && node == first)).ToArray();
        var hand = pulled < 0 ? from : cast.Goals[pulled];
        var problem = Problem(joints, hand, bodyGives);
        var pull = new BodyPull(problem);
        var keyed = Keyed(hand, pull);
        var pose = new BodyPose(stood, cast, keyed, pulled, Enumerable.Range(0, feet.Length).Where(i => i != pulled && feet[i].Bears), TornOff);
        PulledLimb? limb = pulled < 0 ? null : new PulledLimb(problem.Root, joints.Length - 1, problem.Reach, problem.Nearest);
        var walk = new BodyWalk(pull, hand, limb, pose.MostMoved, pose.Keep);
        ImmutableArray<Address> addresses = [.. keyed.Select(one => one.Address)];
        return new PoseDrag(gesture, stood, addresses, "Move whole body", (to, values) =>
        {
            walk.To(hand + toPosed.Map(to) - from);
            for (var i = 0; i < keyed.Length; i++)
            {
                values[i] = Math.Round(keyed[i].At(walk.Goal), 2);
            }
        });
    }

    /// <summary>Every value that the drag keys, and how it follows from where the hand is pulled and where the pull has settled.</summary>
    private PulledValue[] Keyed(Point hand, BodyPull pull)
    {
        var keyed = new List<PulledValue>();
        cast.Skeleton.Ground.TryInvert(out var offGround);
        var ofBody = offGround * cast.ToStage;
        if (pulled >= 0)
        {
            var onGround = feet[pulled].Planted;
            AddGoal(pulled, at => onGround ? ofBody.MapVector(at - hand) : at - hand - pull.Shift);
        }

        AddShift(Address.Body, cast.Plan.BodySlot + 1, _ => ofBody.MapVector(pull.Shift));
        for (var j = 0; j < giving.Count; j++)
        {
            var (joint, node) = (j, cast.Plan.Nodes[giving[j]]);
            var sense = Math.Sign(cast.Skeleton.CarrierOf(giving[j]).Determinant) / Angles.RadiansPerDegree;
            Add(node.Id, Properties.Turn, node.Slot, _ => sense * pull.TurnOf(joint));
        }

        for (var i = 0; i < feet.Length && keyed.Count + 2 <= PoseDrag.Most; i++)
        {
            var reach = cast.Plan.Reaches[i];
            var joint = JointOf(cast.Skeleton.CarrierIndexOf(reach.Nodes[0]));
            if (i == pulled || feet[i].Planted || (!feet[i].Bears && joint < 0) || cast.Skeleton.LooseOf(reach.Nodes[0]) >= 0)
            {
                continue;
            }

            // A foot that stands stays on the ground; a hand that hangs free goes with what carries its arm.
            var goal = cast.Goals[i];
            AddGoal(i, feet[i].Bears ? _ => pull.Shift * -1 : _ => pull.Carry(goal, joint) - goal - pull.Shift);
        }

        return [.. keyed];

        void AddGoal(int reach, Func<Point, Point> by)
        {
            cast.Skeleton.GoalSpaces[reach].TryInvert(out var toSpace);
            var planted = feet[reach].Planted;
            AddShift(cast.Plan.Reaches[reach].Reach.Id, cast.Plan.Reaches[reach].Slot, at => planted ? by(at) : toSpace.MapVector(by(at)));
        }

        void AddShift(string thing, int slot, Func<Point, Point> by)
        {
            Add(thing, Properties.ShiftX, slot, at => by(at).X);
            Add(thing, Properties.ShiftY, slot + 1, at => by(at).Y);
        }

        void Add(string thing, PropertyInfo property, int slot, Func<Point, double> by) =>
            keyed.Add(new PulledValue(new Address(owner, thing, property.Name), slot, ValueOf(thing, property), by));
    }

    /// <summary>The nodes with a share on the way from the body to what is pulled; of too many those next to it.</summary>
    /// <returns>Whether the body itself takes it along.</returns>
    private bool Collect(int first)
    {
        var node = first;
        for (; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            var plan = cast.Plan.Nodes[node];
            if (plan.Reach < 0 && (ShareOf(plan) > 0 || (pulled < 0 && node == first)) && giving.Count < MostJoints)
            {
                giving.Add(node);
            }
        }

        giving.Reverse();
        return node == NodePlan.TheBody;
    }

    private double ShareOf(in NodePlan node)
    {
        var id = node.Id;
        return (node.IsBone ? cast.Plan.Puppet.Bones.First(bone => bone.Id == id).SharePercent : cast.Plan.Puppet.Parts.First(part => part.Id == id).SharePercent) / 100;
    }

    /// <param name="isPulled">It is what the pointer holds, which gives whatever its share.</param>
    private PullJoint Joint(int index, bool isPulled)
    {
        var node = cast.Plan.Nodes[index];
        var share = isPulled ? Math.Max(1, ShareOf(node)) : ShareOf(node);
        var joint = new PullJoint(cast.Worlds[index].Map(node.Pivot), share);
        if (!node.IsBone || cast.Plan.Puppet.Bones.First(bone => bone.Id == node.Id).Limit is not { } limit)
        {
            return joint;
        }

        var now = ValueOf(node.Id, Properties.Turn);
        return joint with { Least = Math.Min(0, limit.Least - now) * Angles.RadiansPerDegree, Most = Math.Max(0, limit.Most - now) * Angles.RadiansPerDegree };
    }

    private PullProblem Problem(PullJoint[] joints, Point hand, bool bodyGives)
    {
        var reach = pulled < 0 ? null : cast.Plan.Reaches[pulled];
        var balance = Balance.Of(stood, cast);
        var weights = new BodyWeights(stood, cast, JointOf, pulled, feet);
        weights.Weigh(balance.Mass);
        var root = reach is null ? hand : ChainSpan.Root(cast, reach);
        var longest = reach is null ? double.PositiveInfinity : Math.Max(ChainSpan.Loose * ChainSpan.Longest(reach), (hand - root).Length);
        var nearest = reach is null ? 0 : Math.Min(Math.Max(Near * longest, ChainSpan.Shortest(reach) * Folded), (hand - root).Length);
        var planted = Enumerable.Range(0, feet.Length).Where(i => i != pulled && feet[i].Bears).Select(i =>
        {
            var (hip, most, least) = ChainSpan.Of(cast, i);
            return new PullFoot(hip, JointOf(cast.Skeleton.CarrierIndexOf(cast.Plan.Reaches[i].Nodes[0])), cast.Goals[i], most, least);
        }).ToArray();
        var down = new Point(cast.ToStage.B, cast.ToStage.D);
        return new PullProblem(
            joints, bodyGives ? cast.Plan.Puppet.BodySharePercent / 100 : 0, hand, reach is null ? 0 : 1, root, longest, nearest,
            [.. weights.All], weights.Hand, planted, Guards(joints, root, planted, weights.All, down), SupportOf(balance, reach), down);
    }

    /// <summary>Nothing goes through the ground that the feet stand on, or farther than it is already.</summary>
    private PullGuard[] Guards(PullJoint[] joints, Point root, PullFoot[] planted, List<PullWeight> weights, Point down)
    {
        if (Bearing(without: -1) is not { } ground)
        {
            return [];
        }

        IEnumerable<(Point At, int Joint, double Radius)> all =
        [
            .. joints.Select((joint, j) => (joint.Pivot, j - 1, 0.0)), (root, joints.Length - 1, 0.0),
            .. planted.Select(foot => (foot.Root, foot.Joint, 0.0)),
            .. weights.Where(weight => weight.Spread > 0).Select(weight => (weight.At, weight.Joint, Math.Sqrt(weight.Spread))),
        ];
        return [.. all.Select(one => new PullGuard(one.At, one.Joint, Math.Max(0, ground.Down - cast.ToStage.Map(one.At).Y - (one.Radius * down.Length))))];
    }

    private PullSupport SupportOf(in Balance balance, ReachPlan? reach)
    {
        if (Bearing(pulled) is not { } rest)
        {
            return PullSupport.None;
        }

        var across = new Point(cast.ToStage.A, cast.ToStage.C);
        var (left, right) = Inside(rest);
        if (pulled < 0 || !feet[pulled].Bears)
        {
            // A weight that is beside it already is not to get farther off.
            (left, right) = (Math.Min(left, balance.Centre.X), Math.Max(right, balance.Centre.X));
            return new PullSupport(across, balance.Centre.X, left, right, left, right, 0);
        }

        var (wideLeft, wideRight) = Inside(Bearing(-1)!.Value);
        return new PullSupport(
            across, balance.Centre.X, Math.Min(wideLeft, balance.Centre.X), Math.Max(wideRight, balance.Centre.X), left, right, Lifted * ChainSpan.Longest(reach!));

        static (double Left, double Right) Inside(in Support on) => (on.Left + (Inset * (on.Right - on.Left)), on.Right - (Inset * (on.Right - on.Left)));
    }

    /// <summary>From where to where feet touch the ground.</summary>
    private Support? Bearing(int without)
    {
        Support? all = null;
        for (var i = 0; i < feet.Length; i++)
        {
            if (feet[i].Bears && i != without)
            {
                all = Balance.SoleOf(stood, cast, i).With(all);
            }
        }

        return all;
    }

    private double ValueOf(string thing, PropertyInfo property) => stood.Values[stood.Plan.Slots.Find(new Address(owner, thing, property.Name))];

    /// <summary>The joint that takes a node along; −1 for the body.</summary>
    private int JointOf(int node)
    {
        for (; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            if (giving.IndexOf(node) is >= 0 and var joint)
            {
                return joint;
            }
        }

        return -1;
    }
}
