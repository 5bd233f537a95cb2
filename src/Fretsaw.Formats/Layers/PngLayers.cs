using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Png;

namespace Fretsaw.Formats.Layers;

/// <summary>
/// A folder or zip of PNG pictures, one a layer, all of the same canvas: the first by name is the farthest. Each is
/// trimmed to its opaque area and keeps its place.
/// </summary>
public static class PngLayers
{
    /// <exception cref="FilmException">There is no picture among the files, or none that can be read.</exception>
    public static LayeredArt Read(IReadOnlyList<(string Name, byte[] Bytes)> files, string source, string idPrefix, Action<double>? progress = null, CancellationToken cancel = default)
    {
        var pictures = files.Where(entry => PngFile.LooksLikePng(entry.Bytes)).OrderBy(entry => entry.Name, Natural.Order).ToList();
        FilmException.ThrowIf(pictures.Count == 0, source, "holds no PNG picture", "put one PNG a layer into it");
        var notes = files.Where(entry => !PngFile.LooksLikePng(entry.Bytes)).Select(entry => new ArtNote(entry.Name, ArtFate.LeftOut, "is no PNG picture and was left out")).ToList();
        notes.AddRange(OtherSizes(pictures));
        var layers = ImmutableArray.CreateBuilder<ArtLayer>();
        var assets = new Dictionary<string, byte[]>(StringComparer.Ordinal);
        var read = TrimmedPng.ReadAll([.. pictures.Select(entry => new LayerPng(entry.Bytes, entry.Name, 0, 0))], idPrefix, progress, cancel);
        for (var i = 0; i < read.Length; i++)
        {
            var name = pictures[i].Name;
            if (read[i] is not { } trimmed)
            {
                notes.Add(new ArtNote(name, ArtFate.LeftOut, "is wholly clear and was left out"));
                continue;
            }

            assets[trimmed.Drawing.Raster!.Asset] = trimmed.Bytes;
            layers.Add(new ArtLayer(Path.GetFileNameWithoutExtension(name), -1, trimmed.Drawing, false, 1));
        }

        FilmException.ThrowIf(layers.Count == 0, source, "holds only clear pictures", "export the layers that hold the art");
        return new LayeredArt(layers.ToImmutable(), assets, new ArtReport([.. layers.Select(layer => layer.Name)], 0, layers.Count, notes));
    }

    /// <summary>Layers lie on each other by their upper left corners; one of another size was perhaps meant to lie elsewhere.</summary>
    private static IEnumerable<ArtNote> OtherSizes(List<(string Name, byte[] Bytes)> pictures)
    {
        var sizes = pictures.Select(picture => PngFile.SizeOf(picture.Bytes, picture.Name)).ToList();
        var usual = sizes.GroupBy(size => size).MaxBy(group => group.Count())!.Key;
        return pictures.Zip(sizes).Where(pair => pair.Second != usual).Select(pair => new ArtNote(
            pair.First.Name, ArtFate.Changed,
            $"is {pair.Second.Width} × {pair.Second.Height} px where the others are {usual.Width} × {usual.Height}; it lies at their upper left corner"));
    }
}

/// <summary>Names by their words and numbers, so that "arm 10" comes after "arm 9".</summary>
internal static class Natural
{
    public static readonly IComparer<string> Order = Comparer<string>.Create((a, b) =>
    {
        var (i, j) = (0, 0);
        while (i < a.Length && j < b.Length)
        {
            var (one, other) = (Piece(a, ref i), Piece(b, ref j));
            var by = char.IsAsciiDigit(one[0]) && char.IsAsciiDigit(other[0])
                ? one.TrimStart('0').Length != other.TrimStart('0').Length ? one.TrimStart('0').Length - other.TrimStart('0').Length : string.CompareOrdinal(one.TrimStart('0'), other.TrimStart('0'))
                : string.Compare(one, other, StringComparison.OrdinalIgnoreCase);
            if (by != 0)
            {
                return by;
            }
        }

        return (a.Length - i) - (b.Length - j) is not 0 and var left ? left : string.CompareOrdinal(a, b);
    });

    private static string Piece(string text, ref int at)
    {
        var (from, digits) = (at, char.IsAsciiDigit(text[at]));
        while (at < text.Length && char.IsAsciiDigit(text[at]) == digits)
        {
            at++;
        }

        return text[from..at];
    }
}
