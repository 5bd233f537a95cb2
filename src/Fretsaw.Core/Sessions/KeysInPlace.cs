using Fretsaw.Core.Acting;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Sessions;

/// <summary>
/// The keys that a drag has made with its first move, changed in place by the moves after it: nothing is compiled and nothing
/// allocated. The tracks are the drag's own, since its first move made them.
/// </summary>
internal sealed class KeysInPlace
{
    private readonly PoseDrag pose;
    private readonly Evaluator frame;
    private readonly TrackTable tracks;
    private readonly (KeyedRun Run, int Key, int Axis)[] keys;

    /// <summary>How much less than what is seen each key holds: a placed action under it may give the rest.</summary>
    private readonly double[] under;
    private Point last;

    private KeysInPlace(PoseDrag pose, Evaluator frame, (KeyedRun Run, int Key, int Axis)[] keys, Point last)
    {
        (this.pose, this.frame, tracks, this.keys, this.last) = (pose, frame, frame.Plan.Tracks, keys, last);
        Span<double> values = stackalloc double[PoseDrag.Most];
        pose.At(last, values);
        under = new double[keys.Length];
        for (var i = 0; i < keys.Length; i++)
        {
            under[i] = values[i] - keys[i].Run.ValueOf(keys[i].Key, keys[i].Axis);
        }
    }

    /// <param name="frame">With the keys that the drag made at a place.</param>
    /// <returns>Null when a key cannot be changed in place: on a bent path its neighbours change too.</returns>
    public static KeysInPlace? Find(PoseDrag pose, Evaluator frame, Point at)
    {
        var keys = new (KeyedRun Run, int Key, int Axis)[pose.Addresses.Length];
        for (var i = 0; i < keys.Length; i++)
        {
            var (address, sampler) = (pose.Addresses[i], frame.Plan.Tracks.Of(pose.Addresses[i].Owner));
            if (!sampler.TryFindKey(address, sampler.KeyFrame(address, pose.Frame), out keys[i]))
            {
                return null;
            }
        }

        return new KeysInPlace(pose, frame, keys, at);
    }

    /// <returns>False when the frame shows something else.</returns>
    public bool TryMove(Point to)
    {
        Span<double> values = stackalloc double[PoseDrag.Most];
        if (!ReferenceEquals(frame.Plan.Tracks, tracks))
        {
            return false;
        }

        pose.At(to, values);

        for (var i = 0; i < keys.Length; i++)
        {
            keys[i].Run.Set(keys[i].Key, keys[i].Axis, values[i] - under[i]);
            frame.Forget(pose.Addresses[i]);
        }

        last = to;
        return true;
    }

    public SetKeys ToEdit() => pose.ToEdit(last);
}
