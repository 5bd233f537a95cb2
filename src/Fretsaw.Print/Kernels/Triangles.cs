using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>Triangles of a bent drawing, in their order, source over: a pixel belongs to the triangle that holds its middle.</summary>
internal static unsafe class Triangles
{
    /// <param name="positions">Of corners on the board, pairs, px.</param>
    /// <param name="onArt">Of the same on the texture, pairs, texels.</param>
    /// <param name="opacity">[0, 32767]</param>
    public static void Lay(Sheet board, in PixelBox clip, SoftSheet texture, ReadOnlySpan<float> positions, ReadOnlySpan<float> onArt, ReadOnlySpan<int> corners, short opacity)
    {
        for (var t = 0; t + 2 < corners.Length; t += 3)
        {
            var (i, j, k) = (2 * corners[t], 2 * corners[t + 1], 2 * corners[t + 2]);
            Lay(
                board, clip, texture,
                (positions[i], positions[i + 1]), (positions[j], positions[j + 1]), (positions[k], positions[k + 1]),
                (onArt[i], onArt[i + 1]), (onArt[j], onArt[j + 1]), (onArt[k], onArt[k + 1]), opacity, Lanes.AreThere);
        }
    }

    internal static void Lay(
        Sheet board, in PixelBox clip, SoftSheet texture, (float X, float Y) a, (float X, float Y) b, (float X, float Y) c,
        (float X, float Y) onA, (float X, float Y) onB, (float X, float Y) onC, short opacity, bool fast)
    {
        var area = ((b.X - a.X) * (c.Y - a.Y)) - ((c.X - a.X) * (b.Y - a.Y));
        if (!(MathF.Abs(area) >= 1e-6f))
        {
            return;
        }

        var (acrossU, downU, fromU) = Plane(a, b, c, onA.X, onB.X, onC.X, area);
        var (acrossV, downV, fromV) = Plane(a, b, c, onA.Y, onB.Y, onC.Y, area);
        var top = Math.Max(clip.Top, Ceiling(MathF.Min(a.Y, MathF.Min(b.Y, c.Y)) - 0.5f));
        var bottom = Math.Min(clip.Bottom, Ceiling(MathF.Max(a.Y, MathF.Max(b.Y, c.Y)) - 0.5f));
        var (mostU, mostV) = (texture.Width - Sampling.Rim, texture.Height - Sampling.Rim);
        var (maxU, maxV) = (Vector256.Create(mostU), Vector256.Create(mostV));
        var soft = stackalloc short[4];
        for (var y = top; y < bottom; y++)
        {
            var middle = y + 0.5f;
            var (low, high) = (float.MaxValue, float.MinValue);
            Edge(a, b, middle, ref low, ref high);
            Edge(b, c, middle, ref low, ref high);
            Edge(c, a, middle, ref low, ref high);
            var (x, to) = (Math.Max(clip.Left, Ceiling(low - 0.5f)), Math.Min(clip.Right, Ceiling(high - 0.5f)));
            var (u0, v0) = ((downU * middle) + fromU - 0.5f, (downV * middle) + fromV - 0.5f);
            var row = board.Row(y);
            for (var dither = Dither.Row(x, y); fast && x + 8 <= to; x += 8)
            {
                var middles = Vector256.Create((float)x) + Sampling.Middles;
                var u = Fma.MultiplyAdd(middles, Vector256.Create(acrossU), Vector256.Create(u0));
                var v = Fma.MultiplyAdd(middles, Vector256.Create(acrossV), Vector256.Create(v0));
                (u, v) = (Avx.Min(Avx.Max(u, Vector256<float>.Zero), maxU), Avx.Min(Avx.Max(v, Vector256<float>.Zero), maxV));
                var (lower, upper) = Sampling.Eight(texture, null, 0, u, v);
                Lanes.Lay(row + x, lower, upper, opacity, dither);
            }

            for (; x < to; x++)
            {
                var (u, v) = (MathF.FusedMultiplyAdd(x + 0.5f, acrossU, u0), MathF.FusedMultiplyAdd(x + 0.5f, acrossV, v0));
                Sampling.One(texture, null, 0, MathF.Min(MathF.Max(u, 0), mostU), MathF.Min(MathF.Max(v, 0), mostV), soft);
                Scalars.LayAt((byte*)(row + x), soft, opacity, Dither.At(x, y));
            }
        }
    }

    /// <summary>The affine function of the place that has these values at the corners: its slopes, and its value at the origin.</summary>
    private static (float Across, float Down, float From) Plane((float X, float Y) a, (float X, float Y) b, (float X, float Y) c, float atA, float atB, float atC, float area)
    {
        var across = (((atB - atA) * (c.Y - a.Y)) - ((atC - atA) * (b.Y - a.Y))) / area;
        var down = (((atC - atA) * (b.X - a.X)) - ((atB - atA) * (c.X - a.X))) / area;
        return (across, down, atA - (across * a.X) - (down * a.Y));
    }

    /// <summary>Half open, so that a row through a shared corner belongs to one side.</summary>
    private static void Edge((float X, float Y) p, (float X, float Y) q, float y, ref float low, ref float high)
    {
        if (p.Y > q.Y)
        {
            (p, q) = (q, p);
        }

        if (y >= p.Y && y < q.Y)
        {
            var x = p.X + ((y - p.Y) / (q.Y - p.Y) * (q.X - p.X));
            (low, high) = (MathF.Min(low, x), MathF.Max(high, x));
        }
    }

    private static int Ceiling(float value) => (int)Math.Clamp(MathF.Ceiling(value), -1e7f, 1e7f);
}
