using System.Text;
using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// Bytes → element tree, or a refusal. Nothing outside the file is ever read, no entity is expanded, and size, depth
/// and number of nodes are bounded while reading, before a tree is built.
/// </summary>
internal static class SvgDocument
{
    public const int MaxBytes = 32 * 1024 * 1024;
    private const int MaxNodes = 400_000;
    private const int MaxDepth = 128;

    public static XElement Load(byte[] bytes, string file)
    {
        FilmException.ThrowIf(bytes.Length > MaxBytes, file, $"is {bytes.Length / 1024 / 1024} MB", $"keep drawings under {MaxBytes / 1024 / 1024} MB");
        FilmException.ThrowIf(HasEntities(bytes), file, "declares entities", "export it as plain SVG without a document type");
        try
        {
            Count(bytes, file);
            using var reader = Reader(bytes);
            var root = XDocument.Load(reader, LoadOptions.SetLineInfo).Root;
            FilmException.ThrowIf(root is null || root.Name.LocalName != "svg", file, "is not an SVG drawing", "choose a file whose root element is <svg>");
            return root!;
        }
        catch (XmlException problem)
        {
            throw new FilmException($"{file}, line {problem.LineNumber}", "is not well-formed XML", "export it again", problem);
        }
    }

    private static void Count(byte[] bytes, string file)
    {
        using var reader = Reader(bytes);
        var nodes = 0;
        while (reader.Read())
        {
            nodes += 1 + reader.AttributeCount;
            FilmException.ThrowIf(nodes > MaxNodes, file, $"has more than {MaxNodes} nodes", "simplify the drawing or split it into several files");
            FilmException.ThrowIf(reader.Depth > MaxDepth, file, $"nests deeper than {MaxDepth} elements", "flatten some groups");
        }
    }

    private static XmlReader Reader(byte[] bytes) => XmlReader.Create(new MemoryStream(bytes), new XmlReaderSettings
    {
        // Ignore and not Prohibit: many programs write a harmless DOCTYPE line. Entities were refused above.
        DtdProcessing = DtdProcessing.Ignore,
        XmlResolver = null,
        MaxCharactersInDocument = MaxBytes,
        MaxCharactersFromEntities = 1024,
    });

    /// <summary>Looks for the letters in one- and two-byte encodings alike.</summary>
    private static bool HasEntities(byte[] bytes)
    {
        ReadOnlySpan<byte> text = bytes;
        return text.IndexOf("<!ENTITY"u8) >= 0
            || text.IndexOf(Encoding.Unicode.GetBytes("<!ENTITY")) >= 0
            || text.IndexOf(Encoding.BigEndianUnicode.GetBytes("<!ENTITY")) >= 0;
    }
}
