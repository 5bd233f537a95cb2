using System.Collections.Immutable;
using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Png;

namespace Fretsaw.Formats.OpenRaster;

/// <summary>
/// OpenRaster 0.0.6 (freedesktop.org, "OpenRaster specification"): a zip of "mimetype", "stack.xml" and PNG pictures. The
/// stack lists layers from the frontmost down; x and y of a stack are added to those of what is in it.
/// </summary>
public static class OpenRasterFile
{
    public const string MimeType = "image/openraster";

    internal const string Normal = "svg:src-over";

    private const int MaxDepth = 64;
    private const int MaxLayers = 2000;

    public static bool Holds(IReadOnlyList<(string Name, byte[] Bytes)> zip) => zip.Any(entry => entry.Name == "stack.xml");

    /// <exception cref="FilmException">The stack is broken, or a layer's picture is missing.</exception>
    public static LayeredArt Read(IReadOnlyList<(string Name, byte[] Bytes)> zip, string file, string idPrefix, Action<double>? progress = null, CancellationToken cancel = default)
    {
        var pictures = zip.GroupBy(entry => entry.Name, StringComparer.Ordinal).ToDictionary(group => group.Key, group => group.First().Bytes, StringComparer.Ordinal);
        var root = BoundedXml.Load(pictures["stack.xml"], $"{file}, stack.xml", DtdProcessing.Prohibit);
        var stack = root.Elements("stack").FirstOrDefault() ?? throw new FilmException($"{file}, stack.xml", "holds no stack", "save it again");
        var reader = new Reader(pictures, file);
        reader.Walk(stack, -1, 0, 0, 0);
        reader.ReadPictures(idPrefix, progress, cancel);
        FilmException.ThrowIf(reader.Layers.All(layer => layer.Drawing is null), file, "holds no picture", "check that its layers are not empty");
        return new LayeredArt([.. reader.Layers], reader.Assets, new ArtReport([.. reader.Layers.Select(layer => layer.Name)], 0, reader.Assets.Count, reader.Notes));
    }

    private sealed class Reader(Dictionary<string, byte[]> pictures, string file)
    {
        private readonly List<(int Layer, XElement Element, LayerPng Picture)> waiting = [];

        public List<ArtLayer> Layers { get; } = [];

        public Dictionary<string, byte[]> Assets { get; } = new(StringComparer.Ordinal);

        public List<ArtNote> Notes { get; } = [];

        /// <summary>From the bottom of the stack up, which is our painting order.</summary>
        public void Walk(XElement stack, int inside, double left, double top, int depth)
        {
            FilmException.ThrowIf(depth > MaxDepth, Place(stack), "is nested too deep", $"keep to {MaxDepth} groups");
            foreach (var element in stack.Elements().Reverse())
            {
                FilmException.ThrowIf(Layers.Count >= MaxLayers, file, $"has more than {MaxLayers} layers", "merge some");
                var (x, y) = (left + Number(element, "x"), top + Number(element, "y"));
                switch (element.Name.LocalName)
                {
                    case "stack":
                        Layers.Add(new ArtLayer(NameOf(element), inside, null, Hidden(element), 1));
                        if (Opacity(element) < 1)
                        {
                            Notes.Add(new ArtNote(Place(element), ArtFate.Changed, "is a half-clear group; the opacity is left out"));
                        }

                        Blend(element);
                        Walk(element, Layers.Count - 1, x, y, depth + 1);
                        break;
                    case "layer":
                        Layer(element, inside, x, y);
                        break;
                    default:
                        Notes.Add(new ArtNote(Place(element), ArtFate.LeftOut, "is not supported and was left out"));
                        break;
                }
            }
        }

        private void Layer(XElement element, int inside, double x, double y)
        {
            var source = element.Attribute("src")?.Value.Replace('\\', '/') ?? "";
            var bytes = pictures.GetValueOrDefault(source) ?? throw new FilmException(Place(element), $"wants the picture '{source}', which is not in the file", "save it again");
            Blend(element);
            waiting.Add((Layers.Count, element, new LayerPng(bytes, source, x, y)));
            Layers.Add(new ArtLayer(NameOf(element), inside, null, Hidden(element), Opacity(element)));
        }

        /// <summary>The pictures of the layers that were walked.</summary>
        public void ReadPictures(string idPrefix, Action<double>? progress, CancellationToken cancel)
        {
            var read = TrimmedPng.ReadAll([.. waiting.Select(one => one.Picture)], idPrefix, progress, cancel);
            foreach (var ((layer, element, _), trimmed) in waiting.Zip(read))
            {
                if (trimmed is { } picture)
                {
                    Assets[picture.Drawing.Raster!.Asset] = picture.Bytes;
                    Layers[layer] = Layers[layer] with { Drawing = picture.Drawing };
                }
                else
                {
                    Notes.Add(new ArtNote(Place(element), ArtFate.Changed, "is wholly clear; it came in without art"));
                }
            }
        }

        private void Blend(XElement element)
        {
            var mode = element.Attribute("composite-op")?.Value ?? Normal;
            if (mode != Normal)
            {
                Notes.Add(new ArtNote(Place(element), ArtFate.Changed, $"blends by {mode}; it came in as {Normal}"));
            }
        }

        private string NameOf(XElement element)
        {
            var name = Names.Usable(element.Attribute("name")?.Value ?? "").Trim();
            return name.Length == 0 ? $"Layer {Layers.Count + 1}" : name;
        }

        private static bool Hidden(XElement element) => element.Attribute("visibility")?.Value == "hidden";

        private double Opacity(XElement element) => Math.Clamp(element.Attribute("opacity") is null ? 1 : Number(element, "opacity"), 0, 1);

        private double Number(XElement element, string name)
        {
            var text = element.Attribute(name)?.Value;
            if (text is null)
            {
                return 0;
            }

            var good = double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && Math.Abs(value) <= 1e6;
            return good ? value : throw new FilmException(Place(element), $"has '{text}' for {name}", "use finite numbers");
        }

        private string Place(XElement element)
        {
            var line = ((IXmlLineInfo)element).LineNumber;
            return $"{file}, stack.xml, line {line}, <{element.Name.LocalName}> '{element.Attribute("name")?.Value}'";
        }
    }
}
