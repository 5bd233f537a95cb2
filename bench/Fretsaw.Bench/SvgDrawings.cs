using System.Diagnostics;
using System.Text.Json;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Svg;
using Fretsaw.Print;
using SkiaSharp;

namespace Fretsaw.Bench;

/// <summary>
/// Every .svg file of a folder read and painted as prints paint it, beside it as .png on white, and all notes and times in
/// read.json: what tests/e2e/drawings holds against the browser.
/// </summary>
internal static class SvgDrawings
{
    private const int Side = 256;

    public static void Paint(string folder)
    {
        var read = new Dictionary<string, Read>();
        foreach (var path in Directory.GetFiles(folder, "*.svg").Order(StringComparer.Ordinal))
        {
            var watch = Stopwatch.StartNew();
            try
            {
                var art = SvgFile.ReadLayers(File.ReadAllBytes(path), Path.GetFileName(path), "art");
                var milliseconds = watch.Elapsed.TotalMilliseconds;
                using var surface = SKSurface.Create(new SKImageInfo(Side, Side, SKColorType.Rgba8888, SKAlphaType.Premul));
                surface.Canvas.Clear(SKColors.White);
                foreach (var layer in art.Layers.Where(layer => !layer.Hidden && layer.Drawing is not null))
                {
                    Paint(surface.Canvas, layer.Drawing!, layer.Opacity, art.Assets);
                }

                using var data = surface.Snapshot().Encode(SKEncodedImageFormat.Png, 100);
                File.WriteAllBytes(Path.ChangeExtension(path, ".png"), data.ToArray());
                read[Path.GetFileNameWithoutExtension(path)] = new Read(milliseconds, [.. art.Report.Notes.Select(note => $"{note.Place} {note.What}")], art.Layers.Length, null);
            }
            catch (FilmException refused)
            {
                read[Path.GetFileNameWithoutExtension(path)] = new Read(watch.Elapsed.TotalMilliseconds, [], 0, refused.Message);
            }
        }

        var times = read.Values.Select(one => one.Milliseconds).Order().ToList();
        if (times.Count > 0)
        {
            Console.WriteLine(FormattableString.Invariant($"import of {times.Count} free drawings: mean {times.Average():0.0} ms, median {times[times.Count / 2]:0.0} ms, slowest {times[^1]:0} ms"));
        }

        File.WriteAllText(Path.Combine(folder, "read.json"), JsonSerializer.Serialize(read, JsonSerializerOptions.Web));
    }

    private sealed record Read(double Milliseconds, string[] Notes, int Parts, string? Refused);

    private static void Paint(SKCanvas canvas, Drawing drawing, double opacity, IReadOnlyDictionary<string, byte[]> assets)
    {
        foreach (var shape in drawing.Shapes)
        {
            ShapePainter.Paint(canvas, shape with { Opacity = shape.Opacity * opacity });
        }

        if (drawing.Raster is { } raster)
        {
            using var image = SKImage.FromEncodedData(assets[raster.Asset]);
            using var paint = new SKPaint { Color = SKColors.White.WithAlpha((byte)Math.Round(255 * opacity)) };
            var side = (float)raster.PixelSize;
            canvas.DrawImage(image, SKRect.Create((float)raster.X, (float)raster.Y, raster.Width * side, raster.Height * side), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear), paint);
        }
    }
}
