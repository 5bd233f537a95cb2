using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate;
using Point = Fretsaw.Core.Geometry.Point;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// Where a dial stands → how much each of its stations counts; the counts sum to 1. Beyond the outermost stations the nearest
/// place among them counts. Read-only once made; mixing allocates nothing.
/// </summary>
public sealed class DialMix
{
    private readonly Dial dial;
    private readonly double[] xs;
    private readonly double[] ys;
    private readonly int[] grid;
    private readonly int[] triangles;
    private readonly Point[] places;

    private DialMix(Dial dial, Point[] places, bool hasRest)
    {
        this.dial = dial;
        this.places = places;
        HasRest = hasRest;
        xs = [.. places.Select(place => place.X).Distinct().Order()];
        ys = [.. places.Select(place => place.Y).Distinct().Order()];
        var full = xs.Length * ys.Length == places.Length;
        grid = full && (!dial.IsPad || dial.Spread == PadSpread.Grid || xs.Length == 1 || ys.Length == 1) ? Cells() : [];
        triangles = grid.Length > 0 ? [] : Triangulate(places);
    }

    /// <summary>The last of the stations mixed is the puppet at rest, in the middle, where no station was made.</summary>
    public bool HasRest { get; }

    /// <summary>As many weights as <see cref="Mix"/> writes.</summary>
    public int Count => places.Length;

    public static DialMix Of(Dial dial)
    {
        var places = dial.Stations.Select(station => new Point(station.Across, station.Down)).ToList();
        var rest = !places.Contains(default);
        return new DialMix(dial, rest ? [.. places, default] : [.. places], rest);
    }

    /// <param name="weights">One for each station, and one more for rest when <see cref="HasRest"/>.</param>
    public void Mix(double across, double down, Span<double> weights)
    {
        weights.Clear();
        if (grid.Length > 0)
        {
            Grid(across, down, weights);
        }
        else
        {
            Triangles(new Point(across, down), weights);
        }
    }

    private int[] Cells()
    {
        var cells = new int[xs.Length * ys.Length];
        for (var i = 0; i < places.Length; i++)
        {
            cells[(Array.IndexOf(ys, places[i].Y) * xs.Length) + Array.IndexOf(xs, places[i].X)] = i;
        }

        return cells;
    }

    /// <summary>Weights along one axis times weights along the other: bilinear, or bicubic when smooth.</summary>
    private void Grid(double across, double down, Span<double> weights)
    {
        Span<double> alongX = stackalloc double[4];
        Span<double> alongY = stackalloc double[4];
        var firstX = Along(xs, across, alongX);
        var firstY = Along(ys, down, alongY);
        for (var j = 0; j < 4; j++)
        {
            for (var i = 0; i < 4; i++)
            {
                var weight = alongX[i] * alongY[j];
                if (weight != 0)
                {
                    weights[grid[((firstY + j) * xs.Length) + firstX + i]] += weight;
                }
            }
        }
    }

    /// <summary>
    /// Four neighbours' weights at a place, from the first of them on. Smooth is the cubic Hermite spline with the slopes of
    /// Catmull &amp; Rom (1974), in its form for uneven spacing; at the ends the slope is that of the last piece.
    /// </summary>
    /// <returns>Index of the station that the first weight belongs to; weights off the ends are 0.</returns>
    private int Along(double[] stations, double at, Span<double> weights)
    {
        weights.Clear();
        if (stations.Length == 1)
        {
            weights[0] = 1;
            return 0;
        }

        at = Math.Clamp(at, stations[0], stations[^1]);
        var k = 0;
        while (k + 2 < stations.Length && at > stations[k + 1])
        {
            k++;
        }

        var width = stations[k + 1] - stations[k];
        var t = (at - stations[k]) / width;
        if (dial.Blend == DialBlend.Linear)
        {
            (weights[1], weights[2]) = (1 - t, t);
            return k - 1;
        }

        var (h00, h10) = ((1 + (2 * t)) * (1 - t) * (1 - t), t * (1 - t) * (1 - t));
        var (h01, h11) = (t * t * (3 - (2 * t)), t * t * (t - 1));
        (weights[1], weights[2]) = (h00, h01);
        Slope(stations, k, h10 * width, weights, 1);
        Slope(stations, k + 1, h11 * width, weights, 2);
        return k - 1;
    }

