using System.IO.Compression;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Layers;

/// <summary>A zip from a stranger, unpacked in memory: names are only names, and the sizes it claims are not believed.</summary>
public static class SafeZip
{
    private const int MaxEntries = 4000;
    /// <summary>Of art and of films.</summary>
    public const long MaxUnpacked = 256L * 1024 * 1024;

    /// <returns>Entries in the zip's order, folders left out.</returns>
    /// <exception cref="FilmException">It is no zip, or unpacks to too much.</exception>
    public static IReadOnlyList<(string Name, byte[] Bytes)> Read(byte[] bytes, string file)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(bytes), ZipArchiveMode.Read);
            FilmException.ThrowIf(zip.Entries.Count > MaxEntries, file, $"holds {zip.Entries.Count} entries", $"keep to {MaxEntries}");
            var left = MaxUnpacked;
            return [.. zip.Entries.Where(entry => !entry.FullName.EndsWith('/')).Select(entry => (entry.FullName.Replace('\\', '/'), Unpack(entry, ref left, file)))];
        }
        catch (InvalidDataException problem)
        {
            throw new FilmException(file, "begins as a zip archive and cannot be unpacked", "save or download it again", problem);
        }
    }

    /// <summary>Counts what really comes out: the size in a zip's directory is only a claim.</summary>
    public static byte[] Unpack(ZipArchiveEntry entry, ref long left, string file)
    {
        using var stream = entry.Open();
        using var into = new MemoryStream((int)Math.Clamp(entry.Length, 0, Math.Min(left, 1 << 20)));
        var buffer = new byte[81920];
        int read;
        while ((read = stream.Read(buffer)) > 0)
        {
            left -= read;
            FilmException.ThrowIf(left < 0, file, "unpacks to too much", $"keep it under {MaxUnpacked / 1024 / 1024} MB");
            into.Write(buffer, 0, read);
        }

        return into.ToArray();
    }
}
