using System.Text.RegularExpressions;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Svg.Painted;

namespace Fretsaw.Formats.Svg;

/// <summary>A piece of the file that becomes a part: its shapes, back to front, or its picture, and the piece it stands in.</summary>
internal sealed class SvgPiece(string name, SvgPiece? inside, double opacity, bool hidden)
{
    public string Name { get; } = name;

    public SvgPiece? Inside { get; private set; } = inside;

    /// <summary>With that of the groups round it, because what rides on a part does not fade with it.</summary>
    public double Opacity { get; } = opacity * (inside?.Opacity ?? 1);

    public bool Hidden { get; } = hidden;

    public List<Shape> Shapes { get; } = [];

    public SvgImage? Picture { get; set; }

    /// <summary>The elements that its shapes are of, or all of it that is painted.</summary>
    public List<SvgLeaf> Leaves { get; } = [];

    /// <summary>Shapes cannot say it: it becomes a picture of its leaves.</summary>
    public bool Painted { get; set; }

    /// <summary>Stands in another piece from now on, unless it is in that one already by a detour.</summary>
    public void RideOn(SvgPiece carrier)
    {
        for (var at = carrier; at is not null; at = at.Inside)
        {
            if (at == this)
            {
                return;
            }
        }

        Inside = carrier;
    }

    /// <summary>A piece inside this one has been painted already, so further shapes belong over it.</summary>
    public bool HasChildren { get; set; }
}

/// <summary>
/// Walks the tree in painting order. Every group becomes a piece, and so does an element with a name beside groups. A group's own
/// shapes that come after a piece inside it lie over that piece, so they become one of their own ("…, over") that rides on the group.
/// </summary>
internal sealed partial class SvgWalker
{
    private const int MaxPieces = 5_000;
    private const int MaxNotes = 500;

    /// <summary>They paint nothing where they stand.</summary>
    private static readonly HashSet<string> Silent = new(StringComparer.Ordinal)
    {
        "defs", "title", "desc", "metadata", "style", "symbol", "linearGradient", "radialGradient", "namedview", "clipPath", "mask", "filter", "marker", "pattern",
    };

    private readonly string file;
    private readonly Box view;
    private readonly SvgSheet sheet;
    private readonly SvgElements elements;
    private readonly SvgNeeds needs;
    private readonly SvgElements measure;

    /// <summary>For painting: what is painted has been measured before, and is a pattern's or a mask's besides.</summary>
    private readonly SvgElements again;
    private readonly Dictionary<string, XElement> byId = new(StringComparer.Ordinal);
    private readonly HashSet<(string Place, string What)> told = [];
    private readonly Dictionary<string, SvgPiece> byElement = new(StringComparer.Ordinal);

    // Pieces that say what they ride on, as layers that went out of here do.
    private readonly List<(SvgPiece Piece, string Carrier)> riders = [];
    private int unnamed;
    private long picturePixels;
    private long pictureBytes;

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

