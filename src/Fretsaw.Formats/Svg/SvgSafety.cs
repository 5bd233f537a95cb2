using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Svg;

/// <summary>Refuses what a drawing has no business to hold: scripts, event handlers, references out of the file, numbers that are none.</summary>
internal static class SvgSafety
{
    public static void Check(XElement root, string file)
    {
        foreach (var element in root.DescendantsAndSelf())
        {
            var name = element.Name.LocalName;
            Refuse(element, file, name is "script" or "handler", "holds a script", "remove it");
            Refuse(element, file, name is "foreignObject" or "iframe", "holds a foreign document", "remove it");
            foreach (var attribute in element.Attributes().Where(attribute => !attribute.IsNamespaceDeclaration))
            {
                Check(element, attribute, file);
            }

            if (name == "style")
            {
                Refuse(element, file, PointsOutside(element.Value) || element.Value.Contains("@import", StringComparison.OrdinalIgnoreCase), "refers to something outside the file", "embed it or remove the reference");
            }
        }
    }

    private static void Check(XElement element, XAttribute attribute, string file)
    {
        var (name, value) = (attribute.Name.LocalName, attribute.Value);
        Refuse(element, file, name.StartsWith("on", StringComparison.OrdinalIgnoreCase) && name.Length > 2, $"has the event handler '{name}'", "remove it");
        if (name == "href")
        {
            var target = value.Trim();
            var inside = target.StartsWith('#') || target.StartsWith("data:image/", StringComparison.OrdinalIgnoreCase);
            // A picture that was linked and not embedded is never fetched: it is left out, with a note.
            Refuse(element, file, !inside && target.Length > 0 && element.Name.LocalName != "image", "refers to something outside the file", "embed it or remove the reference");
        }

        Refuse(element, file, PointsOutside(value), "refers to something outside the file", "embed it or remove the reference");
        Refuse(element, file, NumericAttributes.Contains(name) && IsNoNumber(value), $"has '{Short(value)}' for {name}", "use finite numbers");
    }

    private static readonly HashSet<string> NumericAttributes = new(StringComparer.Ordinal)
    {
        "x", "y", "x1", "y1", "x2", "y2", "cx", "cy", "r", "rx", "ry", "fx", "fy", "width", "height", "d", "points",
        "transform", "gradientTransform", "viewBox", "offset", "opacity", "stroke-width", "fill-opacity", "stroke-opacity",
    };

    private static bool IsNoNumber(string value) =>
        value.Contains("nan", StringComparison.OrdinalIgnoreCase) || value.Contains("inf", StringComparison.OrdinalIgnoreCase);

    /// <summary>url(…) of anything but a fragment of this file.</summary>
    private static bool PointsOutside(string value)
    {
        var at = value.IndexOf("url(", StringComparison.OrdinalIgnoreCase);
        while (at >= 0)
        {
            var target = value[(at + 4)..].TrimStart(' ', '\'', '"');
            if (!target.StartsWith('#') && !target.StartsWith("data:image/", StringComparison.OrdinalIgnoreCase))
            {
                return true;
            }

            at = value.IndexOf("url(", at + 4, StringComparison.OrdinalIgnoreCase);
        }

        return false;
    }

    private static string Short(string value) => value.Length > 40 ? value[..40] + "…" : value;

    private static void Refuse(XElement element, string file, bool when, string what, string remedy) =>
        FilmException.ThrowIf(when, $"{file}, {SvgPlace.Of(element)}", what, remedy);
}

/// <summary>Says where in the file an element stands.</summary>
internal static class SvgPlace
{
    public static string Of(XElement element)
    {
        var line = ((IXmlLineInfo)element).HasLineInfo() ? $"line {((IXmlLineInfo)element).LineNumber}, " : "";
        var id = element.Attribute("id")?.Value;
        return id is null ? $"{line}<{element.Name.LocalName}>" : $"{line}<{element.Name.LocalName}> '{id}'";
    }
}
