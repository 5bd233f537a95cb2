using Fretsaw.Formats.OpenRaster;
using SkiaSharp;

namespace Fretsaw.Bench;

/// <summary>An OpenRaster file as large as asked, of layers that look painted: gradients with a grain that does not pack well.</summary>
internal static class PaintedLayers
{
    private const int Side = 1600;

    public static byte[] OpenRaster(int bytes)
    {
        var layers = new List<RasterLayer>();
        for (var sum = 0; sum < bytes; sum += layers[^1].Png.Length)
        {
            layers.Add(new RasterLayer($"Layer {layers.Count + 1}", Layer(layers.Count), 0, 0));
        }

        using var file = new MemoryStream();
        OpenRasterWriter.Write(file, Side, Side, layers, layers[0].Png, layers[0].Png);
        return file.ToArray();
    }

    private static byte[] Layer(int seed)
    {
        var random = new Random(seed);
        using var picture = new SKBitmap(new SKImageInfo(Side, Side, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var pixels = picture.GetPixelSpan();
        var (middleX, middleY, radius) = (random.Next(400, 1200), random.Next(400, 1200), random.Next(250, 400));
        for (var y = 0; y < Side; y++)
        {
            for (var x = 0; x < Side; x++)
            {
                var near = 1 - (Math.Sqrt(Math.Pow(x - middleX, 2) + Math.Pow(y - middleY, 2)) / radius);
                if (near > 0)
                {
                    var grain = random.Next(24);
                    var at = 4 * ((y * Side) + x);
                    (pixels[at], pixels[at + 1], pixels[at + 2], pixels[at + 3]) = ((byte)((near * 200) + grain), (byte)(90 + grain), (byte)(120 - (near * 60) + grain), 255);
                }
            }
        }

        using var png = picture.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
