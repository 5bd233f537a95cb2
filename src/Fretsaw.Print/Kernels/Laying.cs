using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>Sheets over sheets, pixel for pixel. Porter and Duff, "Compositing digital images", SIGGRAPH 1984.</summary>
internal static unsafe class Laying
{
    private const uint Opaque = 0xFF000000;

    /// <summary>Source over.</summary>
    /// <param name="at">Where the sheet's corner lies.</param>
    /// <param name="opacity">[0, 255]</param>
    public static void Over(Sheet into, in PixelBox clip, Sheet from, (int X, int Y) at, int opacity)
    {
        var box = new PixelBox(at.X, at.Y, at.X + from.Width, at.Y + from.Height).Cut(clip);
        for (var y = box.Top; y < box.Bottom; y++)
        {
            Over(into.Row(y) + box.Left, from.Row(y - at.Y) + box.Left - at.X, box.Width, opacity, Lanes.AreThere);
        }
    }

    /// <summary>Keeps of a sheet what another covers, or leaves bare: destination in and destination out.</summary>
    public static void Keep(Sheet of, Sheet by, bool outside)
    {
        for (var y = 0; y < of.Height; y++)
        {
            Keep(of.Row(y), by.Row(y), of.Width, outside, Lanes.AreThere);
        }
    }

    /// <summary>A softened sheet, pixel for pixel.</summary>
    /// <param name="opacity">[0, 32767]</param>
    public static void Over(Sheet into, in PixelBox clip, SoftSheet from, (int X, int Y) at, short opacity)
    {
        var box = new PixelBox(at.X, at.Y, at.X + from.Width, at.Y + from.Height).Cut(clip);
        for (var y = box.Top; y < box.Bottom; y++)
        {
            Over(into.Row(y) + box.Left, from.Row(y - at.Y) + (4 * (box.Left - at.X)), box.Width, (box.Left, y), opacity, Lanes.AreThere);
        }
    }

    internal static void Over(uint* into, uint* from, int count, int opacity, bool fast)
    {
        var i = 0;
        for (var o = Vector256.Create((ushort)opacity); fast && i + 8 <= count; i += 8)
        {
            var pixels = Avx.LoadVector256((byte*)(from + i));
            var (low, high) = (Lanes.Low(pixels), Lanes.High(pixels));
            if (opacity < 255)
            {
                (low, high) = (By255(Avx2.MultiplyLow(low.AsUInt16(), o)), By255(Avx2.MultiplyLow(high.AsUInt16(), o)));
            }
            else
            {
                var alpha = pixels & Vector256.Create(Opaque).AsByte();
                if (Avx.TestZ(alpha, alpha))
                {
                    continue;
                }

                if (Avx.TestC(alpha, Vector256.Create(Opaque).AsByte()))
                {
                    Avx.Store((byte*)(into + i), pixels);
                    continue;
                }
            }

            var under = Avx.LoadVector256((byte*)(into + i));
            Avx.Store((byte*)(into + i), Avx2.PackUnsignedSaturate(Over(low, Lanes.Low(under)), Over(high, Lanes.High(under))));
        }

        for (; i < count; i++)
        {
            var d = (byte*)(into + i);
            var s = (byte*)(from + i);
            var alpha = Scalars.By255(s[3] * opacity);
            for (var c = 0; c < 4; c++)
            {
                d[c] = (byte)Math.Min(255, Scalars.By255(s[c] * opacity) + Scalars.By255(d[c] * (255 - alpha)));
            }
        }
    }

    internal static void Keep(uint* of, uint* by, int count, bool outside, bool fast)
    {
        var i = 0;
        for (var full = Vector256.Create((short)255); fast && i + 8 <= count; i += 8)
        {
            var (covers, pixels) = (Avx.LoadVector256((byte*)(by + i)), Avx.LoadVector256((byte*)(of + i)));
            var (low, high) = (Lanes.Alphas(Lanes.Low(covers)), Lanes.Alphas(Lanes.High(covers)));
            (low, high) = outside ? (full - low, full - high) : (low, high);
            Avx.Store((byte*)(of + i), Avx2.PackUnsignedSaturate(
                By255(Avx2.MultiplyLow(Lanes.Low(pixels), low).AsUInt16()), By255(Avx2.MultiplyLow(Lanes.High(pixels), high).AsUInt16())));
        }

        for (; i < count; i++)
        {
            var d = (byte*)(of + i);
            var alpha = (int)(by[i] >> 24);
            for (var c = 0; c < 4; c++)
            {
                d[c] = (byte)Scalars.By255(d[c] * (outside ? 255 - alpha : alpha));
            }
        }
    }

    internal static void Over(uint* into, short* from, int count, (int X, int Y) at, short opacity, bool fast)
    {
        var i = 0;
        var dither = Dither.Row(at.X, at.Y);
        for (; fast && i + 8 <= count; i += 8)
        {
            // Four pixels a load; the halves take 0 1 4 5 and 2 3 6 7.
            var (a, b) = (Avx.LoadVector256(from + (4 * i)), Avx.LoadVector256(from + (4 * i) + 16));
            Lanes.Lay(into + i, Avx2.Permute2x128(a, b, 0x20), Avx2.Permute2x128(a, b, 0x31), opacity, dither);
        }

        var soft = stackalloc short[4];
        for (; i < count; i++)
        {
            for (var c = 0; c < 4; c++)
            {
                soft[c] = from[(4 * i) + c];
            }

            Scalars.LayAt((byte*)(into + i), soft, opacity, Dither.At(at.X + i, at.Y));
        }
    }

    private static Vector256<short> By255(Vector256<ushort> x)
    {
        x += Vector256.Create((ushort)128);
        return Avx2.ShiftRightLogical(x + Avx2.ShiftRightLogical(x, 8), 8).AsInt16();
    }

    private static Vector256<short> Over(Vector256<short> half, Vector256<short> under) =>
        half + By255(Avx2.MultiplyLow(under, Vector256.Create((short)255) - Lanes.Alphas(half)).AsUInt16());
}
