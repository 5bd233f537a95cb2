using System.Runtime.Intrinsics;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// The blend modes of W3C, Compositing and Blending Level 1 (section 10 has the formulas), laid source over. In floats of eight pixels,
/// channel by channel; on machines without such registers the runtime does the same with smaller ones.
/// </summary>
internal static unsafe class Blending
{
    /// <param name="at">Where the sheet's corner lies.</param>
    /// <param name="opacity">[0, 1]</param>
    public static void Lay(Sheet into, in PixelBox clip, Sheet from, (int X, int Y) at, Blend blend, float opacity)
    {
        var box = new PixelBox(at.X, at.Y, at.X + from.Width, at.Y + from.Height).Cut(clip);
        var rest = stackalloc uint[16];
        for (var y = box.Top; y < box.Bottom; y++)
        {
            var d = into.Row(y) + box.Left;
            var s = from.Row(y - at.Y) + box.Left - at.X;
            var i = 0;
            for (; i + 8 <= box.Width; i += 8)
            {
                Eight(d + i, s + i, d + i, blend, opacity);
            }

            if (i < box.Width)
            {
                // The end of a row, on a line of its own: what lies past the clip stays as it is.
                new Span<uint>(d + i, box.Width - i).CopyTo(new Span<uint>(rest, 8));
                Eight(rest, s + i, rest + 8, blend, opacity);
                new Span<uint>(rest + 8, box.Width - i).CopyTo(new Span<uint>(d + i, box.Width - i));
            }
        }
    }

    private static void Eight(uint* under, uint* over, uint* into, Blend blend, float opacity)
    {
        var (backdrop, source) = (Colours.Of(under, 1), Colours.Of(over, opacity));
        var mixed = Mixed(blend, backdrop.Straight(), source.Straight());
        var both = backdrop.A * source.A;
        var (bare, seen) = (One - backdrop.A, One - source.A);
        new Colours(
            (source.R * bare) + (backdrop.R * seen) + (both * mixed.R),
            (source.G * bare) + (backdrop.G * seen) + (both * mixed.G),
            (source.B * bare) + (backdrop.B * seen) + (both * mixed.B),
            source.A + (backdrop.A * seen)).To(into);
    }

    private static Vector256<float> One => Vector256<float>.One;

    private static Vector256<float> Zero => Vector256<float>.Zero;

    private static Colours Mixed(Blend blend, in Colours b, in Colours s) => blend switch
    {
        Blend.Hue => WithLuminosity(WithSaturation(s, b.Saturation), b.Luminosity),
        Blend.Saturation => WithLuminosity(WithSaturation(b, s.Saturation), b.Luminosity),
        Blend.Colour => WithLuminosity(s, b.Luminosity),
        Blend.Luminosity => WithLuminosity(b, s.Luminosity),
        _ => new Colours(Channel(blend, b.R, s.R), Channel(blend, b.G, s.G), Channel(blend, b.B, s.B), s.A),
    };

    /// <param name="b">The backdrop's, straight, [0, 1].</param>
    /// <param name="s">The source's.</param>
    private static Vector256<float> Channel(Blend blend, Vector256<float> b, Vector256<float> s) => blend switch
    {
        Blend.Normal => s,
        Blend.Multiply => b * s,
        Blend.Screen => Screen(b, s),
        Blend.Overlay => HardLight(s, b),
        Blend.Darken => Vector256.Min(b, s),
        Blend.Lighten => Vector256.Max(b, s),
        Blend.ColourDodge => Where(Vector256.LessThanOrEqual(b, Zero), Zero, Where(Vector256.GreaterThanOrEqual(s, One), One, Vector256.Min(One, b / (One - s)))),
        Blend.ColourBurn => Where(Vector256.GreaterThanOrEqual(b, One), One, Where(Vector256.LessThanOrEqual(s, Zero), Zero, One - Vector256.Min(One, (One - b) / s))),
        Blend.HardLight => HardLight(b, s),
        Blend.SoftLight => SoftLight(b, s),
        Blend.Difference => Vector256.Abs(b - s),
        Blend.Exclusion => b + s - (2 * b * s),
        _ => throw new ArgumentOutOfRangeException(nameof(blend), blend, "Mattes cut, and are not blended."),
    };

    private static Vector256<float> Screen(Vector256<float> b, Vector256<float> s) => b + s - (b * s);

