using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using NetTopologySuite.Algorithm.Locate;
using NetTopologySuite.Densify;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;
using NetTopologySuite.Triangulate;
using NetTopologySuite.Triangulate.QuadEdge;
using NtsGeometry = NetTopologySuite.Geometries.Geometry;

namespace Fretsaw.Core.Art;

/// <summary>
/// Outline → even triangles: the outline grown by the margin, its border cut into even lengths, a <see cref="Lattice"/> of
/// triangles inside, and a conforming Delaunay triangulation of what lies between (NetTopologySuite). Islands are meshed one by one, so no
/// triangle bridges a gap in the art.
/// </summary>
public static class MeshBuilder
{
    private const int MostRings = AlphaContour.MostRings;
    private const int AimedTriangles = 320;

    /// <summary>Guards against a tiny side on a large drawing; reached, the side grows to fit.</summary>
    private const int MaxTriangles = 20_000;

    /// <summary>Pieces of border: thin art has much of it and hardly any area.</summary>
    private const int MaxBorder = 6000;

    /// <summary>Height of an equilateral triangle of side 1.</summary>
    internal const double RowHeight = 0.8660254037844386;

    /// <summary>
    /// Points cut into one straight border form triangles of no area along it, whose cotangents would swamp all
    /// others; twice their area is below this part of the side's square.
    /// </summary>
    private const double Sliver = 1e-3;

    // As parts of a side.
    private const double LeastJitter = 1e-6;
    private const double MostJitter = 1e-3;

    /// <summary>Settings that give a drawing about <see cref="AimedTriangles"/> triangles.</summary>
    public static MeshSettings Suited(Drawing drawing)
    {
        var area = Polygons.FromRings(drawing.Outline).Area;
        return new MeshSettings { TriangleSide = Math.Round(Math.Clamp(Math.Sqrt(area / AimedTriangles / (RowHeight / 2)), 4, 80), 1), Method = PinMethod.Settled };
    }

    /// <summary>
    /// Of thousands of rings the largest: each island is meshed by itself, and nobody pins dust. Art that was brought in here never has
    /// as many.
    /// </summary>
    private static ImmutableArray<ImmutableArray<double>> WithoutDust(ImmutableArray<ImmutableArray<double>> outline)
    {
        if (outline.Length <= MostRings)
        {
            return outline;
        }

        return [.. outline.OrderByDescending(ring => AreaCentre.OfRings([ring]).Area).Take(MostRings)];
    }

    public static Mesh Build(ImmutableArray<ImmutableArray<double>> outline, MeshSettings settings) => Build(Islands(outline, settings), settings);

    /// <summary>What is meshed, grown by the margin. Each island grows by itself: margins that meet must not make one mesh of two.</summary>
    internal static IReadOnlyList<NtsGeometry> Islands(ImmutableArray<ImmutableArray<double>> outline, MeshSettings settings) =>
        [.. Polygons.Parts(Bridged(Polygons.FromRings(WithoutDust(outline)), settings.Bridge)).Select(island => island.Buffer(settings.Margin, 4))];

    /// <param name="islands">Of the same margin and bridge.</param>
    internal static Mesh Build(IReadOnlyList<NtsGeometry> islands, MeshSettings settings)
    {
        var fitting = Math.Max(Math.Sqrt(islands.Sum(island => island.Area) / MaxTriangles / (RowHeight / 2)), islands.Sum(island => island.Length) / MaxBorder);
        var side = Math.Max(settings.TriangleSide, fitting);
        var whole = new List<VertexList>();
        foreach (var grown in islands)
        {
            // Simplified by less than the margin, so that the art stays covered.
            var area = TopologyPreservingSimplifier.Simplify(grown, Math.Min(settings.Margin * 0.4, side * 0.15));
            var vertices = new VertexList();
            foreach (var island in Polygons.Parts(area))
            {
                Triangulate(island, side, vertices);
            }

            whole.Add(vertices);
        }

        return VertexList.ToMesh(whole);
    }

    /// <summary>Closes gaps up to a width: grown by half of it and shrunk again, what was near is one.</summary>
    private static NtsGeometry Bridged(NtsGeometry art, double gap) =>
        gap <= 0 ? art : art.Union(art.Buffer(gap / 2, 4).Buffer(-gap / 2, 4));

    private static void Triangulate(Polygon island, double side, VertexList vertices)
    {
        var (border, lattice) = (Densifier.Densify(island, side), new Lattice(island, side));
        HashSet<Coordinate> shallow = [.. lattice.Shallow()];
        List<Coordinate> sites = [.. border.Coordinates, .. shallow];
        List<(Coordinate A, Coordinate B, Coordinate C)> deep = [.. lattice.DeepTriangles()];

        // Lattice points keep so far from the border that the plain triangulation has nearly always all of its edges; only
        // narrow places and sharp corners need the conforming one, which takes several times as long. What of a triangulation
        // lies inside has the island's area just when no triangle crosses the border.
        var aim = island.Area - (deep.Count * side * side * RowHeight / 2);
        var plain = Inside(island, lattice, shallow, Plain(sites, side), side, out var area);
        var kept = Math.Abs(area - aim) <= 1e-9 * island.Area
            ? plain
            : Conforming(sites, border) is { } conforming ? Inside(island, lattice, shallow, conforming, side, out _) : plain;
        foreach (var (a, b, c) in deep.Concat(kept))
        {
            vertices.Add(a, b, c);
        }
    }

