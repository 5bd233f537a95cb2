using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Server.Films;

/// <summary>A gesture and where the pointer is: all that a drag depends on.</summary>
/// <param name="To">In the gesture's units.</param>
public sealed record Dragged(Gesture Gesture, Point To);

public sealed record DraggedQuestion(Gesture Gesture, Point To, Question Question);

/// <summary>
/// What the core of a page answers by itself once it has started: what each move of a drag would show and the edit that the last one
/// makes, the edit that a wish comes to, what an edit changed. Nothing is kept from one to the next.
/// </summary>
internal static class StandInEndpoints
{
    public static void MapStandIn(this WebApplication app)
    {
        var film = app.MapGroup("/api/films/{id}").WithTags("films");
        film.MapPost("work-out", (string id, Wish wish, OpenFilms open, CancellationToken cancel) =>
            open.Open(id).NewSession(cancel).Work(wish)).Produces<Edit>();

        film.MapGet("edits/{edit:long}/change", (string id, long edit, OpenFilms open) => open.Open(id).ChangeBy(edit));

        var drag = film.MapGroup("drag");
        drag.MapPost("", (string id, Dragged dragged, OpenFilms open, CancellationToken cancel) =>
            Begun(open.Open(id), dragged.Gesture, dragged.To, cancel).End() is { } edit ? Results.Json(edit) : Results.NoContent()).Produces<Edit>();

        drag.MapPost("draw-list", (string id, Dragged dragged, [AsParameters] FrameAsked asked, OpenFilms open, CancellationToken cancel) =>
            TypedResults.Bytes(Begun(open.Open(id), dragged.Gesture, dragged.To, cancel).DrawFrame(asked.View, asked.Frame, asked.Look), "application/octet-stream"));

        drag.MapPost("ask", (string id, DraggedQuestion asked, OpenFilms open, CancellationToken cancel) =>
            Begun(open.Open(id), asked.Gesture, asked.To, cancel).Ask(asked.Question)).Produces<Answer>();
    }

    private static Session Begun(OpenFilm film, Gesture gesture, Point to, CancellationToken cancel)
    {
        var session = film.NewSession(cancel);
        session.Begin(gesture);
        session.Move(to);
        return session;
    }
}
