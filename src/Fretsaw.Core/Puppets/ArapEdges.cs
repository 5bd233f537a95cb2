using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A mesh's edges as the rounds of a solve run over them, each once. Vertices are numbered as the matrix eliminates them, and an
/// array by vertex holds its two numbers side by side: a place (x, y), or a turn (cos, sin). With the factor's solve these are
/// the innermost loops of all posing: what they read is in range by how it was made and is not checked again.
/// </summary>
internal sealed class ArapEdges
{
    // By edge: where its two vertices begin in an array by vertex; half of weight · (rest of the first − rest of the second).
    private readonly int[] ends;
    private readonly double[] sides;
    private readonly double[] weights;
    private readonly double restSquares;

    /// <summary>
    /// Every vertex's first edge, then every vertex's second, and so on: edges that follow each other then seldom share a vertex,
    /// and a processor need not wait for one sum before it adds to the next.
    /// </summary>
    /// <param name="first">Vertex v's neighbours are neighbour[first[v] .. first[v + 1]), with the weights of their edges.</param>
    /// <param name="factor">Of the matrix: in its order the vertices are numbered.</param>
    public ArapEdges(Mesh mesh, int[] first, int[] neighbour, double[] weight, SparseCholesky factor)
    {
        var rank = factor.Rank;

        // Where each vertex's next edge is looked for; an edge belongs to the end that is eliminated first.
        var next = first[..^1];
        var count = neighbour.Length / 2;
        (ends, sides, weights) = (new int[2 * count], new double[2 * count], new double[count]);
        for (var made = 0; made < count;)
        {
            foreach (var a in factor.Order)
            {
                while (next[a] < first[a + 1] && rank[neighbour[next[a]]] < rank[a])
                {
                    next[a]++;
                }

                if (next[a] < first[a + 1])
                {
                    var (b, w) = (neighbour[next[a]], weight[next[a]]);
                    next[a]++;
                    var (x, y) = (mesh.X[a] - mesh.X[b], mesh.Y[a] - mesh.Y[b]);
                    (ends[2 * made], ends[(2 * made) + 1]) = (2 * rank[a], 2 * rank[b]);
                    (sides[2 * made], sides[(2 * made) + 1]) = (w * x / 2, w * y / 2);
                    weights[made++] = w;
                    restSquares += w * ((x * x) + (y * y));
                }
            }
        }
    }

    /// <summary>Adds Σ weight/2 · (Rᵢ + Rⱼ)(rᵢ − rⱼ) at every vertex i, over its neighbours j.</summary>
    /// <param name="turns">By vertex.</param>
    /// <param name="into">By vertex.</param>
    public void AddTurned(double[] turns, double[] into)
    {
        ref var end = ref MemoryMarshal.GetArrayDataReference(ends);
        ref var side = ref MemoryMarshal.GetArrayDataReference(sides);
        ref var turn = ref MemoryMarshal.GetArrayDataReference(turns);
        ref var sum = ref MemoryMarshal.GetArrayDataReference(into);
        for (var e = 0; e < ends.Length; e += 2)
        {
            // The edge turned by the mean of its ends' turns pulls both of them, one each way.
            var (i, j) = (Unsafe.Add(ref end, e), Unsafe.Add(ref end, e + 1));
            var (dx, dy) = (Unsafe.Add(ref side, e), Unsafe.Add(ref side, e + 1));
            var c = Unsafe.Add(ref turn, i) + Unsafe.Add(ref turn, j);
            var s = Unsafe.Add(ref turn, i + 1) + Unsafe.Add(ref turn, j + 1);
            var (px, py) = ((c * dx) - (s * dy), (s * dx) + (c * dy));
            Unsafe.Add(ref sum, i) += px;
            Unsafe.Add(ref sum, i + 1) += py;
            Unsafe.Add(ref sum, j) -= px;
            Unsafe.Add(ref sum, j + 1) -= py;
        }
    }

    /// <summary>By vertex, Σ weight/2 · (r·p, r×p) over its edges, r the edge at rest and p as it is. An edge adds the same to both of its ends.</summary>
    /// <param name="places">By vertex.</param>
    /// <param name="into">By vertex; overwritten.</param>
    /// <returns>Σ weight/2 · (|p|² + |r|²) over every vertex and its edges.</returns>
    public double Compare(double[] places, double[] into)
    {
        Array.Clear(into);
        ref var end = ref MemoryMarshal.GetArrayDataReference(ends);
        ref var side = ref MemoryMarshal.GetArrayDataReference(sides);
        ref var weight = ref MemoryMarshal.GetArrayDataReference(weights);
        ref var place = ref MemoryMarshal.GetArrayDataReference(places);
        ref var sum = ref MemoryMarshal.GetArrayDataReference(into);
        var squares = 0.0;
        for (var e = 0; e < ends.Length; e += 2)
        {
            var (i, j) = (Unsafe.Add(ref end, e), Unsafe.Add(ref end, e + 1));
            var (rx, ry) = (Unsafe.Add(ref side, e), Unsafe.Add(ref side, e + 1));
            var px = Unsafe.Add(ref place, i) - Unsafe.Add(ref place, j);
            var py = Unsafe.Add(ref place, i + 1) - Unsafe.Add(ref place, j + 1);
            var (dot, cross) = ((rx * px) + (ry * py), (rx * py) - (ry * px));
            Unsafe.Add(ref sum, i) += dot;
            Unsafe.Add(ref sum, i + 1) += cross;
            Unsafe.Add(ref sum, j) += dot;
            Unsafe.Add(ref sum, j + 1) += cross;
            squares += Unsafe.Add(ref weight, e >> 1) * ((px * px) + (py * py));
        }

        return squares + restSquares;
    }

    /// <summary>Σ weight · |Rᵢ − Rⱼ|² over every edge.</summary>
    /// <param name="turns">By vertex.</param>
    public double Unevenness(double[] turns)
    {
        var sum = 0.0;
        for (var e = 0; e < ends.Length; e += 2)
        {
            var (i, j) = (ends[e], ends[e + 1]);
            var (dc, ds) = (turns[i] - turns[j], turns[i + 1] - turns[j + 1]);
            sum += weights[e >> 1] * ((dc * dc) + (ds * ds));
        }

        return sum;
    }
}
