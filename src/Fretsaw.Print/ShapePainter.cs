using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>A vector shape → Skia calls. web/src/stage/shapes.ts makes the same calls in the browser.</summary>
public static class ShapePainter
{
    public static void Paint(SKCanvas canvas, Shape shape)
    {
        using var path = PathOf(shape);
        if (path is not null)
        {
            Paint(canvas, shape, path, shape.Fill, shape.Stroke);
        }
    }

    /// <returns>Null when it cannot be read.</returns>
    public static SKPath? PathOf(Shape shape)
    {
        var path = SKPath.ParseSvgPathData(shape.Path);
        path?.FillType = shape.Rule == FillRule.EvenOdd ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
        return path;
    }

    /// <summary>Another outline with a shape's paint.</summary>
    /// <param name="path">In the drawing's pixels; it is changed.</param>
    /// <param name="how">One of the draw list's ways of painting.</param>
    public static void PaintRedrawn(SKCanvas canvas, Shape shape, SKPath path, int how)
    {
        // Gradients and strokes live in the path's own pixels, so the outline goes back there.
        if (!Matrix(shape.Matrix).TryInvert(out var toPath))
        {
            return;
        }

        path.FillType = how == DrawList.FillAndStroke && shape.Rule == FillRule.EvenOdd ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
        path.Transform(toPath);
        Paint(canvas, shape, path, how == DrawList.StrokePaint ? shape.Stroke?.Paint : shape.Fill, how == DrawList.FillAndStroke ? shape.Stroke : null);
    }

    private static void Paint(SKCanvas canvas, Shape shape, SKPath path, Paint? filling, Stroke? line)
    {
        canvas.Save();
        canvas.Concat(Matrix(shape.Matrix));

        // Fill and stroke of a half-clear shape are one thing: they are laid together first.
        var layered = shape.Opacity < 1 && filling is not null && line is not null;
        if (layered)
        {
            using var group = new SKPaint { Color = SKColors.White.WithAlpha(Alpha(shape.Opacity)) };
            canvas.SaveLayer(group);
        }

        var opacity = layered ? 1 : shape.Opacity;
        if (filling is { } fill)
        {
            using var paint = ToPaint(fill, opacity);
            canvas.DrawPath(path, paint);
        }

        if (line is { } stroke)
        {
            using var paint = ToPaint(stroke.Paint, opacity);
            paint.IsStroke = true;
            paint.StrokeWidth = (float)stroke.Width;
            paint.StrokeCap = stroke.Cap switch { LineCap.Round => SKStrokeCap.Round, LineCap.Square => SKStrokeCap.Square, _ => SKStrokeCap.Butt };
            paint.StrokeJoin = stroke.Join switch { LineJoin.Round => SKStrokeJoin.Round, LineJoin.Bevel => SKStrokeJoin.Bevel, _ => SKStrokeJoin.Miter };
            paint.StrokeMiter = (float)stroke.MiterLimit;
            using var dashes = stroke.Dashes.IsEmpty ? null : SKPathEffect.CreateDash([.. stroke.Dashes.Select(dash => (float)dash)], (float)stroke.DashOffset);
            paint.PathEffect = dashes;
            canvas.DrawPath(path, paint);
        }

        canvas.RestoreToCount(canvas.SaveCount - (layered ? 2 : 1));
    }

    public static SKMatrix Matrix(Affine m) => new((float)m.A, (float)m.C, (float)m.E, (float)m.B, (float)m.D, (float)m.F, 0, 0, 1);

    public static byte Alpha(double opacity) => (byte)Math.Round(Math.Clamp(opacity, 0, 1) * 255);

    private static SKPaint ToPaint(Paint paint, double opacity)
    {
        var result = new SKPaint { IsAntialias = true };
        if (paint.Gradient is { } gradient)
        {
            using var shader = ToShader(gradient);
            result.Shader = shader;
            result.Color = SKColors.Black.WithAlpha(Alpha(opacity));
            return result;
        }

        result.Color = new SKColor(paint.Colour.R, paint.Colour.G, paint.Colour.B, Alpha(paint.Colour.A / 255.0 * opacity));
        return result;
    }

    private static SKShader ToShader(Gradient gradient)
    {
        var colours = gradient.Stops.Select(stop => new SKColor(stop.Colour.Argb)).ToArray();
        var offsets = gradient.Stops.Select(stop => (float)stop.Offset).ToArray();
        var mode = gradient.Spread switch { Spread.Reflect => SKShaderTileMode.Mirror, Spread.Repeat => SKShaderTileMode.Repeat, _ => SKShaderTileMode.Clamp };
        var (a, b) = (new SKPoint((float)gradient.X1, (float)gradient.Y1), new SKPoint((float)gradient.X2, (float)gradient.Y2));
        return gradient.Kind == GradientKind.Linear
            ? SKShader.CreateLinearGradient(a, b, colours, offsets, mode, Matrix(gradient.Matrix))
            : SKShader.CreateTwoPointConicalGradient(a, 0, b, (float)gradient.R, colours, offsets, mode, Matrix(gradient.Matrix));
    }
}
