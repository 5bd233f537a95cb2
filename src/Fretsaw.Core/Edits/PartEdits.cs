using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>What a part has or has not; <see cref="ChangePart.Without"/> takes it away.</summary>
public enum PartFeature
{
    Matte,
    Mesh,
    Bend,
    Limb,
    Sway,
    FollowThrough,
}

public sealed record ChangePart(string PuppetId, string PartId) : Edit
{
    public string? Name { get; init; }

    public Label? Label { get; init; }

    public bool? Hidden { get; init; }

    public bool? Locked { get; init; }

    public bool? TuckedAway { get; init; }

    public double? Opacity { get; init; }

    public double? WeightPercent { get; init; }

    public double? SharePercent { get; init; }

    public bool? StretchesFreely { get; init; }

    public Point? Pivot { get; init; }

    /// <summary>"" for the whole body.</summary>
    public string? RidesOn { get; init; }

    /// <summary>All that it may ride on besides; see <see cref="Part.AlsoRidesOn"/>. Keys that choose another go.</summary>
    public ImmutableArray<string>? AlsoRidesOn { get; init; }

    /// <summary>All that it may lie behind; see <see cref="Part.MayLieBehind"/>. Keys that choose another go.</summary>
    public ImmutableArray<string>? MayLieBehind { get; init; }

    public double? MeshMargin { get; init; }

    public double? MeshTriangleSide { get; init; }

    public double? MeshStiffness { get; init; }

    public double? MeshBridge { get; init; }

    public PinMethod? MeshMethod { get; init; }

    public Matte? Matte { get; init; }

    /// <summary>Gives the part a mesh too, when it has none.</summary>
    public BoneBend? Bend { get; init; }

    public Limb? Limb { get; init; }

    /// <summary>Gives the part a mesh too, when it has none.</summary>
    public Sway? Sway { get; init; }

    public FollowThrough? FollowThrough { get; init; }

    public PartFeature? Without { get; init; }

    public override string Title =>
        Name is not null ? "Rename part"
        : Label is not null ? "Change label"
        : Hidden is { } hidden ? (hidden ? "Hide part" : "Show part")
        : Locked is { } locked ? (locked ? "Lock part" : "Unlock part")
        : TuckedAway is { } tucked ? (tucked ? "Hide part in lists" : "Show part in lists")
        : Pivot is not null ? "Move pivot"
        : RidesOn is not null || AlsoRidesOn is not null ? "Attach part"
        : MayLieBehind is not null ? "Change what a part can go behind"
        : WeightPercent is not null ? "Change weight of part"
        : StretchesFreely is not null ? "Change stretch of part"
        : SharePercent is not null ? "Change share of part"
        : Bend is not null ? "Change bend of part"
        : Without is not null ? "Delete from part"
        : "Change part";

    protected internal override Film Change(Film film)
    {
        var after = film.WithPart(PuppetId, PartId, part => Changed(film, part));
        return Without is null && AlsoRidesOn is null && MayLieBehind is null ? after : Unused.Forget(after, PuppetId);
    }

    private Part Changed(Film film, Part part) => Off(part with
    {
        Name = Name ?? part.Name,
        Label = Label ?? part.Label,
        Hidden = Hidden ?? part.Hidden,
        Locked = Locked ?? part.Locked,
        TuckedAway = TuckedAway ?? part.TuckedAway,
        Opacity = Opacity ?? part.Opacity,
        WeightPercent = WeightPercent ?? part.WeightPercent,
        StretchesFreely = StretchesFreely ?? part.StretchesFreely,
        SharePercent = SharePercent ?? part.SharePercent,
        Pivot = Pivot ?? part.Pivot,
        RidesOn = RidesOn.Or(part.RidesOn),
        AlsoRidesOn = AlsoRidesOn ?? part.AlsoRidesOn,
        MayLieBehind = MayLieBehind ?? part.MayLieBehind,
        Matte = Matte ?? part.Matte,
        Bend = Bend ?? part.Bend,
        Limb = Limb ?? part.Limb,
        Sway = Sway ?? part.Sway,
        FollowThrough = FollowThrough ?? part.FollowThrough,
        Mesh = Mesh(film, part),
    });

