using System.Runtime.Intrinsics;
using Fretsaw.Core.Geometry;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// How hard a system's vertices are to turn, at rest: what <see cref="ArapDescent"/> measures its steps by. Built once a system.
/// </summary>
/// <remarks>
/// <para>
/// With the places always best for the turns, the energy depends on one turn a vertex alone. Its second derivative at rest is
/// H = D + 2s·L − Bᵀ·A⁻¹·B: D how hard each vertex holds to its edges, L the Laplacian of the turns with their stiffness s, and A⁻¹
/// what the places give way. A turn of art alone, without its neighbours, is given way to by half: against M = D + 2s·L, H is
/// between ½ and 1. Only bends of whole limbs and swings about pins are softer, and those are few; <see cref="Lanczos"/> finds
/// them, and the steps along them are as long as they need.
/// </para>
/// <para>
/// Turns are measured against the turned art, so that H hardly changes when a limb bends or the whole turns: the quasi-Newton
/// method of Liu, Bouaziz &amp; Kavan ("Quasi-Newton Methods for Real-Time Simulation of Hyperelastic Materials", TOG 2017) with the
/// places taken out and the softest ways put in.
/// </para>
/// </remarks>
internal sealed class ArapMetric
{
    /// <summary>1 over what H is against M where nothing is soft, between ½ and 1.</summary>
    private const double Giving = 1.8;

    /// <summary>Softer than this is a way of its own.</summary>
    private const double Soft = 0.3;
    private const int MostSoftWays = 12;
    private const int KrylovSteps = 50;

    // Where turns are drawn together, M's factor; else the inverse of its diagonal, 0 for followers.
    private readonly SparseCholesky? factor;
    private readonly double[] inverse;
    private readonly double[][] softWays;
    private readonly double[] gains;

    /// <param name="system">All of it but this.</param>
    public ArapMetric(ArapSystem system)
    {
        Leader = LeadersOf(system.Factor.Rank, system.Patch);
        var hold = HoldOf(system);
        inverse = [.. Folded(hold).Select((value, v) => Leader[v] == v ? 1 / value : 0)];
        factor = system.Smoothing > 0 ? FactorOf(system, hold) : null;
        var found = Lanczos.Lowest(hold.Length, KrylovSteps, (turns, into) => Times(system, hold, turns, into), MetricDivider(hold.Length), Soft, MostSoftWays);
        softWays = [.. found.Select(way => way.Vector)];
        gains = [.. found.Select(way => (1 / Math.Max(way.Value, 1e-6)) - Giving)];
    }

    /// <summary>By vertex in the order of elimination, the one whose turn it has: itself, or the first of its stiff patch.</summary>
    public int[] Leader { get; }

    public int SoftWays => softWays.Length;

    /// <summary>Gives the sums of a patch to its leader, and nothing to its others.</summary>
    /// <param name="byVertex">In the order of elimination.</param>
    public void Fold(double[] byVertex)
    {
        for (var v = 0; v < Leader.Length; v++)
        {
            if (Leader[v] != v)
            {
                byVertex[Leader[v]] += byVertex[v];
                byVertex[v] = 0;
            }
        }
    }

    /// <summary>From how fast the energy rises with each turn to about the turns that it came from: H⁻¹, nearly.</summary>
    /// <param name="slope">By vertex; overwritten with the turns.</param>
    /// <param name="along">Workspace, one a soft way.</param>
    /// <param name="pairs">Workspace, one a vertex.</param>
    public void Divide(double[] slope, double[] along, Pair[] pairs)
    {
        for (var way = 0; way < softWays.Length; way++)
        {
            along[way] = gains[way] * Dense.Dot(softWays[way], slope);
        }

        DivideByM(slope, Giving, pairs);
        for (var way = 0; way < softWays.Length; way++)
        {
            Dense.Add(slope, along[way], softWays[way]);
        }
    }

    private Action<double[]> MetricDivider(int size)
    {
        var pairs = new Pair[size];
        return values => DivideByM(values, 1, pairs);
    }

    private void DivideByM(double[] values, double times, Pair[] pairs)
    {
        if (factor is null)
        {
            for (var v = 0; v < values.Length; v++)
            {
                values[v] *= times * inverse[v];
            }

            return;
        }

        for (var v = 0; v < pairs.Length; v++)
        {
            pairs[v] = Vector128.CreateScalar(values[factor.Order[v]]);
        }

        factor.SolveInPlace(pairs);
        for (var v = 0; v < pairs.Length; v++)
        {
            values[factor.Order[v]] = times * pairs[v][0];
        }
    }

    /// <summary>H times turns.</summary>
    private void Times(ArapSystem system, double[] hold, double[] turns, double[] into)
    {
        var n = turns.Length;
        var (led, edges, sums, halves) = (new Pair[n], new Pair[n], new Pair[n], new ArapEdges.Halves(n));
        for (var v = 0; v < n; v++)
        {
            // A small turn of art at rest moves it at a right angle.
            led[v] = Vector128.Create(0, turns[Leader[v]]);
        }

        system.Edges.Turned(led, edges, halves);
        system.Factor.SolveInPlace(edges);
        system.Edges.Compare(edges, sums, halves);
        for (var v = 0; v < n; v++)
        {
            into[v] = (hold[v] * led[v][1]) - (2 * sums[v][1]);
        }

        if (system.Smoothing > 0)
        {
            foreach (var (a, b, weight) in system.EdgesByRank())
            {
                into[a] += 2 * system.Smoothing * weight * (led[a][1] - led[b][1]);
            }
        }

        Fold(into);
    }

    /// <summary>D: by vertex, Σ weight · |rest edge|².</summary>
    private static double[] HoldOf(ArapSystem system)
    {
        var n = system.Mesh.VertexCount;
        var (places, sums) = (new Pair[n], new Pair[n]);
        for (var v = 0; v < n; v++)
        {
            places[system.Factor.Rank[v]] = Vector128.Create(system.Mesh.X[v], system.Mesh.Y[v]);
        }

        system.Edges.Compare(places, sums, new ArapEdges.Halves(n));
        return [.. sums.Select(sum => 2 * sum[0])];
    }

    private double[] Folded(double[] hold)
    {
        var folded = (double[])hold.Clone();
        Fold(folded);
        return folded;
    }

    private SparseCholesky FactorOf(ArapSystem system, double[] hold)
    {
        var (matrix, folded) = (new SymmetricBuilder(hold.Length), Folded(hold));
        for (var v = 0; v < hold.Length; v++)
        {
            // A follower's row stands alone.
            matrix.Add(v, v, Leader[v] == v ? folded[v] : 1);
        }

        foreach (var (a, b, weight) in system.EdgesByRank())
        {
            var (i, j, w) = (Leader[a], Leader[b], 2 * system.Smoothing * weight);
            if (i != j)
            {
                matrix.Add(i, i, w);
                if (i > j)
                {
                    matrix.Add(i, j, -w);
                }
            }
        }

        return new SparseCholesky(matrix);
    }

    private static int[] LeadersOf(int[] rank, int[] patch)
    {
        var (leader, first) = (new int[rank.Length], new Dictionary<int, int>());
        for (var v = 0; v < rank.Length; v++)
        {
            leader[rank[v]] = patch[v] < 0 ? rank[v] : first.TryGetValue(patch[v], out var known) ? known : first[patch[v]] = rank[v];
        }

        return leader;
    }
}
