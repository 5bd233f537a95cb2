using System.Diagnostics.CodeAnalysis;

namespace Fretsaw.Core.Films;

/// <summary>Something in a film, an edit or a file that cannot be. Says where, what, and what to do.</summary>
public sealed class FilmException(string place, string what, string remedy, Exception? inner = null)
    : Exception($"{place}: {what}; {remedy}.", inner)
{
    public string Place { get; } = place;

    public string What { get; } = what;

    public string Remedy { get; } = remedy;

    /// <exception cref="FilmException">When it is so.</exception>
    public static void ThrowIf([DoesNotReturnIf(true)] bool so, string place, string what, string remedy)
    {
        if (so)
        {
            throw new FilmException(place, what, remedy);
        }
    }
}
