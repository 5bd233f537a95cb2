using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>What is seen over time of one value, or of the numbers of a place, and keys that would hold it.</summary>
/// <param name="address">As a track has it: of a place by the place's name.</param>
/// <param name="property">Of it, or of a place's first number.</param>
/// <param name="seen">What is seen.</param>
/// <param name="into">What stands there before the keys come.</param>
/// <param name="later">How many frames later it is seen than the keys stand.</param>
/// <param name="carried">What else has moved it at a frame at which it is seen.</param>
internal sealed class SeenValue(Address address, PropertyInfo property, Sampler seen, Sampler? into, int later = 0, Func<int, Place>? carried = null)
{
    private readonly Address[] axes = Properties.FindPlace(address) is { } place ? [.. place.Axes.Select(axis => address with { Property = axis })] : [address];

    /// <param name="frame">Of the keys.</param>
    public Place At(int frame)
    {
        var (at, more) = (Each(axis => seen.At(axis, frame + later)), carried?.Invoke(frame + later) ?? default);
        return axes.Length > 1 ? at + more : at with { X = at.X + (property == Properties.ShiftY ? more.Y : more.X) };
    }

    /// <summary>What a track and whatever is placed under it show.</summary>
    public Func<double, Place> Shown(Sampler acted) => frame => Each(axis => acted.At(axis, frame));

    /// <summary>The key at its frame with what it must hold.</summary>
    public Key Holding(Key key)
    {
        var at = At(key.Frame);
        at = into is null ? at : Each(axis => into.KeyFor(axis, key.Frame, at.Along(Array.IndexOf(axes, axis))));
        return key switch
        {
            PlaceKey place => place with { At = at },
            NumberKey number => number with { Value = at.X },
            ChoiceKey choice => choice with { Id = property.IdOf(at.X) },
            _ => key,
        };
    }

    /// <summary>A track without keys, of the kind that holds such a value.</summary>
    public Track Empty(Address at) => axes.Length > 1 ? new PlaceTrack { Address = at } : property.Jumps ? new ChoiceTrack { Address = at } : new NumberTrack { Address = at };

    private Place Each(Func<Address, double> value)
    {
        var place = default(Place);
        for (var axis = 0; axis < axes.Length; axis++)
        {
            place = place.With(axis, value(axes[axis]));
        }

        return place;
    }

    /// <summary>The values of a puppet on the stage that keys or placed actions have a say in, as tracks have them. Where it stands is none of them.</summary>
    public static IEnumerable<Address> Of(Shot shot, string owner, Sampler acted) =>
        shot.Tracks.Where(track => track.Address.Owner == owner && track.Address.Thing != Address.Stand && !track.AllKeys.IsEmpty).Select(track => track.Address)
            .Concat(acted.Laid.Select(value => value.Property.Place is { } place && shot.Tracks.Find(value.Address) is null ? value.Address with { Property = place.Name } : value.Address))
            .Distinct().Order();
}
