using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Acting;

/// <summary>
/// One owner of a shot compiled, as one way of looking has it: what is seen of each value at a frame, at which frame which key gives what
/// shall be seen there, and what all that depends on. The picture, drags, typed values, graphs, kept actions and checks ask no other.
/// Expressions, mouths and dials come on top of it (Engine's Pipeline).
/// </summary>
internal sealed class Sampler
{
    private readonly Film film;
    private readonly Shot shot;
    private readonly StepTable steps;
    private readonly Func<Address, PropertyInfo?> properties;
    private readonly ImmutableArray<Track> tracks;
    private readonly Card[] cards;
    private readonly KeyedRun?[] runs;
    private Dictionary<Address, LaidValue>? laid;
    private IReadOnlyDictionary<int, Gap>? gaps;

    /// <param name="blocked">Nothing moves between keys, whatever their gaps say, nor in placed actions; the camera goes on moving.</param>
    /// <param name="steps">The shot's, where they are known.</param>
    /// <param name="properties">What a value of the owner is, null for what it has not; looked up in the film where nothing is said.</param>
    /// <param name="before">The owner before an edit of keys and cards alone: what that left alone is shared.</param>
    public Sampler(Film film, Shot shot, string owner, bool blocked = false, StepTable? steps = null, Func<Address, PropertyInfo?>? properties = null, Sampler? before = null)
    {
        (this.film, this.shot, Owner, this.steps) = (film, shot, owner, steps ?? new StepTable(film, shot));
        IsHeld = blocked && owner != Address.Camera;
        this.properties = properties ?? (address => Properties.Find(film, shot, address));
        tracks = shot.Tracks.Of(owner);
        cards = [.. shot.Cards.Where(card => card.Owner == owner)];
        runs = new KeyedRun?[tracks.Length];
        if (before is not null)
        {
            cards = cards.AsSpan().SequenceEqual(before.cards) ? before.cards : cards;
            Share(before);
            laid = Changed(before).Any() ? null : before.laid;
        }
    }

    public string Owner { get; }

    /// <summary>Nothing moves between keys.</summary>
    public bool IsHeld { get; }

    /// <summary>The values that placed actions have a say in.</summary>
    public IReadOnlyCollection<LaidValue> Laid => Actions.Values;

    /// <summary>
    /// What of the film the values depend on: compare these as the objects they are, since an edit leaves alone what it does not touch.
    /// Besides, on what the owner is made of.
    /// </summary>
    public IEnumerable<object> DependsOn
    {
        get
        {
            var placed = shot.Placed.Where(one => one.Owner == Owner).ToList();
            var kept = placed.Select(one => one.Action).ToHashSet(StringComparer.Ordinal);
            return [.. tracks, .. cards, .. placed, .. film.Kept.Where(one => kept.Contains(one.Id)), .. shot.Steps.Where(step => step.Owner == Owner || step.Owner == "").Cast<object>()];
        }
    }

    /// <summary>The compiled tracks that have keys, of values which the owner has, by address.</summary>
    public IEnumerable<KeyedRun> Runs => Enumerable.Range(0, tracks.Length).Select(RunAt).OfType<KeyedRun>();

    /// <summary>The compiled track that has a number: its own, or that of the place which the number is a part of.</summary>
    /// <returns>Null where no key has a say.</returns>
    public KeyedRun? RunOf(Address address, out int axis)
    {
        axis = 0;
        var index = tracks.IndexOf(address);
        if (index < 0 && Properties.Find(address)?.Place is { } place)
        {
            index = tracks.IndexOf(address with { Property = place.Name });
            axis = place.Axes.IndexOf(address.Property);
        }

        return index < 0 ? null : RunAt(index);
    }

