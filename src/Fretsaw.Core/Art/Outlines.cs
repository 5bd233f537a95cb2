using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Buffer;
using NetTopologySuite.Operation.Overlay;
using NetTopologySuite.Operation.OverlayNG;
using NetTopologySuite.Operation.Union;
using NetTopologySuite.Simplify;
using NtsGeometry = NetTopologySuite.Geometries.Geometry;
using Point = Fretsaw.Core.Geometry.Point;

namespace Fretsaw.Core.Art;

/// <summary>Rings round vector art: the union of what its fills and strokes cover.</summary>
public static class Outlines
{
    /// <summary>A quarter of a pixel: finer than the margin any mesh has.</summary>
    private const double Tolerance = 0.25;

    /// <returns>Rings by the even–odd rule; none when nothing is painted.</returns>
    public static ImmutableArray<ImmutableArray<double>> Of(IEnumerable<Shape> shapes)
    {
        var areas = shapes.Where(shape => shape.Opacity > 0).SelectMany(Covered).Where(area => !area.IsEmpty).ToList();
        return areas.Count == 0
            ? []
            : Polygons.ToRings(TopologyPreservingSimplifier.Simplify(UnaryUnionOp.Union(areas), Tolerance));
    }

    /// <summary>How much of the drawing's area lies inside another area, [0, 1]; 1 for an empty drawing.</summary>
    public static double CoveredBy(ImmutableArray<ImmutableArray<double>> outline, Mesh mesh)
    {
        var art = Polygons.FromRings(outline);
        if (art.Area == 0)
        {
            return 1;
        }

        // The area of a mesh is what its border encloses, which has far fewer edges than its triangles.
        var rings = mesh.BorderRings().Select(ring => ring.SelectMany(v => new[] { mesh.X[v], mesh.Y[v] }).ToImmutableArray());
        return mesh.TriangleCount == 0 ? 0 : OverlayNGRobust.Overlay(art, Polygons.FromRings([.. rings]), SpatialFunction.Intersection).Area / art.Area;
    }

    /// <summary>Even–odd test of a point against rings; counts crossings of a ray to the right.</summary>
    public static bool Holds(ImmutableArray<ImmutableArray<double>> outline, Point p)
    {
        var inside = false;
        foreach (var ring in outline)
        {
            for (int i = 0, j = ring.Length - 2; i < ring.Length; j = i, i += 2)
            {
                if (ring[i + 1] > p.Y != ring[j + 1] > p.Y
                    && p.X < ((ring[j] - ring[i]) * (p.Y - ring[i + 1]) / (ring[j + 1] - ring[i + 1])) + ring[i])
                {
                    inside = !inside;
                }
            }
        }

        return inside;
    }

    /// <summary>Shared area by united area, [0, 1].</summary>
    public static double Likeness(ImmutableArray<ImmutableArray<double>> one, ImmutableArray<ImmutableArray<double>> other)
    {
        var (a, b) = (Polygons.FromRings(one), Polygons.FromRings(other));
        if (!a.EnvelopeInternal.Intersects(b.EnvelopeInternal))
        {
            return 0;
        }

        var shared = OverlayNGRobust.Overlay(a, b, SpatialFunction.Intersection).Area;
        return shared == 0 ? 0 : shared / (a.Area + b.Area - shared);
    }

    /// <summary>A box laid on the other explains redrawn art better than leaving it where it is, by this much of the likeness.</summary>
    private const double BetterMoved = 0.05;

    /// <summary>How art was moved or enlarged as a whole when it was redrawn.</summary>
    /// <returns>From the old drawing's pixels to the new one's; null when it stands where it stood.</returns>
    public static Affine? Move(Drawing before, Drawing now)
    {
        var (from, to) = (BoxOf(before.Outline), BoxOf(now.Outline));
        if (from.Width <= 0 || from.Height <= 0 || to.Width <= 0 || to.Height <= 0)
        {
            return null;
        }

        var (x, y) = (to.Width / from.Width, to.Height / from.Height);
        var move = new Affine(x, 0, 0, y, to.X - (x * from.X), to.Y - (y * from.Y));
        var moved = before.Outline.Select(ring => Enumerable.Range(0, ring.Length).Select(i => i % 2 == 0 ? (x * ring[i]) + move.E : (y * ring[i]) + move.F).ToImmutableArray()).ToImmutableArray();
        return Likeness(moved, now.Outline) > Likeness(before.Outline, now.Outline) + BetterMoved ? move : null;
    }

