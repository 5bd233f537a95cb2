using System.Text.RegularExpressions;
using Fretsaw.Core.Films;
using Fretsaw.Formats.OpenRaster;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Svg;

namespace Fretsaw.Formats.Layers;

/// <summary>A layered art file of any kind that is read, told apart by what it holds and not by what it is called.</summary>
public static partial class ArtFile
{
    /// <param name="progress">Is told the part of the pictures that is done, (0, 1], from any thread.</param>
    /// <exception cref="FilmException">The file is hostile, broken, or of no kind that is read.</exception>
    public static LayeredArt Read(byte[] bytes, string file, string idPrefix, Action<double>? progress = null, CancellationToken cancel = default)
    {
        var art = Layers(bytes, file, idPrefix, progress, cancel);
        return art.Posed is null && PosedName().Match(file) is { Success: true } named ? art with { Posed = named.Value } : art;
    }

    private static LayeredArt Layers(byte[] bytes, string file, string idPrefix, Action<double>? progress, CancellationToken cancel)
    {
        if (PngFile.LooksLikePng(bytes))
        {
            return PngLayers.Read([(file, bytes)], file, idPrefix, progress, cancel);
        }

        if (bytes.AsSpan().StartsWith("PK"u8))
        {
            var zip = SafeZip.Read(bytes, file);
            return OpenRasterFile.Holds(zip) ? OpenRasterFile.Read(zip, file, idPrefix, progress, cancel) : PngLayers.Read(zip, file, idPrefix, progress, cancel);
        }

        DemandSvg(bytes, file);
        return SvgFile.ReadLayers(bytes, file, idPrefix, cancel);
    }

    /// <summary>How files of a puppet at a frame are named when they go out.</summary>
    [GeneratedRegex(@"frame \d+(\.\d+)?(?=\.\w+$)")]
    private static partial Regex PosedName();

    /// <exception cref="FilmException">It is something else, which it names.</exception>
    public static void DemandSvg(byte[] bytes, string file)
    {
        if (FileKind.OtherThanSvg(bytes) is { } kind)
        {
            throw new FilmException(file, $"is {kind}", "import an SVG drawing, a PNG picture, an OpenRaster file or a zip of PNG layers");
        }
    }
}
