using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>
/// A hand, foot or head that is pulled with the whole body: hips and spine give their share, planted feet stay, and the
/// weight stays over them. All places are posed puppet pixels as the frame stood at the press.
/// </summary>
internal sealed class WholeBody
{
    /// <summary>A weight is kept so far inside what bears it, of its width.</summary>
    private const double Inset = 0.05;

    private readonly Evaluator stood;
    private readonly CastFrame cast;
    private readonly string owner;

    /// <summary>The nodes that give, from the body outward.</summary>
    private readonly List<int> giving = [];

    /// <summary>The chain that is pulled by its goal, or −1.</summary>
    private readonly int pulled;

    private WholeBody(Evaluator stood, CastFrame cast, int pulled) =>
        (this.stood, this.cast, owner, this.pulled) = (stood, cast, cast.Use.Thing.Id, pulled);

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
        var reach = pulled < 0 ? null : cast.Plan.Reaches[pulled];
        var hand = reach is null ? from : cast.Goals[pulled];
        var pull = new BodyPull(Problem(joints, hand, reach, bodyGives));
        var slack = giving.Exists(node => Array.Exists(cast.Plan.Reaches, foot => IsBearing(foot) && cast.Skeleton.Hangs(foot.Nodes[0], node))) ? null : Slack.Of(cast, IsBearing);

        cast.Skeleton.Ground.TryInvert(out var offGround);
        var ofBody = offGround * cast.ToStage;
        var body = new Point(ValueOf(Address.Body, Properties.ShiftX), ValueOf(Address.Body, Properties.ShiftY));
        var turns = giving.Select(node => ValueOf(cast.Plan.Nodes[node].Id, Properties.Turn)).ToArray();
        var senses = giving.Select(node => (double)Math.Sign(cast.Skeleton.CarrierOf(node).Determinant)).ToArray();
        var goal = reach is null ? default : new Point(ValueOf(reach.Reach.Id, Properties.ShiftX), ValueOf(reach.Reach.Id, Properties.ShiftY));
        var onGround = reach is not null && IsPlanted(reach);
        var addresses = ImmutableArray.CreateBuilder<Address>();
        if (reach is not null)
        {
            addresses.Add(new Address(owner, reach.Reach.Id, Properties.ShiftX.Name));
            addresses.Add(new Address(owner, reach.Reach.Id, Properties.ShiftY.Name));
        }

