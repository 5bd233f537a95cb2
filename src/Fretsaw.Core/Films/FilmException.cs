namespace Fretsaw.Core.Films;

/// <summary>Something in a film, an edit or a file that cannot be. Says where, what, and what to do.</summary>
public sealed class FilmException(string place, string what, string remedy, Exception? inner = null)
    : Exception($"{place}: {what}; {remedy}.", inner)
{
    public string Place { get; } = place;

    public string What { get; } = what;

    public string Remedy { get; } = remedy;
}
