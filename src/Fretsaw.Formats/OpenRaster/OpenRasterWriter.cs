using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml.Linq;

namespace Fretsaw.Formats.OpenRaster;

/// <summary>One layer to write.</summary>
/// <param name="Png">Its picture, cut to what is opaque.</param>
/// <param name="X">Where its left edge lies on the canvas, px.</param>
public sealed record RasterLayer(string Name, byte[] Png, int X, int Y, bool Hidden = false, double Opacity = 1);

/// <summary>OpenRaster out: "mimetype" first and stored, then the stack, the layers, the merged picture and the thumbnail.</summary>
public static class OpenRasterWriter
{
    /// <param name="backToFront">In painting order; the file lists them the other way round.</param>
    /// <param name="merged">All of them as one PNG of the whole canvas.</param>
    /// <param name="thumbnail">A PNG of at most 256 px a side.</param>
    public static void Write(Stream stream, int width, int height, IReadOnlyList<RasterLayer> backToFront, byte[] merged, byte[] thumbnail)
    {
        using var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true);
        Put(zip, "mimetype", Encoding.ASCII.GetBytes(OpenRasterFile.MimeType), CompressionLevel.NoCompression);
        var layers = backToFront.Select((layer, i) => new XElement(
            "layer",
            new XAttribute("name", layer.Name), new XAttribute("src", Source(i)), new XAttribute("x", layer.X), new XAttribute("y", layer.Y),
            new XAttribute("opacity", layer.Opacity.ToString("0.####", CultureInfo.InvariantCulture)),
            new XAttribute("visibility", layer.Hidden ? "hidden" : "visible"), new XAttribute("composite-op", OpenRasterFile.Normal)));
        var image = new XElement("image", new XAttribute("version", "0.0.6"), new XAttribute("w", width), new XAttribute("h", height), new XElement("stack", layers.Reverse()));
        Put(zip, "stack.xml", Encoding.UTF8.GetBytes("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n" + image));
        for (var i = 0; i < backToFront.Count; i++)
        {
            Put(zip, Source(i), backToFront[i].Png);
        }

        Put(zip, "mergedimage.png", merged);
        Put(zip, "Thumbnails/thumbnail.png", thumbnail);
    }

    private static string Source(int layer) => $"data/layer{layer}.png";

    private static void Put(ZipArchive zip, string name, byte[] bytes, CompressionLevel level = CompressionLevel.Optimal)
    {
        var entry = zip.CreateEntry(name, level);

        // A fixed time: the same puppet is the same file.
        entry.LastWriteTime = new DateTimeOffset(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);
        using var stream = entry.Open();
        stream.Write(bytes);
    }
}
