using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

/// <summary>
/// A second painter of draw lists, by SkiaSharp alone, without boards, boxes or softened textures: what the fast one is compared with,
/// in likeness here and in time in the benchmark. Softness is SkiaSharp's own, or a Gaussian summed tap by tap.
/// </summary>
internal sealed class PlainPainter(ArtStore art, int width, int height, bool exact = false) : IDisposable
{
    private static readonly SKSamplingOptions Smooth = new(SKFilterMode.Linear, SKMipmapMode.None);

    private readonly SKSurface surface = NewSurface(width, height);
    private readonly Dictionary<(int, ArtGrid), SKImage> textures = [];

    public byte[] Paint(ReadOnlySpan<byte> list)
    {
        var words = new DrawListReader(list);
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.Transparent);
        canvas.Save();
        canvas.ClipRect(new SKRect(words.Clip.Left, words.Clip.Top, words.Clip.Right, words.Clip.Bottom));
        canvas.Clear(new SKColor(words.Backdrop));
        while (words.At < words.Length)
        {
            Node(canvas, ref words, Homography.Identity);
        }

        canvas.Restore();
        var pixels = new byte[width * height * 4];
        Read(surface, pixels);
        return pixels;
    }

    public void Dispose()
    {
        surface.Dispose();
        foreach (var texture in textures.Values)
        {
            texture.Dispose();
        }
    }

    private static SKSurface NewSurface(int width, int height) => SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul));

    private unsafe void Read(SKSurface from, byte[] into)
    {
        fixed (byte* pixels = into)
        {
            if (!from.ReadPixels(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul), (nint)pixels, width * 4, 0, 0))
            {
                throw new InvalidOperationException("The painted frame could not be read back.");
            }
        }
    }

    private void Node(SKCanvas canvas, ref DrawListReader words, in Homography toPicture)
    {
        var node = words.Node();
        if (node.Kind is DrawList.GroupNode or DrawList.SoftNode)
        {
            Group(canvas, ref words, node, toPicture);
        }
        else if (node.Kind == DrawList.MeshNode)
        {
            Mesh(canvas, ref words, toPicture);
        }
        else
        {
            canvas.Save();
            ItemPainter.Paint(art, ref words, node, canvas, toPicture);
        }

        words.Pass(node);
    }

    private void Group(SKCanvas canvas, ref DrawListReader words, in DrawNode node, in Homography toPicture)
    {
        var place = words.Place();
        var inside = toPicture.Then(place.ToParent);
        if (exact && place.Sigma > 0)
        {
            ExactlySoft(canvas, ref words, node, place, inside);
            return;
        }

        using var blur = place.Sigma > 0 ? SKImageFilter.CreateBlur((float)place.Sigma, (float)place.Sigma, SKShaderTileMode.Decal) : null;
        using var paint = new SKPaint { ImageFilter = blur, Color = SKColors.White.WithAlpha(ShapePainter.Alpha(place.Opacity)), BlendMode = Mode(place.Blend) };
        var layered = node.Kind == DrawList.SoftNode || place.Step > 0;
        canvas.ResetMatrix();
        if (layered)
        {
            canvas.SaveLayer(paint);
        }

        Inside(canvas, ref words, node, inside);
        if (layered)
        {
            canvas.Restore();
        }
    }

    private void Inside(SKCanvas canvas, ref DrawListReader words, in DrawNode node, in Homography inside)
    {
        if (node.Kind == DrawList.SoftNode)
        {
            canvas.Save();
            canvas.SetMatrix(ItemPainter.Matrix(inside));
            art.Art(words.Int()).Paint(canvas);
            canvas.Restore();
            return;
        }

        while (words.At < node.End)
        {
            Node(canvas, ref words, inside);
        }
    }

    /// <summary>On a larger surface, since what lies outside the picture is soft into it.</summary>
    private void ExactlySoft(SKCanvas canvas, ref DrawListReader words, in DrawNode node, in DrawPlace place, in Homography inside)
    {
        var room = (int)Math.Ceiling(4 * place.Sigma) + 2;
        var (w, h) = (width + (2 * room), height + (2 * room));
        using var wide = NewSurface(w, h);
        wide.Canvas.Clear(SKColors.Transparent);
        Inside(wide.Canvas, ref words, node, new Homography(1, 0, room, 0, 1, room, 0, 0, 1).Then(inside));
        using var picture = Gaussian.Of(wide, w, h, place.Sigma);
        using var paint = new SKPaint { Color = SKColors.White.WithAlpha(ShapePainter.Alpha(place.Opacity)), BlendMode = Mode(place.Blend) };
        canvas.ResetMatrix();
        canvas.DrawImage(picture, -room, -room, new SKSamplingOptions(SKFilterMode.Nearest), paint);
    }

    private void Mesh(SKCanvas canvas, ref DrawListReader words, in Homography toPicture)
    {
        var (grid, drawing, opacity, matrix) = (words.Grid(), words.Int(), words.Float(), words.Affine());
        var (vertices, indices) = (words.Int(), words.Int());
        var positions = System.Runtime.InteropServices.MemoryMarshal.Cast<float, SKPoint>(words.Words<float>(2 * vertices)).ToArray();
        var onArt = System.Runtime.InteropServices.MemoryMarshal.Cast<float, SKPoint>(words.Words<float>(2 * vertices)).ToArray();
        ushort[] triangles = [.. words.Words<int>(indices).ToArray().Select(corner => (ushort)corner)];
        using var shader = Texture(drawing, grid).ToShader(
            SKShaderTileMode.Decal, SKShaderTileMode.Decal, Smooth, new SKMatrix((float)grid.Texel, 0, (float)grid.X, 0, (float)grid.Texel, (float)grid.Y, 0, 0, 1));
        using var paint = new SKPaint { Shader = shader, IsAntialias = true, Color = SKColors.Black.WithAlpha(ShapePainter.Alpha(opacity)) };
        using var mesh = SKVertices.CreateCopy(SKVertexMode.Triangles, positions, onArt, null, triangles);
        canvas.Save();
        canvas.SetMatrix(ItemPainter.Matrix(toPicture * matrix));
        canvas.DrawVertices(mesh, SKBlendMode.Modulate, paint);
        canvas.Restore();
    }

    private SKImage Texture(int drawing, in ArtGrid grid)
    {
        if (!textures.TryGetValue((drawing, grid), out var texture))
        {
            using var sheet = NewSurface(grid.Width, grid.Height);
            sheet.Canvas.Scale((float)(1 / grid.Texel));
            sheet.Canvas.Translate((float)-grid.X, (float)-grid.Y);
            art.Art(drawing).Paint(sheet.Canvas);
            textures[(drawing, grid)] = texture = sheet.Snapshot();
        }

        return texture;
    }

    private static SKBlendMode Mode(Blend blend) => blend switch
    {
        Blend.Normal => SKBlendMode.SrcOver,
        Blend.Inside => SKBlendMode.DstIn,
        Blend.Outside => SKBlendMode.DstOut,
        Blend.ColourDodge => SKBlendMode.ColorDodge,
        Blend.ColourBurn => SKBlendMode.ColorBurn,
        Blend.Colour => SKBlendMode.Color,
        _ => Enum.Parse<SKBlendMode>(blend.ToString()),
    };
}
