using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Png;

namespace Fretsaw.Formats.Svg;

/// <summary>A piece of the file that becomes a part: its shapes, back to front, or its picture, and the piece it stands in.</summary>
internal sealed class SvgPiece(string name, SvgPiece? inside, double opacity, bool hidden)
{
    public string Name { get; } = name;

    public SvgPiece? Inside { get; } = inside;

    public double Opacity { get; } = opacity;

    public bool Hidden { get; } = hidden;

    public List<Shape> Shapes { get; } = [];

    public SvgImage? Picture { get; set; }

    /// <summary>A group inside this piece has been painted already, so further shapes belong over it.</summary>
    public bool HasChildren { get; set; }
}

/// <summary>
/// Walks the tree in painting order. Every group becomes a piece. A group's own shapes that come after a group inside
/// it lie over that group, so they become a piece of their own ("…, over") that rides on the group.
/// </summary>
internal sealed class SvgWalker
{
    private const int MaxShapes = 100_000;
    private const int MaxUses = 24;
    private const int MaxPieces = 5_000;

    /// <summary>Elements that are looked at: a few that use each other make millions.</summary>
    private const int MaxVisits = 400_000;
    private const int MaxNotes = 500;

    private static readonly HashSet<string> Silent = new(StringComparer.Ordinal)
    {
        "defs", "title", "desc", "metadata", "style", "symbol", "linearGradient", "radialGradient", "namedview", "clipPath", "mask", "filter", "marker", "pattern",
    };

    private readonly string file;
    private readonly Box view;
    private readonly Dictionary<string, XElement> byId = new(StringComparer.Ordinal);
    private readonly SvgSheet sheet;
    private readonly SvgPaints paints;
    private int shapes;
    private int visits;
    private int unnamed;
    private long picturePixels;

    public SvgWalker(XElement root, string file, Box view)
    {
        (this.file, this.view) = (file, view);
        foreach (var element in root.DescendantsAndSelf())
        {
            if (element.Attribute("id")?.Value is { } id)
            {
                byId.TryAdd(id, element);
            }
        }

        sheet = new SvgSheet(root, Changed);
        paints = new SvgPaints(byId, sheet, view, Changed);
    }

    public List<SvgPiece> Pieces { get; } = [];

    public List<ArtNote> Notes { get; } = [];

    public int Shapes => shapes;

    public static string? Href(XElement element)
    {
        var value = element.Attributes().FirstOrDefault(attribute => attribute.Name.LocalName == "href")?.Value.Trim();
        return value is { Length: > 1 } && value[0] == '#' ? value[1..] : null;
    }

    /// <summary>The file's groups as pieces; shapes outside any group become pieces between them.</summary>
    public void Walk(XElement root, Affine matrix)
    {
        var loose = default(SvgPiece);
        var style = SvgStyle.Initial.Of(root, sheet);
        foreach (var child in root.Elements())
        {
            if (child.Name.LocalName is "g" or "svg" or "a" or "switch")
            {
                loose = null;
                Group(child, style, matrix, null);
            }
            else if (child.Name.LocalName == "image")
            {
                loose = null;
                Image(child, style, matrix, null, false);
            }
            else if (SvgShapes.IsShape(child.Name.LocalName) || child.Name.LocalName == "use")
            {
                loose ??= Add(new SvgPiece(NameOf(child) ?? $"Part {++unnamed}", null, 1, false));
                Element(child, style, matrix, loose, 0);
            }
            else
            {
                Leave(child);
            }
        }
    }

