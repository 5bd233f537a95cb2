namespace Fretsaw.Core.Geometry;

/// <summary>A symmetric matrix gathered entry by entry; both halves are kept. Build time only.</summary>
public sealed class SymmetricBuilder(int size)
{
    private readonly SortedDictionary<int, double>[] rows = [.. Enumerable.Range(0, size).Select(_ => new SortedDictionary<int, double>())];

    public int Size => rows.Length;

    public IReadOnlyDictionary<int, double> Row(int i) => rows[i];

    /// <summary>Adds to (i, j) and, off the diagonal, to (j, i).</summary>
    public void Add(int i, int j, double value)
    {
        rows[i][j] = rows[i].GetValueOrDefault(j) + value;
        if (i != j)
        {
            rows[j][i] = rows[j].GetValueOrDefault(i) + value;
        }
    }
}
