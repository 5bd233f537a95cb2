using System.Buffers.Binary;
using System.Numerics;
using System.Runtime.InteropServices;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>Words of a draw list, in one buffer that grows to the largest frame and is then used again.</summary>
internal sealed class WordBuffer
{
    /// <summary>Kind and length of a node.</summary>
    public const int NodeHead = 8;

    public const int BoxBytes = 16;

    private byte[] buffer = new byte[1 << 14];

    /// <summary>Bytes.</summary>
    public int Length { get; private set; }

    public ArraySegment<byte> Written => new(buffer, 0, Length);

    public void Clear() => Length = 0;

    /// <summary>Takes back what was written after a place.</summary>
    public void Rewind(int length) => Length = length;

    /// <returns>Where the node begins, for <see cref="End"/>.</returns>
    public int Begin(int kind)
    {
        var at = Length;
        Int(kind);
        Int(0);
        Take(BoxBytes);
        return at;
    }

    /// <summary>Fills in the node's length and box.</summary>
    public void End(int node, in PixelBox box)
    {
        BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(node + 4), (Length - node - NodeHead) / 4);
        var words = MemoryMarshal.Cast<byte, int>(buffer.AsSpan(node + NodeHead, BoxBytes));
        (words[0], words[1], words[2], words[3]) = (box.Left, box.Top, box.Right, box.Bottom);
    }

    /// <summary>A number for a node's kind and what it holds from a place on, mixed into one for those before it.</summary>
    /// <remarks>Multiply and rotate by odd constants of 64 bits, as FNV-1a does byte by byte: keys are compared, never trusted against an enemy.</remarks>
    public ulong Hash(int node, int from, ulong before)
    {
        const ulong Prime = 0x9E3779B97F4A7C15;
        var key = BitOperations.RotateLeft((before ^ (ulong)buffer[node]) * Prime, 29);
        foreach (var word in MemoryMarshal.Cast<byte, uint>(buffer.AsSpan(from, Length - from)))
        {
            key = BitOperations.RotateLeft((key ^ word) * Prime, 29);
        }

        return key;
    }

    /// <summary>Fills in words that were left open.</summary>
    public void Long(int at, ulong value) => BinaryPrimitives.WriteUInt64LittleEndian(buffer.AsSpan(at), value);

    public void Int(int at, int value) => BinaryPrimitives.WriteInt32LittleEndian(buffer.AsSpan(at), value);

    public void Int(int value) => BinaryPrimitives.WriteInt32LittleEndian(Take(4), value);

    public void Float(double value) => BinaryPrimitives.WriteSingleLittleEndian(Take(4), (float)value);

    public void Matrix(in Affine m)
    {
        var into = Floats(6);
        (into[0], into[1], into[2], into[3], into[4], into[5]) = ((float)m.A, (float)m.B, (float)m.C, (float)m.D, (float)m.E, (float)m.F);
    }

    public void Matrix(in Homography m)
    {
        var into = Floats(9);
        (into[0], into[1], into[2]) = ((float)m.A, (float)m.B, (float)m.C);
        (into[3], into[4], into[5]) = ((float)m.D, (float)m.E, (float)m.F);
        (into[6], into[7], into[8]) = ((float)m.G, (float)m.H, (float)m.I);
    }

    public void Grid(in ArtGrid grid)
    {
        Float(grid.X);
        Float(grid.Y);
        Float(grid.Texel);
        Int(grid.Width);
        Int(grid.Height);
    }

    /// <summary>What does not change from frame to frame, copied as it lies in memory.</summary>
    public void Words<T>(T[] words)
        where T : unmanaged
    {
        var bytes = MemoryMarshal.AsBytes(words.AsSpan());
        bytes.CopyTo(Take(bytes.Length));
    }

    /// <summary>Room for so many numbers, as they lie in memory: the list is little-endian, as every machine is that runs this.</summary>
    public Span<float> Floats(int count) => MemoryMarshal.Cast<byte, float>(Take(4 * count));

    private Span<byte> Take(int bytes)
    {
        if (Length + bytes > buffer.Length)
        {
            Array.Resize(ref buffer, Math.Max(2 * buffer.Length, Length + bytes));
        }

        var span = buffer.AsSpan(Length, bytes);
        Length += bytes;
        return span;
    }
}
