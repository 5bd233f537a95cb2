using System.Runtime.CompilerServices;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>What a pin asks of the mesh. Turn and size count only for pins that hold them.</summary>
/// <param name="To">Where it pulls to, in the mesh's own space.</param>
/// <param name="Size">1 as drawn.</param>
public readonly record struct PinPull(Point To, double TurnRadians, double Size);

/// <summary>
/// One thread's workspace for solving one <see cref="ArapSystem"/>; nothing is allocated after construction.
/// A solve depends on the pulls alone and not on the solve before it, so any frame can be asked for in any order.
/// </summary>
public sealed class ArapState
{
    /// <summary>Stop when a round lowers the energy by less than this part of it.</summary>
    private const double LeastDecrease = 1e-4;

    /// <summary>The same after a start on larger triangles: what is left to even out is then only local, and falls fast.</summary>
    private const double LeastRefined = 2e-4;

    /// <summary>
    /// Energies are sums of weight · length²; below this per vertex, in px², the mesh stands within 1e-5 px of
    /// rigid and the relative test would chase rounding.
    /// </summary>
    private const double NegligibleEnergy = 1e-10;

    public const int MaxRounds = 200;

    private readonly ArapSystem system;

    private readonly double[] placedX;
    private readonly double[] placedY;
    private readonly double[] dots;
    private readonly double[] crosses;
    private readonly double[] work;
    private readonly double[] patchDot;
    private readonly double[] patchCross;
    private readonly Point[] pulls;
    private readonly ArapState? coarse;

    public ArapState(ArapSystem system)
    {
        this.system = system;
        var n = system.Mesh.VertexCount;
        (X, Y, Cos, Sin) = (new double[n], new double[n], new double[n], new double[n]);
        (placedX, placedY, dots, crosses, work) = (new double[n], new double[n], new double[n], new double[n], new double[2 * n]);
        (patchDot, patchCross) = (new double[system.PatchCount], new double[system.PatchCount]);
        pulls = new Point[system.Handles.Length];
        coarse = system.Coarse is null ? null : new ArapState(system.Coarse.System);
    }

    /// <summary>Where the vertices are after the last <see cref="Solve"/>.</summary>
    public double[] X { get; }

    public double[] Y { get; }

    /// <summary>By vertex, the cosine of its turn after the last solve.</summary>
    public double[] Cos { get; }

    public double[] Sin { get; }

    /// <summary>Rounds the last solve took; <see cref="MaxRounds"/> means it stopped before it settled.</summary>
    public int Rounds { get; private set; }

    /// <summary>Energy after the last solve, weight · px².</summary>
    public double Energy { get; private set; }

    /// <summary>
    /// Alternates the two steps of Sorkine &amp; Alexa §3: best rotation at every vertex for the places (in the plane
    /// a closed form), then best places for the rotations (one sparse solve). A rigid motion of all pins is
    /// answered exactly and at once.
    /// </summary>
    /// <param name="pinned">Where each pin pulls to, as many as the system has pins.</param>
    public void Solve(ReadOnlySpan<PinPull> pinned)
    {
        for (var i = 0; i < pulls.Length; i++)
        {
            ref readonly var handle = ref system.Handles[i];
            ref readonly var pull = ref pinned[handle.Pin];
            var (sine, cosine) = Math.SinCos(pull.TurnRadians);
            var arm = (handle.Rest - system.RestOf(handle.Pin)) * pull.Size;
            pulls[i] = pull.To + new Point((cosine * arm.X) - (sine * arm.Y), (sine * arm.X) + (cosine * arm.Y));
        }

        if (coarse is null)
        {
            StartTurns();
        }
        else
        {
            coarse.Solve(pinned);
            system.Coarse!.Blend(coarse, Cos, Sin);
        }

        Alternate();
        StandAsPlaced();
    }

    /// <summary>Back from where the vertices ran ahead to.</summary>
    private void StandAsPlaced()
    {
        placedX.CopyTo(X, 0);
        placedY.CopyTo(Y, 0);
    }

    private void Alternate()
    {
        var (negligible, least) = (NegligibleEnergy * X.Length, coarse is null ? LeastDecrease : LeastRefined);
        var (last, momentum) = (double.PositiveInfinity, 1.0);
        for (Rounds = 1; Rounds <= MaxRounds; Rounds++)
        {
            PlaceVertices();
            momentum = RunAhead(momentum);
            Energy = TurnVertices();
            if (Energy > last)
            {
                // Ran ahead too far: turn from where the places really are.
                momentum = 1;
                StandAsPlaced();
                last = Energy = TurnVertices();
                continue;
            }

            if (Energy <= negligible || last - Energy <= least * Energy)
            {
                break;
            }

            last = Energy;
        }

        Rounds = Math.Min(Rounds, MaxRounds);
    }

