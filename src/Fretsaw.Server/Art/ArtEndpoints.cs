using Fretsaw.Core.Edits;
using Fretsaw.Core.Handling;
using Fretsaw.Formats;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Svg;
using Fretsaw.Print;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Art;

/// <param name="Thing">Id of the puppet or flat that came in.</param>
public sealed record ArtBrought(FilmState State, string Thing, ArtReport Report);

/// <summary>Art in: a layered drawing as a puppet, a drawing or picture as a flat. Pictures and stills out.</summary>
internal static class ArtEndpoints
{
    public static void MapArt(this WebApplication app)
    {
        var film = app.MapGroup("/api/films/{id}").WithTags("art");
        film.MapPost("puppets", async (string id, IFormFile file, OpenFilms open, IHubContext<LiveHub> live) =>
        {
            var opened = open.Open(id);
            var (puppet, drawings, report) = SvgFile.ReadPuppet(await Bytes(file), SafeFile(file), OpenFilms.NewId("art"));
            var state = opened.Apply(new AddPuppet(puppet, drawings), null);
            return new ArtBrought(await EditEndpoints.Tell(live, state), puppet.Id, report);
        }).WithUploadLimit();

        film.MapPost("shots/{shot}/flats", async (string id, string shot, double distance, IFormFile file, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live) =>
        {
            var opened = open.Open(id);
            var bytes = await Bytes(file);
            var isPng = PngFile.LooksLikePng(bytes);
            var drawingId = OpenFilms.NewId("art");
            var (drawing, report) = isPng ? PngFile.ReadFlat(bytes, SafeFile(file), drawingId) : SvgFile.ReadFlat(bytes, SafeFile(file), drawingId);
            if (isPng)
            {
                assets.Put(PngFile.AssetId(bytes), bytes);
            }

            var flat = FlatPlacement.Fitted(opened.Now.Film, drawing, OpenFilms.NewId("flat"), distance);
            var state = opened.Apply(new AddFlat(shot, flat, drawing), null);
            return new ArtBrought(await EditEndpoints.Tell(live, state), flat.Id, report);
        }).WithUploadLimit();

        film.MapGet("shots/{shot}/frames/{frame:double}.png", (string id, string shot, double frame, int? width, OpenFilms open, AssetStore assets) =>
        {
            var now = open.Open(id).Now.Film;
            var found = now.Shots.FirstOrDefault(candidate => candidate.Id == shot) ?? throw new NotThereException($"shot '{shot}'");
            var across = Math.Clamp(width ?? now.Width, 16, 4096);
            var down = Math.Max(1, (int)Math.Round((double)across * now.Height / now.Width));
            return TypedResults.Bytes(Still.Png(now, found, frame, across, down, asset => assets.Find(asset) ?? throw new NotThereException($"picture '{asset}'")), "image/png");
        });

        app.MapGet("/api/assets/{asset}", (string asset, AssetStore assets) =>
            TypedResults.Bytes(assets.Find(asset) ?? throw new NotThereException($"picture '{asset}'"), "image/png")).WithTags("art");
    }

    private static async Task<byte[]> Bytes(IFormFile file)
    {
        using var copy = new MemoryStream();
        await file.CopyToAsync(copy);
        return copy.ToArray();
    }

    /// <summary>A file's name is shown and never used as a path.</summary>
    private static string SafeFile(IFormFile file)
    {
        var name = Path.GetFileName(file.FileName.Replace('\\', '/'));
        return name.Length is > 0 and < 200 ? name : "drawing.svg";
    }
}
