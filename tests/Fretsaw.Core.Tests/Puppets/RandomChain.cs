using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

/// <summary>A chain at random, of bones between 30 and 100 px, drawn nearly straight.</summary>
internal sealed class RandomChain
{
    private const double Degree = Angles.RadiansPerDegree;

    /// <param name="limit">Degrees to both sides; null for none.</param>
    public RandomChain(Random random, int bones, double? limit)
    {
        Lengths = [.. Enumerable.Range(0, bones).Select(_ => 30 + (70 * random.NextDouble()))];
        RestTurns = [.. Enumerable.Range(0, bones).Select(_ => 0.6 * (random.NextDouble() - 0.5))];
        Limits = [.. Enumerable.Range(0, bones).Select(_ => limit is { } degrees ? new TurnLimit(-degrees, degrees) : null)];
        Bend = random.Next(2) == 0 ? 1 : -1;
    }

    public double[] Lengths { get; init; }

    public double[] RestTurns { get; init; }

    public TurnLimit?[] Limits { get; init; }

    public int Bend { get; init; }

    public double Total => Lengths.Sum();

    /// <summary>Places of the joints, from the root at the origin on.</summary>
    public Point[] Laid(ReadOnlySpan<double> turns)
    {
        var places = new Point[Lengths.Length + 1];
        var angle = 0.0;
        for (var i = 0; i < Lengths.Length; i++)
        {
            angle += RestTurns[i] + turns[i];
            places[i + 1] = places[i] + new Point(Lengths[i] * Math.Cos(angle), Lengths[i] * Math.Sin(angle));
        }

        return places;
    }

    /// <summary>Turns from rest that the limits let be.</summary>
    public double[] Turns(Random random) =>
        [.. Limits.Select(limit => ((limit?.Least ?? -180) + (((limit?.Most ?? 180) - (limit?.Least ?? -180)) * random.NextDouble())) * Degree)];

    public Point[] Solved(Point goal)
    {
        var joints = Laid(new double[Lengths.Length]);
        ChainReach.Solve(joints, Lengths, RestTurns, Limits, goal, Bend);
        return joints;
    }

    public bool KeepsLengthsAndLimits(ReadOnlySpan<Point> joints)
    {
        var before = 0.0;
        for (var i = 0; i < Lengths.Length; i++)
        {
            var segment = joints[i + 1] - joints[i];
            var turn = Angles.Wrap(segment.AngleRadians - before - RestTurns[i]) / Degree;
            if (Math.Abs(segment.Length - Lengths[i]) > 1e-6 || turn < (Limits[i]?.Least ?? -181) - 1e-6 || turn > (Limits[i]?.Most ?? 181) + 1e-6)
            {
                return false;
            }

            before = segment.AngleRadians;
        }

        return true;
    }
}
