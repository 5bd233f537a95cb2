using System.Data;
using System.Globalization;
using Dapper;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <summary>A film as the page of films shows it.</summary>
/// <param name="Created">When it was made, ISO 8601.</param>
/// <param name="Changed">When it was last edited; null when that was never, or before this was noted.</param>
/// <param name="Removed">When it was taken away; null for a film that is there.</param>
/// <param name="Shots">How many shots it has; this and what follows is null for a film that cannot be read.</param>
/// <param name="Frames">How long all its shots are together.</param>
/// <param name="Rate">Frames a second.</param>
public sealed record FilmLine(
    string Id, string Name, long Seq, string Created, string? Changed, string? Removed, long? Shots, long? Frames, double? Rate, long? Width, long? Height);

/// <summary>What is known of each film without reading it.</summary>
internal static class FilmLines
{
    private const string Columns = "id, name, seq, created, changed, removed, shots, frames, rate, width, height";

    /// <summary>Films that are there, or those that were taken away, by when they were made.</summary>
    public static IReadOnlyList<FilmLine> Read(IDbConnection connection, bool removed) =>
        [.. connection.Query<FilmLine>($"SELECT {Columns} FROM films WHERE removed IS {(removed ? "NOT NULL" : "NULL")} ORDER BY created, id")];

    /// <summary>Notes what a film is like now.</summary>
    /// <param name="edit">The number and time of the edit that made it so; null when none did.</param>
    /// <returns>Whether it is there; one that was taken away is not.</returns>
    public static bool Note(IDbConnection connection, IDbTransaction? transaction, string id, Film film, (long Seq, string At)? edit = null) =>
        connection.Execute(
            "UPDATE films SET name = @Name, shots = @shots, frames = @frames, rate = @FrameRate, width = @Width, height = @Height, seq = COALESCE(@seq, seq), changed = COALESCE(@at, changed) WHERE id = @id AND removed IS NULL",
            new { id, film.Name, shots = film.Shots.Length, frames = film.Shots.Sum(shot => (long)shot.Length), film.FrameRate, film.Width, film.Height, seq = edit?.Seq, at = edit?.At },
            transaction) > 0;

    /// <summary>The name, or the first of "name 2", "name 3" … that no film has.</summary>
    public static string Free(IDbConnection connection, string name)
    {
        var taken = connection.Query<string>("SELECT name FROM films WHERE removed IS NULL").ToHashSet(StringComparer.CurrentCultureIgnoreCase);
        var stem = name[..Math.Min(name.Length, FilmCheck.MaxNameLength - 10)];
        return Enumerable.Range(2, taken.Count + 1).Select(n => string.Create(CultureInfo.InvariantCulture, $"{stem} {n}")).Prepend(name).First(free => !taken.Contains(free));
    }
}
