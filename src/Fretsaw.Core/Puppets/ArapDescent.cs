using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Fretsaw.Core.Geometry;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// Goes to the bottom of the energy's valley by quasi-Newton steps over the turns alone: with each trial of turns go the places
/// that balance them (<see cref="ArapBalance"/>), so that a vertex is one unknown and a stiff patch another. What the steps
/// measure by is <see cref="ArapMetric"/>, mended by what the last of them told (<see cref="CurvatureMemory"/>).
/// One thread's workspace; nothing is allocated after construction.
/// </summary>
/// <param name="closePx">Ends when all further steps would move no vertex by more, px.</param>
/// <param name="isLast">What it ends with is seen: in strained art it goes on for longer.</param>
internal sealed class ArapDescent(ArapSystem system, ArapBalance balance, double closePx, bool isLast)
{
    /// <summary>No step turns a vertex by more, radians: beyond, the slope says nothing of what comes.</summary>
    private const double MostTurn = 1;

    /// <summary>A step has to lower the energy by this part of what the slope promises (Armijo); else it is shortened so.</summary>
    private const double Promised = 1e-4;
    private const double Shorten = 0.4;
    private const double ShortestStep = 1e-3;

    /// <summary>A last step is taken unseen when it turns no vertex by more, radians, and shrinks at least so.</summary>
    private const double SureTurn = 0.2;
    private const double SureShrink = 0.7;

    /// <summary>
    /// Art whose energy is above this part of what its edges weigh is strained: it may stand before a saddle, where it is about to
    /// give way sideways and the slope is small long before the bottom. There the steps go on until a fortieth of the usual bound.
    /// (Of 16,800 pulls of six shapes 1,000 px wide by up to 4, 10, 20 and 35 %, five then end over 0.3 px from where a tight bound ends, none over 1.)
    /// </summary>
    private const double Strained = 1.2e-3;
    private const double StrainedBound = 0.025;

    /// <summary>Below this a step is rounding, radians.</summary>
    private const double NoTurn = 1e-13;

    private readonly ArapMetric metric = system.Metric!;
    private readonly CurvatureMemory memory = new(system.Mesh.VertexCount);
    private readonly double[] way = new double[system.Mesh.VertexCount];
    private readonly double[] along = new double[system.Metric!.SoftWays];
    private readonly Pair[] before = new Pair[system.Mesh.VertexCount];
    private readonly Pair[] pairs = new Pair[system.Mesh.VertexCount];
    private double[] slope = new double[system.Mesh.VertexCount];
    private double[] trialSlope = new double[system.Mesh.VertexCount];
    private Pair[] turns = new Pair[system.Mesh.VertexCount];
    private Pair[] trial = new Pair[system.Mesh.VertexCount];

    // Not a number where nobody has asked for it yet.
    private double energy;

    /// <summary>How often places were balanced.</summary>
    public int Rounds { get; private set; }

    /// <summary>Of the places and turns that the descent ended with.</summary>
    public double Energy => double.IsNaN(energy) ? energy = EnergyOf(turns) : energy;

    /// <summary>How far all further steps would move a vertex at most, about, px.</summary>
    public double ResidualPx { get; private set; }

    /// <param name="given">By vertex in the order of elimination: in, where the descent starts; out, where it ends, with the places in the balance.</param>
    public void Settle(Pair[] given)
    {
        given.CopyTo(turns, 0);
        ShareTurns();
        memory.Forget();
        energy = Balance(turns, slope);
        (Rounds, ResidualPx) = (1, double.PositiveInfinity);
        var (moved, largest, told) = (double.PositiveInfinity, 1.0, true);
        while (Rounds < ArapState.MaxRounds)
        {
            var promise = Aim();
            var next = Largest(way);
            // Steps that go on shrinking as the last did come to this much together; after one that told nothing of the
            // curvature that says little.
            var shrinks = next / largest;
            ResidualPx = shrinks < 1 ? moved * shrinks / (1 - shrinks) : double.PositiveInfinity;
            var bound = isLast && energy > Strained * system.Edges.RestSquares ? closePx * StrainedBound : closePx;
            if (next <= NoTurn || (told && ResidualPx < bound))
            {
                break;
            }

            if (told && shrinks < SureShrink && next < SureTurn && ResidualPx * shrinks < bound)
            {
                StepUnseen(shrinks);
                break;
            }

            balance.Places.CopyTo(before, 0);
            var step = Descend(promise, next);
            if (step == 0)
            {
                Balance(turns, slope);
                break;
            }

            told = memory.Keep(way, -step, slope, trialSlope);
            (moved, largest) = (step < 1 ? double.PositiveInfinity : Moved(), next);
            (turns, trial, slope, trialSlope) = (trial, turns, trialSlope, slope);
        }

        turns.CopyTo(given, 0);
    }

