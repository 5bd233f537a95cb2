using Fretsaw.Core.Films;

namespace Fretsaw.Print;

public enum PrintFormat
{
    /// <summary>H.264 in MP4, BT.709.</summary>
    Mp4,

    /// <summary>VP9 in WebM, BT.709.</summary>
    WebM,

    /// <summary>One PNG a frame with alpha: a folder, or a zip when the path ends in .zip.</summary>
    Png,
}

/// <summary>What to print.</summary>
/// <param name="From">First frame, 1-based.</param>
/// <param name="To">Last frame, included.</param>
/// <param name="Smallest">The smallest file for the same picture, however long it takes.</param>
public sealed record PrintOrder(Film Film, Shot Shot, int From, int To, int Width, int Height, PrintFormat Format, bool Smallest = false)
{
    private const int MaxSide = 8192;

    /// <summary>8192 × 4608: a frame of it takes 151 MB.</summary>
    private const int MaxPixels = 37_748_736;

    /// <summary>The whole shot at the film's size.</summary>
    public static PrintOrder Whole(Film film, Shot shot, PrintFormat format) => new(film, shot, 1, shot.Length, film.Width, film.Height, format);

    public int Frames => To - From + 1;

    /// <exception cref="FilmException">The frames are not in the shot, or the size cannot be printed.</exception>
    public PrintOrder Checked()
    {
        if (From < 1 || To > Shot.Length || From > To)
        {
            throw new FilmException($"frames {From}-{To}", $"are not in shot '{Shot.Name}'", $"it has frames 1-{Shot.Length}");
        }

        if (Width is < 2 or > MaxSide || Height is < 2 or > MaxSide)
        {
            throw new FilmException($"size {Width}x{Height}", "cannot be rendered", $"both sides run from 2 to {MaxSide} px");
        }

        if ((long)Width * Height > MaxPixels)
        {
            throw new FilmException($"size {Width}x{Height}", "has too many pixels", $"keep to {MaxPixels / 1_000_000} million, such as 8192x4608");
        }

        if (Format != PrintFormat.Png && (Width % 2 != 0 || Height % 2 != 0))
        {
            throw new FilmException($"size {Width}x{Height}", "is odd, and video keeps colour for pairs of pixels", $"use {Width + (Width % 2)}x{Height + (Height % 2)}");
        }

        return this;
    }
}

/// <param name="Done">Frames that are written.</param>
public readonly record struct PrintProgress(int Done, int Total);

/// <summary>Tells progress at once, on the printing thread: <see cref="Progress{T}"/> would post it, and out of order.</summary>
public sealed class DirectProgress(Action<PrintProgress> report) : IProgress<PrintProgress>
{
    public void Report(PrintProgress value) => report(value);
}

/// <summary>Where the time of a print went, summed over workers.</summary>
public sealed record PrintTimes(int Frames, TimeSpan Wall, TimeSpan Evaluating, TimeSpan Painting, TimeSpan Converting);
