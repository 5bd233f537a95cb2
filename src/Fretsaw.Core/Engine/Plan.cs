using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>A shot compiled to flat arrays: everything that does not change from frame to frame. Read-only; shared by threads.</summary>
public sealed record Plan
{
    public required Film Film { get; init; }

    public required Shot Shot { get; init; }

    public required SlotTable Slots { get; init; }

    /// <summary>First of the camera's seven slots: truck, boom, dolly, roll, lens, stop, focus.</summary>
    public required int CameraSlot { get; init; }

    /// <summary>The strength of the wind.</summary>
    public required int WindSlot { get; init; }

    public required CastPlan[] Cast { get; init; }

    public required FlatPlan[] Flats { get; init; }

    /// <summary>What is painted, far to near by distance, then flats before puppets, then by list order.</summary>
    public required LayerPlan[] Layers { get; init; }

    /// <summary>Left out (alpha 0) in prints with alpha and on the rig bench.</summary>
    public Colour Backdrop { get; init; }

    public CastPlan? FindCast(string id) => Cast.FirstOrDefault(cast => cast.Member.Id == id);

    /// <summary>
    /// The plan of a film and shot that differ from this plan's in keys alone: everything else is shared. A drag that poses
    /// does this with every move.
    /// </summary>
    /// <returns>Null when more than keys is different.</returns>
    public Plan? WithKeysOf(Film film, Shot shot) =>
        (film with { Shots = Film.Shots }) == Film && (shot with { Channels = Shot.Channels }) == Shot
            ? this with { Film = film, Shot = shot, Slots = Slots.With(shot.Channels) }
            : null;
}

/// <param name="Index">Into <see cref="Plan.Flats"/> or <see cref="Plan.Cast"/>.</param>
public readonly record struct LayerPlan(bool IsFlat, int Index, double Distance);

/// <param name="Drawing">Index into the film's drawings.</param>
/// <param name="Placement">Drawing pixels → stage pixels.</param>
public sealed record FlatPlan(Flat Flat, int Drawing, Affine Placement);

/// <summary>A puppet on the stage.</summary>
public sealed class CastPlan
{
    public required CastMember Member { get; init; }

    public required Puppet Puppet { get; init; }

    /// <summary>First of the whole body's five slots.</summary>
    public required int BodySlot { get; init; }

    public required DialPlan[] Dials { get; init; }

    /// <summary>Parts and bones, carriers before what they carry.</summary>
    public required NodePlan[] Nodes { get; init; }

    public required ReachPlan[] Reaches { get; init; }

    public required SpringPlan[] Springs { get; init; }

    /// <summary>Every part with a drawing, in the puppet's order; <see cref="PartPlan.Index"/> is the place in here.</summary>
    public required PartPlan[] Parts { get; init; }

    /// <summary>Those that are painted, in painting order.</summary>
    public required PartPlan[] Painted { get; init; }

    public required ImmutableDictionary<string, int> NodeOf { get; init; }
}

/// <summary>A part or bone: turns, shifts and stretches about its pivot, on its carrier.</summary>
/// <param name="Carrier">Index of the carrying node, −1 for the whole body.</param>
/// <param name="Slot">First slot: turn, then for parts shift and stretch, for bones length.</param>
/// <param name="Along">For a bone, from its start to its end at rest.</param>
/// <param name="Reach">The reach whose chain this bone is in, or −1.</param>
/// <param name="Link">Its place in that chain.</param>
public readonly record struct NodePlan(string Id, bool IsBone, int Carrier, Point Pivot, int Slot, Point Along, int Reach, int Link);

/// <param name="Slot">First of the goal's three slots: shift across and down, planted.</param>
/// <param name="Nodes">The chain's bones as nodes, root first.</param>
/// <param name="Joints">The chain as drawn: every bone's start, and the last one's end.</param>
/// <param name="Limits">One for each bone, null for none.</param>
public sealed record ReachPlan(Reach Reach, int Slot, int[] Nodes, Point[] Joints, TurnLimit?[] Limits)
{
    /// <summary>Where the goal is at rest: the last bone's end.</summary>
    public Point GoalRest => Joints[^1];
}
