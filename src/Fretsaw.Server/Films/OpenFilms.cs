using System.Collections.Concurrent;
using Fretsaw.Core.Films;
using Fretsaw.Store;

namespace Fretsaw.Server.Films;

/// <summary>The films that somebody has asked for since the server started.</summary>
public sealed class OpenFilms(FilmStore store, ShelfStore shelf, AssetStore assets, ILogger<OpenFilms> log)
{
    private readonly ConcurrentDictionary<string, Lazy<OpenFilm>> open = new(StringComparer.Ordinal);

    /// <exception cref="Safety.NotThereException">There is no such film.</exception>
    public OpenFilm Open(string id)
    {
        var film = open.GetOrAdd(id, key => new Lazy<OpenFilm>(() => new OpenFilm(store, shelf, assets, key, log)));
        try
        {
            return film.Value;
        }
        catch
        {
            // A Lazy keeps its failure; the film may be made later.
            open.TryRemove(id, out _);
            throw;
        }
    }

    public string Create(Film film)
    {
        var id = NewId("film");
        store.Create(id, film);
        return id;
    }

    /// <summary>Keeps a film made here under its name or, where another film has that, with a number after it.</summary>
    public string CreateNew(Film film) => Create(film with { Name = store.FreeName(film.Name) });

    /// <summary>All films, each with what it is like; those of before this was noted are read for it once.</summary>
    public IReadOnlyList<FilmLine> List()
    {
        var lines = store.List();
        var unknown = lines.Where(line => line.Shots is null).ToList();
        foreach (var line in unknown)
        {
            try
            {
                store.Note(line.Id, Open(line.Id).Now.Film);
            }
            catch (FilmException problem)
            {
                log.LogWarning(problem, "The film {Film} cannot be read", line.Id);
            }
        }

        return unknown.Count == 0 ? lines : store.List();
    }

    /// <summary>Out of sight; <see cref="FilmStore.BringBack"/> undoes it.</summary>
    public bool TakeAway(string id)
    {
        var was = store.TakeAway(id);
        open.TryRemove(id, out _);
        return was;
    }

    public bool Delete(string id)
    {
        var was = store.Delete(id);
        open.TryRemove(id, out _);
        return was;
    }

    public static string NewId(string kind) => $"{kind}-{Guid.NewGuid().ToString("N")[..10]}";
}
