using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Layers;

/// <summary>XML from a stranger. Nothing outside the file is ever read, and depth and number of nodes are bounded while reading, before a tree is built.</summary>
internal static class BoundedXml
{
    private const int MaxBytes = 32 * 1024 * 1024;
    private const int MaxNodes = 400_000;
    private const int MaxDepth = 128;

    /// <param name="dtd">Whether a document type may stand there and is ignored, or not.</param>
    /// <returns>The root element.</returns>
    /// <exception cref="FilmException">It is too large, too deep, or not well formed.</exception>
    public static XElement Load(byte[] bytes, string file, DtdProcessing dtd)
    {
        FilmException.ThrowIf(bytes.Length > MaxBytes, file, $"is {bytes.Length / 1024 / 1024} MB", $"keep it under {MaxBytes / 1024 / 1024} MB");
        try
        {
            Count(bytes, file, dtd);
            using var reader = Reader(bytes, dtd);
            return XDocument.Load(reader, LoadOptions.SetLineInfo).Root ?? throw new FilmException(file, "is empty", "export it again");
        }
        catch (XmlException problem)
        {
            throw new FilmException($"{file}, line {problem.LineNumber}", "is not well formed or holds entities", "export it again", problem);
        }
    }

    private static void Count(byte[] bytes, string file, DtdProcessing dtd)
    {
        using var reader = Reader(bytes, dtd);
        var nodes = 0;
        while (reader.Read())
        {
            nodes += 1 + reader.AttributeCount;
            FilmException.ThrowIf(nodes > MaxNodes, file, $"has more than {MaxNodes} nodes", "simplify the drawing or split it into several files");
            FilmException.ThrowIf(reader.Depth > MaxDepth, file, $"nests deeper than {MaxDepth} elements", "flatten some groups");
        }
    }

    private static XmlReader Reader(byte[] bytes, DtdProcessing dtd) => XmlReader.Create(new MemoryStream(bytes), new XmlReaderSettings
    {
        DtdProcessing = dtd,
        XmlResolver = null,
        MaxCharactersInDocument = MaxBytes,
        MaxCharactersFromEntities = 1024,
    });
}
