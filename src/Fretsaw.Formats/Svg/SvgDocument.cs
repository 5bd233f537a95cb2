using System.Text;
using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Layers;

namespace Fretsaw.Formats.Svg;

/// <summary>Bytes → element tree, or a refusal. No entity is expanded.</summary>
internal static class SvgDocument
{
    public static XElement Load(byte[] bytes, string file)
    {
        FilmException.ThrowIf(HasEntities(bytes), file, "declares entities", "export it as plain SVG without a document type");

        // Ignore and not Prohibit: many programs write a harmless DOCTYPE line. Entities were refused above.
        var root = BoundedXml.Load(bytes, file, DtdProcessing.Ignore);
        FilmException.ThrowIf(root.Name.LocalName != "svg", file, "is not an SVG drawing", "import a file whose root element is <svg>");
        return root;
    }

    /// <summary>Looks for the letters in one- and two-byte encodings alike.</summary>
    private static bool HasEntities(byte[] bytes)
    {
        ReadOnlySpan<byte> text = bytes;
        return text.IndexOf("<!ENTITY"u8) >= 0
            || text.IndexOf(Encoding.Unicode.GetBytes("<!ENTITY")) >= 0
            || text.IndexOf(Encoding.BigEndianUnicode.GetBytes("<!ENTITY")) >= 0;
    }
}
