using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Server.Films;
using Fretsaw.Store;

namespace Fretsaw.Server;

/// <summary>
/// Draws the first frame of the newest film right after the start and tries an edit on it, so that the first person who opens it does
/// not wait for code to be compiled and meshes to be made.
/// </summary>
internal sealed class WarmUp(FilmStore store, OpenFilms films, ILogger<WarmUp> log) : BackgroundService
{
    protected override Task ExecuteAsync(CancellationToken stoppingToken) => Task.Run(() => Draw(stoppingToken), stoppingToken);

    private void Draw(CancellationToken stopping)
    {
        try
        {
            if (store.List() is not [.., var newest] || films.Open(newest.Id) is not { Now.Film: { Shots: [var shot, ..] } film } open)
            {
                return;
            }

            FilmJson.Write(film);

            // An edit goes its whole way but into the film.
            var after = EditJson.Read(EditJson.Write(new ChangeFilm { Name = film.Name + "." })).Apply(film);
            EditJson.Write(Inverse.Of(film, after));
            var session = open.NewSession(stopping);
            session.DrawFrame(new View(shot.Id), 1);
            session.Ask(new StripQuestion(shot.Id, Address.Camera));
            session.Ask(new OverlayQuestion(new View(shot.Id), 1));
        }
        catch (Exception problem) when (problem is not OperationCanceledException)
        {
            // Whoever opens the film is told; the server runs all the same.
            log.LogWarning(problem, "The newest film could not be drawn ahead.");
        }
    }
}
