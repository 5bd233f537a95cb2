using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Print;
using SkiaSharp;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>Paints elements as SkiaSharp can, for what shapes cannot say; what they can, they say here too.</summary>
internal sealed class SvgPainter(SvgSheet sheet, SvgElements elements, SvgNeeds needs, PaintBudget budget)
{
    /// <summary>Layers, masks and patterns in one another.</summary>
    private const int MaxNested = 24;

    /// <summary>Of a pattern's tile, px: larger ones are painted coarser.</summary>
    private const float MostTile = 4096;

    private int nested;

    /// <summary>Where filters paint, in the drawing's pixels: a picture has to have room for it.</summary>
    public Box Reach { get; private set; }

    /// <param name="canvas">Its map is from the drawing's pixels.</param>
    /// <param name="inherited">Of what the element stands in.</param>
    public void Paint(SKCanvas canvas, XElement element, SvgStyle inherited, SvgScope scope)
    {
        var style = inherited.Of(element, sheet);
        if (needs.Anywhere(element, inherited) is null && style.Own.GetValueOrDefault("mix-blend-mode", "normal") == "normal")
        {
            Shapes(canvas, element, inherited, scope);
            return;
        }

        if (!style.Displayed || ++nested > MaxNested)
        {
            return;
        }

        var (saved, drawing) = (canvas.Save(), canvas.TotalMatrix);
        var isShape = SvgShapes.IsShape(element.Name.LocalName);
        var path = isShape ? SvgShapes.ToPath(element, style, scope.View, (_, _) => { }) : null;
        Box OwnBox() => path is null ? elements.BoxOf(element, style, scope.View) : SvgBoxes.Of(path);
        var at = elements.Inside(element, style, scope, path is null ? default : SvgBoxes.Of(path)) with { Opacity = 1, Clip = null };
        if (scope.Clip is not null)
        {
            canvas.ClipPath(scope.Clip, antialias: true);
        }

        if (elements.Clips.Within(at, element, style, OwnBox).Clip is { } clip)
        {
            canvas.ClipPath(clip, antialias: true);
        }

        canvas.Concat(ShapePainter.Matrix(at.Matrix));
        using var layer = new SKPaint { Color = SKColors.White.WithAlpha(ShapePainter.Alpha(style.Opacity * scope.Opacity)), BlendMode = SvgFilter.BlendOf(style.Own.GetValueOrDefault("mix-blend-mode")) };
        if (needs.Filter(style) is { } filter)
        {
            var region = SvgFilter.RegionOf(filter, "filterUnits", OwnBox(), at.View);
            Reach = Reach.With(at.Matrix.Map(region));
            canvas.ClipRect(new SKRect((float)region.X, (float)region.Y, (float)region.Right, (float)region.Bottom));
            layer.ImageFilter = SvgFilter.Of(filter, sheet, region);
        }

        SaveLayer(canvas, layer, needs.Filter(style)?.Elements().Count() ?? 0);
        canvas.SetMatrix(drawing);
        if (path is not null)
        {
            FillAndStroke(canvas, element, style, at, path);
        }
        else if (element.Name.LocalName == "text")
        {
            Shapes(canvas, element, inherited, scope with { Clip = null });
        }
        else
        {
            foreach (var (child, worn, place) in elements.Held(element, style, at))
            {
                Paint(canvas, child, worn, place);
            }
        }

        if (needs.SoftMask(style) is { } mask)
        {
            Mask(canvas, mask, at, OwnBox());
        }

        canvas.RestoreToCount(saved);
        nested--;
    }

    /// <param name="primitives">Of its filter; each works on as many pixels.</param>
    private void SaveLayer(SKCanvas canvas, SKPaint layer, int primitives = 0)
    {
        budget.Spend((double)canvas.DeviceClipBounds.Width * canvas.DeviceClipBounds.Height * (1 + primitives));
        canvas.SaveLayer(layer);
    }

    private void Shapes(SKCanvas canvas, XElement element, SvgStyle inherited, SvgScope scope)
    {
        var shapes = new List<Shape>();
        elements.Paint(element, inherited, scope, shapes);
        foreach (var shape in shapes)
        {
            ShapePainter.Paint(canvas, shape);
        }
    }

    private void FillAndStroke(SKCanvas canvas, XElement element, SvgStyle style, SvgScope at, PathData path)
    {
        if (!style.Visible)
        {
            return;
        }

        var (fill, stroke) = elements.LookOf(element, style, SvgBoxes.Of(path), at);
        using var outline = SvgCut.ToSkia(path, style.FillRule);
        canvas.Save();
        canvas.Concat(ShapePainter.Matrix(at.Matrix));
        if (needs.Pattern(style.Fill) is { } pattern)
        {
            using var paint = new SKPaint { IsAntialias = true, Color = SKColors.Black.WithAlpha(ShapePainter.Alpha(style.FillOpacity)) };
            using var shader = Pattern(pattern, SvgBoxes.Of(path), at);
            paint.Shader = shader;
            if (shader is not null)
            {
                canvas.DrawPath(outline, paint);
            }
        }

        var shape = new Shape { Path = path.ToString(), Rule = style.FillRule, Fill = needs.Pattern(style.Fill) is null ? fill : null, Stroke = stroke };
        ShapePainter.Paint(canvas, shape);
        canvas.Restore();
    }

