using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Kernels;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Tests;

/// <summary>The kernels against plain loops over their formulas, in doubles.</summary>
public sealed unsafe class ReferenceTests
{
    private static readonly double[] Luminosities = [0.3, 0.59, 0.11];

    /// <summary>Porter and Duff 1984: premultiplied, source + backdrop · (1 − alpha).</summary>
    [Fact]
    public void Source_over_is_off_by_less_than_a_level()
    {
        var random = new Random(3);
        using var under = Noise.Sheet(random, 61, 9);
        using var over = Noise.Sheet(random, 61, 9);
        var expected = Each(under, over, (d, s, c) => (s[c] * 0.7) + (d[c] * (1 - (s[3] * 0.7))));
        Laying.Over(under, under.Box(), over, (0, 0), (int)Math.Round(0.7 * 255));
        Near(expected, under, 1.5);
    }

    /// <summary>Outside check: the formulas of W3C, Compositing and Blending Level 1, sections 5.8 and 10, straight colours in doubles.</summary>
    [Theory]
    [InlineData(Blend.Multiply)]
    [InlineData(Blend.Screen)]
    [InlineData(Blend.Overlay)]
    [InlineData(Blend.Darken)]
    [InlineData(Blend.Lighten)]
    [InlineData(Blend.ColourDodge)]
    [InlineData(Blend.ColourBurn)]
    [InlineData(Blend.HardLight)]
    [InlineData(Blend.SoftLight)]
    [InlineData(Blend.Difference)]
    [InlineData(Blend.Exclusion)]
    [InlineData(Blend.Hue)]
    [InlineData(Blend.Saturation)]
    [InlineData(Blend.Colour)]
    [InlineData(Blend.Luminosity)]
    [InlineData(Blend.Normal)]
    public void A_blend_mode_is_what_the_standard_says(Blend blend)
    {
        var random = new Random(5);
        using var under = Noise.Sheet(random, 61, 9);
        using var over = Noise.Sheet(random, 61, 9);
        var expected = Each(under, over, (d, s, c) =>
        {
            if (c == 3)
            {
                return s[3] + (d[3] * (1 - s[3]));
            }

            double[] cb = [.. d.Take(3).Select(v => d[3] == 0 ? 0 : v / d[3])], cs = [.. s.Take(3).Select(v => s[3] == 0 ? 0 : v / s[3])];
            return (s[3] * (1 - d[3]) * cs[c]) + (s[3] * d[3] * Mixed(blend, cb, cs)[c]) + ((1 - s[3]) * d[3] * cb[c]);
        });
        Blending.Lay(under, under.Box(), over, (0, 0), blend, 1);
        Near(expected, under, 0.75);
    }

    /// <summary>A Gaussian's sums, tap by tap (Gaussian.Along goes to four sigmas, the kernel to three).</summary>
    [Theory]
    [InlineData(0.4)]
    [InlineData(1)]
    [InlineData(2.7)]
    public void Softening_is_the_gaussian(float sigma)
    {
        var random = new Random(7);
        using var from = Noise.Sheet(random, 50, 40);
        using var into = new SoftSheet();
        using var softening = new Softening();
        softening.Soften(from, into, sigma);
        var bytes = new byte[50 * 40 * 4];
        from.CopyTo(bytes, straight: false);
        var plain = Gaussian.Along(Gaussian.Along([.. bytes.Select(value => (float)value)], 50, 40, 4, 200, sigma), 40, 50, 200, 4, sigma);
        for (var y = 0; y < 40; y++)
        {
            for (var i = 0; i < 200; i++)
            {
                Assert.InRange(into.Row(y)[i] / 128.0, plain[(y * 200) + i] - 0.9, plain[(y * 200) + i] + 0.9);
            }
        }
    }

