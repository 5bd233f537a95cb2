using System.Collections.Immutable;
using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>A part that is no vector art, as a PNG.</summary>
/// <param name="ToPuppet">The picture's pixels → puppet pixels.</param>
public sealed record SvgPicture(byte[] Png, int Width, int Height, Affine ToPuppet);

/// <summary>A group of the file: a part, or a drawing that can show in its place.</summary>
/// <param name="Id">Of the group, within the file.</param>
/// <param name="RidesOn">The id of the group of what carries it.</param>
/// <param name="Shapes">In puppet pixels; empty with a picture, or for a part without art.</param>
public sealed record SvgLayer(string Name, string Id, string? RidesOn, double Opacity, bool Hidden, IReadOnlyList<Shape> Shapes, SvgPicture? Picture = null);

/// <summary>
/// A puppet as layered SVG 1.1: a group a part, in painting order, with the part's name as its title; a hidden part is there and
/// not displayed, and one without art is an empty group. Groups cannot be in one another, because what rides on a part may lie
/// before it and behind it; which part each rides on stands in data-rides-on, by the id of that one's group. Lengths are the
/// puppet's own pixels, so that what comes back lies where it lay. Mattes belong to the rig and are left out, so that the art is whole.
/// </summary>
public static class SvgWriter
{
    /// <summary>The attribute that names the group of the part that a part rides on.</summary>
    internal const string RidesOn = "data-rides-on";

    /// <summary>The attribute of the root that says at which frame the puppet was posed so; rest art does not have it.</summary>
    internal const string Posed = "data-posed";

    /// <summary>The attribute of the root that says where the page's corner lies in puppet pixels, where that is not at nought.</summary>
    internal const string Origin = "data-origin";

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <param name="name">The puppet's.</param>
    /// <param name="posed">"frame 24" for a posed puppet, null for one at rest.</param>
    public static void Write(Stream stream, string name, IReadOnlyList<SvgLayer> layers, string? posed = null)
    {
        var (paints, box) = (new SvgPaintWriter(Svg), new Box(0, 0, 1, 1));
        foreach (var layer in layers)
        {
            box = layer.Picture is { } image ? box.With(image.ToPuppet.Map(new Box(0, 0, image.Width, image.Height))) : layer.Shapes.Aggregate(box, (all, shape) => all.With(BoxOf(shape)));
        }

        // Before the root is put together, because gradients are collected on the way.
        var groups = layers.Select(layer => Group(layer, layer.Picture is { } image ? [Image(image)] : layer.Shapes.Select(shape => Path(shape, paints)))).ToList();
        var root = new XElement(
            Svg + "svg",
            new XAttribute("version", "1.1"), new XAttribute("width", Number(Math.Ceiling(box.Width))), new XAttribute("height", Number(Math.Ceiling(box.Height))),
            new XAttribute("viewBox", string.Join(' ', new[] { box.X, box.Y, Math.Ceiling(box.Width), Math.Ceiling(box.Height) }.Select(Number))),
            posed is null ? null : new XAttribute(Posed, posed),
            box is { X: 0, Y: 0 } ? null : new XAttribute(Origin, $"{Number(box.X)} {Number(box.Y)}"),
            new XElement(Svg + "title", name),
            new XElement(Svg + "defs", paints.Gradients),
            groups);
        using var xml = XmlWriter.Create(stream, new XmlWriterSettings { Indent = true, CloseOutput = false });
        root.Save(xml);
    }

    private static XElement Group(SvgLayer layer, IEnumerable<XElement> art) => new(
        Svg + "g",
        new XAttribute("id", layer.Id),
        layer.RidesOn is { } carrier ? new XAttribute(RidesOn, carrier) : null,
        layer.Opacity < 1 ? new XAttribute("opacity", Number(layer.Opacity)) : null,
        layer.Hidden ? new XAttribute("display", "none") : null,
        new XElement(Svg + "title", layer.Name),
        art);

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
