namespace Fretsaw.Core.Geometry;

/// <summary>A symmetric matrix gathered entry by entry; both halves are kept. Build time only.</summary>
public sealed class SymmetricBuilder
{
    private readonly SortedDictionary<int, double>[] rows;

    public SymmetricBuilder(int size) => rows = [.. Enumerable.Range(0, size).Select(_ => new SortedDictionary<int, double>())];

    private SymmetricBuilder(SymmetricBuilder from) => rows = [.. from.rows.Select(row => new SortedDictionary<int, double>(row))];

    public int Size => rows.Length;

    public IReadOnlyDictionary<int, double> Row(int i) => rows[i];

    public SymmetricBuilder Copy() => new(this);

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
