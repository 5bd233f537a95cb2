using System.Text;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;
using Fretsaw.Formats.Sound;
using Fretsaw.Print.Sound;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Safety;
using Fretsaw.Store;
using Microsoft.AspNetCore.SignalR;

namespace Fretsaw.Server.Sounds;

/// <param name="Sound">Id of the sound that came in.</param>
/// <param name="Use">Id of it on the strip.</param>
public sealed record SoundBrought(FilmState State, string Sound, string Use);

/// <param name="Frame">Where it comes to stand on the strip.</param>
/// <param name="Language">A voice by its language tag: en, de.</param>
/// <param name="WordsPerMinute">[80, 450]</param>
/// <param name="Pitch">[0, 99]; 50 is usual.</param>
public sealed record SpokenLine(string Words, int Frame = 1, string Language = "en", int WordsPerMinute = 150, int Pitch = 40);

/// <summary>Sounds in: recordings, and lines that a simulated voice speaks; what is heard of a shot; mouth cues as plain files.</summary>
internal static class SoundEndpoints
{
    /// <summary>Cues of an hour are some hundred KB.</summary>
    private const int MostCueBytes = 4 * 1024 * 1024;

    /// <summary>Half a minute at 48 kHz: who plays asks again and again.</summary>
    private const int MostMixed = 1_440_000;

    /// <summary>Some seconds of one core: forty sounds that are resampled, over half a minute.</summary>
    private const double MostWork = 6e9;

    /// <summary>How far from the shot's start it may be asked for, samples.</summary>
    private const long MostAway = 1_000_000_000_000;

    public static void MapSounds(this WebApplication app)
    {
        var shots = app.MapGroup("/api/films/{id}/shots/{shot}").WithTags("sounds");
        shots.MapPost("sounds", async (string id, string shot, int? frame, IFormFile file, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            opened.Now.Film.ShotNamed(shot);
            using var recording = await Recording.Read(file.OpenReadStream(), file.SafeName("sound.wav"), OpenFilms.NewId("sound"), cancel);
            return await Bring(opened, shot, frame ?? 1, recording, assets, live);
        }).WithUploadLimit(Limits.SoundBytes);

        shots.MapPost("voice", async (string id, string shot, SpokenLine line, OpenFilms open, AssetStore assets, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            var opened = open.Open(id);
            opened.Now.Film.ShotNamed(shot);
            using var spoken = await Voice.Say(new Speaking(line.Words, line.Language, line.WordsPerMinute, line.Pitch), OpenFilms.NewId("sound"), cancel);
            return await Bring(opened, shot, line.Frame, spoken, assets, live);
        });

        shots.MapGet("mix.wav", (string id, string shot, long from, int count, int? rate, OpenFilms open, AssetStore assets, CancellationToken cancel) =>
        {
            var film = open.Open(id).Now.Film;
            var hertz = rate ?? MixFile.PrintRate;
            FilmException.ThrowIf(hertz is < 8000 or > 192_000 || count is < 1 or > MostMixed || from is < -MostAway or > MostAway, "mix", $"of {count} samples at {hertz} a second is not made", $"ask for 1 to {MostMixed} samples at 8000 to 192000");
            using var sounds = new OpenSounds(assets.Recording);
            var stream = new MemoryStream();
            var mix = new SoundMix(film, film.ShotNamed(shot), sounds.Of, hertz);
            FilmException.ThrowIf(mix.WorkOf(from, count) > MostWork, "mix", "has too many sounds at once", "mute some, or ask for a shorter stretch");
            MixFile.Write(stream, mix, hertz, from, count, cancel);
            stream.Position = 0;
            return TypedResults.Stream(stream, "audio/wav");
        });

        shots.MapGet("cues/{owner}.{format}", (string id, string shot, string owner, string format, OpenFilms open) =>
        {
            var film = open.Open(id).Now.Film;
            var spoken = film.ShotNamed(shot);
            var cues = SpokenCues.Of(spoken, owner);
            FilmException.ThrowIf(cues.Count == 0, $"'{owner}'", "says nothing in this shot", "put mouth cues first");
            var (text, type) = format switch
            {
                "vtt" => (CueText.WriteVtt(cues, film.FrameRate, spoken.Length), "text/vtt"),
                "tsv" => (CueText.WriteTabs(cues, film.FrameRate, spoken.Length), "text/tab-separated-values"),
                _ => throw new NotThereException($"format '{format}'; ask for vtt or tsv"),
            };
            return TypedResults.File(Encoding.UTF8.GetBytes(text), type, $"{FilmEndpoints.SafeName($"{spoken.Name} - mouth")}.{format}");
        });

        shots.MapPost("cues/{owner}", async (string id, string shot, string owner, IFormFile file, OpenFilms open, IHubContext<LiveHub> live, CancellationToken cancel) =>
        {
            FilmException.ThrowIf(file.Length > MostCueBytes, "cues", "are too many", "keep to 4 MB");
            using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
            var opened = open.Open(id);
            var film = opened.Now.Film;
            var cues = CueText.Read(await reader.ReadToEndAsync(cancel), file.SafeName("cues.tsv"), film.FrameRate);
            return await EditEndpoints.Tell(live, opened.Apply(new PutCues(film.ShotNamed(shot).Id, owner, cues[0].Frame, cues[^1].Frame, cues), null));
        }).WithUploadLimit();

        app.MapGet("/api/peaks/{asset}", (string asset, AssetStore assets) => TypedResults.Bytes(assets.Find(asset) ?? throw new NotThereException($"peaks '{asset}'"))).WithTags("sounds");
    }

    private static async Task<SoundBrought> Bring(OpenFilm opened, string shot, int frame, Recording recording, AssetStore assets, IHubContext<LiveHub> live)
    {
        var placed = Placed(opened.Now.Film, shot, frame, recording, assets);
        return new SoundBrought(await EditEndpoints.Tell(live, opened.Apply(placed, null)), placed.Sound.Id, placed.Use.Id);
    }

    /// <summary>A recording, kept, and the edit that lets it be heard from a frame on.</summary>
    internal static AddSound Placed(Film film, string shot, int frame, Recording recording, AssetStore assets)
    {
        assets.Put(recording.Sound.Asset, recording.Wav, recording.Sound.Peaks, recording.Peaks);
        var frames = Math.Clamp((int)Math.Ceiling(recording.Sound.Seconds * film.FrameRate), 1, 100_000);
        var use = new SoundUse { Id = OpenFilms.NewId("heard"), Sound = recording.Sound.Id, Start = frame, Length = frames };
        return new AddSound(recording.Sound, film.ShotNamed(shot).Id, use);
    }
}
