using System.Runtime.Intrinsics;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Geometry;

/// <summary>
/// A = P·L·D·Lᵀ·Pᵀ for a sparse symmetric positive definite matrix: the up-looking method of Davis, "Algorithm 849:
/// A concise sparse Cholesky factorization package" (ACM TOMS 31, 2005), after a fill-reducing Order. Factored once,
/// then read by any number of threads.
/// </summary>
public sealed class SparseCholesky
{
    // L by columns: column j has rows rowOf[start[j] .. start[j + 1]); the unit diagonal is not stored.
    private readonly int[] start;
    private readonly int[] rowOf;
    private readonly double[] lower;
    private readonly double[] pivots;

    /// <exception cref="ArithmeticException">The matrix is not positive definite; the message names the row.</exception>
    public SparseCholesky(SymmetricBuilder matrix)
    {
        var n = matrix.Size;
        Order = MinimumDegree.Order(matrix);
        Rank = new int[n];
        for (var i = 0; i < n; i++)
        {
            Rank[Order[i]] = i;
        }

        var parent = new int[n];
        start = Symbolic(matrix, Rank, parent);
        rowOf = new int[start[n]];
        lower = new double[start[n]];
        pivots = new double[n];
        Numeric(matrix, Rank, parent);
    }

    public int Size => pivots.Length;

    /// <summary>The matrix's rows as they are eliminated.</summary>
    public int[] Order { get; }

    /// <summary>By row of the matrix, when it is eliminated, from 0.</summary>
    public int[] Rank { get; }

    /// <summary>Entries below the diagonal of L.</summary>
    public int Fill => lower.Length;

    /// <summary>Solves for two right-hand sides at once, in place.</summary>
    /// <param name="x">Length <see cref="Size"/>; right-hand side in, solution out.</param>
    /// <param name="y">The same for the second.</param>
    /// <param name="work">Length <see cref="Size"/>, overwritten.</param>
    public void SolveInPlace(Span<double> x, Span<double> y, Pair[] work)
    {
        for (var i = 0; i < Order.Length; i++)
        {
            work[i] = Vector128.Create(x[Order[i]], y[Order[i]]);
        }

        SolveInPlace(work);
        for (var i = 0; i < Order.Length; i++)
        {
            (x[Order[i]], y[Order[i]]) = (work[i][0], work[i][1]);
        }
    }

    /// <summary>Solves for two right-hand sides at once, in place.</summary>
    /// <param name="both">
    /// Length <see cref="Size"/>: the two numbers of a row, rows as they are eliminated (<see cref="Rank"/>); right-hand sides in,
    /// solutions out.
    /// </param>
    public void SolveInPlace(Pair[] both)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(both.Length, Size);

        // The browser's compiler reads a local array in fewer steps than a field's.
        var (begin, rows, entries) = (start, rowOf, lower);
        for (int j = 0, p = 0; j < both.Length; j++)
        {
            var (value, end) = (both[j], begin[j + 1]);
            for (; p < end; p++)
            {
                both[rows[p]] -= value * Vector128.Create(entries[p]);
            }
        }

        for (int j = both.Length - 1, p = entries.Length - 1; j >= 0; j--)
        {
            var (value, end) = (both[j] / Vector128.Create(pivots[j]), begin[j]);
            for (; p >= end; p--)
            {
                value -= both[rows[p]] * Vector128.Create(entries[p]);
            }

            both[j] = value;
        }
    }

    /// <summary>The elimination tree and where each column of L starts.</summary>
    private int[] Symbolic(SymmetricBuilder matrix, int[] rank, int[] parent)
    {
        var n = Order.Length;
        var count = new int[n];
        var seen = new int[n];
        for (var k = 0; k < n; k++)
        {
            parent[k] = -1;
            seen[k] = k;
            foreach (var column in matrix.Columns(Order[k]))
            {
                for (var i = rank[column]; i < k && seen[i] != k; i = parent[i])
                {
                    parent[i] = parent[i] < 0 ? k : parent[i];
                    count[i]++;
                    seen[i] = k;
                }
            }
        }

        var starts = new int[n + 1];
        for (var k = 0; k < n; k++)
        {
            starts[k + 1] = starts[k] + count[k];
        }

        return starts;
    }

    private void Numeric(SymmetricBuilder matrix, int[] rank, int[] parent)
    {
        var n = Order.Length;
        var row = new double[n];
        var pattern = new int[n];
        var stack = new int[n];
        var seen = new int[n];
        var filled = new int[n];
        for (var k = 0; k < n; k++)
        {
            seen[k] = k;
            var top = n;
            var columns = matrix.Columns(Order[k]);
            var values = matrix.Values(Order[k]);
            for (var at = 0; at < columns.Length; at++)
            {
                var i = rank[columns[at]];
                if (i > k)
                {
                    continue;
                }

                row[i] += values[at];
                var depth = 0;
                for (; seen[i] != k; i = parent[i])
                {
                    stack[depth++] = i;
                    seen[i] = k;
                }

                while (depth > 0)
                {
                    pattern[--top] = stack[--depth];
                }
            }

            var pivot = row[k];
            row[k] = 0;
            for (; top < n; top++)
            {
                var i = pattern[top];
                var value = row[i];
                row[i] = 0;
                var end = start[i] + filled[i];
                for (var p = start[i]; p < end; p++)
                {
                    row[rowOf[p]] -= lower[p] * value;
                }

                var entry = value / pivots[i];
                pivot -= entry * value;
                rowOf[end] = k;
                lower[end] = entry;
                filled[i]++;
            }

            pivots[k] = pivot > 0 ? pivot : throw new ArithmeticException($"The matrix is not positive definite at row {Order[k]}.");
        }
    }
}
