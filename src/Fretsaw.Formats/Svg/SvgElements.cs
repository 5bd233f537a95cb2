using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Elements → shapes, back to front: shapes and uses, and the groups, symbols and markers that these bring in.</summary>
internal sealed class SvgElements
{
    private const int MaxShapes = 100_000;
    private const int MaxUses = 24;

    /// <summary>Elements that are looked at: a few that use each other make millions.</summary>
    private const int MaxVisits = 400_000;

    private readonly string file;
    private readonly IReadOnlyDictionary<string, XElement> byId;
    private readonly SvgSheet sheet;
    private readonly SvgPaints paints;
    private readonly SvgMarkers markers;
    private readonly Action<XElement, ArtFate, string> note;
    private int visits;

    public SvgElements(string file, IReadOnlyDictionary<string, XElement> byId, SvgSheet sheet, Action<XElement, ArtFate, string> note)
    {
        (this.file, this.byId, this.sheet, this.note) = (file, byId, sheet, note);
        paints = new SvgPaints(byId, sheet, Changed);
        Clips = new SvgClips(file, byId, sheet, Changed);
        markers = new SvgMarkers(byId, sheet, Paint);
    }

    public SvgClips Clips { get; }

    /// <summary>Patterns cover what they paint, for what is only measured.</summary>
    public bool Measures { get; init; }

    /// <summary>How often it is asked for what one drawing holds.</summary>
    public int Times { get; init; } = 1;

    public XElement? Named(string id) => byId.GetValueOrDefault(id);

    /// <summary>Painted so far.</summary>
    public int Count { get; private set; }

    /// <summary>Counts one more, be it a shape or a picture.</summary>
    public void CountOne() => FilmException.ThrowIf(++Count > Times * MaxShapes, file, $"paints more than {MaxShapes} shapes", "simplify the drawing");

    /// <param name="inherited">Of what the element stands in.</param>
    /// <param name="into">Gets its shapes.</param>
    public void Paint(XElement element, SvgStyle inherited, SvgScope scope, List<Shape> into)
    {
        FilmException.ThrowIf(++visits > Times * MaxVisits, file, $"paints more than {MaxVisits} elements, by using some again and again", "simplify the drawing");
        var style = inherited.Of(element, sheet);
        if (!style.Displayed)
        {
            return;
        }

        Unsupported(element, style);
        var name = element.Name.LocalName;
        if (SvgShapes.IsShape(name))
        {
            Shape(element, style, scope, into);
            return;
        }

        if (name == "text")
        {
            Text(element, style, scope, into);
            return;
        }

        if (name is not ("use" or "g" or "a" or "svg" or "symbol" or "switch"))
        {
            SvgWalker.Leave(element, note);
            return;
        }

        var at = Clips.Within(Inside(element, style, scope), element, style, () => BoxOf(element, style, scope.View));
        foreach (var (child, worn, place) in Held(element, style, at))
        {
            Paint(child, worn, place, into);
        }
    }

