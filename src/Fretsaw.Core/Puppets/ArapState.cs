using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Fretsaw.Core.Geometry;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

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
    private const double LeastInCascade = 5e-4;

    /// <summary>
    /// A round there also is the last when its turns alone lower the energy by less than this part of it: the places that
    /// follow would lower it by about as much.
    /// </summary>
    private const double LeastByTurns = 1e-3;

    /// <summary>
    /// Energies are sums of weight · length²; below this per vertex, in px², the mesh stands within 1e-5 px of
    /// rigid and the relative test would chase rounding.
    /// </summary>
    private const double NegligibleEnergy = 1e-10;

    public const int MaxRounds = 200;

    private static readonly Pair NoTurn = Vector128.Create(1.0, 0);

    private readonly ArapSystem system;
    private readonly double least;

    // By vertex, vertices as the matrix eliminates them; see ArapEdges.
    private readonly Pair[] places;
    private readonly Pair[] stood;
    private readonly Pair[] turns;
    private readonly Pair[] sums;
    private readonly ArapEdges.Halves halves;

    // By patch, what it turns by, as in sums.
    private readonly Pair[] patches;

    // By handle, where it is pulled to.
    private readonly Pair[] pulls;
    private readonly ArapState? coarse;
    private bool solved;
    private bool drafted;

    public ArapState(ArapSystem system)
        : this(system, system.Coarse is null ? LeastDecrease : LeastInCascade)
    {
    }

    private ArapState(ArapSystem system, double least)
    {
        (this.system, this.least) = (system, least);
        var n = system.Mesh.VertexCount;
        (X, Y, Cos, Sin) = (new double[n], new double[n], new double[n], new double[n]);
        (places, stood, turns, sums, halves) = (new Pair[n], new Pair[n], new Pair[n], new Pair[n], new ArapEdges.Halves(n));
        (patches, pulls) = (new Pair[system.PatchCount], new Pair[system.Handles.Length]);
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
    /// <param name="draft">
    /// Only place the vertices for the turns of the large triangles, where there are some: for frames that are passed by and not looked at.
    /// </param>
    public void Solve(ReadOnlySpan<PinPull> pinned, bool draft = false)
    {
        // Where the pins pull as they did, as on a part that nobody drags, the answer stands.
        draft &= coarse is not null;
        var stands = solved && draft == drafted;
        for (var i = 0; i < system.Handles.Length; i++)
        {
            ref readonly var handle = ref system.Handles[i];
            ref readonly var pull = ref pinned[handle.Pin];
            var (sine, cosine) = Math.SinCos(pull.TurnRadians);
            var arm = (handle.Rest - system.RestOf(handle.Pin)) * pull.Size;
            var to = Vector128.Create(pull.To.X + (cosine * arm.X) - (sine * arm.Y), pull.To.Y + (sine * arm.X) + (cosine * arm.Y));
            stands &= pulls[i] == to;
            pulls[i] = to;
        }

        if (stands)
        {
            return;
        }

        (solved, drafted) = (true, draft);
        if (coarse is null)
        {
            StartTurns();
        }
        else
        {
            coarse.Solve(pinned);
            system.Coarse!.Blend(coarse, system.Factor.Rank, turns);
        }

        if (drafted)
        {
            PlaceVertices();
            places.CopyTo(stood, 0);
            Rounds = 1;
        }
        else
        {
            Alternate();
        }

        Answer();
    }

    /// <summary>From the order of elimination to that of the mesh.</summary>
    private void Answer()
    {
        for (var v = 0; v < X.Length; v++)
        {
            var (place, turn) = (stood[system.Factor.Rank[v]], turns[system.Factor.Rank[v]]);
            (X[v], Y[v], Cos[v], Sin[v]) = (place[0], place[1], turn[0], turn[1]);
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
            Energy = TurnVertices(out var fell);
            if (Energy > last)
            {
                // Ran ahead too far: turn from where the places really are.
                momentum = 1;
                stood.CopyTo(places, 0);
                last = Energy = TurnVertices(out _);
                continue;
            }

            if (Energy <= negligible || last - Energy <= least * Energy || (coarse is not null && fell <= LeastByTurns * Energy))
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
        var part = Vector128.Create(ahead);
        for (var i = 0; i < places.Length; i++)
        {
            var place = places[i];
            places[i] = place + (part * (place - stood[i]));
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
            var (x, y) = (Pair.Zero, Pair.Zero);
            for (var i = 0; i < pulls.Length; i++, arm += 2)
            {
                x += pulls[i] * Vector128.Create(arms[arm]);
                y += pulls[i] * Vector128.Create(arms[arm + 1]);
            }

            turns[rank[v]] = Unit(Vector128.Create(x[0] + y[1], x[1] - y[0]));
        }
    }

    /// <summary>Global step: A·p = Σ w/2·(Rᵢ + Rⱼ)(rᵢ − rⱼ) + pins.</summary>
    private void PlaceVertices()
    {
        system.Edges.Turned(turns, places, halves);
        var (weights, corners) = (system.GripWeights, system.GripCorners);
        for (var i = 0; i < corners.Length; i++)
        {
            places[corners[i]] += pulls[i / 3] * Vector128.Create(weights[i]);
        }

        system.Factor.SolveInPlace(places);
    }

    /// <summary>
    /// Local step; returns the energy that is left with the new rotations. With stiffness, neighbouring turns are drawn
    /// together as in Levi &amp; Gotsman, "Smooth Rotation Enhanced As-Rigid-As-Possible Mesh Animation" (2015): the energy
    /// also counts smoothing/2 · Σ w|Rᵢ − Rⱼ|², so that a vertex's best turn looks at those of its neighbours, taken as they
    /// stand. A stiff patch turns as one.
    /// </summary>
    /// <param name="fell">By how much the new rotations lowered the energy; infinite where they are drawn together, which does not tell.</param>
    private double TurnVertices(out double fell)
    {
        var energy = system.Edges.Compare(places, sums, halves);
        if (system.PatchCount == 0 && system.Smoothing == 0)
        {
            var (gained, had) = TurnAlone();
            fell = 2 * (gained - had);
            return Math.Max(0, energy - (2 * gained));
        }

        fell = double.PositiveInfinity;
        energy -= 2 * (TurnTogether() + TurnPatches());
        return Math.Max(0, energy + (system.Smoothing * system.Edges.Unevenness(turns)));
    }

    /// <summary>Gives every vertex its own best turn.</summary>
    /// <returns>
    /// Half of what its turns take off the energy, the new ones and those it had: Σ w/2·|p − R·r|² = Σ w/2·(|p|² + |r|²) − Σ w·(cos·dot + sin·cross).
    /// </returns>
    private (double Gained, double Had) TurnAlone()
    {
        var (gained, had) = (0.0, Pair.Zero);
        for (var v = 0; v < turns.Length; v++)
        {
            var sum = sums[v];
            had += turns[v] * sum;
            var length = Length(sum);
            turns[v] = length > 0 ? sum / Vector128.Create(length) : NoTurn;
            gained += length;
        }

        return (gained, had[0] + had[1]);
    }

    /// <summary>The same for vertices that lie in no patch, drawn to their neighbours' turns; adds up what the patches turn by.</summary>
    private double TurnTogether()
    {
        var (smoothing, gained) = (Vector128.Create(system.Smoothing), Pair.Zero);
        Array.Clear(patches);
        for (var v = 0; v < system.Patch.Length; v++)
        {
            var (at, patch) = (system.Factor.Rank[v], system.Patch[v]);
            if (patch >= 0)
            {
                patches[patch] += sums[at];
                continue;
            }

            turns[at] = Unit(sums[at] + (smoothing * Beside(v)));
            gained += turns[at] * sums[at];
        }

        return gained[0] + gained[1];
    }

    /// <summary>Σ w·(cos, sin) of a vertex's neighbours.</summary>
    private Pair Beside(int vertex)
    {
        var sum = Pair.Zero;
        for (var e = system.First[vertex]; e < system.First[vertex + 1]; e++)
        {
            sum += turns[system.Factor.Rank[system.Neighbour[e]]] * Vector128.Create(system.Weight[e]);
        }

        return sum;
    }

    /// <summary>Gives every vertex of a patch the patch's best turn; returns half of what that takes off the energy.</summary>
    private double TurnPatches()
    {
        for (var v = 0; v < system.Patch.Length; v++)
        {
            if (system.Patch[v] is >= 0 and var patch)
            {
                turns[system.Factor.Rank[v]] = Unit(patches[patch]);
            }
        }

        var gained = 0.0;
        foreach (var sum in patches)
        {
            gained += Length(sum);
        }

        return gained;
    }

    /// <summary>The direction alone; no turn of nothing.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static Pair Unit(Pair sum) => Length(sum) is > 0 and var length ? sum / Vector128.Create(length) : NoTurn;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static double Length(Pair sum) => Math.Sqrt((sum[0] * sum[0]) + (sum[1] * sum[1]));
}
