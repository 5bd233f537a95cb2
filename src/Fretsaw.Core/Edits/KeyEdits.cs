using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>One value for one channel.</summary>
public sealed record KeyValue(string Address, double Value);

/// <summary>
/// Keys values at a frame. A channel that gets its first key while its owner already has cards is keyed at rest on
/// those cards too: giving a thing its first key must not change the poses that were there before.
/// </summary>
public sealed record SetKeys(string ShotId, int Frame, ImmutableArray<KeyValue> Values, string Says = "Keyed the pose") : Edit
{
    public override string Title => Says;

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Values.Aggregate(shot, (current, value) => Keys.Put(film, current, shot, value, Frame)));
}

/// <summary>Takes the keys at a frame out of the channels named, or out of all of an owner's.</summary>
public sealed record RemoveKeys(string ShotId, int Frame, string? Owner, ImmutableArray<string> Addresses) : Edit
{
    public override string Title => Owner is null ? "Took a key out" : "Took a card out";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Keys.OnEach(shot, Owner, Addresses, keys => keys.RemoveAll(key => key.Frame == Frame)));
}

/// <summary>Moves keys from one frame to another; a key that stands there already is replaced.</summary>
public sealed record MoveKeys(string ShotId, int From, int To, string? Owner, ImmutableArray<string> Addresses) : Edit
{
    public override string Title => Owner is null ? "Moved a key" : "Moved a card";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Keys.OnEach(shot, Owner, Addresses, keys =>
        {
            var moved = keys.FirstOrDefault(key => key.Frame == From);
            return moved is null || From == To
                ? keys
                : [.. keys.Where(key => key.Frame != From && key.Frame != To).Append(moved with { Frame = To }).OrderBy(key => key.Frame)];
        }));
}

/// <summary>Chooses the chart for the gap that the keys at a frame begin.</summary>
public sealed record SetGap(string ShotId, int Frame, Chart Chart, string? Owner, ImmutableArray<string> Addresses) : Edit
{
    public override string Title => "Chose a chart";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Keys.OnEach(shot, Owner, Addresses, keys =>
            [.. keys.Select(key => key.Frame == Frame ? key with { Gap = Chart } : key)]));
}

/// <summary>
/// Lets channels stand still up to a frame: the key before is held until here and repeated, and the movement that
/// ran through starts only now, with the chart it had. A key that stands here keeps its value: only the gap before it
/// is held. A channel with no key before is keyed as it stands.
/// </summary>
public sealed record HoldHere(string ShotId, int Frame, string? Owner, ImmutableArray<string> Addresses) : Edit
{
    public override string Title => "Held here";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        Keys.OnEach(shot, Owner, Addresses, keys => Keys.Held(keys, Frame)));
}

internal static class Keys
{
    public static Shot OnEach(Shot shot, string? owner, ImmutableArray<string> addresses, Func<ImmutableArray<Key>, ImmutableArray<Key>> change)
    {
        var channels = ImmutableArray.CreateBuilder<Channel>();
        foreach (var channel in shot.Channels)
        {
            var chosen = owner is null ? addresses.Contains(channel.Id) : Address.Parse(channel.Id).Owner == owner;
            var keys = chosen ? change(channel.Keys) : channel.Keys;
            if (keys.Length > 0)
            {
                channels.Add(keys.SequenceEqual(channel.Keys) ? channel : channel with { Keys = keys });
            }
        }

        return shot with { Channels = channels.ToImmutable() };
    }

    /// <param name="before">The shot as it was before the edit: its cards are the ones that must not change.</param>
    public static Shot Put(Film film, Shot shot, Shot before, KeyValue value, int frame)
    {
        var address = Address.Parse(value.Address);
        var index = -1;
        for (var i = 0; i < shot.Channels.Length && index < 0; i++)
        {
            index = shot.Channels[i].Id == value.Address ? i : -1;
        }

        if (index >= 0)
        {
            var channel = shot.Channels[index];
            return shot with { Channels = shot.Channels.SetItem(index, channel with { Keys = With(channel.Keys, frame, value.Value) }) };
        }

        var cards = before.Channels
            .Where(channel => Address.Parse(channel.Id) is var other && other.Owner == address.Owner && other.HasCards && address.HasCards)
            .SelectMany(channel => channel.Keys)
            .GroupBy(key => key.Frame)
            .ToDictionary(group => group.Key, group => group.First().Gap);
        var rest = (Properties.Find(film, shot, address)
            ?? throw new FilmException($"channel '{value.Address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list")).Default;
        var keys = cards.Where(card => card.Key != frame).Select(card => new Key(card.Key, rest, card.Value))
            .Append(new Key(frame, value.Value, cards.GetValueOrDefault(frame, Chart.Both)))
            .OrderBy(key => key.Frame);
        return shot with { Channels = shot.Channels.Add(new Channel { Id = value.Address, Keys = [.. keys] }) };
    }

    /// <summary>A new key inherits the chart of the gap it splits.</summary>
    private static ImmutableArray<Key> With(ImmutableArray<Key> keys, int frame, double value)
    {
        for (var i = 0; i < keys.Length; i++)
        {
            if (keys[i].Frame == frame)
            {
                return keys.SetItem(i, keys[i] with { Value = value });
            }

            if (keys[i].Frame > frame)
            {
                return keys.Insert(i, new Key(frame, value, i > 0 ? keys[i - 1].Gap : Chart.Both));
            }
        }

        return keys.Add(new Key(frame, value));
    }

    public static ImmutableArray<Key> Held(ImmutableArray<Key> keys, int frame)
    {
        var before = -1;
        while (before + 1 < keys.Length && keys[before + 1].Frame < frame)
        {
            before++;
        }

        if (before < 0)
        {
            return keys[0].Frame == frame ? keys : keys.Insert(0, keys[0] with { Frame = frame, Gap = Chart.Hold });
        }

        var held = keys.SetItem(before, keys[before] with { Gap = Chart.Hold });
        if (before + 1 < keys.Length && keys[before + 1].Frame == frame)
        {
            return held;
        }

        var gap = keys[before].Gap == Chart.Hold ? Chart.Both : keys[before].Gap;
        return held.Insert(before + 1, new Key(frame, keys[before].Value, gap));
    }
}
