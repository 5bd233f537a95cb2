using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// sRGB of full range → Y′CbCr of ITU-R BT.709-6, limited range, 4:2:0. Chroma lies beside the left pixel of a pair and between two
/// rows, as H.264 has it unless it says otherwise (ITU-T H.264, annex E, chroma_sample_loc_type 0): weights 1 2 1 along the row, 1 1
/// down. Fixed point of 15 bits.
/// </summary>
internal static unsafe class VideoPlanes
{
    private const double Kr = 0.2126;
    private const double Kb = 0.0722;
    private const double Kg = 1 - Kr - Kb;
    private const double Luma = 219.0 / 255;
    private const double Chroma = 224.0 / 255;

    /// <summary>Sixteen and a half, and a hundred and twenty-eight and a half, of sums of eight weights.</summary>
    private const int RoundLuma = (16 << 15) + (1 << 14);
    private const int RoundChroma = (128 << 18) + (1 << 17);

    private static readonly short[] Y = [Fixed(Kr * Luma), Fixed(Kg * Luma), Fixed(Kb * Luma), 0];
    private static readonly short[] U = [Fixed(-Kr / (1 - Kb) / 2 * Chroma), Fixed(-Kg / (1 - Kb) / 2 * Chroma), Fixed(Chroma / 2), 0];
    private static readonly short[] V = [Fixed(Chroma / 2), Fixed(-Kg / (1 - Kr) / 2 * Chroma), Fixed(-Kb / (1 - Kr) / 2 * Chroma), 0];

    /// <summary>Bytes of a frame.</summary>
    public static int SizeOf(int width, int height) => width * height * 3 / 2;

    /// <param name="frame">Even width and height, no alpha.</param>
    /// <param name="into">Three planes, rows without padding.</param>
    public static void From(Sheet frame, Span<byte> into) => From(frame, into, Lanes.AreThere);

    internal static void From(Sheet frame, Span<byte> into, bool fast)
    {
        var (width, height) = (frame.Width, frame.Height);
        fixed (byte* planes = into)
        {
            var u = planes + (width * height);
            var v = u + (width * height / 4);
            for (var y = 0; y < height; y += 2)
            {
                LumaRow((byte*)frame.Row(y), planes + (y * width), width, fast);
                LumaRow((byte*)frame.Row(y + 1), planes + ((y + 1) * width), width, fast);
                ChromaRow((byte*)frame.Row(y), (byte*)frame.Row(y + 1), u + (y * width / 4), v + (y * width / 4), width, fast);
            }
        }
    }

    private static short Fixed(double weight) => (short)Math.Round(weight * 32768);

    private static Vector256<short> Four(short[] w) => Vector256.Create(w[0], w[1], w[2], 0, w[0], w[1], w[2], 0, w[0], w[1], w[2], 0, w[0], w[1], w[2], 0);

    private static Vector256<int> InOrder => Vector256.Create(0, 4, 1, 5, 2, 6, 3, 7);

    /// <summary>Weighted sums of eight pixels, in order 0 1 2 3 | 4 5 6 7.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<int> Sums(byte* pixels, Vector256<short> weights)
    {
        var eight = Avx.LoadVector256(pixels);
        return Avx2.HorizontalAdd(Avx2.MultiplyAddAdjacent(Lanes.Low(eight), weights), Avx2.MultiplyAddAdjacent(Lanes.High(eight), weights));
    }

