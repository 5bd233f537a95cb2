namespace Fretsaw.Print.Sheets;

/// <summary>
/// Premultiplied RGBA of sixteen bits, <see cref="One"/> for a whole: what is enlarged from it shows no blocks and no bands. Half of
/// what a signed sixteen bits hold, so that differences fit too and one instruction multiplies and rounds.
/// </summary>
public sealed unsafe class SoftSheet() : PixelMemory(bytesAPixel: 8)
{
    /// <summary>255 in steps of 1/128.</summary>
    public const int One = 255 << Bits;

    public const int Bits = 7;

    public SoftSheet(int width, int height)
        : this() => Resize(width, height);

    /// <summary>Four shorts a pixel.</summary>
    public short* Row(int y) => (short*)RowAt(y);
}
