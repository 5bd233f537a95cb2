using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Art;

/// <summary>How large a drawing's art is, where its middle lies, and how far it spreads from there.</summary>
/// <param name="Area">px², of the drawing.</param>
/// <param name="Centre">The centroid, px of the drawing; of art without an area the middle of its box.</param>
/// <param name="Spread">The mean of the squared distance from the centroid, px²: its moment of inertia over its area.</param>
public readonly record struct AreaCentre(double Area, Point Centre, double Spread)
{
    /// <summary>Drawings never change, and a puppet's are asked about with every move of a drag.</summary>
    private static readonly ConditionalWeakTable<Drawing, object> Known = [];

    public static AreaCentre Of(Drawing drawing) => (AreaCentre)Known.GetValue(drawing, static one =>
        OfRings(one.Outline) is { Area: > 0 } found ? found : new AreaCentre(0, new Point(one.Bounds.X + (one.Bounds.Width / 2), one.Bounds.Y + (one.Bounds.Height / 2)), 0));

    /// <summary>
    /// The shoelace sums of rings that do not cross (Bourke 1988, "Calculating the area and centroid of a polygon"): by the
    /// even–odd rule one that lies in an odd number of others is a hole, whichever way it runs.
    /// </summary>
    public static AreaCentre OfRings(ImmutableArray<ImmutableArray<double>> rings)
    {
        var (area, x, y) = (0.0, 0.0, 0.0);
        var (squares, middle) = (0.0, rings.FirstOrDefault(ring => ring.Length >= 6) is { IsDefault: false } first ? new Point(first[0], first[1]) : default);
        for (var i = 0; i < rings.Length; i++)
        {
            if (rings[i].Length < 6)
            {
                continue;
            }

            var one = OfRing(rings[i]);
            var sign = Outlines.Holds(rings.RemoveAt(i), new Point(rings[i][0], rings[i][1])) ? -1 : 1;
            area += sign * one.Area;
            x += sign * one.Area * one.Centre.X;
            y += sign * one.Area * one.Centre.Y;
            squares += sign * one.Area * (one.Spread + Square(one.Centre - middle));
        }

        if (!(area > 0))
        {
            return default;
        }

        // Steiner's theorem, there for each ring and here back.
        var centre = new Point(x / area, y / area);
        return new AreaCentre(area, centre, Math.Max(0, (squares / area) - Square(centre - middle)));
    }

    private static AreaCentre OfRing(ImmutableArray<double> ring)
    {
        // From the first point, so that rings far from the origin lose no digits.
        var origin = new Point(ring[0], ring[1]);
        var (area, x, y, squares) = (0.0, 0.0, 0.0, 0.0);
        for (int i = 0, j = ring.Length - 2; i < ring.Length; j = i, i += 2)
        {
            var (from, to) = (new Point(ring[j], ring[j + 1]) - origin, new Point(ring[i], ring[i + 1]) - origin);
            var cross = Point.Cross(from, to);
            area += cross / 2;
            x += (from.X + to.X) * cross / 6;
            y += (from.Y + to.Y) * cross / 6;
            squares += (Square(from) + Point.Dot(from, to) + Square(to)) * cross / 12;
        }

        if (area == 0)
        {
            return default;
        }

        var centre = new Point(x / area, y / area);
        return new AreaCentre(Math.Abs(area), origin + centre, Math.Max(0, (squares / area) - Square(centre)));
    }

    private static double Square(Point at) => Point.Dot(at, at);
}
