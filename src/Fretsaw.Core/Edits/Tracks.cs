using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Changing tracks and cards of a shot, which are kept in the order of their keys.</summary>
internal static class Tracks
{
    /// <returns>Null when no card stands there.</returns>
    public static Card? CardAt(this Shot shot, string owner, int frame) => shot.Cards.FirstOrDefault(card => card.Owner == owner && card.Frame == frame);

    /// <summary>Puts a card in the place of the one at its frame, or where it belongs.</summary>
    public static Shot WithCard(this Shot shot, Card card)
    {
        var index = 0;
        while (index < shot.Cards.Length && shot.Cards[index].Place < card.Place)
        {
            index++;
        }

        return shot with
        {
            Cards = index < shot.Cards.Length && shot.Cards[index].Place == card.Place ? shot.Cards.SetItem(index, card) : shot.Cards.Insert(index, card),
        };
    }

    /// <summary>
    /// The tracks that an edit means: all of an owner's, or those with the addresses. A number that is keyed as a part of a place
    /// means that place.
    /// </summary>
    public static bool IsMeant(Track track, string? owner, ImmutableArray<Address> addresses)
    {
        if (owner is not null)
        {
            return track.Address.Owner == owner;
        }

        var place = Properties.FindPlace(track.Address);
        foreach (var address in addresses)
        {
            if (address == track.Address || (place is not null && address.Owner == track.Address.Owner && address.Thing == track.Address.Thing && place.Axes.Contains(address.Property)))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Changes the keys of the tracks that are meant. Tracks without keys go, and so do cards where nothing is keyed any more.</summary>
    /// <param name="change">From a track, and the gaps of its cards as they were, to its keys.</param>
    public static Shot OnEach(Shot shot, string? owner, ImmutableArray<Address> addresses, Func<Track, IReadOnlyDictionary<int, Gap>, IEnumerable<Key>> change)
    {
        var tracks = ImmutableArray.CreateBuilder<Track>(shot.Tracks.Length);
        var cards = new Dictionary<string, IReadOnlyDictionary<int, Gap>>(StringComparer.Ordinal);
        foreach (var track in shot.Tracks)
        {
            if (!IsMeant(track, owner, addresses))
            {
                tracks.Add(track);
                continue;
            }

            if (!cards.TryGetValue(track.Address.Owner, out var gaps))
            {
                cards[track.Address.Owner] = gaps = TrackRuns.CardsOf(shot, track.Address.Owner);
            }

            var keys = change(track, track.Address.HasCards ? gaps : TrackRuns.NoCards).ToImmutableArray();
            if (!keys.IsEmpty)
            {
                tracks.Add(keys.AsSpan().SequenceEqual(track.AllKeys.AsSpan()) ? track : track.WithKeys(keys));
            }
        }

        return WithoutEmptyCards(shot with { Tracks = tracks.ToImmutable() });
    }

    /// <summary>A key's gap as it is kept: nothing where it is what the key would have without one of its own.</summary>
    /// <param name="cards">Of the owner, as they are from now on.</param>
    public static Key WithGap(Key key, Gap gap, IReadOnlyDictionary<int, Gap> cards) =>
        key is ChoiceKey ? key : key with { Gap = gap == (cards.GetValueOrDefault(key.Frame) ?? Gap.Both) ? null : gap };

    /// <summary>A key of the kind that a track has, with nothing in it yet. A choice jumps, and has no gap.</summary>
    public static Key KeyFor(Track track, int frame, Gap gap) => track switch
    {
        PlaceTrack => new PlaceKey(frame, default) { Gap = gap },
        ChoiceTrack => new ChoiceKey(frame, ""),
        _ => new NumberKey(frame, 0) { Gap = gap },
    };

    /// <summary>Keys by rising frame; of two at one frame the later in the list stays.</summary>
    public static IEnumerable<Key> InOrder(IEnumerable<Key> keys) => keys.GroupBy(key => key.Frame).Select(group => group.Last()).OrderBy(key => key.Frame);

    private static Shot WithoutEmptyCards(Shot shot)
    {
        if (shot.Cards.IsEmpty)
        {
            return shot;
        }

        var keyed = shot.Tracks.Where(track => track.Address.HasCards).SelectMany(track => track.AllKeys.Select(key => new CardPlace(track.Address.Owner, key.Frame))).ToHashSet();
        var kept = shot.Cards.RemoveAll(card => !keyed.Contains(card.Place));
        return kept.Length == shot.Cards.Length ? shot : shot with { Cards = kept };
    }
}
