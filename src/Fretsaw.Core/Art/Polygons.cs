using System.Collections.Immutable;
using NetTopologySuite.Geometries;
using NetTopologySuite.Geometries.Utilities;
using NetTopologySuite.Operation.Overlay;
using NetTopologySuite.Operation.OverlayNG;
using Point = Fretsaw.Core.Geometry.Point;

namespace Fretsaw.Core.Art;

/// <summary>Between our rings and NetTopologySuite's polygons.</summary>
internal static class Polygons
{
    public static readonly GeometryFactory Factory = new();

    private const int Few = 64;

    /// <summary>The area inside an odd number of rings.</summary>
    public static NetTopologySuite.Geometries.Geometry FromRings(ImmutableArray<ImmutableArray<double>> rings)
    {
        var areas = new List<NetTopologySuite.Geometries.Geometry>(rings.Length);
        foreach (var ring in rings)
        {
            var points = new List<Point>(ring.Length / 2);
            for (var i = 0; i < ring.Length; i += 2)
            {
                points.Add(new Point(ring[i], ring[i + 1]));
            }

            areas.Add(FromRing(points));
        }

        return Odd(areas);
    }

    /// <summary>
    /// What lies in an odd number of areas. Many are halved and halved again, since laying them one after another on all that
    /// came before takes as long as their number squared; a few are not, since where a ring begins decides where the triangles
    /// of its mesh lie, and those of films that were made before must not move.
    /// </summary>
    public static NetTopologySuite.Geometries.Geometry Odd(IReadOnlyList<NetTopologySuite.Geometries.Geometry> areas)
    {
        return Of(0, areas.Count);

        NetTopologySuite.Geometries.Geometry Of(int from, int to) => to - from <= Few
            ? areas.Skip(from).Take(to - from).Aggregate((NetTopologySuite.Geometries.Geometry)Factory.CreatePolygon(), (sum, area) => OverlayNGRobust.Overlay(sum, area, SpatialFunction.SymDifference))
            : OverlayNGRobust.Overlay(Of(from, (from + to) / 2), Of((from + to) / 2, to), SpatialFunction.SymDifference);
    }

    /// <summary>One ring as a valid area, self-crossings resolved by the even–odd rule.</summary>
    public static NetTopologySuite.Geometries.Geometry FromRing(List<Point> points)
    {
        if (points.Count < 3)
        {
            return Factory.CreatePolygon();
        }

        var coordinates = points.Append(points[0]).Select(p => new Coordinate(p.X, p.Y)).ToArray();
        Crossings.DemandFew(coordinates);
        var polygon = Factory.CreatePolygon(coordinates);
        return polygon.IsValid ? polygon : GeometryFixer.Fix(polygon);
    }

    public static IEnumerable<Polygon> Parts(NetTopologySuite.Geometries.Geometry area)
    {
        for (var i = 0; i < area.NumGeometries; i++)
        {
            if (area.GetGeometryN(i) is Polygon { IsEmpty: false } polygon)
            {
                yield return polygon;
            }
        }
    }

    public static ImmutableArray<ImmutableArray<double>> ToRings(NetTopologySuite.Geometries.Geometry area)
    {
        var rings = ImmutableArray.CreateBuilder<ImmutableArray<double>>();
        foreach (var polygon in Parts(area))
        {
            rings.Add(Flat(polygon.ExteriorRing));
            rings.AddRange(polygon.InteriorRings.Select(Flat));
        }

        return rings.ToImmutable();
    }

    private static ImmutableArray<double> Flat(LineString ring) =>
        [.. ring.Coordinates.SkipLast(1).SelectMany(c => new[] { Math.Round(c.X, 2), Math.Round(c.Y, 2) })];
}