    [Fact]
    public void A_homography_reads_between_four_texels()
    {
        var random = new Random(9);
        using var sheet = Noise.Soft(random, 20, 20);
        using var into = new Sheet(40, 30);
        into.Clear();
        var m = new Homography(0.4, 0.1, 1, -0.1, 0.5, 4, 0.002, 0.001, 1);
        Warping.Lay(into, into.Box(), sheet, null, 0, m, short.MaxValue);
        for (var y = 0; y < 30; y++)
        {
            for (var x = 0; x < 40; x++)
            {
                var at = m.Map(new Point(x + 0.5, y + 0.5));
                var (u, v) = (at.X - 0.5, at.Y - 0.5);
                var inside = u >= 0 && v >= 0 && u <= 18.999 && v <= 18.999;
                for (var c = 0; c < 4; c++)
                {
                    var expected = inside ? Bilinear(sheet, u, v, c) / 128 : 0;
                    var got = ((byte*)(into.Row(y) + x))[c];
                    Assert.InRange(got, expected - 1.3, expected + 1.3);
                }
            }
        }
    }

    /// <summary>A triangle fan that covers a square once leaves no pixel bare and none twice, whatever its corners.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Triangles_meet_without_gap_or_overlap(int seed)
    {
        var random = new Random(seed);
        using var texture = new SoftSheet(8, 8);
        for (var y = 0; y < 8; y++)
        {
            new Span<short>(texture.Row(y), 32).Fill(SoftSheet.One / 2);
        }

        using var board = new Sheet(40, 40);
        board.Clear();
        var middle = new Point(10 + (20 * random.NextDouble()), 10 + (20 * random.NextDouble()));
        float[] positions = [0, 0, 40, 0, 40, 40, 0, 40, (float)middle.X, (float)middle.Y];
        Print.Kernels.Triangles.Lay(board, board.Box(), texture, positions, [2, 2, 5, 2, 5, 5, 2, 5, 3, 3], [0, 1, 4, 1, 2, 4, 2, 3, 4, 3, 0, 4], short.MaxValue);
        for (var y = 0; y < 40; y++)
        {
            for (var x = 0; x < 40; x++)
            {
                Assert.InRange(board.Row(y)[x] >> 24, 127u, 128u);
            }
        }
    }

    /// <summary>What is faint is not lost: a twentieth of a level shows in a twentieth of the pixels.</summary>
    [Fact]
    public void Less_than_a_level_is_dithered_and_not_dropped()
    {
        using var soft = new SoftSheet(64, 64);
        for (var y = 0; y < 64; y++)
        {
            for (var i = 0; i < 64 * 4; i++)
            {
                soft.Row(y)[i] = (short)(i % 4 == 3 ? 64 * 128 : 20);
            }
        }

        using var board = new Sheet(64, 64);
        board.Clear();
        Laying.Over(board, board.Box(), soft, (0, 0), short.MaxValue);
        var lit = Enumerable.Range(0, 64).Sum(y => Enumerable.Range(0, 64).Count(x => (board.Row(y)[x] & 255) == 1));
        Assert.InRange(lit / 4096.0, (20 / 128.0) - 0.02, (20 / 128.0) + 0.02);
    }

    /// <summary>Outside check: ITU-R BT.709-6, 3.2 to 3.4, for 8 bits; the colour bars' values are from memory, and computed here from the standard's coefficients.</summary>
    [Theory]
    [InlineData(255, 255, 255, 235, 128, 128)]
    [InlineData(0, 0, 0, 16, 128, 128)]
    [InlineData(255, 0, 0, 63, 102, 240)]
    [InlineData(0, 255, 0, 173, 42, 26)]
    [InlineData(0, 0, 255, 32, 240, 118)]
    [InlineData(128, 128, 128, 126, 128, 128)]
    public void Colours_become_the_standard_s_numbers(int r, int g, int b, int y, int cb, int cr)
    {
        using var frame = new Sheet(48, 4);
        for (var row = 0; row < 4; row++)
        {
            new Span<uint>(frame.Row(row), frame.Stride).Fill((uint)(r | (g << 8) | (b << 16)) | 0xFF000000);
        }

        var planes = new byte[VideoPlanes.SizeOf(48, 4)];
        VideoPlanes.From(frame, planes);
        Assert.All(planes[..192], value => Assert.InRange(value, y - 1, y + 1));
        Assert.All(planes[192..240], value => Assert.InRange(value, cb - 1, cb + 1));
        Assert.All(planes[240..], value => Assert.InRange(value, cr - 1, cr + 1));
    }

