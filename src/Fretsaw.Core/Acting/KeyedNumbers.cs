using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Acting;

/// <summary>One number or choice over time as the keys alone have it.</summary>
internal static class KeyedNumbers
{
    /// <param name="address">Of one number of the shot: where it is keyed as a part of a place, that place is asked.</param>
    /// <param name="cards">The gaps of the owner's cards.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    /// <returns>From a frame to the value; at rest where there are no keys.</returns>
    public static Func<double, double> Of(Shot shot, Address address, PropertyInfo property, IReadOnlyDictionary<int, Gap> cards, bool held = false)
    {
        if (shot.Tracks.WithNumber(address) is not { AllKeys.IsEmpty: false } track)
        {
            return _ => property.Default;
        }

        var (sampled, axis) = (TrackRuns.Sampled(track, property, cards, held), track is PlaceTrack ? property.Place!.Axes.IndexOf(address.Property) : 0);
        return frame => sampled(frame).Along(axis);
    }
}