    private MeshSettings? Mesh(Film film, Part part)
    {
        var changes = MeshMargin is not null || MeshTriangleSide is not null || MeshStiffness is not null || MeshBridge is not null || MeshMethod is not null;
        if (!changes && part.Mesh is null && Bend is null && Sway is null)
        {
            return null;
        }

        var mesh = part.Mesh ?? Meshes.For(film, part);
        return changes
            ? mesh with
            {
                Margin = MeshMargin ?? mesh.Margin,
                TriangleSide = MeshTriangleSide ?? mesh.TriangleSide,
                Stiffness = MeshStiffness ?? mesh.Stiffness,
                Bridge = MeshBridge ?? mesh.Bridge,
                Method = MeshMethod ?? mesh.Method,
            }
            : mesh;
    }

    private Part Off(Part part) => Without switch
    {
        PartFeature.Matte => part with { Matte = null },
        PartFeature.Mesh => part with { Mesh = null, Pins = [], Patches = [], Kneads = [], Bend = null, Sway = null },
        PartFeature.Bend => part with { Bend = null },
        PartFeature.Limb => part with { Limb = null },
        PartFeature.Sway => part with { Sway = null },
        PartFeature.FollowThrough => part with { FollowThrough = null },
        _ => part,
    };
}

internal static class Meshes
{
    /// <summary>Settings suited to the part's art.</summary>
    /// <exception cref="FilmException">It has none.</exception>
    public static MeshSettings For(Film film, Part part) => MeshBuilder.Suited(film.Drawings.Find(
        part.Drawing ?? throw new FilmException($"part '{part.Name}'", "has no drawing to make a mesh of", "select one of the parts attached to it"), "drawing"));
}

/// <param name="To">Index in the painting order, 0 the farthest back.</param>
public sealed record MovePart(string PuppetId, string PartId, int To) : Edit
{
    public override string Title => "Reorder parts";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Parts = puppet.Parts.Moved(PartId, To, "part"),
    });
}

/// <summary>Drops a pin; the part's first pin gives it a mesh suited to its size.</summary>
public sealed record AddPin(string PuppetId, string PartId, Pin Pin) : Edit
{
    public override string Title => "Drop pin";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Pins = part.Pins.Add(Pin),
        Mesh = part.Mesh ?? Meshes.For(film, part),
    });
}

public sealed record ChangePin(string PuppetId, string PartId, string PinId) : Edit
{
    public string? Name { get; init; }

    public Point? At { get; init; }

    public PinHold? Hold { get; init; }

    /// <summary>"" for its own part.</summary>
    public string? RidesOn { get; init; }

    public double? InFront { get; init; }

    public FollowThrough? FollowThrough { get; init; }

    public bool WithoutFollowThrough { get; init; }

    public override string Title =>
        Name is not null ? "Rename pin" : At is not null ? "Move pin" : RidesOn is not null ? "Attach pin" : "Change pin";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Pins = part.Pins.With(PinId, "pin", pin => pin with
        {
            Name = Name ?? pin.Name,
            At = At ?? pin.At,
            Hold = Hold ?? pin.Hold,
            RidesOn = RidesOn.Or(pin.RidesOn),
            InFront = InFront ?? pin.InFront,
            FollowThrough = WithoutFollowThrough ? null : FollowThrough ?? pin.FollowThrough,
        }),
    });
}

public sealed record RemovePin(string PuppetId, string PartId, string PinId) : Edit
{
    public override string Title => "Delete pin";

    protected internal override Film Change(Film film)
    {
        var after = film.WithPart(PuppetId, PartId, part => part with { Pins = part.Pins.Without(PinId, "pin") });
        return Unused.Forget(after, PuppetId);
    }
}
