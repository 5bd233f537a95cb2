using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>One cut-out piece of a puppet.</summary>
public sealed record Part : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Label Label { get; init; }

    /// <summary>Null for a part that only carries others.</summary>
    public string? Drawing { get; init; }

    public Point Pivot { get; init; }

    /// <summary>The part or bone that carries this part; null when it rides on the whole body.</summary>
    public string? RidesOn { get; init; }

    /// <summary>
    /// What else may carry it in the course of a shot, which is keyed as <see cref="Properties.RidesOn"/>: ids of parts and bones,
    /// <see cref="Address.Body"/>, or <see cref="Address.Stand"/> for what the body does not move.
    /// </summary>
    public ImmutableArray<string> AlsoRidesOn { get; init; } = [];

    /// <summary>
    /// On a bone, where that ends: a bone grown longer moves it out and does not stretch it. So rides what carries a bone that was let go,
    /// as bones themselves do.
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool RidesOnEnd { get; init; }

    /// <summary>Other parts that it may lie right behind in the course of a shot, as the far ear of a head that turns; keyed as <see cref="Properties.Lies"/>.</summary>
    public ImmutableArray<string> MayLieBehind { get; init => field = value.IsDefault ? [] : value; } = [];

    public bool Hidden { get; init; }

    /// <summary>Cannot be taken hold of on the picture.</summary>
    public bool Locked { get; init; }

    /// <summary>Out of the lists, but still in the picture.</summary>
    public bool TuckedAway { get; init; }

    /// <summary>[0, 1]</summary>
    public double Opacity { get; init; } = 1;

    /// <summary>How heavy its art is for its area, %, [0, 1000]: a lead boot has more, a balloon nothing.</summary>
    public double WeightPercent { get; init; } = 100;

    /// <summary>How readily it turns when the whole body is pulled, % of what a reaching limb gives, [0, 500]; 0 never.</summary>
    public double SharePercent { get; init; }

    /// <summary>No snag tells when it is drawn larger or smaller than its art: that is meant.</summary>
    public bool StretchesFreely { get; init; }

    /// <summary>Shows only inside, or only outside, another part's shape.</summary>
    public Matte? Matte { get; init; }

    /// <summary>Drawings that can show instead of the part's own; see <see cref="Properties.Swap"/>.</summary>
    public ImmutableArray<Swap> Swaps { get; init; } = [];

    /// <summary>Outlines that the part's own is blended with.</summary>
    public ImmutableArray<Form> Forms { get; init; } = [];

    /// <summary>Set once the part has a mesh; pins and bending need one.</summary>
    public MeshSettings? Mesh { get; init; }

    public ImmutableArray<Pin> Pins { get; init; } = [];

    /// <summary>Areas of the mesh that must not bend.</summary>
    public ImmutableArray<StiffPatch> Patches { get; init; } = [];

    /// <summary>Bent by several bones. Such a part has no pins.</summary>
    public BoneBend? Bend { get; init; }

    public ImmutableArray<Knead> Kneads { get; init; } = [];

    /// <summary>The part is a tapered limb along two bones; its drawing gives only the paint.</summary>
    public Limb? Limb { get; init; }

    public Sway? Sway { get; init; }

    public FollowThrough? FollowThrough { get; init; }

    /// <summary>Its mesh is bent or pushed in some way, so that it is painted as triangles.</summary>
    [JsonIgnore]
    public bool IsMeshed => Mesh is not null && (!Pins.IsEmpty || Bend is not null || !Kneads.IsEmpty || Sway is not null);
}

/// <param name="Part">The part whose shape cuts this one.</param>
/// <param name="Outside">Show what lies outside the shape instead of what lies inside.</param>
public sealed record Matte(string Part, bool Outside = false);

/// <summary>A drawing that can show in a part's place: a mouth, a hand, something held.</summary>
public sealed record Swap : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Null for showing nothing: a hat that is off.</summary>
    public string? Drawing { get; init; }

    /// <summary>The place on this drawing that is laid over the part's pivot, puppet pixels.</summary>
    public Point Pivot { get; init; }
}
