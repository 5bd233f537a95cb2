using System.Runtime.Intrinsics;
using Fretsaw.Core.Geometry;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A mesh's edges as the rounds of a solve run over them, each once. Vertices are numbered as the matrix eliminates them, and an
/// array by vertex holds pairs: places (x, y), or turns (cos, sin). With the factor's solve these are the innermost loops of all
/// posing.
/// </summary>
/// <remarks>
/// An edge (x, y) times a pair is gathered in two halves, x times the pair and y times the pair, so that both numbers of a pair
/// are always worked on together; once a vertex the halves are put together.
/// </remarks>
internal sealed class ArapEdges
{
    // By vertex, where the edges begin that lead from it to vertices that are eliminated later.
    private readonly int[] first;

    // By edge: its later vertex; half of weight · (rest of the earlier − rest of the later), across and down.
    private readonly int[] to;
    private readonly double[] across;
    private readonly double[] down;
    private readonly double[] weights;

    /// <param name="begin">Vertex v's neighbours are neighbour[begin[v] .. begin[v + 1]), with the weights of their edges.</param>
    /// <param name="factor">Of the matrix: in its order the vertices are numbered.</param>
    public ArapEdges(Mesh mesh, int[] begin, int[] neighbour, double[] weight, SparseCholesky factor)
    {
        var (order, rank, made) = (factor.Order, factor.Rank, 0);
        var count = neighbour.Length / 2;
        (first, to, across, down, weights) = (new int[order.Length + 1], new int[count], new double[count], new double[count], new double[count]);
        for (var v = 0; v < order.Length; v++)
        {
            var a = order[v];
            for (var e = begin[a]; e < begin[a + 1]; e++)
            {
                var (b, w) = (neighbour[e], weight[e]);
                if (rank[b] > v)
                {
                    var (x, y) = (mesh.X[a] - mesh.X[b], mesh.Y[a] - mesh.Y[b]);
                    (to[made], across[made], down[made], weights[made]) = (rank[b], w * x / 2, w * y / 2, w);
                    made++;
                    RestSquares += w * ((x * x) + (y * y));
                }
            }

            first[v + 1] = made;
        }
    }

    /// <summary>Σ weight · |r|² over every edge at rest, about twice the art's area: what an energy is measured against.</summary>
    public double RestSquares { get; }

    /// <summary>Σ weight/2 · (Rᵢ + Rⱼ)(rᵢ − rⱼ) at every vertex i, over its neighbours j.</summary>
    /// <param name="turns">By vertex.</param>
    /// <param name="into">By vertex; overwritten.</param>
    /// <param name="halves">By vertex; overwritten.</param>
    public void Turned(Pair[] turns, Pair[] into, Halves halves)
    {
        var (byX, byY) = halves.Cleared();
        var (begin, later, lengthX, lengthY) = (first, to, across, down);
        for (int v = 0, e = 0; v < turns.Length; v++)
        {
            var (own, x, y, end) = (turns[v], byX[v], byY[v], begin[v + 1]);
            for (; e < end; e++)
            {
                // The edge turned by the mean of its ends' turns pulls both of them, one each way.
                var j = later[e];
                var both = own + turns[j];
                var (partX, partY) = (both * Vector128.Create(lengthX[e]), both * Vector128.Create(lengthY[e]));
                x += partX;
                y += partY;
                byX[j] -= partX;
                byY[j] -= partY;
            }

            // Turned, an edge is (cos · x − sin · y, cos · y + sin · x).
            into[v] = Vector128.Create(x[0] - y[1], x[1] + y[0]);
        }
    }

    /// <summary>By vertex, Σ weight/2 · (r·p, r×p) over its edges, r the edge at rest and p as it is. An edge adds the same to both of its ends.</summary>
    /// <param name="places">By vertex.</param>
    /// <param name="into">By vertex; overwritten.</param>
    /// <param name="halves">By vertex; overwritten.</param>
    /// <returns>Σ weight/2 · (|p|² + |r|²) over every vertex and its edges.</returns>
    public double Compare(Pair[] places, Pair[] into, Halves halves)
    {
        var (byX, byY) = halves.Cleared();
        var (begin, later, lengthX, lengthY, weight) = (first, to, across, down, weights);
        var squares = Pair.Zero;
        for (int v = 0, e = 0; v < places.Length; v++)
        {
            var (own, x, y, end) = (places[v], byX[v], byY[v], begin[v + 1]);
            for (; e < end; e++)
            {
                var j = later[e];
                var edge = own - places[j];
                var (partX, partY) = (edge * Vector128.Create(lengthX[e]), edge * Vector128.Create(lengthY[e]));
                x += partX;
                y += partY;
                byX[j] += partX;
                byY[j] += partY;
                squares += edge * edge * Vector128.Create(weight[e]);
            }

            // r·p is rx · px + ry · py, and r×p is rx · py − ry · px.
            into[v] = Vector128.Create(x[0] + y[1], x[1] - y[0]);
        }

        return squares[0] + squares[1] + RestSquares;
    }

    /// <summary>Σ weight · |Rᵢ − Rⱼ|² over every edge.</summary>
    /// <param name="turns">By vertex.</param>
    public double Unevenness(Pair[] turns)
    {
        var sum = Pair.Zero;
        for (int v = 0, e = 0; v < turns.Length; v++)
        {
            for (; e < first[v + 1]; e++)
            {
                var off = turns[v] - turns[to[e]];
                sum += off * off * Vector128.Create(weights[e]);
            }
        }

        return sum[0] + sum[1];
    }

    /// <summary>Adds to each turn's slope how fast times · <see cref="Unevenness"/> rises with it.</summary>
    /// <param name="turns">By vertex.</param>
    /// <param name="slope">By vertex.</param>
    public void AddUnevenSlope(Pair[] turns, double times, double[] slope)
    {
        for (int v = 0, e = 0; v < turns.Length; v++)
        {
            for (; e < first[v + 1]; e++)
            {
                // |Rᵢ − Rⱼ|² is 2 − 2·cos of the angle between them.
                var (turn, other) = (turns[v], turns[to[e]]);
                var rises = 2 * times * weights[e] * ((other[0] * turn[1]) - (other[1] * turn[0]));
                slope[v] += rises;
                slope[to[e]] -= rises;
            }
        }
    }

    /// <summary>Where the halves are gathered, by vertex.</summary>
    internal readonly struct Halves(int vertices)
    {
        private readonly Pair[] byX = new Pair[vertices];
        private readonly Pair[] byY = new Pair[vertices];

        public (Pair[] ByX, Pair[] ByY) Cleared()
        {
            Array.Clear(byX);
            Array.Clear(byY);
            return (byX, byY);
        }
    }
}
