using System.ComponentModel;
using System.Diagnostics;
using Fretsaw.Core.Films;

namespace Fretsaw.Print;

/// <summary>ffmpeg, from Debian.</summary>
public static class Ffmpeg
{
    /// <summary>ENOSPC of Linux's errno.h.</summary>
    private const int NoRoom = 28;

    /// <summary>From its start to its end; cancelled, it is killed.</summary>
    /// <returns>Its exit code.</returns>
    /// <exception cref="FilmException">It is not installed, or does not start.</exception>
    /// <exception cref="IOException">There was no room for what it wrote.</exception>
    public static async Task<int> Run(IEnumerable<string> arguments, CancellationToken cancel)
    {
        using var ffmpeg = Start(arguments);
        var complaints = ffmpeg.StandardError.ReadToEndAsync(cancel);
        try
        {
            await ffmpeg.WaitForExitAsync(cancel);
        }
        catch (OperationCanceledException)
        {
            ffmpeg.Kill(entireProcessTree: true);
            throw;
        }

        return (await complaints).Contains("No space left on device", StringComparison.Ordinal)
            ? throw new IOException("There is no room to unpack a recording or a video.", NoRoom)
            : ffmpeg.ExitCode;
    }

    /// <param name="isFed">It reads what is written to its standard input.</param>
    /// <exception cref="FilmException">It is not installed, or does not start.</exception>
    public static Process Start(IEnumerable<string> arguments, bool isFed = false)
    {
        try
        {
            return Process.Start(new ProcessStartInfo("ffmpeg", arguments) { RedirectStandardInput = isFed, RedirectStandardError = true })
                ?? throw new FilmException("ffmpeg", "did not start", "check that it can be run");
        }
        catch (Win32Exception problem)
        {
            throw new FilmException("ffmpeg", "is not installed", "install it with 'apt-get install ffmpeg'", problem);
        }
    }
}
