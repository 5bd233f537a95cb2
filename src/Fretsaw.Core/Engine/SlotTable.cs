using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Every value of a shot that could be keyed, numbered. A slot with keys is sampled; one without stands at rest.
/// </summary>
public sealed class SlotTable
{
    private readonly ChannelTable channels;
    private readonly List<string> addresses;
    private readonly List<PropertyInfo> properties;
    private readonly Dictionary<string, int> byAddress;
    private readonly List<int> channel;

    public SlotTable(ChannelTable channels)
    {
        this.channels = channels;
        (addresses, properties, channel, byAddress) = ([], [], [], new Dictionary<string, int>(StringComparer.Ordinal));
    }

    private SlotTable(SlotTable slots, ChannelTable channels)
    {
        this.channels = channels;
        (addresses, properties, byAddress) = (slots.addresses, slots.properties, slots.byAddress);
        channel = channels.IsNumberedAs(slots.channels) ? slots.channel : [.. addresses.Select(channels.IndexOf)];
    }

    public int Count => addresses.Count;

    public string AddressOf(int slot) => addresses[slot];

    public PropertyInfo PropertyOf(int slot) => properties[slot];

    public bool Jumps(int slot) => properties[slot].Jumps;

    public bool IsKeyed(int slot) => channel[slot] >= 0;

    /// <returns>−1 when no thing of the shot has such a value.</returns>
    public int Find(string address) => byAddress.GetValueOrDefault(address, -1);

    /// <summary>The same slots over other keys.</summary>
    internal SlotTable With(ImmutableArray<Channel> others) => new(this, new ChannelTable(others, channels));

    /// <summary>Adds a thing's properties in a row and returns the first slot.</summary>
    internal int Add(string owner, string thing, PropertyInfo[] table)
    {
        var first = addresses.Count;
        foreach (var property in table)
        {
            var address = new Address(owner, thing, property.Name).ToString();
            byAddress.Add(address, addresses.Count);
            addresses.Add(address);
            properties.Add(property);
            channel.Add(channels.IndexOf(address));
        }

        return first;
    }

    /// <summary>All values at a frame.</summary>
    internal void Sample(double frame, Span<double> values)
    {
        for (var slot = 0; slot < values.Length; slot++)
        {
            values[slot] = channel[slot] < 0 ? properties[slot].Default
                : properties[slot].Jumps ? channels.SampleHeld(channel[slot], frame)
                : channels.Sample(channel[slot], frame);
        }
    }
}
