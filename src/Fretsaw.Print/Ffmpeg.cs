using System.ComponentModel;
using System.Diagnostics;
using Fretsaw.Core.Films;

namespace Fretsaw.Print;

/// <summary>ffmpeg, from Debian.</summary>
public static class Ffmpeg
{
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
