using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Finds what takes an edit back, by comparing the film after with the film before. Films share what an edit did
/// not touch, so most comparisons are of references and the cost follows the size of the edit.
/// </summary>
public static class Inverse
{
    /// <summary>The edit that turns <paramref name="after"/> into <paramref name="before"/>.</summary>
    public static PutBack Of(Film before, Film after) => new()
    {
        Settings = Settings(before, after),
        Drawings = ListChange.Between(after.Drawings, before.Drawings),
        // A puppet or shot that is on both sides is put back piece by piece, below.
        Puppets = ListChange.Between(after.Puppets, before.Puppets, same: (_, _) => true),
        Shots = ListChange.Between(after.Shots, before.Shots, same: (_, _) => true),
        InPuppets = Pairs(before.Puppets, after.Puppets, Of),
        InShots = Pairs(before.Shots, after.Shots, Of),
    };

    private static ChangeFilm? Settings(Film before, Film after) =>
        before.Name == after.Name && before.FrameRate == after.FrameRate && before.Width == after.Width
        && before.Height == after.Height && before.FrameWidthMetres == after.FrameWidthMetres
        && before.RestLensMm == after.RestLensMm && before.Backdrop == after.Backdrop
            ? null
            : new ChangeFilm
            {
                Name = before.Name,
                FrameRate = before.FrameRate,
                Width = before.Width,
                Height = before.Height,
                FrameWidthMetres = before.FrameWidthMetres,
                RestLensMm = before.RestLensMm,
                Backdrop = before.Backdrop,
            };

    private static ImmutableArray<TChange> Pairs<T, TChange>(ImmutableArray<T> before, ImmutableArray<T> after, Func<T, T, TChange> change)
        where T : class, IEntity
    {
        if (before == after)
        {
            return [];
        }

        var now = after.ToDictionary(item => item.Id, StringComparer.Ordinal);
        return [.. before.Where(item => now.TryGetValue(item.Id, out var changed) && !ReferenceEquals(item, changed)).Select(item => change(item, now[item.Id]))];
    }

    private static PuppetChange Of(Puppet before, Puppet after) => new(before.Id, before.Name, before.Origin)
    {
        Parts = ListChange.Between(after.Parts, before.Parts),
        Bones = ListChange.Between(after.Bones, before.Bones),
        Reaches = ListChange.Between(after.Reaches, before.Reaches),
        Dials = ListChange.Between(after.Dials, before.Dials),
        Shelf = before.Shelf ?? "",
    };

    private static ShotChange Of(Shot before, Shot after) => new(before.Id, before.Name, before.Length)
    {
        Cast = ListChange.Between(after.Cast, before.Cast),
        Flats = ListChange.Between(after.Flats, before.Flats),
        Channels = ListChange.Between(after.Channels, before.Channels),
        Shakes = ListChange.Between(after.Shakes, before.Shakes),
        Wind = before.Wind == after.Wind ? null : before.Wind,
    };
}
