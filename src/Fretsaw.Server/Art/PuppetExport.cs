using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.OpenRaster;
using Fretsaw.Formats.Svg;
using Fretsaw.Print;
using Fretsaw.Server.Films;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Art;

/// <summary>A puppet alone, as layers that can be touched up elsewhere and brought back.</summary>
internal static class PuppetExport
{
    private const string SvgType = "image/svg+xml";

    /// <param name="posed">"frame 24", null at rest: said in the file's name, because both look alike in a folder, and in the file, so that it is not taken for rest art.</param>
    /// <param name="format">ora or svg.</param>
    /// <exception cref="NotThereException">There is no such format.</exception>
    public static IResult Of(OpenFilm film, View view, double frame, string? posed, string format, AssetStore assets, CancellationToken cancel)
    {
        var evaluated = film.NewSession(cancel).FrameAt(view, frame);
        var stream = new MemoryStream();
        switch (format)
        {
            case "ora":
                OpenRaster(stream, evaluated, assets.Picture, cancel);
                break;
            case "svg":
                SvgWriter.Write(stream, evaluated, part => Picture(evaluated, part, assets.Picture), posed);
                break;
            default:
                throw new NotThereException($"format '{format}'; ask for ora or svg");
        }

        stream.Position = 0;
        return Results.File(stream, format == "svg" ? SvgType : OpenRasterFile.MimeType, $"{FilmEndpoints.SafeName(evaluated.Cast[0].Use.Thing.Name)} {posed ?? "at rest"}.{format}");
    }

    private static void OpenRaster(Stream stream, Evaluator frame, Func<string, byte[]> asset, CancellationToken cancel)
    {
        var painted = PuppetLayers.Of(frame, asset, cancel);
        OpenRasterWriter.Write(
            stream, painted.Width, painted.Height,
            [.. painted.BackToFront.Select(layer => new RasterLayer(layer.Name, layer.Png, layer.X, layer.Y, layer.Hidden, layer.Opacity))],
            painted.Merged, painted.Thumbnail);
    }

    private static SvgPicture? Picture(Evaluator frame, PartPlan part, Func<string, byte[]> asset)
    {
        if (PuppetLayers.One(frame, part, asset) is not { } layer)
        {
            return null;
        }

        // On a bench the camera looks straight at the puppet.
        frame.Things[0].ToPicture.AsAffine().TryInvert(out var toPuppet);
        return new SvgPicture(layer.Png, layer.Width, layer.Height, toPuppet * Affine.Translate(layer.X, layer.Y));
    }
}
