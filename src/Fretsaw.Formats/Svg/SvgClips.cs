using System.Xml.Linq;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// clip-path and mask as outlines (CSS Masking 1). A mask is one where it is painted in opaque white and black alone; others are
/// soft, and told.
/// </summary>
internal sealed class SvgClips(string file, IReadOnlyDictionary<string, XElement> byId, SvgSheet sheet, Action<XElement, string> note)
{
    private const int MaxNested = 8;

    /// <summary>Pairs of points that outlines meet with, over the whole file: cutting takes time by these.</summary>
    private const long MaxMeetings = 50_000_000;

    /// <summary>Of one outline that cuts or is cut.</summary>
    private const int MaxCrossings = 2_000;

    /// <summary>What an outline counts besides, so that clips which use each other end too.</summary>
    private const long AnOutline = 5_000;

    private long meetings;

    /// <summary>Asked before each cut of one outline by another.</summary>
    /// <exception cref="FilmException">The file's clips and masks together are out of all measure.</exception>
    public void Spend(int points, SKPath other)
    {
        meetings += AnOutline + ((points + 1L) * (other.PointCount + 1L));
        FilmException.ThrowIf(meetings > MaxMeetings, file, "cuts its art by clips and masks of too many points", "simplify them");
    }

    /// <summary>The same of one that cuts or is cut itself.</summary>
    /// <exception cref="FilmException">It crosses itself out of all measure.</exception>
    public static PathData Fit(PathData path)
    {
        Crossings.DemandFew(path, MaxCrossings);
        return path;
    }

    /// <summary>What of the drawing is left to paint inside an element.</summary>
    /// <param name="box">Of what the element paints, in its own pixels; asked for only where a clip is in its units.</param>
    public SvgScope Within(SvgScope scope, XElement element, SvgStyle style, Func<Box> box, int nested = 0)
    {
        foreach (var property in (string[])["clip-path", "mask"])
        {
            var value = style.Own.GetValueOrDefault(property, "none");
            if (value == "none")
            {
                continue;
            }

            var id = SvgLinks.Named(value);
            var outline = id is not null && byId.TryGetValue(id, out var server) && nested < MaxNested
                ? server.Name.LocalName switch
                {
                    "clipPath" when property == "clip-path" => Clip(server, scope, box, nested),
                    "mask" when property == "mask" => Mask(server, scope, box),
                    _ => null,
                }
                : null;
            if (outline is null)
            {
                if (property == "mask" && id is not null && byId.TryGetValue(id, out var soft) && soft.Name.LocalName == "mask")
                {
                    // A soft mask, which whoever paints the element lays over it.
                    continue;
                }

                note(element, $"{property} is not supported as it is written; the element came in without it");
                continue;
            }

            Spend(scope.Clip?.PointCount ?? 0, outline);
            scope = scope with { Clip = SvgCut.Both(scope.Clip, outline) };
        }

        return scope;
    }

    /// <summary>A mask of more than opaque white and black.</summary>
    public bool IsSoft(XElement mask) => Mask(mask, new SvgScope(Affine.Identity, new Box(0, 0, 100, 100)), () => new Box(0, 0, 100, 100)) is null;

    private SKPath Clip(XElement clip, SvgScope scope, Func<Box> box, int nested)
    {
        var style = SvgStyle.Initial.Of(clip, sheet);
        var at = InUnits(scope, clip.Attribute("clipPathUnits")?.Value == "objectBoundingBox", box);
        at = at with { Matrix = at.Matrix * SvgTransforms.Of(clip, style, at.View, default, note) };
        var all = new SKPath();
        foreach (var child in clip.Elements())
        {
            if (Covered(child, style, at, nested) is { } piece)
            {
                Spend(all.PointCount, piece);
                all = SvgCut.Combined(all, piece, SKPathOp.Union);
            }
        }

        return Within(at with { Clip = all }, clip, style, box, nested + 1).Clip!;
    }

