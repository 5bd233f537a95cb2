using System.Xml.Linq;
using Fretsaw.Core.Films;
using static Fretsaw.Formats.Svg.SvgWriter;

namespace Fretsaw.Formats.Svg;

/// <summary>Paints as attributes; their gradients are gathered for the file's definitions.</summary>
internal sealed class SvgPaintWriter(XNamespace svg)
{
    public List<XElement> Gradients { get; } = [];

    /// <param name="property">fill or stroke.</param>
    public IEnumerable<XAttribute> Of(string property, Paint? paint)
    {
        if (paint is null)
        {
            return [new(property, "none")];
        }

        var colour = paint.Gradient is { } gradient ? $"url(#{Define(gradient)})" : Solid(paint.Colour);
        var opacity = new XAttribute($"{property}-opacity", Number(paint.Colour.A / 255.0));
        return paint.Colour.A == 255 ? [new(property, colour)] : [new(property, colour), opacity];
    }

    private string Define(Gradient gradient)
    {
        var id = $"gradient-{Gradients.Count + 1}";
        IEnumerable<XAttribute> where = gradient.Kind == GradientKind.Linear
            ? [new("x1", Number(gradient.X1)), new("y1", Number(gradient.Y1)), new("x2", Number(gradient.X2)), new("y2", Number(gradient.Y2))]
            : [new("fx", Number(gradient.X1)), new("fy", Number(gradient.Y1)), new("cx", Number(gradient.X2)), new("cy", Number(gradient.Y2)), new("r", Number(gradient.R))];
        Gradients.Add(new XElement(
            svg + (gradient.Kind == GradientKind.Linear ? "linearGradient" : "radialGradient"),
            new XAttribute("id", id), new XAttribute("gradientUnits", "userSpaceOnUse"), where,
            new XAttribute("gradientTransform", Matrix(gradient.Matrix)),
            new XAttribute("spreadMethod", gradient.Spread switch { Spread.Reflect => "reflect", Spread.Repeat => "repeat", _ => "pad" }),
            gradient.Stops.Select(stop => new XElement(
                svg + "stop",
                new XAttribute("offset", Number(stop.Offset)), new XAttribute("stop-color", Solid(stop.Colour)), new XAttribute("stop-opacity", Number(stop.Colour.A / 255.0))))));
        return id;
    }

    private static string Solid(Colour colour) => (colour with { A = 255 }).ToString();
}
