using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Formats.Sound;

/// <summary>
/// A recording ready for a film: what the film has of it, its WAV file and its peaks. It is never in memory as a whole: whoever keeps it
/// reads <see cref="Wav"/> in pieces.
/// </summary>
/// <param name="Wav">From its first byte; can be sought in.</param>
public sealed record Recording(Core.Films.Sound Sound, Stream Wav, byte[] Peaks) : IDisposable
{
    /// <summary>The files beside the film, in memory: for recordings that are known to be small.</summary>
    public IReadOnlyDictionary<string, byte[]> Assets => new Dictionary<string, byte[]>(StringComparer.Ordinal) { [Sound.Asset] = WavBytes(), [Sound.Peaks] = Peaks };

    /// <summary>A WAV file is kept as it is; anything else is unpacked by ffmpeg (<see cref="UnpackedSound"/>).</summary>
    /// <param name="bytes">Can be sought in. The recording's from here on.</param>
    /// <param name="file">What the file is called, for the sound's name and errors.</param>
    /// <param name="id">New to the film's sounds.</param>
    /// <exception cref="FilmException">Nothing can be heard in it, it is too long, or ffmpeg is not there.</exception>
    /// <exception cref="IOException">There is no room to unpack it.</exception>
    public static async Task<Recording> Read(Stream bytes, string file, string id, CancellationToken cancel)
    {
        try
        {
            if (await WavFile.LooksLikeWav(bytes, cancel) && OfWav(bytes, file, id, cancel) is { } asItIs)
            {
                return asItIs;
            }

            var unpacked = await UnpackedSound.Of(bytes, file, cancel);
            await bytes.DisposeAsync();
            bytes = unpacked;
            return OfWav(unpacked, file, id, cancel) ?? throw new FilmException(file, "has nothing that can be heard", "save it as WAV and import that");
        }
        catch
        {
            await bytes.DisposeAsync();
            throw;
        }
    }

    public static Recording? OfWav(byte[] wav, string file, string id, CancellationToken cancel = default) => OfWav(new MemoryStream(wav), file, id, cancel);

    /// <param name="wav">The recording's from here on, where it becomes one.</param>
    /// <returns>Null for a kind of WAV file that is not read here.</returns>
    /// <exception cref="FilmException">It is no WAV file, has nothing in it, or is too long.</exception>
    public static Recording? OfWav(Stream wav, string file, string id, CancellationToken cancel = default)
    {
        if (WavFile.Open(wav, file) is not { } samples)
        {
            return null;
        }

        FilmException.ThrowIf(samples.Length > (long)UnpackedSound.MostSeconds * samples.Rate, file, "is longer than an hour", "cut it into shorter pieces");
        var (peaks, loudness) = Hearing.Of(samples, cancel);
        wav.Position = 0;
        var sound = new Core.Films.Sound
        {
            Id = id,
            Name = Names.Usable(Path.GetFileNameWithoutExtension(file)),
            Asset = AssetId.Of(wav),
            Peaks = AssetId.Of(peaks),
            Rate = samples.Rate,
            Channels = samples.Channels,
            Samples = (int)Math.Min(samples.Length, 1_000_000_000),
            Loudness = loudness,
        };
        wav.Position = 0;
        return new Recording(sound, wav, peaks);
    }

    public Recording Saying(string words, ImmutableArray<TimedSound> timed) => this with { Sound = Sound with { Words = words, Timed = timed } };

    public void Dispose() => Wav.Dispose();

    private byte[] WavBytes()
    {
        var bytes = new byte[Wav.Length];
        Wav.Position = 0;
        Wav.ReadExactly(bytes);
        Wav.Position = 0;
        return bytes;
    }
}
