using System.Buffers.Binary;
using Fretsaw.Core.Engine;

namespace Fretsaw.Print;

/// <summary>Walks the words of a draw list; see <see cref="DrawList"/> for the layout.</summary>
internal ref struct DrawListReader(ReadOnlySpan<byte> bytes)
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

    public void Demand(int word, string what)
    {
        if (Int() != word)
        {
            throw new InvalidDataException($"The draw list has the wrong {what}.");
        }
    }
}
