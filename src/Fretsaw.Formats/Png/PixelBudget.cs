using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Png;

/// <summary>
/// How many pixels are unpacked at once, of all files that are being read. A PNG of a few kilobytes can hold millions; unpacked with
/// its alpha and its borders each takes about six bytes.
/// </summary>
internal static class PixelBudget
{
    /// <summary>All pictures of one file together: sixteen of the largest that may come alone.</summary>
    private const long MostOfFile = 16L * MostAtOnce;

    /// <summary>Four of them, and so many pixels for every byte: layers that are mostly clear have up to a hundred.</summary>
    private const long AlwaysAllowed = 4L * MostAtOnce;
    private const int PixelsOfByte = 128;

    private const long MostAtOnce = 8192L * 8192;

    private static readonly object Gate = new();
    private static long taken;

    /// <summary>Waits until there is room.</summary>
    /// <param name="pixels">No more than the largest picture has.</param>
    /// <returns>Gives it back.</returns>
    public static IDisposable Take(long pixels)
    {
        lock (Gate)
        {
            while (taken > 0 && taken + pixels > MostAtOnce)
            {
                Monitor.Wait(Gate);
            }

            taken += pixels;
        }

        return new Taken(pixels);
    }

    /// <param name="bytes">How large the pictures are as they came.</param>
    /// <exception cref="FilmException">The pictures of a file have too many pixels together.</exception>
    public static void Demand(long pixels, long bytes, string file)
    {
        var most = Math.Min(MostOfFile, AlwaysAllowed + (bytes * PixelsOfByte));
        FilmException.ThrowIf(pixels > most, file, $"unpacks to {pixels / 1_000_000} million pixels", $"keep all its pictures under {most / 1_000_000} million together");
    }

    private sealed class Taken(long pixels) : IDisposable
    {
        public void Dispose()
        {
            lock (Gate)
            {
                taken -= pixels;
                Monitor.PulseAll(Gate);
            }
        }
    }
}