    /// <summary>SVG 2 §14.3: a tile in the pattern's own pixels, repeated.</summary>
    /// <param name="box">Of the painted path, in its own pixels.</param>
    private SKShader? Pattern(XElement pattern, Box box, SvgScope at)
    {
        var chain = new List<XElement> { pattern };
        while (SvgWalker.Href(chain[^1]) is { } id && elements.Named(id) is { } next && next.Name.LocalName == "pattern" && chain.Count < MaxNested && !chain.Contains(next))
        {
            chain.Add(next);
        }

        var holder = chain.Find(one => one.HasElements) ?? pattern;
        string? Attribute(string name) => chain.Select(one => one.Attribute(name)?.Value).FirstOrDefault(value => value is not null);
        var ofBox = Attribute("patternUnits") != "userSpaceOnUse";
        var (w, h) = ofBox ? (1.0, 1.0) : (at.View.Width, at.View.Height);
        double Number(string name, double percentOf) => SvgNumbers.Length(Attribute(name), percentOf) ?? 0;
        var tile = new Box(Number("x", w), Number("y", h), Number("width", w), Number("height", h));
        tile = ofBox ? new Box(box.X + (tile.X * box.Width), box.Y + (tile.Y * box.Height), tile.Width * box.Width, tile.Height * box.Height) : tile;
        if (tile.Width <= 0 || tile.Height <= 0 || ++nested > MaxNested)
        {
            return null;
        }

        var rectangle = new SKRect((float)tile.X, (float)tile.Y, (float)tile.Right, (float)tile.Bottom);
        var content = SvgViewport.ViewBox(holder) is { } view
            ? new SvgScope(SvgViewport.Fit(holder, tile), view)
            : Attribute("patternContentUnits") == "objectBoundingBox"
                ? new SvgScope(new Affine(box.Width, 0, 0, box.Height, tile.X, tile.Y), new Box(0, 0, 1, 1))
                : new SvgScope(Affine.Translate(tile.X, tile.Y), at.View);
        using var recorder = new SKPictureRecorder();
        var canvas = recorder.BeginRecording(rectangle);
        canvas.ClipRect(rectangle);
        var style = SvgStyle.Initial.Of(holder, sheet);
        foreach (var child in holder.Elements().Where(child => !SvgWalker.IsSilent(child)))
        {
            Paint(canvas, child, style, content with { Uses = at.Uses + 1 });
        }

        nested--;
        using var picture = recorder.EndRecording();
        var turned = SvgNumbers.Transform(Attribute("patternTransform")) ?? Affine.Identity;
        // A shader's tile begins at the origin, wherever it lies in its picture.
        return rectangle.Width > MostTile || rectangle.Height > MostTile
            ? null
            : SKShader.CreatePicture(picture, SKShaderTileMode.Repeat, SKShaderTileMode.Repeat, SKFilterMode.Linear, ShapePainter.Matrix(turned * Affine.Translate(tile.X, tile.Y)), rectangle);
    }

    /// <summary>CSS Masking 1 §4: what lies under a mask shows by how light, and how opaque, the mask is there.</summary>
    private void Mask(SKCanvas canvas, XElement mask, SvgScope at, Box box)
    {
        if (++nested > MaxNested)
        {
            return;
        }

        var style = SvgStyle.Initial.Of(mask, sheet);
        using var light = SKColorFilter.CreateLumaColor();
        using var layer = new SKPaint { BlendMode = SKBlendMode.DstIn, ColorFilter = style.Own.GetValueOrDefault("mask-type") == "alpha" ? null : light };
        SaveLayer(canvas, layer);
        var region = SvgFilter.RegionOf(mask, "maskUnits", box, at.View);
        canvas.Save();
        canvas.Concat(ShapePainter.Matrix(at.Matrix));
        canvas.ClipRect(new SKRect((float)region.X, (float)region.Y, (float)region.Right, (float)region.Bottom), antialias: true);
        canvas.Concat(ShapePainter.Matrix(at.Matrix.TryInvert(out var back) ? back : Affine.Identity));
        var content = mask.Attribute("maskContentUnits")?.Value == "objectBoundingBox"
            ? at with { Matrix = at.Matrix * new Affine(box.Width, 0, 0, box.Height, box.X, box.Y), View = new Box(0, 0, 1, 1) }
            : at;
        foreach (var child in mask.Elements().Where(child => !SvgWalker.IsSilent(child)))
        {
            Paint(canvas, child, style, content with { Uses = at.Uses + 1 });
        }

        canvas.Restore();
        canvas.Restore();
        nested--;
    }
}
