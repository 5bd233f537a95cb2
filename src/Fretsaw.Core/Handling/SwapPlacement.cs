using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>A drawing of its own that comes in as a swap of a part.</summary>
public static class SwapPlacement
{
    /// <summary>
    /// It stays where it was drawn if that is over the part's own art, as when it was touched up in place; else its middle is laid
    /// over the middle of that art, and over the pivot of a part that has none.
    /// </summary>
    /// <exception cref="FilmException">The puppet or the part is not in the film.</exception>
    public static PutOnPart Brought(Film film, string puppet, string part, Drawing drawing, string swapId)
    {
        var into = film.Puppets.Find(puppet, "puppet").Parts.Find(part, "part");
        var art = into.Drawing is { } own ? film.Drawings.Find(own, "drawing").Bounds : new Box(into.Pivot.X, into.Pivot.Y, 0, 0);
        var pivot = Overlap(art, drawing.Bounds) ? into.Pivot : into.Pivot + (drawing.Bounds.Centre - art.Centre);
        return new PutOnPart(puppet, part) { Swap = new Swap { Id = swapId, Name = drawing.Name.Length > 0 ? drawing.Name : $"Swap {into.Swaps.Length + 1}", Drawing = drawing.Id, Pivot = pivot.Rounded() }, Drawing = drawing };
    }

    private static bool Overlap(Box one, Box other) =>
        one.X < other.Right && other.X < one.Right && one.Y < other.Bottom && other.Y < one.Bottom;
}