    /// <summary>Adds a slope's part: (value after − value before) / (place after − place before), one-sided at the ends.</summary>
    private static void Slope(double[] stations, int at, double factor, Span<double> weights, int weight)
    {
        var (before, after) = (at > 0 ? 1 : 0, at + 1 < stations.Length ? 1 : 0);
        var slope = factor / (stations[at + after] - stations[at - before]);
        weights[weight + after] += slope;
        weights[weight - before] -= slope;
    }

    private static int[] Triangulate(Point[] places)
    {
        if (places.Length < 3)
        {
            return [];
        }

        var builder = new DelaunayTriangulationBuilder();
        builder.SetSites([.. places.Select(place => new Coordinate(place.X, place.Y))]);
        var corners = new List<int>();
        foreach (var triangle in Polygons.Parts(builder.GetTriangles(Polygons.Factory)))
        {
            var ring = triangle.ExteriorRing.Coordinates;
            corners.AddRange(ring.Take(3).Select(c => Array.IndexOf(places, new Point(c.X, c.Y))));
        }

        return [.. corners];
    }

    /// <summary>The triangle that holds the place, or the nearest place on the nearest one.</summary>
    private void Triangles(Point at, Span<double> weights)
    {
        if (triangles.Length == 0)
        {
            Line(at, weights);
            return;
        }

        var (best, wa, wb, wc) = (0, 1.0, 0.0, 0.0);
        var nearest = double.PositiveInfinity;
        for (var t = 0; t < triangles.Length; t += 3)
        {
            var (foot, a, b, c) = NearestInTriangle(at, places[triangles[t]], places[triangles[t + 1]], places[triangles[t + 2]]);
            var apart = (foot - at).Length;
            if (apart < nearest)
            {
                (nearest, best, wa, wb, wc) = (apart, t, a, b, c);
            }
        }

        if (dial.Blend == DialBlend.Smooth)
        {
            (wa, wb, wc) = (Eased(wa), Eased(wb), Eased(wc));
            var sum = wa + wb + wc;
            (wa, wb, wc) = (wa / sum, wb / sum, wc / sum);
        }

        weights[triangles[best]] += wa;
        weights[triangles[best + 1]] += wb;
        weights[triangles[best + 2]] += wc;
    }

    /// <summary>Stations in one line, which span no triangle: the two round the nearest place on the line.</summary>
    private void Line(Point at, Span<double> weights)
    {
        var (best, t) = ((0, 0), 0.0);
        var nearest = double.PositiveInfinity;
        for (var i = 0; i < places.Length; i++)
        {
            for (var j = i; j < places.Length; j++)
            {
                var along = places[j] - places[i];
                var part = i == j ? 0 : Math.Clamp(Point.Dot(at - places[i], along) / Point.Dot(along, along), 0, 1);
                var apart = (places[i] + (along * part) - at).Length + (1e-9 * along.Length);
                if (apart < nearest)
                {
                    (nearest, best, t) = (apart, (i, j), part);
                }
            }
        }

        t = dial.Blend == DialBlend.Smooth ? Eased(t) : t;
        weights[best.Item1] += 1 - t;
        weights[best.Item2] += t;
    }

    private static double Eased(double t) => t * t * (3 - (2 * t));

    /// <summary>Barycentric weights of the place, or of the nearest place on a side when it lies outside.</summary>
    private static (Point Foot, double A, double B, double C) NearestInTriangle(Point p, Point a, Point b, Point c)
    {
        var area = Point.Cross(b - a, c - a);
        var (wa, wb) = (Point.Cross(b - p, c - p) / area, Point.Cross(c - p, a - p) / area);
        var wc = 1 - wa - wb;
        if (wa >= 0 && wb >= 0 && wc >= 0)
        {
            return (p, wa, wb, wc);
        }

        var (ab, bc, ca) = (OnSide(p, a, b), OnSide(p, b, c), OnSide(p, c, a));
        var (onAb, onBc, onCa) = (a + ((b - a) * ab), b + ((c - b) * bc), c + ((a - c) * ca));
        var (toAb, toBc, toCa) = ((onAb - p).Length, (onBc - p).Length, (onCa - p).Length);
        return toAb <= toBc && toAb <= toCa ? (onAb, 1 - ab, ab, 0)
            : toBc <= toCa ? (onBc, 0, 1 - bc, bc)
            : (onCa, ca, 0, 1 - ca);
    }

    private static double OnSide(Point p, Point from, Point to) =>
        Math.Clamp(Point.Dot(p - from, to - from) / Point.Dot(to - from, to - from), 0, 1);
}
