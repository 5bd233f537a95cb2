namespace Fretsaw.Core.Geometry;

/// <summary>
/// A symmetric matrix gathered entry by entry; both halves are kept, rows by rising column. Build time only. Rows of meshes are
/// short, so they are plain arrays: trees of dictionaries take the browser seconds.
/// </summary>
public sealed class SymmetricBuilder(int size)
{
    private readonly Entries[] rows = new Entries[size];

    public int Size => rows.Length;

    /// <summary>Entry (i, j); 0 where nothing was added.</summary>
    public double this[int i, int j] => Columns(i).BinarySearch(j) is >= 0 and var at ? Values(i)[at] : 0;

    /// <summary>The columns of a row that have entries, rising.</summary>
    public ReadOnlySpan<int> Columns(int row) => rows[row].Columns.AsSpan(0, rows[row].Count);

    /// <summary>A row's entries, as <see cref="Columns"/> names them.</summary>
    public ReadOnlySpan<double> Values(int row) => rows[row].Values.AsSpan(0, rows[row].Count);

    /// <summary>Adds to (i, j) and, off the diagonal, to (j, i).</summary>
    public void Add(int i, int j, double value)
    {
        rows[i].Add(j, value);
        if (i != j)
        {
            rows[j].Add(i, value);
        }
    }

    private struct Entries
    {
        private const int AtFirst = 8;

        public int[]? Columns { get; private set; }

        public double[]? Values { get; private set; }

        public int Count { get; private set; }

        public void Add(int column, double value)
        {
            var (columns, values) = (Columns ??= new int[AtFirst], Values ??= new double[AtFirst]);
            var at = Count;
            while (at > 0 && columns[at - 1] >= column)
            {
                at--;
            }

            if (at < Count && columns[at] == column)
            {
                values[at] += value;
                return;
            }

            if (Count == columns.Length)
            {
                Array.Resize(ref columns, 2 * Count);
                Array.Resize(ref values, 2 * Count);
                (Columns, Values) = (columns, values);
            }

            Array.Copy(columns, at, columns, at + 1, Count - at);
            Array.Copy(values, at, values, at + 1, Count - at);
            (columns[at], values[at]) = (column, value);
            Count++;
        }
    }
}
