using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sessions;

/// <summary>
/// A film without its art and without the keys of its shots: what an interface lists and names. Pieces that an edit leaves alone are
/// the very same before and after, so telling the two apart costs as much as the edit changed.
/// </summary>
public sealed class FilmOutline
{
    private readonly ConditionalWeakTable<Drawing, Drawing> drawings = [];
    private readonly ConditionalWeakTable<Shot, Shot> shots = [];

    public Film Of(Film film) => film with
    {
        Drawings = WithoutArt(film.Drawings),
        Shots = [.. film.Shots.Select(WithoutKeys)],
        Kept = [.. film.Kept.Select(one => one.WithoutKeys())],
    };

    /// <summary>
    /// What turns the one film's outline into the other's. Keys and cards that differ are told with it, though the outline has none:
    /// so an interface knows whose rows and pictures are old.
    /// </summary>
    public FilmChange Between(Film before, Film after)
    {
        var now = WithoutArt(after.Drawings);
        var was = before.Drawings == after.Drawings ? now : WithoutArt(before.Drawings);
        var change = FilmChange.Between(before with { Drawings = was }, after with { Drawings = now });
        return change with
        {
            Kept = change.Kept is { } kept ? kept with { Put = [.. kept.Put.Select(one => one.WithoutKeys())] } : null,
            Shots = change.Shots is { } told ? told with { Put = [.. told.Put.Select(WithoutKeys)] } : null,
            InShots = [.. change.InShots.Select(shot => shot.Asides is { } asides ? shot with { Asides = asides with { Put = [.. asides.Put.Select(aside => aside.WithoutKeys())] } } : shot)],
        };
    }

    private ImmutableArray<Drawing> WithoutArt(ImmutableArray<Drawing> all) => [.. all.Select(drawing => drawings.GetValue(drawing, one => one with { Shapes = [], Outline = [] }))];

    private Shot WithoutKeys(Shot shot) => shots.GetValue(shot, one => one.WithoutKeys());
}
