using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// A third painter of the draw list: one part → vector shapes in posed puppet pixels. A stiff part keeps its curves; art on
/// a mesh becomes fine polylines, with gradients and ink widths carried by the affine map that fits the mesh best.
/// </summary>
internal static class PosedArt
{
    /// <summary>How far a polyline may stray from its curve before it is bent, px.</summary>
    private const double Tolerance = 0.05;

    /// <summary>Pieces of a bent line for each side of a triangle.</summary>
    private const int PiecesASide = 3;

    /// <param name="list">Of <see cref="DrawListWriter.WritePart"/>.</param>
    /// <returns>Empty when the part shows nothing; null when it shows a raster picture.</returns>
    public static List<Shape>? Of(ReadOnlySpan<byte> list, ImmutableArray<Drawing> drawings)
    {
        var words = new DrawListReader(list);
        var group = words.Node();
        _ = words.Place();
        if (words.At == group.End)
        {
            return [];
        }

        var kind = words.Node().Kind;
        _ = kind == DrawList.MeshNode ? words.Grid() : default;
        var drawing = drawings[words.Int()];
        _ = words.Float();
        var matrix = words.Affine();
        return drawing.Raster is not null ? null : kind switch
        {
            DrawList.MeshNode => OnMesh(ref words, drawing, matrix),
            DrawList.ShapesNode => Redrawn(ref words, drawing, matrix),
            _ => [.. drawing.Shapes.Select(shape => shape with { Matrix = matrix * shape.Matrix })],
        };
    }

    private static List<Shape> Redrawn(ref DrawListReader words, Drawing drawing, in Affine matrix)
    {
        var shapes = new List<Shape>();
        var paths = words.Int();
        for (var p = 0; p < paths; p++)
        {
            var (index, paint, lines) = (words.Int(), words.Int(), words.Int());
            var outline = new List<(IReadOnlyList<Point>, bool)>();
            for (var line = 0; line < lines; line++)
            {
                var closed = words.Int() == 1;
                outline.Add((words.Points(words.Int()), closed));
            }

            if (index < drawing.Shapes.Length)
            {
                var shape = drawing.Shapes[index];
                shapes.Add(Painted(Along(shape, outline, shape.Matrix, matrix * shape.Matrix), paint));
            }
        }

        return shapes;
    }

    private static Shape Painted(Shape shape, int paint) => paint switch
    {
        DrawList.FillOnly => shape with { Stroke = null, Rule = FillRule.NonZero },
        DrawList.StrokePaint => shape with { Fill = shape.Stroke?.Paint, Stroke = null, Rule = FillRule.NonZero },
        _ => shape,
    };

    private static List<Shape> OnMesh(ref DrawListReader words, Drawing drawing, in Affine matrix)
    {
        var (vertices, corners) = (words.Int(), words.Int());
        var (now, art) = (words.Points(vertices), words.Points(vertices));
        var triangles = new int[corners];
        for (var i = 0; i < corners; i++)
        {
            triangles[i] = words.Int();
        }

        var mesh = new Mesh([.. art.Select(point => point.X)], [.. art.Select(point => point.Y)], triangles);
        var (piece, fit, shapes) = (mesh.MeanSide() / PiecesASide, BestFit(art, now), new List<Shape>());
        foreach (var shape in drawing.Shapes)
        {
            var lines = Flattening.Polylines(PathParser.Parse(shape.Path, out _), shape.Matrix, Tolerance)
                .Select(line => ((IReadOnlyList<Point>)[.. InPieces(line.Points, line.Closed, piece).Select(point => Carry(mesh, now, point))], line.Closed)).ToList();
            shapes.Add(Along(shape, lines, fit * shape.Matrix, matrix * fit * shape.Matrix));
        }

        return shapes;
    }

    /// <summary>The shape along other lines. Gradients and strokes live in the path's own pixels, so the lines go back there.</summary>
    private static Shape Along(Shape shape, IReadOnlyList<(IReadOnlyList<Point> Points, bool Closed)> lines, in Affine fromPath, in Affine matrix)
    {
        fromPath.TryInvert(out var toPath);
        var path = new PathData();
        foreach (var (points, closed) in lines.Where(line => line.Points.Count > 0))
        {
            path.MoveTo(toPath.Map(points[0]));
            foreach (var point in points.Skip(1))
            {
                path.LineTo(toPath.Map(point));
            }

            if (closed)
            {
                path.Close();
            }
        }

        return shape with { Path = path.ToString(), Matrix = matrix };
    }

    private static IEnumerable<Point> InPieces(List<Point> points, bool closed, double most)
    {
        for (var i = 0; i < points.Count; i++)
        {
            yield return points[i];
            if (i + 1 == points.Count && !closed)
            {
                yield break;
            }

            var to = points[(i + 1) % points.Count];
            var pieces = most > 0 ? (int)Math.Ceiling((to - points[i]).Length / most) : 1;
            for (var k = 1; k < pieces; k++)
            {
                yield return points[i] + ((to - points[i]) * ((double)k / pieces));
            }
        }
    }

    private static Point Carry(Mesh mesh, Point[] now, Point art)
    {
        var (t, a, b, c) = mesh.Locate(art);
        return t < 0 ? art : (now[mesh.Triangles[3 * t]] * a) + (now[mesh.Triangles[(3 * t) + 1]] * b) + (now[mesh.Triangles[(3 * t) + 2]] * c);
    }

    /// <summary>
    /// The affine map with the least Σ|M·from − to|², by the normal equations about the means; the identity with the means'
    /// shift where the points lie on one line.
    /// </summary>
    private static Affine BestFit(Point[] from, Point[] to)
    {
        var (meanFrom, meanTo) = (Mean(from), Mean(to));
        var (xx, xy, yy, ux, uy, vx, vy) = (0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0);
        for (var i = 0; i < from.Length; i++)
        {
            var (p, q) = (from[i] - meanFrom, to[i] - meanTo);
            (xx, xy, yy) = (xx + (p.X * p.X), xy + (p.X * p.Y), yy + (p.Y * p.Y));
            (ux, uy, vx, vy) = (ux + (q.X * p.X), uy + (q.X * p.Y), vx + (q.Y * p.X), vy + (q.Y * p.Y));
        }

        var det = (xx * yy) - (xy * xy);
        var linear = det <= 1e-9 * xx * yy
            ? Affine.Identity
            : new Affine(((ux * yy) - (uy * xy)) / det, ((vx * yy) - (vy * xy)) / det, ((uy * xx) - (ux * xy)) / det, ((vy * xx) - (vx * xy)) / det, 0, 0);
        return Affine.Translate(meanTo.X, meanTo.Y) * linear * Affine.Translate(-meanFrom.X, -meanFrom.Y);
    }

    private static Point Mean(Point[] points) => points.Aggregate(default(Point), (sum, point) => sum + point) * (1.0 / Math.Max(1, points.Length));
}
