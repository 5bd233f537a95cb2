using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// Gradients through a mask. SkiaSharp's rasteriser takes some 12 ns for each pixel of one, and skies fill the picture; this takes one.
/// </summary>
internal static unsafe class Shading
{
    private const int Places = 8;

    /// <param name="into">As many pixels as the mask's; premultiplied, the mask counted in.</param>
    /// <param name="start">Where the middle of the first pixel lies in the gradient: along x from 0 to 1, or from the middle to the rim of the unit circle.</param>
    /// <param name="toWay">How that goes on from pixel to pixel.</param>
    /// <param name="opacity">[0, 1]</param>
    public static void Row(uint* into, byte* mask, int count, Point start, in Affine toWay, Ramp ramp, Gradient gradient, float opacity, bool fast)
    {
        var (u, v, du, dv) = ((float)start.X, (float)start.Y, (float)toWay.A, (float)toWay.B);
        var (isRound, spread) = (gradient.Kind == GradientKind.Radial, gradient.Spread);
        var part = opacity / 255;
        var x = 0;
        if (fast)
        {
            var along = Vector256.Create(0f, 1, 2, 3, 4, 5, 6, 7);
            for (; x + Places <= count; x += Places)
            {
                var covers = *(long*)(mask + x);
                if (covers == 0)
                {
                    Avx.Store(into + x, Vector256<uint>.Zero);
                    continue;
                }

                var at = Vector256.Create((float)x) + along;
                var t = Fma.MultiplyAdd(at, Vector256.Create(du), Vector256.Create(u));
                if (isRound)
                {
                    var across = Fma.MultiplyAdd(at, Vector256.Create(dv), Vector256.Create(v));
                    t = Avx.Sqrt(Fma.MultiplyAdd(t, t, across * across));
                }

                var alpha = Avx.ConvertToVector256Single(Avx2.ConvertToVector256Int32(Vector128.CreateScalar(covers).AsByte())) * Vector256.Create(part);
                Avx.Store((int*)(into + x), Colours(ramp, Within(t, spread), alpha));
            }
        }

        for (; x < count; x++)
        {
            var t = MathF.FusedMultiplyAdd(x, du, u);
            if (isRound)
            {
                var across = MathF.FusedMultiplyAdd(x, dv, v);
                t = MathF.Sqrt(MathF.FusedMultiplyAdd(t, t, across * across));
            }

            into[x] = mask[x] == 0 ? 0 : Colour(ramp, Within(t, spread), mask[x] * part);
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<int> Colours(Ramp ramp, Vector256<float> t, Vector256<float> covers)
    {
        var piece = Vector256<int>.Zero;
        foreach (var edge in ramp.Edges)
        {
            piece -= Avx.CompareGreaterThanOrEqual(t, Vector256.Create(edge)).AsInt32();
        }

        var alpha = ramp.IsOpaque ? covers : Channel(ramp.Alpha, piece, t) * covers;
        var whole = Avx.ConvertToVector256Int32(alpha * Vector256.Create(255f));
        var red = Avx.ConvertToVector256Int32(Channel(ramp.Red, piece, t) * alpha);
        var green = Avx.ConvertToVector256Int32(Channel(ramp.Green, piece, t) * alpha);
        var blue = Avx.ConvertToVector256Int32(Channel(ramp.Blue, piece, t) * alpha);
        return Capped(red, whole) | Avx2.ShiftLeftLogical(Capped(green, whole), 8) | Avx2.ShiftLeftLogical(Capped(blue, whole), 16) | Avx2.ShiftLeftLogical(Capped(whole, whole), 24);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<int> Capped(Vector256<int> channel, Vector256<int> alpha) => Avx2.Max(Vector256<int>.Zero, Avx2.Min(channel, alpha));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<float> Channel(float[] channel, Vector256<int> piece, Vector256<float> t) => Fma.MultiplyAdd(
        t, Avx2.PermuteVar8x32(Vector256.Create(channel, 0), piece), Avx2.PermuteVar8x32(Vector256.Create(channel, Places), piece));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<float> Within(Vector256<float> t, Spread spread) => spread switch
    {
        Spread.Repeat => t - Avx.Floor(t),
        Spread.Reflect => Vector256.Abs(t - (Vector256.Create(2f) * Avx.RoundToNearestInteger(t * Vector256.Create(0.5f)))),
        _ => t,
    };

    private static float Within(float t, Spread spread) => spread switch
    {
        Spread.Repeat => t - MathF.Floor(t),
        Spread.Reflect => MathF.Abs(t - (2 * MathF.Round(t * 0.5f))),
        _ => t,
    };

    private static uint Colour(Ramp ramp, float t, float covers)
    {
        var piece = 0;
        foreach (var edge in ramp.Edges)
        {
            piece += t >= edge ? 1 : 0;
        }

        var alpha = ramp.IsOpaque ? covers : Channel(ramp.Alpha, piece, t) * covers;
        var whole = (int)MathF.Round(alpha * 255);
        return Capped(Channel(ramp.Red, piece, t) * alpha, whole) | (Capped(Channel(ramp.Green, piece, t) * alpha, whole) << 8)
            | (Capped(Channel(ramp.Blue, piece, t) * alpha, whole) << 16) | (Capped(whole, whole) << 24);
    }

    private static uint Capped(float channel, int alpha) => (uint)Math.Max(0, Math.Min((int)MathF.Round(channel), alpha));

    private static float Channel(float[] channel, int piece, float t) => MathF.FusedMultiplyAdd(t, channel[piece], channel[Places + piece]);
}
