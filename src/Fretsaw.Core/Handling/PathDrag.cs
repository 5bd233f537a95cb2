using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Drags on the handles of a path, which bend it and leave its timing.</summary>
internal static class PathDrag
{
    public static Drag Begin(Gesture gesture, Evaluator stood)
    {
        var (owner, thing) = (gesture.Grip.Owner ?? gesture.Grip.Thing, gesture.Grip.Thing);
        var frame = stood.Find(owner) ?? throw new FilmException($"thing '{owner}'", "is not on the stage", "select one that is");
        var address = AddressOf(owner, thing);
        var key = (stood.Plan.Shot.Tracks.Find(address) as PlaceTrack)?.Keys.FirstOrDefault(one => one.Frame == Drag.WholeFrame(gesture))
            ?? throw new FilmException($"'{address}'", $"has no position key at frame {gesture.Frame}", "key it there first");
        var space = Drag.Inverse(frame.FromStage * SpaceOf(stood, frame, thing));
        var (from, isOut) = (space.Map(gesture.From), gesture.Grip.Kind == GripKind.PathOut);
        return new Drag(to =>
        {
            var by = space.Map(to) - from;
            var end = (isOut ? key.Out : key.In) + new Place(Math.Round(by.X, 2), Math.Round(by.Y, 2));
            return new ShapePath(stood.Plan.Shot.Id, address, key.Frame) { In = isOut ? null : end, Out = isOut ? end : null };
        });
    }

    /// <summary>The place of a thing of a puppet, or of where something stands.</summary>
    public static Address AddressOf(string owner, string thing) =>
        new(owner, thing, thing == Address.Stand ? Properties.StandPlace.Name : Properties.Shift.Name);

    /// <summary>The space in which its place runs → stage pixels.</summary>
    public static Affine SpaceOf(Evaluator stood, ThingFrame frame, string thing) =>
        thing == Address.Stand || frame.Cast is null ? Affine.Identity : ShiftSpaces.ToStage(frame.Cast, thing);
}
