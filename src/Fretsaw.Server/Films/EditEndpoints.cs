using Fretsaw.Core.Edits;
using Fretsaw.Server.Live;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Films;

/// <param name="BaseSeq">The newest edit the sender knows.</param>
public sealed record EditRequest(long BaseSeq, Edit Edit);

/// <param name="BaseSeq">The newest edit the sender knows.</param>
public sealed record BaseRequest(long BaseSeq);

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
        film.MapPost("undo", (string id, BaseRequest? request, OpenFilms open, IHubContext<LiveHub> live) => Tell(live, open.Open(id).Undo(request?.BaseSeq)));
        film.MapPost("redo", (string id, BaseRequest? request, OpenFilms open, IHubContext<LiveHub> live) => Tell(live, open.Open(id).Redo(request?.BaseSeq)));
        film.MapGet("edits", (string id, long after, OpenFilms open) => open.Open(id).Since(after));
    }

    public static async Task<Made> Tell(IHubContext<LiveHub> live, Made made)
    {
        await Tell(live, made.State);
        return made;
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
