using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Svg;

/// <summary>The properties in force at an element: inherited ones, and those of the element alone.</summary>
internal sealed record SvgStyle
{
    public static readonly SvgStyle Initial = new();

    private static readonly ImmutableDictionary<string, string> NothingOwn = ImmutableDictionary.Create<string, string>(StringComparer.Ordinal);

    private static readonly FrozenSet<string> OwnNames = FrozenSet.Create(
        StringComparer.Ordinal,
        "x", "y", "width", "height", "cx", "cy", "r", "rx", "ry", "transform", "transform-origin", "transform-box", "vector-effect",
        "clip-path", "mask", "mask-type", "filter", "mix-blend-mode", "overflow");

    public string Fill { get; private init; } = "black";

    public string Stroke { get; private init; } = "none";

    public string Colour { get; private init; } = "black";

    public double FillOpacity { get; private init; } = 1;

    public double StrokeOpacity { get; private init; } = 1;

    /// <summary>As written: a percentage is of the viewport.</summary>
    public string StrokeWidth { get; private init; } = "1";

    public FillRule FillRule { get; private init; }

    public FillRule ClipRule { get; private init; }

    public LineCap Cap { get; private init; }

    public LineJoin Join { get; private init; }

    public double MiterLimit { get; private init; } = 4;

    public string Dashes { get; private init; } = "none";

    public string DashOffset { get; private init; } = "0";

    /// <summary>The stroke lies under the fill.</summary>
    public bool StrokeFirst { get; private init; }

    public string MarkerStart { get; private init; } = "none";

    public string MarkerMiddle { get; private init; } = "none";

    public string MarkerEnd { get; private init; } = "none";

    public bool HasMarkers => MarkerStart != "none" || MarkerMiddle != "none" || MarkerEnd != "none";

    /// <summary>px</summary>
    public double FontSize { get; private init; } = 16;

    public bool Bold { get; private init; }

    /// <summary>Where a text lies about its place: start, middle or end.</summary>
    public string Anchor { get; private init; } = "start";

    public bool Visible { get; private init; } = true;

    /// <summary>Not inherited: 1 unless the element itself says otherwise.</summary>
    public double Opacity { get; private init; } = 1;

    public bool Displayed { get; private init; } = true;

    /// <summary>What the element says for itself and nothing inherits: geometry, transform, clip-path and the like.</summary>
    public ImmutableDictionary<string, string> Own { get; private init; } = NothingOwn;

    /// <summary>Properties with an effect that is not supported: filter, mix-blend-mode.</summary>
    public IEnumerable<string> Unsupported =>
        from name in (string[])["filter", "mix-blend-mode"]
        where Own.GetValueOrDefault(name, "none") is not ("none" or "normal")
        select name;

    /// <summary>As if shown: what a hidden group holds comes in, with the part hidden.</summary>
    public SvgStyle Shown() => this with { Displayed = true, Visible = true };

    public SvgStyle Of(XElement element, SvgSheet sheet) =>
        sheet.Of(element).Aggregate(this with { Opacity = 1, Own = NothingOwn }, (style, one) => style.With(one.Name, one.Value.Trim(), this));

    private SvgStyle With(string name, string value, SvgStyle inherited)
    {
        // Only "inherit" and what stands in its place say anything here; other words are for the properties.
        if (value.Length == 0)
        {
            return this;
        }

        if (value is "inherit" or "initial" or "unset")
        {
            return value == "initial" ? Taken(name, Initial) : Taken(name, inherited);
        }

        return name switch
        {
            "fill" => this with { Fill = value },
            "stroke" => this with { Stroke = value },
            "color" => this with { Colour = value },
            "fill-opacity" => this with { FillOpacity = SvgNumbers.Length(value, 1) ?? FillOpacity },
            "stroke-opacity" => this with { StrokeOpacity = SvgNumbers.Length(value, 1) ?? StrokeOpacity },
            "stroke-width" => this with { StrokeWidth = SvgNumbers.Length(value, 1) is >= 0 ? value : StrokeWidth },
            "fill-rule" => this with { FillRule = RuleOf(value) },
            "clip-rule" => this with { ClipRule = RuleOf(value) },
            "stroke-linecap" => this with { Cap = value switch { "round" => LineCap.Round, "square" => LineCap.Square, _ => LineCap.Butt } },
            "stroke-linejoin" => this with { Join = value switch { "round" => LineJoin.Round, "bevel" => LineJoin.Bevel, _ => LineJoin.Miter } },
            "stroke-miterlimit" => this with { MiterLimit = Math.Clamp(SvgNumbers.Length(value) ?? MiterLimit, 1, 1000) },
            "stroke-dasharray" => this with { Dashes = value },
            "stroke-dashoffset" => this with { DashOffset = value },
            "paint-order" => this with { StrokeFirst = value.StartsWith("stroke", StringComparison.Ordinal) || value.StartsWith("markers stroke", StringComparison.Ordinal) },
            "marker" => this with { MarkerStart = value, MarkerMiddle = value, MarkerEnd = value },
            "marker-start" => this with { MarkerStart = value },
            "marker-mid" => this with { MarkerMiddle = value },
            "marker-end" => this with { MarkerEnd = value },
            "font-size" => this with { FontSize = SizeOf(value, inherited.FontSize) },
            "font-weight" => this with { Bold = value is "bold" or "bolder" || (SvgNumbers.Length(value) ?? 0) >= 600 },
            "text-anchor" => this with { Anchor = value },
            "visibility" => this with { Visible = value == "visible" },
            "opacity" => this with { Opacity = Math.Clamp(SvgNumbers.Length(value, 1) ?? Opacity, 0, 1) },
            "display" => this with { Displayed = value != "none" && inherited.Displayed },
            _ => OwnNames.Contains(name) ? this with { Own = Own.SetItem(name, value) } : this,
        };
    }

    /// <summary>A property as another style has it.</summary>
    private SvgStyle Taken(string name, SvgStyle from) => name switch
    {
        "fill" => this with { Fill = from.Fill },
        "stroke" => this with { Stroke = from.Stroke },
        "color" => this with { Colour = from.Colour },
        "fill-opacity" => this with { FillOpacity = from.FillOpacity },
        "stroke-opacity" => this with { StrokeOpacity = from.StrokeOpacity },
        "stroke-width" => this with { StrokeWidth = from.StrokeWidth },
        "fill-rule" => this with { FillRule = from.FillRule },
        "clip-rule" => this with { ClipRule = from.ClipRule },
        "stroke-linecap" => this with { Cap = from.Cap },
        "stroke-linejoin" => this with { Join = from.Join },
        "stroke-miterlimit" => this with { MiterLimit = from.MiterLimit },
        "stroke-dasharray" => this with { Dashes = from.Dashes },
        "stroke-dashoffset" => this with { DashOffset = from.DashOffset },
        "font-size" => this with { FontSize = from.FontSize },
        "font-weight" => this with { Bold = from.Bold },
        "text-anchor" => this with { Anchor = from.Anchor },
        "visibility" => this with { Visible = from.Visible },
        "opacity" => this with { Opacity = from.Opacity },
        _ => this,
    };

    /// <summary>An em is of the text round it.</summary>
    private static double SizeOf(string value, double inherited) =>
        value.EndsWith("em", StringComparison.Ordinal) && !value.EndsWith("rem", StringComparison.Ordinal) && SvgNumbers.Length(value[..^2]) is { } times
            ? times * inherited
            : SvgNumbers.Length(value, inherited) is >= 0 and var size ? size : inherited;

    private static FillRule RuleOf(string value) => value == "evenodd" ? FillRule.EvenOdd : FillRule.NonZero;
}
