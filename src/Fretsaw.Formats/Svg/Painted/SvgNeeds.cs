using System.Xml.Linq;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>What of an element shapes cannot say, so that it has to be painted: filters, patterns, soft masks, blending, opacity of several.</summary>
/// <param name="overlap">Whether an element, with what it inherits, paints shapes over each other.</param>
internal sealed class SvgNeeds(IReadOnlyDictionary<string, XElement> byId, SvgSheet sheet, SvgClips clips, Func<XElement, SvgStyle, bool> overlap)
{
    /// <summary>By element and the paints that it inherits: a few that use each other are asked for millions of times.</summary>
    private readonly Dictionary<(XElement Element, string Fill, string Stroke, bool Inside), string?> known = [];

    /// <summary>In words, of an element alone.</summary>
    /// <returns>Null when shapes say it all.</returns>
    public string? Own(XElement element, SvgStyle style)
    {
        if (Filter(style) is not null)
        {
            return "a filter";
        }

        if (SvgShapes.IsShape(element.Name.LocalName) && (Pattern(style.Fill) ?? Pattern(style.Stroke)) is not null)
        {
            return "a pattern";
        }

        return SoftMask(style) is not null ? "a soft mask" : null;
    }

    /// <summary>The same of all that it paints.</summary>
    /// <param name="inside">The element stands in what becomes one part, so that it may blend with what lies under it.</param>
    public string? Anywhere(XElement element, SvgStyle inherited, bool inside = false)
    {
        var key = (element, inherited.Fill, inherited.Stroke, inside);
        if (!known.TryGetValue(key, out var need))
        {
            // What uses itself by a detour needs nothing more for it.
            known[key] = null;
            known[key] = need = Found(element, inherited, inside);
        }

        return need;
    }

    private string? Found(XElement element, SvgStyle inherited, bool inside)
    {
        var style = inherited.Of(element, sheet);
        if (!style.Displayed)
        {
            return null;
        }

        if (Own(element, style) is { } own)
        {
            return own;
        }

        if (inside && style.Own.GetValueOrDefault("mix-blend-mode", "normal") != "normal")
        {
            return "blending";
        }

        if (style.Opacity is > 0 and < 1 && !SvgShapes.IsShape(element.Name.LocalName) && overlap(element, inherited))
        {
            return "an opacity over shapes that lie over each other";
        }

        var held = element.Name.LocalName == "use"
            ? SvgWalker.Href(element) is { } id && byId.TryGetValue(id, out var target) ? [target] : []
            : element.Elements().Where(child => !SvgWalker.IsSilent(child));
        return held.Select(child => Anywhere(child, style, inside: true)).FirstOrDefault(need => need is not null);
    }

    /// <returns>Null without a filter, and for one with a primitive that is not known.</returns>
    public XElement? Filter(SvgStyle style) => Named(style.Own.GetValueOrDefault("filter"), "filter") is { } filter && SvgFilter.CanPaint(filter) ? filter : null;

    public XElement? Pattern(string paint) => paint.StartsWith("url(", StringComparison.OrdinalIgnoreCase) ? Named(paint, "pattern") : null;

    /// <returns>Null without a mask, and for one that cuts like a clip.</returns>
    public XElement? SoftMask(SvgStyle style) => Named(style.Own.GetValueOrDefault("mask"), "mask") is { } mask && clips.IsSoft(mask) ? mask : null;

    private XElement? Named(string? value, string kind)
    {
        return SvgLinks.Named(value ?? "") is { } id && byId.TryGetValue(id, out var found) && found.Name.LocalName == kind ? found : null;
    }
}
