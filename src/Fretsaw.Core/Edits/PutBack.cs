using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Turns a film into another by what differs between the two: undo and redo.</summary>
public sealed record PutBack(FilmChange Differs) : Edit
{
    public override string Title => "Restore";

    protected internal override Film Change(Film film) => Differs.Apply(film);
}

/// <summary>Finds what takes an edit back.</summary>
public static class Inverse
{
    /// <summary>The edit that turns <paramref name="after"/> into <paramref name="before"/>.</summary>
    public static PutBack Of(Film before, Film after) => new(FilmChange.Between(after, before));
}
