using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// The Gaussian, along rows and then along columns, cut off at three sigmas and made whole again. Keeps only as many softened rows as
/// one row down the columns needs, so that they stay in the cache, and works where there is something. One thread.
/// </summary>
internal sealed unsafe class Softening : IDisposable
{
    private float* rows;
    private nuint room;
    private float[] line = [];
    private float[] taps = [];

    /// <summary>By row that is kept: the first of its numbers that are not clear, and the first behind them; multiples of sixteen.</summary>
    private (int From, int To)[] spans = [];

    /// <param name="from">Clear at its edges as far as the softness reaches, or cut off there.</param>
    /// <param name="into">Becomes as large.</param>
    /// <param name="sigma">Pixels.</param>
    public void Soften(Sheet from, SoftSheet into, float sigma) => Soften(from, into, sigma, Lanes.AreThere);

    internal void Soften(Sheet from, SoftSheet into, float sigma, bool fast)
    {
        into.Resize(from.Width, from.Height);
        var radius = Kernel(sigma);
        var (width, height, floats, ring) = (from.Width, from.Height, ((from.Width * 4) + 15) & ~15, (2 * radius) + 1);
        var clear = Room(floats, ring) + ((long)floats * ring);
        new Span<float>(clear, floats).Clear();
        if (line.Length < ((width + (2 * radius)) * 4) + 64)
        {
            line = new float[((width + (2 * radius)) * 4) + 128];
        }

        if (spans.Length < ring)
        {
            spans = new (int, int)[ring];
        }

        var near = stackalloc float*[ring];
        fixed (float* l = line, t = taps)
        {
            new Span<float>(l, line.Length).Clear();
            var done = 0;
            for (var y = 0; y < height; y++)
            {
                for (; done < Math.Min(height, y + radius + 1); done++)
                {
                    var span = Span(new ReadOnlySpan<uint>(from.Row(done), width), radius, floats);
                    spans[done % ring] = span;
                    var softened = rows + ((long)floats * (done % ring));
                    ClearBeside(softened, span, floats);
                    if (span.To > span.From)
                    {
                        Widen((byte*)from.Row(done), l + (4 * radius), 4 * width, fast);
                        Across(l + (4 * radius), softened, t, radius, span, fast);
                    }
                }

                var (first, last) = (floats, 0);
                for (var k = -radius; k <= radius; k++)
                {
                    var isThere = y + k >= 0 && y + k < height;
                    near[k + radius] = isThere ? rows + ((long)floats * ((y + k) % ring)) : clear;
                    var span = isThere ? spans[(y + k) % ring] : (floats, 0);
                    (first, last) = (Math.Min(first, span.Item1), Math.Max(last, span.Item2));
                }

                ClearBeside(into.Row(y), (first, last), floats);
                Down(near + radius, into.Row(y), t, radius, (first, last), fast);
            }
        }
    }

    public void Dispose()
    {
        NativeMemory.AlignedFree(rows);
        rows = null;
        room = 0;
    }

    /// <summary>All of a row but what is about to be written; nothing is where the span ends before it begins.</summary>
    private static void ClearBeside<T>(T* row, (int From, int To) span, int count)
        where T : unmanaged
    {
        var to = Math.Max(span.From, span.To);
        new Span<T>(row, span.From).Clear();
        new Span<T>(row + to, count - to).Clear();
    }

    /// <summary>Where a row is not clear once it is softened.</summary>
    private static (int From, int To) Span(ReadOnlySpan<uint> row, int radius, int floats)
    {
        var first = row.IndexOfAnyExcept(0u);
        return first < 0
            ? (floats, 0)
            : (Math.Max(0, 4 * (first - radius)) & ~15, Math.Min(floats, ((4 * (row.LastIndexOfAnyExcept(0u) + 1 + radius)) + 15) & ~15));
    }

