using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>Softened sheets through any homography, straight lines between texels; two of one grid are mixed.</summary>
internal static unsafe class Warping
{
    /// <param name="toTexel">From pixels to texels, W above nothing wherever the sheet is seen.</param>
    /// <param name="mix">The softer sheet's part, [0, 32767].</param>
    /// <param name="opacity">[0, 32767]</param>
    public static void Lay(Sheet into, in PixelBox clip, SoftSheet a, SoftSheet? b, short mix, in Homography toTexel, short opacity)
    {
        for (var y = clip.Top; y < clip.Bottom; y++)
        {
            var line = new Line(toTexel, y, a);
            var (from, to) = line.Seen(clip.Left, clip.Right);
            Lay(into.Row(y), from, to, y, a, b, mix, line, opacity, Lanes.AreThere);
        }
    }

    /// <summary>The same onto a clear softened sheet as large as the clip.</summary>
    public static void Turn(SoftSheet into, SoftSheet a, SoftSheet? b, short mix, in Homography toTexel)
    {
        for (var y = 0; y < into.Height; y++)
        {
            var line = new Line(toTexel, y, a);
            var (from, to) = line.Seen(0, into.Width);
            Turn(into.Row(y), from, to, a, b, mix, line, Lanes.AreThere);
        }
    }

    internal static void Lay(uint* into, int from, int to, int y, SoftSheet a, SoftSheet? b, short mix, in Line line, short opacity, bool fast)
    {
        var x = from;
        var dither = Dither.Row(from, y);
        for (; fast && x + 8 <= to; x += 8)
        {
            if (!line.Eight(x, out var u, out var v, out var inside))
            {
                continue;
            }

            var (low, high) = Sampling.Eight(a, b, mix, u, v);
            Lanes.Lay(into + x, low & Spread(inside, 0), high & Spread(inside, 8), opacity, dither);
        }

        var soft = stackalloc short[4];
        for (; x < to; x++)
        {
            if (line.One(x, out var u, out var v))
            {
                Sampling.One(a, b, mix, u, v, soft);
                Scalars.LayAt((byte*)(into + x), soft, opacity, Dither.At(x, y));
            }
        }
    }

    internal static void Turn(short* into, int from, int to, SoftSheet a, SoftSheet? b, short mix, in Line line, bool fast)
    {
        var x = from;
        for (; fast && x + 8 <= to; x += 8)
        {
            if (!line.Eight(x, out var u, out var v, out var inside))
            {
                continue;
            }

            var (low, high) = Sampling.Eight(a, b, mix, u, v);
            (low, high) = (low & Spread(inside, 0), high & Spread(inside, 8));
            Avx.Store(into + (4 * x), Avx2.Permute2x128(low, high, 0x20));
            Avx.Store(into + (4 * x) + 16, Avx2.Permute2x128(low, high, 0x31));
        }

        for (; x < to; x++)
        {
            if (line.One(x, out var u, out var v))
            {
                Sampling.One(a, b, mix, u, v, into + (4 * x));
            }
        }
    }

    /// <summary>Masks of eight pixels as one half wants them.</summary>
    private static Vector256<short> Spread(Vector256<float> inside, int from) => Avx2.Shuffle(inside.AsByte(), Sampling.Pairs(from)).AsInt16();

    /// <summary>A row of pixels on the texture: (u, v) = (a x + b, d x + e) / (g x + h), texels from the first's middle.</summary>
    internal readonly ref struct Line
    {
        private readonly float a, b, d, e, g, h, mostU, mostV;

        public Line(in Homography m, int y, SoftSheet sheet)
        {
            var middle = y + 0.5;
            var (row, column, w) = ((m.B * middle) + m.C, (m.E * middle) + m.F, (m.H * middle) + m.I);

            // Affine rows are divided once and for all.
            var by = m.G == 0 ? w : 1;
            (a, b, d, e) = ((float)(m.A / by), (float)(row / by), (float)(m.D / by), (float)(column / by));
            (g, h) = ((float)m.G, (float)(m.G == 0 ? 1 : w));
            (mostU, mostV) = (sheet.Width - Sampling.Rim, sheet.Height - Sampling.Rim);
        }

        /// <summary>The pixels of the row that may see the sheet at all.</summary>
        public (int From, int To) Seen(int from, int to)
        {
            if (g != 0)
            {
                return (from, to);
            }

            var (low, high) = ((float)from, (float)to);
            Bound(a, b - 0.5f, mostU, ref low, ref high);
            Bound(d, e - 0.5f, mostV, ref low, ref high);
            return high <= low ? (from, from) : (Math.Max(from, (int)low - 1), Math.Min(to, (int)high + 2));
        }

        public bool Eight(int x, out Vector256<float> u, out Vector256<float> v, out Vector256<float> inside)
        {
            var middles = Vector256.Create((float)x) + Sampling.Middles;
            (u, v) = (Fma.MultiplyAdd(middles, Vector256.Create(a), Vector256.Create(b)), Fma.MultiplyAdd(middles, Vector256.Create(d), Vector256.Create(e)));
            if (g != 0)
            {
                var w = Fma.MultiplyAdd(middles, Vector256.Create(g), Vector256.Create(h));
                (u, v) = (u / w, v / w);
            }

            (u, v) = (u - Vector256.Create(0.5f), v - Vector256.Create(0.5f));
            var (maxU, maxV) = (Vector256.Create(mostU), Vector256.Create(mostV));
            inside = Avx.CompareGreaterThanOrEqual(u, Vector256<float>.Zero) & Avx.CompareGreaterThanOrEqual(v, Vector256<float>.Zero)
                & Avx.CompareLessThanOrEqual(u, maxU) & Avx.CompareLessThanOrEqual(v, maxV);
            (u, v) = (Avx.Min(Avx.Max(u, Vector256<float>.Zero), maxU), Avx.Min(Avx.Max(v, Vector256<float>.Zero), maxV));
            return !Avx.TestZ(inside, inside);
        }

        public bool One(int x, out float u, out float v)
        {
            var middle = x + 0.5f;
            (u, v) = (MathF.FusedMultiplyAdd(middle, a, b), MathF.FusedMultiplyAdd(middle, d, e));
            if (g != 0)
            {
                var w = MathF.FusedMultiplyAdd(middle, g, h);
                (u, v) = (u / w, v / w);
            }

            (u, v) = (u - 0.5f, v - 0.5f);
            return u >= 0 && v >= 0 && u <= mostU && v <= mostV;
        }

        private static void Bound(float slope, float at0, float most, ref float low, ref float high)
        {
            if (MathF.Abs(slope) < 1e-9f)
            {
                high = at0 < -1 || at0 > most + 1 ? low : high;
                return;
            }

            var (p, q) = (-at0 / slope, (most - at0) / slope);
            (low, high) = (MathF.Max(low, MathF.Min(p, q) - 1), MathF.Min(high, MathF.Max(p, q) + 1));
        }
    }
}
