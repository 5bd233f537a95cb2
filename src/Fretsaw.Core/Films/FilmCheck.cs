using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>The rules a film keeps whatever it came from: a file, a stranger's upload, an edit.</summary>
public static class FilmCheck
{
    /// <summary>More than any person places by hand; a hostile file stops here and not in memory.</summary>
    internal const int MaxThings = 20_000;

    /// <summary>Characters.</summary>
    public const int MaxNameLength = 200;

    /// <exception cref="FilmException">The first rule that is broken.</exception>
    public static void Check(Film film) => CheckChange(null, film);

    /// <summary>Checks what is not the very same in a film that has been checked before; a drag does this with every move.</summary>
    /// <param name="before">Null when nothing is known.</param>
    /// <exception cref="FilmException">The first rule that is broken.</exception>
    public static void CheckChange(Film? before, Film film)
    {
        Demand(film.Version == Film.CurrentVersion, "film", $"has version {film.Version}", $"this program reads version {Film.CurrentVersion}");
        Name(film.Name, "film");
        Range(film.FrameRate, 0.01, 120, "film", "frame rate", "fps");
        Range(film.Width, 16, 8192, "film", "width", "px");
        Range(film.Height, 16, 8192, "film", "height", "px");
        Range(film.FrameWidthMetres, 0.001, 1000, "film", "frame width at the picture plane", "m");
        Range(film.RestLensMm, 8, 2000, "film", "rest lens", "mm");

        var drawings = new Lazy<HashSet<string>>(() => Ids.Check(film.Drawings, "film", "drawings"));
        var sameDrawings = before is not null && before.Drawings == film.Drawings;
        if (!sameDrawings)
        {
            _ = drawings.Value;
            foreach (var drawing in film.Drawings)
            {
                DrawingCheck.Check(drawing);
            }
        }

        var samePuppets = sameDrawings && before!.Puppets == film.Puppets;
        var puppets = new Lazy<HashSet<string>>(() => Ids.Check(film.Puppets, "film", "puppets"));
        if (!samePuppets)
        {
            _ = puppets.Value;
            var shelved = film.Puppets.Where(puppet => puppet.Shelf is not null).Select(puppet => puppet.Shelf!).ToList();
            Demand(shelved.Distinct(StringComparer.Ordinal).Count() == shelved.Count, "film", "has two copies of one puppet of the shelf", "put the one puppet on the stage twice");
            Demand(shelved.TrueForAll(shelf => Ids.IsValid(shelf)), "film", "has a puppet with no usable name on the shelf", Ids.Remedy);
            foreach (var puppet in film.Puppets.Where(puppet => !sameDrawings || !before!.Puppets.Contains(puppet, Same<Puppet>.One)))
            {
                PuppetCheck.Check(puppet, drawings.Value);
            }
        }

        if (before is null || before.Charts != film.Charts)
        {
            Ids.Check(film.Charts, "film", "charts");
            foreach (var chart in film.Charts)
            {
                Name(chart.Name, $"chart '{chart.Id}'");
                TrackCheck.Check(chart.Gap, $"chart '{chart.Name}'");
            }
        }

        var kept = Each(before?.Kept, film.Kept, "poses and actions", KeptCheck.Check, out var sameKept);
        var sounds = Each(before?.Sounds, film.Sounds, "sounds", SoundCheck.Check, out var sameSounds);
        if (samePuppets && sameKept && sameSounds && before!.Shots == film.Shots)
        {
            return;
        }

        Ids.Check(film.Shots, "film", "shots");
        foreach (var shot in film.Shots)
        {
            var known = samePuppets && sameKept && sameSounds ? before!.Shots.FirstOrDefault(candidate => candidate.Id == shot.Id) : null;
            if (!ReferenceEquals(known, shot))
            {
                ShotCheck.Check(shot, known, drawings, puppets, kept, sounds);
            }
        }
    }

    /// <summary>Checks those of a list that are not the very same in one that has been checked.</summary>
    /// <param name="same">Nothing of the list is new.</param>
    /// <returns>Their ids, found when they are asked for.</returns>
    private static Lazy<HashSet<string>> Each<T>(ImmutableArray<T>? before, ImmutableArray<T> now, string what, Action<T> check, out bool same)
        where T : class, IEntity
    {
        var ids = new Lazy<HashSet<string>>(() => Ids.Check(now, "film", what));
        same = before == now;
        if (!same)
        {
            _ = ids.Value;
            foreach (var one in now.Where(one => before is not { } known || !known.Contains(one, Same<T>.One)))
            {
                check(one);
            }
        }

        return ids;
    }

    /// <summary>Things are the same when they are the one object; comparing them member by member would take as long as checking.</summary>
    internal sealed class Same<T> : IEqualityComparer<T>
        where T : class
    {
        public static readonly Same<T> One = new();

        public bool Equals(T? x, T? y) => ReferenceEquals(x, y);

        public int GetHashCode(T obj) => RuntimeHelpers.GetHashCode(obj);
    }

    /// <exception cref="FilmException">The list is missing, too long, or has a hole in it.</exception>
    internal static void Some<T>(ImmutableArray<T> list, string place, string what, int most)
    {
        Demand(!list.IsDefault, place, $"has no list of {what}", "write an empty list");
        Demand(list.Length <= most, place, $"has {list.Length} {what}", $"keep to {most}");
        foreach (var item in list)
        {
            Demand(item is not null, place, $"has nothing where one of its {what} should be", "leave it out");
        }
    }

    internal static void Name(string? name, string place)
    {
        Demand(!string.IsNullOrWhiteSpace(name) && name.Length <= MaxNameLength, place, "has no usable name", $"give it 1–{MaxNameLength} characters");
        Demand(Names.CanBeWritten(name!), place, "has a character in its name that cannot be written", "leave out control characters");
    }

    internal static void Range(double value, double min, double max, string place, string what, string unit) =>
        Demand(value >= min && value <= max, place, $"{what} is {value}", $"it runs from {min} to {max} {unit}");

    internal static void Place(Point point, string place, string what)
    {
        Range(point.X, -1e6, 1e6, place, what, "px");
        Range(point.Y, -1e6, 1e6, place, what, "px");
    }

    /// <exception cref="FilmException">It does not hold.</exception>
    internal static void Demand(
        bool holds,
        string place,
        [InterpolatedStringHandlerArgument(nameof(holds))] Phrase what,
        [InterpolatedStringHandlerArgument(nameof(holds))] Phrase remedy)
    {
        if (!holds)
        {
            throw new FilmException(place, what.ToString(), remedy.ToString());
        }
    }
}