    /// <summary>The triangles inside an island that the lattice has not got, clockwise on screen, without slivers.</summary>
    /// <param name="area">Of all that lie inside, slivers too.</param>
    private static List<(Coordinate A, Coordinate B, Coordinate C)> Inside(
        Polygon island, Lattice lattice, HashSet<Coordinate> shallow, IEnumerable<Coordinate[]> triangles, double side, out double area)
    {
        var (kept, inside) = (new List<(Coordinate, Coordinate, Coordinate)>(), new IndexedPointInAreaLocator(island));
        area = 0;
        foreach (var corners in triangles)
        {
            var (a, b, c) = (corners[0], corners[1], corners[2]);
            var (x, y) = ((a.X + b.X + c.X) / 3, (a.Y + b.Y + c.Y) / 3);
            var ofLattice = (shallow.Contains(a) ? 1 : 0) + (shallow.Contains(b) ? 1 : 0) + (shallow.Contains(c) ? 1 : 0);

            // Only a triangle with all three corners on the border may lie outside, and only one with none where the lattice
            // has its own.
            if ((ofLattice == 0 && inside.Locate(new Coordinate(x, y)) != Location.Interior) || (ofLattice == 3 && lattice.IsDeepAt(x, y)))
            {
                continue;
            }

            var doubleArea = ((b.X - a.X) * (c.Y - a.Y)) - ((b.Y - a.Y) * (c.X - a.X));
            area += Math.Abs(doubleArea) / 2;
            if (Math.Abs(doubleArea) > Sliver * side * side)
            {
                kept.Add(doubleArea > 0 ? (a, b, c) : (a, c, b));
            }
        }

        return kept;
    }

    /// <summary>
    /// NetTopologySuite's triangulation decides by rounded numbers and now and then loses its way among points that lie in line,
    /// as those of borders and lattices do. Then they are moved out of line by a part of a side that nobody sees, and more if
    /// need be, and the triangles are told of the points where they were.
    /// </summary>
    private static IEnumerable<Coordinate[]> Plain(List<Coordinate> sites, double side)
    {
        for (var jitter = 0.0; ; jitter = Math.Max(LeastJitter, jitter * 10))
        {
            var random = new Random(1);
            var moved = sites.Distinct().ToDictionary(site => new Coordinate(site.X + (jitter * side * random.NextDouble()), site.Y + (jitter * side * random.NextDouble())));
            try
            {
                var builder = new DelaunayTriangulationBuilder();
                builder.SetSites([.. moved.Keys]);
                return [.. builder.GetSubdivision().GetTriangleCoordinates(false).Select(corners => corners.Take(3).Select(corner => moved[corner]).ToArray())];
            }
            catch (LocateFailureException) when (jitter < MostJitter)
            {
            }
        }
    }

    /// <returns>
    /// Null when the border cannot be kept edge by edge. The plain triangulation, cut by centroid, then follows it to within
    /// one side; the coverage snag tells if art is left out.
    /// </returns>
    private static IEnumerable<Coordinate[]>? Conforming(List<Coordinate> sites, NtsGeometry border)
    {
        try
        {
            var builder = new ConformingDelaunayTriangulationBuilder { Constraints = border.Boundary };
            builder.SetSites(Polygons.Factory.CreateMultiPointFromCoords([.. sites]));
            return builder.GetSubdivision().GetTriangleCoordinates(false);
        }
        catch (Exception problem) when (problem is ConstraintEnforcementException or LocateFailureException)
        {
            return null;
        }
    }

    private sealed class VertexList
    {
        private readonly Dictionary<Coordinate, int> index = [];
        private readonly List<double> x = [];
        private readonly List<double> y = [];
        private readonly List<int> triangles = [];

        /// <summary>Clockwise on screen.</summary>
        public void Add(Coordinate a, Coordinate b, Coordinate c)
        {
            triangles.Add(Vertex(a));
            triangles.Add(Vertex(b));
            triangles.Add(Vertex(c));
        }

        /// <summary>One mesh of several that share no vertex, not even where they touch.</summary>
        public static Mesh ToMesh(List<VertexList> lists)
        {
            var triangles = new List<int>();
            var first = 0;
            foreach (var list in lists)
            {
                var start = first;
                triangles.AddRange(list.triangles.Select(corner => corner + start));
                first += list.x.Count;
            }

            return new Mesh([.. lists.SelectMany(list => list.x)], [.. lists.SelectMany(list => list.y)], [.. triangles]);
        }

        private int Vertex(Coordinate at)
        {
            if (!index.TryGetValue(at, out var vertex))
            {
                vertex = x.Count;
                index.Add(at, vertex);
                x.Add(at.X);
                y.Add(at.Y);
            }

            return vertex;
        }
    }
}
