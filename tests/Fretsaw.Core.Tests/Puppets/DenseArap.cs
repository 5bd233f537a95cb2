using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

/// <summary>
/// Outside check: the alternation of Sorkine &amp; Alexa 2007 written plainly over dense matrices of MathNet.Numerics, run until
/// it stands still.
/// </summary>
internal static class DenseArap
{
    /// <param name="pulls">By pin, how far it is pulled from rest.</param>
    public static double Energy(ArapSystem system, Point[] pulls)
    {
        var n = system.Mesh.VertexCount;
        var (matrix, cos, sin) = (Matrix<double>.Build.Dense(n, n), Enumerable.Repeat(1.0, n).ToArray(), new double[n]);
        foreach (var (i, j, w) in Edges(system))
        {
            matrix[i, i] += w;
            matrix[i, j] -= w;
        }

        foreach (var pin in system.Handles)
        {
            var corners = new[] { (pin.A, pin.WA), (pin.B, pin.WB), (pin.C, pin.WC) };
            foreach (var (a, wa) in corners)
            {
                foreach (var (b, wb) in corners)
                {
                    matrix[a, b] += system.PinWeight * wa * wb;
                }
            }
        }

        var solver = matrix.Cholesky();
        var energy = double.PositiveInfinity;
        for (var round = 0; round < 3000; round++)
        {
            var (x, y) = (new double[n], new double[n]);
            foreach (var (i, j, w) in Edges(system))
            {
                var (dx, dy) = (system.Mesh.X[i] - system.Mesh.X[j], system.Mesh.Y[i] - system.Mesh.Y[j]);
                x[i] += w / 2 * (((cos[i] + cos[j]) * dx) - ((sin[i] + sin[j]) * dy));
                y[i] += w / 2 * (((sin[i] + sin[j]) * dx) + ((cos[i] + cos[j]) * dy));
            }

            foreach (var (pin, pull) in system.Handles.Zip(pulls))
            {
                foreach (var (v, w) in new[] { (pin.A, pin.WA), (pin.B, pin.WB), (pin.C, pin.WC) })
                {
                    x[v] += system.PinWeight * w * (pin.Rest.X + pull.X);
                    y[v] += system.PinWeight * w * (pin.Rest.Y + pull.Y);
                }
            }

            var (px, py) = (solver.Solve(Vector<double>.Build.Dense(x)), solver.Solve(Vector<double>.Build.Dense(y)));
            var (dot, cross, sum) = (new double[n], new double[n], 0.0);
            foreach (var (i, j, w) in Edges(system))
            {
                var (r, p) = (new Point(system.Mesh.X[i] - system.Mesh.X[j], system.Mesh.Y[i] - system.Mesh.Y[j]), new Point(px[i] - px[j], py[i] - py[j]));
                dot[i] += w * Point.Dot(r, p);
                cross[i] += w * Point.Cross(r, p);
            }

            for (var i = 0; i < n; i++)
            {
                (cos[i], sin[i]) = (dot[i] / Math.Sqrt((dot[i] * dot[i]) + (cross[i] * cross[i])), cross[i] / Math.Sqrt((dot[i] * dot[i]) + (cross[i] * cross[i])));
            }

            foreach (var (i, j, w) in Edges(system))
            {
                var (dx, dy) = (system.Mesh.X[i] - system.Mesh.X[j], system.Mesh.Y[i] - system.Mesh.Y[j]);
                var off = new Point(px[i] - px[j] - (cos[i] * dx) + (sin[i] * dy), py[i] - py[j] - (sin[i] * dx) - (cos[i] * dy));
                sum += w * off.Length * off.Length / 2;
            }

            if (energy - sum < 1e-9 * sum)
            {
                return sum;
            }

            energy = sum;
        }

        return energy;
    }

    private static IEnumerable<(int I, int J, double W)> Edges(ArapSystem system)
    {
        for (var i = 0; i < system.Mesh.VertexCount; i++)
        {
            for (var e = system.First[i]; e < system.First[i + 1]; e++)
            {
                yield return (i, system.Neighbour[e], system.Weight[e]);
            }
        }
    }
}
