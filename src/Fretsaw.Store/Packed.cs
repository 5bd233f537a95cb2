using System.IO.Compression;

namespace Fretsaw.Store;

/// <summary>
/// Pieces of snapshots as they lie in the database: gzip (RFC 1952) where that pays. A shot of 20,000 keys is a megabyte of text, and
/// an edit beside its snapshot waits until it is written.
/// </summary>
internal static class Packed
{
    /// <summary>Shorter texts are kept as they are.</summary>
    private const int Short = 1024;

    public static byte[] Of(byte[] json)
    {
        if (json.Length < Short)
        {
            return json;
        }

        using var packed = new MemoryStream();
        using (var gzip = new GZipStream(packed, CompressionLevel.Fastest))
        {
            gzip.Write(json);
        }

        return packed.ToArray();
    }

    /// <param name="bytes">Packed, or a text as earlier versions kept it, which begins with neither of gzip's first two bytes.</param>
    public static byte[] Back(byte[] bytes)
    {
        if (bytes is not [0x1f, 0x8b, ..])
        {
            return bytes;
        }

        using var gzip = new GZipStream(new MemoryStream(bytes), CompressionMode.Decompress);
        using var json = new MemoryStream();
        gzip.CopyTo(json);
        return json.ToArray();
    }
}
