using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A chain of segments that reaches for a goal. Two without limits are solved by the law of cosines. Longer or limited ones take a
/// posture that depends smoothly on the goal (<see cref="ChainPosture"/>) and settle from there within their limits
/// (<see cref="ChainSettling"/>); where that does not arrive, from others. The answer depends on nothing but the arguments.
/// </summary>
public static class ChainReach
{
    /// <summary>The goal counts as reached within this part of the chain's length: a hundredth of a pixel on a long arm.</summary>
    public const double Near = 1e-5;

    /// <summary>Where no posture arrives, another than the first has to come nearer by this part of the length: chains do not flip for less.</summary>
    private const double WorthFlipping = 0.002;

    /// <summary>Of each segment's limits, for every second one the other: where a chain may begin when its own posture does not arrive.</summary>
    private static readonly (double Even, double Odd)[] Others = [(0.5, 0.5), (0.9, 0.9), (0.1, 0.1), (0.9, 0.1), (0.1, 0.9)];

    /// <summary>Solves in place.</summary>
    /// <param name="joints">n + 1 places, the first of them the root; at the call as drawn, afterwards as solved.</param>
    /// <param name="lengths">n ≥ 2 lengths, &gt; 0.</param>
    /// <param name="restTurns">n turns at rest, radians, of each segment against the one before (the first: against the carrier's x axis).</param>
    /// <param name="limits">n limits of the turns from there, null for none.</param>
    /// <param name="bend">+1 clockwise of the line to the goal, −1 anticlockwise.</param>
    /// <returns>How far the end is from the goal, and the rounds it took (0: closed form).</returns>
    public static (double Miss, int Rounds) Solve(
        Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits, Point goal, int bend)
    {
        // By far the most chains are free arms and legs.
        if (lengths.Length == 2 && TwoBoneReach.Lay(joints, lengths, restTurns, limits, goal, bend))
        {
            return ((joints[2] - goal).Length, 0);
        }

        return Settled(joints, lengths, restTurns, limits, goal, bend);
    }

    private static (double Miss, int Rounds) Settled(
        Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits, Point goal, int bend)
    {
        var n = lengths.Length;
        Span<double> whole = stackalloc double[n];
        Span<double> rest = stackalloc double[n];
        Span<double> least = stackalloc double[n];
        Span<double> most = stackalloc double[n];
        Span<double> turns = stackalloc double[n];
        Span<double> other = stackalloc double[n];
        Span<Point> ends = stackalloc Point[n];
        var total = 0.0;
        for (var i = 0; i < n; i++)
        {
            total += lengths[i];
            rest[i] = Angles.Wrap(restTurns[i]);
            least[i] = limits[i] is { } low ? rest[i] + (low.Least * Angles.RadiansPerDegree) : double.NegativeInfinity;
            most[i] = limits[i] is { } high ? rest[i] + (high.Most * Angles.RadiansPerDegree) : double.PositiveInfinity;
        }

        for (var i = 0; i < n; i++)
        {
            whole[i] = lengths[i] / total;
        }

        var chain = new Chain(whole, rest, least, most);
        var way = (goal - joints[0]) * (1 / total);
        if (n == 2)
        {
            var (upper, lower) = TwoBoneReach.Solve(joints[0], goal, lengths[0], lengths[1], bend);
            (turns[0], turns[1]) = (Nearest(chain, 0, upper), Nearest(chain, 1, lower - upper));
        }
        else
        {
            ChainPosture.For(chain, way, bend, turns, ends);
        }

        var (miss, rounds) = Arrives(chain, way, turns, ends, out var at) ? (at, 0) : ChainSettling.Settle(chain, way, turns, ends);
        for (var k = -1; k < Others.Length && miss > Near; k++)
        {
            if (k < 0)
            {
                ChainPosture.For(chain, way, -bend, other, ends);
            }
            else
            {
                Between(chain, Others[k], other);
            }

            var (missed, took) = ChainSettling.Settle(chain, way, other, ends);
            rounds += took;
            if (missed <= Near || missed < miss - WorthFlipping)
            {
                miss = missed;
                other.CopyTo(turns);
            }
        }

        LayOut(joints, lengths, turns);
        return ((joints[n] - goal).Length, rounds);
    }

    private static bool Arrives(in Chain chain, Point way, ReadOnlySpan<double> turns, Span<Point> ends, out double miss)
    {
        miss = (chain.Ends(turns, ends) - way).Length;
        return miss < Near * Near;
    }

    /// <summary>A turn brought into the limits by whole turns, or to the nearer of them.</summary>
    private static double Nearest(in Chain chain, int i, double turn)
    {
        if (double.IsInfinity(chain.Least[i]) || double.IsInfinity(chain.Most[i]))
        {
            return turn;
        }

        var middle = (chain.Least[i] + chain.Most[i]) / 2;
        return chain.Within(i, middle + Angles.Wrap(turn - middle));
    }

    private static void Between(in Chain chain, (double Even, double Odd) part, Span<double> turns)
    {
        for (var i = 0; i < chain.Count; i++)
        {
            var least = double.IsInfinity(chain.Least[i]) ? chain.Rest[i] - Math.PI : chain.Least[i];
            var most = double.IsInfinity(chain.Most[i]) ? chain.Rest[i] + Math.PI : chain.Most[i];
            turns[i] = least + ((i % 2 == 0 ? part.Even : part.Odd) * (most - least));
        }
    }

    private static void LayOut(Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> turns)
    {
        var angle = 0.0;
        for (var i = 0; i < lengths.Length; i++)
        {
            angle += turns[i];
            joints[i + 1] = joints[i] + TwoBoneReach.Polar(lengths[i], angle);
        }
    }
}
