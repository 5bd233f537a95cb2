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

    /// <summary>How much harder the edges inside a stiff patch pull: it then stays rigid to a thousandth of its size.</summary>
    private const double PatchWeight = 100;

    /// <summary>
    /// Smoothness of turns at stiffness 1, as a multiple of the squared triangle side: there a strip pulled by its ends
    /// bends in one arc however few triangles it has.
    /// </summary>
    private const double StiffestSmoothing = 40;

    /// <summary>A pin that holds its turn grips this far round itself, in sides of triangles.</summary>
    private const double GripSides = 0.9;

    private ArapSystem(Mesh mesh, ImmutableArray<Pin> pins, HandlePlace[] handles, SymmetricBuilder laplacian, (double Smoothing, int[] Patch, PinMethod Method) turning)
    {
        (Mesh, Pins, Handles, Smoothing, Patch) = (mesh, pins, handles, turning.Smoothing, turning.Patch);
        (First, Neighbour, Weight) = Rows(laplacian);
        PinWeight = PinStiffness * Enumerable.Range(0, mesh.VertexCount).Max(v => laplacian[v, v]);
        foreach (var handle in handles)
        {
            Tie(laplacian, handle, PinWeight);
        }

        Factor = new SparseCholesky(laplacian);
        Edges = new ArapEdges(mesh, First, Neighbour, Weight, Factor);
        GripCorners = [.. handles.SelectMany(handle => new[] { handle.A, handle.B, handle.C }).Select(corner => Factor.Rank[corner])];
        GripWeights = [.. handles.SelectMany(handle => new[] { handle.WA, handle.WB, handle.WC }).Select(weight => weight * PinWeight)];
        Metric = turning.Method == PinMethod.Settled ? new ArapMetric(this) : null;
    }

    /// <summary>Where a pin grips the mesh: barycentric weights on three vertices, and the place they give at rest.</summary>
    /// <param name="Pin">Index among the pins; a pin's first handle is the pin's own place.</param>
    public readonly record struct HandlePlace(int Pin, int A, int B, int C, double WA, double WB, double WC, Point Rest)
    {
        /// <summary>The same place on a mesh that has moved.</summary>
        public Point On(double[] x, double[] y) => new((WA * x[A]) + (WB * x[B]) + (WC * x[C]), (WA * y[A]) + (WB * y[B]) + (WC * y[C]));
    }

    public Mesh Mesh { get; }

    /// <summary>Those that hold something, in the order of the part.</summary>
    public ImmutableArray<Pin> Pins { get; }

    public HandlePlace[] Handles { get; }

    /// <summary>Vertex v's neighbours are Neighbour[First[v] .. First[v + 1]), with their edge weights.</summary>
    public int[] First { get; }

    public int[] Neighbour { get; }

    public double[] Weight { get; }

    internal ArapEdges Edges { get; }

    /// <summary>By handle, its three vertices in the order of elimination; see <see cref="ArapEdges"/>.</summary>
    internal int[] GripCorners { get; }

    /// <summary>How hard it pulls each of them.</summary>
    internal double[] GripWeights { get; }

    public double PinWeight { get; }

    public SparseCholesky Factor { get; }

    /// <summary>
    /// Handle by handle for each vertex, across and down: from the mean of the handles at rest to the handle, times how much it
    /// counts there. Where a solve starts from; empty when it starts on larger triangles.
    /// </summary>
    internal double[] Arms { get; private init; } = [];

    /// <summary>Weight of the difference between neighbouring turns, px²; 0 for none.</summary>
    public double Smoothing { get; }

    /// <summary>By vertex, the stiff patch it lies in, or −1.</summary>
    public int[] Patch { get; }

    public int PatchCount { get; private init; }

    /// <summary>The mesh's triangles in the order they are painted: those in front last.</summary>
    public int[] Triangles { get; private init; } = [];

    /// <summary>What a descent measures its steps by; null for pins that are solved in rounds, as <see cref="PinMethod"/> has it.</summary>
    internal ArapMetric? Metric { get; }

    /// <summary>Every edge from either end: its vertices in the order of elimination, and its weight.</summary>
    internal IEnumerable<(int From, int To, double Weight)> EdgesByRank()
    {
        for (var v = 0; v < Mesh.VertexCount; v++)
        {
            for (var e = First[v]; e < First[v + 1]; e++)
            {
                yield return (Factor.Rank[v], Factor.Rank[Neighbour[e]], Weight[e]);
            }
        }
    }

    /// <summary>Where a pin sits at rest: on the mesh, however near beside it it was dropped.</summary>
    public Point RestOf(int pin) => Handles[FirstHandle[pin]].Rest;

    /// <summary>Pin p's handles are FirstHandle[p] .. FirstHandle[p + 1).</summary>
    public int[] FirstHandle { get; private init; } = [];

    /// <summary>The same art and pins on larger triangles, where a solve begins; null for a mesh that is small already.</summary>
    public CoarseStart? Coarse { get; private init; }

    /// <param name="coarse">Of larger triangles over the same art, with the same pins; null to do without.</param>
    /// <returns>Null when there is nothing to solve: no pin that holds, or a mesh without triangles.</returns>
    public static ArapSystem? Build(Mesh mesh, ImmutableArray<Pin> pins, MeshSettings settings, ImmutableArray<StiffPatch> patches, ArapSystem? coarse = null)
    {
        pins = pins.RemoveAll(pin => pin.Hold == PinHold.Watch);
        if (pins.IsEmpty || mesh.TriangleCount == 0)
        {
            return null;
        }

        var side = mesh.MeanSide();
        var patch = PatchOf(mesh, patches);
        var laplacian = new SymmetricBuilder(mesh.VertexCount);
        foreach (var ((a, b), cotangents) in mesh.EdgeCotangents())
        {
            var inPatch = patch[a] >= 0 && patch[a] == patch[b];
            var w = Math.Max(LeastWeight, cotangents / 2) * (inPatch ? PatchWeight : 1);
            laplacian.Add(a, b, -w);
            laplacian.Add(a, a, w);
            laplacian.Add(b, b, w);
        }

        var handles = pins.SelectMany((pin, index) => HandlesOf(mesh, pin, index, side * GripSides)).ToArray();
        TieLooseIslands(mesh, laplacian, handles);
        var influence = Influences(mesh, handles);
        var smoothing = settings.Stiffness * settings.Stiffness * StiffestSmoothing * side * side;
        return new ArapSystem(mesh, pins, handles, laplacian, (smoothing, patch, settings.Method))
        {
            Arms = coarse is null ? ArmsOf(mesh, handles, influence) : [],
            PatchCount = patches.Length,
            FirstHandle = [.. Enumerable.Range(0, pins.Length + 1).Select(pin => handles.Count(handle => handle.Pin < pin))],
            Triangles = PaintOrder.Of(mesh, pins, handles, influence),
            Coarse = coarse is null ? null : CoarseStart.Of(coarse, mesh),
        };
    }

    private static IEnumerable<HandlePlace> HandlesOf(Mesh mesh, Pin pin, int index, double grip)
    {
        var own = Place(mesh, pin.At, index);
        yield return own;
        if (pin.Hold == PinHold.Place)
        {
            yield break;
        }

        foreach (var way in (Point[])[new(grip, 0), new(0, grip), new(-grip, 0), new(0, -grip)])
        {
            // Beyond the art's edge the place falls back on the edge; too near the pin it would hold nothing.
            var handle = Place(mesh, own.Rest + way, index);
            if ((handle.Rest - own.Rest).Length > grip / 4)
            {
                yield return handle;
            }
        }
    }

    private static int[] PatchOf(Mesh mesh, ImmutableArray<StiffPatch> patches)
    {
        var patch = new int[mesh.VertexCount];
        for (var v = 0; v < patch.Length; v++)
        {
            patch[v] = -1;
            for (var p = 0; p < patches.Length && patch[v] < 0; p++)
            {
                patch[v] = (patches[p].At - new Point(mesh.X[v], mesh.Y[v])).Length <= patches[p].Radius ? p : -1;
            }
        }

        return patch;
    }

    /// <summary>How much each handle counts at each vertex: 1 / distance², handle by handle for each vertex.</summary>
    private static double[] Influences(Mesh mesh, HandlePlace[] handles)
    {
        var influence = new double[mesh.VertexCount * handles.Length];
        for (var v = 0; v < mesh.VertexCount; v++)
        {
            for (var h = 0; h < handles.Length; h++)
            {
                var distance = (handles[h].Rest - new Point(mesh.X[v], mesh.Y[v])).Length;
                influence[(v * handles.Length) + h] = 1 / ((distance * distance) + 1);
            }
        }

        return influence;
    }

    private static double[] ArmsOf(Mesh mesh, HandlePlace[] handles, double[] influence)
    {
        var arms = new double[2 * influence.Length];
        for (var v = 0; v < mesh.VertexCount; v++)
        {
            var weights = influence[(v * handles.Length)..((v + 1) * handles.Length)];
            var mean = handles.Zip(weights, (handle, weight) => handle.Rest * weight).Aggregate((a, b) => a + b) * (1 / weights.Sum());
            for (var h = 0; h < handles.Length; h++)
            {
                var (arm, at) = ((handles[h].Rest - mean) * weights[h], 2 * ((v * handles.Length) + h));
                (arms[at], arms[at + 1]) = (arm.X, arm.Y);
            }
        }

        return arms;
    }

    private static HandlePlace Place(Mesh mesh, Point at, int pin)
    {
        var (t, wa, wb, wc) = mesh.Locate(at);
        var (a, b, c) = (mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2]);
        var place = new HandlePlace(pin, a, b, c, wa, wb, wc, default);
        return place with { Rest = place.On(mesh.X, mesh.Y) };
    }

    private static void Tie(SymmetricBuilder matrix, HandlePlace handle, double w)
    {
        matrix.Add(handle.A, handle.A, w * handle.WA * handle.WA);
        matrix.Add(handle.B, handle.B, w * handle.WB * handle.WB);
        matrix.Add(handle.C, handle.C, w * handle.WC * handle.WC);
        matrix.Add(handle.A, handle.B, w * handle.WA * handle.WB);
        matrix.Add(handle.B, handle.C, w * handle.WB * handle.WC);
        matrix.Add(handle.C, handle.A, w * handle.WC * handle.WA);
    }

    /// <summary>
    /// An island of the art without a pin would leave the matrix singular. One edge ties it to the pin nearest to it,
    /// so that it follows that pin without bending.
    /// </summary>
    private static void TieLooseIslands(Mesh mesh, SymmetricBuilder matrix, HandlePlace[] handles)
    {
        var reached = new bool[mesh.VertexCount];
        var queue = new Queue<int>(handles.SelectMany(handle => new[] { handle.A, handle.B, handle.C }));
        for (var seed = -1; seed < mesh.VertexCount; seed++)
        {
            if (seed >= 0 && !reached[seed])
            {
                var nearest = handles.MinBy(handle => (handle.Rest - new Point(mesh.X[seed], mesh.Y[seed])).Length);
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
                foreach (var other in matrix.Columns(v))
                {
                    queue.Enqueue(other);
                }
            }
        }
    }

    private static (int[] First, int[] Neighbour, double[] Weight) Rows(SymmetricBuilder laplacian)
    {
        var first = new int[laplacian.Size + 1];
        var neighbour = new List<int>();
        var weight = new List<double>();
        for (var v = 0; v < laplacian.Size; v++)
        {
            var columns = laplacian.Columns(v);
            var values = laplacian.Values(v);
            for (var i = 0; i < columns.Length; i++)
            {
                if (columns[i] != v)
                {
                    neighbour.Add(columns[i]);
                    weight.Add(-values[i]);
                }
            }

            first[v + 1] = neighbour.Count;
        }

        return (first, [.. neighbour], [.. weight]);
    }

}
