using System.Buffers.Binary;
using System.Runtime.InteropServices;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>Walks the words of a draw list; see <see cref="DrawList"/> for the layout.</summary>
public ref struct DrawListReader
{
    private readonly ReadOnlySpan<byte> bytes;
    private int at;

    /// <summary>Reads the head.</summary>
    /// <exception cref="InvalidDataException">It is no draw list, or one of another version.</exception>
    public DrawListReader(ReadOnlySpan<byte> bytes)
    {
        this.bytes = bytes;
        if (Int() != DrawList.Magic || Int() != DrawList.Version)
        {
            throw new InvalidDataException("This is no draw list of today's version.");
        }

        (Width, Height, Backdrop) = (Int(), Int(), unchecked((uint)Int()));
        Clip = Box();
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>ARGB.</summary>
    public uint Backdrop { get; }

    /// <summary>The pixels that the picture is painted on.</summary>
    public PixelBox Clip { get; }

    /// <summary>Bytes that were read.</summary>
    public readonly int At => at;

    /// <summary>Where the list ends.</summary>
    public readonly int Length => bytes.Length;

    /// <summary>Bytes of the head, behind which the first node lies.</summary>
    public const int Head = 4 * DrawList.HeadWords;

    /// <summary>Goes on at a node's beginning.</summary>
    public void Skip(int to) => at = to;

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

    public ulong Long()
    {
        var value = BinaryPrimitives.ReadUInt64LittleEndian(bytes[at..]);
        at += 8;
        return value;
    }

    public PixelBox Box() => new(Int(), Int(), Int(), Int());

    public DrawNode Node()
    {
        var kind = Int();
        var end = at + 4 + (4 * Int());
        return new DrawNode(kind, end, Box());
    }

    public DrawPlace Place() => new((Blend)Int(), Float(), Float(), Long(), Homography(), Int(), Float());

    public ArtGrid Grid() => new(Float(), Float(), Float(), Int(), Int());

    public Affine Affine() => new(Float(), Float(), Float(), Float(), Float(), Float());

    public Homography Homography() => new(Float(), Float(), Float(), Float(), Float(), Float(), Float(), Float(), Float());

    public Point[] Points(int count)
    {
        var points = new Point[count];
        for (var i = 0; i < count; i++)
        {
            points[i] = new Point(Float(), Float());
        }

        return points;
    }

    /// <summary>So many words as they lie in the list.</summary>
    public ReadOnlySpan<T> Words<T>(int count)
        where T : unmanaged
    {
        var words = MemoryMarshal.Cast<byte, T>(bytes.Slice(at, 4 * count));
        at += 4 * count;
        return words;
    }

    /// <summary>Goes on behind a node.</summary>
    public void Pass(in DrawNode node) => at = node.End;
}

/// <param name="End">Where the next node begins.</param>
/// <param name="Box">All painted pixels it touches.</param>
public readonly record struct DrawNode(int Kind, int End, PixelBox Box);

/// <summary>How a group is made and laid.</summary>
/// <param name="Sigma">How soft it is, painted pixels.</param>
/// <param name="Key">Stands for what is in it.</param>
/// <param name="ToParent">From its plane.</param>
/// <param name="Step">Painted pixels for one of its board's; 0 when it has none.</param>
/// <param name="Rest">What is softened on the board, its pixels.</param>
public readonly record struct DrawPlace(Blend Blend, double Opacity, double Sigma, ulong Key, Homography ToParent, int Step, double Rest);
