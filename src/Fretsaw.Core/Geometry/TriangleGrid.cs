namespace Fretsaw.Core.Geometry;

/// <summary>A mesh's triangles by the squares of a grid that their boxes touch: who looks for the one that holds a point tries a few and not all.</summary>
internal sealed class TriangleGrid
{
    /// <summary>Rounding may put a point into a triangle whose box it is just outside of.</summary>
    private const double Spare = 1e-6;

    private readonly double left;
    private readonly double top;
    private readonly double side;
    private readonly int columns;
    private readonly int rows;

    // By square, where its triangles begin among all; they rise within a square.
    private readonly int[] first;
    private readonly int[] triangles;

    /// <param name="mesh">With triangles.</param>
    public TriangleGrid(Mesh mesh)
    {
        var (x, y, n) = (mesh.X, mesh.Y, mesh.TriangleCount);
        var (right, bottom) = (double.NegativeInfinity, double.NegativeInfinity);
        (left, top) = (double.PositiveInfinity, double.PositiveInfinity);
        foreach (var v in mesh.Triangles)
        {
            (left, right) = (Math.Min(left, x[v]), Math.Max(right, x[v]));
            (top, bottom) = (Math.Min(top, y[v]), Math.Max(bottom, y[v]));
        }

        // About as many squares as triangles, whatever the mesh's shape.
        var (width, height) = (right - left, bottom - top);
        side = Math.Max(Math.Max(Math.Sqrt(width * height / n), Math.Max(width, height) / n), Spare);
        (columns, rows) = ((int)(width / side) + 1, (int)(height / side) + 1);
        first = new int[(columns * rows) + 1];
        foreach (var square in Squares(mesh))
        {
            first[square.Index + 1]++;
        }

        for (var i = 0; i < columns * rows; i++)
        {
            first[i + 1] += first[i];
        }

        triangles = new int[first[^1]];
        var filled = new int[columns * rows];
        foreach (var (index, triangle) in Squares(mesh))
        {
            triangles[first[index] + filled[index]++] = triangle;
        }
    }

    /// <summary>The triangles that may hold a point, rising; none outside the mesh's box.</summary>
    public ReadOnlySpan<int> Near(Point p)
    {
        // Not a number falls through the comparisons.
        if (!(p.X >= left - Spare && p.Y >= top - Spare && p.X <= left + (columns * side) + Spare && p.Y <= top + (rows * side) + Spare))
        {
            return [];
        }

        var index = (RowOf(p.Y) * columns) + ColumnOf(p.X);
        return triangles.AsSpan(first[index], first[index + 1] - first[index]);
    }

    private int ColumnOf(double x) => Math.Clamp((int)((x - left) / side), 0, columns - 1);

    private int RowOf(double y) => Math.Clamp((int)((y - top) / side), 0, rows - 1);

    private IEnumerable<(int Index, int Triangle)> Squares(Mesh mesh)
    {
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            var (a, b, c) = (mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2]);
            var (x, y) = (mesh.X, mesh.Y);
            var (from, to) = (ColumnOf(Math.Min(x[a], Math.Min(x[b], x[c])) - Spare), ColumnOf(Math.Max(x[a], Math.Max(x[b], x[c])) + Spare));
            var (above, below) = (RowOf(Math.Min(y[a], Math.Min(y[b], y[c])) - Spare), RowOf(Math.Max(y[a], Math.Max(y[b], y[c])) + Spare));
            for (var row = above; row <= below; row++)
            {
                for (var column = from; column <= to; column++)
                {
                    yield return ((row * columns) + column, t);
                }
            }
        }
    }
}