    /// <summary>Where one number of a key lies, to be changed in place by a drag whose own the newest tracks are.</summary>
    /// <returns>False when the key has to be made, or the track compiled anew.</returns>
    public bool TryFindKey(Address address, int frame, out (KeyedRun Run, int Key, int Axis) found)
    {
        found = default;
        if (RunOf(address, out var axis) is not { } run)
        {
            return false;
        }

        var keys = run.Track.AllKeys;
        for (var k = 0; k < keys.Length; k++)
        {
            if (keys[k].Frame == frame)
            {
                found = (run, k, axis);
                return run.CanSet(k);
            }
        }

        return false;
    }

    /// <summary>The tracks of which this says something else than it did before, or may.</summary>
    public IEnumerable<Address> Changed(Sampler before) =>
        from pair in Beside(before)
        where !IsSame(before, pair.Mine, pair.Its)
        select pair.Mine < 0 ? before.tracks[pair.Its].Address : tracks[pair.Mine].Address;

    /// <summary>What is acted at the very frame, also where none is drawn.</summary>
    /// <param name="address">Of one number or choice; of a choice the value is its number.</param>
    /// <exception cref="FilmException">Nothing in the shot has such a value.</exception>
    public double At(Address address, double frame)
    {
        var under = Under(address, frame);
        return Actions.TryGetValue(address, out var value) ? value.At(frame, under) : under;
    }

    /// <summary>The frame at which a key is seen at a frame: the one whose drawing stands.</summary>
    public int KeyFrame(Address address, int frame) => (int)steps.Drawn(address, frame);

    /// <summary>What a key must hold for something to be seen at its frame.</summary>
    public double KeyFor(Address address, double frame, double seen) =>
        Actions.TryGetValue(address, out var value) ? value.KeyFor(frame, seen) : seen;

    private Dictionary<Address, LaidValue> Actions => laid ??= PuppetActions.Of(film, shot, Owner, IsHeld, Under).ToDictionary(value => value.Address);

    /// <summary>What the keys alone say; at rest where there are none.</summary>
    private double Under(Address address, double frame) => RunOf(address, out var axis) is { } run ? run.At(frame, axis) : PropertyOf(address).Default;

    /// <summary>Compiled when it is first asked for.</summary>
    private KeyedRun? RunAt(int index) => runs[index] ??= Compiled(tracks[index]);

    private KeyedRun? Compiled(Track track)
    {
        var place = Properties.FindPlace(track.Address);
        return track.AllKeys.IsEmpty || properties(place is null ? track.Address : track.Address with { Property = place.Axes[0] }) is not { } property
            ? null
            : new KeyedRun(track, property, track.Address.HasCards ? gaps ??= TrackRuns.GapsOf(cards) : TrackRuns.NoCards, IsHeld);
    }

    private PropertyInfo PropertyOf(Address address) =>
        properties(address) ?? throw new FilmException($"'{address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list");

    /// <summary>Takes what was compiled of the very same tracks, wherever they have gone in the list.</summary>
    private void Share(Sampler before)
    {
        foreach (var (mine, its) in Beside(before))
        {
            if (IsSame(before, mine, its))
            {
                runs[mine] = before.runs[its];
            }
        }
    }

    /// <summary>The very same track, with the very same cards' gaps.</summary>
    private bool IsSame(Sampler before, int mine, int its) =>
        mine >= 0 && its >= 0 && ReferenceEquals(tracks[mine], before.tracks[its]) && (!tracks[mine].Address.HasCards || ReferenceEquals(cards, before.cards));

    /// <summary>The tracks of two by address, by which both are sorted; −1 where one has none.</summary>
    private IEnumerable<(int Mine, int Its)> Beside(Sampler other)
    {
        for (int mine = 0, its = 0; mine < tracks.Length || its < other.tracks.Length;)
        {
            var order = mine == tracks.Length ? 1 : its == other.tracks.Length ? -1 : tracks[mine].Address.CompareTo(other.tracks[its].Address);
            yield return (order <= 0 ? mine++ : -1, order >= 0 ? its++ : -1);
        }
    }
}