    /// <summary>
    /// The alternation walks down a long valley in small steps of one direction. Each round therefore goes on beyond
    /// its places by a part of the last step, with the momentum of Nesterov's accelerated method and a restart
    /// whenever the energy rises (O'Donoghue &amp; Candès, "Adaptive Restart for Accelerated Gradient Schemes", 2015).
    /// </summary>
    private double RunAhead(double momentum)
    {
        var next = (1 + Math.Sqrt(1 + (4 * momentum * momentum))) / 2;
        var ahead = (momentum - 1) / next;
        for (var i = 0; i < X.Length; i++)
        {
            var (x, y) = (X[i], Y[i]);
            X[i] += ahead * (x - placedX[i]);
            Y[i] += ahead * (y - placedY[i]);
            (placedX[i], placedY[i]) = (x, y);
        }

        return next;
    }

    /// <summary>The answer when no pin is pulled, without solving.</summary>
    public void Rest()
    {
        system.Mesh.X.CopyTo(X, 0);
        system.Mesh.Y.CopyTo(Y, 0);
        Array.Fill(Cos, 1);
        Array.Clear(Sin);
        (Rounds, Energy) = (0, 0);
    }

    /// <summary>
    /// At every vertex the turn that best carries the pins from rest to their pulls, near pins counting more: the
    /// rotations of rigid moving least squares (Schaefer, McPhail &amp; Warren, "Image Deformation Using Moving Least
    /// Squares", SIGGRAPH 2006). They follow a bend along a strip, which leaves the rounds below little to do.
    /// </summary>
    private void StartTurns()
    {
        var pins = system.Handles;
        for (var v = 0; v < Cos.Length; v++)
        {
            var weights = system.Influence.AsSpan(v * pins.Length, pins.Length);
            var (from, to, sum) = (default(Point), default(Point), 0.0);
            for (var i = 0; i < pins.Length; i++)
            {
                from += pins[i].Rest * weights[i];
                to += pulls[i] * weights[i];
                sum += weights[i];
            }

            (from, to) = (from * (1 / sum), to * (1 / sum));
            var (dot, cross) = (0.0, 0.0);
            for (var i = 0; i < pins.Length; i++)
            {
                var (a, b) = (pins[i].Rest - from, pulls[i] - to);
                dot += weights[i] * Point.Dot(a, b);
                cross += weights[i] * Point.Cross(a, b);
            }

            (Cos[v], Sin[v]) = Unit(dot, cross);
        }
    }

    /// <summary>Global step: A·p = Σ w/2·(Rᵢ + Rⱼ)(rᵢ − rⱼ) + pins.</summary>
    private void PlaceVertices()
    {
        var (ends, sides, x, y, cos, sin) = (system.EdgeEnds, system.EdgeSides, X, Y, Cos, Sin);
        Array.Clear(x);
        Array.Clear(y);
        for (var e = 0; e < ends.Length; e += 2)
        {
            // The edge turned by the mean of its ends' turns pulls both of them, one each way.
            var (i, j, dx, dy) = (ends[e], ends[e + 1], sides[e] / 2, sides[e + 1] / 2);
            var (c, s) = (cos[i] + cos[j], sin[i] + sin[j]);
            var (px, py) = ((c * dx) - (s * dy), (s * dx) + (c * dy));
            x[i] += px;
            y[i] += py;
            x[j] -= px;
            y[j] -= py;
        }

        for (var i = 0; i < pulls.Length; i++)
        {
            ref readonly var pin = ref system.Handles[i];
            var pull = pulls[i] * system.PinWeight;
            Pull(pin.A, pull * pin.WA);
            Pull(pin.B, pull * pin.WB);
            Pull(pin.C, pull * pin.WC);
        }

        system.Factor.SolveInPlace(x, y, work);
    }

    private void Pull(int vertex, Point pull)
    {
        X[vertex] += pull.X;
        Y[vertex] += pull.Y;
    }

