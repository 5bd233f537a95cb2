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
/// Drags for a page whose own core still starts: what each move would show, and the edit that the last one makes. Nothing is kept
/// from one to the next.
/// </summary>
internal static class DragEndpoints
{
    public static void MapDrags(this WebApplication app)
    {
        var drag = app.MapGroup("/api/films/{id}/drag").WithTags("films");
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
