using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Painting;

/// <summary>Drawings and parts of puppets → nodes. What touches no pixel that matters is not written.</summary>
internal sealed class PartWriter(WordBuffer words)
{
    /// <summary>Stands for what was written since it was last set.</summary>
    public ulong Key { get; set; }

    /// <returns>The painted pixels it touches; empty when it shows nothing.</returns>
    public PixelBox Part(Evaluator frame, CastFrame cast, PartPlan part, double opacity, in PaintedArea area)
    {
        ref readonly var world = ref cast.Worlds[part.Node];
        var film = frame.Plan.Film;
        if (cast.Meshes[part.Index] is { } mesh)
        {
            return Mesh(part.Drawing, opacity, world, mesh, film.Drawings[part.Drawing].Bounds, area);
        }

        if (part.Forms is { } forms)
        {
            return Forms(part, forms, opacity, world, frame.DrivenOf(cast), film.Drawings[part.Drawing], area);
        }

        // A limb stands where its bones do; a turn or shift of its own would take it off them.
        return part.Limb is { } limb
            ? Limb(part, limb, opacity, frame, cast, film.Drawings[part.Drawing], area)
            : Swapped(frame.DrivenOf(cast), part, opacity, world, film, area);
    }

    public PixelBox Stiff(int drawing, double opacity, in Affine matrix, Box bounds, in PaintedArea area)
    {
        var box = area.Of(matrix, bounds);
        if (box.IsEmpty)
        {
            return box;
        }

        var node = Begin(DrawList.StiffNode, drawing, opacity);
        words.Matrix(matrix);
        return End(node, box);
    }

    /// <summary>The drawing, or the one that is shown in its place.</summary>
    private PixelBox Swapped(ReadOnlySpan<double> values, PartPlan part, double opacity, in Affine world, Film film, in PaintedArea area)
    {
        var shows = part.SwapSlot < 0 ? 0 : (int)Math.Round(values[part.SwapSlot]);
        if (shows <= 0 || shows > part.Swaps.Length)
        {
            return Stiff(part.Drawing, opacity, world, film.Drawings[part.Drawing].Bounds, area);
        }

        var swap = part.Swaps[shows - 1];
        return swap.Drawing < 0 ? PixelBox.Empty : Stiff(swap.Drawing, opacity, world * swap.Laid, film.Drawings[swap.Drawing].Bounds, area);
    }

    private PixelBox Mesh(int drawing, double opacity, in Affine world, MeshFrame mesh, Box bounds, in PaintedArea area)
    {
        var (onPlane, triangles) = (area with { ToPainted = area.ToPainted * world }, mesh.Triangles);
        var node = words.Begin(DrawList.MeshNode);
        words.Grid(ArtGrid.Sharp(bounds, onPlane.ToPainted.Magnification(bounds.Centre)));
        var posed = words.Length;
        words.Int(drawing);
        words.Float(opacity);
        words.Matrix(world);
        words.Int(mesh.Mesh.VertexCount);
        words.Int(triangles.Length);
        var (x, y) = (mesh.X, mesh.Y);
        var into = words.Floats(2 * x.Length);
        var (left, top, right, bottom) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        for (var i = 0; i < x.Length; i++)
        {
            var (atX, atY) = (x[i], y[i]);
            into[2 * i] = (float)atX;
            into[(2 * i) + 1] = (float)atY;
            left = atX < left ? atX : left;
            right = atX > right ? atX : right;
            top = atY < top ? atY : top;
            bottom = atY > bottom ? atY : bottom;
        }

        var box = onPlane.Of(left, top, right, bottom);
        if (box.IsEmpty)
        {
            words.Rewind(node);
            return box;
        }

        words.Words(mesh.Mesh.Pairs);
        words.Words(triangles);
        return End(node, box, posed);
    }

    private PixelBox Forms(PartPlan part, FormPlan forms, double opacity, in Affine world, ReadOnlySpan<double> values, Drawing drawing, in PaintedArea area)
    {
        var node = Begin(DrawList.ShapesNode, part.Drawing, opacity);
        words.Matrix(world);
        var rings = forms.Set.Rings;
        var countAt = words.Length;
        words.Int(0);
        var (paths, covered) = (0, default(Box));
        for (var r = 0; r < rings.Length;)
        {
            var shape = rings[r].Shape;
            words.Int(shape);
            words.Int(DrawList.FillAndStroke);
            var linesAt = words.Length;
            words.Int(0);
            var (lines, around) = (0, default(Box));
            for (; r < rings.Length && rings[r].Shape == shape; r++, lines++)
            {
                around = around.With(Ring(rings[r], forms.Slots, values));
            }

            words.Int(linesAt, lines);
            covered = covered.With(Inked(around, drawing, shape));
            paths++;
        }

        words.Int(countAt, paths);
        return Placed(node, area.Of(world, covered));
    }

