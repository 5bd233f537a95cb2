using Fretsaw.Core.Films;
using Fretsaw.Server.Prints;
using Fretsaw.Server.Safety;
using Fretsaw.Store;

namespace Fretsaw.Server.Films;

/// <summary>Whole films: copied, taken away, brought back, deleted.</summary>
internal static class FilmFates
{
    public static void MapFilmFates(this RouteGroupBuilder films)
    {
        films.MapGet("taken-away", (FilmStore store) => store.List(removed: true));

        // The copy's pictures are the same ones; its log begins anew.
        films.MapPost("{id}/copy", (string id, OpenFilms open) =>
        {
            var film = open.Open(id).Now.Film;
            return open.Open(open.CreateNew(film with { Name = CopyOf(film.Name) })).Now.State;
        });

        films.MapPost("{id}/take-away", async (string id, OpenFilms open, PrintQueue prints) =>
        {
            await prints.Stop(id);
            return open.TakeAway(id) ? Results.NoContent() : throw new NotThereException($"film '{id}'");
        });

        films.MapPost("{id}/bring-back", (string id, FilmStore store) =>
            store.BringBack(id) ? Results.NoContent() : throw new NotThereException($"deleted film '{id}'"));

        films.MapDelete("{id}", async (string id, OpenFilms open, PrintQueue prints) =>
        {
            await prints.Forget(id);
            return open.Delete(id) ? Results.NoContent() : throw new NotThereException($"film '{id}'");
        });
    }

    private static string CopyOf(string name)
    {
        const string suffix = ", copy";
        return name[..Math.Min(name.Length, FilmCheck.MaxNameLength - suffix.Length - 8)] + suffix;
    }
}
