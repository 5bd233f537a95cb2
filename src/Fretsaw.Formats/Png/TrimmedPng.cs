using System.Collections.Immutable;
using System.Runtime.ExceptionServices;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Png;

/// <param name="Name">The picture's file, for errors and as the drawing's name.</param>
/// <param name="Left">Where the picture lies on the canvas, px.</param>
/// <param name="PixelSize">Of one of its pixels on the canvas, px.</param>
public readonly record struct LayerPng(byte[] Bytes, string Name, double Left, double Top, double PixelSize = 1);

/// <summary>Layers' pictures, cut to what is opaque of them.</summary>
public static class TrimmedPng
{
    /// <summary>Painted layers with grain are hardly smaller at higher levels, and take several times as long.</summary>
    private const int DeflateLevel = 2;

    /// <summary>Every picture, several at once.</summary>
    /// <param name="idPrefix">Starts the drawings' ids.</param>
    /// <param name="progress">Is told the part that is done, (0, 1], from any thread.</param>
    /// <returns>As many as pictures: the drawing and the PNG that is kept of it; null for a picture that is wholly clear.</returns>
    /// <exception cref="FilmException">A file is too large or no picture.</exception>
    public static (Drawing Drawing, byte[] Bytes)?[] ReadAll(IReadOnlyList<LayerPng> pictures, string idPrefix, Action<double>? progress, CancellationToken cancel)
    {
        var read = new (Drawing, byte[])?[pictures.Count];
        var done = 0;
        var pixels = pictures.Select(picture => PngFile.PixelsOf(picture.Bytes, picture.Name)).ToArray();
        PixelBudget.Demand(pixels.Sum(), pictures.Sum(picture => (long)picture.Bytes.Length), pictures.Count > 0 ? pictures[0].Name : "");
        try
        {
            Parallel.For(0, read.Length, new ParallelOptions { CancellationToken = cancel }, i =>
            {
                using var room = PixelBudget.Take(pixels[i]);
                read[i] = Read(pictures[i], $"{idPrefix}-d{i + 1}");
                progress?.Invoke((double)Interlocked.Increment(ref done) / read.Length);
            });
        }
        catch (AggregateException several)
        {
            ExceptionDispatchInfo.Throw(several.InnerExceptions[0]);
        }

        return read;
    }

    private static (Drawing Drawing, byte[] Bytes)? Read(in LayerPng layer, string drawingId)
    {
        using var picture = PngFile.Decode(layer.Bytes, layer.Name);
        return Of(picture, Path.GetFileNameWithoutExtension(layer.Name), drawingId, layer.Left, layer.Top, layer.PixelSize, layer.Bytes);
    }

    /// <param name="pixelSize">Of one of its pixels in the drawing, px.</param>
    /// <param name="bytes">The picture as a PNG that is kept if nothing is cut off.</param>
    /// <returns>Null for a picture that is wholly clear.</returns>
    internal static (Drawing Drawing, byte[] Bytes)? Of(SKBitmap picture, string name, string drawingId, double left, double top, double pixelSize, byte[]? bytes = null)
    {
        var (width, height) = (picture.Width, picture.Height);
        var alpha = PngFile.Alpha(picture);
        if (Opaque(alpha, width, height) is not { } opaque)
        {
            return null;
        }

        using var cut = new SKBitmap();
        picture.ExtractSubset(cut, opaque);
        var kept = bytes is not null && cut.Width == width && cut.Height == height ? bytes : Encode(cut);
        var (x, y) = (left + (opaque.Left * pixelSize), top + (opaque.Top * pixelSize));
        var drawing = new Drawing
        {
            Id = drawingId,
            Name = Names.Usable(name),
            Bounds = new Box(x, y, cut.Width * pixelSize, cut.Height * pixelSize),
            Raster = new RasterArt { Asset = AssetId.Of(kept), X = x, Y = y, Width = cut.Width, Height = cut.Height, PixelSize = pixelSize },
            Outline = Outline(PngFile.Alpha(cut), cut.Width, cut.Height, x, y, pixelSize),
        };
        return (drawing, kept);
    }

    /// <summary>Of a picture that is finer than its drawing only every so many pixels count, whole where one of them is opaque.</summary>
    private static ImmutableArray<ImmutableArray<double>> Outline(byte[] alpha, int width, int height, double x, double y, double pixelSize)
    {
        var step = Math.Max(1, (int)Math.Round(1 / pixelSize));
        var (w, h) = ((width + step - 1) / step, (height + step - 1) / step);
        var coarse = step == 1 ? alpha : new byte[w * h];
        for (var i = 0; step > 1 && i < alpha.Length; i++)
        {
            var at = (i / width / step * w) + (i % width / step);
            coarse[at] = Math.Max(coarse[at], alpha[i]);
        }

        var side = step * pixelSize;
        return [.. AlphaContour.Trace(coarse, w, h).Select(ring => ring.Select((number, i) => (number * side) + (i % 2 == 0 ? x : y)).ToImmutableArray())];
    }

    private static byte[] Encode(SKBitmap picture)
    {
        using var pixels = picture.PeekPixels();
        return Encode(pixels);
    }

    internal static byte[] Encode(SKPixmap pixels)
    {
        using var png = pixels.Encode(new SKPngEncoderOptions(SKPngEncoderFilterFlags.Sub | SKPngEncoderFilterFlags.Up, DeflateLevel))
            ?? throw new InvalidOperationException("The picture could not be encoded.");
        return png.ToArray();
    }

    private static SKRectI? Opaque(byte[] alpha, int width, int height)
    {
        var (left, top, right, bottom) = (width, height, -1, -1);
        for (var y = 0; y < height; y++)
        {
            var row = alpha.AsSpan(y * width, width);
            var first = row.IndexOfAnyExcept((byte)0);
            if (first >= 0)
            {
                (top, bottom) = (Math.Min(top, y), y);
                (left, right) = (Math.Min(left, first), Math.Max(right, row.LastIndexOfAnyExcept((byte)0)));
            }
        }

        return right < 0 ? null : new SKRectI(left, top, right + 1, bottom + 1);
    }
}
