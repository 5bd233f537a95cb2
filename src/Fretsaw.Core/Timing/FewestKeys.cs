namespace Fretsaw.Core.Timing;

/// <summary>
/// The fewest of some samples, one a frame, between which straight lines keep within a tolerance of all others. H. Imai and M. Iri, "Computational-geometric
/// methods for polygonal approximations of a curve", CVGIP 36 (1986): every pair of samples that may be joined is an edge, and the answer
/// is a shortest way. Dropping samples one by one, as Douglas and Peucker do, never finds fewer.
/// </summary>
public static class FewestKeys
{
    /// <param name="samples">By value, then by frame; each value has as many.</param>
    /// <param name="tolerance">≥ 0, in the values' unit: how far a line may pass beside a sample.</param>
    /// <returns>Which are kept, rising; the first and the last always.</returns>
    public static int[] Of(double[][] samples, double tolerance)
    {
        var n = samples[0].Length;
        var (keys, from) = (new int[n], new int[n]);
        Array.Fill(keys, int.MaxValue);
        keys[0] = 1;
        var (least, most) = (new double[samples.Length], new double[samples.Length]);
        for (var i = 0; i < n - 1; i++)
        {
            Array.Fill(least, double.NegativeInfinity);
            Array.Fill(most, double.PositiveInfinity);
            for (var j = i + 1; j < n && Narrowed(samples, i, j, tolerance, least, most, out var isFree); j++)
            {
                // Of as short ways the one whose last line is longest: it is found first.
                if (isFree && keys[i] + 1 < keys[j])
                {
                    (keys[j], from[j]) = (keys[i] + 1, i);
                }
            }
        }

        var kept = new int[keys[n - 1]];
        for (int k = kept.Length - 1, at = n - 1; k >= 0; k--, at = from[at])
        {
            kept[k] = at;
        }

        return kept;
    }

    /// <summary>How far the lines between the kept samples pass beside any, the furthest of all values.</summary>
    public static double LargestError(double[][] samples, int[] kept)
    {
        var worst = 0.0;
        foreach (var value in samples)
        {
            for (var k = 0; k + 1 < kept.Length; k++)
            {
                var (a, b) = (kept[k], kept[k + 1]);
                for (var i = a + 1; i < b; i++)
                {
                    worst = Math.Max(worst, Math.Abs(value[a] + ((value[b] - value[a]) * (i - a) / (b - a)) - value[i]));
                }
            }
        }

        return worst;
    }

    /// <summary>Keeps of each value the slopes at which a line from sample i passes all up to j closely enough.</summary>
    /// <param name="isFree">A line may end at j.</param>
    /// <returns>False when no line from i gets any further.</returns>
    private static bool Narrowed(double[][] samples, int i, int j, double tolerance, double[] least, double[] most, out bool isFree)
    {
        isFree = true;
        var goesOn = true;
        for (var v = 0; v < samples.Length; v++)
        {
            var (rise, run) = (samples[v][j] - samples[v][i], j - i);
            var slope = rise / run;
            isFree &= slope >= least[v] - 1e-12 && slope <= most[v] + 1e-12;
            least[v] = Math.Max(least[v], (rise - tolerance) / run);
            most[v] = Math.Min(most[v], (rise + tolerance) / run);
            goesOn &= least[v] <= most[v] + 1e-12;
        }

        return goesOn;
    }
}
