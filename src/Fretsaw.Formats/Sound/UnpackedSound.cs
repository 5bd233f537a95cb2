using Fretsaw.Core.Films;
using Fretsaw.Print;

namespace Fretsaw.Formats.Sound;

/// <summary>
/// What ffmpeg makes of a packed recording: WAV of 16 bits, at no more than 48 kHz, one or two channels, in a temporary file that goes when it is
/// closed. How long and how large it may become is bounded before it is unpacked.
/// </summary>
internal static class UnpackedSound
{
    public const int MostSeconds = 3600;

    /// <summary>Containers that carry sound, and hold what they name: none that makes ffmpeg read other files or the network.</summary>
    private const string Containers = "aac,aiff,amr,asf,au,avi,caf,flac,flv,matroska,mov,mp3,mpeg,mpegts,ogg,tta,w64,wav,wv";

    /// <summary>
    /// Unpacked, a file is at most so many times as large, and at least so many bytes. Speech at 16 kbit/s is 48 times as large at 48 kHz;
    /// what becomes larger is silence that somebody packed to fill a disk.
    /// </summary>
    private const int MostTimes = 100;
    private const long AlwaysAllowed = 24 * 1024 * 1024;

    /// <summary>The largest single block that ffmpeg may take: a sound needs far less, a picture hidden beside it far more.</summary>
    private const string MostBlock = "33554432";

    /// <summary>Pictures beside the sound are not decoded, not even to see what they are.</summary>
    private const string MostPixels = "65536";

    private static readonly string[] Rates = ["8000", "11025", "16000", "22050", "24000", "32000", "44100", "48000"];

    public static async Task<Stream> Of(Stream packed, string file, CancellationToken cancel)
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-sound-");
        try
        {
            var (from, to) = (Path.Combine(folder.FullName, "in"), Path.Combine(folder.FullName, "out.wav"));
            packed.Position = 0;
            await using (var copy = File.Create(from))
            {
                await packed.CopyToAsync(copy, cancel);
            }

            var most = Math.Max(AlwaysAllowed, packed.Length * MostTimes);
            await Unpack(from, to, file, most, cancel);
            FilmException.ThrowIf(new FileInfo(to).Length >= most, file, "is far larger unpacked than it is packed", "save the part that is heard as WAV and import that");
            return new TemporaryFile(to, folder);
        }
        catch
        {
            folder.Delete(recursive: true);
            throw;
        }
    }

    private static async Task Unpack(string from, string to, string file, long most, CancellationToken cancel)
    {
        string[] arguments =
        [
            "-hide_banner", "-loglevel", "error", "-nostdin", "-y", "-max_alloc", MostBlock, "-protocol_whitelist", "file", "-format_whitelist", Containers,
            "-max_pixels", MostPixels, "-t", $"{MostSeconds + 1}", "-vn", "-sn", "-dn", "-i", from,
            "-map", "0:a:0", "-af", $"aformat=channel_layouts=mono|stereo:sample_rates={string.Join('|', Rates)}", "-c:a", "pcm_s16le", "-map_metadata", "-1", "-bitexact",
            "-fs", $"{most}", to,
        ];
        var code = await Ffmpeg.Run(arguments, cancel);
        FilmException.ThrowIf(code != 0 || !File.Exists(to), file, "has nothing that can be heard", "import a recording, such as a WAV file");
    }

    private sealed class TemporaryFile(string path, DirectoryInfo folder) : FileStream(path, FileMode.Open, FileAccess.Read)
    {
        protected override void Dispose(bool disposing)
        {
            base.Dispose(disposing);
            if (disposing && folder.Exists)
            {
                folder.Delete(recursive: true);
                folder.Refresh();
            }
        }
    }
}
