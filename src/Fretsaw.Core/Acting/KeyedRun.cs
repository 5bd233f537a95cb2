using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Acting;

/// <summary>A track, with its cards' gaps, compiled: what its keys alone say, of one number or of a few in a row.</summary>
internal sealed class KeyedRun
{
    private readonly NumberRun? numbers;
    private readonly PlaceRun? places;
    private readonly ChoiceRun? choices;

    /// <param name="track">With at least one key.</param>
    /// <param name="property">What it is of; of a place, its first number.</param>
    /// <param name="cards">The gaps of the cards of the track's owner, by frame.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    public KeyedRun(Track track, PropertyInfo property, IReadOnlyDictionary<int, Gap> cards, bool held)
    {
        (Track, Axes) = (track, track is PlaceTrack ? property.Place!.Axes.Length : 1);
        switch (track)
        {
            case NumberTrack one:
                numbers = TrackRuns.Of(one, cards, held);
                break;
            case PlaceTrack one:
                places = TrackRuns.Of(one, cards, held);
                break;
            default:
                choices = TrackRuns.Of((ChoiceTrack)track, property);
                break;
        }
    }

    public Track Track { get; }

    /// <summary>How many numbers it has.</summary>
    public int Axes { get; }

    /// <param name="axis">Of a place; else 0.</param>
    public double At(double frame, int axis) => numbers?.At(frame) ?? places?.At(frame).Along(axis) ?? choices!.At(frame);

    /// <summary>All numbers in a row; of a choice its number.</summary>
    public void At(double frame, Span<double> values)
    {
        if (places is null)
        {
            values[0] = At(frame, 0);
            return;
        }

        var place = places.At(frame);
        for (var axis = 0; axis < Axes; axis++)
        {
            values[axis] = place.Along(axis);
        }
    }

    /// <summary>Whether one number of a key can be changed without compiling the track anew.</summary>
    public bool CanSet(int key) => numbers is not null || (places?.IsStraightAt(key) ?? false);

    /// <summary>One number of a key, of a track that has numbers.</summary>
    public double ValueOf(int key, int axis) => Track switch
    {
        NumberTrack one => one.Keys[key].Value,
        PlaceTrack one => one.Keys[key].At.Along(axis),
        _ => double.NaN,
    };

    /// <summary>Changes one number of a key of a run that is the caller's own.</summary>
    public void Set(int key, int axis, double value)
    {
        numbers?.Set(key, value);
        places?.Set(key, axis, value);
    }
}
