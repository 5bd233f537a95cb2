using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>The few things edits do to the film's lists, with the errors said once.</summary>
internal static class Lists
{
    public static int IndexOf<T>(this ImmutableArray<T> list, string id, string what)
        where T : IEntity
    {
        for (var i = 0; i < list.Length; i++)
        {
            if (list[i].Id == id)
            {
                return i;
            }
        }

        throw new FilmException($"{what} '{id}'", "was deleted from the film", "select one that is");
    }

    public static T Find<T>(this ImmutableArray<T> list, string id, string what)
        where T : IEntity => list[list.IndexOf(id, what)];

    public static ImmutableArray<T> With<T>(this ImmutableArray<T> list, string id, string what, Func<T, T> change)
        where T : IEntity
    {
        var index = list.IndexOf(id, what);
        var changed = change(list[index]);
        return ReferenceEquals(changed, list[index]) ? list : list.SetItem(index, changed);
    }

    /// <summary>In the place of what has its id, or at the end.</summary>
    public static ImmutableArray<T> Put<T>(this ImmutableArray<T> list, T thing)
        where T : IEntity
    {
        for (var i = 0; i < list.Length; i++)
        {
            if (list[i].Id == thing.Id)
            {
                return list.SetItem(i, thing);
            }
        }

        return list.Add(thing);
    }

    public static ImmutableArray<T> Without<T>(this ImmutableArray<T> list, string id, string what)
        where T : IEntity => list.RemoveAt(list.IndexOf(id, what));

    public static ImmutableArray<T> Moved<T>(this ImmutableArray<T> list, string id, int to, string what)
        where T : IEntity
    {
        var from = list.IndexOf(id, what);
        var item = list[from];
        return list.RemoveAt(from).Insert(Math.Clamp(to, 0, list.Length - 1), item);
    }

    public static Film WithPuppet(this Film film, string id, Func<Puppet, Puppet> change) =>
        film with { Puppets = film.Puppets.With(id, "puppet", change) };

    public static Film WithPart(this Film film, string puppet, string part, Func<Part, Part> change) =>
        film.WithPuppet(puppet, p => p with { Parts = p.Parts.With(part, "part", change) });

    public static Film WithShot(this Film film, string id, Func<Shot, Shot> change) =>
        film with { Shots = film.Shots.With(id, "shot", change) };

    /// <summary>Things by their keys, as somebody sent them.</summary>
    /// <exception cref="FilmException">A key is there twice.</exception>
    public static Dictionary<TKey, T> Once<T, TKey>(this IEnumerable<T> things, Func<T, TKey> keyOf, string place)
        where TKey : notnull
    {
        var byKey = new Dictionary<TKey, T>();
        foreach (var thing in things)
        {
            FilmException.ThrowIf(!byKey.TryAdd(keyOf(thing), thing), place, $"names '{keyOf(thing)}' twice", "name each once");
        }

        return byKey;
    }

    /// <summary>"" clears a reference, null leaves it.</summary>
    public static string? Or(this string? given, string? current) => given is null ? current : given.Length == 0 ? null : given;
}
