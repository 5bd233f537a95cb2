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
    /// <summary>Another puppet that the copies go to; they leave behind what they have of this one's: carriers, mattes and bones.</summary>
    public string? Into { get; init; }

    /// <summary>The copies are painted right over the frontmost of what they were made of; else over everything.</summary>
    public bool OverOriginals { get; init; }

    public override string Title => Into is null ? "Duplicate parts" : "Copy parts to another puppet";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var copied = puppet.Parts.Where(part => Rides(puppet, part)).ToList();
        var ids = copied.SelectMany(part => new[] { part.Id }.Concat(part.Pins.Select(pin => pin.Id)).Concat(part.Kneads.Select(knead => knead.Id)).Concat(part.Forms.Select(form => form.Id))).ToHashSet(StringComparer.Ordinal);
        var drawings = copied.SelectMany(Unused.DrawingsOf).OfType<string>().Distinct(StringComparer.Ordinal)
            .Select(id => MovedArt.By(film.Drawings.Find(id, "drawing"), By, New(id))).ToList();
        var copies = copied.Select(part => MovedArt.By(part, By, New)).Select(part => part with
        {
            Id = New(part.Id),
            Name = Into is null ? $"{part.Name}, copy" : part.Name,
            RidesOn = part.RidesOn is { } on && ids.Contains(on) ? New(on) : part.RidesOn,
            AlsoRidesOn = [.. part.AlsoRidesOn.Select(on => ids.Contains(on) ? New(on) : on)],
            MayLieBehind = [.. part.MayLieBehind.Select(front => ids.Contains(front) ? New(front) : front)],
            Matte = part.Matte is { } matte && ids.Contains(matte.Part) ? matte with { Part = New(matte.Part) } : part.Matte,
            Pins = [.. part.Pins.Select(pin => pin with { Id = New(pin.Id), RidesOn = pin.RidesOn is { } on && ids.Contains(on) ? New(on) : pin.RidesOn })],
            Kneads = [.. part.Kneads.Select(knead => knead with { Id = New(knead.Id) })],
            Forms = [.. part.Forms.Select(form => form with { Id = New(form.Id) })],
        }).Select(copy => Into is null ? copy : Alone(copy, ids.Select(New).ToHashSet(StringComparer.Ordinal)));
        return film.WithPuppet(Into ?? PuppetId, p => p with { Parts = p.Parts.InsertRange(OverOriginals && Into is null && copied.Count > 0 ? p.Parts.IndexOf(copied[^1]) + 1 : p.Parts.Length, copies) }) with { Drawings = film.Drawings.AddRange(drawings) };
    }

    private string New(string id) => Ids.With(id, Suffix);

    /// <summary>A copy without what stayed behind.</summary>
    private static Part Alone(Part copy, HashSet<string> along) => copy with
    {
        RidesOn = copy.RidesOn is { } on && along.Contains(on) ? on : null,
        AlsoRidesOn = [.. copy.AlsoRidesOn.Where(on => on is Address.Body or Address.Stand || along.Contains(on))],
        MayLieBehind = [.. copy.MayLieBehind.Where(along.Contains)],
        Matte = copy.Matte is { } matte && along.Contains(matte.Part) ? matte : null,
        Pins = [.. copy.Pins.Select(pin => pin.RidesOn is { } on && !along.Contains(on) ? pin with { RidesOn = null } : pin)],
        Bend = null,
        Limb = null,
    };

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
}

/// <summary>Gives one fill colour of the chosen parts' vector art another, wherever it occurs: fills, strokes and gradients.</summary>
/// <param name="Suffix">Makes the new drawings' ids.</param>
public sealed record Recolour(string PuppetId, ImmutableArray<string> PartIds, Colour From, Colour To, string Suffix) : Edit
{
    public override string Title => "Recolour parts";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var chosen = puppet.Parts.Where(part => PartIds.Contains(part.Id)).ToList();
        var old = chosen.SelectMany(Unused.DrawingsOf).OfType<string>().Distinct(StringComparer.Ordinal).Select(id => film.Drawings.Find(id, "drawing"))
            .Where(drawing => drawing.Shapes.Any(shape => Of(shape) != shape)).ToList();
        FilmException.ThrowIf(old.Count == 0, "recolour", $"has no {From} in what is selected", "select a colour that is there");
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
