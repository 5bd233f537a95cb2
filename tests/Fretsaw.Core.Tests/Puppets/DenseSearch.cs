using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>How near a chain's end can come to a goal, by brute force: nothing of the solver's own is used.</summary>
internal static class DenseSearch
{
    private const int Polished = 60;

    public static double Nearest(RandomChain chain, Point goal, Random random, int starts)
    {
        var tries = Enumerable.Range(0, starts).Select(_ => chain.Turns(random)).Select(turns => (turns, Miss: (chain.Laid(turns)[^1] - goal).Length));
        return tries.OrderBy(one => one.Miss).Take(Polished).Min(one => Polish(chain, goal, one.turns));
    }

    /// <summary>One joint after the other is turned so that the end lies towards the goal, as far as its limit lets it.</summary>
    private static double Polish(RandomChain chain, Point goal, double[] turns)
    {
        var best = double.MaxValue;
        for (var round = 0; round < 200; round++)
        {
            for (var i = turns.Length - 1; i >= 0; i--)
            {
                var places = chain.Laid(turns);
                var turn = Angles.Wrap((goal - places[i]).AngleRadians - (places[^1] - places[i]).AngleRadians);
                turns[i] = Math.Clamp(turns[i] + turn, chain.Limits[i]!.Least * Angles.RadiansPerDegree, chain.Limits[i]!.Most * Angles.RadiansPerDegree);
            }

            best = Math.Min(best, (chain.Laid(turns)[^1] - goal).Length);
        }

        return best;
    }
}
