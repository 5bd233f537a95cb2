using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Engine;

/// <summary>A track, with its cards' gaps, compiled to a run over one slot or over a few in a row.</summary>
internal sealed class TrackPlan
{
    private readonly NumberRun? numbers;
    private readonly PlaceRun? places;
    private readonly ChoiceRun? choices;
    private readonly int axes;
    private readonly int every;

    private TrackPlan(Track track, int slot, int every, NumberRun? numbers = null, PlaceRun? places = null, ChoiceRun? choices = null, int axes = 1) =>
        (Track, Slot, this.every, this.numbers, this.places, this.choices, this.axes) = (track, slot, every, numbers, places, choices, axes);

    public Track Track { get; }

    /// <summary>The first slot.</summary>
    public int Slot { get; }

    public int SlotCount => axes;

    /// <param name="cards">The gaps of the cards of the track's owner, by frame.</param>
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    /// <param name="every">Frames from one drawing to the next, see <see cref="Stepping"/>.</param>
    /// <returns>Null when no thing of the shot has such a value, or the track has no keys.</returns>
    public static TrackPlan? Of(Track track, SlotLayout slots, IReadOnlyDictionary<int, Gap> cards, bool held, int every)
    {
        if (track.AllKeys.IsEmpty)
        {
            return null;
        }

        var place = Properties.FindPlace(track.Address);
        var slot = slots.Find(place is null ? track.Address : track.Address with { Property = place.Axes[0] });
        if (slot < 0)
        {
            return null;
        }

        return track switch
        {
            NumberTrack one => new TrackPlan(track, slot, every, numbers: TrackRuns.Of(one, cards, held)),
            PlaceTrack one => new TrackPlan(track, slot, every, places: TrackRuns.Of(one, cards, held), axes: place!.Axes.Length),
            ChoiceTrack one => new TrackPlan(track, slot, every, choices: TrackRuns.Of(one, slots.PropertyOf(slot))),
            _ => null,
        };
    }

    public void Sample(double frame, double[] values)
    {
        frame = Stepping.Drawn(frame, every);
        if (numbers is not null)
        {
            values[Slot] = numbers.At(frame);
        }
        else if (places is not null)
        {
            var place = places.At(frame);
            values[Slot] = place.X;
            values[Slot + 1] = place.Y;
            if (axes > 2)
            {
                values[Slot + 2] = place.Z;
            }
        }
        else
        {
            values[Slot] = choices!.At(frame);
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

    /// <summary>Changes one number of a key of a plan that is the caller's own.</summary>
    public void Set(int key, int axis, double value)
    {
        numbers?.Set(key, value);
        places?.Set(key, axis, value);
    }
}
