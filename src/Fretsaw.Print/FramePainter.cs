using Fretsaw.Core.Engine;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>
/// Draw list → pixels with SkiaSharp. Decides nothing: web/src/stage/painter.ts does the same with CanvasKit, and a
/// test compares the two. One thread each; the <see cref="ArtStore"/> is shared.
/// </summary>
public sealed class FramePainter : IDisposable
{
    private static readonly SKSamplingOptions Smooth = new(SKFilterMode.Linear, SKMipmapMode.None);

    private readonly ArtStore art;
    private readonly SKSurface surface;

    /// <param name="width">Of the output, px; a draw list of another size is scaled to fit.</param>
    public FramePainter(ArtStore art, int width, int height)
    {
        this.art = art;
        (Width, Height) = (width, height);
        surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));
    }

    public int Width { get; }

    public int Height { get; }

    /// <param name="clear">Leave the backdrop out, for prints with alpha.</param>
    /// <param name="cancel">Asked before each layer; a picture that is given up is not to be looked at.</param>
    public void Paint(ReadOnlySpan<byte> list, bool clear = false, CancellationToken cancel = default)
    {
        var words = new DrawListReader(list);
        words.Demand(DrawList.Magic, "magic word");
        words.Demand(DrawList.Version, "version");
        var (width, height) = (words.Float(), words.Float());
        var backdrop = unchecked((uint)words.Int());
        var layers = words.Int();
        var canvas = surface.Canvas;
        canvas.Clear(clear ? SKColors.Transparent : new SKColor(backdrop));
        canvas.Save();
        var scale = Math.Min(Width / width, Height / height);
        canvas.Translate((Width - (width * scale)) / 2, (Height - (height * scale)) / 2);
        canvas.Scale(scale);
        canvas.ClipRect(new SKRect(0, 0, width, height));
        for (var i = 0; i < layers; i++)
        {
            cancel.ThrowIfCancellationRequested();
            Layer(canvas, ref words, scale);
        }

        canvas.Restore();
    }

    /// <summary>Straight or premultiplied RGBA, four bytes a pixel, rows without padding.</summary>
    /// <param name="into">Width · height · 4 bytes.</param>
    public unsafe void CopyPixels(Span<byte> into, bool straight)
    {
        var info = new SKImageInfo(Width, Height, SKColorType.Rgba8888, straight ? SKAlphaType.Unpremul : SKAlphaType.Premul);
        fixed (byte* pixels = into)
        {
            if (!surface.ReadPixels(info, (nint)pixels, Width * 4, 0, 0))
            {
                throw new InvalidOperationException("The painted frame could not be read back.");
            }
        }
    }

    public byte[] ToPng()
    {
        using var image = surface.Snapshot();
        using var data = image.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    public void Dispose() => surface.Dispose();

    private void Layer(SKCanvas canvas, ref DrawListReader words, float outputScale)
    {
        var homography = new SKMatrix(
            words.Float(), words.Float(), words.Float(),
            words.Float(), words.Float(), words.Float(),
            words.Float(), words.Float(), words.Float());
        var opacity = words.Float();
        var sigma = words.Float();
        var items = words.Int();
        canvas.Save();

        // The sigma is in picture pixels, and the canvas is scaled from them to the output already.
        using var blur = sigma * outputScale >= LeastSigma ? SKImageFilter.CreateBlur(sigma, sigma, SKShaderTileMode.Decal) : null;
        using var group = new SKPaint { ImageFilter = blur, Color = SKColors.White.WithAlpha(ShapePainter.Alpha(opacity)) };
        var layered = blur is not null || opacity < 1;
        if (layered)
        {
            canvas.SaveLayer(group);
        }

        canvas.Concat(homography);
        for (var i = 0; i < items; i++)
        {
            Item(canvas, ref words);
        }

        canvas.RestoreToCount(canvas.SaveCount - (layered ? 2 : 1));
    }

    /// <summary>Below a fifth of a pixel a blur changes no eight-bit value that anyone could tell.</summary>
    public const float LeastSigma = 0.2f;

    private void Item(SKCanvas canvas, ref DrawListReader words)
    {
        var kind = words.Int();
        switch (kind)
        {
            case DrawList.CutItem:
                canvas.SaveLayer();
                return;
            case DrawList.MatteItem:
                using (var cut = new SKPaint { BlendMode = words.Int() == 1 ? SKBlendMode.DstOut : SKBlendMode.DstIn })
                {
                    canvas.SaveLayer(cut);
                }

                return;
            case DrawList.EndItem:
                canvas.Restore();
                canvas.Restore();
                return;
        }

        var drawing = words.Int();
        var opacity = words.Float();
        var (a, b, c, d, e, f) = (words.Float(), words.Float(), words.Float(), words.Float(), words.Float(), words.Float());
        canvas.Save();
        canvas.Concat(new SKMatrix(a, c, e, b, d, f, 0, 0, 1));
        if (kind == DrawList.MeshItem)
        {
            Mesh(canvas, ref words, drawing, opacity);
        }
        else
        {
            using var group = opacity < 1 ? new SKPaint { Color = SKColors.White.WithAlpha(ShapePainter.Alpha(opacity)) } : null;
            if (group is not null)
            {
                canvas.SaveLayer(group);
            }

            if (kind == DrawList.ShapesItem)
            {
                Shapes(canvas, ref words, drawing);
            }
            else
            {
                art.Art(drawing).Paint(canvas);
            }

            if (group is not null)
            {
                canvas.Restore();
            }
        }

        canvas.Restore();
    }

    private void Shapes(SKCanvas canvas, ref DrawListReader words, int drawing)
    {
        var paths = words.Int();
        for (var p = 0; p < paths; p++)
        {
            var shape = art.ShapeOf(drawing, words.Int());
            var paint = words.Int();
            var lines = words.Int();
            using var outline = new SKPathBuilder();
            for (var line = 0; line < lines; line++)
            {
                var closed = words.Int() == 1;
                outline.AddPoly(Points(ref words, words.Int()), closed);
            }

            if (shape is not null)
            {
                using var path = outline.Detach();
                ShapePainter.PaintRedrawn(canvas, shape, path, paint);
            }
        }
    }

    private void Mesh(SKCanvas canvas, ref DrawListReader words, int drawing, float opacity)
    {
        var vertices = words.Int();
        var indices = words.Int();
        var positions = Points(ref words, vertices);
        var onArt = Points(ref words, vertices);
        var triangles = new ushort[indices];
        for (var i = 0; i < indices; i++)
        {
            triangles[i] = checked((ushort)words.Int());
        }

        var m = canvas.TotalMatrix;
        var texture = art.Texture(drawing, MathF.Sqrt(MathF.Abs((m.ScaleX * m.ScaleY) - (m.SkewX * m.SkewY))));
        using var shader = texture.ToShader(SKShaderTileMode.Decal, SKShaderTileMode.Decal, Smooth, art.Art(drawing).TexelsToArt(texture));
        using var paint = new SKPaint { Shader = shader, IsAntialias = true, Color = SKColors.Black.WithAlpha(ShapePainter.Alpha(opacity)) };
        using var mesh = SKVertices.CreateCopy(SKVertexMode.Triangles, positions, onArt, null, triangles);
        canvas.DrawVertices(mesh, SKBlendMode.Modulate, paint);
    }

    private static SKPoint[] Points(ref DrawListReader words, int count)
    {
        var points = new SKPoint[count];
        for (var i = 0; i < count; i++)
        {
            points[i] = new SKPoint(words.Float(), words.Float());
        }

        return points;
    }
}
