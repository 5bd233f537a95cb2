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

    /// <summary>What turns the one film's outline into the other's.</summary>
    public FilmChange Between(Film before, Film after)
    {
        var (was, now) = (Of(before), Of(after));
        return FilmChange.Between(
            was with { Drawings = before.Drawings == after.Drawings ? now.Drawings : was.Drawings, Shots = before.Shots == after.Shots ? now.Shots : was.Shots }, now);
    }
}
