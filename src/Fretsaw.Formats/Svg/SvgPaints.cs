using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Fill and stroke values → paints; gradients with their inheritance by href (SVG 2 §14).</summary>
internal sealed class SvgPaints(IReadOnlyDictionary<string, XElement> byId, SvgSheet sheet, Action<XElement, string> note)
{
    private const int MaxHrefs = 16;

    /// <summary>Over the whole file, counted with every shape that a gradient paints.</summary>
    private const int MaxStops = 200_000;

    private int stopCount;

    /// <param name="box">Of the painted path, for gradients in its units.</param>
    /// <param name="view">Of the viewport, for percentages.</param>
    /// <returns>Null when nothing is painted.</returns>
    public Paint? Of(XElement element, string value, SvgStyle style, double opacity, Box box, Box view)
    {
        if (value is "none" or "transparent")
        {
            return null;
        }

        if (value.StartsWith("url(", StringComparison.OrdinalIgnoreCase))
        {
            return Server(element, value, style, opacity, box, view);
        }

        var text = value.Equals("currentColor", StringComparison.OrdinalIgnoreCase) ? style.Colour : value;
        if (SvgColours.Parse(text) is { } colour)
        {
            return new Paint { Colour = colour.WithAlpha(opacity) };
        }

        note(element, $"the paint '{value}' is not understood and is painted black");
        return new Paint { Colour = Colour.Black.WithAlpha(opacity) };
    }

    private Paint? Server(XElement element, string value, SvgStyle style, double opacity, Box box, Box view)
    {
        var close = value.IndexOf(')');
        var id = value[4..(close < 0 ? value.Length : close)].Trim(' ', '\'', '"').TrimStart('#');
        var fallback = close < 0 ? "" : value[(close + 1)..].Trim();
        if (byId.TryGetValue(id, out var server) && server.Name.LocalName is "linearGradient" or "radialGradient")
        {
            return Gradient(server!, opacity, box, view) is { } gradient ? gradient : fallback.Length == 0 ? null : Of(element, fallback, style, opacity, box, view);
        }

        note(element, server is null ? $"the paint '#{id}' is not in the file" : $"<{server.Name.LocalName}> as a paint is not supported");
        return fallback.Length == 0 ? null : Of(element, fallback, style, opacity, box, view);
    }

    /// <returns>Null where SVG 2 §14.2 paints nothing: without stops, or in the box of a straight line.</returns>
    private Paint? Gradient(XElement server, double opacity, Box box, Box view)
    {
        var chain = Chain(server);
        var holder = chain.FirstOrDefault(element => element.Elements().Any(child => child.Name.LocalName == "stop"));
        var stops = holder is null ? [] : Stops(holder, opacity);
        if (stops.IsEmpty)
        {
            return null;
        }

        var inBox = Attribute(chain, "gradientUnits") != "userSpaceOnUse";
        if (inBox && (box.Width == 0 || box.Height == 0))
        {
            return null;
        }

        var own = SvgNumbers.Transform(Attribute(chain, "gradientTransform"));
        if (own is null)
        {
            note(server, "its gradientTransform is not understood and is left out");
        }

        var matrix = (inBox ? new Affine(box.Width, 0, 0, box.Height, box.X, box.Y) : Affine.Identity) * (own ?? Affine.Identity);
        var linear = server.Name.LocalName == "linearGradient";
        var (w, h) = inBox ? (1.0, 1.0) : (view.Width, view.Height);
        var r = linear ? 0 : Math.Max(0, Number(chain, "r", inBox ? 1 : SvgShapes.Diagonal(view), 0.5 * (inBox ? 1 : SvgShapes.Diagonal(view))));
        if (!linear && r == 0)
        {
            return new Paint { Colour = stops[^1].Colour };
        }

        // The stops lie between the focal circle and the outer one; about one middle that is the outer one alone, its stops moved.
        var inner = linear ? 0 : Math.Clamp(Number(chain, "fr", inBox ? 1 : SvgShapes.Diagonal(view), 0) / r, 0, 1);
        stops = inner > 0 ? [.. stops.Select(stop => stop with { Offset = inner + ((1 - inner) * stop.Offset) })] : stops;
        var (cx, cy) = (Number(chain, "cx", w, 0.5 * w), Number(chain, "cy", h, 0.5 * h));
        return new Paint
        {
            Gradient = new Gradient
            {
                Kind = linear ? GradientKind.Linear : GradientKind.Radial,
                X1 = linear ? Number(chain, "x1", w, 0) : Number(chain, "fx", w, cx),
                Y1 = linear ? Number(chain, "y1", h, 0) : Number(chain, "fy", h, cy),
                X2 = linear ? Number(chain, "x2", w, w) : cx,
                Y2 = linear ? Number(chain, "y2", h, 0) : cy,
                R = r,
                Spread = Attribute(chain, "spreadMethod") switch { "reflect" => Spread.Reflect, "repeat" => Spread.Repeat, _ => Spread.Pad },
                Matrix = matrix,
                Stops = stops,
            },
        };
    }

    private List<XElement> Chain(XElement server)
    {
        var chain = new List<XElement>();
        for (var at = server; at is not null && chain.Count < MaxHrefs && !chain.Contains(at);)
        {
            chain.Add(at);
            var href = SvgWalker.Href(at);
            at = href is not null && byId.TryGetValue(href, out var next) ? next : null;
        }

        return chain;
    }

    private ImmutableArray<GradientStop> Stops(XElement holder, double opacity)
    {
        var stops = ImmutableArray.CreateBuilder<GradientStop>();
        var last = 0.0;
        foreach (var stop in holder.Elements().Where(child => child.Name.LocalName == "stop"))
        {
            var rules = sheet.Of(stop).ToLookup(rule => rule.Name, rule => rule.Value);
            var text = rules["stop-color"].LastOrDefault() ?? "black";
            if (text.Equals("currentColor", StringComparison.OrdinalIgnoreCase))
            {
                text = stop.AncestorsAndSelf().SelectMany(at => sheet.Of(at).Where(rule => rule.Name == "color").TakeLast(1)).Select(rule => rule.Value).FirstOrDefault() ?? "black";
            }

            var alpha = SvgNumbers.Length(rules["stop-opacity"].LastOrDefault(), 1) ?? 1;
            last = Math.Clamp(SvgNumbers.Length(stop.Attribute("offset")?.Value, 1) ?? 0, last, 1);
            var colour = SvgColours.Parse(text);
            if (colour is null)
            {
                note(stop, $"the colour '{text}' is not understood and is painted black");
            }

            stops.Add(new GradientStop(last, (colour ?? Colour.Black).WithAlpha(alpha * opacity)));
        }

        stopCount += stops.Count;
        FilmException.ThrowIf(stopCount > MaxStops, "the drawing", $"paints with more than {MaxStops} stops of gradients", "simplify its gradients");
        return stops.ToImmutable();
    }

    private static string? Attribute(List<XElement> chain, string name) =>
        chain.Select(element => element.Attribute(name)?.Value).FirstOrDefault(value => value is not null);

    private static double Number(List<XElement> chain, string name, double percentOf, double otherwise) =>
        SvgNumbers.Length(Attribute(chain, name), percentOf) ?? otherwise;
}
