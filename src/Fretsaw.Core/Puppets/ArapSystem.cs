using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// What of an as-rigid-as-possible deformation (Sorkine &amp; Alexa, "As-Rigid-As-Possible Surface Modeling", SGP 2007)
/// depends only on the mesh and its pins: cotangent weights, pins in barycentric coordinates, the factored matrix.
/// Read-only once built, so that frames can be solved in parallel, each in its own <see cref="ArapState"/>.
/// </summary>
public sealed class ArapSystem
{
    /// <summary>
    /// A pin's weight against the largest diagonal entry. Pins are penalties and not hard constraints because they
    /// sit inside triangles; at 1e5 a pin is within 1e-5 of its pull, far below a hundredth of a pixel.
    /// </summary>
    private const double PinStiffness = 1e5;

    /// <summary>Obtuse triangles have negative cotangents, which would make the matrix indefinite.</summary>
    private const double LeastWeight = 0.01;

    private ArapSystem(Mesh mesh, int[] first, int[] neighbour, double[] weight, PinPlace[] pins, double pinWeight, SparseCholesky factor)
    {
        Mesh = mesh;
        First = first;
        Neighbour = neighbour;
        Weight = weight;
        Pins = pins;
        PinWeight = pinWeight;
        Factor = factor;
    }

    /// <summary>Where a pin holds: barycentric weights on three vertices, and the place they give at rest.</summary>
    public readonly record struct PinPlace(int A, int B, int C, double WA, double WB, double WC, Point Rest);

    public Mesh Mesh { get; }

    /// <summary>Vertex v's neighbours are Neighbour[First[v] .. First[v + 1]), with their edge weights.</summary>
    public int[] First { get; }

    public int[] Neighbour { get; }

    public double[] Weight { get; }

    public PinPlace[] Pins { get; }

    public double PinWeight { get; }

    public SparseCholesky Factor { get; }

    /// <summary>How much each pin counts at each vertex when a solve starts: 1 / distance², pin by pin for each vertex.</summary>
    public double[] Influence { get; private init; } = [];

    /// <returns>Null when there is nothing to solve: no pins, or a mesh without triangles.</returns>
    public static ArapSystem? Build(Mesh mesh, ImmutableArray<Pin> pins)
    {
        if (pins.IsEmpty || mesh.TriangleCount == 0)
        {
            return null;
        }

        var laplacian = new SymmetricBuilder(mesh.VertexCount);
        foreach (var ((a, b), cotangents) in EdgeWeights(mesh))
        {
            var w = Math.Max(LeastWeight, cotangents / 2);
            laplacian.Add(a, b, -w);
            laplacian.Add(a, a, w);
            laplacian.Add(b, b, w);
        }

        var places = pins.Select(pin => Place(mesh, pin)).ToArray();
        TieLooseIslands(mesh, laplacian, places);
        var (first, neighbour, weight) = Rows(laplacian);
        var pinWeight = PinStiffness * Enumerable.Range(0, mesh.VertexCount).Max(v => laplacian.Row(v).GetValueOrDefault(v));
        foreach (var pin in places)
        {
            Tie(laplacian, pin, pinWeight);
        }

        return new ArapSystem(mesh, first, neighbour, weight, places, pinWeight, new SparseCholesky(laplacian))
        {
            Influence = Influences(mesh, places),
        };
    }

    private static double[] Influences(Mesh mesh, PinPlace[] pins)
    {
        var influence = new double[mesh.VertexCount * pins.Length];
        for (var v = 0; v < mesh.VertexCount; v++)
        {
            for (var p = 0; p < pins.Length; p++)
            {
                var distance = (pins[p].Rest - new Point(mesh.X[v], mesh.Y[v])).Length;
                influence[(v * pins.Length) + p] = 1 / ((distance * distance) + 1);
            }
        }

        return influence;
    }

