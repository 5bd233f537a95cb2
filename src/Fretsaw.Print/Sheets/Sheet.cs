using Fretsaw.Core.Painting;
using SkiaSharp;

namespace Fretsaw.Print.Sheets;

/// <summary>Premultiplied RGBA of eight bits: SkiaSharp rasterises vectors into it, and the kernels lay on it.</summary>
public sealed unsafe class Sheet() : PixelMemory(bytesAPixel: 4)
{
    private SKSurface? surface;

    public Sheet(int width, int height)
        : this() => Resize(width, height);

    public SKCanvas Canvas => (surface ??= SKSurface.Create(Info(SKAlphaType.Premul), (nint)RowAt(0), Stride * 4)).Canvas;

    public uint* Row(int y) => (uint*)RowAt(y);

    public PixelBox Box() => new(0, 0, Width, Height);

    /// <summary>Everything of another sheet as large.</summary>
    public void CopyFrom(Sheet other) => Buffer.MemoryCopy(other.RowAt(0), RowAt(0), (long)Stride * Height * 4, (long)Stride * Height * 4);

    /// <summary>Rows without padding.</summary>
    /// <param name="into">Width · height · 4 bytes.</param>
    public void CopyTo(Span<byte> into, bool straight)
    {
        if (!straight)
        {
            for (var y = 0; y < Height; y++)
            {
                new Span<byte>(Row(y), Width * 4).CopyTo(into[(y * Width * 4)..]);
            }

            return;
        }

        using var pixels = new SKPixmap(Info(SKAlphaType.Premul), (nint)RowAt(0), Stride * 4);
        fixed (byte* target = into)
        {
            if (!pixels.ReadPixels(Info(SKAlphaType.Unpremul), (nint)target, Width * 4, 0, 0))
            {
                throw new InvalidOperationException("The painted frame could not be read back.");
            }
        }
    }

    public SKImage ToImage()
    {
        using var pixels = new SKPixmap(Info(SKAlphaType.Premul), (nint)RowAt(0), Stride * 4);
        return SKImage.FromPixelCopy(pixels);
    }

    protected override void Released()
    {
        surface?.Dispose();
        surface = null;
    }

    private SKImageInfo Info(SKAlphaType alpha) => new(Width, Height, SKColorType.Rgba8888, alpha);
}
