using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>What each part weighs, and with which joint of a pull it goes along.</summary>
/// <param name="jointOf">From a node to the joint that takes it along; −1 for the body.</param>
/// <param name="pulled">The chain that is pulled by its goal, or −1.</param>
/// <param name="bears">By chain, whether the ground holds its foot.</param>
internal sealed class BodyWeights(Evaluator stood, CastFrame cast, Func<int, int> jointOf, int pulled, (bool Bears, bool Planted)[] bears)
{
    private double mass;

    /// <summary>Weights of the whole, 1.</summary>
    public List<PullWeight> All { get; } = [];

    /// <summary>What goes along with the hand.</summary>
    public double Hand { get; private set; }

    public void Weigh(double whole)
    {
        mass = whole;
        if (mass <= 0)
        {
            return;
        }

        foreach (var part in cast.Plan.Painted)
        {
            Add(part.Node, Balance.OfPart(stood, cast, part));
        }

        foreach (var lender in stood.LendersTo(cast))
        {
            foreach (var part in lender.Cast!.Plan.Painted)
            {
                var (weight, on) = Balance.OfLoad(stood, cast, lender.Cast, part);
                Add(on, weight);
            }
        }
    }

    private void Add(int node, in PartWeight part)
    {
        if (part.Weight <= 0)
        {
            return;
        }

        Point? hangs = null;
        for (; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
        {
            if (cast.Plan.Nodes[node].Reach is >= 0 and var reach)
            {
                Share(reach, part);
                return;
            }

            if (jointOf(node) is >= 0 and var joint)
            {
                All.Add(new PullWeight(part.At, joint, part.Weight / mass, part.Spread) { Hangs = hangs });
                return;
            }

            // A joint at the side, such as a neck.
            hangs = cast.Plan.Nodes[node].IsBone ? cast.Worlds[node].Map(cast.Plan.Nodes[node].Pivot) : hangs;
        }

        // What the body does not move stays.
        if (node == NodePlan.TheBody)
        {
            All.Add(new PullWeight(part.At, -1, part.Weight / mass, part.Spread) { Hangs = hangs });
        }
    }

    /// <summary>
    /// What hangs on a chain that is pulled or planted goes partly with its root and partly with its goal, by how near to either it is;
    /// on one that hangs free, with its root.
    /// </summary>
    private void Share(int index, in PartWeight part)
    {
        var reach = cast.Plan.Reaches[index];
        var (root, goal) = (ChainSpan.Root(cast, reach), cast.Goals[index]);
        var joint = jointOf(cast.Skeleton.CarrierIndexOf(reach.Nodes[0]));
        var weight = part.Weight / mass;
        if (index != pulled && !bears[index].Bears)
        {
            All.Add(new PullWeight(part.At, joint, weight, part.Spread) { Hangs = root });
            return;
        }

        var far = Math.Max(1e-9, (part.At - root).Length + (goal - part.At).Length);
        var outer = (part.At - root).Length / far * weight;
        All.Add(new PullWeight(root, joint, weight - outer, part.Spread));
        Hand += index == pulled ? outer : 0;
    }
}
