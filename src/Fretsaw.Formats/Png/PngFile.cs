using System.Runtime.InteropServices;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;
using SkiaSharp;

namespace Fretsaw.Formats.Png;

/// <summary>A PNG picture → a flat's drawing.</summary>
public static class PngFile
{
    private const int MaxBytes = 64 * 1024 * 1024;
    private const int MaxSide = 8192;

    public static bool LooksLikePng(ReadOnlySpan<byte> bytes) => bytes.StartsWith((ReadOnlySpan<byte>)[0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);

    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    public static FlatArt ReadFlat(byte[] bytes, string file, string drawingId)
    {
        using var room = PixelBudget.Take(PixelsOf(bytes, file));
        using var colour = Decode(bytes, file, out var incomplete);
        var (width, height) = (colour.Width, colour.Height);
        var alpha = Alpha(colour);
        var outline = AlphaContour.Trace(alpha, width, height);
        FilmException.ThrowIf(outline.IsEmpty, file, "is wholly transparent", "export the layer that holds the art");
        var notes = incomplete ? [new ArtNote(file, ArtFate.Changed, "ends early; the missing rows are clear")] : Array.Empty<ArtNote>();
        return new FlatArt(
            new Drawing
            {
                Id = drawingId,
                Name = Names.Usable(Path.GetFileNameWithoutExtension(file)),
                Bounds = new Box(0, 0, width, height),
                Raster = new RasterArt { Asset = AssetId.Of(bytes), Width = width, Height = height },
                Outline = outline,
            },
            bytes,
            new ArtReport([Path.GetFileNameWithoutExtension(file)], 0, 1, notes));
    }

    /// <summary>Width and height of a PNG picture, without decoding it.</summary>
    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    internal static (int Width, int Height) SizeOf(byte[] bytes, string file)
    {
        using var codec = Open(bytes, file);
        return (codec.Info.Width, codec.Info.Height);
    }

    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    internal static long PixelsOf(byte[] bytes, string file)
    {
        var (width, height) = SizeOf(bytes, file);
        return (long)width * height;
    }

    /// <summary>Straight RGBA of a PNG picture.</summary>
    /// <exception cref="FilmException">The file is too large or no picture.</exception>
    internal static SKBitmap Decode(byte[] bytes, string file) => Decode(bytes, file, out _);

    internal static byte[] Alpha(SKBitmap picture)
    {
        var alpha = new byte[picture.Width * picture.Height];
        var pixels = picture.GetPixelSpan();
        for (var y = 0; y < picture.Height; y++)
        {
            // A bitmap that was cut out of another keeps the other's longer rows.
            var row = MemoryMarshal.Cast<byte, uint>(pixels.Slice(y * picture.RowBytes, picture.Width * 4));
            var into = alpha.AsSpan(y * picture.Width, picture.Width);
            for (var x = 0; x < into.Length; x++)
            {
                into[x] = (byte)(row[x] >> 24);
            }
        }

        return alpha;
    }

    private static SKBitmap Decode(byte[] bytes, string file, out bool incomplete)
    {
        using var codec = Open(bytes, file);
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        var colour = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        var result = codec.GetPixels(colour.Info, colour.GetPixels());
        incomplete = result == SKCodecResult.IncompleteInput;
        if (result is SKCodecResult.Success or SKCodecResult.IncompleteInput)
        {
            return colour;
        }

        colour.Dispose();
        throw new FilmException(file, "cannot be decoded", "export it again");
    }

    private static SKCodec Open(byte[] bytes, string file)
    {
        FilmException.ThrowIf(bytes.Length > MaxBytes, file, $"is {bytes.Length / 1024 / 1024} MB", $"keep pictures under {MaxBytes / 1024 / 1024} MB");
        FilmException.ThrowIf(!LooksLikePng(bytes), file, "is not a PNG picture", "export it as PNG");
        var codec = SKCodec.Create(new MemoryStream(bytes)) ?? throw new FilmException(file, "cannot be read as a picture", "export it again");
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if (width > MaxSide || height > MaxSide)
        {
            codec.Dispose();
            throw new FilmException(file, $"is {width} × {height} px", $"keep both sides under {MaxSide} px");
        }

        return codec;
    }
}
