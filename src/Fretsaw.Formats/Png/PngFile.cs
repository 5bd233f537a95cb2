using System.Security.Cryptography;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Png;

/// <summary>A PNG picture → a flat's drawing.</summary>
public static class PngFile
{
    private const int MaxBytes = 64 * 1024 * 1024;
    private const int MaxSide = 8192;

    /// <summary>The name a picture is kept under: SHA-256 of its bytes.</summary>
    public static string AssetId(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    public static bool LooksLikePng(ReadOnlySpan<byte> bytes) => bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);

    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    public static (Drawing Drawing, ArtReport Report) ReadFlat(byte[] bytes, string file, string drawingId)
    {
        FilmException.ThrowIf(bytes.Length > MaxBytes, file, $"is {bytes.Length / 1024 / 1024} MB", $"keep pictures under {MaxBytes / 1024 / 1024} MB");
        FilmException.ThrowIf(!LooksLikePng(bytes), file, "is not a PNG picture", "export it as PNG");
        using var codec = SKCodec.Create(new MemoryStream(bytes));
        FilmException.ThrowIf(codec is null, file, "cannot be read as a picture", "export it again");
        var (width, height) = (codec!.Info.Width, codec.Info.Height);
        FilmException.ThrowIf(width > MaxSide || height > MaxSide, file, $"is {width} × {height} px", $"keep both sides under {MaxSide} px");

        using var colour = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var result = codec.GetPixels(colour.Info, colour.GetPixels());
        FilmException.ThrowIf(result is not (SKCodecResult.Success or SKCodecResult.IncompleteInput), file, "cannot be decoded", "export it again");
        var alpha = Alpha(colour.GetPixelSpan(), width * height);
        var outline = AlphaContour.Trace(alpha, width, height);
        FilmException.ThrowIf(outline.IsEmpty, file, "is wholly transparent", "export the layer that holds the art");
        var notes = result == SKCodecResult.IncompleteInput ? [new ArtNote(file, "ends early; the missing rows are clear")] : Array.Empty<ArtNote>();
        return (
            new Drawing
            {
                Id = drawingId,
                Name = Path.GetFileNameWithoutExtension(file),
                Bounds = new Box(0, 0, width, height),
                Raster = new RasterArt { Asset = AssetId(bytes), Width = width, Height = height },
                Outline = outline,
            },
            new ArtReport(1, 1, notes));
    }

    private static byte[] Alpha(ReadOnlySpan<byte> rgba, int pixels)
    {
        var alpha = new byte[pixels];
        for (var i = 0; i < pixels; i++)
        {
            alpha[i] = rgba[(4 * i) + 3];
        }

        return alpha;
    }
}
