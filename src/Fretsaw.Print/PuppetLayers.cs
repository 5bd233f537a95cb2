using Fretsaw.Core.Engine;
using Fretsaw.Core.Painting;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>One part, painted alone and cut to what is opaque of it.</summary>
/// <param name="X">Where its left edge lies on the canvas, px.</param>
public sealed record PaintedLayer(string Name, byte[] Png, int X, int Y, int Width, int Height, bool Hidden, double Opacity);

/// <summary>A puppet at a frame as pictures that other programs can touch up: one a part, under the part's name.</summary>
/// <param name="BackToFront">In painting order.</param>
/// <param name="Merged">All of them on the whole canvas.</param>
/// <param name="Thumbnail">The same, at most 256 px a side.</param>
public sealed record PuppetLayers(int Width, int Height, IReadOnlyList<PaintedLayer> BackToFront, byte[] Merged, byte[] Thumbnail)
{
    private const int ThumbnailSide = 256;

    /// <param name="frame">The puppet alone on the bench, evaluated.</param>
    public static PuppetLayers Of(Evaluator frame, Func<string, byte[]> asset, CancellationToken cancel)
    {
        var film = frame.Plan.Film;
        using var art = new ArtStore(film, asset);
        using var painter = new SheetPainter(art, film.Width, film.Height);
        var writer = new DrawListWriter();
        var layers = new List<PaintedLayer>();
        foreach (var part in frame.Cast[0].PartsInOrder)
        {
            cancel.ThrowIfCancellationRequested();
            if (Paint(painter, writer, frame, part) is { } layer)
            {
                layers.Add(layer);
            }
        }

        painter.Paint(writer.Write(frame), clear: true, cancel);
        var merged = painter.ToPng();
        return new PuppetLayers(film.Width, film.Height, layers, merged, Small(merged));
    }

    /// <returns>One part; null when it shows nothing.</returns>
    public static PaintedLayer? One(Evaluator frame, PartPlan part, Func<string, byte[]> asset)
    {
        var film = frame.Plan.Film;
        using var art = new ArtStore(film, asset);
        using var painter = new SheetPainter(art, film.Width, film.Height);
        return Paint(painter, new DrawListWriter(), frame, part);
    }

    /// <summary>A part, cut to what is opaque of it.</summary>
    private static PaintedLayer? Paint(SheetPainter painter, DrawListWriter writer, Evaluator frame, PartPlan part)
    {
        painter.Paint(writer.WritePart(frame, frame.Cast[0], part), clear: true);
        var pixels = new byte[painter.Width * painter.Height * 4];
        painter.CopyPixels(pixels, straight: true);
        var (left, top, right, bottom) = (painter.Width, painter.Height, -1, -1);
        for (var i = 3; i < pixels.Length; i += 4)
        {
            if (pixels[i] > 0)
            {
                var (x, y) = (i / 4 % painter.Width, i / 4 / painter.Width);
                (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
            }
        }

        if (right < 0)
        {
            return null;
        }

        var info = new SKImageInfo(painter.Width, painter.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        using var whole = SKImage.FromPixelCopy(info, pixels);
        using var cut = whole.Subset(new SKRectI(left, top, right + 1, bottom + 1));
        using var png = cut.Encode(SKEncodedImageFormat.Png, 100);
        return new PaintedLayer(part.Part.Name, png.ToArray(), left, top, cut.Width, cut.Height, part.Part.Hidden, part.Part.Opacity);
    }

    internal static byte[] Small(byte[] merged)
    {
        using var picture = SKBitmap.Decode(merged);
        var scale = Math.Min(1.0, (double)ThumbnailSide / Math.Max(picture.Width, picture.Height));
        using var small = picture.Resize(new SKImageInfo(Math.Max(1, (int)(picture.Width * scale)), Math.Max(1, (int)(picture.Height * scale))), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var image = SKImage.FromBitmap(small);
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        return png.ToArray();
    }
}
