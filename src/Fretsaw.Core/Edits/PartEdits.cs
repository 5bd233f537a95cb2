using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

public sealed record ChangePart(string PuppetId, string PartId) : Edit
{
    public string? Name { get; init; }

    public Label? Label { get; init; }

    public bool? Hidden { get; init; }

    public double? Opacity { get; init; }

    public Point? Pivot { get; init; }

    /// <summary>"" for the whole body.</summary>
    public string? RidesOn { get; init; }

    public double? MeshMargin { get; init; }

    public double? MeshTriangleSide { get; init; }

    public override string Title =>
        Name is not null ? "Renamed a part"
        : Label is not null ? "Coloured a part's label"
        : Hidden is { } hidden ? (hidden ? "Hid a part" : "Showed a part")
        : Pivot is not null ? "Moved a pivot"
        : RidesOn is not null ? "Changed what a part rides on"
        : "Changed a part";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Name = Name ?? part.Name,
        Label = Label ?? part.Label,
        Hidden = Hidden ?? part.Hidden,
        Opacity = Opacity ?? part.Opacity,
        Pivot = Pivot ?? part.Pivot,
        RidesOn = RidesOn.Or(part.RidesOn),
        Mesh = MeshMargin is null && MeshTriangleSide is null ? part.Mesh : new MeshSettings
        {
            Margin = MeshMargin ?? part.Mesh?.Margin ?? new MeshSettings().Margin,
            TriangleSide = MeshTriangleSide ?? part.Mesh?.TriangleSide ?? new MeshSettings().TriangleSide,
        },
    });
}

/// <param name="To">Index in the painting order, 0 the farthest back.</param>
public sealed record MovePart(string PuppetId, string PartId, int To) : Edit
{
    public override string Title => "Reordered a part";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Parts = puppet.Parts.Moved(PartId, To, "part"),
    });
}

/// <summary>Drops a pin; the part's first pin gives it a mesh suited to its size.</summary>
public sealed record AddPin(string PuppetId, string PartId, Pin Pin) : Edit
{
    public override string Title => "Dropped a pin";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Pins = part.Pins.Add(Pin),
        Mesh = part.Mesh ?? MeshBuilder.Suited(film.Drawings.Find(
            part.Drawing ?? throw new FilmException($"part '{part.Name}'", "has no drawing to pin", "pin one of the parts it carries"), "drawing")),
    });
}

public sealed record ChangePin(string PuppetId, string PartId, string PinId) : Edit
{
    public string? Name { get; init; }

    public Point? At { get; init; }

    public override string Title => Name is null ? "Moved a pin" : "Renamed a pin";

    protected internal override Film Change(Film film) => film.WithPart(PuppetId, PartId, part => part with
    {
        Pins = part.Pins.With(PinId, "pin", pin => pin with { Name = Name ?? pin.Name, At = At ?? pin.At }),
    });
}

public sealed record RemovePin(string PuppetId, string PartId, string PinId) : Edit
{
    public override string Title => "Took a pin out";

    protected internal override Film Change(Film film) => Unused.DropChannels(
        film.WithPart(PuppetId, PartId, part => part with { Pins = part.Pins.Without(PinId, "pin") }),
        PuppetId,
        [PinId]);
}
