using System.Diagnostics.CodeAnalysis;

namespace Fretsaw.Core.Films;

/// <summary>Something in a film, an edit or a file that cannot be. Says where, what, and what to do.</summary>
public sealed class FilmException(string place, string what, string remedy, Exception? inner = null)
    : Exception($"{Capital(place)} {what}. {Capital(remedy)}.", inner)
{
    public string Place { get; } = place;

    public string What { get; } = what;

    public string Remedy { get; } = remedy;

    /// <summary>Begins a sentence; the name of a file stays as it is written.</summary>
    private static string Capital(string words)
    {
        var end = words.IndexOf(' ', StringComparison.Ordinal);
        var first = end < 0 ? words : words[..end];
        return first.Length > 0 && first.All(char.IsLetter) ? char.ToUpperInvariant(words[0]) + words[1..] : words;
    }

    /// <exception cref="FilmException">When it is so.</exception>
    public static void ThrowIf([DoesNotReturnIf(true)] bool so, string place, string what, string remedy)
    {
        if (so)
        {
            throw new FilmException(place, what, remedy);
        }
    }
}
