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

    /// <summary>The same where large triangles come first: what is left to even out is then only local, and falls fast.</summary>
    private const double LeastInCascade = 2e-4;

    /// <summary>The same on the smallest triangles of a cascade, whose places are the answer.</summary>
    private const double LeastAtItsEnd = 5e-4;

    /// <summary>
    /// Energies are sums of weight · length²; below this per vertex, in px², the mesh stands within 1e-5 px of
    /// rigid and the relative test would chase rounding.
    /// </summary>
    private const double NegligibleEnergy = 1e-10;

    public const int MaxRounds = 200;

    private readonly ArapSystem system;
    private readonly double least;

    // Two numbers a vertex, vertices as the matrix eliminates them; see ArapEdges.
    private readonly double[] places;
    private readonly double[] stood;
    private readonly double[] turns;
    private readonly double[] sums;

    private readonly double[] patchDot;
    private readonly double[] patchCross;
    // By handle, where it is pulled to, across and down.
    private readonly double[] pulls;
    private readonly ArapState? coarse;
    private bool solved;

    public ArapState(ArapSystem system)
        : this(system, system.Coarse is null ? LeastDecrease : LeastAtItsEnd)
    {
    }

    private ArapState(ArapSystem system, double least)
    {
        (this.system, this.least) = (system, least);
        var n = system.Mesh.VertexCount;
        (X, Y, Cos, Sin) = (new double[n], new double[n], new double[n], new double[n]);
        (places, stood, turns, sums) = (new double[2 * n], new double[2 * n], new double[2 * n], new double[2 * n]);
        (patchDot, patchCross) = (new double[system.PatchCount], new double[system.PatchCount]);
        pulls = new double[2 * system.Handles.Length];
        coarse = system.Coarse is null ? null : new ArapState(system.Coarse.System, LeastInCascade);
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
        // Where the pins pull as they did, as on a part that nobody drags, the answer stands.
        var stands = solved;
        for (var i = 0; i < system.Handles.Length; i++)
        {
            ref readonly var handle = ref system.Handles[i];
            ref readonly var pull = ref pinned[handle.Pin];
            var (sine, cosine) = Math.SinCos(pull.TurnRadians);
            var arm = (handle.Rest - system.RestOf(handle.Pin)) * pull.Size;
            var (x, y) = (pull.To.X + (cosine * arm.X) - (sine * arm.Y), pull.To.Y + (sine * arm.X) + (cosine * arm.Y));
            stands &= pulls[2 * i] == x && pulls[(2 * i) + 1] == y;
            (pulls[2 * i], pulls[(2 * i) + 1]) = (x, y);
        }

        if (stands)
        {
            return;
        }

        solved = true;

        if (coarse is null)
        {
            StartTurns();
        }
        else
        {
            coarse.Solve(pinned);
            system.Coarse!.Blend(coarse, system.Factor.Rank, turns);
        }

        Alternate();
        Answer();
    }

    /// <summary>From the order of elimination to that of the mesh.</summary>
    private void Answer()
    {
        for (var v = 0; v < X.Length; v++)
        {
            var at = 2 * system.Factor.Rank[v];
            (X[v], Y[v], Cos[v], Sin[v]) = (stood[at], stood[at + 1], turns[at], turns[at + 1]);
        }
    }

    private void Alternate()
    {
        var negligible = NegligibleEnergy * X.Length;
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
                stood.CopyTo(places, 0);
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
        for (var i = 0; i < places.Length; i++)
        {
            var place = places[i];
            places[i] += ahead * (place - stood[i]);
            stood[i] = place;
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
        (Rounds, Energy, solved) = (0, 0, false);
    }

    /// <summary>
    /// At every vertex the turn that best carries the pins from rest to their pulls, near pins counting more: the
    /// rotations of rigid moving least squares (Schaefer, McPhail &amp; Warren, "Image Deformation Using Moving Least
    /// Squares", SIGGRAPH 2006). They follow a bend along a strip, which leaves the rounds below little to do.
    /// The mean of the pulls falls out of the sums, because a vertex's arms add up to nothing.
    /// </summary>
    private void StartTurns()
    {
        var (arms, rank) = (system.Arms, system.Factor.Rank);
        var arm = 0;
        for (var v = 0; v < rank.Length; v++)
        {
            var (dot, cross) = (0.0, 0.0);
            for (var i = 0; i < pulls.Length; i += 2, arm += 2)
            {
                dot += (arms[arm] * pulls[i]) + (arms[arm + 1] * pulls[i + 1]);
                cross += (arms[arm] * pulls[i + 1]) - (arms[arm + 1] * pulls[i]);
            }

            var at = 2 * rank[v];
            (turns[at], turns[at + 1]) = Unit(dot, cross);
        }
    }

    /// <summary>Global step: A·p = Σ w/2·(Rᵢ + Rⱼ)(rᵢ − rⱼ) + pins.</summary>
    private void PlaceVertices()
    {
        Array.Clear(places);
        system.Edges.AddTurned(turns, places);
        var (weights, corners) = (system.GripWeights, system.GripCorners);
        for (var i = 0; i < corners.Length; i++)
        {
            var (pull, at, weight) = (2 * (i / 3), corners[i], weights[i]);
            places[at] += weight * pulls[pull];
            places[at + 1] += weight * pulls[pull + 1];
        }

        system.Factor.SolveInPlace(places);
    }

    /// <summary>
    /// Local step; returns the energy that is left with the new rotations. With stiffness, neighbouring turns are drawn
    /// together as in Levi &amp; Gotsman, "Smooth Rotation Enhanced As-Rigid-As-Possible Mesh Animation" (2015): the energy
    /// also counts smoothing/2 · Σ w|Rᵢ − Rⱼ|², so that a vertex's best turn looks at those of its neighbours, taken as they
    /// stand. A stiff patch turns as one.
    /// </summary>
    private double TurnVertices()
    {
        var energy = system.Edges.Compare(places, sums);
        if (system.PatchCount == 0 && system.Smoothing == 0)
        {
            return Math.Max(0, energy - (2 * TurnAlone()));
        }

        energy -= 2 * (TurnTogether() + TurnPatches());
        return Math.Max(0, energy + (system.Smoothing * system.Edges.Unevenness(turns)));
    }

    /// <summary>Gives every vertex its own best turn.</summary>
    /// <returns>Half of what that takes off the energy: Σ w/2·|p − R·r|² = Σ w/2·(|p|² + |r|²) − Σ w·(cos·dot + sin·cross).</returns>
    private double TurnAlone()
    {
        var gained = 0.0;
        for (var at = 0; at < turns.Length; at += 2)
        {
            var (dot, cross) = (sums[at], sums[at + 1]);
            var length = Math.Sqrt((dot * dot) + (cross * cross));
            (turns[at], turns[at + 1]) = length > 0 ? (dot / length, cross / length) : (1, 0);
            gained += length;
        }

        return gained;
    }

    /// <summary>The same for vertices that lie in no patch, drawn to their neighbours' turns; adds up what the patches turn by.</summary>
    private double TurnTogether()
    {
        var (smoothing, gained) = (system.Smoothing, 0.0);
        Array.Clear(patchDot);
        Array.Clear(patchCross);
        for (var v = 0; v < system.Patch.Length; v++)
        {
            var (at, patch) = (2 * system.Factor.Rank[v], system.Patch[v]);
            var (dot, cross) = (sums[at], sums[at + 1]);
            if (patch >= 0)
            {
                patchDot[patch] += dot;
                patchCross[patch] += cross;
                continue;
            }

            var (besideCos, besideSin) = Beside(v);
            var (c, s) = Unit(dot + (smoothing * besideCos), cross + (smoothing * besideSin));
            (turns[at], turns[at + 1]) = (c, s);
            gained += (c * dot) + (s * cross);
        }

        return gained;
    }

    /// <summary>Σ w·(cos, sin) of a vertex's neighbours.</summary>
    private (double Cos, double Sin) Beside(int vertex)
    {
        var (sumCos, sumSin) = (0.0, 0.0);
        for (var e = system.First[vertex]; e < system.First[vertex + 1]; e++)
        {
            var (w, at) = (system.Weight[e], 2 * system.Factor.Rank[system.Neighbour[e]]);
            sumCos += w * turns[at];
            sumSin += w * turns[at + 1];
        }

        return (sumCos, sumSin);
    }

    /// <summary>Gives every vertex of a patch the patch's best turn; returns half of what that takes off the energy.</summary>
    private double TurnPatches()
    {
        for (var v = 0; v < system.Patch.Length; v++)
        {
            if (system.Patch[v] is >= 0 and var patch)
            {
                var at = 2 * system.Factor.Rank[v];
                (turns[at], turns[at + 1]) = Unit(patchDot[patch], patchCross[patch]);
            }
        }

        var gained = 0.0;
        for (var patch = 0; patch < patchDot.Length; patch++)
        {
            gained += Math.Sqrt((patchDot[patch] * patchDot[patch]) + (patchCross[patch] * patchCross[patch]));
        }

        return gained;
    }

    /// <summary>The direction alone; (1, 0) of nothing.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (double Cos, double Sin) Unit(double dot, double cross)
    {
        var length = Math.Sqrt((dot * dot) + (cross * cross));
        return length > 0 ? (dot / length, cross / length) : (1, 0);
    }
}
