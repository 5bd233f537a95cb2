using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>A puppet compiled to flat arrays, once for all its uses. Slots are counted from 0.</summary>
public sealed class PuppetPlan
{
    public required Puppet Puppet { get; init; }

    /// <summary>Every value that could be keyed; the whole body's six come first.</summary>
    public required ValueTable Values { get; init; }

    /// <summary>First of the whole body's six slots.</summary>
    public required int BodySlot { get; init; }

    public required DialPlan[] Dials { get; init; }

    /// <summary>Parts and bones, carriers before what they carry.</summary>
    public required NodePlan[] Nodes { get; init; }

    public required ReachPlan[] Reaches { get; init; }

    public required FollowThroughPlan[] FollowThroughs { get; init; }

    /// <summary>Every part with a drawing, in the puppet's order; <see cref="PartPlan.Index"/> is the place in here.</summary>
    public required PartPlan[] Parts { get; init; }

    /// <summary>Those that are painted, in painting order.</summary>
    public required PartPlan[] Painted { get; init; }

    /// <summary>Parts that may lie behind others; most puppets have none.</summary>
    public required FrontPlan[] Fronts { get; init; }

    /// <summary>The box of all its art at rest, puppet pixels.</summary>
    public required Box RestBox { get; init; }

    public required ImmutableDictionary<string, int> NodeOf { get; init; }

    /// <summary>Things whose keys move nothing that follow-through looks back at: pins without follow-through of their own.</summary>
    public required ImmutableHashSet<string> Unfollowed { get; init; }
}

/// <summary>What a part may lie right behind.</summary>
/// <param name="Part">Index among <see cref="PuppetPlan.Parts"/>.</param>
/// <param name="Slot">Where keys choose: 0 its place, 1 the first of <paramref name="Before"/>.</param>
/// <param name="Before">Indices of parts; −1 for one without art.</param>
public sealed record FrontPlan(int Part, int Slot, int[] Before);

/// <summary>A part or bone: turns, shifts and stretches about its pivot, on its carrier.</summary>
/// <param name="Carrier">Index of the node that carries it at rest, or <see cref="TheBody"/>.</param>
/// <param name="Slot">First slot: turn, then for parts shift, stretch and squash, for bones length.</param>
/// <param name="Along">For a bone, from its start to its end at rest.</param>
/// <param name="Reach">The reach whose chain this bone is in, or −1.</param>
/// <param name="Link">Its place in that chain.</param>
public readonly record struct NodePlan(string Id, bool IsBone, int Carrier, Point Pivot, int Slot, Point Along, int Reach, int Link)
{
    public const int TheBody = -1;
    public const int TheStand = -2;

    /// <summary>The first of what else carries parts of a use, see <see cref="LentPlan"/>; the others lie below.</summary>
    public const int FirstHolder = -3;

    /// <summary>Where keys choose the carrier: 0 the one at rest, 1 the first of <see cref="Others"/>. −1 where there is no choice.</summary>
    public int RidesSlot { get; init; } = -1;

    /// <summary>Indices of nodes, <see cref="TheBody"/> or <see cref="TheStand"/>.</summary>
    public int[] Others { get; init; } = [];

    /// <summary>See <see cref="Part.RidesOnEnd"/>; so do all bones.</summary>
    public bool RidesOnEnd { get; init; }

    /// <summary>See <see cref="Bone.KeepsArea"/>.</summary>
    public bool KeepsArea { get; init; }

    /// <param name="values">Driven values, by the plan's slots.</param>
    /// <param name="lent">What the use may lend.</param>
    /// <param name="index">The node's own.</param>
    public int CarrierAt(ReadOnlySpan<double> values, LentPlan[] lent, int index)
    {
        if (RidesSlot < 0 || (int)Math.Round(values[RidesSlot]) is not (> 0 and var chosen))
        {
            return Carrier;
        }

        if (chosen <= Others.Length)
        {
            return Others[chosen - 1];
        }

        for (var k = 0; k < lent.Length; k++)
        {
            if (lent[k].Node == index && lent[k].Choice == chosen)
            {
                return FirstHolder - k;
            }
        }

        return Carrier;
    }
}

/// <param name="Slot">First of the goal's three slots: shift across and down, planted.</param>
/// <param name="Nodes">The chain's bones as nodes, root first.</param>
/// <param name="Joints">The chain as drawn: every bone's start, and the last one's end.</param>
/// <param name="Limits">One for each bone, null for none.</param>
public sealed record ReachPlan(Reach Reach, int Slot, int[] Nodes, Point[] Joints, TurnLimit?[] Limits)
{
    /// <summary>Where the goal is at rest: the last bone's end.</summary>
    public Point GoalRest => Joints[^1];
}
