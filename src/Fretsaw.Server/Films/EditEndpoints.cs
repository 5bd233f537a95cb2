using Fretsaw.Core.Edits;
using Fretsaw.Server.Live;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Films;

/// <param name="BaseSeq">The newest edit the sender knows.</param>
public sealed record EditRequest(long BaseSeq, Edit Edit);

/// <summary>An edit that was made, for those who missed it.</summary>
public sealed record SentEdit(long Seq, Edit Edit);

/// <summary>Edits: make, undo, redo, catch up.</summary>
internal static class EditEndpoints
{
    public static void MapEdits(this WebApplication app)
    {
        var film = app.MapGroup("/api/films/{id}").WithTags("edits");
        film.MapPost("edits", (string id, EditRequest request, OpenFilms open, IHubContext<LiveHub> live) =>
            Tell(live, open.Open(id).Apply(request.Edit, request.BaseSeq)));
        film.MapPost("undo", (string id, OpenFilms open, IHubContext<LiveHub> live) => Tell(live, open.Open(id).Undo()));
        film.MapPost("redo", (string id, OpenFilms open, IHubContext<LiveHub> live) => Tell(live, open.Open(id).Redo()));
        film.MapGet("edits", (string id, long after, OpenFilms open, FilmStore store) =>
        {
            _ = open.Open(id).Now;
            return store.EditsAfter(id, after).Select(edit => new SentEdit(edit.Seq, edit.Edit)).ToList();
        });
    }

    /// <summary>Other tabs learn that there is something to fetch.</summary>
    public static async Task<FilmState> Tell(IHubContext<LiveHub> live, FilmState state)
    {
        await live.Clients.Group(state.Id).SendAsync(LiveHub.Changed, state);
        if (state.Shelved)
        {
            await live.Clients.All.SendAsync(LiveHub.Shelf);
        }

        return state;
    }
}