    /// <summary>
    /// Local step; returns the energy that is left with the new rotations. With stiffness, neighbouring turns are drawn
    /// together as in Levi &amp; Gotsman, "Smooth Rotation Enhanced As-Rigid-As-Possible Mesh Animation" (2015): the energy
    /// also counts smoothing/2 · Σ w|Rᵢ − Rⱼ|², so that a vertex's best turn looks at those of its neighbours, taken as they
    /// stand. A stiff patch turns as one.
    /// </summary>
    private double TurnVertices()
    {
        var (smoothing, patches, cos, sin) = (system.Smoothing, system.Patch, Cos, Sin);
        var energy = Gather();
        Array.Clear(patchDot);
        Array.Clear(patchCross);
        for (var i = 0; i < cos.Length; i++)
        {
            var (dot, cross, patch) = (dots[i], crosses[i], patches[i]);
            if (patch >= 0)
            {
                patchDot[patch] += dot;
                patchCross[patch] += cross;
                continue;
            }

            var (besideCos, besideSin) = smoothing > 0 ? Beside(i) : default;
            var (c, s) = Unit(dot + (2 * smoothing * besideCos), cross + (2 * smoothing * besideSin));
            (cos[i], sin[i]) = (c, s);

            // Σ w|p − R·r|² = Σ w(|p|² + |r|²) − 2·(cos·dot + sin·cross)
            energy -= 2 * ((c * dot) + (s * cross));
        }

        energy -= TurnPatches();
        return Math.Max(0, (energy / 2) + (smoothing > 0 ? smoothing * Unevenness() : 0));
    }

    /// <summary>
    /// By vertex, Σ w r·p and Σ w r×p over its edges, r the edge at rest and p as it is. An edge adds the same to both of its
    /// ends.
    /// </summary>
    /// <returns>Σ w(|p|² + |r|²) over every vertex and its edges.</returns>
    private double Gather()
    {
        var (ends, sides, weights, x, y, dot, cross) = (system.EdgeEnds, system.EdgeSides, system.EdgeWeights, X, Y, dots, crosses);
        var squares = 0.0;
        Array.Clear(dot);
        Array.Clear(cross);
        for (var e = 0; e < ends.Length; e += 2)
        {
            var (i, j, rx, ry) = (ends[e], ends[e + 1], sides[e], sides[e + 1]);
            var (px, py) = (x[i] - x[j], y[i] - y[j]);
            var (d, c) = ((rx * px) + (ry * py), (rx * py) - (ry * px));
            dot[i] += d;
            dot[j] += d;
            cross[i] += c;
            cross[j] += c;
            squares += weights[e >> 1] * ((px * px) + (py * py));
        }

        return (2 * squares) + system.RestSquares;
    }

    /// <summary>Σ w·(cos, sin) of a vertex's neighbours.</summary>
    private (double Cos, double Sin) Beside(int vertex)
    {
        var (sumCos, sumSin) = (0.0, 0.0);
        for (var e = system.First[vertex]; e < system.First[vertex + 1]; e++)
        {
            var (w, j) = (system.Weight[e], system.Neighbour[e]);
            sumCos += w * Cos[j];
            sumSin += w * Sin[j];
        }

        return (sumCos, sumSin);
    }

    /// <summary>Gives every vertex of a patch the patch's best turn; returns what that takes off twice the energy.</summary>
    private double TurnPatches()
    {
        if (patchDot.Length == 0)
        {
            return 0;
        }

        for (var i = 0; i < Cos.Length; i++)
        {
            if (system.Patch[i] is >= 0 and var patch)
            {
                (Cos[i], Sin[i]) = Unit(patchDot[patch], patchCross[patch]);
            }
        }

        var gained = 0.0;
        for (var patch = 0; patch < patchDot.Length; patch++)
        {
            gained += 2 * Math.Sqrt((patchDot[patch] * patchDot[patch]) + (patchCross[patch] * patchCross[patch]));
        }

        return gained;
    }

    /// <summary>Σ w|Rᵢ − Rⱼ|² over every edge, a turn taken as the unit vector (cos, sin).</summary>
    private double Unevenness()
    {
        var (ends, sum) = (system.EdgeEnds, 0.0);
        for (var e = 0; e < ends.Length; e += 2)
        {
            var (dc, ds) = (Cos[ends[e]] - Cos[ends[e + 1]], Sin[ends[e]] - Sin[ends[e + 1]]);
            sum += system.EdgeWeights[e >> 1] * ((dc * dc) + (ds * ds));
        }

        return sum;
    }

    /// <summary>The direction alone; (1, 0) of nothing.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (double Cos, double Sin) Unit(double dot, double cross)
    {
        var length = Math.Sqrt((dot * dot) + (cross * cross));
        return length > 0 ? (dot / length, cross / length) : (1, 0);
    }
}