    private static void LumaRow(byte* row, byte* into, int width, bool fast)
    {
        var i = 0;
        for (var (weights, round) = (Four(Y), Vector256.Create(RoundLuma)); fast && i + 32 <= width; i += 32)
        {
            var a = Avx2.ShiftRightArithmetic(Sums(row + (4 * i), weights) + round, 15);
            var b = Avx2.ShiftRightArithmetic(Sums(row + (4 * i) + 32, weights) + round, 15);
            var c = Avx2.ShiftRightArithmetic(Sums(row + (4 * i) + 64, weights) + round, 15);
            var d = Avx2.ShiftRightArithmetic(Sums(row + (4 * i) + 96, weights) + round, 15);
            var bytes = Avx2.PackUnsignedSaturate(Avx2.PackSignedSaturate(a, b), Avx2.PackSignedSaturate(c, d));
            Avx.Store(into + i, Avx2.PermuteVar8x32(bytes.AsInt32(), InOrder).AsByte());
        }

        for (; i < width; i++)
        {
            var pixel = row + (4 * i);
            into[i] = (byte)(((pixel[0] * Y[0]) + (pixel[1] * Y[1]) + (pixel[2] * Y[2]) + RoundLuma) >> 15);
        }
    }

    private static void ChromaRow(byte* above, byte* below, byte* u, byte* v, int width, bool fast)
    {
        var i = 0;
        for (var (toU, toV) = (Four(U), Four(V)); fast && i + 16 <= width; i += 16)
        {
            var a = Avx2.PermuteVar8x32(FourPairs(above + (4 * i), below + (4 * i), i == 0, toU, toV), InOrder);
            var b = Avx2.PermuteVar8x32(FourPairs(above + (4 * i) + 32, below + (4 * i) + 32, false, toU, toV), InOrder);
            var words = Avx2.PackSignedSaturate(Avx2.Permute2x128(a, b, 0x20), Avx2.Permute2x128(a, b, 0x31));
            var four = Avx2.PackUnsignedSaturate(words, words).AsUInt32();
            *(ulong*)(u + (i / 2)) = four.GetElement(0) | ((ulong)four.GetElement(4) << 32);
            *(ulong*)(v + (i / 2)) = four.GetElement(1) | ((ulong)four.GetElement(5) << 32);
        }

        var sums = stackalloc int[3];
        for (; i < width; i += 2)
        {
            for (var c = 0; c < 3; c++)
            {
                var up = above + (4 * i) + c;
                var down = below + (4 * i) + c;
                var before = i == 0 ? 0 : -4;

                // What lies left of the first pixel is taken as the first.
                sums[c] = up[before] + down[before] + (2 * (up[0] + down[0])) + up[4] + down[4];
            }

            u[i / 2] = (byte)(((sums[0] * U[0]) + (sums[1] * U[1]) + (sums[2] * U[2]) + RoundChroma) >> 18);
            v[i / 2] = (byte)(((sums[0] * V[0]) + (sums[1] * V[1]) + (sums[2] * V[2]) + RoundChroma) >> 18);
        }
    }

    /// <summary>Chroma of eight pixels in the order u0 u4 v0 v4 | u2 u6 v2 v6.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<int> FourPairs(byte* above, byte* below, bool first, Vector256<short> toU, Vector256<short> toV)
    {
        var pixels = Avx2.UnpackLow(Weighted(above, below, first).AsUInt64(), Weighted(above + 16, below + 16, false).AsUInt64()).AsInt16();
        var both = Avx2.HorizontalAdd(Avx2.MultiplyAddAdjacent(pixels, toU), Avx2.MultiplyAddAdjacent(pixels, toV));
        return Avx2.ShiftRightArithmetic(both + Vector256.Create(RoundChroma), 18);
    }

    /// <summary>Left, twice the middle and right of both rows, for four pixels.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<short> Weighted(byte* above, byte* below, bool first)
    {
        var middle = Avx2.ConvertToVector256Int16(above) + Avx2.ConvertToVector256Int16(below);
        var right = Avx2.ConvertToVector256Int16(above + 4) + Avx2.ConvertToVector256Int16(below + 4);
        var left = first
            ? Avx2.Permute4x64(middle.AsUInt64(), 0b10_01_00_00).AsInt16()
            : Avx2.ConvertToVector256Int16(above - 4) + Avx2.ConvertToVector256Int16(below - 4);
        return left + middle + middle + right;
    }
}
