using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Every value of a shot that could be keyed, in one row of slots: the camera's, the wind's, then for each thing those of its stand
/// and, for a puppet, those of its plan. What belongs to an owner lies together.
/// </summary>
public sealed class SlotLayout
{
    public const int CameraOwner = 0;
    public const int WindOwner = 1;

    /// <summary>The owner of the first thing; the others follow in the shot's order.</summary>
    public const int FirstThing = 2;

    private readonly List<Segment> segments = [];
    private readonly List<(int First, int Count)> owners = [];
    private readonly Dictionary<int, PropertyInfo> own = [];
    private readonly List<string> ids = [];
    private readonly Dictionary<string, int> ownerOf = new(StringComparer.Ordinal);

    /// <param name="Owner">As a number.</param>
    private sealed record Segment(int Owner, string OwnerId, int First, ValueTable Table);

    public int Count { get; private set; }

    public int OwnerCount => owners.Count;

    /// <summary>The slots of an owner.</summary>
    public (int First, int Count) SlotsOf(int owner) => owners[owner];

    /// <returns>−1 when the shot has no such owner.</returns>
    public int OwnerOf(string id) => ownerOf.GetValueOrDefault(id, -1);

    public string IdOf(int owner) => ids[owner];

    /// <returns>−1 when no thing of the shot has such a value.</returns>
    public int Find(Address address)
    {
        var owner = OwnerOf(address.Owner);
        foreach (var segment in segments)
        {
            if (segment.Owner == owner && segment.Table.Find(address.Thing, address.Property) is >= 0 and var number)
            {
                return segment.First + number;
            }
        }

        return -1;
    }

    public Address AddressOf(int slot)
    {
        var segment = SegmentOf(slot);
        return new Address(segment.OwnerId, segment.Table.ThingOf(slot - segment.First), PropertyOf(slot).Name);
    }

    public PropertyInfo PropertyOf(int slot)
    {
        if (own.TryGetValue(slot, out var property))
        {
            return property;
        }

        var segment = SegmentOf(slot);
        return segment.Table.PropertyOf(slot - segment.First);
    }

    public bool Jumps(int slot) => PropertyOf(slot).Jumps;

    /// <summary>Puts the values of an owner where they stand at rest.</summary>
    public void Rest(int owner, Span<double> values)
    {
        foreach (var segment in segments)
        {
            if (segment.Owner == owner)
            {
                segment.Table.Rest.CopyTo(values[segment.First..]);
            }
        }
    }

    /// <summary>A value of which this shot's thing has more to choose from than its table says.</summary>
    internal void Show(int slot, PropertyInfo property) => own[slot] = property;

    /// <summary>Adds an owner with its tables, one behind the other, and returns the first slot.</summary>
    internal int Add(string id, params ReadOnlySpan<ValueTable> tables)
    {
        var (owner, first) = (owners.Count, Count);
        ownerOf.Add(id, owner);
        ids.Add(id);
        foreach (var table in tables)
        {
            segments.Add(new Segment(owner, id, Count, table));
            Count += table.Count;
        }

        owners.Add((first, Count - first));
        return first;
    }

    private Segment SegmentOf(int slot)
    {
        var (low, high) = (0, segments.Count - 1);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            (low, high) = segments[middle].First <= slot ? (middle, high) : (low, middle - 1);
        }

        return segments[low];
    }
}
