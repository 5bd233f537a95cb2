using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Acting;

/// <summary>One number or choice over time as the keys alone have it.</summary>
internal static class KeyedNumbers
{
    /// <param name="address">Of one number of the shot: where it is keyed as a part of a place, that place is asked.</param>
    /// <param name="cards">The gaps of the owner's cards.</param>
    /// <returns>From a frame to the value; at rest where there are no keys.</returns>
    public static Func<double, double> Of(Shot shot, Address address, PropertyInfo property, IReadOnlyDictionary<int, Gap> cards)
    {
        switch (shot.Tracks.Find(address))
        {
            case NumberTrack { Keys.IsEmpty: false } numbers:
                return TrackRuns.Of(numbers, cards).At;
            case ChoiceTrack { Keys.IsEmpty: false } choices:
                var run = TrackRuns.Of(choices, property);
                return frame => run.At(frame);
        }

        if (property.Place is { } place && shot.Tracks.Find(address with { Property = place.Name }) is PlaceTrack { Keys.IsEmpty: false } places)
        {
            var (path, axis) = (TrackRuns.Of(places, cards), place.Axes.IndexOf(address.Property));
            return frame => path.At(frame).Along(axis);
        }

        return _ => property.Default;
    }
}
