using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>Drawings as they are, and with their shapes redrawn: what SkiaSharp rasterises.</summary>
internal static class ItemPainter
{
    /// <param name="canvas">Saved; it is restored.</param>
    /// <param name="ground">What the canvas paints on, for gradients of our own; null for SkiaSharp's.</param>
    public static void Paint(ArtStore art, ref DrawListReader words, in DrawNode node, SKCanvas canvas, in Homography toCanvas, in Ground? ground = null)
    {
        var (drawing, opacity) = (words.Int(), words.Float());
        using var group = opacity < 1 ? new SKPaint { Color = SKColors.White.WithAlpha(ShapePainter.Alpha(opacity)) } : null;
        if (node.Kind == DrawList.ShapesNode)
        {
            canvas.SetMatrix(Matrix(toCanvas * words.Affine()));
            Layered(canvas, group);
            Shapes(art, ref words, canvas, drawing);
            Done(canvas, group);
        }
        else
        {
            while (words.At < node.End)
            {
                var map = toCanvas * words.Affine();
                canvas.SetMatrix(Matrix(map));
                if (ground is { } there && group is null && map.IsAffine)
                {
                    art.Art(drawing).Paint(canvas, there, map.AsAffine());
                    continue;
                }

                Layered(canvas, group);
                art.Art(drawing).Paint(canvas);
                Done(canvas, group);
            }
        }

        canvas.Restore();
    }

    private static void Layered(SKCanvas canvas, SKPaint? group)
    {
        if (group is not null)
        {
            canvas.SaveLayer(group);
        }
    }

    private static void Done(SKCanvas canvas, SKPaint? group)
    {
        if (group is not null)
        {
            canvas.Restore();
        }
    }

    private static void Shapes(ArtStore art, ref DrawListReader words, SKCanvas canvas, int drawing)
    {
        var paths = words.Int();
        for (var p = 0; p < paths; p++)
        {
            var (shape, paint, lines) = (art.ShapeOf(drawing, words.Int()), words.Int(), words.Int());
            using var outline = new SKPathBuilder();
            for (var line = 0; line < lines; line++)
            {
                var (closed, count) = (words.Int() == 1, words.Int());
                outline.AddPoly(System.Runtime.InteropServices.MemoryMarshal.Cast<float, SKPoint>(words.Words<float>(2 * count)).ToArray(), closed);
            }

            if (shape is not null)
            {
                using var path = outline.Detach();
                ShapePainter.PaintRedrawn(canvas, shape, path, paint);
            }
        }
    }

    public static SKMatrix Matrix(in Homography m) =>
        new((float)m.A, (float)m.B, (float)m.C, (float)m.D, (float)m.E, (float)m.F, (float)m.G, (float)m.H, (float)m.I);
}
