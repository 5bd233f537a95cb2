using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// The two steps of Sorkine &amp; Alexa §3 by turns, as films had pins first: best rotation at every vertex for the places (in the
/// plane a closed form), then best places for the rotations. It stops up to some tens of pixels before the bottom of the valley, and
/// films that were made with it look as they do by that. One thread's workspace.
/// </summary>
internal sealed class ArapRounds
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

    private static readonly Pair NoTurn = Vector128.Create(1.0, 0);

    private readonly ArapSystem system;
    private readonly ArapBalance balance;
    private readonly double least;
    private readonly Pair[] stood;

    // By patch, what it turns by, as in the balance's sums.
    private readonly Pair[] patches;

    // By vertex as the matrix eliminates them, (cos, sin): the caller's.
    private Pair[] turns = [];

    /// <param name="inCascade">Large triangles come first, or these are they.</param>
    public ArapRounds(ArapSystem system, ArapBalance balance, bool inCascade)
    {
        (this.system, this.balance, least) = (system, balance, inCascade ? LeastInCascade : LeastDecrease);
        (stood, patches) = (new Pair[system.Mesh.VertexCount], new Pair[system.PatchCount]);
    }

    public int Rounds { get; private set; }

    /// <summary>That of places run ahead, up to 4e-4 of it too low.</summary>
    public double Energy { get; private set; }

    /// <param name="given">By vertex in the order of elimination: in, where the rounds start; out, where they end, with the places in the balance.</param>
    public void Settle(Pair[] given)
    {
        turns = given;
        Alternate();
        stood.CopyTo(balance.Places, 0);
    }

    private void Alternate()
    {
        var negligible = NegligibleEnergy * stood.Length;
        var (last, momentum) = (double.PositiveInfinity, 1.0);
        for (Rounds = 1; Rounds <= ArapState.MaxRounds; Rounds++)
        {
            balance.Place(turns);
            momentum = RunAhead(momentum);
            Energy = TurnVertices(out var fell);
            if (Energy > last)
            {
                // Ran ahead too far: turn from where the places really are.
                momentum = 1;
                stood.CopyTo(balance.Places, 0);
                last = Energy = TurnVertices(out _);
                continue;
            }

            if (Energy <= negligible || last - Energy <= least * Energy || (system.Coarse is not null && fell <= LeastByTurns * Energy))
            {
                break;
            }

            last = Energy;
        }

        Rounds = Math.Min(Rounds, ArapState.MaxRounds);
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
        var places = balance.Places;
        for (var i = 0; i < stood.Length; i++)
        {
            var place = places[i];
            places[i] = place + (part * (place - stood[i]));
            stood[i] = place;
        }

        return next;
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
        var energy = balance.Compare();
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
        var (sums, gained, had) = (balance.Sums, 0.0, Pair.Zero);
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
        var (sums, smoothing, gained) = (balance.Sums, Vector128.Create(system.Smoothing), Pair.Zero);
        Array.Clear(patches);
        for (var v = 0; v < system.Patch.Length; v++)
        {
            var (at, patch) = (system.Factor.Rank[v], system.Patch[v]);
            if (patch >= 0)
            {
                patches[patch] += sums[at];
                continue;
            }

            turns[at] = ArapState.Unit(sums[at] + (smoothing * Beside(v)));
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
                turns[system.Factor.Rank[v]] = ArapState.Unit(patches[patch]);
            }
        }

        var gained = 0.0;
        foreach (var sum in patches)
        {
            gained += Length(sum);
        }

        return gained;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static double Length(Pair sum) => Math.Sqrt((sum[0] * sum[0]) + (sum[1] * sum[1]));
}