    /// <summary>Which way to turn, in <see cref="way"/>, against it.</summary>
    /// <returns>How fast the energy falls along it, above 0.</returns>
    private double Aim()
    {
        while (true)
        {
            slope.CopyTo(way, 0);
            memory.TakeOut(way);
            metric.Divide(way, along, pairs);
            memory.PutBack(way);
            var falls = Dense.Dot(slope, way);
            if (falls > 0 || memory.IsEmpty)
            {
                return Math.Max(falls, 0);
            }

            memory.Forget();
        }
    }

    /// <summary>The longest step that lowers the energy as it should; its turns are the trial's, its places the balance's.</summary>
    /// <param name="largest">The most that the way turns a vertex by, radians.</param>
    /// <returns>As a part of the way; 0 when there is none.</returns>
    private double Descend(double promise, double largest)
    {
        for (var step = largest > MostTurn ? MostTurn / largest : 1; step > ShortestStep && Rounds < ArapState.MaxRounds; step *= Shorten)
        {
            Turn(-step);
            var lowered = Balance(trial, trialSlope);
            Rounds++;
            // The last bits of an energy are rounding.
            if (lowered <= energy - (Promised * step * promise) + (1e-13 * energy))
            {
                energy = lowered;
                return step;
            }
        }

        return 0;
    }

    /// <summary>The whole of the way, after which nobody looks where next: it needs only its places.</summary>
    private void StepUnseen(double shrinks)
    {
        Turn(-1);
        (turns, trial) = (trial, turns);
        balance.Place(turns);
        (Rounds, ResidualPx, energy) = (Rounds + 1, ResidualPx * shrinks, double.NaN);
    }

    /// <summary>The energy of turns with the places that balance them; beside it how fast it rises with each turn.</summary>
    private double Balance(Pair[] at, double[] rising)
    {
        balance.Place(at);
        var sum = EnergyOf(at);
        var sums = balance.Sums;
        for (var v = 0; v < at.Length; v++)
        {
            var across = at[v] * Vector128.Shuffle(sums[v], Vector128.Create(1L, 0L));
            rising[v] = 2 * (across[1] - across[0]);
        }

        if (system.Smoothing > 0)
        {
            system.Edges.AddUnevenSlope(at, system.Smoothing, rising);
        }

        metric.Fold(rising);
        return sum;
    }

    /// <summary>Of turns and the balance's places; fills the balance's sums.</summary>
    private double EnergyOf(Pair[] at)
    {
        var (held, gained) = (balance.Compare() + balance.PinEnergy(), Pair.Zero);
        var sums = balance.Sums;
        for (var v = 0; v < at.Length; v++)
        {
            gained += at[v] * sums[v];
        }

        return held + (system.Smoothing > 0 ? system.Smoothing * system.Edges.Unevenness(at) : 0) - (2 * (gained[0] + gained[1]));
    }

    /// <summary>
    /// Turns each vertex by so much of its leader's way: about that angle, by the rational map of Cayley, which needs no sine and
    /// keeps the length of 1.
    /// </summary>
    private void Turn(double times)
    {
        var leader = metric.Leader;
        var (half, one) = (Vector128.Create(times / 2), Vector128.Create(1.0));
        for (var v = 0; v < turns.Length; v += 2)
        {
            // Two at a time, because a division takes longest.
            var other = Math.Min(v + 1, turns.Length - 1);
            var tangent = Vector128.Create(way[leader[v]], way[leader[other]]) * half;
            var square = tangent * tangent;
            var part = one / (one + square);
            var (cosine, sine) = ((one - square) * part, (tangent + tangent) * part);
            (trial[v], trial[other]) = (Turned(turns[v], cosine[0], sine[0]), Turned(turns[other], cosine[1], sine[1]));
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Pair Turned(Pair turn, double cosine, double sine) =>
        (turn * Vector128.Create(cosine)) + (Vector128.Create(-turn[1], turn[0]) * Vector128.Create(sine));

    /// <summary>A stiff patch starts with the mean of its vertices' turns.</summary>
    private void ShareTurns()
    {
        var leader = metric.Leader;
        turns.CopyTo(trial, 0);
        for (var v = 0; v < turns.Length; v++)
        {
            if (leader[v] != v)
            {
                trial[leader[v]] += turns[v];
            }
        }

        for (var v = 0; v < turns.Length; v++)
        {
            turns[v] = leader[v] == v && trial[v] == turns[v] ? turns[v] : ArapState.Unit(trial[leader[v]]);
        }
    }

    private double Moved()
    {
        var most = 0.0;
        for (var v = 0; v < before.Length; v++)
        {
            var off = balance.Places[v] - before[v];
            off *= off;
            most = Math.Max(most, off[0] + off[1]);
        }

        return Math.Sqrt(most);
    }

    private static double Largest(double[] values)
    {
        var most = 0.0;
        foreach (var value in values)
        {
            most = Math.Max(most, Math.Abs(value));
        }

        return most;
    }
}