    private void Group(XElement group, SvgStyle inherited, Affine matrix, SvgPiece? inside)
    {
        var style = inherited.Of(group, sheet);
        Unsupported(group, style);
        var hidden = !style.Displayed || !style.Visible || inside is { Hidden: true };
        var piece = Add(new SvgPiece(NameOf(group) ?? $"Part {++unnamed}", inside, style.Opacity, hidden));
        style = style.Shown();
        if (style.Opacity < 1 && group.Elements().Any(child => child.Name.LocalName == "g"))
        {
            Changed(group, "has an opacity and groups inside it; the opacity is applied to its own shapes only");
        }

        var into = piece;
        var at = matrix * Transform(group);
        foreach (var child in group.Elements())
        {
            if (child.Name.LocalName is "g" or "svg" or "a" or "switch")
            {
                Group(child, style, at, piece);
                piece.HasChildren = true;
            }
            else if (child.Name.LocalName == "image")
            {
                var opens = into == piece && !piece.HasChildren && piece.Picture is null && piece.Shapes.Count == 0;
                piece.HasChildren |= Image(child, style, at, piece, opens) is { } beside && beside != piece;
            }
            else if (SvgShapes.IsShape(child.Name.LocalName) || child.Name.LocalName == "use")
            {
                if (piece.HasChildren || into.Picture is not null)
                {
                    into = Add(new SvgPiece($"{piece.Name}, over", piece, style.Opacity, piece.Hidden));
                    piece.HasChildren = false;
                }

                Element(child, style, at, into, 0);
            }
            else
            {
                Leave(child);
            }
        }
    }

    /// <summary>An embedded picture is the art of the group it opens, or a piece of its own that rides on it.</summary>
    /// <returns>The piece that holds it; null when it was left out.</returns>
    private SvgPiece? Image(XElement element, SvgStyle inherited, Affine matrix, SvgPiece? inside, bool opens)
    {
        var style = inherited.Of(element, sheet);
        Unsupported(element, style);
        if (SvgImage.Of(element, file, view, matrix * Transform(element)) is not { } picture)
        {
            Note(element, ArtFate.LeftOut, "is no embedded PNG picture and was left out");
            return null;
        }

        shapes++;
        picturePixels += (long)picture.Width * picture.Height;
        FilmException.ThrowIf(picturePixels > PixelBudget.MostOfFile || shapes > MaxShapes, file, "carries too many or too large pictures", "bring them in as layers of an OpenRaster file");
        var hidden = !style.Displayed || !style.Visible || inside is { Hidden: true };
        var piece = opens && !hidden && style.Opacity == 1 ? inside! : Add(new SvgPiece(NameOf(element) ?? $"Part {++unnamed}", inside, style.Opacity, hidden));
        piece.Picture = picture;
        return piece;
    }

    private SvgPiece Add(SvgPiece piece)
    {
        FilmException.ThrowIf(Pieces.Count >= MaxPieces, file, $"has more than {MaxPieces} groups", "merge some");
        Pieces.Add(piece);
        return piece;
    }

    /// <summary>A shape, a use, or (inside a use) a group: shapes into one piece.</summary>
    private void Element(XElement element, SvgStyle inherited, Affine matrix, SvgPiece into, int uses)
    {
        FilmException.ThrowIf(++visits > MaxVisits, file, $"paints more than {MaxVisits} elements, by using some again and again", "simplify the drawing");
        var style = inherited.Of(element, sheet);
        if (!style.Displayed)
        {
            return;
        }

        Unsupported(element, style);
        var at = matrix * Transform(element);
        switch (element.Name.LocalName)
        {
            case "use":
                Use(element, style, at, into, uses);
                break;
            case "g" or "symbol" or "svg" or "a":
                foreach (var child in element.Elements().Where(child => !Silent.Contains(child.Name.LocalName)))
                {
                    Element(child, style, at, into, uses);
                }

                break;
            case var name when SvgShapes.IsShape(name):
                if (style.Visible)
                {
                    Shape(element, style, at, into);
                }

                break;
            default:
                Leave(element);
                break;
        }
    }

