using System.Runtime.Intrinsics;
using Fretsaw.Core.Geometry;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// The rounds of a solve even out what is uneven over a few triangles at once, and what is uneven over the whole art only
/// slowly. Solved on large triangles first, the whole art is nearly right when the small ones begin: a cascade of two grids
/// (Bornemann &amp; Deuflhard, "The cascadic multigrid method for elliptic problems", 1996).
/// </summary>
/// <param name="System">On the large triangles.</param>
/// <param name="Corners">By vertex of the small ones, the three corners of the large triangle that it lies in.</param>
/// <param name="Weights">Its barycentric weights there, three a vertex.</param>
public sealed record CoarseStart(ArapSystem System, int[] Corners, double[] Weights)
{
    internal static CoarseStart Of(ArapSystem system, Mesh fine)
    {
        var (corners, weights) = (new int[3 * fine.VertexCount], new double[3 * fine.VertexCount]);
        for (var v = 0; v < fine.VertexCount; v++)
        {
            var (t, a, b, c) = system.Mesh.Locate(new Point(fine.X[v], fine.Y[v]));
            system.Mesh.Triangles.AsSpan(3 * t, 3).CopyTo(corners.AsSpan(3 * v));
            (weights[3 * v], weights[(3 * v) + 1], weights[(3 * v) + 2]) = (a, b, c);
        }

        return new CoarseStart(system, corners, weights);
    }

    /// <summary>The turns of the large triangles' corners, blended at every vertex of the small ones.</summary>
    /// <param name="rank">By vertex of the small ones, when their matrix eliminates it.</param>
    /// <param name="turns">By vertex, in that order.</param>
    internal void Blend(ArapState from, int[] rank, Pair[] turns)
    {
        for (var v = 0; v < rank.Length; v++)
        {
            var (c, s) = (0.0, 0.0);
            for (var corner = 3 * v; corner < (3 * v) + 3; corner++)
            {
                c += Weights[corner] * from.Cos[Corners[corner]];
                s += Weights[corner] * from.Sin[Corners[corner]];
            }

            turns[rank[v]] = ArapState.Unit(Vector128.Create(c, s));
        }
    }
}