    private static double[] Mixed(Blend blend, double[] b, double[] s) => blend switch
    {
        Blend.Hue => WithLuminosity(WithSaturation(s, Saturation(b)), Luminosity(b)),
        Blend.Saturation => WithLuminosity(WithSaturation(b, Saturation(s)), Luminosity(b)),
        Blend.Colour => WithLuminosity(s, Luminosity(b)),
        Blend.Luminosity => WithLuminosity(b, Luminosity(s)),
        _ => [.. b.Zip(s, (x, y) => Channel(blend, x, y))],
    };

    private static double Channel(Blend blend, double b, double s) => blend switch
    {
        Blend.Normal => s,
        Blend.Multiply => b * s,
        Blend.Screen => b + s - (b * s),
        Blend.Overlay => Channel(Blend.HardLight, s, b),
        Blend.Darken => Math.Min(b, s),
        Blend.Lighten => Math.Max(b, s),
        Blend.ColourDodge => b == 0 ? 0 : s == 1 ? 1 : Math.Min(1, b / (1 - s)),
        Blend.ColourBurn => b == 1 ? 1 : s == 0 ? 0 : 1 - Math.Min(1, (1 - b) / s),
        Blend.HardLight => s <= 0.5 ? b * 2 * s : Channel(Blend.Screen, b, (2 * s) - 1),
        Blend.SoftLight => s <= 0.5
            ? b - ((1 - (2 * s)) * b * (1 - b))
            : b + (((2 * s) - 1) * ((b <= 0.25 ? ((((16 * b) - 12) * b) + 4) * b : Math.Sqrt(b)) - b)),
        Blend.Difference => Math.Abs(b - s),
        Blend.Exclusion => b + s - (2 * b * s),
        _ => throw new ArgumentOutOfRangeException(nameof(blend)),
    };

    private static double Luminosity(double[] c) => c.Zip(Luminosities, (value, weight) => value * weight).Sum();

    private static double Saturation(double[] c) => c.Max() - c.Min();

    private static double[] WithLuminosity(double[] c, double l)
    {
        var by = l - Luminosity(c);
        double[] moved = [.. c.Select(value => value + by)];
        var (lum, least, most) = (Luminosity(moved), moved.Min(), moved.Max());
        if (least < 0)
        {
            moved = [.. moved.Select(value => lum + ((value - lum) * lum / (lum - least)))];
        }

        return most > 1 ? [.. moved.Select(value => lum + ((value - lum) * (1 - lum) / (most - lum)))] : moved;
    }

    private static double[] WithSaturation(double[] c, double saturation)
    {
        var (least, range) = (c.Min(), Saturation(c));
        return [.. c.Select(value => range > 0 ? (value - least) * saturation / range : 0)];
    }

    private static double Bilinear(SoftSheet sheet, double u, double v, int c)
    {
        var (x, y) = ((int)u, (int)v);
        double At(int i, int j) => sheet.Row(y + j)[(4 * (x + i)) + c];
        var (fx, fy) = (u - x, v - y);
        return (At(0, 0) * (1 - fx) * (1 - fy)) + (At(1, 0) * fx * (1 - fy)) + (At(0, 1) * (1 - fx) * fy) + (At(1, 1) * fx * fy);
    }

    private static double[] Each(Sheet under, Sheet over, Func<double[], double[], int, double> formula) =>
    [
        .. from y in Enumerable.Range(0, under.Height)
           from x in Enumerable.Range(0, under.Width)
           from c in Enumerable.Range(0, 4)
           select formula(Pixel(under, x, y), Pixel(over, x, y), c) * 255,
    ];

    private static double[] Pixel(Sheet sheet, int x, int y) => [.. Enumerable.Range(0, 4).Select(c => ((byte*)(sheet.Row(y) + x))[c] / 255.0)];

    private static void Near(double[] expected, Sheet got, double tolerance)
    {
        var bytes = new byte[expected.Length];
        got.CopyTo(bytes, straight: false);
        for (var i = 0; i < bytes.Length; i++)
        {
            Assert.InRange(bytes[i], expected[i] - tolerance, expected[i] + tolerance);
        }
    }
}
