using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Timing;

/// <summary>
/// All channels of a shot as flat arrays: channel c owns keys [first[c], first[c + 1]). Sampling allocates nothing
/// and remembers nothing, so frame 40 is the same whatever was asked before.
/// </summary>
public sealed class ChannelTable
{
    private readonly int[] first;
    private readonly double[] frames;
    private readonly double[] values;
    private readonly Chart[] gaps;
    private readonly Dictionary<string, int> byAddress = new(StringComparer.Ordinal);

    public ChannelTable(ImmutableArray<Channel> channels)
    {
        var total = channels.Sum(channel => channel.Keys.Length);
        first = new int[channels.Length + 1];
        frames = new double[total];
        values = new double[total];
        gaps = new Chart[total];
        var at = 0;
        for (var c = 0; c < channels.Length; c++)
        {
            byAddress[channels[c].Id] = c;
            foreach (var key in channels[c].Keys)
            {
                (frames[at], values[at], gaps[at]) = (key.Frame, key.Value, key.Gap);
                at++;
            }

            first[c + 1] = at;
        }
    }

    /// <returns>−1 when the address has no keys.</returns>
    public int IndexOf(string address) =>
        byAddress.TryGetValue(address, out var index) && first[index + 1] > first[index] ? index : -1;

    /// <summary>The value at a frame; before the first key and after the last it stands still.</summary>
    /// <param name="channel">From <see cref="IndexOf"/>, ≥ 0.</param>
    /// <param name="frame">Whole or between frames.</param>
    public double Sample(int channel, double frame)
    {
        var (start, end) = (first[channel], first[channel + 1]);
        var next = Array.BinarySearch(frames, start, end - start, frame);
        if (next >= 0)
        {
            return values[next];
        }

        next = ~next;
        if (next == start)
        {
            return values[start];
        }

        if (next == end)
        {
            return values[end - 1];
        }

        var key = next - 1;
        var progress = Charts.Progress(gaps[key], (frame - frames[key]) / (frames[next] - frames[key]));
        return values[key] + ((values[next] - values[key]) * progress);
    }

    /// <summary>The value of the last key up to a frame; before the first key that one's. For values that have none in between.</summary>
    /// <param name="channel">From <see cref="IndexOf"/>, ≥ 0.</param>
    /// <param name="frame">Whole or between frames.</param>
    public double SampleHeld(int channel, double frame)
    {
        var (start, end) = (first[channel], first[channel + 1]);
        var at = Array.BinarySearch(frames, start, end - start, frame);
        return values[at >= 0 ? at : Math.Max(start, ~at - 1)];
    }
}
