namespace Fretsaw.Core.Geometry;

/// <summary>
/// A triangle mesh at rest. Vertex v is (X[v], Y[v]); triangle t is the vertices Triangles[3t], [3t+1], [3t+2],
/// clockwise on screen (positive cross product, since y points down).
/// </summary>
public sealed class Mesh(double[] x, double[] y, int[] triangles)
{
    private TriangleGrid? grid;

    public double[] X { get; } = x;

    public double[] Y { get; } = y;

    public int[] Triangles { get; } = triangles;

    /// <summary>The vertices as draw lists write them, across and down side by side; made when they are first asked for.</summary>
    public float[] Pairs => field ??= [.. Enumerable.Range(0, 2 * X.Length).Select(i => (float)(i % 2 == 0 ? X : Y)[i / 2])];

    public int VertexCount => X.Length;

    public int TriangleCount => Triangles.Length / 3;

    /// <summary>Twice the signed area; negative when the triangle is flipped.</summary>
    public static double DoubleArea(ReadOnlySpan<double> x, ReadOnlySpan<double> y, int a, int b, int c) =>
        ((x[b] - x[a]) * (y[c] - y[a])) - ((y[b] - y[a]) * (x[c] - x[a]));

    /// <summary>
    /// The triangle that holds a point and its barycentric weights there; outside the mesh, those of the nearest
    /// point on it, so that a pin dropped just beside the art still holds.
    /// </summary>
    /// <returns>(−1, default) for a mesh without triangles.</returns>
    public (int Triangle, double A, double B, double C) Locate(Point p)
    {
        if (TriangleCount == 0)
        {
            return (-1, 0, 0, 0);
        }

        grid ??= new TriangleGrid(this);
        foreach (var t in grid.Near(p))
        {
            var (a, b, c) = Barycentric(t, p);
            if (a >= 0 && b >= 0 && c >= 0)
            {
                return (t, a, b, c);
            }
        }

        return Nearest(p);
    }

    private (int Triangle, double A, double B, double C) Nearest(Point p)
    {
        var best = (-1, 0.0, 0.0, 0.0);
        var nearest = double.PositiveInfinity;
        for (var t = 0; t < TriangleCount; t++)
        {
            var (wa, wb, wc) = Barycentric(t, p);
            var (a, b, c) = Clamp(wa, wb, wc);
            var distance = ((At(Triangles[3 * t]) * a) + (At(Triangles[(3 * t) + 1]) * b) + (At(Triangles[(3 * t) + 2]) * c) - p).Length;
            if (distance < nearest)
            {
                nearest = distance;
                best = (t, a, b, c);
            }
        }

        return best;
    }

    private (double A, double B, double C) Barycentric(int t, Point p)
    {
        var (a, b, c) = (Triangles[3 * t], Triangles[(3 * t) + 1], Triangles[(3 * t) + 2]);
        var area = DoubleArea(X, Y, a, b, c);
        var wa = Point.Cross(At(b) - p, At(c) - p) / area;
        var wb = Point.Cross(At(c) - p, At(a) - p) / area;
        return (wa, wb, 1 - wa - wb);
    }

    /// <summary>The edges that one triangle alone has, as closed chains of vertices; the art is always on the same side.</summary>
    public List<List<int>> BorderRings()
    {
        var edges = new HashSet<(int From, int To)>();
        for (var t = 0; t < Triangles.Length; t++)
        {
            var (from, to) = (Triangles[t], Triangles[t % 3 == 2 ? t - 2 : t + 1]);
            if (!edges.Remove((to, from)))
            {
                edges.Add((from, to));
            }
        }

        // Where two rings touch, a vertex begins two edges; whichever is followed, the chains close.
        var next = edges.ToLookup(edge => edge.From, edge => edge.To).ToDictionary(group => group.Key, group => new Stack<int>(group));
        var rings = new List<List<int>>();
        foreach (var start in next.Keys)
        {
            while (next[start].Count > 0)
            {
                var ring = new List<int>();
                for (var at = start; next[at].TryPop(out var to); at = to)
                {
                    ring.Add(at);
                }

                rings.Add(ring);
            }
        }

        return rings;
    }

    /// <summary>Each edge once, with the sum of the cotangents of the angles that face it.</summary>
    public Dictionary<(int A, int B), double> EdgeCotangents()
    {
        var sums = new Dictionary<(int, int), double>();
        for (var t = 0; t < Triangles.Length; t += 3)
        {
            for (var corner = 0; corner < 3; corner++)
            {
                var apex = Triangles[t + corner];
                var (a, b) = (Triangles[t + ((corner + 1) % 3)], Triangles[t + ((corner + 2) % 3)]);
                var (u, v) = (At(a) - At(apex), At(b) - At(apex));
                var edge = a < b ? (a, b) : (b, a);
                sums[edge] = sums.GetValueOrDefault(edge) + (Point.Dot(u, v) / Math.Abs(Point.Cross(u, v)));
            }
        }

        return sums;
    }

    /// <summary>Of the box round it, px.</summary>
    public double LongerSide() => X.Length == 0 ? 0 : Math.Max(X.Max() - X.Min(), Y.Max() - Y.Min());

    /// <summary>The mean length of the triangles' sides, px; 0 without triangles.</summary>
    public double MeanSide()
    {
        var sum = 0.0;
        for (var t = 0; t < Triangles.Length; t++)
        {
            sum += (At(Triangles[t % 3 == 2 ? t - 2 : t + 1]) - At(Triangles[t])).Length;
        }

        return Triangles.Length == 0 ? 0 : sum / Triangles.Length;
    }

    /// <summary>By vertex, a third of the area of the triangles round it, px².</summary>
    public double[] VertexAreas()
    {
        var areas = new double[VertexCount];
        for (var t = 0; t < Triangles.Length; t++)
        {
            var first = t - (t % 3);
            areas[Triangles[t]] += Math.Abs(DoubleArea(X, Y, Triangles[first], Triangles[first + 1], Triangles[first + 2])) / 6;
        }

        return areas;
    }

    /// <summary>By vertex, the vertices it shares a side with.</summary>
    public int[][] Neighbours()
    {
        var around = Enumerable.Range(0, VertexCount).Select(_ => new SortedSet<int>()).ToArray();
        foreach (var (a, b) in EdgeCotangents().Keys)
        {
            around[a].Add(b);
            around[b].Add(a);
        }

        return [.. around.Select(set => set.ToArray())];
    }

    /// <summary>Triangles that lie the other way round than at rest: the checker beside everything that moves a mesh.</summary>
    public int CountFlipped(double[] x, double[] y)
    {
        var flipped = 0;
        for (var t = 0; t < Triangles.Length; t += 3)
        {
            flipped += IsFlipped(t, x, y) ? 1 : 0;
        }

        return flipped;
    }

    /// <summary>The corners of those triangles, three by three.</summary>
    public IEnumerable<int> Flipped(double[] x, double[] y) =>
        Enumerable.Range(0, TriangleCount).Where(t => IsFlipped(3 * t, x, y)).SelectMany(t => Triangles[(3 * t)..((3 * t) + 3)]);

    private bool IsFlipped(int corner, double[] x, double[] y) =>
        DoubleArea(x, y, Triangles[corner], Triangles[corner + 1], Triangles[corner + 2]) <= 0;

    private static (double, double, double) Clamp(double a, double b, double c)
    {
        (a, b, c) = (Math.Max(0, a), Math.Max(0, b), Math.Max(0, c));
        var sum = a + b + c;
        return (a / sum, b / sum, c / sum);
    }

    private Point At(int vertex) => new(X[vertex], Y[vertex]);
}
