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

    /// <summary>The same as <see cref="IsMeant"/>, for one who asks of many tracks: thousands of chosen keys come with as many addresses.</summary>
    private static Func<Track, bool> Meant(string? owner, ImmutableArray<Address> addresses)
    {
        const int Few = 8;
        if (owner is not null || addresses.Length <= Few)
        {
            return track => IsMeant(track, owner, addresses);
        }

        var meant = addresses.ToHashSet();
        return track => meant.Contains(track.Address) || Properties.FindPlace(track.Address)?.Axes.Any(axis => meant.Contains(track.Address with { Property = axis })) == true;
    }

    /// <summary>Changes the keys of the tracks that are meant. Tracks without keys go, and so do cards where nothing is keyed any more.</summary>
    /// <param name="change">From a track, and the gaps of its cards as they were, to its keys.</param>
    public static Shot OnEach(Shot shot, string? owner, ImmutableArray<Address> addresses, Func<Track, IReadOnlyDictionary<int, Gap>, IEnumerable<Key>> change)
    {
        var tracks = ImmutableArray.CreateBuilder<Track>(shot.Tracks.Length);
        var cards = TrackRuns.CardsIn(shot);
        var isMeant = Meant(owner, addresses);
        foreach (var track in shot.Tracks)
        {
            if (!isMeant(track))
            {
                tracks.Add(track);
                continue;
            }

            var keys = change(track, cards(track.Address)).ToImmutableArray();
            if (!keys.IsEmpty)
            {
                tracks.Add(keys.AsSpan().SequenceEqual(track.AllKeys.AsSpan()) ? track : track.WithKeys(keys));
            }
        }

        return WithoutEmptyCards(shot with { Tracks = tracks.ToImmutable() });
    }

    /// <summary>Changes the key at a frame of the tracks that are meant and have one there.</summary>
    /// <param name="change">From a key, and the gaps of its owner's cards, to what it becomes: a key at the same frame.</param>
    public static Shot OnKeysAt(Shot shot, string? owner, ImmutableArray<Address> addresses, int frame, Func<Key, IReadOnlyDictionary<int, Gap>, Key> change)
    {
        var tracks = shot.Tracks.ToBuilder();
        var isMeant = Meant(owner, addresses);
        var cards = TrackRuns.CardsIn(shot);
        for (var i = 0; i < tracks.Count; i++)
        {
            var (track, keys) = (tracks[i], tracks[i].AllKeys);
            if (KeyAt(keys, frame) is not (>= 0 and var at) || !isMeant(track))
            {
                continue;
            }

            var key = change(keys[at], cards(track.Address));
            if (key != keys[at])
            {
                tracks[i] = track.WithKey(at, key);
            }
        }

        return WithoutEmptyCards(shot with { Tracks = tracks.MoveToImmutable() });
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

    /// <returns>The number of the key at a frame; below nought when there is none.</returns>
    private static int KeyAt(ImmutableArray<Key> keys, int frame)
    {
        var (first, end) = (0, keys.Length);
        while (first < end)
        {
            var middle = (first + end) / 2;
            (first, end) = keys[middle].Frame < frame ? (middle + 1, end) : (first, middle);
        }

        return first < keys.Length && keys[first].Frame == frame ? first : -1;
    }

    private static Shot WithoutEmptyCards(Shot shot)
    {
        if (shot.Cards.IsEmpty)
        {
            return shot;
        }

        // Cards stand by their owners: one's tracks are looked for once.
        var (owner, tracks) = ("", Array.Empty<Track>());
        var kept = shot.Cards.RemoveAll(card =>
        {
            if (card.Owner != owner)
            {
                (owner, tracks) = (card.Owner, [.. shot.Tracks.Where(track => track.Address.Owner == card.Owner && track.Address.HasCards)]);
            }

            return Array.TrueForAll(tracks, track => KeyAt(track.AllKeys, card.Frame) < 0);
        });
        return kept.Length == shot.Cards.Length ? shot : shot with { Cards = kept };
    }
}
