using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Bends the path through a place: its timing stays. Where its handles are joined, the one that is not given turns with the other and
/// keeps its length.
/// </summary>
public sealed record ShapePath(string ShotId, Address Address, int Frame) : Edit
{
    public Place? In { get; init; }

    public Place? Out { get; init; }

    public PathJoint? Joint { get; init; }

    public override string Title => "Bend path";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => Paths.With(shot, Address, Frame, (_, key) =>
    {
        var shaped = key with { In = In ?? key.In, Out = Out ?? key.Out, Joint = Joint ?? key.Joint };
        return shaped.Joint == PathJoint.Free || (In is not null && Out is not null) ? shaped
            : Out is not null || (In is null && shaped.Out.Length > 0) ? shaped with { In = Paths.Against(shaped.In, shaped.Out) }
            : shaped with { Out = Paths.Against(shaped.Out, shaped.In) };
    }));
}

/// <summary>How one piece of a path is shaped.</summary>
public enum PathShape
{
    Straight,

    /// <summary>Leaving and coming in along the way from the place before to the place after.</summary>
    Smooth,
}

/// <summary>Makes one piece of a path straight or smooth: its timing stays.</summary>
/// <param name="Frame">Of the place at which the piece begins.</param>
public sealed record ShapePiece(string ShotId, Address Address, int Frame, PathShape Shape) : Edit
{
    /// <summary>A cubic with handles of a third of its chord goes evenly where it is straight.</summary>
    private const double Third = 1.0 / 3;

    public override string Title => Shape == PathShape.Straight ? "Straighten path" : "Smooth path";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => Paths.With(shot, Address, Frame, (track, key) =>
    {
        var keys = track.Keys;
        var at = keys.IndexOf(key);
        FilmException.ThrowIf(at == keys.Length - 1, $"'{Address}'", $"has no stretch after frame {Frame}", "select a key that is not the last");
        var length = (keys[at + 1].At - key.At).Length * Third;
        var (on, into) = Shape == PathShape.Straight ? (default, default) : (Tangent(keys, at) * length, Tangent(keys, at + 1) * -length);
        return
        [
            Joined(key with { Out = on }, key.In.Length > 0 && on.Length > 0, one => one with { In = Paths.Against(one.In, one.Out) }),
            Joined(keys[at + 1] with { In = into }, keys[at + 1].Out.Length > 0 && into.Length > 0, one => one with { Out = Paths.Against(one.Out, one.In) }),
        ];
    }));

    private static PlaceKey Joined(PlaceKey key, bool both, Func<PlaceKey, PlaceKey> turn) => both ? turn(key) with { Joint = PathJoint.Joined } : key;

    /// <summary>The way past a place from its neighbour to its neighbour (Catmull and Rom, "A class of local interpolating splines", 1974), of length 1.</summary>
    private static Place Tangent(ImmutableArray<PlaceKey> keys, int at)
    {
        var way = keys[Math.Min(keys.Length - 1, at + 1)].At - keys[Math.Max(0, at - 1)].At;
        return way.Length == 0 ? default : way * (1 / way.Length);
    }
}

/// <summary>The places of a path, changed.</summary>
internal static class Paths
{
    /// <param name="change">From the track and the key at the frame to what that key becomes.</param>
    public static Shot With(Shot shot, Address address, int frame, Func<PlaceTrack, PlaceKey, PlaceKey> change) => With(shot, address, frame, (track, key) => [change(track, key)]);

    /// <param name="change">From the track and the key at the frame to the keys that change.</param>
    /// <exception cref="FilmException">There is no such path, or no key there.</exception>
    public static Shot With(Shot shot, Address address, int frame, Func<PlaceTrack, PlaceKey, ImmutableArray<PlaceKey>> change)
    {
        var track = shot.Tracks.Find(address) as PlaceTrack ?? throw new FilmException($"'{address}'", "has no keyed position", "key it first");
        var key = track.Keys.FirstOrDefault(one => one.Frame == frame) ?? throw new FilmException($"'{address}'", $"has no key at frame {frame}", "key it there first");
        var changed = change(track, key).ToDictionary(one => one.Frame);
        return shot with { Tracks = shot.Tracks.With(track with { Keys = [.. track.Keys.Select(one => changed.GetValueOrDefault(one.Frame) ?? one)] }) };
    }

    /// <summary>A handle turned to run on from another through their place; its length stays.</summary>
    public static Place Against(Place handle, Place other) => other.Length == 0 ? handle : other * (-handle.Length / other.Length);
}
