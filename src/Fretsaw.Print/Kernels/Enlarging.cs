using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>Softened sheets that are only enlarged and shifted, by straight lines between texels; two of one grid are mixed. One thread.</summary>
internal sealed unsafe class Enlarging : IDisposable
{
    private readonly SoftSheet row = new();
    private int[] left = [];
    private short[] weights = [];

    /// <param name="b">The softer one; null for none.</param>
    /// <param name="mix">Its part, [0, 32767].</param>
    /// <param name="x">Texel = scale · pixel + shift.</param>
    /// <param name="opacity">[0, 32767]</param>
    public void Lay(Sheet into, in PixelBox clip, SoftSheet a, SoftSheet? b, short mix, (float Scale, float Shift) x, (float Scale, float Shift) y, short opacity)
    {
        var (x0, x1) = Within(x, a.Width, clip.Left, clip.Right);
        var (y0, y1) = Within(y, a.Height, clip.Top, clip.Bottom);
        if (x1 <= x0 || y1 <= y0)
        {
            return;
        }

        var first = (int)MathF.Floor(At(x, x0));
        var texels = Math.Min(a.Width - 1, (int)MathF.Floor(At(x, x1 - 1)) + 1) - first + 1;
        row.Resize(texels + 1, 1);
        Prepare(x, x0, x1 - x0, first);
        fixed (int* l = left)
        fixed (short* w = weights)
        {
            for (var line = y0; line < y1; line++)
            {
                var v = At(y, line);
                var j = (int)MathF.Floor(v);
                var (below, part) = (Math.Min(j + 1, a.Height - 1), Part(v - j));
                Mix(row.Row(0), a.Row(j) + (4 * first), a.Row(below) + (4 * first), b is null ? null : b.Row(j) + (4 * first), b is null ? null : b.Row(below) + (4 * first), part, mix, 4 * texels, Lanes.AreThere);
                Across(into.Row(line) + x0, row.Row(0), l, w, x1 - x0, (x0, line), opacity, Lanes.AreThere);
            }
        }
    }

    public void Dispose() => row.Dispose();

    /// <summary>Where a pixel's middle lies between texels' middles.</summary>
    private static float At((float Scale, float Shift) axis, int pixel) => (axis.Scale * (pixel + 0.5f)) + axis.Shift - 0.5f;

    private static short Part(float fraction) => (short)MathF.Round(fraction * short.MaxValue);

    /// <summary>The pixels whose middles lie between the first texel's and the last's: outside, sheets are clear.</summary>
    private static (int From, int To) Within((float Scale, float Shift) axis, int texels, int from, int to)
    {
        from = Math.Max(from, (int)MathF.Ceiling(((0.5f - axis.Shift) / axis.Scale) - 0.5f));
        to = Math.Min(to, (int)MathF.Floor(((texels - 0.5f - axis.Shift) / axis.Scale) - 0.5f));
        while (from < to && At(axis, from) < 0)
        {
            from++;
        }

        return (from, to);
    }

    /// <summary>For each pixel of a row its left texel, and how far it lies from that.</summary>
    private void Prepare((float Scale, float Shift) x, int x0, int count, int first)
    {
        var padded = (count + 7) & ~7;
        if (left.Length < padded)
        {
            (left, weights) = (new int[padded], new short[padded * 4]);
        }

        for (var i = 0; i < padded; i++)
        {
            var u = At(x, x0 + Math.Min(i, count - 1));
            var j = (int)MathF.Floor(u);
            left[i] = 4 * (j - first);

            weights.AsSpan(Lanes.PlaceOf(i), 4).Fill(Part(u - j));
        }
    }

    /// <summary>A row out of two rows of one sheet, or of two.</summary>
    /// <param name="part">Of the lower row.</param>
    internal static void Mix(short* into, short* a, short* aBelow, short* b, short* bBelow, short part, short mix, int count, bool fast)
    {
        var i = 0;
        var (down, toB) = (Vector256.Create(part), Vector256.Create(mix));
        for (; fast && i + 16 <= count; i += 16)
        {
            var texels = Lanes.Between(Avx.LoadVector256(a + i), Avx.LoadVector256(aBelow + i), down);
            if (b is not null)
            {
                texels = Lanes.Between(texels, Lanes.Between(Avx.LoadVector256(b + i), Avx.LoadVector256(bBelow + i), down), toB);
            }

            Avx.Store(into + i, texels);
        }

        for (; i < count; i++)
        {
            var texel = Scalars.Between(a[i], aBelow[i], part);
            into[i] = b is null ? texel : Scalars.Between(texel, Scalars.Between(b[i], bBelow[i], part), mix);
        }
    }

    internal static void Across(uint* into, short* row, int* left, short* weights, int count, (int X, int Y) at, short opacity, bool fast)
    {
        var i = 0;
        var dither = Dither.Row(at.X, at.Y);
        for (; fast && i + 8 <= count; i += 8)
        {
            var (low, high) = (
                Pair(row, left[i], left[i + 1], left[i + 4], left[i + 5], weights + (4 * i)),
                Pair(row, left[i + 2], left[i + 3], left[i + 6], left[i + 7], weights + (4 * i) + 16));
            Lanes.Lay(into + i, low, high, opacity, dither);
        }

        var soft = stackalloc short[4];
        for (; i < count; i++)
        {
            var texel = row + left[i];
            var weight = weights[Lanes.PlaceOf(i)];
            for (var c = 0; c < 4; c++)
            {
                soft[c] = Scalars.Between(texel[c], texel[c + 4], weight);
            }

            Scalars.LayAt((byte*)(into + i), soft, opacity, Dither.At(at.X + i, at.Y));
        }
    }

    /// <summary>Four pixels, each between a texel and the next.</summary>
    private static Vector256<short> Pair(short* row, int p0, int p1, int p2, int p3, short* weights)
    {
        var (a, b) = (Vector256.Create(Sse2.LoadVector128(row + p0), Sse2.LoadVector128(row + p2)), Vector256.Create(Sse2.LoadVector128(row + p1), Sse2.LoadVector128(row + p3)));
        return Lanes.Between(
            Avx2.UnpackLow(a.AsInt64(), b.AsInt64()).AsInt16(), Avx2.UnpackHigh(a.AsInt64(), b.AsInt64()).AsInt16(), Avx.LoadVector256(weights));
    }
}
