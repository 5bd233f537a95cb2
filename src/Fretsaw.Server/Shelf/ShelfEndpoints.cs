using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Print;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Shelf;

/// <param name="Puppet">Id of the puppet in the film.</param>
public sealed record Taken(FilmState State, string Puppet);

/// <summary>
/// The shelf: puppets that several films share. Putting one there is an edit of the film like any other; here are the list,
/// the pictures, and taking one into a film.
/// </summary>
internal static class ShelfEndpoints
{
    private const int PictureSide = 240;

    public static void MapShelf(this WebApplication app)
    {
        var shelf = app.MapGroup("/api/shelf").WithTags("shelf");
        shelf.MapGet("", (ShelfStore store) => store.List());

        shelf.MapGet("{puppet}/picture.png", (string puppet, ShelfStore store, AssetStore assets) =>
        {
            var edit = Find(store, puppet).Edit;
            var film = edit.Apply(Film.Blank("Shelf") with { Width = PictureSide, Height = PictureSide });
            var bench = new View(Puppet: film.Puppets[0].Id).Resolve(film);
            return TypedResults.Bytes(
                Still.Png(film, bench, 1, PictureSide, PictureSide, assets.Picture, clear: true), "image/png");
        });

        shelf.MapDelete("{puppet}", async (string puppet, ShelfStore store, OpenFilms open, IHubContext<LiveHub> live) =>
        {
            Find(store, puppet);
            foreach (var film in store.FilmsWith(puppet).Select(open.Open))
            {
                var copy = film.Now.Film.Puppets.First(candidate => candidate.Shelf == puppet);
                await EditEndpoints.Tell(live, film.Apply(new ChangePuppet(copy.Id) { Shelf = "" }, null));
            }

            store.Remove(puppet);
            return Results.NoContent();
        });

        app.MapPost("/api/films/{id}/shelf/{puppet}", async (string id, string puppet, OpenFilms open, ShelfStore store, IHubContext<LiveHub> live) =>
        {
            var film = open.Open(id);
            var there = film.Now.Film.Puppets.FirstOrDefault(candidate => candidate.Shelf == puppet);
            FilmException.ThrowIf(there is not null, $"puppet '{there?.Name}'", "is in this film already", "put it on the stage as often as it is needed");
            var state = film.Take(Find(store, puppet));
            return new Taken(await EditEndpoints.Tell(live, state), film.Now.Film.Puppets.First(candidate => candidate.Shelf == puppet).Id);
        }).WithTags("shelf");
    }

    private static ShelfPuppet Find(ShelfStore store, string puppet) => store.Find(puppet) ?? throw new NotThereException($"puppet '{puppet}' on the shelf");
}
