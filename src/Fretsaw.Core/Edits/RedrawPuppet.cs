using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>A part and the drawing that takes the place of its own, or of that of one of its swaps or forms.</summary>
/// <param name="Within">The swap or form; null for the part's own.</param>
public sealed record Redrawn(string Part, string Drawing, string? Within = null);

/// <summary>
/// New drawings for parts that are there: rig, keys and order stay. Pins, stiff patches, kneads, painted weights and a sway's root stay where
/// they sat on the art: where the art as a whole was moved or enlarged, they go along with its box, and so do, if wanted, bones and parts that sit on it.
/// </summary>
/// <param name="New">Parts that the puppet did not have, painted in front.</param>
public sealed record RedrawPuppet(string PuppetId, ImmutableArray<Drawing> Drawings, ImmutableArray<Redrawn> Parts, ImmutableArray<Part> New) : Edit
{
    /// <summary>Bones and parts that sit on moved art go along; edits of before there was a choice leave them.</summary>
    public bool WithRiders { get; init; }

    public override string Title => "Update artwork";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var drawings = Drawings.Once(drawing => drawing.Id, "updated artwork");
        foreach (var drawing in Drawings)
        {
            // Before anything is measured on it.
            DrawingCheck.Check(drawing);
        }

        var before = Parts.Select(redrawn => Replaced(puppet.Parts.Find(redrawn.Part, "part"), redrawn.Within)).ToList();
        var after = film with { Drawings = film.Drawings.AddRange(Drawings) };
        var moves = new Dictionary<string, Affine>(StringComparer.Ordinal);
        foreach (var redrawn in Parts)
        {
            var now = drawings.GetValueOrDefault(redrawn.Drawing) ?? throw new FilmException($"part '{redrawn.Part}'", $"needs the drawing '{redrawn.Drawing}', which is missing", "import the artwork again");
            if (redrawn.Within is { } within)
            {
                after = after.WithPart(PuppetId, redrawn.Part, part => Within(part, within, film.Drawings, now));
                continue;
            }

            var move = MoveOf(puppet.Parts.Find(redrawn.Part, "part").Drawing, film.Drawings, now);
            moves[redrawn.Part] = move ?? Affine.Identity;
            after = after.WithPart(PuppetId, redrawn.Part, part => Moved(part with { Drawing = now.Id }, move));
        }

        if (WithRiders && Drawings.Length > 0)
        {
            after = RedrawnRiders.Along(after, PuppetId, moves, Drawings[0].Id);
        }

        after = after.WithPuppet(PuppetId, p => p with { Parts = p.Parts.AddRange(New) });
        return Unused.DropDrawings(after, before);
    }

    /// <summary>The drawing that leaves.</summary>
    private static string? Replaced(Part part, string? within)
    {
        if (within is null)
        {
            return part.Drawing;
        }

        return part.Swaps.FirstOrDefault(swap => swap.Id == within) is { } swap ? swap.Drawing : part.Forms.Find(within, "swap or form").Drawing;
    }

    /// <summary>A swap's pivot goes along with its art; a form keeps where its outlines start, by their shapes.</summary>
    private static Part Within(Part part, string within, ImmutableArray<Drawing> drawings, Drawing now) => part with
    {
        Swaps = [.. part.Swaps.Select(swap => swap.Id != within ? swap : swap with { Drawing = now.Id, Pivot = MoveOf(swap.Drawing, drawings, now) is { } move ? move.Map(swap.Pivot).Rounded() : swap.Pivot })],
        Forms = [.. part.Forms.Select(form => form.Id != within ? form : form with { Drawing = now.Id })],
    };

    /// <returns>Null where the art stayed, or where there was none.</returns>
    private static Affine? MoveOf(string? before, ImmutableArray<Drawing> drawings, Drawing now) =>
        before is null ? null : Outlines.Move(drawings.Find(before, "drawing"), now);

    private static Part Moved(Part part, Affine? moved)
    {
        if (moved is not { } move)
        {
            return part;
        }

        return part with
        {
            Pivot = move.Map(part.Pivot).Rounded(),
            Pins = [.. part.Pins.Select(pin => pin with { At = move.Map(pin.At).Rounded() })],
            Patches = [.. part.Patches.Select(patch => patch with { At = move.Map(patch.At).Rounded() })],
            Sway = part.Sway is { } sway ? sway with { Root = move.Map(sway.Root).Rounded() } : null,
            Kneads = [.. part.Kneads.Select(knead => knead with { Strokes = [.. knead.Strokes.Select(stroke => stroke with { At = move.Map(stroke.At).Rounded(), By = move.MapVector(stroke.By).Rounded(), Radius = Grown(stroke.Radius, move) })] })],
            Bend = part.Bend is { } bend ? bend with { Strokes = [.. bend.Strokes.Select(stroke => stroke with { At = move.Map(stroke.At).Rounded(), Radius = Grown(stroke.Radius, move) })] } : null,
        };
    }

    /// <summary>A brush grows with the art, within what a brush may be.</summary>
    private static double Grown(double radius, in Affine move) => Math.Clamp(Math.Round(radius * move.MeanScale, 2), 0.1, 10000);
}