    private static Vector256<float> HardLight(Vector256<float> b, Vector256<float> s) =>
        Where(Vector256.LessThanOrEqual(s, One * 0.5f), b * (s * 2), Screen(b, (s * 2) - One));

    private static Vector256<float> SoftLight(Vector256<float> b, Vector256<float> s)
    {
        var d = Where(Vector256.LessThanOrEqual(b, One * 0.25f), ((((b * 16) - (One * 12)) * b) + (One * 4)) * b, Vector256.Sqrt(b));
        return Where(Vector256.LessThanOrEqual(s, One * 0.5f), b - ((One - (s * 2)) * b * (One - b)), b + (((s * 2) - One) * (d - b)));
    }

    /// <summary>SetLum and ClipColor.</summary>
    private static Colours WithLuminosity(in Colours c, Vector256<float> luminosity)
    {
        var by = luminosity - c.Luminosity;
        var (r, g, b) = (c.R + by, c.G + by, c.B + by);
        var l = Colours.LuminosityOf(r, g, b);
        var (n, x) = (Vector256.Min(r, Vector256.Min(g, b)), Vector256.Max(r, Vector256.Max(g, b)));
        return new Colours(Clip(r), Clip(g), Clip(b), c.A);

        Vector256<float> Clip(Vector256<float> v)
        {
            v = Where(Vector256.LessThan(n, Zero), l + ((v - l) * l / Vector256.Max(l - n, Tiny)), v);
            return Where(Vector256.GreaterThan(x, One), l + ((v - l) * (One - l) / Vector256.Max(x - l, Tiny)), v);
        }
    }

    /// <summary>SetSat: the least becomes nothing, the largest the saturation, and the middle keeps its place between them.</summary>
    private static Colours WithSaturation(in Colours c, Vector256<float> saturation)
    {
        var least = Vector256.Min(c.R, Vector256.Min(c.G, c.B));
        var by = Where(Vector256.GreaterThan(c.Saturation, Zero), saturation / Vector256.Max(c.Saturation, Tiny), Zero);
        return new Colours((c.R - least) * by, (c.G - least) * by, (c.B - least) * by, c.A);
    }

    private static Vector256<float> Tiny => Vector256.Create(1e-6f);

    private static Vector256<float> Where(Vector256<float> condition, Vector256<float> then, Vector256<float> otherwise) => Vector256.ConditionalSelect(condition, then, otherwise);

    /// <summary>Eight pixels by channel, [0, 1].</summary>
    private readonly record struct Colours(Vector256<float> R, Vector256<float> G, Vector256<float> B, Vector256<float> A)
    {
        private const float Whole = 255;

        public Vector256<float> Luminosity => LuminosityOf(R, G, B);

        public Vector256<float> Saturation => Vector256.Max(R, Vector256.Max(G, B)) - Vector256.Min(R, Vector256.Min(G, B));

        public static Vector256<float> LuminosityOf(Vector256<float> r, Vector256<float> g, Vector256<float> b) => (r * 0.3f) + (g * 0.59f) + (b * 0.11f);

        public static Colours Of(uint* pixels, float opacity)
        {
            var eight = Vector256.Load(pixels);
            var by = opacity / Whole;
            return new Colours(Byte(eight) * by, Byte(eight >>> 8) * by, Byte(eight >>> 16) * by, Byte(eight >>> 24) * by);
        }

        /// <summary>Without their alpha; black where there is none.</summary>
        public Colours Straight()
        {
            var by = Where(Vector256.GreaterThan(A, Zero), One / Vector256.Max(A, Tiny), Zero);
            return new Colours(Vector256.Min(One, R * by), Vector256.Min(One, G * by), Vector256.Min(One, B * by), A);
        }

        public void To(uint* pixels) => Vector256.Store(Bits(R) | (Bits(G) << 8) | (Bits(B) << 16) | (Bits(A) << 24), pixels);

        private static Vector256<float> Byte(Vector256<uint> shifted) => Vector256.ConvertToSingle((shifted & Vector256.Create(255u)).AsInt32());

        private static Vector256<uint> Bits(Vector256<float> channel) =>
            Vector256.ConvertToInt32(Vector256.Min(One, Vector256.Max(Zero, channel)) * Whole + Vector256.Create(0.5f)).AsUInt32();
    }
}
