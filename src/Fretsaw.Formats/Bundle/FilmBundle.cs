using System.IO.Compression;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Sound;

namespace Fretsaw.Formats.Bundle;

/// <summary>A film and the pictures and recordings it names.</summary>
public sealed record FilmBundle(Film Film, IReadOnlyDictionary<string, byte[]> Assets)
{
    private const string FilmEntry = "film.json";
    private const string AssetFolder = "assets/";
    private const int MaxEntries = 10_000;

    /// <summary>Recordings take more room than art: ten minutes of stereo some 115 MB.</summary>
    private const long MaxUnpacked = 768L * 1024 * 1024;

    /// <summary>Reads a .fretsaw file: a zip of film.json and assets/&lt;SHA-256&gt;.</summary>
    /// <exception cref="FilmException">It is no bundle, too large, or an asset is missing or not what its name says.</exception>
    public static FilmBundle Read(Stream stream, string file)
    {
        try
        {
            using var zip = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true);
            FilmException.ThrowIf(zip.Entries.Count > MaxEntries, file, $"holds {zip.Entries.Count} entries", $"a film has at most {MaxEntries}");
            var left = MaxUnpacked;
            var film = zip.GetEntry(FilmEntry) is { } entry
                ? FilmJson.Read(SafeZip.Unpack(entry, ref left, file), $"{file}, {FilmEntry}")
                : throw new FilmException(file, $"holds no {FilmEntry}", "open a .fretsaw film");
            var assets = new Dictionary<string, byte[]>(StringComparer.Ordinal);
            var pictures = film.Drawings.Where(drawing => drawing.Raster is not null).Select(drawing => drawing.Raster!.Asset).ToHashSet(StringComparer.Ordinal);
            foreach (var asset in Named(film))
            {
                var packed = zip.GetEntry(AssetFolder + asset) ?? throw new FilmException(file, $"lacks the file {asset}", "export the film again");
                var bytes = SafeZip.Unpack(packed, ref left, file);
                FilmException.ThrowIf(AssetId.Of(bytes) != asset, file, $"has a file that is not {asset}", "export the film again");
                FilmException.ThrowIf(pictures.Contains(asset) && !PngFile.LooksLikePng(bytes), file, $"has a picture {asset} that is no PNG", "export the film again");
                assets[asset] = bytes;
            }

            return new FilmBundle(film, assets);
        }
        catch (InvalidDataException problem)
        {
            throw new FilmException(file, "is not a film bundle", "open a .fretsaw file", problem);
        }
    }

    /// <summary>Writes beside the file and puts the whole in its place: a full disk costs nobody a good film.</summary>
    /// <exception cref="IOException">It cannot be written; what was at the path is as it was.</exception>
    public void Save(string path)
    {
        var unfinished = path + ".unfinished";
        try
        {
            using (var stream = File.Create(unfinished))
            {
                Write(stream);
            }

            File.Move(unfinished, path, overwrite: true);
        }
        finally
        {
            File.Delete(unfinished);
        }
    }

    public void Write(Stream stream)
    {
        using var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true);
        Pack(zip, FilmEntry, FilmJson.Write(Film));
        foreach (var asset in Named(Film))
        {
            Pack(zip, AssetFolder + asset, Assets[asset]);
        }
    }

    /// <summary>The samples of one of the film's sounds.</summary>
    public WavFile Recording(Core.Films.Sound sound) => WavFile.Of(sound, new MemoryStream(Assets[sound.Asset]));

    public static IEnumerable<string> Named(Film film) =>
        film.Drawings.Where(drawing => drawing.Raster is not null).Select(drawing => drawing.Raster!.Asset)
            .Concat(film.Sounds.SelectMany(sound => (string[])[sound.Asset, sound.Peaks])).Distinct(StringComparer.Ordinal);

    private static void Pack(ZipArchive zip, string name, byte[] bytes)
    {
        var entry = zip.CreateEntry(name, CompressionLevel.Optimal);

        // A fixed time: the same film is the same file.
        entry.LastWriteTime = new DateTimeOffset(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);
        using var stream = entry.Open();
        stream.Write(bytes);
    }
}
