using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Formats;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Sound;
using Fretsaw.Formats.Video;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Server.Sounds;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Art;

/// <summary>A video to work by: a picture for each frame of the film from its start, and if wanted its sound beside them, as one step.</summary>
internal static class ReferenceVideo
{
    public static async Task<ReferenceBrought> Bring(OpenFilm opened, string shot, IFormFile file, bool withSound, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel)
    {
        var film = opened.Now.Film;
        film.ShotNamed(shot);
        var name = file.SafeName();
        var pictures = await VideoPictures.Of(file.OpenReadStream(), name, film.FrameRate, cancel);
        var into = ImmutableArray.CreateBuilder<Drawing>(pictures.Count);
        foreach (var picture in pictures)
        {
            cancel.ThrowIfCancellationRequested();
            var art = PngFile.ReadFlat(picture, name, OpenFilms.NewId("art"));
            assets.Put(AssetId.Of(picture), picture);
            into.Add(art.Drawing);
        }

        var drawings = into.MoveToImmutable();
        var reference = FlatPlacement.Reference(film, OpenFilms.NewId("reference"), Names.Usable(Path.GetFileNameWithoutExtension(name)), drawings);
        var pictured = new AddReference(shot, reference, drawings);
        using var recording = withSound ? await Heard(file, name, cancel) : null;
        var edit = recording is null ? (Edit)pictured : new Together(pictured.Title, [pictured, SoundEndpoints.Placed(film, shot, 1, recording, assets)]);
        return new ReferenceBrought(await EditEndpoints.Tell(live, opened.Apply(edit, null)), reference.Id);
    }

    /// <returns>Null for a video without sound: its pictures come in all the same.</returns>
    private static async Task<Recording?> Heard(IFormFile file, string name, CancellationToken cancel)
    {
        try
        {
            return await Recording.Read(file.OpenReadStream(), name, OpenFilms.NewId("sound"), cancel);
        }
        catch (FilmException)
        {
            return null;
        }
    }
}
