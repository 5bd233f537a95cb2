using CsCheck;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

public class FewestKeysTests
{
    private static readonly Gen<double[][]> Performed =
        from n in Gen.Int[2, 120]
        from values in Gen.Int[1, 3]
        from seed in Gen.Int[0, 100_000]
        select Walk(n, values, seed);

    /// <summary>What a hand does: it wanders, stands and jerks.</summary>
    private static double[][] Walk(int n, int values, int seed)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, values).Select(_ =>
        {
            var (at, speed) = (0.0, 0.0);
            return Enumerable.Range(0, n).Select(_ =>
            {
                speed = random.Next(9) == 0 ? 0 : speed + ((random.NextDouble() - 0.5) * 4);
                return at += speed;
            }).ToArray();
        })];
    }

    [Fact]
    public void The_error_is_never_over_the_tolerance() => Gen.Select(Performed, Gen.Double[0, 20]).Sample((samples, tolerance) =>
    {
        var kept = FewestKeys.Of(samples, tolerance);
        Assert.Equal((0, samples[0].Length - 1), (kept[0], kept[^1]));
        Assert.True(FewestKeys.LargestError(samples, kept) <= tolerance + 1e-9);
    }, iter: 400);

    /// <summary>The rival: U. Ramer (1972), D. Douglas and T. Peucker (1973), with the same error, along the values.</summary>
    [Fact]
    public void There_are_never_more_than_Ramer_Douglas_and_Peucker_keep() => Gen.Select(Performed, Gen.Double[0, 20]).Sample((samples, tolerance) =>
    {
        var rival = Rival(samples, 0, samples[0].Length - 1, tolerance).Prepend(0).Distinct().ToArray();
        Assert.True(FewestKeys.LargestError(samples, rival) <= tolerance + 1e-9);
        Assert.True(FewestKeys.Of(samples, tolerance).Length <= rival.Length);
    }, iter: 400);

    private static IEnumerable<int> Rival(double[][] samples, int from, int to, double tolerance)
    {
        var (worst, at) = (0.0, -1);
        for (var i = from + 1; i < to; i++)
        {
            var error = samples.Max(value => Math.Abs(value[from] + ((value[to] - value[from]) * (i - from) / (to - from)) - value[i]));
            (worst, at) = error > worst ? (error, i) : (worst, at);
        }

        return worst <= tolerance ? [to] : [.. Rival(samples, from, at, tolerance), .. Rival(samples, at, to, tolerance)];
    }

    /// <summary>For few samples every choice can be tried: none with fewer keys keeps within the tolerance.</summary>
    [Fact]
    public void There_are_no_fewer() => Gen.Select(Gen.Int[2, 11], Gen.Int[0, 100_000], Gen.Double[0, 6]).Sample((n, seed, tolerance) =>
    {
        var samples = Walk(n, 2, seed);
        var kept = FewestKeys.Of(samples, tolerance).Length;
        for (var choice = 0; choice < 1 << (n - 2); choice++)
        {
            var tried = Enumerable.Range(0, n).Where(i => i == 0 || i == n - 1 || (choice >> (i - 1) & 1) == 1).ToArray();
            Assert.True(tried.Length >= kept || FewestKeys.LargestError(samples, tried) > tolerance);
        }
    }, iter: 150);

    [Fact]
    public void A_straight_way_is_two_keys_and_one_sample_is_one()
    {
        Assert.Equal([0, 50], FewestKeys.Of([[.. Enumerable.Range(0, 51).Select(i => 3.0 * i)]], 0));
        Assert.Equal([0], FewestKeys.Of([[4.0]], 1));
    }
}
