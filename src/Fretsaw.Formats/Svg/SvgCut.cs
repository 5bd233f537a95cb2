using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>Shapes cut by an outline: SkiaSharp's path operations, as vectors stay vectors that way.</summary>
internal static class SvgCut
{
    /// <summary>Curves of strokes are followed to this part of a pixel when they become outlines.</summary>
    private const float StrokeResolution = 8;

    /// <summary>More dashes than this on one path are drawn as a whole line.</summary>
    private const double MostDashes = 5_000;

    public static SKPath ToSkia(PathData path, FillRule rule = FillRule.NonZero)
    {
        var skia = SKPath.ParseSvgPathData(path.ToString()) ?? new SKPath();
        skia.FillType = rule == FillRule.EvenOdd ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
        return skia;
    }

    public static SKPath Moved(SKPath path, Affine matrix)
    {
        var moved = new SKPath(path);
        moved.Transform(ToSkia(matrix));
        return moved;
    }

    public static SKPath Both(SKPath? one, SKPath other) => one is null ? other : Combined(one, other, SKPathOp.Intersect);

    /// <summary>An operation that fails, as on numbers out of all measure, leaves the first as it was.</summary>
    public static SKPath Combined(SKPath one, SKPath other, SKPathOp how) => one.Op(other, how) ?? one;

    /// <summary>What a line of some width covers.</summary>
    public static SKPath Outline(SKPath path, Stroke stroke)
    {
        using var paint = new SKPaint
        {
            Style = SKPaintStyle.Stroke,
            StrokeWidth = (float)stroke.Width,
            StrokeCap = stroke.Cap switch { LineCap.Round => SKStrokeCap.Round, LineCap.Square => SKStrokeCap.Square, _ => SKStrokeCap.Butt },
            StrokeJoin = stroke.Join switch { LineJoin.Round => SKStrokeJoin.Round, LineJoin.Bevel => SKStrokeJoin.Bevel, _ => SKStrokeJoin.Miter },
            StrokeMiter = (float)stroke.MiterLimit,
            PathEffect = stroke.Dashes.IsEmpty || LengthOf(path) > MostDashes * stroke.Dashes.Average() ? null : SKPathEffect.CreateDash([.. stroke.Dashes.Select(dash => (float)dash)], (float)stroke.DashOffset),
        };
        using var outline = new SKPathBuilder();
        paint.GetFillPath(path, outline, StrokeResolution);
        return outline.Detach();
    }

    /// <summary>A shape with what of it lies in a clip: its fill and its stroke become shapes of their own.</summary>
    /// <param name="clip">In the drawing's pixels.</param>
    public static IEnumerable<Shape> Shape(Shape shape, PathData path, SKPath clip)
    {
        if (!shape.Matrix.TryInvert(out var back))
        {
            yield break;
        }

        using var own = ToSkia(path, shape.Rule);
        using var here = Moved(clip, back);
        if (Inside(own, shape, here))
        {
            yield return shape;
            yield break;
        }

        if (shape.Fill is not null)
        {
            using var filled = Combined(own, here, SKPathOp.Intersect);
            if (!filled.IsEmpty)
            {
                yield return shape with { Path = Text(filled), Rule = RuleOf(filled), Stroke = null };
            }
        }

        if (shape.Stroke is { } stroke)
        {
            using var line = Outline(own, stroke);
            using var cut = Combined(line, here, SKPathOp.Intersect);
            if (!cut.IsEmpty)
            {
                yield return shape with { Path = Text(cut), Rule = RuleOf(cut), Fill = stroke.Paint, Stroke = null };
            }
        }
    }

    private static double LengthOf(SKPath path)
    {
        using var measure = new SKPathMeasure(path);
        var length = 0.0;
        do
        {
            length += measure.Length;
        }
        while (measure.NextContour());

        return length;
    }

    private static FillRule RuleOf(SKPath path) => path.FillType == SKPathFillType.EvenOdd ? FillRule.EvenOdd : FillRule.NonZero;

    private static string Text(SKPath path) => PathParser.Parse(path.ToSvgPathData(), out _).ToString();

    /// <summary>Most shapes in a clip are cut by nothing: a rectangle that holds their box says so at once.</summary>
    private static bool Inside(SKPath own, Shape shape, SKPath clip)
    {
        var box = own.Bounds;
        var grow = shape.Stroke is { } stroke ? (float)(stroke.Width * Math.Max(1, stroke.MiterLimit) / 2) : 0;
        box.Inflate(grow, grow);
        return clip.IsRect && clip.Bounds.Contains(box);
    }

    private static SKMatrix ToSkia(Affine m) => new((float)m.A, (float)m.C, (float)m.E, (float)m.B, (float)m.D, (float)m.F, 0, 0, 1);
}
