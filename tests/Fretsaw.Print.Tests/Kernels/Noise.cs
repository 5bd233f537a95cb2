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

    /// <summary>A third of them whole, in 1/32767.</summary>
    public static short Opacity(Random random) => random.Next(3) == 0 ? short.MaxValue : (short)random.Next(32768);

    private static int Alpha(Random random, int x, int whole) => (x / 9 % 3) switch { 0 => 0, 1 => whole, _ => random.Next(whole + 1) };
}
