using System.Buffers.Binary;
using System.Runtime.InteropServices;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>Frame → <see cref="DrawList"/>, into one buffer that grows to the largest frame and is then used again.</summary>
public sealed class DrawListWriter
{
    private byte[] buffer = new byte[1 << 14];
    private int length;

    /// <summary>Writes the evaluated frame.</summary>
    /// <returns>Valid until the next call.</returns>
    public ArraySegment<byte> Write(Evaluator frame)
    {
        var plan = frame.Plan;
        length = 0;
        Int(DrawList.Magic);
        Int(DrawList.Version);
        Float(plan.Film.Width);
        Float(plan.Film.Height);
        Int(unchecked((int)plan.Backdrop.Argb));
        var countAt = length;
        Int(0);
        var layers = 0;
        foreach (var index in frame.FarToNear)
        {
            if (frame.Things[index].Shown)
            {
                Layer(frame, frame.Things[index]);
                layers++;
            }
        }

        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(countAt), layers);
        return new ArraySegment<byte>(buffer, 0, length);
    }

    /// <summary>Writes one part of a puppet alone, without its opacity or matte, as the camera sees it: for exports.</summary>
    /// <returns>Valid until the next call.</returns>
    public ArraySegment<byte> WritePart(Evaluator frame, CastFrame cast, PartPlan part)
    {
        var plan = frame.Plan;
        length = 0;
        Int(DrawList.Magic);
        Int(DrawList.Version);
        Float(plan.Film.Width);
        Float(plan.Film.Height);
        Int(0);
        Int(1);
        Place(frame.Things[cast.Use.Index].ToPicture, 1, 0);
        var countAt = length;
        Int(0);
        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(countAt), Part(frame, cast, part, 1));
        return new ArraySegment<byte>(buffer, 0, length);
    }

    private void Layer(Evaluator frame, ThingFrame thing)
    {
        Place(thing.ToPicture, thing.Standing.Opacity, thing.Sigma);
        var countAt = length;
        Int(0);
        var items = 0;
        if (thing.Cast is { } cast)
        {
            foreach (var part in cast.Plan.Painted)
            {
                items += Matted(frame, cast, part);
            }
        }
        else
        {
            Item(DrawList.StiffItem, thing.Plan.Drawing, 1, Affine.Identity);
            items = 1;
        }

        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(countAt), items);
    }

    /// <summary>A layer's head: where it stands, how solid, and how soft.</summary>
    private void Place(in Homography toPicture, double opacity, double sigma)
    {
        Float(toPicture.A);
        Float(toPicture.B);
        Float(toPicture.C);
        Float(toPicture.D);
        Float(toPicture.E);
        Float(toPicture.F);
        Float(toPicture.G);
        Float(toPicture.H);
        Float(toPicture.I);
        Float(opacity);
        Float(sigma);
    }

    /// <returns>How many items were written.</returns>
    private int Matted(Evaluator frame, CastFrame cast, PartPlan part)
    {
        if (part.Matte < 0)
        {
            return Part(frame, cast, part, part.Part.Opacity);
        }

        var begun = length;
        Int(DrawList.CutItem);
        var cut = Part(frame, cast, part, part.Part.Opacity);
        if (cut == 0)
        {
            length = begun;
            return 0;
        }

        Int(DrawList.MatteItem);
        Int(part.Part.Matte!.Outside ? 1 : 0);
        var matte = Part(frame, cast, cast.Plan.Parts[part.Matte], 1);
        Int(DrawList.EndItem);
        return cut + matte + 3;
    }

    /// <returns>0 when the part shows nothing.</returns>
    private int Part(Evaluator frame, CastFrame cast, PartPlan part, double opacity)
    {
        ref readonly var world = ref cast.Worlds[part.Node];
        if (cast.Meshes[part.Index] is { } mesh)
        {
            Item(DrawList.MeshItem, part.Drawing, opacity, world);
            Mesh(mesh);
        }
        else if (part.Forms is { } forms)
        {
            Item(DrawList.ShapesItem, part.Drawing, opacity, world);
            Forms(forms, frame.DrivenOf(cast));
        }
        else if (part.Limb is { } limb)
        {
            // A limb stands where its bones do; a turn or shift of its own would take it off them.
            Item(DrawList.ShapesItem, part.Drawing, opacity, Affine.Identity);
            Limb(limb, frame, cast, frame.Plan.Film.Drawings[part.Drawing]);
        }
        else
        {
            return Stiff(frame.DrivenOf(cast), part, opacity, world);
        }

        return 1;
    }

    private int Stiff(ReadOnlySpan<double> values, PartPlan part, double opacity, in Affine world)
    {
        var shows = part.SwapSlot < 0 ? 0 : (int)Math.Round(values[part.SwapSlot]);
        if (shows <= 0 || shows > part.Swaps.Length)
        {
            Item(DrawList.StiffItem, part.Drawing, opacity, world);
            return 1;
        }

        var swap = part.Swaps[shows - 1];
        if (swap.Drawing < 0)
        {
            return 0;
        }

        Item(DrawList.StiffItem, swap.Drawing, opacity, world * swap.Laid);
        return 1;
    }

    private void Forms(FormPlan forms, ReadOnlySpan<double> values)
    {
        var rings = forms.Set.Rings;
        var countAt = length;
        Int(0);
        var paths = 0;
        for (var r = 0; r < rings.Length;)
        {
            var shape = rings[r].Shape;
            Int(shape);
            Int(DrawList.FillAndStroke);
            var linesAt = length;
            Int(0);
            var lines = 0;
            for (; r < rings.Length && rings[r].Shape == shape; r++, lines++)
            {
                Ring(rings[r], forms.Slots, values);
            }

            BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(linesAt), lines);
            paths++;
        }

        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(countAt), paths);
    }

    private void Ring(FormSet.MatchedRing ring, int[] slots, ReadOnlySpan<double> values)
    {
        Int(ring.Closed ? 1 : 0);
        Int(ring.Places.Length);
        var into = Floats(2 * ring.Places.Length);
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
        }
    }

    private void Limb(LimbPlan limb, Evaluator frame, CastFrame cast, Drawing drawing)
    {
        var values = frame.DrivenOf(cast);
        ref readonly var upper = ref cast.Plan.Nodes[limb.Upper];
        ref readonly var lower = ref cast.Plan.Nodes[limb.Lower];
        var root = cast.Worlds[limb.Upper].Map(upper.Pivot);
        var joint = cast.Worlds[limb.Lower].Map(lower.Pivot);
        var end = cast.Skeleton.Tips[limb.Lower].Map(lower.Pivot + lower.Along);
        var shape = drawing.Shapes.Length > 0 ? drawing.Shapes[0] : null;
        var ink = shape?.Stroke is { } stroke ? stroke.Width * shape.Matrix.MeanScale : 0;
        var (widthRoot, widthJoint, widthEnd) = (
            limb.Limb.RootWidth * values[limb.WidthSlot] / 100,
            limb.Limb.JointWidth * values[limb.WidthSlot + 1] / 100,
            limb.Limb.EndWidth * values[limb.WidthSlot + 2] / 100);
        Int(ink > 0 ? 2 : 1);
        if (ink > 0)
        {
            // An ink line is the limb a little wider underneath: it has no inside corners that could cross.
            LimbPath(DrawList.StrokePaint, root, joint, end, widthRoot + ink, widthJoint + ink, widthEnd + ink);
        }

        LimbPath(DrawList.FillOnly, root, joint, end, Math.Max(0, widthRoot - ink), Math.Max(0, widthJoint - ink), Math.Max(0, widthEnd - ink));
    }

    private void LimbPath(int paint, Point root, Point joint, Point end, double widthRoot, double widthJoint, double widthEnd)
    {
        Span<Point> points = stackalloc Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, root, joint, end, widthRoot, widthJoint, widthEnd);
        Int(0);
        Int(paint);
        Int(LimbOutline.Pieces);
        for (var piece = 0; piece < LimbOutline.Pieces; piece++)
        {
            Int(1);
            Int(LimbOutline.Corners);
            var into = Floats(2 * LimbOutline.Corners);
            for (var i = 0; i < LimbOutline.Corners; i++)
            {
                ref readonly var point = ref points[(piece * LimbOutline.Corners) + i];
                (into[2 * i], into[(2 * i) + 1]) = ((float)point.X, (float)point.Y);
            }
        }
    }

    private void Item(int kind, int drawing, double opacity, in Affine matrix)
    {
        Int(kind);
        Int(drawing);
        Float(opacity);
        Float(matrix.A);
        Float(matrix.B);
        Float(matrix.C);
        Float(matrix.D);
        Float(matrix.E);
        Float(matrix.F);
    }

    private void Mesh(MeshFrame mesh)
    {
        var triangles = mesh.Triangles;
        Int(mesh.Mesh.VertexCount);
        Int(triangles.Length);
        Pairs(mesh.X, mesh.Y);
        Words(mesh.Mesh.Pairs);
        Words(triangles);
    }

    /// <summary>What does not change from frame to frame, copied as it lies in memory.</summary>
    private void Words<T>(T[] words)
        where T : unmanaged
    {
        var bytes = MemoryMarshal.AsBytes(words.AsSpan());
        bytes.CopyTo(Take(bytes.Length));
    }

    private void Pairs(double[] x, double[] y)
    {
        var into = Floats(2 * x.Length);
        for (var i = 0; i < x.Length; i++)
        {
            into[2 * i] = (float)x[i];
            into[(2 * i) + 1] = (float)y[i];
        }
    }

    private void Int(int value) => BinaryPrimitives.WriteInt32LittleEndian(Take(4), value);

    private void Float(double value) => BinaryPrimitives.WriteSingleLittleEndian(Take(4), (float)value);

    /// <summary>Room for so many numbers, as they lie in memory: the list is little-endian, as every machine is that runs this.</summary>
    private Span<float> Floats(int count) => MemoryMarshal.Cast<byte, float>(Take(4 * count));

    private Span<byte> Take(int bytes)
    {
        if (length + bytes > buffer.Length)
        {
            Array.Resize(ref buffer, Math.Max(2 * buffer.Length, length + bytes));
        }

        var span = buffer.AsSpan(length, bytes);
        length += bytes;
        return span;
    }
}
