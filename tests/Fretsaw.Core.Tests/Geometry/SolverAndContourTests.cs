using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using CsCheck;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Demo;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

public class SolverAndContourTests
{
    [Fact]
    public void A_sparse_factorisation_solves_as_a_dense_one_does() => Gen.Select(Gen.Int[1, 40], Gen.Int[0, 1000]).Sample((n, seed) =>
    {
        var random = new Random(seed);
        var builder = new SymmetricBuilder(n);
        var dense = Matrix<double>.Build.Dense(n, n);
        for (var i = 0; i < n; i++)
        {
            Add(i, i, 0.5 + random.NextDouble());
            for (var k = 0; k < 3; k++)
            {
                // Laplacian edges keep the sum positive definite.
                var (j, w) = (random.Next(n), random.NextDouble());
                if (j != i)
                {
                    Add(i, i, w);
                    Add(j, j, w);
                    Add(i, j, -w);
                }
            }
        }

        var (x, y) = (Enumerable.Range(0, n).Select(_ => random.NextDouble()).ToArray(), Enumerable.Range(0, n).Select(_ => random.NextDouble()).ToArray());
        var (expectedX, expectedY) = (dense.Solve(Vector<double>.Build.Dense((double[])x.Clone())), dense.Solve(Vector<double>.Build.Dense((double[])y.Clone())));
        new SparseCholesky(builder).SolveInPlace(x, y, new Vector128<double>[n]);
        return Enumerable.Range(0, n).All(i => Math.Abs(x[i] - expectedX[i]) < 1e-9 && Math.Abs(y[i] - expectedY[i]) < 1e-9);

        void Add(int i, int j, double value)
        {
            builder.Add(i, j, value);
            dense[i, j] += value;
            if (i != j)
            {
                dense[j, i] += value;
            }
        }
    });

    [Fact]
    public void A_matrix_that_is_not_positive_definite_is_named()
    {
        var builder = new SymmetricBuilder(2);
        builder.Add(0, 0, 1);
        builder.Add(1, 1, -1);
        Assert.Throws<ArithmeticException>(() => new SparseCholesky(builder));
    }

    [Fact]
    public void Every_mesh_of_the_demo_covers_its_art_with_sound_triangles()
    {
        foreach (var drawing in DemoFilm.Build().Film.Drawings.Where(drawing => drawing.Id.StartsWith("bramble", StringComparison.Ordinal)))
        {
            var mesh = MeshBuilder.Build(drawing.Outline, MeshBuilder.Suited(drawing));
            Assert.InRange(mesh.TriangleCount, 100, 1000);
            Assert.True(Outlines.CoveredBy(drawing.Outline, mesh) > 0.9999, drawing.Name);
            for (var t = 0; t < mesh.Triangles.Length; t += 3)
            {
                Assert.True(Mesh.DoubleArea(mesh.X, mesh.Y, mesh.Triangles[t], mesh.Triangles[t + 1], mesh.Triangles[t + 2]) > 0, drawing.Name);
            }
        }
    }

    [Fact]
    public void A_mesh_does_not_bridge_two_islands()
    {
        ImmutableArray<ImmutableArray<double>> islands = [[0, 0, 100, 0, 100, 100, 0, 100], [112, 0, 200, 0, 200, 100, 112, 100]];
        var mesh = MeshBuilder.Build(islands, new MeshSettings { Margin = 4, TriangleSide = 12 });
        Assert.All(Enumerable.Range(0, mesh.TriangleCount), t =>
            Assert.Single(mesh.Triangles.Skip(3 * t).Take(3).Select(v => mesh.X[v] < 106).Distinct()));
    }

    [Fact]
    public void An_alpha_contour_has_the_area_of_its_pixels_and_keeps_holes()
    {
        var alpha = new byte[40 * 30];
        for (var y = 5; y < 25; y++)
        {
            for (var x = 8; x < 32; x++)
            {
                alpha[(y * 40) + x] = (byte)(x is >= 15 and < 20 && y is >= 10 and < 15 ? 0 : 255);
            }
        }

        var rings = AlphaContour.Trace(alpha, 40, 30);
        Assert.Equal(2, rings.Length);
        Assert.True(Outlines.Holds(rings, new Point(10, 7)));
        Assert.False(Outlines.Holds(rings, new Point(17, 12)));
        Assert.False(Outlines.Holds(rings, new Point(3, 3)));
    }

    /// <summary>Blocks are larger than what is simplified away, so that the rings are exact.</summary>
    [Fact]
    public void An_alpha_contour_follows_any_pattern_of_blocks() => Gen.Bool.Array[35].Sample(blocks =>
    {
        const int Side = 8;
        var alpha = Enumerable.Range(0, 7 * 5 * Side * Side).Select(i => (byte)(blocks[(i / (7 * Side) / Side * 7) + (i % (7 * Side) / Side)] ? 200 : 0)).ToArray();
        var rings = AlphaContour.Trace(alpha, 7 * Side, 5 * Side);
        return Enumerable.Range(0, 35).All(block =>
            Outlines.Holds(rings, new Point((block % 7 * Side) + 3.3, (block / 7 * Side) + 4.7)) == blocks[block]);
    }, iter: 200);

    [Fact]
    public void The_border_of_a_mesh_encloses_what_its_triangles_cover()
    {
        ImmutableArray<ImmutableArray<double>> frame = [[0, 0, 200, 0, 200, 150, 0, 150], [60, 40, 60, 110, 140, 110, 140, 40], [230, 20, 300, 20, 265, 130]];
        var mesh = MeshBuilder.Build(frame, new MeshSettings { Margin = 3, TriangleSide = 13 });
        var triangles = Enumerable.Range(0, mesh.TriangleCount).Sum(t => Mesh.DoubleArea(mesh.X, mesh.Y, mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2])) / 2;

        // The shoelace formula over rings that have the art on one side: holes count against it.
        var rings = mesh.BorderRings();
        Assert.Equal(3, rings.Count);
        var enclosed = rings.Sum(ring => Enumerable.Range(0, ring.Count).Sum(i => (mesh.X[ring[i]] * mesh.Y[ring[(i + 1) % ring.Count]]) - (mesh.X[ring[(i + 1) % ring.Count]] * mesh.Y[ring[i]]))) / 2;
        Assert.Equal(triangles, enclosed, 1e-6);
        Assert.InRange(Outlines.CoveredBy(frame, mesh), 0.999999, 1.000001);

        // Without a corner's triangles some of the art is bare.
        var cut = new Mesh(mesh.X, mesh.Y, [.. mesh.Triangles.Chunk(3).Where(corners => mesh.X[corners[0]] > 40 || mesh.Y[corners[0]] > 40).SelectMany(corners => corners)]);
        Assert.InRange(Outlines.CoveredBy(frame, cut), 0.9, 0.97);
    }

    [Fact]
    public void An_inverse_map_takes_points_back() => Gen.Select(Gen.Double[-3, 3], Gen.Double[0.1, 5], Gen.Double[-900, 900], Gen.Double[-900, 900]).Sample((turn, scale, x, y) =>
    {
        var map = Affine.AboutPivot(new Point(x, y), new Point(y, x), turn, scale, 1 / scale);
        return map.TryInvert(out var inverse) && (inverse.Map(map.Map(new Point(y, -x))) - new Point(y, -x)).Length < 1e-6;
    });
}
