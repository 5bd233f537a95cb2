namespace Fretsaw.Core.Timing;

/// <summary>The frames of a track's keys, and where a frame lies among them. Remembers nothing between questions.</summary>
internal sealed class KeyTimes(double[] frames, Beyond before, Beyond after)
{
    public int Count => frames.Length;

    public double this[int key] => frames[key];

    /// <summary>The key up to a frame, as the track goes on before its first key and after its last.</summary>
    /// <param name="frame">Whole or between frames; becomes the frame among the keys at which the track is read.</param>
    /// <param name="cycles">How many times the track has been gone through, for <see cref="Beyond.Onward"/>; else 0.</param>
    /// <returns>The last key at or before the frame; −1 before the first.</returns>
    public int Find(ref double frame, out double cycles)
    {
        cycles = 0;
        var (first, last) = (frames[0], frames[^1]);
        var beyond = frame < first ? before : frame > last ? after : Beyond.Stand;
        if (beyond != Beyond.Stand && last > first)
        {
            var span = last - first;
            var round = Math.Floor((frame - first) / span);
            frame = Math.Clamp(frame - (round * span), first, last);
            if (beyond == Beyond.ToAndFro && Math.IEEERemainder(round, 2) != 0)
            {
                frame = first + (last - frame);
            }

            cycles = beyond == Beyond.Onward ? round : 0;
        }

        return LastUpTo(frame);
    }

    private int LastUpTo(double frame)
    {
        var (low, high) = (-1, frames.Length - 1);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            (low, high) = frames[middle] <= frame ? (middle, high) : (low, middle - 1);
        }

        return low;
    }
}
