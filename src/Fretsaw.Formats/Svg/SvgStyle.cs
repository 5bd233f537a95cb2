using System.Xml.Linq;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Svg;

/// <summary>The presentation properties in force at an element: inherited, then attributes, then class rules, then the style attribute (CSS Cascade 4 §6).</summary>
internal sealed record SvgStyle
{
    public static readonly SvgStyle Initial = new();

    public string Fill { get; private init; } = "black";

    public string Stroke { get; private init; } = "none";

    public string Colour { get; private init; } = "black";

    public double FillOpacity { get; private init; } = 1;

    public double StrokeOpacity { get; private init; } = 1;

    public double StrokeWidth { get; private init; } = 1;

    public FillRule FillRule { get; private init; }

    public LineCap Cap { get; private init; }

    public LineJoin Join { get; private init; }

    public double MiterLimit { get; private init; } = 4;

    public string Dashes { get; private init; } = "none";

    public bool Visible { get; private init; } = true;

    /// <summary>Not inherited: 1 unless the element itself says otherwise.</summary>
    public double Opacity { get; private init; } = 1;

    public bool Displayed { get; private init; } = true;

    /// <summary>Properties with an effect that is not supported: clip-path, mask, filter, mix-blend-mode.</summary>
    public IReadOnlyList<string> Unsupported { get; private init; } = [];

    /// <summary>As if shown: what a hidden group holds comes in, with the part hidden.</summary>
    public SvgStyle Shown() => this with { Displayed = true, Visible = true };

    public SvgStyle Of(XElement element, SvgSheet sheet)
    {
        var style = this with { Opacity = 1, Unsupported = [] };
        style = element.Attributes()
            .Where(attribute => attribute.Name.NamespaceName.Length == 0)
            .Aggregate(style, (current, attribute) => current.With(attribute.Name.LocalName, attribute.Value));
        style = sheet.For(element).Aggregate(style, (current, rule) => current.With(rule.Name, rule.Value));
        return SvgSheet.Declarations(element.Attribute("style")?.Value ?? "").Aggregate(style, (current, rule) => current.With(rule.Name, rule.Value));
    }

    private SvgStyle With(string name, string value)
    {
        value = value.Trim();
        if (value is "inherit" or "")
        {
            return this;
        }

        return name switch
        {
            "fill" => this with { Fill = value },
            "stroke" => this with { Stroke = value },
            "color" => this with { Colour = value },
            "fill-opacity" => this with { FillOpacity = SvgNumbers.Length(value, 1) ?? FillOpacity },
            "stroke-opacity" => this with { StrokeOpacity = SvgNumbers.Length(value, 1) ?? StrokeOpacity },
            "stroke-width" => this with { StrokeWidth = Math.Max(0, SvgNumbers.Length(value) ?? StrokeWidth) },
            "fill-rule" => this with { FillRule = value == "evenodd" ? FillRule.EvenOdd : FillRule.NonZero },
            "stroke-linecap" => this with { Cap = value switch { "round" => LineCap.Round, "square" => LineCap.Square, _ => LineCap.Butt } },
            "stroke-linejoin" => this with { Join = value switch { "round" => LineJoin.Round, "bevel" => LineJoin.Bevel, _ => LineJoin.Miter } },
            "stroke-miterlimit" => this with { MiterLimit = Math.Clamp(SvgNumbers.Length(value) ?? MiterLimit, 1, 1000) },
            "stroke-dasharray" => this with { Dashes = value },
            "visibility" => this with { Visible = value == "visible" },
            "opacity" => this with { Opacity = Math.Clamp(SvgNumbers.Length(value, 1) ?? 1, 0, 1) },
            "display" => this with { Displayed = Displayed && value != "none" },
            "clip-path" or "mask" or "filter" when value != "none" => this with { Unsupported = [.. Unsupported, name] },
            "mix-blend-mode" when value != "normal" => this with { Unsupported = [.. Unsupported, name] },
            _ => this,
        };
    }
}

/// <summary>The rules of &lt;style&gt; elements with simple selectors: an element name, a class or an id.</summary>
internal sealed class SvgSheet
{
    private readonly Dictionary<string, List<(string Name, string Value)>> rules = new(StringComparer.Ordinal);

    public SvgSheet(XElement root, Action<XElement, string> note)
    {
        foreach (var element in root.Descendants().Where(element => element.Name.LocalName == "style"))
        {
            foreach (var block in element.Value.Split('}', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
            {
                Read(element, block, note);
            }
        }
    }

    public IEnumerable<(string Name, string Value)> For(XElement element)
    {
        if (rules.Count == 0)
        {
            return [];
        }

        var classes = (element.Attribute("class")?.Value ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(name => "." + name);
        return classes.Prepend(element.Name.LocalName).Append("#" + element.Attribute("id")?.Value)
            .SelectMany(selector => rules.GetValueOrDefault(selector) ?? []);
    }

    public static IEnumerable<(string Name, string Value)> Declarations(string text)
    {
        foreach (var declaration in text.Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            var colon = declaration.IndexOf(':');
            if (colon > 0)
            {
                yield return (declaration[..colon].Trim().ToLowerInvariant(), declaration[(colon + 1)..].Replace("!important", "", StringComparison.Ordinal).Trim());
            }
        }
    }

    private void Read(XElement element, string block, Action<XElement, string> note)
    {
        var brace = block.IndexOf('{');
        foreach (var selector in brace < 0 ? [] : block[..brace].Split(',', StringSplitOptions.TrimEntries))
        {
            if (selector.Length == 0 || selector.TrimStart('.', '#').Any(c => !(char.IsLetterOrDigit(c) || c is '-' or '_')))
            {
                note(element, $"the style rule '{selector}' is left out: only element, class and id selectors are read");
                continue;
            }

            if (!rules.TryGetValue(selector, out var list))
            {
                rules[selector] = list = [];
            }

            list.AddRange(Declarations(block[(brace + 1)..]));
        }
    }
}
