using System.Text;

namespace Fretsaw.Formats.Layers;

/// <summary>What a file is by its first bytes, so that a wrong one is refused by what it is.</summary>
internal static class FileKind
{
    /// <summary>Where a drawing's root has to begin: after a prologue and the comments of the program that wrote it.</summary>
    private const int Beginning = 64 * 1024;

    /// <summary>Beginnings of formats that people try (their published specifications; those of pictures from memory).</summary>
    private static readonly (byte[] Bytes, int At, string Name)[] Known =
    [
        ([0xFF, 0xD8, 0xFF], 0, "a JPEG picture"),
        ("GIF8"u8.ToArray(), 0, "a GIF picture"),
        ("WEBP"u8.ToArray(), 8, "a WebP picture"),
        ("BM"u8.ToArray(), 0, "a BMP picture"),
        ("II*\0"u8.ToArray(), 0, "a TIFF picture"),
        ("MM\0*"u8.ToArray(), 0, "a TIFF picture"),
        ("%PDF"u8.ToArray(), 0, "a PDF document"),
        ("%!PS"u8.ToArray(), 0, "a PostScript document"),
        ("Rar!"u8.ToArray(), 0, "a RAR archive"),
        ("7z"u8.ToArray(), 0, "a 7z archive"),
        ([0x1F, 0x8B], 0, "a gzip archive"),
        ("ftyp"u8.ToArray(), 4, "a video"),
        ("WAVE"u8.ToArray(), 8, "a sound"),
        ("ID3"u8.ToArray(), 0, "a sound"),
        ("OggS"u8.ToArray(), 0, "a sound or video"),
    ];

    /// <returns>What it is, as "a JPEG picture"; null for what may be an SVG drawing.</returns>
    public static string? OtherThanSvg(ReadOnlySpan<byte> bytes)
    {
        if (bytes.IsEmpty)
        {
            return "an empty file";
        }

        foreach (var (start, at, name) in Known)
        {
            if (bytes.Length >= at + start.Length && bytes.Slice(at, start.Length).SequenceEqual(start))
            {
                return name;
            }
        }

        var beginning = bytes[..Math.Min(bytes.Length, Beginning)];
        if (Has(beginning, Encoding.UTF8) || Has(beginning, Encoding.Unicode) || Has(beginning, Encoding.BigEndianUnicode))
        {
            return null;
        }

        var firstMark = beginning.TrimStart(" \t\r\n"u8);
        return beginning.Contains((byte)0) ? "a file of another kind" : firstMark.StartsWith("<"u8) ? "an XML or HTML file without a drawing" : "a text file";
    }

    private static bool Has(ReadOnlySpan<byte> beginning, Encoding encoding) =>
        beginning.IndexOf(encoding.GetBytes("<svg")) >= 0 || beginning.IndexOf(encoding.GetBytes(":svg")) >= 0;
}
