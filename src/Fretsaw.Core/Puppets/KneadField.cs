using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>A knead's strokes worked into a mesh: how far each vertex is pushed when all of the knead shows, px.</summary>
public sealed class KneadField
{
    /// <summary>A triangle may be squeezed to this part of its area and no farther; a stroke that would do more is weakened.</summary>
    private const double LeastArea = 0.05;

    private const int Halvings = 6;

    private readonly Mesh mesh;
    private readonly Lazy<int[][]> neighbours;

    private KneadField(Mesh mesh)
    {
        this.mesh = mesh;
        (X, Y) = (new double[mesh.VertexCount], new double[mesh.VertexCount]);
        neighbours = new Lazy<int[][]>(mesh.Neighbours);
    }

    public double[] X { get; }

    public double[] Y { get; }

    public static KneadField Of(Mesh mesh, Knead knead)
    {
        var field = new KneadField(mesh);
        foreach (var stroke in knead.Strokes)
        {
            field.Work(stroke);
        }

        return field;
    }

    private void Work(KneadStroke stroke)
    {
        var (beforeX, beforeY) = ((double[])X.Clone(), (double[])Y.Clone());
        var factor = 1.0;
        for (var i = 0; i <= Halvings; i++, factor /= 2)
        {
            for (var v = 0; v < X.Length; v++)
            {
                var at = new Point(mesh.X[v] + beforeX[v], mesh.Y[v] + beforeY[v]);
                var by = factor * stroke.Strength * BrushFalloff.At((stroke.At - at).Length, stroke.Radius, stroke.Softness);
                var (dx, dy) = by == 0 ? default : Step(stroke, v, beforeX, beforeY);
                (X[v], Y[v]) = (beforeX[v] + (by * dx), beforeY[v] + (by * dy));
            }

            if (KeepsItsTriangles())
            {
                return;
            }
        }

        beforeX.CopyTo(X, 0);
        beforeY.CopyTo(Y, 0);
    }

    private (double X, double Y) Step(KneadStroke stroke, int v, double[] x, double[] y)
    {
        switch (stroke.Brush)
        {
            case KneadBrush.Push:
                return (stroke.By.X, stroke.By.Y);
            case KneadBrush.Unknead:
                return (-x[v], -y[v]);
            default:
                var around = neighbours.Value[v];
                return around.Length == 0 ? default : (around.Average(j => x[j]) - x[v], around.Average(j => y[j]) - y[v]);
        }
    }

    private bool KeepsItsTriangles()
    {
        for (var t = 0; t < mesh.Triangles.Length; t += 3)
        {
            var (a, b, c) = (mesh.Triangles[t], mesh.Triangles[t + 1], mesh.Triangles[t + 2]);
            var (p, q, r) = (At(a), At(b), At(c));
            if (Point.Cross(q - p, r - p) < LeastArea * Mesh.DoubleArea(mesh.X, mesh.Y, a, b, c))
            {
                return false;
            }
        }

        return true;
    }

    private Point At(int v) => new(mesh.X[v] + X[v], mesh.Y[v] + Y[v]);
}
