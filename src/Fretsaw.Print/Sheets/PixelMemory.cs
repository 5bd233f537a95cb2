using System.Runtime.InteropServices;

namespace Fretsaw.Print.Sheets;

/// <summary>Rows of pixels in memory of our own, which only grows. A kernel may read and write a few pixels past a row's end.</summary>
public abstract unsafe class PixelMemory(int bytesAPixel) : IDisposable
{
    private const int Spare = 16;
    private const int Alignment = 64;

    private void* memory;
    private nuint room;

    public int Width { get; private set; }

    public int Height { get; private set; }

    /// <summary>Pixels from row to row.</summary>
    public int Stride { get; private set; }

    public long Bytes => (long)room;

    /// <summary>Takes another size; what was on it is lost, and it is not cleared.</summary>
    /// <exception cref="InvalidOperationException">It is disposed.</exception>
    public void Resize(int width, int height)
    {
        if (width == Width && height == Height)
        {
            return;
        }

        Released();
        (Width, Height, Stride) = (width, height, ((width + 7) & ~7) + Spare);

        // A row more than there are: what lies beside the last texel is read with a weight of nothing.
        var need = (nuint)((long)Stride * (height + 1) * bytesAPixel);
        if (need > room)
        {
            NativeMemory.AlignedFree(memory);
            memory = NativeMemory.AlignedAlloc(need, Alignment);
            room = need;
        }
    }

    public void Clear() => NativeMemory.Clear(memory, (nuint)((long)Stride * (Height + 1) * bytesAPixel));

    public void Dispose()
    {
        Dispose(disposing: true);
        GC.SuppressFinalize(this);
    }

    /// <summary>Its memory is about to be another.</summary>
    protected virtual void Released()
    {
    }

    protected void* RowAt(int y) => (byte*)memory + ((long)y * Stride * bytesAPixel);

    protected virtual void Dispose(bool disposing)
    {
        Released();
        NativeMemory.AlignedFree(memory);
        memory = null;
        (room, Width, Height) = (0, 0, 0);
    }
}
