using Fretsaw.Core.Edits;
using Fretsaw.Server.Films;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Shelf;

/// <summary>The shelf's poses, actions and expressions. A film takes one by the edit that keeps it, like any other.</summary>
internal static class KeptShelfEndpoints
{
    public static void MapKeptShelf(this WebApplication app)
    {
        var shelf = app.MapGroup("/api/shelf/kept").WithTags("shelf");
        shelf.MapGet("", (KeptShelf store) => store.List());
        shelf.MapGet("{kept}", (string kept, KeptShelf store) => Find(store, kept).Kept);
        shelf.MapDelete("{kept}", (string kept, KeptShelf store) =>
        {
            Find(store, kept);
            store.Remove(kept);
            return Results.NoContent();
        });

        // Of a film, and not of what a page sends: what is in a film has been checked.
        app.MapPut("/api/films/{id}/kept/{kept}/shelf", (string id, string kept, OpenFilms open, KeptShelf store) =>
        {
            var found = open.Open(id).Now.Film.Kept.FirstOrDefault(one => one.Id == kept) ?? throw new NotThereException($"'{kept}' in the library of the film");
            store.Put(new Keep(found));
            return Results.NoContent();
        }).WithTags("shelf");
    }

    private static Keep Find(KeptShelf store, string kept) => store.Find(kept) ?? throw new NotThereException($"'{kept}' on the shelf");
}
