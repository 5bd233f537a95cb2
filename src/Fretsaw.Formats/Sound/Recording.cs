using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;
using Fretsaw.Print;

namespace Fretsaw.Formats.Sound;

/// <summary>A recording ready for a film: its WAV file, its peaks, and what the film has of it.</summary>
public sealed record Recording(Core.Films.Sound Sound, byte[] Wav, byte[] Peaks)
{
    /// <summary>The files beside the film.</summary>
    public IReadOnlyDictionary<string, byte[]> Assets => new Dictionary<string, byte[]>(StringComparer.Ordinal) { [Sound.Asset] = Wav, [Sound.Peaks] = Peaks };

    /// <summary>Containers that hold what they name: none that makes ffmpeg read other files or the network.</summary>
    private const string Containers = "aac,aiff,amr,asf,au,avi,caf,flac,flv,matroska,mov,mp3,mpeg,mpegts,ogg,tta,w64,wav,wv";

    /// <summary>Longest recording that is unpacked, seconds.</summary>
    private const string MostSeconds = "3600";

    /// <summary>A WAV file is kept as it is; anything else becomes one of 16 bits by ffmpeg.</summary>
    /// <param name="file">What the file is called, for the sound's name and errors.</param>
    /// <param name="id">New to the film's sounds.</param>
    /// <exception cref="FilmException">Nothing can be heard in it, or ffmpeg is not there.</exception>
    public static async Task<Recording> Read(byte[] bytes, string file, string id, CancellationToken cancel)
    {
        return (WavFile.LooksLikeWav(bytes) ? OfWav(bytes, file, id, cancel) : null) ?? OfWav(await Unpacked(bytes, file, cancel), file, id, cancel)
            ?? throw new FilmException(file, "has nothing that can be heard", "save it as WAV and choose that");
    }

    /// <returns>Null for a kind of WAV file that is not read here.</returns>
    /// <exception cref="FilmException">It is no WAV file, or has nothing in it.</exception>
    public static Recording? OfWav(byte[] wav, string file, string id, CancellationToken cancel = default)
    {
        using var samples = WavFile.Open(new MemoryStream(wav), file);
        if (samples is null)
        {
            return null;
        }

        // Both go through all of it, and neither waits for the other.
        var asset = Task.Run(() => AssetId.Of(wav), cancel);
        var (peaks, loudness) = Hearing.Of(samples, cancel);
        var sound = new Core.Films.Sound
        {
            Id = id,
            Name = Names.Usable(Path.GetFileNameWithoutExtension(file)),
            Asset = asset.GetAwaiter().GetResult(),
            Peaks = AssetId.Of(peaks),
            Rate = samples.Rate,
            Channels = samples.Channels,
            Samples = (int)Math.Min(samples.Length, 1_000_000_000),
            Loudness = loudness,
        };
        return new Recording(sound, wav, peaks);
    }

    public Recording Saying(string words, ImmutableArray<TimedSound> timed) => this with { Sound = Sound with { Words = words, Timed = timed } };

    private static async Task<byte[]> Unpacked(byte[] bytes, string file, CancellationToken cancel)
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-sound-");
        try
        {
            var (from, to) = (Path.Combine(folder.FullName, "in"), Path.Combine(folder.FullName, "out.wav"));
            await File.WriteAllBytesAsync(from, bytes, cancel);
            string[] arguments =
            [
                "-hide_banner", "-loglevel", "error", "-nostdin", "-y", "-protocol_whitelist", "file", "-format_whitelist", Containers, "-t", MostSeconds, "-i", from,
                "-map", "0:a:0", "-vn", "-ac", "2", "-c:a", "pcm_s16le", "-map_metadata", "-1", "-bitexact", to,
            ];
            using var ffmpeg = Ffmpeg.Start(arguments);
            var complaints = ffmpeg.StandardError.ReadToEndAsync(cancel);
            try
            {
                await ffmpeg.WaitForExitAsync(cancel);
            }
            catch (OperationCanceledException)
            {
                ffmpeg.Kill(entireProcessTree: true);
                throw;
            }

            await complaints;
            FilmException.ThrowIf(ffmpeg.ExitCode != 0 || !File.Exists(to), file, "has nothing that can be heard", "choose a recording, such as a WAV file");
            return await File.ReadAllBytesAsync(to, cancel);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }
}
