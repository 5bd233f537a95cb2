using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>What becomes of keys that are chosen on the strip, and of the cards that stand for them.</summary>
internal static class ChosenKeys
{
    /// <summary>The chosen frames at which keys stand, by the track that has them. A number that is keyed as a part of a place means that place.</summary>
    public static Dictionary<Address, SortedSet<int>> FramesOf(Shot shot, ImmutableArray<Beads> chosen) =>
        RowsOf(shot, chosen).ToDictionary(pair => pair.Key, pair => pair.Value.Frames);

    /// <returns>The first and the last frame of them; 1 where none stands any more.</returns>
    public static (int First, int Last) SpanOf(Dictionary<Address, SortedSet<int>> frames) =>
        (frames.Values.Select(one => one.Min).DefaultIfEmpty(1).Min(), frames.Values.Select(one => one.Max).DefaultIfEmpty(1).Max());

    /// <summary>Moves keys, each with the gap that follows it; a card goes along when all of its keys go, and all of them to one frame.</summary>
    /// <param name="map">From the index of a row to where its frames go; rising, or falling when reversed.</param>
    public static Shot Move(Shot shot, ImmutableArray<Beads> chosen, Func<int, Func<int, int>> map, Order order)
    {
        var reversed = order != Order.Kept;
        var goes = RowsOf(shot, chosen).ToDictionary(pair => pair.Key, pair => Places(pair.Value.Frames, map(pair.Value.Row), reversed));
        var before = goes.Keys.Select(address => address.Owner).Distinct().ToDictionary(owner => owner, owner => TrackRuns.CardsOf(shot, owner), StringComparer.Ordinal);
        var carded = before.Keys.Aggregate(shot, (current, owner) => MoveCards(shot, current, owner, goes, order));
        return Tracks.OnEach(carded, null, [.. goes.Keys], (track, cards) =>
        {
            var to = goes[track.Address];
            var (moving, staying) = (track.AllKeys.RemoveAll(key => !to.ContainsKey(key.Frame)), track.AllKeys.RemoveAll(key => to.ContainsKey(key.Frame)));
            var old = track.Address.HasCards ? before[track.Address.Owner] : TrackRuns.NoCards;
            var gaps = moving.Select(key => TrackRuns.GapOf(key, old)).ToList();
            return Tracks.InOrder([
                .. staying.Select(key => Tracks.WithGap(key, TrackRuns.GapOf(key, old), cards)),
                .. moving.Select((key, i) => Tracks.WithGap(Turned(key, reversed) with { Frame = to[key.Frame] }, GapAfter(gaps, i, order), cards)),
            ]);
        });
    }

    private static Dictionary<Address, (int Row, SortedSet<int> Frames)> RowsOf(Shot shot, ImmutableArray<Beads> chosen)
    {
        var found = new Dictionary<Address, (int Row, SortedSet<int> Frames)>();
        for (var row = 0; row < chosen.Length; row++)
        {
            foreach (var address in chosen[row].Addresses)
            {
                if (shot.Tracks.WithNumber(address) is not { } track)
                {
                    continue;
                }

                var keyed = track.AllKeys.Select(key => key.Frame).ToHashSet();
                keyed.IntersectWith(chosen[row].Frames);
                if (keyed.Count > 0)
                {
                    found.TryAdd(track.Address, (row, []));
                    found[track.Address].Frames.UnionWith(keyed);
                }
            }
        }

        return found;
    }

    /// <summary>Where each frame goes: in order and a frame apart, from frame 1 on.</summary>
    private static Dictionary<int, int> Places(SortedSet<int> frames, Func<int, int> map, bool reversed)
    {
        var (places, last) = (new Dictionary<int, int>(), 0);
        foreach (var frame in reversed ? frames.Reverse() : frames)
        {
            places[frame] = last = Math.Clamp(map(frame), last + 1, Math.Max(last + 1, ShotCheck.MaxLength));
        }

        return places;
    }

    private static Shot MoveCards(Shot shot, Shot into, string owner, Dictionary<Address, Dictionary<int, int>> goes, Order order)
    {
        var keyed = shot.Tracks.Where(track => track.Address.Owner == owner && track.Address.HasCards).ToList();
        var moved = new List<(Card Card, int To)>();
        foreach (var card in shot.Cards.Where(card => card.Owner == owner))
        {
            var to = keyed.Where(track => track.AllKeys.Any(key => key.Frame == card.Frame))
                .Select(track => goes.GetValueOrDefault(track.Address)?.TryGetValue(card.Frame, out var place) == true ? place : 0).Distinct().ToList();
            if (to is [> 0])
            {
                moved.Add((card, to[0]));
            }
        }

        var gaps = moved.Select(one => one.Card.Gap).ToList();
        var left = into with { Cards = into.Cards.RemoveAll(card => moved.Exists(one => one.Card == card)) };
        return moved.Index().Aggregate(left, (current, one) =>
            current.WithCard(one.Item.Card with { Frame = one.Item.To, Gap = GapAfter(gaps, one.Index, order) }));
    }

    /// <summary>
    /// Reversed, a key goes on to the one that was before it, and the first goes on as the last did; exchanged, each takes the gap of
    /// the place that it comes to.
    /// </summary>
    private static Gap GapAfter(List<Gap> gaps, int index, Order order) => order switch
    {
        Order.Reversed => index > 0 ? gaps[index - 1].Reversed() : gaps[^1],
        Order.Exchanged => gaps[^(index + 1)],
        _ => gaps[index],
    };

    private static Key Turned(Key key, bool reversed) => reversed && key is PlaceKey place ? place with { In = place.Out, Out = place.In } : key;
}

/// <summary>In what order keys come to stand.</summary>
internal enum Order
{
    Kept,

    /// <summary>The other way about, gone the other way: gaps and paths too.</summary>
    Reversed,

    /// <summary>The other way about, with the gaps where they are.</summary>
    Exchanged,
}
