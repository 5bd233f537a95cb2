using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>
/// The rule of ids, kept everywhere: 1–64 of the letters A–Z and a–z, digits, '-', '_' and '.'. An id is unique in its list;
/// things and shakes of a shot share one space, and so do parts, bones, reaches, dials, pins, kneads and forms of a puppet, since a
/// track names them by id alone.
/// </summary>
public static class Ids
{
    public const int MaxLength = 64;

    public const string Remedy = "use 1–64 of letters, digits, - _ .";

    public static bool IsValid(string? id)
    {
        if (id is null || id.Length is 0 or > MaxLength)
        {
            return false;
        }

        foreach (var c in id)
        {
            if (!Holds(c))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>An id made of an id and a suffix, the id cut where both together would be too long.</summary>
    /// <param name="suffix">Shorter than <see cref="MaxLength"/>.</param>
    public static string With(string id, string suffix) =>
        $"{(id.Length + suffix.Length + 1 > MaxLength ? id[..Math.Max(1, MaxLength - suffix.Length - 1)] : id)}-{suffix}";

    /// <summary>The id, or the first of id-2, id-3 … that is free.</summary>
    public static string Free(string id, Func<string, bool> isFree)
    {
        var candidate = id;
        for (var n = 2; !isFree(candidate); n++)
        {
            candidate = With(id, n.ToString(System.Globalization.CultureInfo.InvariantCulture));
        }

        return candidate;
    }

    /// <summary>What a name or foreign id becomes as an id; whether it is free is for the caller to see.</summary>
    public static string Of(string? text)
    {
        var kept = new string([.. (text ?? "").Select(c => Holds(c) ? c : '-').Take(MaxLength)]);
        return kept.Length == 0 ? "thing" : kept;
    }

    /// <summary>The ids of a list.</summary>
    /// <exception cref="FilmException">One is not well-formed or there twice.</exception>
    internal static HashSet<string> Check<T>(ImmutableArray<T> things, string place, string what)
        where T : IEntity => Check(things, place, what, new HashSet<string>(StringComparer.Ordinal));

    /// <summary>Adds the ids of a list to those of other lists with which it shares one space.</summary>
    internal static HashSet<string> Check<T>(ImmutableArray<T> things, string place, string what, HashSet<string> seen)
        where T : IEntity
    {
        FilmCheck.Some(things, place, what, FilmCheck.MaxThings);
        foreach (var thing in things)
        {
            FilmCheck.Demand(IsValid(thing.Id), place, $"has the id '{thing.Id}' among its {what}", Remedy);
            FilmCheck.Demand(seen.Add(thing.Id), place, $"has '{thing.Id}' twice among its {what}", "give each its own id");
        }

        return seen;
    }

    private static bool Holds(char c) => char.IsAsciiLetterOrDigit(c) || c is '-' or '_' or '.';
}
