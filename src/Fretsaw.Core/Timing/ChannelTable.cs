using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Timing;

/// <summary>All channels of a shot, ready to be sampled.</summary>
public sealed class ChannelTable
{
    private readonly ImmutableArray<Channel> channels;
    private readonly KeyRun?[] runs;
    private readonly Dictionary<string, int> byAddress;

    /// <param name="before">A table of the shot as it was before an edit: what the edit left alone is shared.</param>
    public ChannelTable(ImmutableArray<Channel> channels, ChannelTable? before = null)
    {
        this.channels = channels;
        runs = new KeyRun?[channels.Length];
        for (var c = 0; c < runs.Length; c++)
        {
            var kept = before is not null && c < before.runs.Length && ReferenceEquals(before.channels[c], channels[c]);
            runs[c] = kept ? before!.runs[c] : channels[c].Keys.IsEmpty ? null : new KeyRun(channels[c].Keys);
        }

        byAddress = before is not null && AreTheSame(before) ? before.byAddress : Numbered(channels);
    }

    /// <summary>True when every address that has keys has the same number in both.</summary>
    public bool IsNumberedAs(ChannelTable other) => ReferenceEquals(byAddress, other.byAddress);

    /// <returns>−1 when the address has no keys.</returns>
    public int IndexOf(string address) => byAddress.GetValueOrDefault(address, -1);

    /// <summary>The value at a frame; before the first key and after the last it stands still.</summary>
    /// <param name="channel">From <see cref="IndexOf"/>, ≥ 0.</param>
    /// <param name="frame">Whole or between frames.</param>
    public double Sample(int channel, double frame) => runs[channel]!.At(frame);

    /// <summary>The value of the last key up to a frame; before the first key that one's. For values that have none in between.</summary>
    /// <param name="channel">From <see cref="IndexOf"/>, ≥ 0.</param>
    /// <param name="frame">Whole or between frames.</param>
    public double SampleHeld(int channel, double frame) => runs[channel]!.HeldAt(frame);

    private bool AreTheSame(ChannelTable before)
    {
        var same = runs.Length == before.runs.Length;
        for (var c = 0; same && c < runs.Length; c++)
        {
            same = channels[c].Id == before.channels[c].Id && runs[c] is null == before.runs[c] is null;
        }

        return same;
    }

    private static Dictionary<string, int> Numbered(ImmutableArray<Channel> channels)
    {
        var numbers = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var c = 0; c < channels.Length; c++)
        {
            if (!channels[c].Keys.IsEmpty)
            {
                numbers[channels[c].Id] = c;
            }
        }

        return numbers;
    }
}
