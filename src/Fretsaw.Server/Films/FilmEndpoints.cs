using System.Globalization;
using System.Text.Json;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;
using Fretsaw.Formats.Bundle;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Films;

public sealed record NewFilm(string Name);

/// <summary>Films: list, make, open a bundle, read, export.</summary>
internal static class FilmEndpoints
{
    /// <summary>The number of the newest edit in the film that is sent.</summary>
    private const string SeqHeader = "Film-Seq";

    public static void MapFilms(this WebApplication app)
    {
        var films = app.MapGroup("/api/films").WithTags("films");
        films.MapGet("", (OpenFilms open) => open.List());

        films.MapPost("", (NewFilm given, OpenFilms open) =>
        {
            var film = Film.Blank(given.Name);
            FilmCheck.Check(film);
            return open.Open(open.CreateNew(film)).Now.State;
        });

        films.MapPost("bundle", async (IFormFile file, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
        {
            // A zip is read from its end, so it is held whole; the limit below bounds that.
            using var copy = new MemoryStream();
            await file.CopyToAsync(copy, cancel);
            copy.Position = 0;
            var bundle = FilmBundle.Read(copy, file.FileName);
            assets.PutAll(bundle.Assets);
            return open.Open(open.Create(bundle.Film)).Now.State;
        }).WithUploadLimit(Limits.SoundBytes);

        films.MapGet("{id}", (string id, OpenFilms open) => open.Open(id).Now.State);

        films.MapGet("{id}/film.json", (string id, OpenFilms open, HttpResponse response) =>
        {
            var (film, state) = open.Open(id).Now;
            response.Headers[SeqHeader] = state.Seq.ToString(CultureInfo.InvariantCulture);
            return TypedResults.Bytes(FilmJson.Write(film), "application/json");
        }).Produces<Film>();

        // What a page opens with: all of the film, but the keys of one shot only; the others are fetched when they are looked at.
        films.MapGet("{id}/opening", (string id, string? shot, OpenFilms open, HttpResponse response) =>
        {
            var (film, state) = open.Open(id).Now;
            response.Headers[SeqHeader] = state.Seq.ToString(CultureInfo.InvariantCulture);
            var first = film.Shots.FirstOrDefault(candidate => candidate.Id == shot)?.Id ?? film.Shots.FirstOrDefault()?.Id;
            return TypedResults.Bytes(FilmJson.Write(film with { Shots = [.. film.Shots.Select(one => one.Id == first ? one : one.WithoutKeys())] }), "application/json");
        }).Produces<Film>();

        films.MapGet("{id}/shots/{shot}", (string id, string shot, OpenFilms open, HttpResponse response) =>
        {
            var (film, state) = open.Open(id).Now;
            response.Headers[SeqHeader] = state.Seq.ToString(CultureInfo.InvariantCulture);
            return film.ShotNamed(shot);
        });

        // One snag a line, as they are found.
        films.MapGet("{id}/shots/{shot}/snags", async (string id, string shot, bool? blocking, bool? inStep, OpenFilms open, HttpContext context) =>
        {
            var found = open.Open(id).Snags(shot, new SnagsAsked(blocking ?? false, inStep ?? false), context.RequestAborted);
            context.Response.ContentType = "application/x-ndjson";
            await Task.Yield();
            foreach (var snag in found)
            {
                await JsonSerializer.SerializeAsync(context.Response.Body, snag, EngineJson.Default.Snag, context.RequestAborted);
                await context.Response.Body.WriteAsync("\n"u8.ToArray(), context.RequestAborted);
                await context.Response.Body.FlushAsync(context.RequestAborted);
            }
        }).Produces<Snag>(contentType: "application/x-ndjson");

        films.MapGet("{id}/bundle", (string id, OpenFilms open, AssetStore assets) =>
        {
            var film = open.Open(id).Now.Film;
            var bundle = new FilmBundle(film, FilmBundle.Named(film).ToDictionary(asset => asset, assets.Picture));
            var stream = new MemoryStream();
            bundle.Write(stream);
            stream.Position = 0;
            return TypedResults.File(stream, "application/octet-stream", SafeName(film.Name) + ".fretsaw");
        });

        films.MapPost("{id}/ask", (string id, Question question, OpenFilms open, CancellationToken cancel) =>
            open.Open(id).NewSession(cancel).Ask(question)).Produces<Answer>();

        films.MapGet("{id}/draw-list", (string id, [AsParameters] FrameAsked asked, OpenFilms open, CancellationToken cancel) =>
            TypedResults.Bytes(open.Open(id).NewSession(cancel).DrawFrame(asked.View, asked.Frame, asked.Look), "application/octet-stream"));

        films.MapPost("{id}/wish", (string id, Wish wish, OpenFilms open, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var film = open.Open(id);
            return EditEndpoints.Tell(live, film.Apply(film.NewSession(cancel).Work(wish), null));
        });

        films.MapGet("{id}/shots/{shot}/frames/{frame:double}", (string id, string shot, double frame, OpenFilms open, CancellationToken cancel) =>
            Inspection.Of(open.Open(id).NewSession(cancel).FrameAt(new View(shot), frame), meshes: false));

        films.MapFilmFates();

        app.MapGet("/api/film-schema", () => TypedResults.Text(FilmSchema.Write(), "application/schema+json")).WithTags("films");
    }

    /// <summary>An upload up to so many bytes is not written to the disk before it is read: a recording of ten minutes.</summary>
    private const int InMemory = 160 * 1024 * 1024;

    /// <summary>Uploads are larger than JSON may be. Anti-forgery tokens are not needed: <see cref="SameOriginOnly"/> refuses other pages.</summary>
    public static RouteHandlerBuilder WithUploadLimit(this RouteHandlerBuilder route, long bytes = Limits.UploadBytes) => route
        .DisableAntiforgery()
        .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute((int)bytes))
        .WithFormOptions(multipartBodyLengthLimit: bytes, memoryBufferThreshold: InMemory);

    public static string SafeName(string name)
    {
        var safe = new string([.. name.Where(c => char.IsLetterOrDigit(c) || c is ' ' or '-' or '_')]).Trim();
        return safe.Length == 0 ? "film" : safe;
    }
}
