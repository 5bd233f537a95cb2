using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Fretsaw.Core.Films;
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
    /// <summary>A solve may balance the places so often, on the large triangles and on the small ones.</summary>
    public const int MaxRounds = 200;

    /// <summary>
    /// A solve ends when all further steps would move no vertex by more than this part of the mesh's longer side: 0.06 px on a
    /// drawing of 1,000.
    /// </summary>
    public const double Close = 6e-5;

    /// <summary>Large triangles are only where the small ones begin, which is px away from where those end.</summary>
    private const double CoarseClose = 43 * Close;

    private static readonly Pair NoTurn = Vector128.Create(1.0, 0);

    private readonly ArapSystem system;
    private readonly ArapBalance balance;

    // One of the two, by the system's method.
    private readonly ArapDescent? descent;
    private readonly ArapRounds? rounds;

    // By vertex as the matrix eliminates them; see ArapEdges.
    private readonly Pair[] turns;
    private readonly ArapState? coarse;
    private bool solved;
    private bool drafted;
    private bool atRest = true;

    /// <param name="close">When it ends, see <see cref="Close"/>; smaller to measure by.</param>
    public ArapState(ArapSystem system, double close = Close)
        : this(system, inCascade: system.Coarse is not null, isLast: true, close)
    {
    }

    private ArapState(ArapSystem system, bool inCascade, bool isLast, double close)
    {
        this.system = system;
        balance = new ArapBalance(system);
        var n = system.Mesh.VertexCount;
        (X, Y, Cos, Sin, turns) = (new double[n], new double[n], new double[n], new double[n], new Pair[n]);
        descent = system.Metric is null ? null : new ArapDescent(system, balance, close * system.Mesh.LongerSide(), isLast);
        rounds = descent is null ? new ArapRounds(system, balance, inCascade) : null;
        coarse = system.Coarse is null ? null : new ArapState(system.Coarse.System, inCascade: true, isLast: false, CoarseClose);
    }

    /// <summary>Where the vertices are after the last <see cref="Solve"/>.</summary>
    public double[] X { get; }

    public double[] Y { get; }

    /// <summary>By vertex, the cosine of its turn after the last solve.</summary>
    public double[] Cos { get; }

    public double[] Sin { get; }

    /// <summary>Rounds the last solve took; <see cref="MaxRounds"/> means it stopped before it settled.</summary>
    public int Rounds { get; private set; }

    /// <summary>Energy of what the last solve returned, weight · px²; with <see cref="PinMethod.Rounds"/> up to 4e-4 of it too low.</summary>
    public double Energy => atRest ? 0 : descent?.Energy ?? rounds!.Energy;

    /// <summary>How far further steps would move a vertex at most, about, px; null where it is not known, with <see cref="PinMethod.Rounds"/> and drafts.</summary>
    public double? ResidualPx { get; private set; }

    /// <summary>
    /// The places and turns of least energy, in the valley where the large triangles or the pins alone lead. A rigid motion of all
    /// pins is answered exactly and at once.
    /// </summary>
    /// <param name="pinned">Where each pin pulls to, as many as the system has pins.</param>
    /// <param name="draft">
    /// Only place the vertices for the turns of the large triangles, where there are some: for frames that are passed by and not looked at.
    /// </param>
    public void Solve(ReadOnlySpan<PinPull> pinned, bool draft = false)
    {
        draft &= coarse is not null;
        if (!Pull(pinned) && solved && draft == drafted)
        {
            return;
        }

        (solved, drafted, atRest) = (true, draft, false);
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
            balance.Place(turns);
            (Rounds, ResidualPx) = (1, null);
        }
        else if (descent is not null)
        {
            descent.Settle(turns);
            (Rounds, ResidualPx) = (descent.Rounds, descent.ResidualPx);
        }
        else
        {
            rounds!.Settle(turns);
            Rounds = rounds.Rounds;
        }

        Answer();
    }

    /// <summary>The answer when no pin is pulled, without solving.</summary>
    public void Rest()
    {
        system.Mesh.X.CopyTo(X, 0);
        system.Mesh.Y.CopyTo(Y, 0);
        Array.Fill(Cos, 1);
        Array.Clear(Sin);
        (Rounds, ResidualPx, solved, atRest) = (0, 0, false, true);
    }

    /// <returns>Whether a handle is pulled elsewhere than before; where none is, as on a part that nobody drags, the answer stands.</returns>
    private bool Pull(ReadOnlySpan<PinPull> pinned)
    {
        var changed = false;
        for (var i = 0; i < system.Handles.Length; i++)
        {
            ref readonly var handle = ref system.Handles[i];
            ref readonly var pull = ref pinned[handle.Pin];
            var (sine, cosine) = Math.SinCos(pull.TurnRadians);
            var arm = (handle.Rest - system.RestOf(handle.Pin)) * pull.Size;
            var to = Vector128.Create(pull.To.X + (cosine * arm.X) - (sine * arm.Y), pull.To.Y + (sine * arm.X) + (cosine * arm.Y));
            changed |= balance.Pulls[i] != to;
            balance.Pulls[i] = to;
        }

        return changed;
    }

    /// <summary>From the order of elimination to that of the mesh.</summary>
    private void Answer()
    {
        for (var v = 0; v < X.Length; v++)
        {
            var (place, turn) = (balance.Places[system.Factor.Rank[v]], turns[system.Factor.Rank[v]]);
            (X[v], Y[v], Cos[v], Sin[v]) = (place[0], place[1], turn[0], turn[1]);
        }
    }

    /// <summary>
    /// At every vertex the turn that best carries the pins from rest to their pulls, near pins counting more: the
    /// rotations of rigid moving least squares (Schaefer, McPhail &amp; Warren, "Image Deformation Using Moving Least
    /// Squares", SIGGRAPH 2006). They follow a bend along a strip, which leaves the rounds below little to do.
    /// The mean of the pulls falls out of the sums, because a vertex's arms add up to nothing.
    /// </summary>
    private void StartTurns()
    {
        var (arms, rank, pulls) = (system.Arms, system.Factor.Rank, balance.Pulls);
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

    /// <summary>The direction alone; no turn of nothing.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static Pair Unit(Pair sum)
    {
        var length = Math.Sqrt((sum[0] * sum[0]) + (sum[1] * sum[1]));
        return length > 0 ? sum / Vector128.Create(length) : NoTurn;
    }
}
