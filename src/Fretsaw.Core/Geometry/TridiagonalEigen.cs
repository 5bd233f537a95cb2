namespace Fretsaw.Core.Geometry;

/// <summary>
/// Eigenvalues and vectors of a symmetric tridiagonal matrix by QL steps with implicit shifts (Bowdler, Martin, Reinsch &amp;
/// Wilkinson, "The QR and QL algorithms for symmetric matrices", Numerische Mathematik 11, 1968).
/// </summary>
internal static class TridiagonalEigen
{
    /// <summary>Each eigenvalue takes one to three steps; this many mean that the numbers are not finite.</summary>
    private const int MostSteps = 60;

    /// <param name="diagonal">n numbers.</param>
    /// <param name="beside">n − 1 numbers, the entries beside the diagonal.</param>
    /// <returns>Eigenvalues, unsorted, and the vectors of length 1 as columns: component i of vector k at [i, k].</returns>
    /// <exception cref="ArithmeticException">The matrix holds numbers that are not finite.</exception>
    public static (double[] Values, double[,] Vectors) Of(ReadOnlySpan<double> diagonal, ReadOnlySpan<double> beside)
    {
        var n = diagonal.Length;
        var (d, e, z) = (diagonal.ToArray(), new double[n], new double[n, n]);
        beside[..(n - 1)].CopyTo(e);
        for (var i = 0; i < n; i++)
        {
            z[i, i] = 1;
        }

        for (var l = 0; l < n; l++)
        {
            for (var steps = 0; ; steps++)
            {
                var m = l;
                // What is no number is not small either.
                while (m < n - 1 && !(Math.Abs(e[m]) <= 1e-16 * (Math.Abs(d[m]) + Math.Abs(d[m + 1]))))
                {
                    m++;
                }

                if (m == l)
                {
                    break;
                }

                if (steps == MostSteps)
                {
                    throw new ArithmeticException("A tridiagonal matrix has no eigenvalues that could be found; are its numbers finite?");
                }

                Step(d, e, z, l, m);
            }
        }

        return (d, z);
    }

    /// <summary>One QL step on rows l to m: the shift is the eigenvalue of the first two rows that is nearer to the first.</summary>
    private static void Step(double[] d, double[] e, double[,] z, int l, int m)
    {
        var g = (d[l + 1] - d[l]) / (2 * e[l]);
        g = d[m] - d[l] + (e[l] / (g + Math.CopySign(Math.Sqrt((g * g) + 1), g)));
        var (s, c, p) = (1.0, 1.0, 0.0);
        for (var i = m - 1; i >= l; i--)
        {
            var (f, b) = (s * e[i], c * e[i]);
            var r = Math.Sqrt((f * f) + (g * g));
            e[i + 1] = r;
            if (r == 0)
            {
                (d[i + 1], e[m]) = (d[i + 1] - p, 0);
                return;
            }

            (s, c) = (f / r, g / r);
            g = d[i + 1] - p;
            r = ((d[i] - g) * s) + (2 * c * b);
            p = s * r;
            d[i + 1] = g + p;
            g = (c * r) - b;
            for (var k = 0; k < d.Length; k++)
            {
                (z[k, i + 1], z[k, i]) = ((s * z[k, i]) + (c * z[k, i + 1]), (c * z[k, i]) - (s * z[k, i + 1]));
            }
        }

        (d[l], e[l], e[m]) = (d[l] - p, g, 0);
    }
}
