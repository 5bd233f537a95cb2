namespace Fretsaw.Print.Tests;

/// <summary>How like two pictures are: peak signal to noise, decibels; premultiplied RGBA.</summary>
internal static class Likeness
{
    private const int TileSide = 32;

    public static double Of(ReadOnlySpan<byte> a, ReadOnlySpan<byte> b) => Decibels(Squares(a, b), a.Length);

    /// <summary>Of the worst tile of 32 × 32.</summary>
    public static double OfWorstTile(byte[] a, byte[] b, int width, int height)
    {
        var worst = double.PositiveInfinity;
        for (var top = 0; top < height; top += TileSide)
        {
            for (var left = 0; left < width; left += TileSide)
            {
                var (right, bottom) = (Math.Min(left + TileSide, width), Math.Min(top + TileSide, height));
                var squares = 0L;
                for (var y = top; y < bottom; y++)
                {
                    var (from, count) = (((y * width) + left) * 4, (right - left) * 4);
                    squares += Squares(a.AsSpan(from, count), b.AsSpan(from, count));
                }

                worst = Math.Min(worst, Decibels(squares, (right - left) * (bottom - top) * 4));
            }
        }

        return worst;
    }

    private static long Squares(ReadOnlySpan<byte> a, ReadOnlySpan<byte> b)
    {
        var sum = 0L;
        for (var i = 0; i < a.Length; i++)
        {
            sum += (a[i] - b[i]) * (a[i] - b[i]);
        }

        return sum;
    }

    private static double Decibels(long squares, long count) => squares == 0 ? double.PositiveInfinity : 10 * Math.Log10(255.0 * 255 * count / squares);
}
