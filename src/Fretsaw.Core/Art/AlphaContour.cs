using System.Collections.Immutable;
using NetTopologySuite.Simplify;

namespace Fretsaw.Core.Art;

/// <summary>Rings round the opaque area of a raster picture.</summary>
public static class AlphaContour
{
    /// <summary>Half a pixel keeps the staircase out and stays inside the smallest useful margin.</summary>
    private const double Tolerance = 0.6;

    /// <summary>px²; smaller is dust.</summary>
    private const double SpeckArea = 4;

    internal const int MostRings = 2000;

    // Directed border edges by their start corner.
    private const byte Right = 1;
    private const byte Down = 2;
    private const byte Left = 4;
    private const byte Up = 8;

    /// <summary>
    /// Follows the border between pixels whose alpha reaches the threshold and those that do not, along pixel edges,
    /// with the art on the right-hand side. Two rings that touch at a corner stay two rings (4-connected art).
    /// </summary>
    /// <param name="alpha">Row by row, width × height.</param>
    /// <param name="threshold">[1, 255]</param>
    public static ImmutableArray<ImmutableArray<double>> Trace(ReadOnlySpan<byte> alpha, int width, int height, int threshold = 8)
    {
        var (edges, stride, clear) = (new byte[(width + 1) * (height + 1)], width + 1, (byte)(threshold - 1));
        for (var y = 0; y < height; y++)
        {
            var row = Row(alpha, width, y);
            var end = 0;
            for (var from = row.IndexOfAnyExceptInRange((byte)0, clear); from >= 0 && from < width; from = Next(row, end, clear))
            {
                var length = row[from..].IndexOfAnyInRange((byte)0, clear);
                end = length < 0 ? width : from + length;
                edges[(y * stride) + end] |= Down;
                edges[((y + 1) * stride) + from] |= Up;
                Border(Row(alpha, width, y - 1), from, end, clear, edges.AsSpan(y * stride), Right);
                Border(Row(alpha, width, y + 1), from, end, clear, edges.AsSpan(((y + 1) * stride) + 1), Left);
            }
        }

        var area = Polygons.FromRings(WithoutSpecks(Rings(edges, stride)));
        return Polygons.ToRings(TopologyPreservingSimplifier.Simplify(area, Tolerance));
    }

    /// <summary>
    /// Dust and grain have rings by the thousand that nobody grabs or bends. The picture keeps them; its outline does not, unless
    /// there is nothing else.
    /// </summary>
    /// <param name="rings">As they are found, each good until the next: a picture of checkers has millions, which are never all there.</param>
    private static ImmutableArray<ImmutableArray<double>> WithoutSpecks(IEnumerable<List<double>> rings)
    {
        var (sized, specks) = (new LargestRings(MostRings), new LargestRings(MostRings));
        foreach (var ring in rings)
        {
            var area = Math.Abs(Area(ring));
            if (area >= SpeckArea)
            {
                sized.Add(ring, area);
            }
            else if (sized.IsEmpty)
            {
                specks.Add(ring, area);
            }
        }

        return sized.IsEmpty ? specks.All() : sized.All();
    }

    private static double Area(List<double> ring)
    {
        var sum = 0.0;
        for (int i = 0, j = ring.Count - 2; i < ring.Count; j = i, i += 2)
        {
            sum += (ring[j] * ring[i + 1]) - (ring[i] * ring[j + 1]);
        }

        return sum / 2;
    }

    private static ReadOnlySpan<byte> Row(ReadOnlySpan<byte> alpha, int width, int y) =>
        y < 0 || (y + 1) * width > alpha.Length ? [] : alpha.Slice(y * width, width);

    /// <summary>Where a row's next opaque run begins; −1 for none.</summary>
    private static int Next(ReadOnlySpan<byte> row, int from, byte clear)
    {
        var next = row[from..].IndexOfAnyExceptInRange((byte)0, clear);
        return next < 0 ? -1 : from + next;
    }

    /// <summary>Marks the pixels of an opaque run that have nothing beside them.</summary>
    /// <param name="beside">The row above or below; empty beyond the picture.</param>
    private static void Border(ReadOnlySpan<byte> beside, int from, int end, byte clear, Span<byte> edges, byte direction)
    {
        while (from < end)
        {
            var next = beside.IsEmpty ? 0 : beside[from..end].IndexOfAnyInRange((byte)0, clear);
            if (next < 0)
            {
                return;
            }

            from += next;
            edges[from++] |= direction;
        }
    }

    private static IEnumerable<List<double>> Rings(byte[] edges, int stride)
    {
        int[] step = [1, stride, -1, -stride];
        var ring = new List<double>();
        for (var (from, next) = (0, 0); (next = edges.AsSpan(from).IndexOfAnyExcept((byte)0)) >= 0;)
        {
            from += next;
            while (edges[from] != 0)
            {
                ring.Clear();
                var (at, direction) = (from, -1);
                do
                {
                    var way = Turn(edges[at], direction);
                    if (way != direction)
                    {
                        ring.Add(at % stride);
                        ring.Add(at / stride);
                    }

                    edges[at] &= (byte)~(1 << way);
                    direction = way;
                    at += step[way];
                }
                while (at != from);

                if (ring.Count >= 6)
                {
                    yield return ring;
                }
            }
        }
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
