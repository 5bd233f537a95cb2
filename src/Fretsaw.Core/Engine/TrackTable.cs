using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Engine;

/// <summary>All tracks of a shot, compiled, by owner, and the actions that are placed over them.</summary>
public sealed class TrackTable
{
    private readonly SlotLayout slots;
    private readonly ImmutableArray<Track> tracks;
    private readonly ImmutableArray<Card> cards;
    private readonly TrackPlan?[] plans;
    private readonly TrackPlan[][] byOwner;
    private readonly (LaidValue Value, int Slot, int Every)[][] laid;
    private readonly bool[] keyed;
    private readonly Film film;
    private readonly bool blocked;
    private readonly StepTable steps;

    /// <param name="film">Knows what is kept.</param>
    /// <param name="blocked">See <see cref="View"/>.</param>
    /// <param name="before">A table over the same slots from before an edit of keys: what the edit left alone is shared.</param>
    internal TrackTable(SlotLayout slots, Film film, Shot shot, bool blocked, StepTable steps, TrackTable? before = null)
    {
        (this.slots, this.film, this.blocked, this.steps, tracks, cards) = (slots, film, blocked, steps, shot.Tracks, shot.Cards);
        plans = new TrackPlan?[tracks.Length];
        keyed = new bool[slots.Count];
        var gaps = new Dictionary<string, IReadOnlyDictionary<int, Gap>>(StringComparer.Ordinal);
        var sameCards = new Dictionary<string, bool>(StringComparer.Ordinal);
        var lists = new List<TrackPlan>?[slots.OwnerCount];
        var same = 0;
        for (var i = 0; i < tracks.Length; i++)
        {
            var owner = slots.OwnerOf(tracks[i].Address.Owner);
            if (owner < 0)
            {
                continue;
            }

            plans[i] = before?.PlanOf(tracks[i], ref same) is { } known && HasSameCards(tracks[i].Address.Owner)
                ? known
                : TrackPlan.Of(tracks[i], slots, tracks[i].Address.HasCards ? GapsOf(tracks[i].Address.Owner) : TrackRuns.NoCards, blocked && tracks[i].Address.Owner != Address.Camera, steps.Of(tracks[i].Address));
            if (plans[i] is { } plan)
            {
                (lists[owner] ??= []).Add(plan);
                keyed.AsSpan(plan.Slot, plan.SlotCount).Fill(true);
            }
        }

        byOwner = [.. lists.Select(list => list?.ToArray() ?? [])];
        laid = [.. Enumerable.Range(0, slots.OwnerCount).Select(_ => Array.Empty<(LaidValue, int, int)>())];
        foreach (var id in shot.Placed.Select(placed => placed.Owner).Distinct())
        {
            if (slots.OwnerOf(id) is >= 0 and var owner)
            {
                laid[owner] = before is not null && byOwner[owner].SequenceEqual(before.byOwner[owner]) ? before.laid[owner] : [.. PuppetActions.Of(film, shot, id, blocked).Select(value => (value, slots.Find(value.Address), steps.Of(value.Address))).Where(one => one.Item2 >= 0)];
                foreach (var (_, slot, _) in laid[owner])
                {
                    keyed[slot] = true;
                }
            }
        }

        bool HasSameCards(string owner)
        {
            if (before!.cards == cards)
            {
                return true;
            }

            if (!sameCards.TryGetValue(owner, out var same))
            {
                same = before.cards.Where(card => card.Owner == owner).SequenceEqual(cards.Where(card => card.Owner == owner));
                sameCards[owner] = same;
            }

            return same;
        }

        IReadOnlyDictionary<int, Gap> GapsOf(string owner)
        {
            if (!gaps.TryGetValue(owner, out var found))
            {
                found = TrackRuns.CardsOf(shot, owner);
                gaps[owner] = found;
            }

            return found;
        }
    }

    /// <summary>On what each value is drawn.</summary>
    internal StepTable Steps => steps;

    /// <summary>The same for a shot of which only keys are new.</summary>
    internal TrackTable After(Film film, Shot shot) => new(slots, film, shot, blocked, steps, this);

    /// <summary>The placed actions, by owner and start.</summary>
    internal IEnumerable<PlacedAction> Actions => laid.SelectMany(values => values.SelectMany(one => one.Value.Actions)).Distinct();

    /// <summary>Keys or placed actions have a say in it.</summary>
    public bool IsKeyed(int slot) => keyed[slot];

    /// <summary>A key stands at the very frame.</summary>
    public bool IsKeyedAt(int slot, double frame)
    {
        foreach (var plan in plans)
        {
            if (plan is not null && slot >= plan.Slot && slot < plan.Slot + plan.SlotCount && plan.Track.AllKeys.Any(key => key.Frame == frame))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>The values of an owner at a frame: at rest where nothing is keyed.</summary>
    /// <param name="values">Of all owners; only this one's are written.</param>
    internal void Sample(int owner, double frame, double[] values)
    {
        slots.Rest(owner, values);
        foreach (var track in byOwner[owner])
        {
            track.Sample(frame, values);
        }

        foreach (var (value, slot, every) in laid[owner])
        {
            values[slot] = value.At(Stepping.Drawn(frame, every), values[slot]);
        }
    }

    /// <summary>The values that may differ from another table's over the same slots. Both are sorted by address.</summary>
    internal void Changed(TrackTable other, HashSet<Address> addresses)
    {
        for (int mine = 0, its = 0; mine < tracks.Length || its < other.tracks.Length;)
        {
            var order = mine == tracks.Length ? 1 : its == other.tracks.Length ? -1 : tracks[mine].Address.CompareTo(other.tracks[its].Address);
            if (order != 0 || !ReferenceEquals(plans[mine], other.plans[its]))
            {
                addresses.Add(order <= 0 ? tracks[mine].Address : other.tracks[its].Address);
            }

            mine += order <= 0 ? 1 : 0;
            its += order >= 0 ? 1 : 0;
        }
    }

    /// <summary>What was compiled of a very track, wherever it has gone in the list. Both lists are sorted by address.</summary>
    /// <param name="from">Where to look on from; moves on with the tracks that are asked for.</param>
    private TrackPlan? PlanOf(Track track, ref int from)
    {
        while (from < tracks.Length && tracks[from].Address.CompareTo(track.Address) < 0)
        {
            from++;
        }

        return from < tracks.Length && ReferenceEquals(tracks[from], track) ? plans[from] : null;
    }

    /// <summary>Where one number of a key lies, to be changed in place by a drag that owns this table's newest tracks.</summary>
    /// <returns>False when the key has to be made, or the track compiled anew.</returns>
    internal bool TryFindKey(Address address, int frame, out (TrackPlan Plan, int Key, int Axis) found)
    {
        found = default;
        var slot = slots.Find(address);
        foreach (var plan in plans)
        {
            if (plan is null || slot < plan.Slot || slot >= plan.Slot + plan.SlotCount)
            {
                continue;
            }

            var keys = plan.Track.AllKeys;
            for (var k = 0; k < keys.Length; k++)
            {
                if (keys[k].Frame == frame)
                {
                    found = (plan, k, slot - plan.Slot);
                    return plan.CanSet(k);
                }
            }
        }

        return false;
    }
}
