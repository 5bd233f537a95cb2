using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>
/// What a drag means: from the frame as it stood when the pointer went down, a function from where the pointer is to
/// the one edit that the drag would make if it ended there.
/// </summary>
/// <param name="ToEdit">From where the pointer is.</param>
/// <param name="Pose">The same drag as numbers alone, where all it does is to key some; else null.</param>
public sealed record Drag(Func<Point, Edit> ToEdit, PoseDrag? Pose = null)
{
    /// <summary>Bones start at the end of the bone whose end is this near, in picture pixels.</summary>
    private const double SnapPixels = 18;

    /// <param name="stood">The frame at press; must not be evaluated again before the drag ends.</param>
    /// <exception cref="FilmException">What is gripped is not there.</exception>
    public static Drag Begin(Gesture gesture, Evaluator stood) => gesture.Grip.Kind switch
    {
        GripKind.Thing => DragOfSeveral.Of(gesture, one => Standings.Drag(one, stood)),
        GripKind.ThingDistance => DragOfSeveral.Of(gesture, one => Standings.DragDistance(one, stood)),
        GripKind.Look => Of(Look(gesture, stood)),
        GripKind.Focus => Of(new PoseDrag(gesture, stood, [Address.OfCamera(Address.Focus)], "Set focus", (to, values) => values[0] = Math.Clamp(to.X, 0.1, 10000))),
        GripKind.Turn or GripKind.Shift or GripKind.Pin or GripKind.Goal or GripKind.Dial => Of(Pairing.Of(gesture, stood, DragOfSeveral.Posed(gesture, stood))),
        GripKind.PathIn or GripKind.PathOut => PathDrag.Begin(gesture, stood),
        GripKind.Pivot or GripKind.PinRest or GripKind.BoneStart or GripKind.BoneEnd => DragOfSeveral.Of(Rigging.WithItsKind(gesture, stood), one => Rigging.Begin(one, stood, SnapPixels)),
        _ => new Drag(Rigging.Begin(gesture, stood, SnapPixels)),
    };

    internal static Drag Of(PoseDrag pose) => new(pose.ToEdit, pose);

    internal static int WholeFrame(Gesture gesture) => Math.Max(1, (int)Math.Round(gesture.Frame));

    internal static CastFrame FindCast(Evaluator frame, string? owner) =>
        Array.Find(frame.Cast, cast => cast.Use.Thing.Id == owner)
        ?? throw new FilmException($"puppet '{owner}'", "is not on the stage", "select one that is");

    /// <summary>Picture pixels → what is seen through a map.</summary>
    internal static Homography Inverse(Homography toPicture)
    {
        toPicture.TryInvert(out var inverse);
        return inverse;
    }

    /// <summary>The picture plane follows the pointer; nearer things overtake it and farther ones lag.</summary>
    private static PoseDrag Look(Gesture gesture, Evaluator frame)
    {
        var film = frame.Plan.Film;
        var plane = Inverse(frame.Camera.ToPicture(film, PicturePlane.DistanceMetres(film)));
        var metres = PicturePlane.MetresPerPixel(film);
        var (camera, from) = (frame.Camera, plane.Map(gesture.From));
        ImmutableArray<Address> addresses = [Address.OfCamera(Properties.Truck.Name), Address.OfCamera(Properties.Boom.Name)];
        return new PoseDrag(gesture, frame, addresses, "Move camera", (to, values) =>
        {
            var by = (plane.Map(to) - from) * metres;
            values[0] = Math.Round(camera.Truck - by.X, 4);
            values[1] = Math.Round(camera.Boom + by.Y, 4);
        });
    }
}

/// <summary>Writes what a drag keys, a number for each of its addresses.</summary>
public delegate void PoseAt(Point to, Span<double> values);

/// <summary>A drag that keys a few numbers at one frame: most pointer moves of an animator's day, so it makes no garbage.</summary>
public sealed class PoseDrag(Gesture gesture, Evaluator stood, ImmutableArray<Address> addresses, string says, PoseAt at)
{
    /// <summary>The most numbers that a drag keys.</summary>
    public const int Most = 96;

    public int Frame { get; } = Drag.WholeFrame(gesture);

    public ImmutableArray<Address> Addresses => addresses;

    public void At(Point to, Span<double> values) => at(to, values);

    public SetKeys ToEdit(Point to)
    {
        Span<double> values = stackalloc double[Most];
        at(to, values);
        var keys = ImmutableArray.CreateBuilder<KeyValue>(addresses.Length);
        for (var i = 0; i < addresses.Length; i++)
        {
            keys.Add(new KeyValue(addresses[i], values[i]));
        }

        return new SetKeys(stood.Plan.Shot.Id, Frame, keys.MoveToImmutable(), says) { Drawn = true, Blocked = gesture.View.Blocked };
    }
}
