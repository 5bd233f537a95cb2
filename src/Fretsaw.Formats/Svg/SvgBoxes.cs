using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Boxes of paths and shapes.</summary>
internal static class SvgBoxes
{
    private const double Tolerance = 0.05;
    private const int MostCompared = 400;

    /// <summary>The tight box of a path without its stroke, as gradients want it.</summary>
    public static Box Of(PathData path) => Of(Flattening.Polylines(path, Affine.Identity, Tolerance).SelectMany(line => line.Points));

    /// <summary>The box of what shapes paint, strokes included.</summary>
    public static Box Of(IEnumerable<Shape> shapes) => shapes.Aggregate(default(Box), (box, shape) => box.With(Of(shape)));

    /// <summary>Whether the boxes of two of them have more in common than an edge; of very many it is taken to be so.</summary>
    public static bool Meet(IReadOnlyList<Shape> shapes)
    {
        var boxes = shapes.Count > MostCompared ? [] : shapes.Select(Of).ToArray();
        return shapes.Count > MostCompared || boxes.Index().Any(one => boxes.Skip(one.Index + 1).Any(other => Meet(one.Item, other)));
    }

    private static bool Meet(Box one, Box other) =>
        Math.Min(one.Right, other.Right) - Math.Max(one.X, other.X) > Tolerance && Math.Min(one.Bottom, other.Bottom) - Math.Max(one.Y, other.Y) > Tolerance;

    private static Box Of(Shape shape)
    {
        var path = PathParser.Parse(shape.Path, out _);
        var own = Of(Flattening.Polylines(path, shape.Matrix, Tolerance).SelectMany(line => line.Points));
        var grow = shape.Stroke is { } stroke ? stroke.Width * shape.Matrix.MeanScale / 2 * (stroke.Join == LineJoin.Miter ? Math.Min(stroke.MiterLimit, 2) : 1.42) : 0;
        return new Box(own.X - grow, own.Y - grow, own.Width + (2 * grow), own.Height + (2 * grow));
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
