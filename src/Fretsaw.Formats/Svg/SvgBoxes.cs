using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Boxes of paths and shapes.</summary>
internal static class SvgBoxes
{
    private const double Tolerance = 0.05;

    /// <summary>The tight box of a path without its stroke, as gradients want it.</summary>
    public static Box Of(PathData path) => Of(Flattening.Polylines(path, Affine.Identity, Tolerance).SelectMany(line => line.Points));

    /// <summary>The box of what shapes paint, strokes included.</summary>
    public static Box Of(IEnumerable<Shape> shapes)
    {
        var box = default(Box);
        foreach (var shape in shapes)
        {
            var path = PathParser.Parse(shape.Path, out _);
            var own = Of(Flattening.Polylines(path, shape.Matrix, Tolerance).SelectMany(line => line.Points));
            var grow = shape.Stroke is { } stroke ? stroke.Width * shape.Matrix.MeanScale / 2 * (stroke.Join == LineJoin.Miter ? Math.Min(stroke.MiterLimit, 2) : 1.42) : 0;
            box = box.With(new Box(own.X - grow, own.Y - grow, own.Width + (2 * grow), own.Height + (2 * grow)));
        }

        return box;
    }

    private static Box Of(IEnumerable<Point> points)
    {
        var (left, top, right, bottom) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        foreach (var p in points)
        {
            (left, top) = (Math.Min(left, p.X), Math.Min(top, p.Y));
            (right, bottom) = (Math.Max(right, p.X), Math.Max(bottom, p.Y));
        }

        return left > right ? default : Box.Around(left, top, right, bottom);
    }
}