    private Box Ring(FormSet.MatchedRing ring, int[] slots, ReadOnlySpan<double> values)
    {
        words.Int(ring.Closed ? 1 : 0);
        words.Int(ring.Places.Length);
        var into = words.Floats(2 * ring.Places.Length);
        var (left, top, right, bottom) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        for (var i = 0; i < ring.Places.Length; i++)
        {
            var (x, y) = (ring.Places[i].X, ring.Places[i].Y);
            for (var f = 0; f < slots.Length; f++)
            {
                var part = values[slots[f]] / 100;
                x += ring.Moves[f][i].X * part;
                y += ring.Moves[f][i].Y * part;
            }

            into[2 * i] = (float)x;
            into[(2 * i) + 1] = (float)y;
            (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
        }

        return left <= right ? Box.Around(left, top, right, bottom) : default;
    }

    /// <summary>An outline's box with the ink drawn along it, whose corners may stand out as far as the miter lets them.</summary>
    private static Box Inked(Box outline, Drawing drawing, int shape)
    {
        if (shape >= drawing.Shapes.Length || drawing.Shapes[shape].Stroke is not { } stroke)
        {
            return outline;
        }

        var ink = stroke.Width / 2 * drawing.Shapes[shape].Matrix.MeanScale * Math.Max(1.5, stroke.MiterLimit);
        return Box.Around(outline.X - ink, outline.Y - ink, outline.Right + ink, outline.Bottom + ink);
    }

    private PixelBox Limb(PartPlan part, LimbPlan limb, double opacity, Evaluator frame, CastFrame cast, Drawing drawing, in PaintedArea area)
    {
        var values = frame.DrivenOf(cast);
        ref readonly var upper = ref cast.Plan.Nodes[limb.Upper];
        ref readonly var lower = ref cast.Plan.Nodes[limb.Lower];
        var root = cast.Worlds[limb.Upper].Map(upper.Pivot);
        var joint = cast.Worlds[limb.Lower].Map(lower.Pivot);
        var end = cast.Skeleton.Tips[limb.Lower].Map(lower.Pivot + lower.Along);
        var shape = drawing.Shapes.Length > 0 ? drawing.Shapes[0] : null;
        var ink = shape?.Stroke is { } stroke ? stroke.Width * shape.Matrix.MeanScale : 0;
        var (first, last) = (cast.Skeleton.Widths[limb.Upper], cast.Skeleton.Widths[limb.Lower]);
        var (widthRoot, widthJoint, widthEnd) = (
            limb.Limb.RootWidth * first * values[limb.WidthSlot] / 100,
            limb.Limb.JointWidth * (first + last) / 2 * values[limb.WidthSlot + 1] / 100,
            limb.Limb.EndWidth * last * values[limb.WidthSlot + 2] / 100);
        var node = Begin(DrawList.ShapesNode, part.Drawing, opacity);
        words.Matrix(Affine.Identity);
        words.Int(ink > 0 ? 2 : 1);
        var covered = default(Box);
        if (ink > 0)
        {
            // An ink line is the limb a little wider underneath: it has no inside corners that could cross.
            covered = LimbPath(DrawList.StrokePaint, root, joint, end, widthRoot + ink, widthJoint + ink, widthEnd + ink);
        }

        covered = covered.With(LimbPath(DrawList.FillOnly, root, joint, end, Math.Max(0, widthRoot - ink), Math.Max(0, widthJoint - ink), Math.Max(0, widthEnd - ink)));
        return Placed(node, area.Of(Affine.Identity, covered));
    }

    private Box LimbPath(int paint, Point root, Point joint, Point end, double widthRoot, double widthJoint, double widthEnd)
    {
        Span<Point> points = stackalloc Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, root, joint, end, widthRoot, widthJoint, widthEnd);
        words.Int(0);
        words.Int(paint);
        words.Int(LimbOutline.Pieces);
        var (left, top, right, bottom) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        for (var piece = 0; piece < LimbOutline.Pieces; piece++)
        {
            words.Int(1);
            words.Int(LimbOutline.Corners);
            var into = words.Floats(2 * LimbOutline.Corners);
            for (var i = 0; i < LimbOutline.Corners; i++)
            {
                ref readonly var point = ref points[(piece * LimbOutline.Corners) + i];
                (into[2 * i], into[(2 * i) + 1]) = ((float)point.X, (float)point.Y);
                (left, top, right, bottom) = (Math.Min(left, point.X), Math.Min(top, point.Y), Math.Max(right, point.X), Math.Max(bottom, point.Y));
            }
        }

        return Box.Around(left, top, right, bottom);
    }

    private int Begin(int kind, int drawing, double opacity)
    {
        var node = words.Begin(kind);
        words.Int(drawing);
        words.Float(opacity);
        return node;
    }

    /// <summary>Ends a node, or takes it back where it touches nothing.</summary>
    private PixelBox Placed(int node, in PixelBox box)
    {
        if (box.IsEmpty)
        {
            words.Rewind(node);
            return box;
        }

        return End(node, box);
    }

    private PixelBox End(int node, in PixelBox box) => End(node, box, node + WordBuffer.NodeHead + WordBuffer.BoxBytes);

    /// <param name="posed">Where what it shows begins, behind what only says where it lies and how finely it is painted.</param>
    private PixelBox End(int node, in PixelBox box, int posed)
    {
        words.End(node, box);
        Key = words.Hash(node, posed, Key);
        return box;
    }
}
