using Fretsaw.Core.Films;
using Fretsaw.Print;

namespace Fretsaw.Formats.Video;

/// <summary>
/// The pictures of a video to work by, by ffmpeg: so many a second from its start, small enough to lie under a drawing. How many, how large and how long
/// it may work is bounded before it begins.
/// </summary>
public static class VideoPictures
{
    /// <summary>Twenty seconds at 24 pictures a second.</summary>
    public const int Most = 480;

    /// <summary>Wider than a reference is looked at, px.</summary>
    private const int Widest = 960;

    /// <summary>Containers that carry pictures, and hold what they name: none that makes ffmpeg read other files or the network.</summary>
    private const string Containers = "avi,flv,matroska,mov,mpeg,mpegts,ogg";

    /// <summary>Of a picture before it is made smaller: 4096 × 2304, and the largest single block that ffmpeg may take.</summary>
    private const string MostPixels = "9437184";
    private const string MostBlock = "134217728";

    /// <summary>Of all pictures together.</summary>
    private const long MostBytes = 128L * 1024 * 1024;

    /// <summary>Of one processor's time, s.</summary>
    private const string MostWork = "120";

    /// <summary>Where the containers' own marks stand: ISO 14496-12, RFC 8794, RFC 3533; AVI, FLV and MPEG from memory.</summary>
    private static readonly (byte[] Bytes, int At)[] Marks =
    [
        ("ftyp"u8.ToArray(), 4), ([0x1A, 0x45, 0xDF, 0xA3], 0), ("OggS"u8.ToArray(), 0), ("AVI "u8.ToArray(), 8), ("FLV"u8.ToArray(), 0), ([0, 0, 1, 0xBA], 0), ([0x47, 0x40], 0),
    ];

    public static async Task<bool> LooksLikeVideo(Stream bytes, CancellationToken cancel)
    {
        var start = new byte[16];
        bytes.Position = 0;
        var read = await bytes.ReadAtLeastAsync(start, start.Length, throwOnEndOfStream: false, cancel);
        bytes.Position = 0;
        return Array.Exists(Marks, mark => read >= mark.At + mark.Bytes.Length && start.AsSpan(mark.At, mark.Bytes.Length).SequenceEqual(mark.Bytes));
    }

    /// <param name="file">What it is called, for errors.</param>
    /// <param name="perSecond">Pictures a second.</param>
    /// <returns>PNG pictures, at most <see cref="Most"/>.</returns>
    /// <exception cref="FilmException">It shows nothing, is too large, or ffmpeg is not there.</exception>
    public static async Task<IReadOnlyList<byte[]>> Of(Stream video, string file, double perSecond, CancellationToken cancel)
    {
        var folder = Directory.CreateTempSubdirectory("fretsaw-video-");
        try
        {
            var from = Path.Combine(folder.FullName, "in");
            video.Position = 0;
            await using (var copy = File.Create(from))
            {
                await video.CopyToAsync(copy, cancel);
            }

            await Unpack(from, Path.Combine(folder.FullName, "%05d.png"), file, perSecond, cancel);
            var pictures = folder.GetFiles("*.png").OrderBy(picture => picture.Name, StringComparer.Ordinal).ToList();
            FilmException.ThrowIf(pictures.Count == 0, file, "shows nothing", "import another video, or its pictures as PNG files");
            FilmException.ThrowIf(pictures.Sum(picture => picture.Length) > MostBytes, file, "has too much in its pictures", "cut it shorter");
            return [.. pictures.Select(picture => File.ReadAllBytes(picture.FullName))];
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private static async Task Unpack(string from, string to, string file, double perSecond, CancellationToken cancel)
    {
        string[] arguments =
        [
            "-hide_banner", "-loglevel", "error", "-nostdin", "-y", "-timelimit", MostWork, "-max_alloc", MostBlock, "-protocol_whitelist", "file", "-format_whitelist", Containers,
            "-max_pixels", MostPixels, "-t", FormattableString.Invariant($"{Most / perSecond:0.###}"), "-an", "-sn", "-dn", "-i", from,
            "-map", "0:v:0", "-vf", FormattableString.Invariant($"fps={perSecond},scale='min({Widest},iw)':-2,format=rgb24"), "-frames:v", $"{Most}", "-map_metadata", "-1", "-threads", "2", to,
        ];
        var code = await Ffmpeg.Run(arguments, cancel);

        // What was unpacked before it broke off can be worked by.
        FilmException.ThrowIf(code != 0 && !Directory.EnumerateFiles(Path.GetDirectoryName(to)!, "*.png").Any(), file, "cannot be read as a video", "import another, or its pictures as PNG files");
    }
}