    /// <summary>What a shape in a clip covers, in the drawing's pixels.</summary>
    private SKPath? Covered(XElement element, SvgStyle inherited, SvgScope scope, int nested)
    {
        var style = inherited.Of(element, sheet);
        if (!style.Displayed || !style.Visible)
        {
            return null;
        }

        var at = scope with { Matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, default, note) };
        // CSS Masking 1 §3.5: a use in a clip has to name a shape itself.
        if (element.Name.LocalName == "use" && SvgWalker.Href(element) is { } id && byId.TryGetValue(id, out var used) && SvgShapes.IsShape(used.Name.LocalName))
        {
            return Covered(used, style, at with { Matrix = at.Matrix * SvgTransforms.Place(style, at.View) }, nested);
        }

        if (!SvgShapes.IsShape(element.Name.LocalName))
        {
            return null;
        }

        var path = Fit(SvgShapes.ToPath(element, style, at.View, note));
        var outline = SvgCut.Moved(SvgCut.ToSkia(path, style.ClipRule), at.Matrix);
        Spend(0, outline);
        return Within(at with { Clip = outline }, element, style, () => SvgBoxes.Of(path), nested + 1).Clip;
    }

    /// <returns>Null for a soft mask.</returns>
    private SKPath? Mask(XElement mask, SvgScope scope, Func<Box> box)
    {
        var style = SvgStyle.Initial.Of(mask, sheet);
        var at = InUnits(scope, mask.Attribute("maskContentUnits")?.Value == "objectBoundingBox", box);
        return Lit(mask.Elements(), style, at, new SKPath(), 0);
    }

    /// <summary>White adds, black takes away.</summary>
    private SKPath? Lit(IEnumerable<XElement> elements, SvgStyle inherited, SvgScope scope, SKPath lit, int depth)
    {
        foreach (var element in elements)
        {
            var style = inherited.Of(element, sheet);
            if (!style.Displayed || element.Name.LocalName is "title" or "desc" or "defs" or "style")
            {
                continue;
            }

            var at = scope with { Matrix = scope.Matrix * SvgTransforms.Of(element, style, scope.View, default, note) };
            if (style.Opacity < 1 || depth > MaxNested || style.Unsupported.Any() || style.Own.ContainsKey("mask") || style.Own.ContainsKey("clip-path"))
            {
                return null;
            }

            var next = element.Name.LocalName switch
            {
                "g" => Lit(element.Elements(), style, at, lit, depth + 1),
                "use" when SvgWalker.Href(element) is { } id && byId.TryGetValue(id, out var used) =>
                    Lit([used], style, at with { Matrix = at.Matrix * SvgTransforms.Place(style, at.View) }, lit, depth + 1),
                var name when SvgShapes.IsShape(name) => Painted(element, style, at, lit),
                _ => null,
            };
            if (next is null)
            {
                return null;
            }

            lit = next;
        }

        return lit;
    }

    private SKPath? Painted(XElement element, SvgStyle style, SvgScope at, SKPath lit)
    {
        var path = Fit(SvgShapes.ToPath(element, style, at.View, note));
        var outline = SvgCut.ToSkia(path, style.FillRule);
        foreach (var (paint, opacity, stroked) in new[] { (style.Fill, style.FillOpacity, false), (style.Stroke, style.StrokeOpacity, true) })
        {
            if (paint == "none" || !style.Visible || opacity == 0)
            {
                continue;
            }

            var colour = SvgColours.Parse(paint.Equals("currentColor", StringComparison.OrdinalIgnoreCase) ? style.Colour : paint);
            if (opacity < 1 || colour is not { A: 255 } hard || !((hard.R, hard.G, hard.B) is (255, 255, 255) or (0, 0, 0)))
            {
                return null;
            }

            var covered = stroked ? SvgCut.Outline(outline, new Stroke { Paint = new Paint(), Width = SvgNumbers.Length(style.StrokeWidth, SvgShapes.Diagonal(at.View)) ?? 1, Cap = style.Cap, Join = style.Join, MiterLimit = style.MiterLimit }) : outline;
            Spend(lit.PointCount, covered);
            lit = SvgCut.Combined(lit, SvgCut.Moved(covered, at.Matrix), hard.R == 255 ? SKPathOp.Union : SKPathOp.Difference);
        }

        return lit;
    }

    private static SvgScope InUnits(SvgScope scope, bool ofBox, Func<Box> box)
    {
        if (!ofBox)
        {
            return scope;
        }

        var b = box();
        return scope with { Matrix = scope.Matrix * new Affine(b.Width, 0, 0, b.Height, b.X, b.Y), View = new Box(0, 0, 1, 1) };
    }
}
