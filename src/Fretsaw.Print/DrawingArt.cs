using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
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

    /// <summary>The same in painting order, with gradients that are our own work.</summary>
    private readonly List<(SKPicture? Shapes, GradientFill? Fill)> steps = [];

    public DrawingArt(Drawing drawing, Func<string, byte[]> asset)
    {
        var bounds = drawing.Bounds;
        if (drawing.Raster is { } art)
        {
            using var data = SKData.CreateCopy(asset(art.Asset));
            raster = SKImage.FromEncodedData(data)?.ToRasterImage(true) ?? throw new FilmException($"drawing '{drawing.Id}'", "has a picture that cannot be decoded", "import it again");
        }

        var frame = new SKRect((float)bounds.X, (float)bounds.Y, (float)bounds.Right, (float)bounds.Bottom);
        using var recorder = new SKPictureRecorder();
        using var stepRecorder = new SKPictureRecorder();
        var (all, step) = (recorder.BeginRecording(frame), stepRecorder.BeginRecording(frame));
        if (raster is not null)
        {
            Lay(all, raster, drawing.Raster!);
            Lay(step, raster, drawing.Raster!);
        }

        foreach (var shape in drawing.Shapes)
        {
            ShapePainter.Paint(all, shape);
            if (GradientFill.Of(shape) is not { } fill)
            {
                ShapePainter.Paint(step, shape);
                continue;
            }

            steps.Add((stepRecorder.EndRecording(), null));
            steps.Add((null, fill));
            step = stepRecorder.BeginRecording(frame);
            ShapePainter.Paint(step, shape with { Fill = null });
        }

        steps.Add((stepRecorder.EndRecording(), null));
        picture = recorder.EndRecording();
    }

    private static void Lay(SKCanvas canvas, SKImage image, RasterArt art)
    {
        canvas.Save();
        canvas.Translate((float)art.X, (float)art.Y);
        canvas.Scale((float)art.PixelSize);
        canvas.DrawImage(image, 0, 0, Smooth);
        canvas.Restore();
    }

    public void Paint(SKCanvas canvas) => canvas.DrawPicture(picture);

    /// <param name="canvas">The ground's, with the map set.</param>
    /// <param name="toSheet">From the drawing's pixels.</param>
    public void Paint(SKCanvas canvas, in Ground ground, in Affine toSheet)
    {
        foreach (var (shapes, fill) in steps)
        {
            if (shapes is not null)
            {
                canvas.DrawPicture(shapes);
            }

            fill?.Lay(ground, toSheet);
        }
    }

    /// <summary>The drawing as texels.</summary>
    /// <param name="sigma">How far it is softened, texels.</param>
    public SoftSheet Rasterise(in ArtGrid grid, float sigma)
    {
        using var sharp = new Sheet(grid.Width, grid.Height);
        sharp.Clear();
        var canvas = sharp.Canvas;
        using var mask = new Mask();
        var toTexels = Affine.Scale(1 / grid.Texel, 1 / grid.Texel) * Affine.Translate(-grid.X, -grid.Y);
        canvas.SetMatrix(ShapePainter.Matrix(toTexels));
        Paint(canvas, new Ground(sharp, sharp.Box(), mask), toTexels);
        using var softening = new Softening();
        var texels = new SoftSheet();
        softening.Soften(sharp, texels, sigma);
        return texels;
    }

    public void Dispose()
    {
        picture.Dispose();
        foreach (var (shapes, fill) in steps)
        {
            shapes?.Dispose();
            fill?.Dispose();
        }

        raster?.Dispose();
    }
}
