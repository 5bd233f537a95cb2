using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>
/// A new part without art that carries the chosen ones: it rides on what carried the first of them, turns about the middle of
/// their art, and what rides on a chosen part goes on riding on it.
/// </summary>
/// <param name="GroupId">New to the puppet.</param>
public sealed record GroupParts(string PuppetId, ImmutableArray<string> PartIds, string GroupId, string Name) : Edit
{
    public override string Title => "Group parts";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var chosen = PartIds.Select(id => puppet.Parts.Find(id, "part")).ToList();
        FilmException.ThrowIf(chosen.Count == 0, "group", "holds no part", "select the parts attached to it");
        var carried = chosen.Where(part => !PartIds.Contains(part.RidesOn ?? "")).ToList();
        FilmException.ThrowIf(carried.Count == 0, "group", "has parts that are only attached to one another", "select what they are attached to as well");
        var group = new Part { Id = GroupId, Name = Name, Label = carried[0].Label, RidesOn = carried[0].RidesOn, Pivot = Middle(film, chosen) };
        var ids = carried.Select(part => part.Id).ToHashSet(StringComparer.Ordinal);
        var behind = chosen.Min(part => puppet.Parts.IndexOf(part));
        return film.WithPuppet(PuppetId, p => p with
        {
            Parts = p.Parts.Select(part => ids.Contains(part.Id) ? part with { RidesOn = GroupId } : part).ToImmutableArray().Insert(behind, group),
        });
    }

    /// <summary>Of all their art; of their pivots where they have none.</summary>
    private static Point Middle(Film film, List<Part> parts)
    {
        var drawn = parts.Where(part => part.Drawing is not null).Select(part => film.Drawings.Find(part.Drawing!, "drawing").Bounds).ToList();
        return drawn.Count > 0
            ? drawn.Aggregate(default(Box), (sum, box) => sum.With(box)).Centre.Rounded()
            : (parts.Aggregate(default(Point), (sum, part) => sum + part.Pivot) * (1.0 / parts.Count)).Rounded();
    }
}

/// <summary>Shapes of a part's drawing become a part of their own, which rides on it and is painted right in front of it: a mouth that was drawn on the head.</summary>
/// <param name="Shapes">Their places in the drawing, in any order.</param>
/// <param name="NewId">New to the puppet and, as the beginning of two drawings' ids, to the film.</param>
public sealed record SplitPart(string PuppetId, string PartId, ImmutableArray<int> Shapes, string NewId, string Name) : Edit
{
    public override string Title => $"Make part {Name}";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var part = puppet.Parts.Find(PartId, "part");
        var place = $"part '{part.Name}'";
        var drawing = film.Drawings.Find(part.Drawing ?? throw new FilmException(place, "has no drawing", "select a part with a drawing"), "drawing");
        var wanted = Shapes.ToHashSet();
        FilmException.ThrowIf(wanted.Count == 0 || !wanted.All(i => i >= 0 && i < drawing.Shapes.Length), place, "does not have those shapes", "select some of its shapes");
        FilmException.ThrowIf(wanted.Count == drawing.Shapes.Length, place, "would be left without art", "leave it at least one shape");
        FilmException.ThrowIf(!part.Forms.IsEmpty, place, "is blended with forms, which need its whole drawing", "delete the forms first");
        var taken = Holding(drawing, $"{NewId}-art", Name, drawing.Shapes.Where((_, i) => wanted.Contains(i)));
        var left = Holding(drawing, $"{NewId}-rest", drawing.Name, drawing.Shapes.Where((_, i) => !wanted.Contains(i)));
        var made = new Part
        {
            Id = NewId,
            Name = Name,
            Label = part.Label,
            Drawing = taken.Id,
            RidesOn = PartId,
            Pivot = taken.Bounds.Centre.Rounded(),
            Opacity = part.Opacity,
            Hidden = part.Hidden,
            Matte = part.Matte,
        };
        var after = film.WithPuppet(PuppetId, p => p with
        {
            Parts = p.Parts.SetItem(p.Parts.IndexOf(part), part with { Drawing = left.Id }).Insert(p.Parts.IndexOf(part) + 1, made),
        });
        return Unused.DropDrawings(after with { Drawings = after.Drawings.Add(taken).Add(left) }, [drawing.Id]);
    }

    private static Drawing Holding(Drawing of, string id, string name, IEnumerable<Shape> shapes)
    {
        ImmutableArray<Shape> kept = [.. shapes];
        var outline = Outlines.Of(kept);
        // What paints nothing, as a line without width, still lies somewhere.
        var box = outline.IsEmpty ? of.Bounds : Outlines.BoxOf(outline);
        var (x, y) = (Math.Floor(box.X) - 1, Math.Floor(box.Y) - 1);
        return new Drawing
        {
            Id = id,
            Name = name,
            Shapes = kept,
            Outline = outline,
            Bounds = outline.IsEmpty ? box : new Box(x, y, Math.Ceiling(box.Right) + 1 - x, Math.Ceiling(box.Bottom) + 1 - y),
        };
    }
}
