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
public static class Drag
{
    /// <summary>Bones start at the end of the bone whose end is this near, in picture pixels.</summary>
    private const double SnapPixels = 18;

    /// <param name="stood">The frame at press; must not be evaluated again before the drag ends.</param>
    /// <exception cref="FilmException">What is gripped is not there.</exception>
    public static Func<Point, Edit> Begin(Gesture gesture, Evaluator stood)
    {
        var (grip, from, shot) = (gesture.Grip, gesture.From, stood.Plan.Shot);
        return grip.Kind switch
        {
            GripKind.Flat => Flat(stood, grip, from),
            GripKind.Cast => Cast(stood, grip, from),
            GripKind.Look => Look(stood, gesture),
            GripKind.FlatDistance => Distances.DragFlat(stood, grip, from),
            GripKind.CastDistance => Distances.DragCast(stood, grip, from),
            GripKind.Focus => to => new SetKeys(
                shot.Id, WholeFrame(gesture), [new KeyValue(Address.OfCamera(Address.Focus).ToString(), Math.Clamp(to.X, 0.1, 10000))], "Set the focus"),
            GripKind.Turn or GripKind.Shift or GripKind.Pin or GripKind.Goal => Posing.Begin(gesture, stood),
            _ => Rigging.Begin(gesture, stood, SnapPixels),
        };
    }

    internal static int WholeFrame(Gesture gesture) => Math.Max(1, (int)Math.Round(gesture.Frame));

    internal static CastFrame FindCast(Evaluator frame, string? owner) =>
        frame.Cast.FirstOrDefault(cast => cast.Plan.Member.Id == owner)
        ?? throw new FilmException($"puppet '{owner}'", "is not on the stage", "choose one that is");

    /// <summary>Picture pixels → the plane of a thing at a distance, stage pixels.</summary>
    internal static Affine ToPlane(Evaluator frame, double distance)
    {
        frame.Camera.ToPicture(frame.Plan.Film, distance).TryInvert(out var inverse);
        return inverse;
    }

    private static Func<Point, Edit> Flat(Evaluator frame, Grip grip, Point from)
    {
        var flat = frame.Plan.Shot.Flats.Find(grip.Thing, "flat");
        var plane = ToPlane(frame, flat.Distance);
        return to =>
        {
            var by = plane.MapVector(to - from);
            return new ChangeFlat(frame.Plan.Shot.Id, flat.Id) { X = Math.Round(flat.X + by.X, 1), Y = Math.Round(flat.Y + by.Y, 1) };
        };
    }

    private static Func<Point, Edit> Cast(Evaluator frame, Grip grip, Point from)
    {
        var member = FindCast(frame, grip.Thing).Plan.Member;
        var plane = ToPlane(frame, member.Distance);
        return to =>
        {
            var by = plane.MapVector(to - from);
            return new ChangeCast(frame.Plan.Shot.Id, member.Id) { X = Math.Round(member.X + by.X, 1), Y = Math.Round(member.Y + by.Y, 1) };
        };
    }

    /// <summary>The picture plane follows the pointer; nearer things overtake it and farther ones lag.</summary>
    private static Func<Point, Edit> Look(Evaluator frame, Gesture gesture)
    {
        var film = frame.Plan.Film;
        var plane = ToPlane(frame, Lens.PicturePlane.DistanceMetres(film));
        var metres = Lens.PicturePlane.MetresPerPixel(film);
        var camera = frame.Camera;
        return to =>
        {
            var by = plane.MapVector(to - gesture.From) * metres;
            ImmutableArray<KeyValue> values =
            [
                new(Address.OfCamera("truck").ToString(), Math.Round(camera.Truck - by.X, 4)),
                new(Address.OfCamera("boom").ToString(), Math.Round(camera.Boom + by.Y, 4)),
            ];
            return new SetKeys(frame.Plan.Shot.Id, WholeFrame(gesture), values, "Moved the camera");
        };
    }
}
