using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Print;

/// <summary>One frame as a PNG picture.</summary>
public static class Still
{
    public static byte[] Png(Film film, Shot shot, double frame, int width, int height, Func<string, byte[]> asset, bool clear = false)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, new RigCache()));
        evaluator.Evaluate(frame);
        using var art = new ArtStore(film, asset);
        using var painter = new FramePainter(art, width, height);
        painter.Paint(new DrawListWriter().Write(evaluator), clear);
        return painter.ToPng();
    }
}
