using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

public class HeatWeightsTests
{
    private static readonly Drawing Strip = TestFilm.Box("strip", 0, 0, 300, 60);
    private static readonly Mesh Mesh = MeshBuilder.Build(Strip.Outline, new MeshSettings { TriangleSide = 16 });
    private static readonly ImmutableArray<Bone> Three = [TestFilm.Bone("a", 10, 30, 100, 30), TestFilm.Bone("b", 100, 30, 200, 30, "a"), TestFilm.Bone("c", 200, 30, 290, 30, "b")];

    /// <summary>Outside check: the same equation over a dense matrix of MathNet.Numerics.</summary>
    [Fact]
    public void Weights_are_those_of_a_dense_solve()
    {
        var ours = HeatWeights.Diffuse(Mesh, Three, Strip.Outline);
        var (matrix, heat) = HeatWeights.System(Mesh, Three, Strip.Outline);
        var n = Mesh.VertexCount;
        var dense = Matrix<double>.Build.Dense(n, n, (i, j) => matrix[i, j]).Cholesky();
        for (var bone = 0; bone < 3; bone++)
        {
            var wanted = dense.Solve(Vector<double>.Build.Dense(heat.AsSpan(bone * n, n).ToArray()));
            for (var v = 0; v < n; v++)
            {
                Assert.Equal(wanted[v], ours[(bone * n) + v], 1e-9);
            }
        }
    }

    [Fact]
    public void Weights_sum_to_one_and_each_bone_has_its_own_stretch()
    {
        var weights = WeightPainting.Of(Mesh, new BoneBend { Bones = ["a", "b", "c"] }, Three, Strip.Outline);
        for (var v = 0; v < Mesh.VertexCount; v++)
        {
            var own = weights.Weights.AsSpan(BoneWeights.Most * v, BoneWeights.Most);
            Assert.Equal(1, own[0] + own[1] + own[2] + own[3], 1e-12);
            Assert.True(own.ToArray().All(weight => weight >= 0));
        }

        Assert.True(Of(weights, 0, 30) > 0.95 && Of(weights, 1, 150) > 0.8 && Of(weights, 2, 270) > 0.95);
        Assert.InRange(Of(weights, 0, 100), 0.3, 0.7);
    }

    [Fact]
    public void No_more_than_four_bones_count_at_a_vertex()
    {
        ImmutableArray<Bone> many = [.. Enumerable.Range(0, 9).Select(i => TestFilm.Bone($"b{i}", 15 + (i * 30), 10, 15 + (i * 30), 50))];
        var all = HeatWeights.Diffuse(Mesh, many, Strip.Outline);
        var strongest = HeatWeights.Strongest(all, 9, Mesh.VertexCount);
        Assert.Equal(4 * Mesh.VertexCount, strongest.Weights.Length);
        Assert.All(Enumerable.Range(0, Mesh.VertexCount), v => Assert.Equal(1, strongest.Weights.Skip(4 * v).Take(4).Sum(), 12));
    }

    [Fact]
    public void A_bone_behind_a_gap_gives_no_heat_across_it()
    {
        // A U: the left arm's bone is nearer to the right arm's inner side than the right arm's own bone, but not seen from it.
        ImmutableArray<ImmutableArray<double>> u = [[0, 0, 40, 0, 40, 160, 60, 160, 60, 0, 140, 0, 140, 200, 0, 200]];
        var mesh = MeshBuilder.Build(u, new MeshSettings { TriangleSide = 10, Margin = 1 });
        ImmutableArray<Bone> bones = [TestFilm.Bone("left", 35, 10, 35, 120), TestFilm.Bone("right", 130, 10, 130, 120)];
        var weights = HeatWeights.Diffuse(mesh, bones, u);
        var inner = Enumerable.Range(0, mesh.VertexCount).Where(v => mesh.X[v] is > 62 and < 75 && mesh.Y[v] < 60).ToList();
        Assert.NotEmpty(inner);
        Assert.All(inner, v => Assert.True(weights[mesh.VertexCount + v] > 0.9));
    }

    [Fact]
    public void Painting_moves_weight_to_a_bone_and_the_sum_stays_one()
    {
        var bend = new BoneBend { Bones = ["a", "b", "c"], Strokes = [new WeightStroke("c", new Point(30, 30), 40, 1, 1, 0)] };
        var weights = WeightPainting.Of(Mesh, bend, Three, Strip.Outline);
        Assert.True(Of(weights, 2, 30) > 0.99);
        Assert.True(Of(weights, 1, 150) > 0.8);
        Assert.All(Enumerable.Range(0, Mesh.VertexCount), v => Assert.Equal(1, weights.Weights.Skip(4 * v).Take(4).Sum(), 12));
    }

    [Fact]
    public void A_mirror_gives_the_other_side_the_same_weights_with_the_bones_exchanged()
    {
        ImmutableArray<Bone> pair = [TestFilm.Bone("l", 10, 30, 140, 30), TestFilm.Bone("r", 290, 30, 160, 30)];
        var bend = new BoneBend
        {
            Bones = ["l", "r"],
            Strokes = [new WeightStroke("r", new Point(60, 30), 30, 0.7, 1)],
            Mirror = new WeightMirror(150, true, [new BonePair("l", "r")]),
        };
        var weights = WeightPainting.Of(Mesh, bend, pair, Strip.Outline);
        foreach (var x in (double[])[30, 60, 90, 120])
        {
            Assert.Equal(Of(weights, 0, x), Of(weights, 1, 300 - x), 0.05);
        }

        Assert.True(Of(weights, 0, 240) > 0.5);
    }

    [Fact]
    public void A_bent_part_follows_its_bones_and_what_is_far_from_the_joint_stays_rigid()
    {
        var part = TestFilm.Part("p", "strip") with { Mesh = new MeshSettings { TriangleSide = 16 }, Bend = new BoneBend { Bones = ["a", "b", "c"] } };
        var puppet = new Puppet { Id = "pup", Name = "P", Parts = [part], Bones = Three };
        var frame = TestFilm.At(TestFilm.Of(puppet, [Strip], TestFilm.Keyed("b", "turn", (1, 60)), TestFilm.Keyed("a", "length", (1, 100))), 1);
        var mesh = frame.Cast[0].Meshes[0]!;
        var far = 0.01 * 300; // A hundredth of the strip: the last trace of the other bones' heat.
        Assert.True((mesh.Carry(new Point(20, 30)) - new Point(20, 30)).Length < far);
        var bone = frame.World("c");
        Assert.True((mesh.Carry(new Point(280, 30)) - bone.Map(new Point(280, 30))).Length < far);
        Assert.Equal(0, mesh.Mesh.CountFlipped(mesh.X, mesh.Y));
    }

    private static double Of(BoneWeights weights, int bone, double x)
    {
        var (t, a, b, c) = Mesh.Locate(new Point(x, 30));
        return (a * At(3 * t)) + (b * At((3 * t) + 1)) + (c * At((3 * t) + 2));

        double At(int corner)
        {
            var v = Mesh.Triangles[corner];
            return Enumerable.Range(4 * v, 4).Where(k => weights.Bones[k] == bone).Sum(k => weights.Weights[k]);
        }
    }
}
