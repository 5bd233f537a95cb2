using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>Meshes of random blobs, whose insides are a lattice that is never triangulated.</summary>
public class MeshTests
{
    private static readonly Gen<(ImmutableArray<double> Ring, double Side)> Blobs =
        from bumps in Gen.Int[2, 7]
        from depth in Gen.Double[0.02, 0.2]
        from phase in Gen.Double[0, 6]
        from size in Gen.Double[60, 220]
        from side in Gen.Double[9, 30]
        select (Blob(bumps, depth, phase, size), side);

    [Fact]
    public void No_vertex_lies_in_the_circle_round_a_triangle() =>
        Blobs.Sample(blob =>
        {
            // What makes a triangulation a Delaunay triangulation, by definition, over border and lattice together.
            var mesh = MeshBuilder.Build([blob.Ring], new MeshSettings { Margin = 4, TriangleSide = blob.Side });
            var places = Enumerable.Range(0, mesh.VertexCount).Select(v => new Point(mesh.X[v], mesh.Y[v])).ToArray();
            return Enumerable.Range(0, mesh.TriangleCount).All(t =>
            {
                var (centre, radius) = Circle(places[mesh.Triangles[3 * t]], places[mesh.Triangles[(3 * t) + 1]], places[mesh.Triangles[(3 * t) + 2]]);
                return places.All(place => (place - centre).Length > radius - (1e-3 * blob.Side));
            });
        }, iter: 200);

    [Fact]
    public void A_mesh_covers_its_art_once() =>
        Blobs.Sample(blob =>
        {
            var mesh = MeshBuilder.Build([blob.Ring], new MeshSettings { Margin = 4, TriangleSide = blob.Side });

            // What the border encloses is what the triangles add up to: none lies on another, none is missing.
            var enclosed = Assert.Single(mesh.BorderRings());
            var area = Math.Abs(Enumerable.Range(0, enclosed.Count).Sum(i => Cross(mesh, enclosed[i], enclosed[(i + 1) % enclosed.Count]))) / 2;
            var sum = Enumerable.Range(0, mesh.TriangleCount).Sum(t => Mesh.DoubleArea(mesh.X, mesh.Y, mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2])) / 2;
            return Math.Abs(area - sum) < 1e-6 * area && Outlines.CoveredBy([blob.Ring], mesh) > 0.9999;
        }, iter: 200);

    [Fact]
    public void Art_with_a_hole_has_a_mesh_with_a_hole()
    {
        var hole = Blob(3, 0.1, 1, 40).Select(number => number + 60).ToImmutableArray();
        var mesh = MeshBuilder.Build([Blob(5, 0.05, 0, 100), hole], new MeshSettings { Margin = 4, TriangleSide = 8 });
        Assert.Equal(2, mesh.BorderRings().Count);
        Assert.True(Outlines.CoveredBy([Blob(5, 0.05, 0, 100), hole], mesh) > 0.9999);
        Assert.DoesNotContain(Enumerable.Range(0, mesh.VertexCount), v => new Point(mesh.X[v] - 100, mesh.Y[v] - 100).Length < 30);
    }

    private static double Cross(Mesh mesh, int a, int b) => (mesh.X[a] * mesh.Y[b]) - (mesh.X[b] * mesh.Y[a]);

    private static ImmutableArray<double> Blob(int bumps, double depth, double phase, double size) =>
    [
        .. Enumerable.Range(0, 90).SelectMany(i =>
        {
            var (sin, cos) = Math.SinCos(i * Math.Tau / 90);
            var radius = size * (1 + (depth * Math.Sin((bumps * i * Math.Tau / 90) + phase)));
            return new[] { size + (radius * cos), size + (radius * sin) };
        }),
    ];

    private static (Point Centre, double Radius) Circle(Point a, Point b, Point c)
    {
        var (u, v) = (b - a, c - a);
        var twice = 2 * Point.Cross(u, v);
        var (uu, vv) = (Point.Dot(u, u), Point.Dot(v, v));
        var centre = new Point(((v.Y * uu) - (u.Y * vv)) / twice, ((u.X * vv) - (v.X * uu)) / twice);
        return (a + centre, centre.Length);
    }
}
