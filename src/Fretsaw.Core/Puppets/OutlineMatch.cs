using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>How one closed outline lies on another: where it starts and which way it runs.</summary>
/// <param name="Start">Part of the outline's length as drawn, [0, 1).</param>
/// <param name="Reversed">Against the way it was drawn.</param>
/// <param name="Cost">Mean squared distance of matched places, both outlines about their own middles, px².</param>
public readonly record struct OutlineFit(double Start, bool Reversed, double Cost);

/// <summary>
/// Outlines blend without a twist when they have the same number of points, the same start and the same direction. Points
/// are equalised by arc length: every corner of either outline gets its partner on the other, so no corner is lost.
/// </summary>
public static class OutlineMatch
{
    /// <summary>Places compared when a start is looked for.</summary>
    private const int Samples = 96;

    /// <summary>Golden-section steps; 40 narrow 1/96 of the length to less than 1e-9 of it.</summary>
    private const int Refinements = 40;

    private static readonly double Golden = (Math.Sqrt(5) - 1) / 2;

    /// <summary>The start and direction with the least squared distance. Searched at even steps in both directions, the best refined.</summary>
    /// <param name="reference">A ring of three points or more, without a repeated first one.</param>
    public static OutlineFit Best(IReadOnlyList<Point> reference, IReadOnlyList<Point> outline)
    {
        var (a, b) = (new Ring(reference), new Ring(outline));
        var best = new OutlineFit(0, false, double.PositiveInfinity);
        foreach (var reversed in (bool[])[false, true])
        {
            for (var i = 0; i < Samples; i++)
            {
                var start = (double)i / Samples;
                var cost = Cost(a, b, start, reversed);
                best = cost < best.Cost ? new OutlineFit(start, reversed, cost) : best;
            }
        }

        return Refine(a, b, best);
    }

    /// <summary>The cost of a start and direction that a person chose.</summary>
    public static OutlineFit Chosen(IReadOnlyList<Point> reference, IReadOnlyList<Point> outline, double start, bool reversed) =>
        new(start, reversed, Cost(new Ring(reference), new Ring(outline), start, reversed));

    /// <summary>The place of an outline nearest to a point, part of its length, [0, 1).</summary>
    /// <param name="outline">A ring without a repeated first point.</param>
    public static double Nearest(IReadOnlyList<Point> outline, Point near) => Part(new Ring(outline).Nearest(near));

    /// <summary>Reference and outlines with as many points each, matched one by one.</summary>
    /// <param name="outlines">With their fits on the reference.</param>
    /// <returns>The reference first, then the outlines in their order; all the same length.</returns>
    public static Point[][] Equalise(IReadOnlyList<Point> reference, IReadOnlyList<(IReadOnlyList<Point> Outline, OutlineFit Fit)> outlines)
    {
        var rings = outlines.Select(entry => (Ring: new Ring(entry.Outline), entry.Fit)).ToList();
        var first = new Ring(reference);
        var places = first.Corners().Concat(rings.SelectMany(entry => entry.Ring.Corners().Select(s => OnReference(s, entry.Fit))))
            .Order().ToList();
        var distinct = places.Where((place, i) => i == 0 || place - places[i - 1] > 1e-9).ToList();
        return
        [
            [.. distinct.Select(first.At)],
            .. rings.Select(entry => distinct.Select(place => entry.Ring.At(OnOutline(place, entry.Fit.Start, entry.Fit.Reversed))).ToArray()),
        ];
    }

    private static double Cost(Ring a, Ring b, double start, bool reversed)
    {
        var sum = 0.0;
        for (var i = 0; i < Samples; i++)
        {
            var t = (double)i / Samples;
            var apart = a.At(t) - a.Middle - (b.At(OnOutline(t, start, reversed)) - b.Middle);
            sum += Point.Dot(apart, apart);
        }

        return sum / Samples;
    }

    private static OutlineFit Refine(Ring a, Ring b, OutlineFit fit)
    {
        var (low, high) = (fit.Start - (1.0 / Samples), fit.Start + (1.0 / Samples));
        for (var i = 0; i < Refinements; i++)
        {
            var (p, q) = (high - (Golden * (high - low)), low + (Golden * (high - low)));
            (low, high) = Cost(a, b, p, fit.Reversed) <= Cost(a, b, q, fit.Reversed) ? (low, q) : (p, high);
        }

        var start = (low + high) / 2;
        var cost = Cost(a, b, start, fit.Reversed);
        return cost < fit.Cost ? new OutlineFit(Part(start), fit.Reversed, cost) : fit;
    }

    private static double OnOutline(double place, double start, bool reversed) => Part(reversed ? start - place : start + place);

    private static double OnReference(double place, OutlineFit fit) => Part(fit.Reversed ? fit.Start - place : place - fit.Start);

    private static double Part(double s) => s - Math.Floor(s);

    /// <summary>A closed polyline by parts of its length.</summary>
    private sealed class Ring
    {
        private readonly Point[] points;
        private readonly double[] at;

        public Ring(IReadOnlyList<Point> corners)
        {
            points = [.. corners, corners[0]];
            at = new double[points.Length];
            var middle = default(Point);
            for (var i = 1; i < points.Length; i++)
            {
                var length = (points[i] - points[i - 1]).Length;
                at[i] = at[i - 1] + length;
                middle += (points[i] + points[i - 1]) * (length / 2);
            }

            var total = at[^1];
            Middle = total > 0 ? middle * (1 / total) : corners[0];
            for (var i = 0; i < at.Length; i++)
            {
                at[i] = total > 0 ? at[i] / total : (double)i / (at.Length - 1);
            }
        }

        /// <summary>The centroid of the line itself, which does not depend on how its points are spread.</summary>
        public Point Middle { get; }

        public IEnumerable<double> Corners() => at.SkipLast(1);

        public double Nearest(Point near)
        {
            var (best, distance) = (0.0, double.PositiveInfinity);
            for (var i = 1; i < points.Length; i++)
            {
                var (side, to) = (points[i] - points[i - 1], near - points[i - 1]);
                var square = Point.Dot(side, side);
                var part = square > 0 ? Math.Clamp(Point.Dot(side, to) / square, 0, 1) : 0;
                var apart = (to - (side * part)).Length;
                (best, distance) = apart < distance ? (at[i - 1] + ((at[i] - at[i - 1]) * part), apart) : (best, distance);
            }

            return best;
        }

        public Point At(double s)
        {
            var i = Array.BinarySearch(at, s);
            if (i >= 0)
            {
                return points[i];
            }

            i = Math.Clamp(~i, 1, points.Length - 1);
            var span = at[i] - at[i - 1];
            return points[i - 1] + ((points[i] - points[i - 1]) * (span > 0 ? (s - at[i - 1]) / span : 0));
        }
    }
}
