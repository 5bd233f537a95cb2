using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// Layered SVG → a puppet, or one flat's drawing. Supported: groups, transforms, basic shapes and paths, fill and
/// stroke, opacity, gradients, fill rules, use and defs, viewBox and units, style attributes and simple style rules.
/// Everything else is listed with its place and left out.
/// </summary>
public static class SvgFile
{
    private const double MaxSide = 16384;

    /// <param name="idPrefix">Starts all ids, so that they are new to the film.</param>
    /// <exception cref="FilmException">The file is hostile, broken, or holds nothing to paint.</exception>
    public static (Puppet Puppet, ImmutableArray<Drawing> Drawings, ArtReport Report) ReadPuppet(byte[] bytes, string file, string idPrefix)
    {
        var walker = Walk(bytes, file);
        var ids = new Dictionary<SvgPiece, string>();
        var drawings = ImmutableArray.CreateBuilder<Drawing>();
        var parts = ImmutableArray.CreateBuilder<Part>();
        foreach (var piece in walker.Pieces)
        {
            var number = ids.Count + 1;
            ids[piece] = $"{idPrefix}-p{number}";
            var drawing = piece.Shapes.Count == 0 ? null : ToDrawing($"{idPrefix}-d{number}", piece.Name, piece.Shapes);
            if (drawing is not null)
            {
                drawings.Add(drawing);
            }

            parts.Add(new Part
            {
                Id = ids[piece],
                Name = piece.Name,
                Label = (Label)(TopOf(walker, piece) % 6),
                Drawing = drawing?.Id,
                Pivot = Rounded(drawing?.Bounds.Centre ?? default),
                RidesOn = piece.Inside is null ? null : ids[piece.Inside],
                Hidden = piece.Hidden,
                Opacity = piece.Opacity,
            });
        }

        FilmException.ThrowIf(drawings.Count == 0, file, "holds nothing to paint", "check that its shapes have a fill or a stroke");
        CentreCarriers(parts, drawings);
        var box = drawings.Aggregate(default(Box), (sum, drawing) => sum.With(drawing.Bounds));
        var puppet = new Puppet
        {
            Id = $"{idPrefix}-puppet",
            Name = PuppetName(file),
            Origin = Rounded(new Point(box.Centre.X, box.Bottom)),
            Parts = parts.ToImmutable(),
        };
        return (puppet, drawings.ToImmutable(), new ArtReport(parts.Count, walker.Shapes, walker.Notes));
    }

    /// <summary>The whole file as one drawing.</summary>
    /// <exception cref="FilmException">The file is hostile, broken, or holds nothing to paint.</exception>
    public static (Drawing Drawing, ArtReport Report) ReadFlat(byte[] bytes, string file, string drawingId)
    {
        var walker = Walk(bytes, file);
        var shapes = walker.Pieces.Where(piece => !piece.Hidden)
            .SelectMany(piece => piece.Shapes.Select(shape => shape with { Opacity = shape.Opacity * piece.Opacity }))
            .ToList();
        FilmException.ThrowIf(shapes.Count == 0, file, "holds nothing to paint", "check that its shapes have a fill or a stroke");
        return (ToDrawing(drawingId, PuppetName(file), shapes), new ArtReport(1, walker.Shapes, walker.Notes));
    }

    private static SvgWalker Walk(byte[] bytes, string file)
    {
        var root = SvgDocument.Load(bytes, file);
        SvgSafety.Check(root, file);
        var (view, matrix) = Viewport(root, file);
        var walker = new SvgWalker(root, file, view);
        walker.Walk(root, matrix);
        return walker;
    }

    /// <summary>SVG 2 §8.2: width and height, and the viewBox fitted into them (xMidYMid meet unless "none").</summary>
    private static (Box View, Affine Matrix) Viewport(XElement root, string file)
    {
        var numbers = SvgNumbers.List(root.Attribute("viewBox")?.Value ?? "");
        Box? box = numbers.Count == 4 && numbers[2] > 0 && numbers[3] > 0 ? new Box(numbers[0], numbers[1], numbers[2], numbers[3]) : null;
        var width = SvgNumbers.Length(root.Attribute("width")?.Value, box?.Width ?? 0) is { } w and > 0 ? w : box?.Width ?? 300;
        var height = SvgNumbers.Length(root.Attribute("height")?.Value, box?.Height ?? 0) is { } h and > 0 ? h : box?.Height ?? 150;
        var size = Math.Max(Math.Max(width, height), Math.Max(box?.Width ?? 0, box?.Height ?? 0));
        FilmException.ThrowIf(size > MaxSide, file, FormattableString.Invariant($"is {width:0} × {height:0} px"), $"keep both sides under {MaxSide} px");
        if (box is not { } view)
        {
            return (new Box(0, 0, width, height), Affine.Identity);
        }

        var (sx, sy) = (width / view.Width, height / view.Height);
        if (root.Attribute("preserveAspectRatio")?.Value != "none")
        {
            sx = sy = Math.Min(sx, sy);
        }

        return (view, Affine.Translate((width - (sx * view.Width)) / 2, (height - (sy * view.Height)) / 2) * Affine.Scale(sx, sy) * Affine.Translate(-view.X, -view.Y));
    }

    private static Drawing ToDrawing(string id, string name, List<Shape> shapes)
    {
        var box = SvgBoxes.Of(shapes);
        FilmException.ThrowIf(box.Width > MaxSide || box.Height > MaxSide, name, FormattableString.Invariant($"paints {box.Width:0} × {box.Height:0} px"), $"keep both sides under {MaxSide} px");
        return new Drawing
        {
            Id = id,
            Name = name,
            Bounds = new Box(Math.Floor(box.X), Math.Floor(box.Y), Math.Ceiling(box.Width) + 1, Math.Ceiling(box.Height) + 1),
            Shapes = [.. shapes],
            Outline = Outlines.Of(shapes),
        };
    }

    /// <summary>A part without art turns about the middle of what it carries.</summary>
    private static void CentreCarriers(ImmutableArray<Part>.Builder parts, ImmutableArray<Drawing>.Builder drawings)
    {
        for (var i = parts.Count - 1; i >= 0; i--)
        {
            var part = parts[i];
            if (part.Drawing is null)
            {
                var box = Carried(part.Id).Aggregate(default(Box), (sum, drawing) => sum.With(drawing.Bounds));
                parts[i] = part with { Pivot = Rounded(box.Centre) };
            }
        }

        IEnumerable<Drawing> Carried(string id) => parts.Where(part => part.RidesOn == id)
            .SelectMany(part => drawings.Where(drawing => drawing.Id == part.Drawing).Concat(Carried(part.Id)));
    }

    /// <summary>Which top-level group a piece belongs to: label colours go by it.</summary>
    private static int TopOf(SvgWalker walker, SvgPiece piece)
    {
        while (piece.Inside is not null)
        {
            piece = piece.Inside;
        }

        return walker.Pieces.Where(candidate => candidate.Inside is null).TakeWhile(candidate => candidate != piece).Count();
    }

    private static string PuppetName(string file)
    {
        var name = Path.GetFileNameWithoutExtension(file).Replace('_', ' ').Replace('-', ' ').Trim();
        return name.Length == 0 ? "Drawing" : char.ToUpperInvariant(name[0]) + name[1..Math.Min(name.Length, 80)];
    }

    private static Point Rounded(Point p) => new(Math.Round(p.X, 1), Math.Round(p.Y, 1));
}
