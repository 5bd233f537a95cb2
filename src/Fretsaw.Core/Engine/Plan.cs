using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>A shot compiled to flat arrays: everything that does not change from frame to frame. Read-only; shared by threads.</summary>
public sealed class Plan
{
    public required Film Film { get; init; }

    public required Shot Shot { get; init; }

    public required SlotTable Slots { get; init; }

    /// <summary>First of the camera's seven slots: truck, boom, dolly, roll, lens, stop, focus.</summary>
    public required int CameraSlot { get; init; }

    public required CastPlan[] Cast { get; init; }

    public required FlatPlan[] Flats { get; init; }

    /// <summary>What is painted, far to near by distance, then flats before puppets, then by list order.</summary>
    public required LayerPlan[] Layers { get; init; }

    /// <summary>Left out (alpha 0) in prints with alpha and on the rig bench.</summary>
    public Colour Backdrop { get; init; }

    public CastPlan? FindCast(string id) => Cast.FirstOrDefault(cast => cast.Member.Id == id);
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

    /// <summary>Parts and bones, carriers before what they carry.</summary>
    public required NodePlan[] Nodes { get; init; }

    public required ReachPlan[] Reaches { get; init; }

    /// <summary>Visible parts with a drawing, in painting order.</summary>
    public required PartPlan[] Painted { get; init; }

    public required ImmutableDictionary<string, int> NodeOf { get; init; }
}

/// <summary>A part or bone: turns, shifts and stretches about its pivot, on its carrier.</summary>
/// <param name="Carrier">Index of the carrying node, −1 for the whole body.</param>
/// <param name="Slot">First slot: turn, and for parts shift and stretch.</param>
/// <param name="Upper">The reach whose upper bone this is, or −1.</param>
/// <param name="Lower">The reach whose lower bone this is, or −1.</param>
public readonly record struct NodePlan(string Id, bool IsBone, int Carrier, Point Pivot, int Slot, int Upper, int Lower);

/// <param name="Slot">First of the goal's two slots.</param>
/// <param name="GoalRest">Where the goal is at rest: the lower bone's end.</param>
public readonly record struct ReachPlan(
    Reach Reach, int Slot, Point Root, Point GoalRest, double UpperLength, double LowerLength, double UpperRestRadians, double LowerRestRadians);

/// <param name="Warp">Null for a part that is painted stiffly.</param>
public sealed record PartPlan(Part Part, int Node, int Drawing, WarpPlan? Warp);

/// <param name="PinSlots">First of each pin's two slots.</param>
public sealed record WarpPlan(ArapSystem System, int[] PinSlots);
