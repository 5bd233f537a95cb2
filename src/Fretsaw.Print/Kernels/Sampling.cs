using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>Where eight pixels read a texture: left upper texels and how far from those, straight lines between.</summary>
internal static unsafe class Sampling
{
    /// <summary>A clear rim is read as far as this, so that the texel beside it is there.</summary>
    public const float Rim = 1.001f;

    /// <summary>The middles of eight pixels from the first's left edge.</summary>
    public static Vector256<float> Middles => Vector256.Create(0.5f, 1.5f, 2.5f, 3.5f, 4.5f, 5.5f, 6.5f, 7.5f);

    /// <summary>Eight samples in both halves' order.</summary>
    /// <param name="u">Texels from the first's middle, in [0, width − 1.001].</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static (Vector256<short> Low, Vector256<short> High) Eight(SoftSheet sheet, SoftSheet? other, short mix, Vector256<float> u, Vector256<float> v)
    {
        var (left, top) = (Avx.Floor(u), Avx.Floor(v));
        var places = stackalloc int[8];
        Avx.Store(places, Avx2.ShiftLeftLogical(
            Avx2.MultiplyLow(Avx.ConvertToVector256Int32WithTruncation(top), Vector256.Create(sheet.Stride)) + Avx.ConvertToVector256Int32WithTruncation(left), 2));
        var one = Vector256.Create((float)short.MaxValue);
        var (across, down) = (Avx.ConvertToVector256Int32((u - left) * one).AsByte(), Avx.ConvertToVector256Int32((v - top) * one).AsByte());
        var (low, high) = Four(sheet.Row(0), sheet.Stride * 4, places, across, down);
        if (other is not null)
        {
            var (softLow, softHigh) = Four(other.Row(0), other.Stride * 4, places, across, down);
            (low, high) = (Lanes.Between(low, softLow, Vector256.Create(mix)), Lanes.Between(high, softHigh, Vector256.Create(mix)));
        }

        return (low, high);
    }

    /// <summary>One sample; the same bits.</summary>
    public static void One(SoftSheet sheet, SoftSheet? other, short mix, float u, float v, short* into)
    {
        var (left, top) = (MathF.Floor(u), MathF.Floor(v));
        var place = 4 * (((int)top * sheet.Stride) + (int)left);
        var (across, down) = ((short)MathF.Round((u - left) * short.MaxValue), (short)MathF.Round((v - top) * short.MaxValue));
        for (var c = 0; c < 4; c++)
        {
            into[c] = Channel(sheet, place + c, across, down);
            into[c] = other is null ? into[c] : Scalars.Between(into[c], Channel(other, place + c, across, down), mix);
        }
    }

    private static short Channel(SoftSheet sheet, int place, short across, short down)
    {
        var above = sheet.Row(0) + place;
        var below = above + (4 * sheet.Stride);
        return Scalars.Between(Scalars.Between(above[0], below[0], down), Scalars.Between(above[4], below[4], down), across);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (Vector256<short> Low, Vector256<short> High) Four(short* texels, int stride, int* places, Vector256<byte> across, Vector256<byte> down) => (
        Half(
            Columns(texels, stride, places[0], places[4], down, Vector256.Create((short)0x0100).AsByte()),
            Columns(texels, stride, places[1], places[5], down, Vector256.Create((short)0x0504).AsByte()),
            Avx2.Shuffle(across, Pairs(0)).AsInt16()),
        Half(
            Columns(texels, stride, places[2], places[6], down, Vector256.Create((short)0x0908).AsByte()),
            Columns(texels, stride, places[3], places[7], down, Vector256.Create((short)0x0D0C).AsByte()),
            Avx2.Shuffle(across, Pairs(8)).AsInt16()));

    /// <summary>Two texels beside each other, for a pixel in each half of the register, between the row they lie in and the next.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<short> Columns(short* texels, int stride, int p, int q, Vector256<byte> down, Vector256<byte> weight)
    {
        var above = Vector256.Create(Sse2.LoadVector128(texels + p), Sse2.LoadVector128(texels + q));
        var below = Vector256.Create(Sse2.LoadVector128(texels + p + stride), Sse2.LoadVector128(texels + q + stride));
        return Lanes.Between(above, below, Avx2.Shuffle(down, weight).AsInt16());
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<short> Half(Vector256<short> first, Vector256<short> second, Vector256<short> across) => Lanes.Between(
        Avx2.UnpackLow(first.AsInt64(), second.AsInt64()).AsInt16(), Avx2.UnpackHigh(first.AsInt64(), second.AsInt64()).AsInt16(), across);

    /// <summary>Picks the first or the second two of four numbers, each four times.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Vector256<byte> Pairs(int from) => Vector256.Create(
        (byte)0, 1, 0, 1, 0, 1, 0, 1, 4, 5, 4, 5, 4, 5, 4, 5, 0, 1, 0, 1, 0, 1, 0, 1, 4, 5, 4, 5, 4, 5, 4, 5) + Vector256.Create((byte)from);
}