        sheet = new SvgSheet(root, (element, what) => Note(element, ArtFate.Changed, what));
        elements = new SvgElements(file, byId, sheet, Note);
        needs = new SvgNeeds(byId, sheet, elements.Clips, Overlap);
        measure = new SvgElements(file, byId, sheet, (_, _, _) => { }) { Measures = true };
        again = new SvgElements(file, byId, sheet, (_, _, _) => { }) { Times = 3 };
        Budget = new PaintBudget(file);
    }

    /// <summary>What a piece is called in notes.</summary>
    public required string Makes { get; init; }

    /// <summary>For one part that is painted.</summary>
    public SvgPainter NewPainter() => new(sheet, again, needs, Budget);

    public PaintBudget Budget { get; }

    public List<SvgPiece> Pieces { get; } = [];

    public List<ArtNote> Notes { get; } = [];

    /// <summary>All of the file, as it stands in its page.</summary>
    public List<SvgLeaf> Roots { get; } = [];

    public int Shapes => elements.Count;

    public static string? Href(XElement element)
    {
        var value = element.Attributes().FirstOrDefault(attribute => attribute.Name.LocalName == "href")?.Value.Trim();
        return value is { Length: > 1 } && value[0] == '#' ? value[1..] : null;
    }

    public static bool IsSilent(XElement element) =>
        Silent.Contains(element.Name.LocalName) || (element.Name.NamespaceName.Length > 0 && !element.Name.NamespaceName.EndsWith("/svg", StringComparison.Ordinal));

    /// <summary>Tells of an element that is not read, unless it paints nothing anyway.</summary>
    public static void Leave(XElement element, Action<XElement, ArtFate, string> note)
    {
        if (!IsSilent(element))
        {
            note(element, ArtFate.LeftOut, "is not supported and was left out");
        }
    }

    /// <summary>The file's groups as pieces; shapes outside any group become pieces between them.</summary>
    public void Walk(XElement root, Affine matrix)
    {
        var style = SvgStyle.Initial.Of(root, sheet);
        var at = elements.Clips.Within(new SvgScope(matrix, view), root, style, () => elements.BoxOf(root, style, view));
        var loose = default(SvgPiece);
        foreach (var child in root.Elements())
        {
            Roots.Add(new SvgLeaf(child, style, at));
            if (IsGroup(child))
            {
                loose = null;
                Group(child, style, at, null);
            }
            else if (child.Name.LocalName == "image")
            {
                loose = null;
                Image(child, style, at, null, false);
            }
            else if (IsArt(child) && GivenName(child) is { } name)
            {
                loose = null;
                Single(child, name, style, at, null);
            }
            else if (IsArt(child))
            {
                loose ??= Add(new SvgPiece(NameOf(child) ?? $"Part {++unnamed}", null, 1, false));
                Leaf(child, style, at, loose);
            }
            else
            {
                Leave(child, Note);
            }
        }

        foreach (var (piece, carrier) in riders)
        {
            if (piece.Inside is null && byElement.TryGetValue(carrier, out var on))
            {
                piece.RideOn(on);
            }
        }

        if (Pieces.Count > 0 && Overhang() is { } beyond)
        {
            Note(root, ArtFate.Changed, FormattableString.Invariant($"has art up to {beyond:0} px beyond its page, which came in whole"));
        }
    }

    private static bool IsGroup(XElement element) => element.Name.LocalName is "g" or "svg" or "a" or "switch";

    private static bool IsArt(XElement element) => SvgShapes.IsShape(element.Name.LocalName) || element.Name.LocalName is "use" or "text";

    private void Group(XElement group, SvgStyle inherited, SvgScope scope, SvgPiece? inside)
    {
        var style = inherited.Of(group, sheet);
        var need = needs.Own(group, style);
        foreach (var property in style.Unsupported.Where(property => need is null || property != "filter"))
        {
            Note(group, ArtFate.Changed, $"{property} is not supported; the element came in without it");
        }

        if (style.Opacity < 1 && group.Elements().Any(inside => inside.Name.LocalName is "g" or "image"))
        {
            Note(group, ArtFate.Changed, "is see-through as a whole; its parts came in see-through one by one, so where they overlap one shows through the other");
        }

        // What is not displayed hides all that is in it; what is only not visible may hold something that is.
        var shown = style.Displayed && (style.Visible || group.Descendants().Any(Shows));
        var hidden = !shown || inside is { Hidden: true };
        var piece = Add(new SvgPiece(NameOf(group) ?? $"Part {++unnamed}", inside, style.Opacity, hidden));
        if (group.Attribute("id")?.Value is { } id)
        {
            byElement.TryAdd(id, piece);
        }

        if (group.Attribute(SvgWriter.RidesOn)?.Value is { } carrier)
        {
            riders.Add((piece, carrier));
        }

        if (need is not null)
        {
            // What is over all of it cannot be over each of its parts.
            Whole(group, need, hidden ? inherited.Shown() : inherited, scope, piece);
            return;
        }

        style = hidden ? style.Shown() : style;
        var into = piece;
        var at = elements.Clips.Within(elements.Inside(group, style, scope) with { Opacity = 1 }, group, style, () => elements.BoxOf(group, style, scope.View));
        var apart = group.Elements().Any(child => child.Name.LocalName == "g");
        foreach (var (child, worn, place) in elements.Held(group, style, at))
        {
            if (IsGroup(child))
            {
                Group(child, worn, place, piece);
                piece.HasChildren = true;
            }
            else if (child.Name.LocalName == "image")
            {
                var opens = into == piece && !piece.HasChildren && piece.Picture is null && piece.Shapes.Count == 0;
                piece.HasChildren |= Image(child, worn, place, piece, opens) is { } beside && beside != piece;
            }
            else if (IsArt(child) && apart && GivenName(child) is { } name)
            {
                Single(child, name, worn, place, piece);
                piece.HasChildren = true;
            }
            else if (IsArt(child))
            {
                if (piece.HasChildren || into.Picture is not null)
                {
                    into = Add(new SvgPiece($"{piece.Name}, over", piece, 1, piece.Hidden));
                    piece.HasChildren = false;
                }

                Leaf(child, worn, place, into);
            }
            else
            {
                Leave(child, Note);
            }
        }
    }

    /// <summary>An element of a piece, as shapes; where they cannot say it the piece becomes a picture.</summary>
    private void Leaf(XElement element, SvgStyle inherited, SvgScope scope, SvgPiece piece)
    {
        // Blended is only what lies under it in the same part.
        if ((needs.Anywhere(element, inherited) ?? (piece.Leaves.Count > 0 ? needs.Anywhere(element, inherited, inside: true) : null)) is { } need)
        {
            Whole(element, need, inherited, scope, piece);
            return;
        }

        piece.Leaves.Add(new SvgLeaf(element, inherited, scope));
        elements.Paint(element, inherited, scope, piece.Shapes);
    }

    /// <summary>An element that a piece is painted for; its shapes only say how large it is.</summary>
    private void Whole(XElement element, string need, SvgStyle inherited, SvgScope scope, SvgPiece piece)
    {
        piece.Painted = true;
        piece.Leaves.Add(new SvgLeaf(element, inherited, scope));
        measure.Paint(element, inherited, scope, piece.Shapes);
        Note(element, ArtFate.Changed, FormattableString.Invariant($"has {need}, which shapes cannot say; its {Makes} came in as a picture of {PaintedPart.Times} times its size"));
    }

    /// <summary>One element that is a part by its own name.</summary>
    private void Single(XElement element, string name, SvgStyle inherited, SvgScope scope, SvgPiece? inside)
    {
        var style = inherited.Of(element, sheet);
        var hidden = !style.Displayed || !style.Visible || inside is { Hidden: true };
        var piece = Add(new SvgPiece(name, inside, 1, hidden));
        Leaf(element, hidden ? inherited.Shown() : inherited, scope, piece);
    }

    /// <summary>An element that says of itself that it is visible, where what holds it is not.</summary>
    private bool Shows(XElement element) => sheet.Of(element).Any(one => one is { Name: "visibility", Value: "visible" });

    /// <summary>An embedded picture is the art of the group it opens, or a piece of its own that rides on it.</summary>
    /// <returns>The piece that holds it; null when it was left out.</returns>
    private SvgPiece? Image(XElement element, SvgStyle inherited, SvgScope scope, SvgPiece? inside, bool opens)
    {
        var style = inherited.Of(element, sheet);
        foreach (var property in style.Unsupported.Concat(scope.Clip is not null || style.Own.ContainsKey("clip-path") || style.Own.ContainsKey("mask") ? ["a clip of a picture"] : []))
        {
            Note(element, ArtFate.Changed, $"{property} is not supported; the element came in without it");
        }

        var matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, default, (at, what) => Note(at, ArtFate.Changed, what));
        if (SvgImage.Of(element, file, scope.View, matrix) is not { } picture)
        {
            Note(element, ArtFate.LeftOut, SvgImage.IsLinked(element) ? "is linked and not embedded, and was left out; embed it where it was drawn" : "is no embedded PNG picture and was left out");
            return null;
        }

        elements.CountOne();
        picturePixels += (long)picture.Width * picture.Height;
        pictureBytes += picture.Png.Length;
        PixelBudget.Demand(picturePixels, pictureBytes, file);
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

    /// <summary>Whether an element paints shapes over each other.</summary>
    private bool Overlap(XElement element, SvgStyle inherited)
    {
        var shapes = new List<Shape>();
        measure.Paint(element, inherited, new SvgScope(Affine.Identity, view), shapes);
        return SvgBoxes.Meet(shapes);
    }

    /// <summary>How far art stands out of the page, px, where it is more than a hair.</summary>
    private double? Overhang()
    {
        var box = SvgBoxes.Of(Pieces.Where(piece => !piece.Hidden).SelectMany(piece => piece.Shapes));
        var page = Page;
        var most = Math.Max(Math.Max(page.X - box.X, page.Y - box.Y), Math.Max(box.Right - page.Right, box.Bottom - page.Bottom));
        return most > 1 && box.Width > 0 ? most : null;
    }

    /// <summary>The page in the drawing's pixels.</summary>
    public Box Page { get; init; }

    /// <summary>See <see cref="SvgWriter.Posed"/>.</summary>
    public string? Posed { get; init; }

    /// <summary>A title child, any label attribute, or the id.</summary>
    private static string? NameOf(XElement element)
    {
        var name = Label(element) ?? element.Attribute("id")?.Value;
        name = Names.Usable(name ?? "").Trim();
        return name.Length == 0 ? null : name;
    }

    /// <summary>A name that somebody gave: a label, or an id that no program made up.</summary>
    private static string? GivenName(XElement element)
    {
        var given = Label(element) is not null || (element.Attribute("id")?.Value is { } id && !MadeUp().IsMatch(id));
        return given ? NameOf(element) : null;
    }

    private static string? Label(XElement element) =>
        element.Elements().FirstOrDefault(child => child.Name.LocalName == "title")?.Value
        ?? element.Attributes().FirstOrDefault(attribute => attribute.Name.LocalName is "label" or "aria-label")?.Value;

    /// <summary>More notes than anybody reads are not kept, nor the same one of an element twice.</summary>
    private void Note(XElement element, ArtFate fate, string what)
    {
        var place = SvgPlace.Of(element);
        if (Notes.Count < MaxNotes && told.Add((place, what)))
        {
            Notes.Add(new ArtNote(place, fate, what));
        }
    }

    /// <summary>The kind of element, "id", "layer" or a letter or two, with a number; or digits alone.</summary>
    [GeneratedRegex(@"^_?(?:path|rect|circle|ellipse|line|polyline|polygon|use|shape|vector|group|layer|object|element|svg|xmlid|svgid|id|[a-z]{0,2})?(?:[-_ ]?[\dx]+)*[-_]?$", RegexOptions.IgnoreCase)]
    private static partial Regex MadeUp();
}
