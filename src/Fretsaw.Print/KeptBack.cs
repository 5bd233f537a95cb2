using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print;

/// <summary>
/// What lies behind the first node that changed, from one frame to the next: while the camera stands still, scenery is laid once.
/// Lists are compared word by word, so what is kept is what would be painted.
/// </summary>
internal sealed class KeptBack(int width, int height) : IDisposable
{
    private readonly Sheet back = new();
    private byte[] last = [];
    private int lastLength;
    private bool lastClear;

    /// <summary>Bytes of the last list that the kept sheet shows; 0 while nothing is kept.</summary>
    private int kept;

    /// <summary>Bytes that are the same in this list and the last.</summary>
    private int same;

    public long Bytes => back.Bytes;

    /// <param name="at">Where to go on in the list.</param>
    /// <returns>Whether the frame shows all that comes before.</returns>
    public bool Begin(ReadOnlySpan<byte> list, bool clear, Sheet frame, out int at)
    {
        same = clear == lastClear ? list.CommonPrefixLength(last.AsSpan(0, lastLength)) : 0;
        lastClear = clear;
        at = DrawListReader.Head;
        if (kept == 0 || same < kept)
        {
            kept = 0;
            return false;
        }

        frame.CopyFrom(back);
        at = kept;
        return true;
    }

    /// <summary>The list is painted up to a node's end: the last one before what changed is kept.</summary>
    public void Passed(ReadOnlySpan<byte> list, int at, Sheet frame)
    {
        if (at > same || at <= kept || (at < list.Length && at + NodeLength(list, at) <= same))
        {
            return;
        }

        back.Resize(width, height);
        back.CopyFrom(frame);
        kept = at;
    }

    public void End(ReadOnlySpan<byte> list)
    {
        if (last.Length < list.Length)
        {
            last = new byte[2 * list.Length];
        }

        list.CopyTo(last);
        lastLength = list.Length;
    }

    public void Dispose() => back.Dispose();

    private static int NodeLength(ReadOnlySpan<byte> list, int at) => 8 + (4 * System.Buffers.Binary.BinaryPrimitives.ReadInt32LittleEndian(list[(at + 4)..]));
}
