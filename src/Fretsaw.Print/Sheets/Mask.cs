using SkiaSharp;

namespace Fretsaw.Print.Sheets;

/// <summary>How much of each pixel a shape covers, 0 to 255: SkiaSharp rasterises it, and what fills it is our own.</summary>
public sealed unsafe class Mask() : PixelMemory(bytesAPixel: 1)
{
    private SKSurface? surface;

    public SKCanvas Canvas => (surface ??= SKSurface.Create(new SKImageInfo(Width, Height, SKColorType.Alpha8, SKAlphaType.Premul), (nint)RowAt(0), Stride)).Canvas;

    public byte* Row(int y) => (byte*)RowAt(y);

    protected override void Released()
    {
        surface?.Dispose();
        surface = null;
    }
}
