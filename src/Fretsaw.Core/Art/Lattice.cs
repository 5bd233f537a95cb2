using NetTopologySuite.Geometries;
using NtsGeometry = NetTopologySuite.Geometries.Geometry;

namespace Fretsaw.Core.Art;

/// <summary>
/// The points of a lattice of equilateral triangles that lie well inside an island of art. Round a point that is deep inside, the
/// lattice's own triangles are what a Delaunay triangulation with the border would give: the circle round such a triangle
/// reaches 1.16 sides from the point and so never to the border. They need no triangulating, which on fine meshes is most of the work.
/// </summary>
internal sealed class Lattice
{
    /// <summary>Points nearer to the border than this part of a side would make slivers.</summary>
    private const double BorderGap = 0.55;

    /// <summary>A point this many sides from the border has all six neighbours, and an empty circle round each of its triangles.</summary>
    private const double DeepGap = BorderGap + 1;

    private readonly double side;
    private readonly double height;
    private readonly double left;
    private readonly double top;
    private readonly Row[] rows;

    /// <param name="side">Of a triangle, px.</param>
    public Lattice(Polygon island, double side)
    {
        var inner = island.Buffer(-BorderGap * side, 2);
        var box = inner.EnvelopeInternal;
        (this.side, height, left, top) = (side, side * MeshBuilder.RowHeight, box.MinX, box.MinY);
        rows = inner.IsEmpty ? [] : new Row[(int)((box.MaxY - top) / height) + 1];
        var (edges, deepEdges) = (Edges(inner), Edges(island.Buffer(-DeepGap * side, 2)));
        for (var r = 0; r < rows.Length; r++)
        {
            var y = top + (r * height);
            rows[r] = RowOf(Start(r), y, Crossings(edges, y), Crossings(deepEdges, y));
        }

        // The corners of a shrunk area are cut, so that a point may seem deeper than it is: its neighbours tell.
        for (var r = 0; r < rows.Length; r++)
        {
            for (var i = 0; i < rows[r].Points.Length; i++)
            {
                rows[r].Deep[i] &= HasNeighbours(r, rows[r].First + i);
            }
        }
    }

    /// <summary>One row's points from column First on; null where the lattice leaves the island.</summary>
    private readonly record struct Row(int First, Coordinate?[] Points, bool[] Deep);

    /// <summary>The points that are to be triangulated with the border.</summary>
    public IEnumerable<Coordinate> Shallow() =>
        rows.SelectMany(row => row.Points.Where((point, i) => point is not null && !row.Deep[i]).Select(point => point!));

    /// <summary>The triangles with a deep corner, clockwise on screen.</summary>
    public IEnumerable<(Coordinate A, Coordinate B, Coordinate C)> DeepTriangles()
    {
        for (var r = 0; r + 1 < rows.Length; r++)
        {
            var (first, last) = (Math.Min(rows[r].First, rows[r + 1].First) - 1, Math.Max(End(r), End(r + 1)));
            for (var c = first; c <= last; c++)
            {
                if (IsDeepBelow(r, c))
                {
                    yield return (At(r, c)!, At(r, c + 1)!, At(r + 1, c + (r & 1))!);
                }

                if (IsDeepAbove(r + 1, c))
                {
                    yield return (At(r + 1, c)!, At(r, c + ((r + 1) & 1))!, At(r + 1, c + 1)!);
                }
            }
        }
    }

    /// <summary>Whether the lattice's triangle that holds a place has a deep corner.</summary>
    public bool IsDeepAt(double x, double y)
    {
        var down = (y - top) / height;
        var r = (int)Math.Floor(down);
        var (part, across) = (down - r, (x - left) / side);

        // A part of the way down to the next row, the triangle that stands on its point is narrower by that part at both sides.
        var from = across - (Start(r) / side) - (part / 2);
        var c = (int)Math.Floor(from);
        if (from - c <= 1 - part)
        {
            return IsDeepBelow(r, c);
        }

        c = (int)Math.Floor(across - (Start(r + 1) / side) - ((1 - part) / 2));
        return IsDeepAbove(r + 1, c);
    }

