using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// The outline of art with thousands of pieces, traced from a painted picture of it: uniting so many outlines exactly takes half
/// a millisecond for each (measured), and the fine grain of such art is of no use to a mesh.
/// </summary>
internal static class PaintedOutline
{
    /// <summary>Drawings of fewer pieces are united exactly.</summary>
    private const int ManyPieces = 1500;

    /// <summary>px; larger art is traced smaller.</summary>
    private const double MostSide = 3000;

    public static bool Suits(IEnumerable<Shape> shapes) => shapes.Sum(shape => shape.Path.AsSpan().Count('M') * (shape.Stroke is null ? 1 : 2)) > ManyPieces;

    /// <param name="box">Of the art.</param>
    /// <returns>Rings in the drawing's pixels; the box's own where all of the art is dust.</returns>
    public static ImmutableArray<ImmutableArray<double>> Of(IReadOnlyList<Shape> shapes, Box box)
    {
        var scale = Math.Min(1, MostSide / Math.Max(box.Width, box.Height));
        var (width, height) = ((int)Math.Ceiling(box.Width * scale) + 2, (int)Math.Ceiling(box.Height * scale) + 2);
        var info = new SKImageInfo(width, height, SKColorType.Alpha8, SKAlphaType.Premul);
        var alpha = new byte[width * height];
        using (var picture = new SKBitmap(info))
        {
            Paint(picture, shapes, box, scale);
            for (var y = 0; y < height; y++)
            {
                picture.GetPixelSpan().Slice(y * picture.RowBytes, width).CopyTo(alpha.AsSpan(y * width));
            }
        }

        var rings = AlphaContour.Trace(alpha, width, height);
        return rings.IsEmpty
            ? [[box.X, box.Y, box.Right, box.Y, box.Right, box.Bottom, box.X, box.Bottom]]
            : [.. rings.Select(ring => ring.Select((number, i) => Math.Round(((number - 1) / scale) + (i % 2 == 0 ? box.X : box.Y), 2)).ToImmutableArray())];
    }

    private static void Paint(SKBitmap picture, IReadOnlyList<Shape> shapes, Box box, double scale)
    {
        using var canvas = new SKCanvas(picture);
        canvas.Translate(1, 1);
        canvas.Scale((float)scale);
        canvas.Translate((float)-box.X, (float)-box.Y);
        using var paint = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        foreach (var shape in shapes.Where(shape => shape.Opacity > 0))
        {
            using var path = SKPath.ParseSvgPathData(shape.Path);
            if (path is null)
            {
                continue;
            }

            path.FillType = shape.Rule == FillRule.EvenOdd ? SKPathFillType.EvenOdd : SKPathFillType.Winding;
            var m = shape.Matrix;
            canvas.Save();
            canvas.Concat(new SKMatrix((float)m.A, (float)m.C, (float)m.E, (float)m.B, (float)m.D, (float)m.F, 0, 0, 1));
            if (shape.Fill is not null)
            {
                paint.Style = SKPaintStyle.Fill;
                canvas.DrawPath(path, paint);
            }

            if (shape.Stroke is { } stroke)
            {
                paint.Style = SKPaintStyle.Stroke;
                paint.StrokeWidth = (float)stroke.Width;
                canvas.DrawPath(path, paint);
            }

            canvas.Restore();
        }
    }
}
