using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>A drawing that goes out as it was drawn.</summary>
public sealed record DrawnLayer(string Name, Drawing Drawing, bool Hidden, double Opacity);

/// <summary>
/// Drawings as pictures in their own pixels, so that what comes back lies where it lay. A picture that lies on whole pixels goes out as the
/// very bytes that came in; one that was painted finer than its drawing is brought to the drawing's pixels, which OpenRaster cannot say otherwise.
/// </summary>
public static class DrawnLayers
{
    /// <summary>Of the whole canvas: as large as a paint program opens without a thought.</summary>
    private const double MostPixels = 8192.0 * 8192;

    /// <param name="layers">In painting order.</param>
    /// <param name="asset">A picture's bytes by its name.</param>
    /// <exception cref="FilmException">The canvas would be too large.</exception>
    public static PuppetLayers Of(IReadOnlyList<DrawnLayer> layers, Func<string, byte[]> asset, CancellationToken cancel)
    {
        var all = layers.Aggregate(new Box(0, 0, 1, 1), (box, layer) => box.With(layer.Drawing.Bounds));
        FilmException.ThrowIf(all.Right * all.Bottom > MostPixels, "OpenRaster", FormattableString.Invariant($"would be {all.Right:0} × {all.Bottom:0} px"), "export it as SVG");
        var (width, height) = ((int)Math.Ceiling(all.Right), (int)Math.Ceiling(all.Bottom));
        using var whole = Clear(width, height);
        var painted = new List<PaintedLayer>(layers.Count);
        foreach (var layer in layers)
        {
            cancel.ThrowIfCancellationRequested();
            using var art = new DrawingArt(layer.Drawing, asset);
            painted.Add(Paint(layer, art, asset));
            if (!layer.Hidden)
            {
                using var solid = new SKPaint { Color = SKColors.White.WithAlpha((byte)Math.Round(layer.Opacity * 255)) };
                whole.Canvas.SaveLayer(solid);
                art.Paint(whole.Canvas);
                whole.Canvas.Restore();
            }
        }

        var merged = Png(whole);
        return new PuppetLayers(width, height, painted, merged, PuppetLayers.Small(merged));
    }

    private static PaintedLayer Paint(DrawnLayer layer, DrawingArt art, Func<string, byte[]> asset)
    {
        if (layer.Drawing.Raster is { PixelSize: 1 } raster && raster.X == Math.Round(raster.X) && raster.Y == Math.Round(raster.Y))
        {
            return new PaintedLayer(layer.Name, asset(raster.Asset), (int)raster.X, (int)raster.Y, raster.Width, raster.Height, layer.Hidden, layer.Opacity);
        }

        var box = layer.Drawing.Bounds;
        var (left, top) = ((int)Math.Floor(box.X), (int)Math.Floor(box.Y));
        var (width, height) = (Math.Max(1, (int)Math.Ceiling(box.Right) - left), Math.Max(1, (int)Math.Ceiling(box.Bottom) - top));
        using var sheet = Clear(width, height);
        sheet.Canvas.Translate(-left, -top);
        art.Paint(sheet.Canvas);
        return new PaintedLayer(layer.Name, Png(sheet), left, top, width, height, layer.Hidden, layer.Opacity);
    }

    private static SKSurface Clear(int width, int height)
    {
        var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul)) ?? throw new InvalidOperationException("There is no room for the picture.");
        surface.Canvas.Clear();
        return surface;
    }

    private static byte[] Png(SKSurface surface)
    {
        using var image = surface.Snapshot();
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