    /// <summary>Whether the triangle that hangs from a point and the next one of its row has a deep corner.</summary>
    private bool IsDeepBelow(int r, int c) => IsDeep(r, c) || IsDeep(r, c + 1) || IsDeep(r + 1, c + (r & 1));

    /// <summary>The same of the triangle that stands on them.</summary>
    private bool IsDeepAbove(int r, int c) => IsDeep(r, c) || IsDeep(r, c + 1) || IsDeep(r - 1, c + (r & 1));

    private bool HasNeighbours(int r, int c)
    {
        var beside = c + (r & 1);
        return At(r, c - 1) is not null && At(r, c + 1) is not null
            && At(r - 1, beside - 1) is not null && At(r - 1, beside) is not null && At(r + 1, beside - 1) is not null && At(r + 1, beside) is not null;
    }

    private Coordinate? At(int r, int c) =>
        (uint)r < (uint)rows.Length && (uint)(c - rows[r].First) < (uint)rows[r].Points.Length ? rows[r].Points[c - rows[r].First] : null;

    private bool IsDeep(int r, int c) =>
        (uint)r < (uint)rows.Length && (uint)(c - rows[r].First) < (uint)rows[r].Deep.Length && rows[r].Deep[c - rows[r].First];

    private int End(int r) => rows[r].First + rows[r].Points.Length;

    /// <summary>How far a row is set in: every other one by half a side.</summary>
    private double Start(int r) => (r & 1) * side / 2;

    /// <param name="inside">Where the row enters and leaves the area of its points, from left to right.</param>
    /// <param name="deep">The same for the deep ones.</param>
    private Row RowOf(double start, double y, List<double> inside, List<double> deep)
    {
        if (inside.Count == 0)
        {
            return new Row(0, [], []);
        }

        var (first, last) = (Column(inside[0]), Column(inside[^1]));
        var row = new Row(first, new Coordinate?[Math.Max(0, last - first + 1)], new bool[Math.Max(0, last - first + 1)]);
        var (passed, deepPassed) = (0, 0);
        for (var i = 0; i < row.Points.Length; i++)
        {
            var x = left + start + ((first + i) * side);
            (passed, deepPassed) = (Pass(inside, passed, x), Pass(deep, deepPassed, x));
            row.Points[i] = passed % 2 == 1 ? new Coordinate(x, y) : null;
            row.Deep[i] = deepPassed % 2 == 1;
        }

        return row;

        int Column(double x) => (int)Math.Floor((x - left - start) / side);

        static int Pass(List<double> crossings, int passed, double x)
        {
            while (passed < crossings.Count && crossings[passed] <= x)
            {
                passed++;
            }

            return passed;
        }
    }

    /// <summary>x0 y0 x1 y1 of every side of an area's rings.</summary>
    private static double[] Edges(NtsGeometry area) =>
    [
        .. Polygons.Parts(area).SelectMany(polygon => polygon.InteriorRings.Prepend(polygon.ExteriorRing)).SelectMany(ring =>
            ring.Coordinates.Zip(ring.Coordinates.Skip(1)).SelectMany(side => new[] { side.First.X, side.First.Y, side.Second.X, side.Second.Y })),
    ];

    private static List<double> Crossings(double[] edges, double y)
    {
        var crossings = new List<double>();
        for (var e = 0; e < edges.Length; e += 4)
        {
            var (y0, y1) = (edges[e + 1], edges[e + 3]);
            if (y0 <= y != y1 <= y)
            {
                crossings.Add(edges[e] + ((edges[e + 2] - edges[e]) * (y - y0) / (y1 - y0)));
            }
        }

        crossings.Sort();
        return crossings;
    }
}
