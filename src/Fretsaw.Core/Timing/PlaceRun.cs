using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Timing;

/// <summary>
/// A track of places as flat arrays. Along a path with handles the gap says how much of its length is gone, so that the shape of
/// a path never changes its timing, nor the timing the shape.
/// </summary>
/// <param name="places">One for each key.</param>
/// <param name="paths">From each key to the next; null where the way is straight.</param>
/// <param name="gaps">The gap after each key; the last one's counts for nothing.</param>
internal sealed class PlaceRun(KeyTimes times, Place[] places, CubicPath?[] paths, GapCurve[] gaps)
{
    /// <summary>Whether a key lies between straight ways, so that it can be changed in place.</summary>
    public bool IsStraightAt(int key) => (key == 0 || paths[key - 1] is null) && paths[key] is null;

    /// <summary>Changes one number of a key in place: a drag does this with every move, on a run that is its own.</summary>
    public void Set(int key, int axis, double value) => places[key] = places[key].With(axis, value);

    /// <param name="frame">Whole or between frames.</param>
    public Place At(double frame)
    {
        var key = times.Find(ref frame, out var cycles);
        var place = Inside(key, frame);
        return cycles == 0 ? place : place + ((places[^1] - places[0]) * cycles);
    }

    private Place Inside(int key, double frame)
    {
        if (key < 0 || key == places.Length - 1 || times[key] == frame)
        {
            return places[Math.Max(0, key)];
        }

        var progress = gaps[key].At(frame - times[key], times[key + 1] - times[key]);
        var (from, to) = (places[key], places[key + 1]);
        return paths[key] is { } path
            ? path.At(progress)
            : new Place(from.X + ((to.X - from.X) * progress), from.Y + ((to.Y - from.Y) * progress), from.Z + ((to.Z - from.Z) * progress));
    }
}
