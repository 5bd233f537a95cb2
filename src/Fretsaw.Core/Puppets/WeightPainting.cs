using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>A part's weights: automatic, then painted over, then mirrored.</summary>
public static class WeightPainting
{
    public static BoneWeights Of(Mesh mesh, BoneBend bend, IReadOnlyList<Bone> bones, ImmutableArray<ImmutableArray<double>> outline)
    {
        var weights = HeatWeights.Diffuse(mesh, bones, outline);
        foreach (var stroke in bend.Strokes)
        {
            Paint(mesh, weights, bones.Count, bend.Bones.IndexOf(stroke.Bone), stroke);
        }

        if (bend.Mirror is { } mirror)
        {
            weights = Mirrored(mesh, weights, bend.Bones, mirror);
        }

        return HeatWeights.Strongest(weights, bones.Count, mesh.VertexCount);
    }

    /// <summary>What the painted bone gains the others lose in proportion, so that the sum stays as it was.</summary>
    private static void Paint(Mesh mesh, double[] weights, int bones, int painted, WeightStroke stroke)
    {
        var n = mesh.VertexCount;
        for (var v = 0; v < n; v++)
        {
            var by = stroke.Strength * BrushFalloff.At((stroke.At - new Point(mesh.X[v], mesh.Y[v])).Length, stroke.Radius, stroke.Softness);
            if (by == 0)
            {
                continue;
            }

            var sum = 0.0;
            for (var b = 0; b < bones; b++)
            {
                weights[(b * n) + v] = Math.Max(0, weights[(b * n) + v]);
                sum += weights[(b * n) + v];
            }

            var old = weights[(painted * n) + v] / sum;
            var now = old + ((stroke.Target - old) * by);
            for (var b = 0; b < bones; b++)
            {
                var share = weights[(b * n) + v] / sum;
                var rest = old < 1 ? share * (1 - now) / (1 - old) : (1 - now) / (bones - 1);
                weights[(b * n) + v] = b == painted ? now : rest;
            }
        }
    }

    /// <summary>Each vertex of the side that is written reads the mirrored place of the other, with the bones exchanged.</summary>
    private static double[] Mirrored(Mesh mesh, double[] weights, ImmutableArray<string> bones, WeightMirror mirror)
    {
        var n = mesh.VertexCount;
        var other = bones.Select((bone, index) => Other(bones, index, bone, mirror.Pairs)).ToArray();
        var mirrored = (double[])weights.Clone();
        for (var v = 0; v < n; v++)
        {
            if (mesh.X[v] > mirror.AxisX != mirror.FromLeft)
            {
                continue;
            }

            var (t, wa, wb, wc) = mesh.Locate(new Point((2 * mirror.AxisX) - mesh.X[v], mesh.Y[v]));
            var (a, b, c) = (mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2]);
            for (var bone = 0; bone < bones.Length; bone++)
            {
                var row = bone * n;
                mirrored[(other[bone] * n) + v] = (wa * weights[row + a]) + (wb * weights[row + b]) + (wc * weights[row + c]);
            }
        }

        return mirrored;
    }

    private static int Other(ImmutableArray<string> bones, int index, string bone, ImmutableArray<BonePair> pairs)
    {
        foreach (var pair in pairs)
        {
            if (pair.One == bone || pair.Other == bone)
            {
                return bones.IndexOf(pair.One == bone ? pair.Other : pair.One);
            }
        }

        return index;
    }
}
