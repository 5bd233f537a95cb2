using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>Art that lies elsewhere than what it was made of.</summary>
internal static class MovedArt
{
    public static Drawing By(Drawing drawing, Point by, string id) => drawing with
    {
        Id = id,
        Bounds = drawing.Bounds with { X = drawing.Bounds.X + by.X, Y = drawing.Bounds.Y + by.Y },
        Shapes = [.. drawing.Shapes.Select(shape => shape with { Matrix = Affine.Translate(by.X, by.Y) * shape.Matrix })],
        Raster = drawing.Raster is { } raster ? raster with { X = raster.X + by.X, Y = raster.Y + by.Y } : null,
        Outline = [.. drawing.Outline.Select(ring => ring.Select((number, i) => number + (i % 2 == 0 ? by.X : by.Y)).ToImmutableArray())],
    };

    /// <summary>A part as a whole at another place, with all that is on it.</summary>
    /// <param name="drawingOf">From the id of a drawing to that of the moved one.</param>
    public static Part By(Part part, Point by, Func<string, string> drawingOf) => part with
    {
        Drawing = part.Drawing is null ? null : drawingOf(part.Drawing),
        Pivot = part.Pivot + by,
        Pins = [.. part.Pins.Select(pin => pin with { At = pin.At + by })],
        Patches = [.. part.Patches.Select(patch => patch with { At = patch.At + by })],
        Kneads = [.. part.Kneads.Select(knead => knead with { Strokes = [.. knead.Strokes.Select(stroke => stroke with { At = stroke.At + by })] })],
        Forms = [.. part.Forms.Select(form => form with { Drawing = drawingOf(form.Drawing) })],
        Swaps = [.. part.Swaps.Select(swap => swap with { Drawing = swap.Drawing is null ? null : drawingOf(swap.Drawing), Pivot = swap.Pivot + by })],
        Sway = part.Sway is { } sway ? sway with { Root = sway.Root + by } : null,
        Bend = part.Bend is { } bend ? bend with { Strokes = [.. bend.Strokes.Select(stroke => stroke with { At = stroke.At + by })], Mirror = bend.Mirror is { } mirror ? mirror with { AxisX = mirror.AxisX + by.X } : null } : null,
    };
}
