using System.Collections.Immutable;
using System.Xml.Linq;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Layers;
using Fretsaw.Formats.Png;
using Fretsaw.Formats.Svg.Painted;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// Layered SVG → a puppet, or one flat's drawing. Supported: groups, viewports, symbols and switches, transforms, basic shapes and
/// paths, fill and stroke, markers, opacity, gradients, fill rules, clip paths and hard masks, use and defs, embedded PNG pictures,
/// viewBox and units, style attributes and rules of style, text as outlines; filters, patterns, soft masks and blending as pictures.
/// Everything else is listed with its place and left out.
/// </summary>
public static class SvgFile
{
    private const double MaxSide = 16384;

    /// <param name="idPrefix">Starts all ids, so that they are new to the film.</param>
    /// <exception cref="FilmException">The file is hostile, broken, or holds nothing to paint.</exception>
    public static (Puppet Puppet, ImmutableArray<Drawing> Drawings, ArtReport Report) ReadPuppet(byte[] bytes, string file, string idPrefix)
    {
        var art = ReadLayers(bytes, file, idPrefix);
        var (puppet, drawings) = art.ToPuppet(file, idPrefix);
        return (puppet, drawings, art.Report);
    }

    /// <summary>Every group of the file as a layer.</summary>
    /// <exception cref="FilmException">The file is hostile, broken, or holds nothing to paint.</exception>
    public static LayeredArt ReadLayers(byte[] bytes, string file, string idPrefix, CancellationToken cancel = default)
    {
        var walker = Walk(bytes, file, "part");
        var pieces = walker.Pieces;
        var pictures = Pictures(pieces, idPrefix, cancel);
        Painted(walker, idPrefix, pictures, cancel);
        var places = pieces.Select((piece, i) => (piece, i)).ToDictionary(one => one.piece, one => one.i);
        var layers = pieces.Select((piece, i) =>
        {
            cancel.ThrowIfCancellationRequested();
            return new ArtLayer(
                piece.Name, piece.Inside is null ? -1 : places[piece.Inside],
                piece.Shapes.Count > 0 && !piece.Painted ? ToDrawing($"{idPrefix}-d{i + 1}", piece.Name, piece.Shapes) : pictures.GetValueOrDefault(piece)?.Drawing,
                piece.Hidden, piece.Opacity);
        }).ToImmutableArray();
        FilmException.ThrowIf(layers.All(layer => layer.Drawing is null), file, "holds nothing to paint", "check that its shapes have a fill or a stroke");
        var assets = pictures.Values.DistinctBy(picture => picture.Drawing.Raster!.Asset).ToDictionary(picture => picture.Drawing.Raster!.Asset, picture => picture.Bytes, StringComparer.Ordinal);
        return new LayeredArt(layers, assets, new ArtReport([.. layers.Select(layer => layer.Name)], walker.Shapes, assets.Count, walker.Notes))
        {
            Posed = walker.Posed,
        };
    }

    private sealed record PlacedPicture(Drawing Drawing, byte[] Bytes);

    /// <summary>The embedded pictures that show anything, by their pieces.</summary>
    private static Dictionary<SvgPiece, PlacedPicture> Pictures(List<SvgPiece> pieces, string idPrefix, CancellationToken cancel)
    {
        var with = pieces.Where(piece => piece.Picture is not null).ToList();
        var read = TrimmedPng.ReadAll([.. with.Select(piece => piece.Picture!.Placed(piece.Name))], $"{idPrefix}-i", null, cancel);
        return with.Zip(read).Where(pair => pair.Second is not null).ToDictionary(pair => pair.First, pair => new PlacedPicture(pair.Second!.Value.Drawing with { Name = pair.First.Name }, pair.Second.Value.Bytes));
    }

    /// <summary>The pieces that shapes cannot say, painted.</summary>
    private static void Painted(SvgWalker walker, string idPrefix, Dictionary<SvgPiece, PlacedPicture> pictures, CancellationToken cancel)
    {
        foreach (var (piece, i) in walker.Pieces.Select((piece, i) => (piece, i)).Where(one => one.piece.Painted && !pictures.ContainsKey(one.piece)))
        {
            cancel.ThrowIfCancellationRequested();
            if (PaintedPart.Of($"{idPrefix}-d{i + 1}", piece.Name, piece.Leaves, SvgBoxes.Of(piece.Shapes), RoomOf(walker.Page), walker.NewPainter(), walker.Budget) is { } painted)
            {
                pictures.Add(piece, new PlacedPicture(painted.Drawing with { Name = piece.Name }, painted.Png));
            }
        }
    }

