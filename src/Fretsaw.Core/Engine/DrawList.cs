using System.Buffers.Binary;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>
/// The binary list that both painters read. Little-endian words of four bytes, integers or floats:
/// <code>
/// 'FSDL' version width height backdropArgb layerCount
/// layer:   homography×9 (row by row, to picture px)  opacity  sigma (picture px)  itemCount
/// item 1:  1 drawing opacity matrix×6 (a b c d e f)                               — a drawing, stiff
/// item 2:  2 drawing opacity matrix×6 vertexCount indexCount
///          positions×2v  art×2v  indices×n                                        — a drawing on a mesh
/// </code>
/// "drawing" is an index into the film's drawings; "art" is where a vertex sits on the drawing, in its pixels.
/// </summary>
public static class DrawList
{
    public const int Magic = 0x4C445346;
    public const int Version = 1;
    public const int StiffItem = 1;
    public const int MeshItem = 2;
}

/// <summary>Frame → draw list, into one buffer that grows to the largest frame and is then used again.</summary>
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
        foreach (var layer in plan.Layers)
        {
            if (frame.Camera.Shows(layer.Distance))
            {
                Layer(frame, layer);
                layers++;
            }
        }

        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(countAt), layers);
        return new ArraySegment<byte>(buffer, 0, length);
    }

    private void Layer(Evaluator frame, LayerPlan layer)
    {
        var plan = frame.Plan;
        var camera = frame.Camera.ToPicture(plan.Film, layer.Distance);
        var toPicture = camera * (layer.IsFlat ? plan.Flats[layer.Index].Placement : frame.Cast[layer.Index].ToStage);
        Float(toPicture.A);
        Float(toPicture.C);
        Float(toPicture.E);
        Float(toPicture.B);
        Float(toPicture.D);
        Float(toPicture.F);
        Float(0);
        Float(0);
        Float(1);
        Float(1);
        Float(frame.Camera.BlurSigma(plan.Film, layer.Distance));
        if (layer.IsFlat)
        {
            Int(1);
            Item(DrawList.StiffItem, plan.Flats[layer.Index].Drawing, 1, Affine.Identity);
            return;
        }

        var cast = frame.Cast[layer.Index];
        Int(cast.Plan.Painted.Length);
        for (var i = 0; i < cast.Plan.Painted.Length; i++)
        {
            var part = cast.Plan.Painted[i];
            Item(cast.Warps[i] is null ? DrawList.StiffItem : DrawList.MeshItem, part.Drawing, part.Part.Opacity, cast.Worlds[part.Node]);
            if (cast.Warps[i] is { } warp)
            {
                Mesh(part.Warp!.System.Mesh, warp.X, warp.Y);
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

    private void Mesh(Mesh mesh, double[] x, double[] y)
    {
        Int(mesh.VertexCount);
        Int(mesh.Triangles.Length);
        Pairs(x, y);
        Pairs(mesh.X, mesh.Y);
        var into = Take(4 * mesh.Triangles.Length);
        for (var i = 0; i < mesh.Triangles.Length; i++)
        {
            BinaryPrimitives.WriteInt32LittleEndian(into[(4 * i)..], mesh.Triangles[i]);
        }
    }

    private void Pairs(double[] x, double[] y)
    {
        var into = Take(8 * x.Length);
        for (var i = 0; i < x.Length; i++)
        {
            BinaryPrimitives.WriteSingleLittleEndian(into[(8 * i)..], (float)x[i]);
            BinaryPrimitives.WriteSingleLittleEndian(into[((8 * i) + 4)..], (float)y[i]);
        }
    }

    private void Int(int value) => BinaryPrimitives.WriteInt32LittleEndian(Take(4), value);

    private void Float(double value) => BinaryPrimitives.WriteSingleLittleEndian(Take(4), (float)value);

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
