using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;
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
    private const string OpenRaster = "ora";
    private const string Svg = "svg";
    private const string SvgType = "image/svg+xml";

    /// <summary>As it is at a frame of a shot. The file's name says so, because both look alike in a folder, and so does the file, so that it is not taken for rest art.</summary>
    /// <param name="format">ora or svg.</param>
    /// <exception cref="NotThereException">There is no such format.</exception>
    public static IResult Posed(OpenFilm film, string shot, string cast, double frame, string format, AssetStore assets, CancellationToken cancel)
    {
        var posed = FormattableString.Invariant($"frame {frame}");
        var evaluated = film.NewSession(cancel).FrameAt(new View(shot, Cast: cast), frame);
        return Sent(evaluated, posed, format, stream =>
        {
            if (format == OpenRaster)
            {
                Write(stream, PuppetLayers.Of(evaluated, assets.Picture, cancel));
            }
            else
            {
                SvgWriter.Write(stream, evaluated.Cast[0].Use.Thing.Name, PuppetGroups.Posed(evaluated, part => Picture(evaluated, part, assets.Picture)), posed);
            }
        });
    }

    /// <summary>As it was drawn, to be redrawn.</summary>
    /// <param name="format">ora or svg.</param>
    /// <exception cref="NotThereException">There is no such format.</exception>
    public static IResult AtRest(OpenFilm film, string puppet, string format, AssetStore assets, CancellationToken cancel)
    {
        var rest = film.NewSession(cancel).FrameAt(new View(Puppet: puppet), View.BenchFrame);
        return Sent(rest, "at rest", format, stream =>
        {
            if (format == OpenRaster)
            {
                Write(stream, DrawnLayers.Of([.. RestArt.Of(rest).Where(layer => layer.Drawing is not null).Select(layer => new DrawnLayer(layer.Name, layer.Drawing!, layer.Hidden, layer.Part.Opacity))], assets.Picture, cancel));
            }
            else
            {
                SvgWriter.Write(stream, rest.Cast[0].Use.Thing.Name, PuppetGroups.AtRest(rest, assets.Picture));
            }
        });
    }

    private static IResult Sent(Evaluator frame, string when, string format, Action<Stream> write)
    {
        if (format is not (OpenRaster or Svg))
        {
            throw new NotThereException($"format '{format}'; ask for {OpenRaster} or {Svg}");
        }

        var stream = new MemoryStream();
        write(stream);
        stream.Position = 0;
        return Results.File(stream, format == Svg ? SvgType : OpenRasterFile.MimeType, $"{FilmEndpoints.SafeName(frame.Cast[0].Use.Thing.Name)} {when}.{format}");
    }

    private static void Write(Stream stream, PuppetLayers painted) => OpenRasterWriter.Write(
        stream, painted.Width, painted.Height,
        [.. painted.BackToFront.Select(layer => new RasterLayer(layer.Name, layer.Png, layer.X, layer.Y, layer.Hidden, layer.Opacity))],
        painted.Merged, painted.Thumbnail);

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
