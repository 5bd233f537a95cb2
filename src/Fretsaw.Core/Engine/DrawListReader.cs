using System.Buffers.Binary;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>Walks the words of a draw list; see <see cref="DrawList"/> for the layout.</summary>
public ref struct DrawListReader(ReadOnlySpan<byte> bytes)
{
    private readonly ReadOnlySpan<byte> bytes = bytes;
    private int at;

    public int Int()
    {
        var value = BinaryPrimitives.ReadInt32LittleEndian(bytes[at..]);
        at += 4;
        return value;
    }

    public float Float()
    {
        var value = BinaryPrimitives.ReadSingleLittleEndian(bytes[at..]);
        at += 4;
        return value;
    }

    public Affine Affine() => new(Float(), Float(), Float(), Float(), Float(), Float());

    public Point[] Points(int count)
    {
        var points = new Point[count];
        for (var i = 0; i < count; i++)
        {
            points[i] = new Point(Float(), Float());
        }

        return points;
    }

    /// <exception cref="InvalidDataException">The next word is another: the list is of another version, or broken.</exception>
    public void Demand(int word, string what)
    {
        if (Int() != word)
        {
            throw new InvalidDataException($"The draw list has the wrong {what}.");
        }
    }
}
