using SkiaSharp;

namespace Fretsaw.Print.Tests;

/// <summary>The Gaussian by its formula, tap by tap as far as four sigmas, in doubles: a plain reference.</summary>
internal static class Gaussian
{
    public static unsafe SKImage Of(SKSurface from, int width, int height, double sigma)
    {
        var info = new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul);
        var bytes = new byte[width * height * 4];
        fixed (byte* pixels = bytes)
        {
            if (!from.ReadPixels(info, (nint)pixels, width * 4, 0, 0))
            {
                throw new InvalidOperationException("The surface could not be read back.");
            }
        }

        var values = Along(Along([.. bytes.Select(value => (float)value)], width, height, 4, width * 4, sigma), height, width, width * 4, 4, sigma);
        for (var i = 0; i < bytes.Length; i++)
        {
            bytes[i] = (byte)Math.Clamp(Math.Round(values[i]), 0, 255);
        }

        return SKImage.FromPixelCopy(info, bytes);
    }

    /// <summary>Softens lines of so many values, which lie a stride apart; so many lines, which lie another apart.</summary>
    public static float[] Along(float[] values, int count, int lines, int stride, int lineStride, double sigma)
    {
        var reach = (int)Math.Ceiling(4 * sigma);
        var taps = Enumerable.Range(-reach, (2 * reach) + 1).Select(i => Math.Exp(-i * i / (2 * sigma * sigma))).ToArray();
        var sum = taps.Sum();
        var result = new float[values.Length];
        Parallel.For(0, lines, line =>
        {
            for (var i = 0; i < count; i++)
            {
                for (var c = 0; c < 4; c++)
                {
                    var total = 0.0;
                    for (var t = Math.Max(-reach, -i); t <= Math.Min(reach, count - 1 - i); t++)
                    {
                        total += taps[t + reach] * values[(line * lineStride) + ((i + t) * stride) + c];
                    }

                    result[(line * lineStride) + (i * stride) + c] = (float)(total / sum);
                }
            }
        });
        return result;
    }
}