    /// <summary>An element's own pixels and opacity; what is in it adds its own.</summary>
    public SvgScope Inside(XElement element, SvgStyle style, SvgScope scope, Box box = default) => scope with
    {
        Matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, box, Changed),
        Opacity = scope.Opacity * style.Opacity,
    };

    /// <summary>What a group, a use or a viewport paints, each with what it inherits and where it stands.</summary>
    /// <param name="at">Of the element itself.</param>
    public IEnumerable<(XElement Child, SvgStyle Style, SvgScope Scope)> Held(XElement element, SvgStyle style, SvgScope at)
    {
        switch (element.Name.LocalName)
        {
            case "use":
                return Used(element, style, at);
            case "svg":
                var inside = Viewport(element, style, at, LengthOf(style, "width", at.View.Width), LengthOf(style, "height", at.View.Height), SvgTransforms.Place(style, at.View));
                return Painted(element).Select(child => (child, style, inside));
            case "switch":
                return element.Elements().Where(Suits).Take(1).Select(child => (child, style, at));
            default:
                return Painted(element).Select(child => (child, style, at));
        }
    }

    private static double? LengthOf(SvgStyle style, string name, double whole) => style.Own.GetValueOrDefault(name) is "auto" ? null : SvgNumbers.Length(style.Own.GetValueOrDefault(name), whole);

    private static IEnumerable<XElement> Painted(XElement element) => element.Elements().Where(child => !SvgWalker.IsSilent(child));

    /// <summary>SVG 2 §5.9: the first child whose conditions hold; a drawing speaks English here and has no extensions.</summary>
    private static bool Suits(XElement child)
    {
        var languages = child.Attribute("systemLanguage")?.Value.Split(',', StringSplitOptions.TrimEntries);
        return !SvgWalker.IsSilent(child) && child.Name.LocalName != "foreignObject"
            && child.Attribute("requiredExtensions") is null or { Value: "" }
            && (languages is null || languages.Any(language => language == "en" || language.StartsWith("en-", StringComparison.OrdinalIgnoreCase)));
    }

    private IEnumerable<(XElement Child, SvgStyle Style, SvgScope Scope)> Used(XElement use, SvgStyle style, SvgScope at)
    {
        FilmException.ThrowIf(at.Uses >= MaxUses, $"{file}, {SvgPlace.Of(use)}", "uses itself by a detour, or is nested too deep", "break the chain of uses");
        if (SvgWalker.Href(use) is not { } id || !byId.TryGetValue(id, out var target))
        {
            note(use, ArtFate.LeftOut, "refers to nothing in the file and is left out");
            return [];
        }

        var there = at with { Matrix = at.Matrix * SvgTransforms.Place(style, at.View), Uses = at.Uses + 1 };
        if (target.Name.LocalName != "symbol")
        {
            return [(target, style, there)];
        }

        var own = style.Of(target, sheet);
        var inside = Viewport(target, own, there, LengthOf(style, "width", at.View.Width), LengthOf(style, "height", at.View.Height), Affine.Identity);
        var group = Clips.Within(inside with { Opacity = inside.Opacity * own.Opacity }, target, own, () => default);
        return Painted(target).Select(child => (child, own, group));
    }

    /// <summary>A viewport in a viewport: its viewBox fitted, and what stands out of it cut, unless it says otherwise.</summary>
    private static SvgScope Viewport(XElement element, SvgStyle style, SvgScope at, double? width, double? height, Affine place)
    {
        var size = new Box(0, 0, width ?? at.View.Width, height ?? at.View.Height);
        var matrix = at.Matrix * place;
        var inside = at with { Matrix = matrix * SvgViewport.Fit(element, size), View = SvgViewport.ViewBox(element) ?? size };
        if (style.Own.GetValueOrDefault("overflow") is "visible" or "auto" || size.Width <= 0 || size.Height <= 0)
        {
            return inside;
        }

        var edge = new PathData();
        SvgShapes.AppendRectangle(edge, size);
        return inside with { Clip = SvgCut.Both(at.Clip, SvgCut.Moved(SvgCut.ToSkia(edge), matrix)) };
    }

    private void Shape(XElement element, SvgStyle style, SvgScope scope, List<Shape> into)
    {
        if (!style.Visible || style.Opacity == 0)
        {
            return;
        }

        CountOne();
        var path = SvgShapes.ToPath(element, style, scope.View, Changed);
        if (path.IsEmpty)
        {
            return;
        }

        var box = SvgBoxes.Of(path);
        var at = scope with { Matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, box, Changed), Opacity = scope.Opacity * style.Opacity };
        Covered(element, style, Clips.Within(at, element, style, () => box), path, box, into);
    }

    /// <summary>Its letters as outlines; a span of it is filled as it says.</summary>
    private void Text(XElement element, SvgStyle style, SvgScope scope, List<Shape> into)
    {
        var runs = SvgText.Runs(element, style, sheet, scope.View);
        if (runs.Count == 0)
        {
            return;
        }

        Changed(element, "came in as outlines of the program's own typeface");
        var at = scope with { Matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, default, Changed), Opacity = scope.Opacity * style.Opacity };
        var all = runs.Aggregate(default(Box), (sum, run) => sum.With(SvgBoxes.Of(run.Path)));
        at = Clips.Within(at, element, style, () => all);
        foreach (var (holder, own, path) in runs.Where(run => run.Style.Visible && !run.Path.IsEmpty))
        {
            CountOne();
            Covered(holder, own, at, path, all, into);
        }
    }

    /// <summary>What fills and strokes a path.</summary>
    public (Paint? Fill, Stroke? Stroke) LookOf(XElement element, SvgStyle style, Box box, SvgScope at) =>
        (PaintOf(element, style.Fill, style, style.FillOpacity, box, at), StrokeOf(element, style, box, at));

    private Paint? PaintOf(XElement element, string value, SvgStyle style, double opacity, Box box, SvgScope at) =>
        Measures && value.StartsWith("url(", StringComparison.OrdinalIgnoreCase) ? new Paint() : paints.Of(element, value, style, opacity, box, at.View);

    private void Covered(XElement element, SvgStyle style, SvgScope at, PathData path, Box box, List<Shape> into)
    {
        var (fill, stroke) = LookOf(element, style, box, at);
        if (fill is not null || stroke is not null)
        {
            var shape = new Shape { Path = path.ToString(), Matrix = at.Matrix, Rule = style.FillRule, Fill = fill, Opacity = at.Opacity, Stroke = stroke };
            if (stroke is not null && style.Own.GetValueOrDefault("vector-effect") == "non-scaling-stroke" && at.Matrix.TryInvert(out _))
            {
                (shape, path) = InDrawingPixels(shape, path);
            }

            var pieces = style.StrokeFirst && fill is not null && stroke is not null ? new[] { shape with { Fill = null }, shape with { Stroke = null } } : [shape];
            if (at.Clip is not null)
            {
                Clips.Spend(SvgClips.Fit(path).Points.Count, at.Clip);
            }

            into.AddRange(at.Clip is null ? pieces : pieces.SelectMany(piece => SvgCut.Shape(piece, path, at.Clip)));
        }

        if (style.HasMarkers && element.Name.LocalName is "path" or "line" or "polyline" or "polygon")
        {
            markers.Paint(path, style, at, StrokeWidth(style, at.View), into);
        }
    }

    private Stroke? StrokeOf(XElement element, SvgStyle style, Box box, SvgScope at)
    {
        var width = StrokeWidth(style, at.View);
        return width > 0 && PaintOf(element, style.Stroke, style, style.StrokeOpacity, box, at) is { } paint
            ? new Stroke
            {
                Paint = paint,
                Width = width,
                Cap = style.Cap,
                Join = style.Join,
                MiterLimit = style.MiterLimit,
                Dashes = Dashes(style.Dashes, at.View),
                DashOffset = SvgNumbers.Length(style.DashOffset, SvgShapes.Diagonal(at.View)) ?? 0,
            }
            : null;
    }

    private static double StrokeWidth(SvgStyle style, Box view) => SvgNumbers.Length(style.StrokeWidth, SvgShapes.Diagonal(view)) ?? 1;

    /// <summary>SVG 2 §13.5.6: an odd count is repeated, and a negative length or nothing but zeros is a whole line.</summary>
    private static ImmutableArray<double> Dashes(string text, Box view)
    {
        var lengths = text.Split([' ', ',', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries).Select(length => SvgNumbers.Length(length, SvgShapes.Diagonal(view))).ToList();
        return lengths.Sum() is not > 0 || lengths.Any(length => length is null or < 0)
            ? []
            : [.. lengths.Concat(lengths.Count % 2 == 0 ? [] : lengths).Select(length => length!.Value)];
    }

    /// <summary>SVG 2 §13.11, non-scaling-stroke: the line is as wide as it says wherever the shape is put.</summary>
    private static (Shape Shape, PathData Path) InDrawingPixels(Shape shape, PathData path)
    {
        var moved = new PathData();
        moved.Verbs.AddRange(path.Verbs);
        moved.Points.AddRange(path.Points.Select(shape.Matrix.Map));
        return (shape with
        {
            Path = moved.ToString(),
            Matrix = Affine.Identity,
            Fill = Moved(shape.Fill, shape.Matrix),
            Stroke = shape.Stroke! with { Paint = Moved(shape.Stroke.Paint, shape.Matrix)! },
        }, moved);
    }

    private static Paint? Moved(Paint? paint, Affine matrix) =>
        paint?.Gradient is { } gradient ? paint with { Gradient = gradient with { Matrix = matrix * gradient.Matrix } } : paint;

    /// <summary>What a group covers without its strokes, in its own pixels, for what is measured against it.</summary>
    public Box BoxOf(XElement element, SvgStyle style, Box view)
    {
        var shapes = new List<Shape>();
        var (counted, seen) = (Count, visits);
        var silent = new SvgElements(file, byId, sheet, (_, _, _) => { }) { Count = counted, visits = seen, Measures = true };
        foreach (var (child, worn, place) in silent.Held(element, style, new SvgScope(Affine.Identity, view)))
        {
            silent.Paint(child, worn, place, shapes);
        }

        (Count, visits) = (silent.Count, silent.visits);
        return SvgBoxes.Of(shapes.Select(shape => shape with { Stroke = null }));
    }

    private void Unsupported(XElement element, SvgStyle style)
    {
        foreach (var property in style.Unsupported)
        {
            Changed(element, $"{property} is not supported; the element came in without it");
        }
    }

    private void Changed(XElement element, string what) => note(element, ArtFate.Changed, what);
}
