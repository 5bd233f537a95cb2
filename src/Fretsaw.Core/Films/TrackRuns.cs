using System.Collections.Immutable;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Films;

/// <summary>Tracks, with the gaps of their owner's cards, as runs that can be sampled.</summary>
internal static class TrackRuns
{
    public static readonly IReadOnlyDictionary<int, Gap> NoCards = new Dictionary<int, Gap>();

    /// <param name="cards">Gaps of the owner's cards by frame; none for a track that has no cards.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    public static NumberRun Of(NumberTrack track, IReadOnlyDictionary<int, Gap> cards, bool held = false) =>
        new(Times(track), [.. track.Keys.Select(key => key.Value)], Curves(track, cards, held));

    public static PlaceRun Of(PlaceTrack track, IReadOnlyDictionary<int, Gap> cards, bool held = false) =>
        new(Times(track), [.. track.Keys.Select(key => key.At)], Paths(track.Keys), Curves(track, cards, held));

    public static ChoiceRun Of(ChoiceTrack track, PropertyInfo property) =>
        new(Times(track), [.. track.Keys.Select(key => property.NumberOf(key.Id))]);

    /// <summary>What a track says at a frame: a place, or one number or the number of a choice as the first of three.</summary>
    /// <param name="property">Of a choice, what there is to choose.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    public static Func<double, Place> Sampled(Track track, PropertyInfo property, IReadOnlyDictionary<int, Gap> cards, bool held = false)
    {
        switch (track)
        {
            case PlaceTrack places:
                return Of(places, cards, held).At;
            case ChoiceTrack choices:
                var run = Of(choices, property);
                return frame => new Place(run.At(frame), 0, 0);
            default:
                var numbers = Of((NumberTrack)track, cards, held);
                return frame => new Place(numbers.At(frame), 0, 0);
        }
    }

    /// <summary>A key that says its gap itself.</summary>
    public static Key Alone(Key key, IReadOnlyDictionary<int, Gap> cards) => key is ChoiceKey ? key : key with { Gap = GapOf(key, cards) };

    /// <summary>The way from a place to the next; null where it is straight.</summary>
    public static CubicPath? PathBetween(PlaceKey from, PlaceKey to) =>
        from.Out.Length == 0 && to.In.Length == 0 ? null : new CubicPath(from.At, from.At + from.Out, to.At + to.In, to.At);

    /// <summary>What lies between a key and the next.</summary>
    public static Gap GapOf(Key key, IReadOnlyDictionary<int, Gap> cards) => key.Gap ?? cards.GetValueOrDefault(key.Frame) ?? Gap.Both;

    /// <summary>The gaps of an owner's cards, by frame.</summary>
    public static IReadOnlyDictionary<int, Gap> CardsOf(Shot shot, string owner) =>
        GapsOf(shot.Cards.Where(card => card.Owner == owner));

    /// <summary>The same of one owner's cards.</summary>
    public static IReadOnlyDictionary<int, Gap> GapsOf(IEnumerable<Card> cards) => cards.ToDictionary(card => card.Frame, card => card.Gap);

    /// <summary>The same for one address: a track without cards has none.</summary>
    public static IReadOnlyDictionary<int, Gap> CardsOf(Shot shot, Address address) => address.HasCards ? CardsOf(shot, address.Owner) : NoCards;

    /// <summary>The same for many addresses: an owner's cards are gone through once.</summary>
    public static Func<Address, IReadOnlyDictionary<int, Gap>> CardsIn(Shot shot)
    {
        var known = new Dictionary<string, IReadOnlyDictionary<int, Gap>>(StringComparer.Ordinal);
        return address =>
        {
            if (!address.HasCards)
            {
                return NoCards;
            }

            if (!known.TryGetValue(address.Owner, out var gaps))
            {
                known[address.Owner] = gaps = CardsOf(shot, address.Owner);
            }

            return gaps;
        };
    }

    private static KeyTimes Times(Track track) => new([.. track.AllKeys.Select(key => (double)key.Frame)], track.Before, track.After);

    private static GapCurve[] Curves(Track track, IReadOnlyDictionary<int, Gap> cards, bool held)
    {
        // Neighbours mostly share their gap: a curve is made once for a row of them.
        var curves = new GapCurve[track.AllKeys.Length];
        Gap? last = null;
        for (var i = 0; i < curves.Length; i++)
        {
            var gap = held ? Gap.Hold : GapOf(track.AllKeys[i], cards);
            curves[i] = i > 0 && (ReferenceEquals(gap, last) || gap == last) ? curves[i - 1] : new GapCurve(gap);
            last = gap;
        }

        return curves;
    }

    private static CubicPath?[] Paths(ImmutableArray<PlaceKey> keys)
    {
        var paths = new CubicPath?[keys.Length];
        for (var i = 0; i + 1 < keys.Length; i++)
        {
            paths[i] = PathBetween(keys[i], keys[i + 1]);
        }

        return paths;
    }
}
