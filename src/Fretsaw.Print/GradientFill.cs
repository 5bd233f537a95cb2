using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Kernels;
using Fretsaw.Print.Sheets;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>Where a drawing is painted: a sheet, the part of it that may be touched, and a mask that anyone may use for a moment.</summary>
internal readonly record struct Ground(Sheet Sheet, PixelBox Clip, Mask Mask);

/// <summary>A shape that is filled with a gradient: SkiaSharp says what it covers, <see cref="Shading"/> fills it. Shared by threads.</summary>
internal sealed unsafe class GradientFill : IDisposable
{
    /// <summary>Pixels of a row that are shaded before they are laid: they stay in the nearest cache.</summary>
    private const int AtOnce = 256;

    private readonly SKPath path;
    private readonly Affine matrix;
    private readonly Affine toWay;
    private readonly Gradient gradient;
    private readonly Ramp ramp;
    private readonly float opacity;

    private GradientFill(SKPath path, Affine matrix, Affine toWay, Gradient gradient, Ramp ramp, double opacity) =>
        (this.path, this.matrix, this.toWay, this.gradient, this.ramp, this.opacity) = (path, matrix, toWay, gradient, ramp, (float)opacity);

    /// <returns>Null when the shape's fill is none that the kernel knows; then SkiaSharp paints it.</returns>
    public static GradientFill? Of(Shape shape)
    {
        // Fill and stroke of a half-clear shape are laid together first.
        if (shape.Fill?.Gradient is not { } gradient || (shape.Opacity < 1 && shape.Stroke is not null)
            || Ramp.Of(gradient) is not { } ramp || Way(gradient) is not { } way || !(gradient.Matrix * way).TryInvert(out var toWay))
        {
            return null;
        }

        return ShapePainter.PathOf(shape) is { } path ? new GradientFill(path, shape.Matrix, toWay, gradient, ramp, shape.Opacity) : null;
    }

    /// <param name="toSheet">From the drawing's pixels.</param>
    public void Lay(in Ground ground, in Affine toSheet)
    {
        var toPixels = toSheet * matrix;
        if (!toPixels.TryInvert(out var toPath))
        {
            return;
        }

        var map = ShapePainter.Matrix(toPixels);
        var on = map.MapRect(path.Bounds);
        var box = new PixelBox(Whole(MathF.Floor(on.Left)), Whole(MathF.Floor(on.Top)), Whole(MathF.Ceiling(on.Right)), Whole(MathF.Ceiling(on.Bottom))).Cut(ground.Clip);
        if (box.IsEmpty)
        {
            return;
        }

        var mask = ground.Mask;
        mask.Resize(box.Width, box.Height);
        mask.Clear();
        using var paint = new SKPaint { IsAntialias = true };
        mask.Canvas.SetMatrix(map.PostConcat(SKMatrix.CreateTranslation(-box.Left, -box.Top)));
        mask.Canvas.DrawPath(path, paint);

        var fromMask = toWay * toPath * Affine.Translate(box.Left, box.Top);
        var shaded = stackalloc uint[AtOnce];
        for (var y = 0; y < box.Height; y++)
        {
            for (var x = 0; x < box.Width; x += AtOnce)
            {
                var count = Math.Min(AtOnce, box.Width - x);
                Shading.Row(shaded, mask.Row(y) + x, count, fromMask.Map(new Point(x + 0.5, y + 0.5)), fromMask, ramp, gradient, opacity, Lanes.AreThere);
                Laying.Over(ground.Sheet.Row(y + box.Top) + box.Left + x, shaded, count, 255, Lanes.AreThere);
            }
        }
    }

    public void Dispose() => path.Dispose();

    /// <summary>From what <see cref="Shading"/> counts in to the gradient's space.</summary>
    private static Affine? Way(Gradient g) => g.Kind switch
    {
        GradientKind.Linear => new Affine(g.X2 - g.X1, g.Y2 - g.Y1, g.Y1 - g.Y2, g.X2 - g.X1, g.X1, g.Y1),
        GradientKind.Radial when g.X1 == g.X2 && g.Y1 == g.Y2 && g.R > 0 => new Affine(g.R, 0, 0, g.R, g.X1, g.Y1),
        _ => null,
    };

    private static int Whole(float edge) => (int)Math.Clamp(edge, -1e6f, 1e6f);
}