        addresses.Add(new Address(owner, Address.Body, Properties.ShiftX.Name));
        addresses.Add(new Address(owner, Address.Body, Properties.ShiftY.Name));
        addresses.AddRange(giving.Select(node => new Address(owner, cast.Plan.Nodes[node].Id, Properties.Turn.Name)));
        return new PoseDrag(gesture, stood, addresses.ToImmutable(), "Moved the whole body", (to, values) =>
        {
            var by = toPosed.Map(to) - from;
            pull.Solve(hand + by);
            var shift = slack?.Within(pull.Shift) ?? pull.Shift;
            var next = 0;
            if (reach is not null)
            {
                var at = goal + (onGround ? ofBody.MapVector(by) : by - shift);
                values[next++] = Math.Round(at.X, 2);
                values[next++] = Math.Round(at.Y, 2);
            }

            var moved = body + ofBody.MapVector(shift);
            values[next++] = Math.Round(moved.X, 2);
            values[next++] = Math.Round(moved.Y, 2);
            for (var j = 0; j < turns.Length; j++)
            {
                values[next++] = Math.Round(turns[j] + (senses[j] * pull.TurnOf(j) / Angles.RadiansPerDegree), 2);
            }
        });
    }

    /// <summary>The nodes with a share on the way from the body to what is pulled; of too many those next to it.</summary>
    /// <returns>Whether the body itself takes it along.</returns>
    private bool Collect(int first)
    {
        var node = first;
        for (; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            var plan = cast.Plan.Nodes[node];
            if (plan.Reach < 0 && (ShareOf(plan) > 0 || (pulled < 0 && node == first)) && giving.Count < PoseDrag.Most - 4)
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

    private PullProblem Problem(PullJoint[] joints, Point hand, ReachPlan? reach, bool bodyGives)
    {
        var balance = Balance.Of(stood, cast, reach?.Reach.Id);
        var (left, right) = (double.NegativeInfinity, double.PositiveInfinity);
        if (balance.Support is { } on)
        {
            // A weight that is beside it already is not to get farther off.
            var inset = Inset * (on.Right - on.Left);
            (left, right) = (Math.Min(on.Left + inset, balance.Centre.X), Math.Max(on.Right - inset, balance.Centre.X));
        }

        var weights = new Weighing(this, balance.Mass);
        weights.Weigh();
        var feet = cast.Plan.Reaches.Select((foot, i) => (foot, i)).Where(one => one.i != pulled && IsBearing(one.foot)).Select(one =>
        {
            var (root, most, least) = Slack.RootOf(cast, one.i);
            return new PullFoot(root, JointOf(cast.Skeleton.CarrierIndexOf(one.foot.Nodes[0])), cast.Goals[one.i], most, least);
        });
        return new PullProblem(
            joints, bodyGives ? cast.Plan.Puppet.BodySharePercent / 100 : 0, hand, reach is null ? 0 : 1,
            reach is null ? hand : Slack.Root(cast, reach), reach is null ? double.PositiveInfinity : Slack.Longest(reach),
            [.. weights.All], weights.Hand, [.. feet], new Point(cast.ToStage.A, cast.ToStage.C), balance.Centre.X, left, right);
    }

    /// <summary>A planted goal stands on the ground, whatever the body does.</summary>
    private bool IsPlanted(ReachPlan reach) => stood.DrivenOf(cast)[reach.Slot + 2] > 0.5;

    private bool IsBearing(ReachPlan reach) => IsPlanted(reach) && (pulled < 0 || reach != cast.Plan.Reaches[pulled]);

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

    /// <summary>What each part weighs, and with what it goes along.</summary>
    private sealed class Weighing(WholeBody of, double mass)
    {
        public List<PullWeight> All { get; } = [];

        public double Hand { get; private set; }

        public void Weigh()
        {
            foreach (var part in of.cast.Plan.Painted)
            {
                var (weight, at) = Balance.OfPart(of.stood, of.cast, part);
                if (weight > 0 && mass > 0)
                {
                    Add(part.Node, at, weight / mass);
                }
            }

            foreach (var lender in of.stood.LendersTo(of.cast))
            {
                foreach (var part in lender.Cast!.Plan.Painted)
                {
                    var (weight, at, on) = Balance.OfLoad(of.stood, of.cast, lender.Cast, part);
                    if (weight > 0)
                    {
                        Add(on, at, weight / mass);
                    }
                }
            }
        }

        private void Add(int node, Point at, double weight)
        {
            for (; node >= 0; node = of.cast.Skeleton.CarrierIndexOf(node))
            {
                if (of.giving.IndexOf(node) is >= 0 and var joint)
                {
                    All.Add(new PullWeight(at, joint, weight));
                    return;
                }

                if (of.cast.Plan.Nodes[node].Reach is >= 0 and var reach)
                {
                    Share(reach, at, weight);
                    return;
                }
            }

            // What the body does not move stays.
            if (node == NodePlan.TheBody)
            {
                All.Add(new PullWeight(at, -1, weight));
            }
        }

        /// <summary>What hangs on a chain goes partly with its root and partly with its goal, by how near to either it is.</summary>
        private void Share(int index, Point at, double weight)
        {
            var reach = of.cast.Plan.Reaches[index];
            var (root, goal) = (Slack.Root(of.cast, reach), of.cast.Goals[index]);
            var far = Math.Max(1e-9, (at - root).Length + (goal - at).Length);
            var outer = (at - root).Length / far * weight;
            All.Add(new PullWeight(root, of.JointOf(of.cast.Skeleton.CarrierIndexOf(reach.Nodes[0])), weight - outer));
            if (index == of.pulled)
            {
                Hand += outer;
            }
            else if (!of.IsPlanted(reach))
            {
                All.Add(new PullWeight(goal, -1, outer));
            }
        }
    }
}
