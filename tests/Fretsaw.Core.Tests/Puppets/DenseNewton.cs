using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

/// <summary>
/// Outside check: the energy of Sorkine &amp; Alexa 2007, with the smooth rotations of Levi &amp; Gotsman 2015, over every place and
/// every turn at once, brought to the bottom of its valley by Newton's method with dense matrices of MathNet.Numerics.
/// </summary>
internal sealed class DenseNewton
{
    private const int MostSteps = 60;
    private readonly ArapSystem system;
    private readonly Point[] pulls;
    private readonly int n;
    private readonly int[] unknown;
    private readonly int count;

    // Unknowns: every x, every y, and a turn for each free vertex and each patch.
    private DenseNewton(ArapSystem system, Point[] pulls)
    {
        (this.system, this.pulls, n) = (system, pulls, system.Mesh.VertexCount);
        var patches = new Dictionary<int, int>();
        (unknown, count) = (new int[n], 2 * n);
        for (var v = 0; v < n; v++)
        {
            if (system.Patch[v] < 0)
            {
                unknown[v] = count++;
            }
            else if (!patches.TryGetValue(system.Patch[v], out unknown[v]))
            {
                patches[system.Patch[v]] = unknown[v] = count++;
            }
        }
    }

    /// <param name="pulls">By pin, how far it is pulled from rest.</param>
    /// <param name="state">Where it begins: the places and turns of a solve.</param>
    /// <returns>Places at which no component of the gradient is above 1e-12 of the largest weight times side; whether the start lay in that valley, where every way leads up.</returns>
    public static (double[] X, double[] Y, bool SameValley) From(ArapSystem system, Point[] pulls, ArapState state)
    {
        var newton = new DenseNewton(system, pulls);
        var (bottom, same) = newton.Descend(newton.Start(state));
        return (bottom.SubVector(0, newton.n).ToArray(), bottom.SubVector(newton.n, newton.n).ToArray(), same);
    }

    /// <summary>That of a solve's places and turns.</summary>
    public static double EnergyOf(ArapSystem system, Point[] pulls, ArapState state)
    {
        var newton = new DenseNewton(system, pulls);
        return newton.Of(newton.Start(state)).Energy;
    }

    private Vector<double> Start(ArapState state)
    {
        var at = Vector<double>.Build.Dense(count);
        for (var v = 0; v < n; v++)
        {
            (at[v], at[n + v], at[unknown[v]]) = (state.X[v], state.Y[v], Math.Atan2(state.Sin[v], state.Cos[v]));
        }

        return at;
    }

    private (Vector<double> At, bool SameValley) Descend(Vector<double> at)
    {
        var same = true;
        var (energy, gradient, hessian) = Of(at);
        for (var step = 0; step < MostSteps && gradient.InfinityNorm() > 1e-12 * system.PinWeight; step++)
        {
            for (var shift = 0.0; ; shift = (10 * shift) + 1e-3)
            {
                var lifted = shift == 0 ? hessian : hessian + (Matrix<double>.Build.DiagonalOfDiagonalVector(hessian.Diagonal().PointwiseAbs()) * shift);
                if (TryFactor(lifted) is not { } factor)
                {
                    same = false;
                    continue;
                }

                var way = factor.Solve(gradient);
                var length = 1.0;
                while (Of(at - (way * length)).Energy > energy + (1e-12 * energy) && length > 1e-6)
                {
                    length /= 2;
                }

                at -= way * length;
                break;
            }

            (energy, gradient, hessian) = Of(at);
        }

        return (at, same);
    }

    private static MathNet.Numerics.LinearAlgebra.Factorization.Cholesky<double>? TryFactor(Matrix<double> matrix)
    {
        try
        {
            return matrix.Cholesky();
        }
        catch (ArgumentException)
        {
            // Not positive definite.
            return null;
        }
    }

    private (double Energy, Vector<double> Gradient, Matrix<double> Hessian) Of(Vector<double> at)
    {
        var (energy, gradient, hessian) = (0.0, Vector<double>.Build.Dense(count), Matrix<double>.Build.Dense(count, count));
        for (var i = 0; i < n; i++)
        {
            var (c, s, t) = (Math.Cos(at[unknown[i]]), Math.Sin(at[unknown[i]]), unknown[i]);
            for (var e = system.First[i]; e < system.First[i + 1]; e++)
            {
                var (j, w) = (system.Neighbour[e], system.Weight[e]);
                var (rx, ry) = (system.Mesh.X[i] - system.Mesh.X[j], system.Mesh.Y[i] - system.Mesh.Y[j]);
                // Turned rest edge, and its change with the turn.
                var (qx, qy) = ((c * rx) - (s * ry), (s * rx) + (c * ry));
                var (ox, oy) = (at[i] - at[j] - qx, at[n + i] - at[n + j] - qy);
                energy += w / 2 * ((ox * ox) + (oy * oy));
                Square(gradient, hessian, w, ox, [(i, 1), (j, -1), (t, qy)]);
                Square(gradient, hessian, w, oy, [(n + i, 1), (n + j, -1), (t, -qx)]);
                hessian[t, t] += w * ((ox * qx) + (oy * qy));
                var (other, k) = (at[unknown[j]], system.Smoothing * w / 2);
                var (sine, cosine) = (Math.Sin(at[t] - other), Math.Cos(at[t] - other));
                energy += k * (2 - (2 * cosine));
                gradient[t] += 2 * k * sine;
                gradient[unknown[j]] -= 2 * k * sine;
                hessian[t, t] += 2 * k * cosine;
                hessian[unknown[j], unknown[j]] += 2 * k * cosine;
                hessian[t, unknown[j]] -= 2 * k * cosine;
                hessian[unknown[j], t] -= 2 * k * cosine;
            }
        }

        foreach (var (handle, pull) in system.Handles.Zip(pulls))
        {
            foreach (var (from, to) in new[] { (0, handle.Rest.X + pull.X), (n, handle.Rest.Y + pull.Y) })
            {
                var off = (handle.WA * at[from + handle.A]) + (handle.WB * at[from + handle.B]) + (handle.WC * at[from + handle.C]) - to;
                energy += system.PinWeight * off * off;
                Square(gradient, hessian, 2 * system.PinWeight, off, [(from + handle.A, handle.WA), (from + handle.B, handle.WB), (from + handle.C, handle.WC)]);
            }
        }

        return (energy, gradient, hessian);
    }

    /// <summary>Adds weight/2 · off², off changing with some unknowns by so much each.</summary>
    private static void Square(Vector<double> gradient, Matrix<double> hessian, double weight, double off, ReadOnlySpan<(int Unknown, double By)> changes)
    {
        foreach (var (a, by) in changes)
        {
            gradient[a] += weight * off * by;
            foreach (var (b, and) in changes)
            {
                hessian[a, b] += weight * by * and;
            }
        }
    }
}
