using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// Eight pixels at a time, with AVX2, in two halves of sixteen bits: pixels 0 1 4 5 and 2 3 6 7, as unpacking bytes leaves them. Every
/// kernel has a scalar twin that yields the same bits.
/// </summary>
internal static unsafe class Lanes
{
    /// <summary>The first half's pixels' numbers, then the second's.</summary>
    public static readonly int[] Order = [0, 1, 4, 5, 2, 3, 6, 7];

    public static bool AreThere { get; } = Avx2.IsSupported && Fma.IsSupported;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> Low(Vector256<byte> v) => Avx2.UnpackLow(v, Vector256<byte>.Zero).AsInt16();

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> High(Vector256<byte> v) => Avx2.UnpackHigh(v, Vector256<byte>.Zero).AsInt16();

    /// <summary>Each pixel's alpha in all four channels.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> Alphas(Vector256<short> half) => Avx2.Shuffle(
        half.AsByte(),
        Vector256.Create((byte)6, 7, 6, 7, 6, 7, 6, 7, 14, 15, 14, 15, 14, 15, 14, 15, 6, 7, 6, 7, 6, 7, 6, 7, 14, 15, 14, 15, 14, 15, 14, 15)).AsInt16();

    /// <summary>a + (b − a) · w, of <see cref="SoftSheet"/>'s numbers; w in 1/32768.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> Between(Vector256<short> a, Vector256<short> b, Vector256<short> w) => a + Avx2.MultiplyHighRoundScale(b - a, w);

    /// <summary>Half of a soft source over half of what lies there, both still in sixteen bits.</summary>
    /// <param name="under">Of eight bits.</param>
    /// <param name="dither">In [1, 127].</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<short> Over(Vector256<short> soft, Vector256<short> under, Vector256<short> dither)
    {
        var alpha = Alphas(soft);
        var rest = Vector256.Create((short)32767) - alpha - Avx2.ShiftRightLogical(alpha, 8);
        return Avx2.ShiftRightLogical(soft + Avx2.MultiplyHighRoundScale(Avx2.ShiftLeftLogical(under, SoftSheet.Bits), rest) + dither, SoftSheet.Bits);
    }

    /// <summary>Where a pixel's four numbers stand in a row of weights that is laid out in that order, which is its own inverse.</summary>
    public static int PlaceOf(int pixel) => (4 * (pixel & ~7)) + (4 * Order[pixel & 7]);

    /// <summary>Lays eight soft pixels, faded; those of no alpha leave everything as it is.</summary>
    /// <param name="opacity">[0, 32767]</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Lay(uint* into, Vector256<short> low, Vector256<short> high, short opacity, short* dither)
    {
        if (AreClear(low, high))
        {
            return;
        }

        if (opacity < short.MaxValue)
        {
            var part = Vector256.Create(opacity);
            (low, high) = (Avx2.MultiplyHighRoundScale(low, part), Avx2.MultiplyHighRoundScale(high, part));
        }

        var under = Avx.LoadVector256((byte*)into);
        Avx.Store((byte*)into, Avx2.PackUnsignedSaturate(
            Over(low, Low(under), Avx.LoadVector256(dither)), Over(high, High(under), Avx.LoadVector256(dither + 16))));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool AreClear(Vector256<short> low, Vector256<short> high)
    {
        var any = Avx2.Or(low, high).AsUInt64() & Vector256.Create(0xFFFF000000000000);
        return Avx.TestZ(any, any);
    }
}