    /// <summary>The whole file as one drawing: as shapes, or as one picture where they cannot say all of it.</summary>
    /// <exception cref="FilmException">The file is hostile, broken, or holds nothing to paint.</exception>
    public static FlatArt ReadFlat(byte[] bytes, string file, string drawingId)
    {
        var (walker, name) = (Walk(bytes, file, "flat"), LayeredArt.NameOf(file));
        var shapes = walker.Pieces.Where(piece => !piece.Hidden)
            .SelectMany(piece => piece.Shapes.Select(shape => shape with { Opacity = shape.Opacity * piece.Opacity }))
            .ToList();
        FilmException.ThrowIf(shapes.Count == 0, file, "holds nothing to paint", "check that its shapes have a fill or a stroke, or import the picture as a PNG file");
        var pictures = walker.Pieces.Where(piece => piece.Picture is not null).Select(piece => new ArtNote(piece.Picture!.Place, ArtFate.LeftOut, "is a picture, which cannot be in a drawing beside shapes; import it as a scenery piece of its own"));
        walker.Notes.AddRange(pictures);
        var painted = walker.Pieces.Any(piece => piece.Painted) ? PaintedPart.Of(drawingId, name, walker.Roots, SvgBoxes.Of(shapes), RoomOf(walker.Page), walker.NewPainter(), walker.Budget) : null;
        return new FlatArt(painted?.Drawing ?? ToDrawing(drawingId, name, shapes), painted?.Png, new ArtReport([name], walker.Shapes, painted is null ? 0 : 1, walker.Notes));
    }

    private static SvgWalker Walk(byte[] bytes, string file, string makes)
    {
        var root = SvgDocument.Load(bytes, file);
        SvgSafety.Check(root, file);
        var (view, matrix, page) = Viewport(root, file);
        var walker = new SvgWalker(root, file, view) { Page = page, Makes = makes, Posed = root.Attribute(SvgWriter.Posed)?.Value };
        walker.Walk(root, matrix);
        return walker;
    }

    /// <summary>What hangs out of the page comes in too, within reason.</summary>
    private static Box RoomOf(Box page) => new(page.X - page.Width, page.Y - page.Height, 3 * page.Width, 3 * page.Height);

    /// <summary>SVG 2 §8.2: width and height, and the viewBox fitted into them.</summary>
    private static (Box View, Affine Matrix, Box Page) Viewport(XElement root, string file)
    {
        var box = SvgViewport.ViewBox(root);
        var width = SvgNumbers.Length(root.Attribute("width")?.Value, box?.Width ?? 0) is { } w and > 0 ? w : box?.Width ?? 300;
        var height = SvgNumbers.Length(root.Attribute("height")?.Value, box?.Height ?? 0) is { } h and > 0 ? h : box?.Height ?? 150;
        var size = Math.Max(Math.Max(width, height), Math.Max(box?.Width ?? 0, box?.Height ?? 0));
        FilmException.ThrowIf(size > MaxSide, file, FormattableString.Invariant($"is {width:0} × {height:0} px"), $"keep both sides under {MaxSide} px");
        var page = new Box(0, 0, width, height);
        var origin = OriginOf(root);
        var place = new Box(origin.X, origin.Y, width, height);
        return (box ?? page, SvgViewport.Fit(root, place), place);
    }

    /// <summary>Where the page's corner lies in the puppet that went out: art may lie left of nought and above it, and comes back there.</summary>
    private static Point OriginOf(XElement root) =>
        root.Attribute(SvgWriter.Origin)?.Value is { } text && SvgNumbers.List(text) is [var x, var y] && Math.Max(Math.Abs(x), Math.Abs(y)) <= MaxSide ? new Point(x, y) : default;

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
            Outline = PaintedOutline.Suits(shapes) ? PaintedOutline.Of(shapes, box) : Outlines.Of(shapes),
        };
    }
}
