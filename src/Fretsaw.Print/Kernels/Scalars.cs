using System.Runtime.CompilerServices;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>The arithmetic of <see cref="Lanes"/>, a pixel at a time: for the ends of rows, and for machines without AVX2.</summary>
internal static unsafe class Scalars
{
    /// <summary>a · b / 32768, rounded: what one instruction does to sixteen numbers (PMULHRSW).</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static short Times(short a, short b) => (short)(((a * b) + 0x4000) >> 15);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static short Between(short a, short b, short w) => (short)(a + Times((short)(b - a), w));

    /// <summary>x / 255, rounded, for x up to 255².</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static int By255(int x) => ((x + 128) + ((x + 128) >> 8)) >> 8;

    /// <summary>Four shorts over a pixel, faded; nothing where they have no alpha.</summary>
    /// <param name="opacity">[0, 32767]</param>
    public static void LayAt(byte* into, short* soft, short opacity, int dither)
    {
        if (soft[3] == 0)
        {
            return;
        }

        for (var c = 0; opacity < short.MaxValue && c < 4; c++)
        {
            soft[c] = Times(soft[c], opacity);
        }

        Lay(into, soft, dither);
    }

    /// <summary>Four shorts over a pixel.</summary>
    private static void Lay(byte* into, short* soft, int dither)
    {
        var rest = (short)(32767 - soft[3] - (soft[3] >> 8));
        for (var c = 0; c < 4; c++)
        {
            into[c] = (byte)Math.Clamp((soft[c] + Times((short)(into[c] << SoftSheet.Bits), rest) + dither) >> SoftSheet.Bits, 0, 255);
        }
    }
}
