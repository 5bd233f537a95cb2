using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>One value for one address: of a place, one of its numbers.</summary>
public sealed record KeyValue(Address Address, double Value = 0)
{
    /// <summary>For a value that is a choice, what is chosen.</summary>
    public string? Choice { get; init; }
}

/// <summary>
/// Keys values at a frame. A track that gets its first key while its owner already has cards is keyed at rest on those cards too:
/// giving a thing its first key must not change the poses that were there before. A frame at which enough of an owner is keyed
/// becomes a card.
/// </summary>
public sealed record SetKeys(string ShotId, int Frame, ImmutableArray<KeyValue> Values, string Says = "Key pose") : Edit
{
    /// <summary>
    /// Of what is not drawn anew at the frame the drawing that stands there is keyed: on twos a change is then seen where it is made.
    /// Edits from before this was told key the very frame.
    /// </summary>
    public bool Drawn { get; init; }

    /// <summary>Values are said as the blocking view shows them.</summary>
    public bool Blocked { get; init; }

    public override string Title => Says;

    internal override bool IsOfKeysAlone => true;

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        if (!Drawn)
        {
            return Keying.Put(film, shot, Frame, Values, Blocked);
        }

        var steps = new StepTable(film, shot);
        var samplers = Values.Select(value => value.Address.Owner).Distinct().ToDictionary(owner => owner, owner => new Sampler(film, shot, owner, Blocked, steps), StringComparer.Ordinal);
        return Values.GroupBy(value => samplers[value.Address.Owner].KeyFrame(value.Address, Frame)).Aggregate(shot, (keyed, group) => Keying.Put(film, keyed, group.Key, [.. group], Blocked));
    });
}

/// <summary>Takes the keys at a frame out of the tracks named, or out of all of an owner's, and its card with them.</summary>
public sealed record RemoveKeys(string ShotId, int Frame, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    public override string Title => Owner is null ? "Delete key" : "Delete card";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Tracks.OnEach(shot, Owner, Addresses, (track, _) => track.AllKeys.Where(key => key.Frame != Frame)));
}

/// <summary>Moves keys from one frame to another, and of an owner its card; what stands there already is replaced.</summary>
public sealed record MoveKeys(string ShotId, int From, int To, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    /// <summary>What comes later moves by as much. Towards the start as far as the keys before leave room: in their order, a frame apart.</summary>
    public bool? RestFollows { get; init; }

    public override string Title => Owner is null ? "Move key" : RestFollows == true ? "Move card and those after it" : "Move card";

    protected internal override Film Change(Film film) => From == To ? film : film.WithShot(ShotId, shot =>
    {
        if (RestFollows == true)
        {
            return Follow(shot);
        }

        var moved = Owner is not null && shot.CardAt(Owner, From) is { } card ? shot.WithCard(card with { Frame = To }) : shot;
        return Tracks.OnEach(moved, Owner, Addresses, (track, cards) =>
        {
            var before = TrackRuns.CardsOf(shot, track.Address);
            return track.AllKeys.FirstOrDefault(key => key.Frame == From) is not { } key
                ? track.AllKeys
                : Tracks.InOrder([.. track.AllKeys.Where(other => other != key), Tracks.WithGap(key with { Frame = To }, TrackRuns.GapOf(key, before), cards)]);
        });
    });

    private Shot Follow(Shot shot)
    {
        var meant = shot.Tracks.Where(track => Tracks.IsMeant(track, Owner, Addresses)).ToList();
        var before = meant.SelectMany(track => track.AllKeys).Select(key => key.Frame).Where(frame => frame < From).DefaultIfEmpty(0).Max();
        var by = Math.Max(To, before + 1) - From;
        var chosen = meant.Select(track => new Beads([track.Address], [.. track.AllKeys.Select(key => key.Frame).Where(frame => frame >= From)])).ToImmutableArray();
        return ChosenKeys.Move(shot, chosen, _ => frame => frame + by, Order.Kept);
    }
}

/// <summary>
/// Lets tracks stand still up to a frame: the key before is held until here and repeated, and the movement that ran through starts
/// only now, with the ease it had. A key that stands here keeps its value: only the gap before it is held. A track with no key
/// before is keyed as it stands.
/// </summary>
public sealed record HoldHere(string ShotId, int Frame, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    public override string Title => "Hold";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var carded = Owner is null ? shot : HoldCard(shot, Owner);
        return Tracks.OnEach(carded, Owner, Addresses, (track, cards) => Held(track, TrackRuns.CardsOf(shot, track.Address), cards));
    });

    private Shot HoldCard(Shot shot, string owner)
    {
        if (shot.Cards.LastOrDefault(card => card.Owner == owner && card.Frame < Frame) is not { } last)
        {
            return shot;
        }

        var held = shot.WithCard(last with { Gap = last.Gap with { Held = true } });
        return shot.CardAt(owner, Frame) is null ? held.WithCard(new Card(owner, Frame) { Gap = last.Gap with { Held = false } }) : held;
    }

    private IEnumerable<Key> Held(Track track, IReadOnlyDictionary<int, Gap> before, IReadOnlyDictionary<int, Gap> cards)
    {
        var keys = track.AllKeys;
        var last = keys.LastOrDefault(key => key.Frame < Frame);
        if (last is null)
        {
            return keys[0].Frame == Frame ? keys : keys.Insert(0, Tracks.WithGap(Alone(keys[0]) with { Frame = Frame }, Gap.Hold, cards));
        }

        var gap = TrackRuns.GapOf(last, before);
        var rest = keys.Where(key => key != last).ToList();
        rest.Add(Tracks.WithGap(Alone(last), gap with { Held = true }, cards));
        if (!rest.Exists(key => key.Frame == Frame))
        {
            rest.Add(Tracks.WithGap(last with { Frame = Frame }, gap with { Held = false }, cards));
        }

        return Tracks.InOrder(rest);
    }

    /// <summary>Nothing is gone between a place and itself.</summary>
    private static Key Alone(Key key) => key is PlaceKey place ? place with { Out = default } : key;
}

/// <summary>Names a card; "" takes the name away.</summary>
public sealed record NameCard(string ShotId, string Owner, int Frame, string Name) : Edit
{
    public override string Title => "Name card";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot.WithCard(
        (shot.CardAt(Owner, Frame) ?? throw new FilmException($"card at frame {Frame}", "is not there", "key the pose first")) with { Name = Name.Length == 0 ? null : Name }));
}

/// <summary>Chooses what tracks do before their first key and after their last.</summary>
public sealed record SetBeyond(string ShotId, ImmutableArray<Address> Addresses, string? Owner = null) : Edit
{
    public Beyond? Before { get; init; }

    public Beyond? After { get; init; }

    public override string Title => "Change loop";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Tracks = [.. shot.Tracks.Select(track => Tracks.IsMeant(track, Owner, Addresses) ? track with { Before = Before ?? track.Before, After = After ?? track.After } : track)],
    });
}
