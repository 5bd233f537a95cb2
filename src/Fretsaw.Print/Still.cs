using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;

namespace Fretsaw.Print;

/// <summary>One frame as a PNG picture.</summary>
public static class Still
{
    /// <summary>Pixels of layers that are laid one over the other, sharp ones a fifth: some seven seconds' work (measured). A print has the time.</summary>
    private const double MostLaid = 200e6;

    private const double SharpPart = 0.2;

    public static byte[] Png(Film film, Shot shot, double frame, int width, int height, Func<string, byte[]> asset, bool clear = false, CancellationToken cancel = default)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, new RigCache(), cancel: cancel));
        evaluator.Evaluate(frame, cancel);
        return Png(evaluator, width, height, asset, clear, cancel);
    }

    /// <param name="frame">Evaluated.</param>
    /// <exception cref="FilmException">The picture would take too long for somebody who waits for it.</exception>
    public static byte[] Png(Evaluator frame, int width, int height, Func<string, byte[]> asset, bool clear = false, CancellationToken cancel = default)
    {
        var layers = frame.Things.Where(thing => thing.Shown).Sum(thing => thing.Sigma > 0 ? 1 : SharpPart);
        FilmException.ThrowIf(
            layers * width * height > MostLaid, $"shot '{frame.Plan.Shot.Name}', frame {frame.Frame}", $"lays {frame.Things.Count(thing => thing.Shown)} things over each other",
            "ask for a smaller picture, hide some of them, or render the frame");
        using var art = new ArtStore(frame.Plan.Film, asset);
        using var painter = new SheetPainter(art, width, height);
        painter.Paint(new DrawListWriter().Write(frame, new Look(width, height)), clear, cancel);
        return painter.ToPng();
    }
}
