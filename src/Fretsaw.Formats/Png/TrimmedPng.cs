using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Png;

/// <summary>A layer's picture, cut to what is opaque of it.</summary>
public static class TrimmedPng
{
    /// <param name="left">Where the picture lies on the canvas, px.</param>
    /// <returns>The drawing and the PNG that is kept of it; null for a picture that is wholly clear.</returns>
    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    public static (Drawing Drawing, byte[] Bytes)? Read(byte[] bytes, string file, string drawingId, double left, double top)
    {
        using var picture = PngFile.Decode(bytes, file);
        var (width, height) = (picture.Width, picture.Height);
        var alpha = PngFile.Alpha(picture);
        if (Opaque(alpha, width, height) is not { } opaque)
        {
            return null;
        }

        using var cut = new SKBitmap();
        picture.ExtractSubset(cut, opaque);
        using var image = SKImage.FromBitmap(cut);
        using var png = image.Encode(SKEncodedImageFormat.Png, 100);
        var kept = png.ToArray();
        var outline = AlphaContour.Trace(PngFile.Alpha(cut), cut.Width, cut.Height);
        var (x, y) = (left + opaque.Left, top + opaque.Top);
        var drawing = new Drawing
        {
            Id = drawingId,
            Name = Path.GetFileNameWithoutExtension(file),
            Bounds = new Box(x, y, cut.Width, cut.Height),
            Raster = new RasterArt { Asset = PngFile.AssetId(kept), X = x, Y = y, Width = cut.Width, Height = cut.Height },
            Outline = [.. outline.Select(ring => ring.Select((number, i) => number + (i % 2 == 0 ? x : y)).ToArray()).Select(ring => System.Collections.Immutable.ImmutableArray.Create(ring))],
        };
        return (drawing, kept);
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
