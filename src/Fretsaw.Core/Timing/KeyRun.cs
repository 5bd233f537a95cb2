using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Timing;

/// <summary>
/// One channel's keys as flat arrays. Sampling allocates nothing and remembers nothing, so frame 40 is the same whatever was
/// asked before.
/// </summary>
/// <param name="keys">At least one, by frame.</param>
internal sealed class KeyRun(ImmutableArray<Key> keys)
{
    private readonly double[] frames = [.. keys.Select(key => (double)key.Frame)];
    private readonly double[] values = [.. keys.Select(key => key.Value)];
    private readonly Chart[] gaps = [.. keys.Select(key => key.Gap)];

    /// <summary>The value at a frame; before the first key and after the last it stands still.</summary>
    /// <param name="frame">Whole or between frames.</param>
    public double At(double frame)
    {
        var key = Last(frame);
        if (key < 0 || key == frames.Length - 1 || frames[key] == frame)
        {
            return values[Math.Max(0, key)];
        }

        var next = key + 1;
        var progress = Charts.Progress(gaps[key], (frame - frames[key]) / (frames[next] - frames[key]));
        return values[key] + ((values[next] - values[key]) * progress);
    }

    /// <summary>The value of the last key up to a frame; before the first key that one's. For values that have none in between.</summary>
    /// <param name="frame">Whole or between frames.</param>
    public double HeldAt(double frame) => values[Math.Max(0, Last(frame))];

    /// <summary>The last key up to a frame; −1 before the first.</summary>
    private int Last(double frame)
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
