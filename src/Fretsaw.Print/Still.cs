using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Print;

/// <summary>One frame as a PNG picture.</summary>
public static class Still
{
    public static byte[] Png(Film film, Shot shot, double frame, int width, int height, Func<string, byte[]> asset, bool clear = false, CancellationToken cancel = default)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, new RigCache(), cancel: cancel));
        evaluator.Evaluate(frame, cancel);
        return Png(evaluator, width, height, asset, clear, cancel);
    }

    /// <param name="frame">Evaluated.</param>
    public static byte[] Png(Evaluator frame, int width, int height, Func<string, byte[]> asset, bool clear = false, CancellationToken cancel = default)
    {
        using var art = new ArtStore(frame.Plan.Film, asset);
        using var painter = new FramePainter(art, width, height);
        painter.Paint(new DrawListWriter().Write(frame), clear, cancel);
        return painter.ToPng();
    }
}