    /// <returns>Without width and height where there is no ring.</returns>
    public static Box BoxOf(ImmutableArray<ImmutableArray<double>> outline)
    {
        var numbers = outline.SelectMany(ring => ring.Select((number, i) => (number, isX: i % 2 == 0))).ToList();
        return numbers.Count == 0 ? default : Box.Around(
            numbers.Where(n => n.isX).Min(n => n.number), numbers.Where(n => !n.isX).Min(n => n.number),
            numbers.Where(n => n.isX).Max(n => n.number), numbers.Where(n => !n.isX).Max(n => n.number));
    }

    private static IEnumerable<NtsGeometry> Covered(Shape shape)
    {
        var path = PathParser.Parse(shape.Path, out _);
        var lines = Flattening.Polylines(path, shape.Matrix, Tolerance);
        if (shape.Fill is { } fill && Visible(fill))
        {
            yield return Filled(lines, shape.Rule);
        }

        if (shape.Stroke is { Width: > 0 } stroke && Visible(stroke.Paint))
        {
            var width = stroke.Width * shape.Matrix.MeanScale;
            foreach (var (points, closed) in lines)
            {
                yield return Stroked(closed ? [.. points, points[0]] : points, width, stroke);
            }
        }
    }

    private static bool Visible(Paint paint) =>
        paint.Gradient is { } gradient ? gradient.Stops.Any(stop => stop.Colour.A > 0) : paint.Colour.A > 0;

    /// <summary>
    /// For the non-zero rule, rings that turn one way add and rings that turn the other way cut: exact for rings
    /// that do not cross themselves, which outlines of art practically never do.
    /// </summary>
    private static NtsGeometry Filled(List<(List<Point> Points, bool Closed)> lines, FillRule rule)
    {
        NtsGeometry area = Polygons.Factory.CreatePolygon();
        if (rule == FillRule.EvenOdd)
        {
            return Polygons.Odd([.. lines.Select(line => Polygons.FromRing(line.Points))]);
        }

        var turns = lines.ToLookup(line => Turn(line.Points) * Turn(lines[0].Points) >= 0, line => Polygons.FromRing(line.Points));
        var (adds, cuts) = (turns[true].ToList(), turns[false].ToList());
        area = adds.Count > 0 ? UnaryUnionOp.Union(adds) : area;
        return cuts.Count == 0 ? area : Cut(area, UnaryUnionOp.Union(cuts));
    }

    /// <summary>A counter-turning ring outside everything else is no hole but a second area.</summary>
    private static NtsGeometry Cut(NtsGeometry area, NtsGeometry cuts) =>
        OverlayNGRobust.Overlay(area, cuts, SpatialFunction.SymDifference);

    private static double Turn(List<Point> ring)
    {
        var sum = 0.0;
        for (int i = 0, j = ring.Count - 1; i < ring.Count; j = i++)
        {
            sum += Point.Cross(ring[j], ring[i]);
        }

        return sum;
    }

    private static NtsGeometry Stroked(List<Point> line, double width, Stroke stroke)
    {
        var parameters = new BufferParameters
        {
            EndCapStyle = stroke.Cap switch { LineCap.Round => EndCapStyle.Round, LineCap.Square => EndCapStyle.Square, _ => EndCapStyle.Flat },
            JoinStyle = stroke.Join switch { LineJoin.Round => JoinStyle.Round, LineJoin.Bevel => JoinStyle.Bevel, _ => JoinStyle.Mitre },
            MitreLimit = Math.Max(1, stroke.MiterLimit),
        };
        Coordinate[] coordinates = [.. line.Select(p => new Coordinate(p.X, p.Y))];
        Crossings.DemandFew(coordinates);
        return BufferOp.Buffer(Polygons.Factory.CreateLineString(coordinates), width / 2, parameters);
    }
}
