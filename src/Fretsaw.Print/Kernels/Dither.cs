using System.Runtime.InteropServices;

namespace Fretsaw.Print.Kernels;

/// <summary>
/// What is added before sixteen bits become eight: by the place alone, so that a frame is the same whoever painted it. Ordered dither,
/// Bayer, "An optimum method for two-level rendition of continuous-tone pictures", ICC 1973. Whole numbers stay as they are.
/// </summary>
internal static unsafe class Dither
{
    public const int Side = 8;

    /// <summary>By row and column of the first of eight pixels: both halves of <see cref="Lanes"/>, four times a pixel.</summary>
    private static readonly short* Table = Make();

    /// <summary>1 to 127.</summary>
    public static int At(int x, int y) => 1 + (2 * Bayer(x & (Side - 1), y & (Side - 1)));

    /// <summary>For eight pixels from a place on.</summary>
    public static short* Row(int x, int y) => Table + ((((y & (Side - 1)) * Side) + (x & (Side - 1))) * 32);

    /// <summary>0 to 63: bits of x ⊕ y and y, interleaved from the last.</summary>
    private static int Bayer(int x, int y)
    {
        var value = 0;
        for (var bit = 0; bit < 3; bit++)
        {
            value = (value << 2) | (((((x ^ y) >> bit) & 1) << 1) | ((y >> bit) & 1));
        }

        return value;
    }

    private static short* Make()
    {
        var table = (short*)NativeMemory.AlignedAlloc(Side * Side * 32 * sizeof(short), 64);
        for (var y = 0; y < Side; y++)
        {
            for (var x = 0; x < Side; x++)
            {
                for (var i = 0; i < 32; i++)
                {
                    table[(((y * Side) + x) * 32) + i] = (short)At(x + Lanes.Order[i / 4], y);
                }
            }
        }

        return table;
    }
}
