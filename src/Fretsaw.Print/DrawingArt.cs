using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Kernels;
using Fretsaw.Print.Sheets;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>One drawing, ready to paint: vector shapes recorded once, a raster picture decoded once. Shared by threads.</summary>
internal sealed class DrawingArt : IDisposable
{
    private static readonly SKSamplingOptions Smooth = new(SKFilterMode.Linear, SKMipmapMode.Linear);

    private readonly SKPicture picture;
    private readonly SKImage? raster;
    public DrawingArt(Drawing drawing, Func<string, byte[]> asset)
    {
        var bounds = drawing.Bounds;
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

    /// <summary>The drawing as texels.</summary>
    /// <param name="sigma">How far it is softened, texels.</param>
    public SoftSheet Rasterise(in ArtGrid grid, float sigma)
    {
        using var sharp = new Sheet(grid.Width, grid.Height);
        sharp.Clear();
        var canvas = sharp.Canvas;
        canvas.Scale((float)(1 / grid.Texel));
        canvas.Translate((float)-grid.X, (float)-grid.Y);
        Paint(canvas);
        using var softening = new Softening();
        var texels = new SoftSheet();
        softening.Soften(sharp, texels, sigma);
        return texels;
    }

    public void Dispose()
    {
        picture.Dispose();
        raster?.Dispose();
    }
}
