using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>One drawing, ready to paint: vector shapes recorded once, a raster picture decoded once. Shared by threads.</summary>
internal sealed class DrawingArt : IDisposable
{
    private static readonly SKSamplingOptions Smooth = new(SKFilterMode.Linear, SKMipmapMode.Linear);

    private readonly SKPicture picture;
    private readonly SKImage? raster;
    private readonly Box bounds;

    public DrawingArt(Drawing drawing, Func<string, byte[]> asset)
    {
        bounds = drawing.Bounds;
        if (drawing.Raster is { } art)
        {
            using var data = SKData.CreateCopy(asset(art.Asset));
            raster = SKImage.FromEncodedData(data)?.ToRasterImage(true) ?? throw new FilmException($"drawing '{drawing.Id}'", "has a picture that cannot be decoded", "bring it in again");
        }

        using var recorder = new SKPictureRecorder();
        var canvas = recorder.BeginRecording(new SKRect((float)bounds.X, (float)bounds.Y, (float)bounds.Right, (float)bounds.Bottom));
        if (raster is not null)
        {
            canvas.DrawImage(raster, (float)drawing.Raster!.X, (float)drawing.Raster.Y, Smooth);
        }

        foreach (var shape in drawing.Shapes)
        {
            ShapePainter.Paint(canvas, shape);
        }

        picture = recorder.EndRecording();
    }

    public void Paint(SKCanvas canvas) => canvas.DrawPicture(picture);

    /// <summary>The drawing as an image of its box at a scale, for textures.</summary>
    public SKImage Rasterise(float scale)
    {
        var (width, height) = TextureSize(scale);
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
        surface.Canvas.Scale((float)(width / bounds.Width), (float)(height / bounds.Height));
        surface.Canvas.Translate((float)-bounds.X, (float)-bounds.Y);
        Paint(surface.Canvas);
        return surface.Snapshot();
    }

    /// <summary>From the drawing's pixels to the texels of <see cref="Rasterise"/>.</summary>
    public SKMatrix TexelsToArt(SKImage texture) => new(
        (float)(bounds.Width / texture.Width), 0, (float)bounds.X, 0, (float)(bounds.Height / texture.Height), (float)bounds.Y, 0, 0, 1);

    public void Dispose()
    {
        picture.Dispose();
        raster?.Dispose();
    }

    private (int Width, int Height) TextureSize(float scale) =>
        (Math.Max(1, (int)Math.Ceiling(bounds.Width * scale)), Math.Max(1, (int)Math.Ceiling(bounds.Height * scale)));
}