    private void Use(XElement use, SvgStyle style, Affine matrix, SvgPiece into, int uses)
    {
        FilmException.ThrowIf(uses >= MaxUses, $"{file}, {SvgPlace.Of(use)}", "uses itself by a detour, or is nested too deep", "break the chain of uses");
        if (Href(use) is not { } id || !byId.TryGetValue(id, out var target))
        {
            Note(use, ArtFate.LeftOut, "refers to nothing in the file and is left out");
            return;
        }

        var x = SvgNumbers.Length(use.Attribute("x")?.Value, view.Width) ?? 0;
        var y = SvgNumbers.Length(use.Attribute("y")?.Value, view.Height) ?? 0;
        if (target.Name.LocalName == "symbol" && target.Attribute("viewBox") is not null)
        {
            Changed(use, "uses a symbol with a viewBox; it is placed without the viewBox");
        }

        Element(target, style, matrix * Affine.Translate(x, y), into, uses + 1);
    }

    private void Shape(XElement element, SvgStyle style, Affine matrix, SvgPiece into)
    {
        FilmException.ThrowIf(++shapes > MaxShapes, file, $"paints more than {MaxShapes} shapes", "simplify the drawing");
        var path = SvgShapes.ToPath(element, view, Changed);
        if (path.IsEmpty)
        {
            return;
        }

        var box = SvgBoxes.Of(path);
        var fill = paints.Of(element, style.Fill, style, style.FillOpacity, box);
        var stroke = style.StrokeWidth > 0 ? paints.Of(element, style.Stroke, style, style.StrokeOpacity, box) : null;
        if ((fill is null && stroke is null) || style.Opacity == 0)
        {
            return;
        }

        into.Shapes.Add(new Shape
        {
            Path = path.ToString(),
            Matrix = matrix,
            Rule = style.FillRule,
            Fill = fill,
            Opacity = style.Opacity,
            Stroke = stroke is null ? null : new Stroke
            {
                Paint = stroke,
                Width = style.StrokeWidth,
                Cap = style.Cap,
                Join = style.Join,
                MiterLimit = style.MiterLimit,
                Dashes = Dashes(style.Dashes),
            },
        });
    }

    private static ImmutableArray<double> Dashes(string text)
    {
        var lengths = SvgNumbers.List(text.Replace("px", "", StringComparison.Ordinal));
        return lengths.Count == 0 || lengths.Sum() <= 0 || lengths.Any(length => length < 0)
            ? []
            : lengths.Count % 2 == 0 ? [.. lengths] : [.. lengths, .. lengths];
    }

    private Affine Transform(XElement element)
    {
        var transform = SvgNumbers.Transform(element.Attribute("transform")?.Value);
        if (transform is null)
        {
            Changed(element, "its transform is not understood and is left out");
        }

        return transform ?? Affine.Identity;
    }

    private void Unsupported(XElement element, SvgStyle style)
    {
        foreach (var property in style.Unsupported)
        {
            Changed(element, $"{property} is not supported; the element came in without it");
        }
    }

    private void Leave(XElement element)
    {
        var foreign = element.Name.NamespaceName.Length > 0 && !element.Name.NamespaceName.EndsWith("/svg", StringComparison.Ordinal);
        if (!foreign && !Silent.Contains(element.Name.LocalName))
        {
            Note(element, ArtFate.LeftOut, "is not supported and was left out");
        }
    }

    /// <summary>A title child, any label attribute, or the id.</summary>
    private static string? NameOf(XElement element)
    {
        var name = element.Elements().FirstOrDefault(child => child.Name.LocalName == "title")?.Value
            ?? element.Attributes().FirstOrDefault(attribute => attribute.Name.LocalName is "label" or "aria-label")?.Value
            ?? element.Attribute("id")?.Value;
        name = Names.Usable(name ?? "").Trim();
        return name.Length == 0 ? null : name;
    }

    private void Changed(XElement element, string what) => Note(element, ArtFate.Changed, what);

    /// <summary>More notes than anybody reads are not kept.</summary>
    private void Note(XElement element, ArtFate fate, string what)
    {
        if (Notes.Count < MaxNotes)
        {
            Notes.Add(new ArtNote(SvgPlace.Of(element), fate, what));
        }
    }
}
