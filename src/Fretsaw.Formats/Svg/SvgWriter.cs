using System.Collections.Immutable;
using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;

namespace Fretsaw.Formats.Svg;

/// <summary>A part that is no vector art, as a PNG.</summary>
/// <param name="ToPuppet">The picture's pixels → posed puppet pixels.</param>
public sealed record SvgPicture(byte[] Png, int Width, int Height, Affine ToPuppet);

/// <summary>
/// A puppet at a frame as layered SVG 1.1: a group a part, in painting order, with the part's name as its title; a hidden
/// part is there and not displayed, and one without art is an empty group. Groups cannot be in one another, because what rides
/// on a part may lie before it and behind it; which part each rides on stands in data-rides-on, by the id of that one's group. Lengths are the puppet's own pixels, so that what comes back lies where it lay. Mattes
/// belong to the rig and are left out, so that the art is whole.
/// </summary>
public static class SvgWriter
{
    /// <summary>The attribute that names the group of the part that a part rides on.</summary>
    internal const string RidesOn = "data-rides-on";

    /// <summary>The attribute of the root that says at which frame the puppet was posed so; rest art does not have it.</summary>
    internal const string Posed = "data-posed";

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <param name="frame">The puppet alone on the bench, evaluated.</param>
    /// <param name="picture">Paints a part that is raster art; null when it shows nothing.</param>
    /// <param name="posed">"frame 24" for a posed puppet, null for one at rest.</param>
    public static void Write(Stream stream, Evaluator frame, Func<PartPlan, SvgPicture?> picture, string? posed = null)
    {
        var (writer, paints) = (new DrawListWriter(), new SvgPaintWriter(Svg));
        var (groups, box) = (new List<XElement>(), new Box(0, 0, 1, 1));
        var puppet = frame.Cast[0].Plan.Puppet;
        var plans = frame.Cast[0].Plan.Parts.ToDictionary(part => part.Part.Id, StringComparer.Ordinal);
        foreach (var own in puppet.Parts)
        {
            if (!plans.TryGetValue(own.Id, out var part))
            {
                groups.Add(Group(puppet, own, []));
                continue;
            }

            var shapes = PosedArt.Of(writer.WritePart(frame, frame.Cast[0], part), frame.Plan.Film.Drawings);
            var image = shapes is null ? picture(part) : null;
            if (shapes is null && image is null)
            {
                groups.Add(Group(puppet, own, []));
                continue;
            }

            box = image is null ? shapes!.Aggregate(box, (all, shape) => all.With(BoxOf(shape))) : box.With(image.ToPuppet.Map(new Box(0, 0, image.Width, image.Height)));
            groups.Add(Group(puppet, own, image is null ? shapes!.Select(shape => Path(shape, paints)) : [Image(image)]));
        }

        var root = new XElement(
            Svg + "svg",
            new XAttribute("version", "1.1"), new XAttribute("width", Number(Math.Ceiling(box.Width))), new XAttribute("height", Number(Math.Ceiling(box.Height))),
            new XAttribute("viewBox", string.Join(' ', new[] { box.X, box.Y, Math.Ceiling(box.Width), Math.Ceiling(box.Height) }.Select(Number))),
            posed is null ? null : new XAttribute(Posed, posed),
            new XElement(Svg + "title", frame.Cast[0].Use.Thing.Name),
            new XElement(Svg + "defs", paints.Gradients),
            groups);
        using var xml = XmlWriter.Create(stream, new XmlWriterSettings { Indent = true, CloseOutput = false });
        root.Save(xml);
    }

    private static XElement Group(Puppet puppet, Part part, IEnumerable<XElement> art) => new(
        Svg + "g",
        new XAttribute("id", IdOf(puppet, part)),
        puppet.Parts.FirstOrDefault(other => other.Id == part.RidesOn) is { } carrier ? new XAttribute(RidesOn, IdOf(puppet, carrier)) : null,
        part.Opacity < 1 ? new XAttribute("opacity", Number(part.Opacity)) : null,
        part.Hidden ? new XAttribute("display", "none") : null,
        new XElement(Svg + "title", part.Name),
        art);

    private static string IdOf(Puppet puppet, Part part) => $"part-{puppet.Parts.IndexOf(part) + 1}";

    private static XElement Path(Shape shape, SvgPaintWriter paints) => new(
        Svg + "path",
        new XAttribute("d", shape.Path),
        shape.Matrix == Affine.Identity ? null : new XAttribute("transform", Matrix(shape.Matrix)),
        shape.Rule == FillRule.EvenOdd ? new XAttribute("fill-rule", "evenodd") : null,
        shape.Opacity < 1 ? new XAttribute("opacity", Number(shape.Opacity)) : null,
        paints.Of("fill", shape.Fill),
        shape.Stroke is { } stroke ? Ink(stroke, paints) : null);

    private static IEnumerable<XAttribute> Ink(Stroke stroke, SvgPaintWriter paints) =>
    [
        .. paints.Of("stroke", stroke.Paint),
        new("stroke-width", Number(stroke.Width)),
        new("stroke-linecap", stroke.Cap switch { LineCap.Round => "round", LineCap.Square => "square", _ => "butt" }),
        new("stroke-linejoin", stroke.Join switch { LineJoin.Round => "round", LineJoin.Bevel => "bevel", _ => "miter" }),
        new("stroke-miterlimit", Number(stroke.MiterLimit)),
        .. stroke.Dashes.IsEmpty ? ImmutableArray<XAttribute>.Empty : [new("stroke-dasharray", string.Join(' ', stroke.Dashes.Select(Number))), new("stroke-dashoffset", Number(stroke.DashOffset))],
    ];

    private static XElement Image(SvgPicture picture) => new(
        Svg + "image",
        new XAttribute("width", picture.Width), new XAttribute("height", picture.Height),
        new XAttribute("transform", Matrix(picture.ToPuppet)),
        new XAttribute("href", "data:image/png;base64," + Convert.ToBase64String(picture.Png)));

    private static Box BoxOf(Shape shape)
    {
        var points = PathParser.Parse(shape.Path, out _).Points;
        if (points.Count == 0)
        {
            return default;
        }

        var ink = shape.Stroke is { } stroke ? stroke.Width / 2 : 0;
        return shape.Matrix.Map(Box.Around(
            points.Min(point => point.X) - ink, points.Min(point => point.Y) - ink, points.Max(point => point.X) + ink, points.Max(point => point.Y) + ink));
    }

    internal static string Matrix(in Affine m) => $"matrix({string.Join(' ', new[] { m.A, m.B, m.C, m.D, m.E, m.F }.Select(Number))})";

    internal static string Number(double value) => (Math.Round(value, 5) + 0.0).ToString("0.#####", CultureInfo.InvariantCulture);
}
