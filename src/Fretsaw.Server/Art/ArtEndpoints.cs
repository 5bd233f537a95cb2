using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Formats;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Svg;
using Fretsaw.Formats.Video;
using Fretsaw.Print;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Art;

/// <param name="Thing">Id of the puppet or flat that came in.</param>
public sealed record ArtBrought(FilmState State, string Thing, ArtReport Report);

/// <param name="Reference">Id of what came in.</param>
public sealed record ReferenceBrought(FilmState State, string Reference);

/// <param name="Part">Of the file's pictures, [0, 1].</param>
public sealed record ArtReading(string File, double Part);

/// <summary>Art in: a layered drawing as a puppet, a drawing or picture as a flat. Pictures and stills out.</summary>
internal static class ArtEndpoints
{
    private const int ReadingSteps = 50;
    private const int MostStillSide = 4096;

    /// <summary>Twenty seconds of a sequence on ones.</summary>
    private const int MostPictures = 480;

    public static void MapArt(this WebApplication app)
    {
        var film = app.MapGroup("/api/films/{id}").WithTags("art");
        film.MapPost("puppets", async (string id, IFormFile file, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            var prefix = OpenFilms.NewId("art");
            var art = ArtFile.Read(await file.Bytes(cancel), file.SafeName(), prefix, Telling(live, id, file), cancel);
            var (puppet, drawings) = art.ToPuppet(file.SafeName(), prefix);
            assets.PutAll(art.Assets);
            var state = opened.Apply(new AddPuppet(puppet, drawings), null);
            return new ArtBrought(await EditEndpoints.Tell(live, state), puppet.Id, art.Report);
        }).WithUploadLimit();

        film.MapPost("puppets/{puppet}/redraw-plan", async (string id, string puppet, IFormFile file, OpenFilms open, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var now = open.Open(id).Now.Film;
            var art = ArtFile.Read(await file.Bytes(cancel), file.SafeName(), OpenFilms.NewId("art"), Telling(live, id, file), cancel);
            return Redrawing.Plan(now, Find(now, puppet), [.. art.Layers.Select(layer => (layer.Name, layer.Drawing))]) with { Posed = art.Posed };
        }).WithUploadLimit();

        film.MapPost("puppets/{puppet}/redraw", async (string id, string puppet, bool alike, bool added, IFormFile file, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            var prefix = OpenFilms.NewId("art");
            var art = ArtFile.Read(await file.Bytes(cancel), file.SafeName(), prefix, Telling(live, id, file), cancel);
            var now = opened.Now.Film;
            var plan = Redrawing.Plan(now, Find(now, puppet), [.. art.Layers.Select(layer => (layer.Name, layer.Drawing))]);
            var taken = plan.Matches.Where(match => match.ByName || alike).ToList();
            var (brought, _) = art.ToPuppet(file.SafeName(), prefix);
            var matched = plan.Matches.Select(match => match.Layer).ToHashSet();
            var newParts = added
                ? brought.Parts.Where((part, i) => part.Drawing is not null && !matched.Contains(i)).Select(part => part with { RidesOn = null }).ToImmutableArray()
                : [];
            FilmException.ThrowIf(taken.Count + newParts.Length == 0, file.SafeName(), "has no layer that belongs to this puppet", "name its layers like the parts, or import it as a new puppet");
            assets.PutAll(art.Assets);
            ImmutableArray<Redrawn> redrawn = [.. taken.Select(match => new Redrawn(match.Part, art.Layers[match.Layer].Drawing!.Id, match.Within))];
            var used = redrawn.Select(one => one.Drawing).Concat(newParts.Select(part => part.Drawing!)).ToHashSet(StringComparer.Ordinal);
            var state = opened.Apply(new RedrawPuppet(puppet, [.. art.Layers.Select(layer => layer.Drawing).OfType<Drawing>().Where(drawing => used.Contains(drawing.Id))], redrawn, newParts) { WithRiders = true }, null);
            return new ArtBrought(await EditEndpoints.Tell(live, state), puppet, art.Report);
        }).WithUploadLimit();

        film.MapGet("shots/{shot}/cast/{cast}/frames/{frame:double}.{format}", (string id, string shot, string cast, double frame, string format, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
            PuppetExport.Posed(open.Open(id), shot, cast, frame, format, assets, cancel));

        film.MapGet("puppets/{puppet}/rest.{format}", (string id, string puppet, string format, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
            PuppetExport.AtRest(open.Open(id), puppet, format, assets, cancel));

        film.MapPost("puppets/{puppet}/parts/{part}/swaps", async (string id, string puppet, string part, IFormFileCollection files, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var (opened, now) = (open.Open(id), open.Open(id).Now.Film);
            var edits = (await InOrder(files, "swap", assets, cancel)).Select(drawing => SwapPlacement.Brought(now, puppet, part, drawing, OpenFilms.NewId("swap"))).ToList();
            return await EditEndpoints.Tell(live, opened.Apply(edits is [var one] ? one : new Together($"Import {edits.Count} swaps", [.. edits]), null));
        }).WithUploadLimit();

        film.MapPost("shots/{shot}/flats", async (string id, string shot, double distance, IFormFile file, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            var art = await Flat(file, assets, cancel);
            var flat = FlatPlacement.Fitted(opened.Now.Film, art.Drawing, OpenFilms.NewId("flat"), distance);
            var state = opened.Apply(new AddThing(shot, flat, art.Drawing), null);
            return new ArtBrought(await EditEndpoints.Tell(live, state), flat.Id, art.Report);
        }).WithUploadLimit();

        film.MapPost("shots/{shot}/references", async (string id, string shot, bool? sound, IFormFileCollection files, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            if (files.Count == 1 && await VideoPictures.LooksLikeVideo(files[0].OpenReadStream(), cancel))
            {
                return await ReferenceVideo.Bring(opened, shot, files[0], sound ?? false, assets, live, cancel);
            }

            var drawings = await InOrder(files, "reference", assets, cancel);
            var name = Names.Usable(NumberedNames.Stem(files.Select(file => file.SafeName()).Order(NumberedNames.One).First()));
            var reference = FlatPlacement.Reference(opened.Now.Film, OpenFilms.NewId("reference"), name, drawings);
            return new ReferenceBrought(await EditEndpoints.Tell(live, opened.Apply(new AddReference(shot, reference, drawings), null)), reference.Id);
        }).WithUploadLimit(Limits.SoundBytes);

        film.MapGet("shots/{shot}/frames/{frame:double}.png", (string id, string shot, double frame, int? width, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
            StillOf(open.Open(id), shot, frame, width, assets, cancel));

        // What the page of films shows of a film: the middle of its first shot, where somebody is on the stage already.
        film.MapGet("picture.png", (string id, int? width, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            var shot = opened.Now.Film.Shots.FirstOrDefault() ?? throw new NotThereException($"shot of film '{id}'");
            return StillOf(opened, shot.Id, (shot.Length + 1) / 2, width, assets, cancel);
        });

        app.MapGet("/api/assets/{asset}", (string asset, AssetStore assets) =>
            TypedResults.Bytes(assets.Picture(asset), "image/png")).WithTags("art");
    }

    /// <summary>A drawing or picture for a flat or a reference; its pixels are kept.</summary>
    private static async Task<FlatArt> Flat(IFormFile file, AssetStore assets, CancellationToken cancel)
    {
        var bytes = await file.Bytes(cancel);
        var isPng = PngFile.LooksLikePng(bytes);
        if (!isPng)
        {
            ArtFile.DemandSvg(bytes, file.SafeName());
        }

        var drawingId = OpenFilms.NewId("art");
        var art = isPng ? PngFile.ReadFlat(bytes, file.SafeName(), drawingId) : SvgFile.ReadFlat(bytes, file.SafeName(), drawingId);
        if (art.Picture is { } picture)
        {
            assets.Put(AssetId.Of(picture), picture);
        }

        return art;
    }

    /// <summary>Several drawings or pictures, by the numbers and letters of their names.</summary>
    /// <param name="for">What they are to be, for errors.</param>
    private static async Task<ImmutableArray<Drawing>> InOrder(IFormFileCollection files, string @for, AssetStore assets, CancellationToken cancel)
    {
        FilmException.ThrowIf(files.Count == 0, @for, "has no picture", "choose PNG or SVG files");
        FilmException.ThrowIf(files.Count > MostPictures, @for, $"has {files.Count} pictures", $"import up to {MostPictures}");
        var drawings = ImmutableArray.CreateBuilder<Drawing>(files.Count);
        foreach (var file in files.OrderBy(file => file.SafeName(), NumberedNames.One))
        {
            drawings.Add((await Flat(file, assets, cancel)).Drawing);
        }

        return drawings.ToImmutable();
    }

    private static FileContentHttpResult StillOf(OpenFilm opened, string shot, double frame, int? width, AssetStore assets, CancellationToken cancel)
    {
        var now = opened.Now.Film;
        var view = new View(now.ShotNamed(shot).Id);
        var most = Math.Min(MostStillSide, (double)MostStillSide * now.Width / now.Height);
        var across = (int)Math.Clamp(width ?? now.Width, 1, Math.Max(1, most));
        var down = Math.Clamp((int)Math.Round((double)across * now.Height / now.Width), 1, MostStillSide);
        return TypedResults.Bytes(Still.Png(opened.NewSession(cancel).FrameAt(view, frame), across, down, assets.Picture, cancel: cancel), "image/png");
    }

    /// <summary>Tells those who watch the film how far its art file has been read, in steps that a bar can show.</summary>
    private static Action<double> Telling(IHubContext<LiveHub> live, string film, IFormFile file)
    {
        var (name, told) = (file.SafeName(), 0);
        return part =>
        {
            var step = (int)(part * ReadingSteps);
            if (Interlocked.Exchange(ref told, step) != step)
            {
                _ = live.Clients.Group(film).SendAsync(LiveHub.Reading, new ArtReading(name, part));
            }
        };
    }

    private static Puppet Find(Film film, string id) =>
        film.Puppets.FirstOrDefault(candidate => candidate.Id == id) ?? throw new NotThereException($"puppet '{id}'");
}
