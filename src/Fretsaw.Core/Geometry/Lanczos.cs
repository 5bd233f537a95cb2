namespace Fretsaw.Core.Geometry;

/// <summary>
/// The softest ways to move of a symmetric matrix H, measured against a positive definite M: the eigenvectors of H·v = λ·M·v with
/// the smallest λ, from a Krylov space (Lanczos 1950; Parlett, "The Symmetric Eigenvalue Problem", 1980, chapter 13). Every new
/// vector is made orthogonal to all before it, twice, so that none comes back.
/// </summary>
internal static class Lanczos
{
    /// <param name="size">Rows of H and of M.</param>
    /// <param name="steps">Vectors of the Krylov space; what is found is the best that lies in it.</param>
    /// <param name="times">Writes H times the first array into the second.</param>
    /// <param name="divide">Turns b into M⁻¹·b, in place.</param>
    /// <param name="under">Only λ below this are asked for.</param>
    /// <param name="most">And no more than these.</param>
    /// <returns>By rising λ, with vᵀ·M·v = 1.</returns>
    public static (double Value, double[] Vector)[] Lowest(int size, int steps, Action<double[], double[]> times, Action<double[]> divide, double under, int most)
    {
        // Beside each vector q stands M·q: inner products then need no product with M.
        var (vectors, duals, diagonal, beside) = (new List<double[]>(), new List<double[]>(), new List<double>(), new List<double>());
        var rest = Uneven(size);
        for (var j = 0; j < Math.Min(steps, size); j++)
        {
            var next = (double[])rest.Clone();
            divide(next);
            var length = Math.Sqrt(Dense.Dot(rest, next));
            // Nothing is left: the space holds all that the start can reach.
            if (!(length > 1e-12 * Math.Sqrt(size)))
            {
                break;
            }

            if (j > 0)
            {
                beside.Add(length);
            }

            vectors.Add(Array.ConvertAll(next, value => value / length));
            duals.Add(Array.ConvertAll(rest, value => value / length));
            times(vectors[j], rest);
            diagonal.Add(Dense.Dot(vectors[j], rest));
            for (var pass = 0; pass < 2; pass++)
            {
                for (var i = 0; i <= j; i++)
                {
                    Dense.Add(rest, -Dense.Dot(vectors[i], rest), duals[i]);
                }
            }
        }

        if (vectors.Count == 0)
        {
            return [];
        }

        var (values, mixes) = TridiagonalEigen.Of([.. diagonal], [.. beside]);
        return [.. Enumerable.Range(0, values.Length).Where(k => values[k] < under).OrderBy(k => values[k]).Take(most).Select(k => (values[k], Mixed(vectors, mixes, k)))];
    }

    private static double[] Mixed(List<double[]> vectors, double[,] mixes, int k)
    {
        var sum = new double[vectors[0].Length];
        for (var j = 0; j < vectors.Count; j++)
        {
            Dense.Add(sum, mixes[j, k], vectors[j]);
        }

        return sum;
    }

    /// <summary>A start in which every way of moving has a part; the same each time, as is all that is made from it.</summary>
    private static double[] Uneven(int size)
    {
        var (start, seed) = (new double[size], 1UL);
        for (var i = 0; i < size; i++)
        {
            // Knuth's multiplier for 64 bits.
            seed = (seed * 6364136223846793005) + 1442695040888963407;
            start[i] = ((seed >> 11) / (double)(1UL << 53)) - 0.5;
        }

        return start;
    }
}
