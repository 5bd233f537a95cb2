using System.Collections.Immutable;
using NetTopologySuite.Simplify;

namespace Fretsaw.Core.Geometry;

/// <summary>Rings round the opaque area of a raster picture.</summary>
public static class AlphaContour
{
    /// <summary>Half a pixel keeps the staircase out and stays inside the smallest useful margin.</summary>
    private const double Tolerance = 0.6;

    /// <summary>
    /// Follows the border between pixels whose alpha reaches the threshold and those that do not, along pixel edges,
    /// with the art on the right-hand side. Two rings that touch at a corner stay two rings (4-connected art).
    /// </summary>
    /// <param name="alpha">Row by row, width × height.</param>
    /// <param name="threshold">[1, 255]</param>
    public static ImmutableArray<ImmutableArray<double>> Trace(ReadOnlySpan<byte> alpha, int width, int height, int threshold = 8)
    {
        // Directed border edges by their start corner: right, down, left, up as bits 1, 2, 4, 8.
        var edges = new byte[(width + 1) * (height + 1)];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                if (alpha[(y * width) + x] < threshold)
                {
                    continue;
                }

                if (y == 0 || alpha[((y - 1) * width) + x] < threshold)
                {
                    edges[(y * (width + 1)) + x] |= 1;
                }

                if (x == width - 1 || alpha[(y * width) + x + 1] < threshold)
                {
                    edges[(y * (width + 1)) + x + 1] |= 2;
                }

                if (y == height - 1 || alpha[((y + 1) * width) + x] < threshold)
                {
                    edges[((y + 1) * (width + 1)) + x + 1] |= 4;
                }

                if (x == 0 || alpha[(y * width) + x - 1] < threshold)
                {
                    edges[((y + 1) * (width + 1)) + x] |= 8;
                }
            }
        }

        var area = Polygons.FromRings(Rings(edges, width + 1));
        return Polygons.ToRings(TopologyPreservingSimplifier.Simplify(area, Tolerance));
    }

    private static ImmutableArray<ImmutableArray<double>> Rings(byte[] edges, int stride)
    {
        Span<int> step = [1, stride, -1, -stride];
        var rings = ImmutableArray.CreateBuilder<ImmutableArray<double>>();
        for (var from = 0; from < edges.Length; from++)
        {
            while (edges[from] != 0)
            {
                var ring = ImmutableArray.CreateBuilder<double>();
                var (at, direction) = (from, -1);
                do
                {
                    var next = Turn(edges[at], direction);
                    if (next != direction)
                    {
                        ring.Add(at % stride);
                        ring.Add(at / stride);
                    }

                    edges[at] &= (byte)~(1 << next);
                    direction = next;
                    at += step[next];
                }
                while (at != from);

                if (ring.Count >= 6)
                {
                    rings.Add(ring.ToImmutable());
                }
            }
        }

        return rings.ToImmutable();
    }

    /// <summary>At a corner where two rings touch, turn right: the art is on the right.</summary>
    private static int Turn(byte choices, int direction)
    {
        if (direction >= 0 && (choices & (1 << ((direction + 1) & 3))) != 0)
        {
            return (direction + 1) & 3;
        }

        if (direction >= 0 && (choices & (1 << direction)) != 0)
        {
            return direction;
        }

        return System.Numerics.BitOperations.TrailingZeroCount(choices);
    }
}