    /// <summary>Sets the taps from the middle out.</summary>
    /// <returns>How many there are beside the middle's.</returns>
    private int Kernel(float sigma)
    {
        var radius = sigma <= 0.05f ? 0 : Math.Max(1, (int)MathF.Ceiling(Softness.Reach * sigma));
        if (taps.Length <= radius)
        {
            taps = new float[radius + 1];
        }

        var sum = 0f;
        for (var i = 0; i <= radius; i++)
        {
            taps[i] = radius == 0 ? 1 : MathF.Exp(-i * i / (2 * sigma * sigma));
            sum += i == 0 ? taps[i] : 2 * taps[i];
        }

        for (var i = 0; i <= radius; i++)
        {
            taps[i] /= sum;
        }

        return radius;
    }

    private float* Room(int floats, int ring)
    {
        var need = (nuint)(((long)floats * (ring + 1) * sizeof(float)) + 64);
        if (need > room)
        {
            NativeMemory.AlignedFree(rows);
            rows = (float*)NativeMemory.AlignedAlloc(need, 64);
            room = need;
        }

        return rows;
    }

    private static void Widen(byte* from, float* into, int count, bool fast)
    {
        var i = 0;
        for (; fast && i + 8 <= count; i += 8)
        {
            Avx.Store(into + i, Avx.ConvertToVector256Single(Avx2.ConvertToVector256Int32(from + i)));
        }

        for (; i < count; i++)
        {
            into[i] = from[i];
        }
    }

    private static void Across(float* from, float* into, float* taps, int radius, (int From, int To) span, bool fast)
    {
        var n = span.From;
        for (; fast && n < span.To; n += 16)
        {
            var (p, q) = (Avx.LoadVector256(from + n) * Vector256.Create(taps[0]), Avx.LoadVector256(from + n + 8) * Vector256.Create(taps[0]));
            for (var t = 1; t <= radius; t++)
            {
                var tap = Vector256.Create(taps[t]);
                var before = from + n - (4 * t);
                var after = from + n + (4 * t);
                p = Fma.MultiplyAdd(Avx.LoadVector256(before) + Avx.LoadVector256(after), tap, p);
                q = Fma.MultiplyAdd(Avx.LoadVector256(before + 8) + Avx.LoadVector256(after + 8), tap, q);
            }

            Avx.Store(into + n, p);
            Avx.Store(into + n + 8, q);
        }

        for (; n < span.To; n++)
        {
            var sum = from[n] * taps[0];
            for (var t = 1; t <= radius; t++)
            {
                sum = MathF.FusedMultiplyAdd(from[n - (4 * t)] + from[n + (4 * t)], taps[t], sum);
            }

            into[n] = sum;
        }
    }

    /// <param name="rows">The row's own, with those above before it and those below behind it.</param>
    private static void Down(float** rows, short* into, float* taps, int radius, (int From, int To) span, bool fast)
    {
        const float Steps = 1 << SoftSheet.Bits;
        var n = span.From;
        for (; fast && n < span.To; n += 16)
        {
            var (p, q) = (Avx.LoadVector256(rows[0] + n) * Vector256.Create(taps[0]), Avx.LoadVector256(rows[0] + n + 8) * Vector256.Create(taps[0]));
            for (var t = 1; t <= radius; t++)
            {
                var tap = Vector256.Create(taps[t]);
                var above = rows[-t] + n;
                var below = rows[t] + n;
                p = Fma.MultiplyAdd(Avx.LoadVector256(above) + Avx.LoadVector256(below), tap, p);
                q = Fma.MultiplyAdd(Avx.LoadVector256(above + 8) + Avx.LoadVector256(below + 8), tap, q);
            }

            var words = Avx2.PackSignedSaturate(
                Avx.ConvertToVector256Int32(p * Vector256.Create(Steps)), Avx.ConvertToVector256Int32(q * Vector256.Create(Steps)));
            Avx.Store(into + n, Avx2.Permute4x64(words.AsInt64(), 0b11_01_10_00).AsInt16());
        }

        for (; n < span.To; n++)
        {
            var sum = rows[0][n] * taps[0];
            for (var t = 1; t <= radius; t++)
            {
                sum = MathF.FusedMultiplyAdd(rows[-t][n] + rows[t][n], taps[t], sum);
            }

            into[n] = (short)Math.Clamp(MathF.Round(sum * Steps), short.MinValue, short.MaxValue);
        }
    }
}
