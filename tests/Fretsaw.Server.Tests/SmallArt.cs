using System.IO.Compression;
using Fretsaw.Print.Sound;

namespace Fretsaw.Server.Tests;

/// <summary>A small file of each kind that is read.</summary>
internal static class SmallArt
{
    public const string Drawing = """
        <svg xmlns="http://www.w3.org/2000/svg" width="90" height="90" viewBox="0 0 90 90"><defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#123"/></linearGradient>
        <g id="leaf"><path d="M0 0C9 9 20 4 30 0Z"/></g></defs><g id="tail" transform="rotate(12) translate(3 4)"><rect width="40" height="20" fill="url(#g)" stroke="#000" stroke-dasharray="3 2"/><use href="#leaf" x="4"/></g>
        <circle cx="50" cy="50" r="20" style="fill:#a00;opacity:.5"/></svg>
        """;

    /// <summary>A WAV file of half a second at 8 kHz.</summary>
    public static byte[] Tone()
    {
        using var stream = new MemoryStream();
        var wav = new WavWriter(stream, 8000, 1, 16, 4000);
        wav.Write([.. Enumerable.Range(0, 4000).Select(n => 0.5f * MathF.Sin(n * 0.3f))]);
        wav.Finish();
        return stream.ToArray();
    }

    /// <summary>An OpenRaster file of one layer.</summary>
    /// <param name="picture">A PNG file.</param>
    public static byte[] Stack(byte[] picture)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, bytes) in new[] { ("stack.xml", """<image w="48" h="27"><stack><layer name="a" src="a.png" x="2" opacity="0.5"/></stack></image>"""u8.ToArray()), ("a.png", picture) })
            {
                using var entry = zip.CreateEntry(name, CompressionLevel.NoCompression).Open();
                entry.Write(bytes);
            }
        }

        return stream.ToArray();
    }
}
