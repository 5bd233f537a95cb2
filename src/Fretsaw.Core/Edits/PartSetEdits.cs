using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Copies parts with everything that rides on them, moved by a step. Copies share their drawings' art; what names something
/// that was copied along names the copy.
/// </summary>
/// <param name="Suffix">Makes the copies' ids: new to the puppet.</param>
public sealed record DuplicateParts(string PuppetId, ImmutableArray<string> PartIds, Point By, string Suffix) : Edit
{
    public override string Title => "Duplicated parts";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var copied = puppet.Parts.Where(part => Rides(puppet, part)).ToList();
        var ids = copied.SelectMany(part => new[] { part.Id }.Concat(part.Pins.Select(pin => pin.Id)).Concat(part.Kneads.Select(knead => knead.Id)).Concat(part.Forms.Select(form => form.Id))).ToHashSet(StringComparer.Ordinal);
        var drawings = copied.SelectMany(Unused.DrawingsOf).OfType<string>().Distinct(StringComparer.Ordinal)
            .Select(id => Moved(film.Drawings.Find(id, "drawing"))).ToList();
        var copies = copied.Select(part => part with
        {
            Id = New(part.Id),
            Name = $"{part.Name}, copy",
            Pivot = part.Pivot + By,
            RidesOn = part.RidesOn is { } on && ids.Contains(on) ? New(on) : part.RidesOn,
            AlsoRidesOn = [.. part.AlsoRidesOn.Select(on => ids.Contains(on) ? New(on) : on)],
            Drawing = part.Drawing is null ? null : New(part.Drawing),
            Matte = part.Matte is { } matte && ids.Contains(matte.Part) ? matte with { Part = New(matte.Part) } : part.Matte,
            Pins = [.. part.Pins.Select(pin => pin with { Id = New(pin.Id), At = pin.At + By, RidesOn = pin.RidesOn is { } on && ids.Contains(on) ? New(on) : pin.RidesOn })],
            Patches = [.. part.Patches.Select(patch => patch with { At = patch.At + By })],
            Kneads = [.. part.Kneads.Select(knead => knead with { Id = New(knead.Id), Strokes = [.. knead.Strokes.Select(stroke => stroke with { At = stroke.At + By })] })],
            Forms = [.. part.Forms.Select(form => form with { Id = New(form.Id), Drawing = New(form.Drawing) })],
            Swaps = [.. part.Swaps.Select(swap => swap with { Drawing = swap.Drawing is null ? null : New(swap.Drawing), Pivot = swap.Pivot + By })],
            Sway = part.Sway is { } sway ? sway with { Root = sway.Root + By } : null,
            Bend = part.Bend is { } bend ? bend with { Strokes = [.. bend.Strokes.Select(stroke => stroke with { At = stroke.At + By })], Mirror = bend.Mirror is { } mirror ? mirror with { AxisX = mirror.AxisX + By.X } : null } : null,
        });
        return film.WithPuppet(PuppetId, p => p with { Parts = p.Parts.AddRange(copies) }) with { Drawings = film.Drawings.AddRange(drawings) };
    }

    private string New(string id) => Ids.With(id, Suffix);

    /// <summary>The part is chosen, or rides on one that is, through however many carriers.</summary>
    private bool Rides(Puppet puppet, Part part)
    {
        for (var at = part; at is not null; at = puppet.Parts.FirstOrDefault(other => other.Id == at.RidesOn))
        {
            if (PartIds.Contains(at.Id))
            {
                return true;
            }
        }

        return false;
    }

    private Drawing Moved(Drawing drawing) => drawing with
    {
        Id = New(drawing.Id),
        Bounds = drawing.Bounds with { X = drawing.Bounds.X + By.X, Y = drawing.Bounds.Y + By.Y },
        Shapes = [.. drawing.Shapes.Select(shape => shape with { Matrix = Affine.Translate(By.X, By.Y) * shape.Matrix })],
        Raster = drawing.Raster is { } raster ? raster with { X = raster.X + By.X, Y = raster.Y + By.Y } : null,
        Outline = [.. drawing.Outline.Select(ring => ring.Select((number, i) => number + (i % 2 == 0 ? By.X : By.Y)).ToImmutableArray())],
    };
}

/// <summary>Gives one fill colour of the chosen parts' vector art another, wherever it occurs: fills, strokes and gradients.</summary>
/// <param name="Suffix">Makes the new drawings' ids.</param>
public sealed record Recolour(string PuppetId, ImmutableArray<string> PartIds, Colour From, Colour To, string Suffix) : Edit
{
    public override string Title => "Recoloured parts";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var chosen = puppet.Parts.Where(part => PartIds.Contains(part.Id)).ToList();
        var old = chosen.SelectMany(Unused.DrawingsOf).OfType<string>().Distinct(StringComparer.Ordinal).Select(id => film.Drawings.Find(id, "drawing"))
            .Where(drawing => drawing.Shapes.Any(shape => Of(shape) != shape)).ToList();
        FilmException.ThrowIf(old.Count == 0, "recolour", $"finds no {From} in what is chosen", "choose a colour that is there");
        var ids = old.Select(drawing => drawing.Id).ToHashSet(StringComparer.Ordinal);
        var after = film with { Drawings = film.Drawings.AddRange(old.Select(drawing => drawing with { Id = Ids.With(drawing.Id, Suffix), Shapes = [.. drawing.Shapes.Select(Of)] })) };
        foreach (var part in chosen)
        {
            after = after.WithPart(PuppetId, part.Id, p => p with
            {
                Drawing = New(p.Drawing),
                Swaps = [.. p.Swaps.Select(swap => swap with { Drawing = New(swap.Drawing) })],
                Forms = [.. p.Forms.Select(form => form with { Drawing = New(form.Drawing)! })],
            });
        }

        return Unused.DropDrawings(after, ids);

        string? New(string? id) => id is not null && ids.Contains(id) ? Ids.With(id, Suffix) : id;
    }

    private Shape Of(Shape shape)
    {
        var (fill, stroke) = (Of(shape.Fill), shape.Stroke is { } line ? Of(line.Paint) : null);
        return fill == shape.Fill && stroke == shape.Stroke?.Paint ? shape : shape with { Fill = fill, Stroke = shape.Stroke is { } s ? s with { Paint = stroke! } : null };
    }

    private Paint? Of(Paint? paint) => paint switch
    {
        null => null,
        { Gradient: { } gradient } when gradient.Stops.Any(stop => stop.Colour == From) =>
            paint with { Gradient = gradient with { Stops = [.. gradient.Stops.Select(stop => stop.Colour == From ? stop with { Colour = To } : stop)] } },
        { Gradient: null } when paint.Colour == From => paint with { Colour = To },
        _ => paint,
    };
}
