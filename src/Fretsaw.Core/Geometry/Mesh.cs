namespace Fretsaw.Core.Geometry;

/// <summary>
/// A triangle mesh at rest. Vertex v is (X[v], Y[v]); triangle t is the vertices Triangles[3t], [3t+1], [3t+2],
/// clockwise on screen (positive cross product, since y points down).
/// </summary>
public sealed class Mesh(double[] x, double[] y, int[] triangles)
{
    public double[] X { get; } = x;

    public double[] Y { get; } = y;

    public int[] Triangles { get; } = triangles;

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
        var best = (-1, 0.0, 0.0, 0.0);
        var nearest = double.PositiveInfinity;
        for (var t = 0; t < TriangleCount; t++)
        {
            var (a, b, c) = (Triangles[3 * t], Triangles[(3 * t) + 1], Triangles[(3 * t) + 2]);
            var area = DoubleArea(X, Y, a, b, c);
            var wa = Point.Cross(At(b) - p, At(c) - p) / area;
            var wb = Point.Cross(At(c) - p, At(a) - p) / area;
            var wc = 1 - wa - wb;
            if (wa >= 0 && wb >= 0 && wc >= 0)
            {
                return (t, wa, wb, wc);
            }

            var (ca, cb, cc) = Clamp(wa, wb, wc);
            var distance = ((At(a) * ca) + (At(b) * cb) + (At(c) * cc) - p).Length;
            if (distance < nearest)
            {
                nearest = distance;
                best = (t, ca, cb, cc);
            }
        }

        return best;
    }

    private static (double, double, double) Clamp(double a, double b, double c)
    {
        (a, b, c) = (Math.Max(0, a), Math.Max(0, b), Math.Max(0, c));
        var sum = a + b + c;
        return (a / sum, b / sum, c / sum);
    }

    private Point At(int vertex) => new(X[vertex], Y[vertex]);
}
