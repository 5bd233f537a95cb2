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
        Drawings = [.. film.Drawings.Select(drawing => drawings.GetValue(drawing, one => one with { Shapes = [], Outline = [] }))],
        Shots = [.. film.Shots.Select(shot => shots.GetValue(shot, one => one with { Tracks = [], Cards = [] }))],
    };

    /// <summary>
    /// What turns the one film's outline into the other's. Keys and cards that differ are told with it, though the outline has none:
    /// so an interface knows whose rows and pictures are old.
    /// </summary>
    public FilmChange Between(Film before, Film after)
    {
        var (was, now) = (Of(before), Of(after));
        var change = FilmChange.Between(
            before with { Drawings = before.Drawings == after.Drawings ? now.Drawings : was.Drawings }, after with { Drawings = now.Drawings });
        return change.Shots is not { } told ? change : change with { Shots = told with { Put = [.. told.Put.Select(shot => now.Shots.First(one => one.Id == shot.Id))] } };
    }
}
