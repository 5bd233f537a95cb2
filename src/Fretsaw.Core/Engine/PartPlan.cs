using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>A part with art. At most one of mesh, forms and limb is set; with none it is painted stiffly.</summary>
public sealed record PartPlan(Part Part, int Index, int Node, int Drawing)
{
    /// <summary>−1 without swaps.</summary>
    public int SwapSlot { get; init; } = -1;

    public SwapPlan[] Swaps { get; init; } = [];

    public MeshPlan? Mesh { get; init; }

    public FormPlan? Forms { get; init; }

    public LimbPlan? Limb { get; init; }

    /// <summary>Index among <see cref="PuppetPlan.Parts"/> of the part whose shape cuts this one, or −1.</summary>
    public int Matte { get; init; } = -1;
}

/// <param name="Drawing">Index into the film's drawings, −1 for showing nothing.</param>
/// <param name="Laid">From the swap's pixels to the part's: pivot on pivot.</param>
public sealed record SwapPlan(int Drawing, Affine Laid);

/// <summary>A mesh and everything that moves it. Pins and bones exclude each other; kneads and sway come on top.</summary>
public sealed record MeshPlan(Mesh Mesh)
{
    public ArapSystem? Pins { get; init; }

    public PinPlan[] Pulls { get; init; } = [];

    public BoneWeights? Weights { get; init; }

    /// <summary>The bones that the weights count, as nodes.</summary>
    public int[] Bones { get; init; } = [];

    public (KneadField Field, int Slot)[] Kneads { get; init; } = [];

    public SwayWave? Sway { get; init; }

    public int SwaySlot { get; init; } = -1;

    public bool ObeysWind { get; init; }

    /// <summary>Corners in painting order.</summary>
    public int[] Triangles => Pins?.Triangles ?? Mesh.Triangles;
}

/// <param name="Slot">Shift across; down is the next.</param>
/// <param name="TurnSlot">−1 for a pin that does not hold its turn.</param>
/// <param name="SizeSlot">−1 for a pin that does not hold its size.</param>
/// <param name="Rides">The node that takes it along; its own part's where it rides on nothing.</param>
/// <param name="FollowThrough">Index among <see cref="PuppetPlan.FollowThroughs"/>, or −1.</param>
public readonly record struct PinPlan(int Slot, int TurnSlot, int SizeSlot, int Rides, int FollowThrough);

/// <param name="Slots">One for each form.</param>
public sealed record FormPlan(FormSet Set, int[] Slots);

/// <param name="WidthSlot">Root; joint and end are the next two.</param>
public sealed record LimbPlan(Limb Limb, int Upper, int Lower, int WidthSlot);

/// <summary>Something that lags behind its carrier: a node, or a pin of a part.</summary>
/// <param name="Node">The node that turns, or that carries the pin.</param>
/// <param name="Tip">What lags: the node's far end, or the pin; a place at rest.</param>
/// <param name="ShiftSlot">For a pin its shift, which comes before the lag; −1 for nodes.</param>
/// <param name="AmountSlot">How much of it shows.</param>
/// <param name="MemoryFrames">How far back a frame depends on what was.</param>
public sealed record FollowThroughPlan(FollowThrough Settings, Spring Frame, int Node, Point Tip, int ShiftSlot, int AmountSlot, int MemoryFrames);
