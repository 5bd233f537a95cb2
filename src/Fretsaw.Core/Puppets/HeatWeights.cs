using System.Collections.Immutable;
using System.Runtime.Intrinsics;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>How much of each bone each vertex of a mesh follows: at most four bones a vertex, weights summing to 1.</summary>
/// <param name="Bones">By vertex four indices into the bones of the <see cref="BoneBend"/>.</param>
/// <param name="Weights">By vertex four weights ≥ 0; unused ones are 0.</param>
public sealed record BoneWeights(int[] Bones, double[] Weights)
{
    public const int Most = 4;
}

/// <summary>
/// Heat diffusion over the mesh (Baran &amp; Popović, "Automatic Rigging and Animation of 3D Characters", SIGGRAPH 2007,
/// §4): bone b heats the vertices that are nearest to it, and its weights are where that heat comes to rest,
/// (L + M·H)·w = M·H·p, with L the cotangent Laplacian, M the vertex areas, H = 1/d² for the distance d to the nearest bone
/// that the vertex sees, and p = 1 at the vertices whose nearest bone is b. Solved once per mesh and set of bones, bones
/// in pairs, with the same sparse factor as pins.
/// </summary>
public static class HeatWeights
{
    /// <summary>Bones this much farther than the nearest one share its heat, as a part of the distance.</summary>
    private const double Tie = 1e-4;

    /// <summary>
    /// Closer than this a vertex is on the bone: 1/d² stays finite, and a joint in the middle of the art blends over a part of
    /// the art's thickness and not over a hairline. In the plane the mesh lies on the bones, which in space it never does.
    /// </summary>
    private const double CorePart = 0.5;

    /// <summary>The thickness is the distance from the bones that this part of the vertices stays below.</summary>
    private const double Thickness = 0.9;

    /// <summary>Cotangents of obtuse corners may be negative; the diffusion needs positive ones.</summary>
    private const double LeastWeight = 1e-3;

    /// <summary>Weights of all bones at all vertices, row by row of bones: weight of bone b at v is [b·n + v].</summary>
    /// <param name="outline">The art's rings; a bone that lies behind their gap is not seen.</param>
    public static double[] Diffuse(Mesh mesh, IReadOnlyList<Bone> bones, ImmutableArray<ImmutableArray<double>> outline)
    {
        var (matrix, heat) = System(mesh, bones, outline);
        var n = mesh.VertexCount;
        var weights = new double[bones.Count * n];
        var factor = new SparseCholesky(matrix);
        var spare = new double[n];
        var work = new Vector128<double>[n];
        heat.CopyTo(weights, 0);
        for (var b = 0; b < bones.Count; b += 2)
        {
            var second = b + 1 < bones.Count ? weights.AsSpan((b + 1) * n, n) : spare;
            factor.SolveInPlace(weights.AsSpan(b * n, n), second, work);
        }

        return weights;
    }

    /// <summary>The matrix L + M·H, and M·H·p of each bone, row by row. Public for checks against a dense solver.</summary>
    public static (SymmetricBuilder Matrix, double[] Heat) System(Mesh mesh, IReadOnlyList<Bone> bones, ImmutableArray<ImmutableArray<double>> outline)
    {
        var n = mesh.VertexCount;
        var matrix = new SymmetricBuilder(n);
        foreach (var ((a, b), cotangents) in mesh.EdgeCotangents())
        {
            var w = Math.Max(LeastWeight, cotangents / 2);
            matrix.Add(a, b, -w);
            matrix.Add(a, a, w);
            matrix.Add(b, b, w);
        }

        var heat = new double[bones.Count * n];
        var areas = mesh.VertexAreas();
        var distance = new double[bones.Count];
        var core = Core(mesh, bones);
        for (var v = 0; v < n; v++)
        {
            var at = new Point(mesh.X[v], mesh.Y[v]);
            var seen = false;
            for (var b = 0; b < bones.Count; b++)
            {
                var foot = NearestOn(bones[b], at);
                distance[b] = Math.Max(core, (foot - at).Length);
                if (!Sees(at, foot, outline))
                {
                    distance[b] = -distance[b];
                }
                else
                {
                    seen = true;
                }
            }

            // Where no bone is seen all are: a thin neck or a stray island still needs heat from somewhere.
            for (var b = 0; b < distance.Length; b++)
            {
                distance[b] = !seen ? Math.Abs(distance[b]) : distance[b] < 0 ? double.PositiveInfinity : distance[b];
            }

            var nearest = distance.Min();
            var h = areas[v] / (nearest * nearest);
            var sharers = distance.Count(d => d <= nearest * (1 + Tie));
            matrix.Add(v, v, h);
            for (var b = 0; b < distance.Length; b++)
            {
                heat[(b * n) + v] = distance[b] <= nearest * (1 + Tie) ? h / sharers : 0;
            }
        }

        return (matrix, heat);
    }

    /// <summary>The four largest of each vertex, made to sum to 1.</summary>
    /// <param name="all">As <see cref="Diffuse"/> gives them; negative rounding counts as 0.</param>
    public static BoneWeights Strongest(double[] all, int bones, int vertices)
    {
        var (indices, weights) = (new int[BoneWeights.Most * vertices], new double[BoneWeights.Most * vertices]);
        var order = new int[bones];
        for (var v = 0; v < vertices; v++)
        {
            for (var b = 0; b < bones; b++)
            {
                order[b] = b;
            }

            Array.Sort(order, (p, q) => all[(q * vertices) + v].CompareTo(all[(p * vertices) + v]) is not 0 and var by ? by : p.CompareTo(q));
            var sum = 0.0;
            for (var k = 0; k < Math.Min(BoneWeights.Most, bones); k++)
            {
                var weight = Math.Max(0, all[(order[k] * vertices) + v]);
                (indices[(BoneWeights.Most * v) + k], weights[(BoneWeights.Most * v) + k]) = (order[k], weight);
                sum += weight;
            }

            for (var k = 0; k < BoneWeights.Most; k++)
            {
                weights[(BoneWeights.Most * v) + k] = sum > 0 ? weights[(BoneWeights.Most * v) + k] / sum : k == 0 ? 1 : 0;
            }
        }

        return new BoneWeights(indices, weights);
    }

    private static double Core(Mesh mesh, IReadOnlyList<Bone> bones)
    {
        // Art of no area has no mesh.
        if (mesh.VertexCount == 0)
        {
            return 0.5;
        }

        var apart = Enumerable.Range(0, mesh.VertexCount)
            .Select(v => bones.Min(bone => (NearestOn(bone, new Point(mesh.X[v], mesh.Y[v])) - new Point(mesh.X[v], mesh.Y[v])).Length)).Order().ToList();
        return Math.Max(0.5, CorePart * apart[(int)(Thickness * (apart.Count - 1))]);
    }

    private static Point NearestOn(Bone bone, Point p)
    {
        var along = bone.End - bone.Start;
        var t = Math.Clamp(Point.Dot(p - bone.Start, along) / Point.Dot(along, along), 0, 1);
        return bone.Start + (along * t);
    }

    /// <summary>Nothing of the way lies outside the art: tried at a few points along it.</summary>
    private static bool Sees(Point from, Point to, ImmutableArray<ImmutableArray<double>> outline)
    {
        // The ends may stand out of the art by the mesh's margin.
        for (var i = 2; i <= 6; i++)
        {
            if (!Outlines.Holds(outline, from + ((to - from) * (i / 8.0))))
            {
                return false;
            }
        }

        return true;
    }
}