    private static PinPlace Place(Mesh mesh, Pin pin)
    {
        var (t, wa, wb, wc) = mesh.Locate(pin.At);
        var (a, b, c) = (mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2]);
        var rest = new Point((wa * mesh.X[a]) + (wb * mesh.X[b]) + (wc * mesh.X[c]), (wa * mesh.Y[a]) + (wb * mesh.Y[b]) + (wc * mesh.Y[c]));
        return new PinPlace(a, b, c, wa, wb, wc, rest);
    }

    private static void Tie(SymmetricBuilder matrix, PinPlace pin, double w)
    {
        matrix.Add(pin.A, pin.A, w * pin.WA * pin.WA);
        matrix.Add(pin.B, pin.B, w * pin.WB * pin.WB);
        matrix.Add(pin.C, pin.C, w * pin.WC * pin.WC);
        matrix.Add(pin.A, pin.B, w * pin.WA * pin.WB);
        matrix.Add(pin.B, pin.C, w * pin.WB * pin.WC);
        matrix.Add(pin.C, pin.A, w * pin.WC * pin.WA);
    }

    /// <summary>
    /// An island of the art without a pin would leave the matrix singular. One edge ties it to the pin nearest to it,
    /// so that it follows that pin without bending.
    /// </summary>
    private static void TieLooseIslands(Mesh mesh, SymmetricBuilder matrix, PinPlace[] pins)
    {
        var reached = new bool[mesh.VertexCount];
        var queue = new Queue<int>(pins.SelectMany(pin => new[] { pin.A, pin.B, pin.C }));
        for (var seed = -1; seed < mesh.VertexCount; seed++)
        {
            if (seed >= 0 && !reached[seed])
            {
                var nearest = pins.MinBy(pin => (pin.Rest - new Point(mesh.X[seed], mesh.Y[seed])).Length);
                matrix.Add(seed, nearest.A, -1);
                matrix.Add(seed, seed, 1);
                matrix.Add(nearest.A, nearest.A, 1);
                queue.Enqueue(seed);
            }

            while (queue.TryDequeue(out var v))
            {
                if (reached[v])
                {
                    continue;
                }

                reached[v] = true;
                foreach (var other in matrix.Row(v).Keys)
                {
                    queue.Enqueue(other);
                }
            }
        }
    }

    /// <summary>Sum of the cotangents of the angles that face each edge.</summary>
    private static Dictionary<(int, int), double> EdgeWeights(Mesh mesh)
    {
        var weights = new Dictionary<(int, int), double>();
        for (var t = 0; t < mesh.Triangles.Length; t += 3)
        {
            for (var corner = 0; corner < 3; corner++)
            {
                var apex = mesh.Triangles[t + corner];
                var (a, b) = (mesh.Triangles[t + ((corner + 1) % 3)], mesh.Triangles[t + ((corner + 2) % 3)]);
                var u = new Point(mesh.X[a] - mesh.X[apex], mesh.Y[a] - mesh.Y[apex]);
                var v = new Point(mesh.X[b] - mesh.X[apex], mesh.Y[b] - mesh.Y[apex]);
                var edge = a < b ? (a, b) : (b, a);
                weights[edge] = weights.GetValueOrDefault(edge) + (Point.Dot(u, v) / Math.Abs(Point.Cross(u, v)));
            }
        }

        return weights;
    }

    private static (int[] First, int[] Neighbour, double[] Weight) Rows(SymmetricBuilder laplacian)
    {
        var first = new int[laplacian.Size + 1];
        var neighbour = new List<int>();
        var weight = new List<double>();
        for (var v = 0; v < laplacian.Size; v++)
        {
            foreach (var (other, value) in laplacian.Row(v))
            {
                if (other != v)
                {
                    neighbour.Add(other);
                    weight.Add(-value);
                }
            }

            first[v + 1] = neighbour.Count;
        }

        return (first, [.. neighbour], [.. weight]);
    }
}
