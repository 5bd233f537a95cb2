using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>The samplers of a shot's owners, and in which slots lie what they say.</summary>
public sealed class TrackTable
{
    private readonly SlotLayout slots;
    private readonly Sampler[] samplers;
    private readonly KeyedSlots[][] runs;
    private readonly (LaidValue Value, int Slot, int Every)[][] laid;
    private readonly bool[] keyed;
    private readonly bool blocked;
    private readonly StepTable steps;

    /// <param name="film">Knows what is kept.</param>
    /// <param name="blocked">See <see cref="View"/>.</param>
    /// <param name="before">A table over the same slots from before an edit of keys: what the edit left alone is shared.</param>
    internal TrackTable(SlotLayout slots, Film film, Shot shot, bool blocked, StepTable steps, TrackTable? before = null)
    {
        (this.slots, this.blocked, this.steps) = (slots, blocked, steps);
        samplers = [.. Enumerable.Range(0, slots.OwnerCount).Select(owner => new Sampler(film, shot, slots.IdOf(owner), blocked, steps, Property, before?.samplers[owner]))];
        runs = [.. samplers.Select((sampler, owner) => before is not null && !sampler.Changed(before.samplers[owner]).Any() ? before.runs[owner] : Placed(sampler))];
        laid = [.. samplers.Select(sampler => sampler.Laid.Select(value => (value, slots.Find(value.Address), steps.Of(value.Address))).Where(one => one.Item2 >= 0).ToArray())];
        keyed = new bool[slots.Count];
        foreach (var run in runs.SelectMany(owner => owner))
        {
            keyed.AsSpan(run.Slot, run.Run.Axes).Fill(true);
        }

        foreach (var (_, slot, _) in laid.SelectMany(owner => owner))
        {
            keyed[slot] = true;
        }

        PropertyInfo? Property(Address address) => slots.Find(address) is >= 0 and var slot ? slots.PropertyOf(slot) : null;
    }

    /// <summary>A compiled track and where its numbers lie.</summary>
    /// <param name="Slot">The first.</param>
    /// <param name="Every">Frames from one drawing to the next, see <see cref="Stepping"/>.</param>
    private sealed record KeyedSlots(KeyedRun Run, int Slot, int Every);

    /// <summary>The same for a shot of which only keys are new.</summary>
    internal TrackTable After(Film film, Shot shot) => new(slots, film, shot, blocked, steps, this);

    /// <summary>Of an owner that the shot has.</summary>
    internal Sampler Of(string owner) => samplers[slots.OwnerOf(owner)];

    /// <summary>The placed actions, by owner and start.</summary>
    internal IEnumerable<PlacedAction> Actions => laid.SelectMany(values => values.SelectMany(one => one.Value.Actions)).Distinct();

    /// <summary>Keys or placed actions have a say in it.</summary>
    public bool IsKeyed(int slot) => keyed[slot];

    /// <summary>The values of an owner at a frame: at rest where nothing is keyed.</summary>
    /// <param name="values">Of all owners; only this one's are written.</param>
    internal void Sample(int owner, double frame, double[] values)
    {
        slots.Rest(owner, values);
        foreach (var run in runs[owner])
        {
            run.Run.At(Stepping.Drawn(frame, run.Every), values.AsSpan(run.Slot));
        }

        foreach (var (value, slot, every) in laid[owner])
        {
            values[slot] = value.At(Stepping.Drawn(frame, every), values[slot]);
        }
    }

    /// <summary>The values that may differ from another table's over the same slots.</summary>
    internal IEnumerable<Address> Changed(TrackTable other) => samplers.SelectMany((sampler, owner) => sampler.Changed(other.samplers[owner]));

    /// <summary>A key stands at the very frame.</summary>
    public bool IsKeyedAt(int slot, double frame) =>
        slots.AddressOf(slot) is var address && Of(address.Owner).RunOf(address, out _) is { } run && run.Track.AllKeys.Any(key => key.Frame == frame);

    private KeyedSlots[] Placed(Sampler sampler) =>
        [.. sampler.Runs.Select(run => new KeyedSlots(run, slots.Find(Properties.FindPlace(run.Track.Address) is { } place ? run.Track.Address with { Property = place.Axes[0] } : run.Track.Address), steps.Of(run.Track.Address)))];
}
