using Fretsaw.Core.Films;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Tests;

/// <summary>Premultiplied pixels at random, with runs of clear and of solid ones.</summary>
internal static unsafe class Noise
{
    public static Sheet Sheet(Random random, int width, int height)
    {
        var sheet = new Sheet(width, height);
        sheet.Clear();
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var alpha = Alpha(random, x, 255);
                sheet.Row(y)[x] = (uint)(random.Next(alpha + 1) | (random.Next(alpha + 1) << 8) | (random.Next(alpha + 1) << 16) | (alpha << 24));
            }
        }

        return sheet;
    }

    public static SoftSheet Soft(Random random, int width, int height)
    {
        var sheet = new SoftSheet(width, height);
        sheet.Clear();
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var alpha = Alpha(random, x, SoftSheet.One);
                for (var c = 0; c < 4; c++)
                {
                    sheet.Row(y)[(4 * x) + c] = (short)(c == 3 ? alpha : random.Next(alpha + 1));
                }
            }
        }

        return sheet;
    }

    public static Mask Mask(Random random, int width, int height)
    {
        var mask = new Mask();
        mask.Resize(width, height);
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                mask.Row(y)[x] = (byte)Alpha(random, x, 255);
            }
        }

        return mask;
    }

    /// <summary>Of any kind and spread, with two to seven stops, some of them at one place; half of them opaque. One long, or of the unit circle.</summary>
    public static Gradient Gradient(Random random)
    {
        var isOpaque = random.Next(2) == 0;
        double[] offsets = [.. Enumerable.Range(0, random.Next(2, 8)).Select(_ => random.Next(11) / 10.0).Order()];
        return new Gradient
        {
            Kind = random.Next(2) == 0 ? GradientKind.Linear : GradientKind.Radial,
            Spread = (Spread)random.Next(3),
            X2 = random.Next(2),
            R = 1,
            Stops = [.. offsets.Select(offset => new GradientStop(offset, new Colour((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256), (byte)(isOpaque ? 255 : random.Next(256)))))],
        };
    }

    /// <summary>A third of them whole, in 1/32767.</summary>
    public static short Opacity(Random random) => random.Next(3) == 0 ? short.MaxValue : (short)random.Next(32768);

    private static int Alpha(Random random, int x, int whole) => (x / 9 % 3) switch { 0 => 0, 1 => whole, _ => random.Next(whole + 1) };
}
