using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>How a thing is to stand; what is null stays.</summary>
public sealed record NewStand(double? Distance = null, double? X = null, double? Y = null, double? SizePercent = null);

/// <summary>
/// Placing things on the stage. What is keyed gets a key at the frame, what is not is changed for the whole shot. "Keep size" scales a
/// thing with its distance about the point the lens at rest looks at, so that the picture at rest stays as composed and only parallax
/// and focus change.
/// </summary>
public static class Standings
{
    private const double Nearest = 0.1;
    private const double Farthest = 10000;

    /// <param name="now">How it stands at the frame.</param>
    public static Edit PutAtDistance(Film film, Shot shot, string thingId, in Standing now, int frame, double metres, bool keepSize)
    {
        var distance = Math.Round(Math.Clamp(metres, Nearest, Farthest), 3);
        if (!keepSize)
        {
            return Put(shot, thingId, frame, new NewStand(Distance: distance));
        }

        var factor = distance / now.Distance;
        var (centreX, centreY) = (film.Width / 2.0, film.Height / 2.0);
        return Put(shot, thingId, frame, new NewStand(
            distance,
            // Near the lens a hundredth of a pixel is seen many times as large.
            Math.Round(centreX + ((now.At.X - centreX) * factor), 4),
            Math.Round(centreY + ((now.At.Y - centreY) * factor), 4),
            Math.Round(now.Size * 100 * factor, 6)));
    }

    /// <summary>Changes how a thing stands.</summary>
    public static Edit Put(Shot shot, string thingId, int frame, NewStand to)
    {
        shot.Things.Find(thingId, "thing");
        (string Property, double? Value)[] all = [("distance", to.Distance), ("x", to.X), ("y", to.Y), ("size", to.SizePercent)];
        ImmutableArray<KeyValue> keys =
        [
            .. all.Where(one => one.Value is not null && IsKeyed(shot, thingId, one.Property))
                .Select(one => new KeyValue(new Address(thingId, Address.Stand, one.Property), one.Value!.Value)),
        ];
        var change = new ChangeThing(shot.Id, thingId)
        {
            Distance = Unkeyed("distance"),
            X = Unkeyed("x"),
            Y = Unkeyed("y"),
            SizePercent = Unkeyed("size"),
        };
        return keys.IsEmpty ? change
            : keys.Length == all.Count(one => one.Value is not null) ? new SetKeys(shot.Id, frame, keys, change.Title) { Drawn = true }
            : new Together(change.Title, [change, new SetKeys(shot.Id, frame, keys) { Drawn = true }]);

        double? Unkeyed(string property) => IsKeyed(shot, thingId, property) ? null : all.First(one => one.Property == property).Value;
    }

    public static bool IsKeyed(Shot shot, string thingId, string property) => shot.Tracks.Any(track =>
        track.Address.Owner == thingId && track.Address.Thing == Address.Stand
        && (track.Address.Property == property || (Properties.FindPlace(track.Address)?.Axes.Contains(property) ?? false)));

    internal static Func<Point, Edit> Drag(Gesture gesture, Evaluator stood)
    {
        var thing = Find(gesture, stood);
        var (plane, at) = (Handling.Drag.Inverse(thing.FromStage), thing.Standing.At);
        var from = plane.Map(gesture.From);
        return to =>
        {
            var place = at + plane.Map(to) - from;
            return Put(stood.Plan.Shot, gesture.Grip.Thing, Handling.Drag.WholeFrame(gesture), new NewStand(X: Math.Round(place.X, 1), Y: Math.Round(place.Y, 1)));
        };
    }

    internal static Func<Point, Edit> DragDistance(Gesture gesture, Evaluator stood)
    {
        var standing = Find(gesture, stood).Standing;
        return to => PutAtDistance(
            stood.Plan.Film, stood.Plan.Shot, gesture.Grip.Thing, standing, Handling.Drag.WholeFrame(gesture), standing.Distance + to.X - gesture.From.X, gesture.Grip.KeepSize);
    }

    private static ThingFrame Find(Gesture gesture, Evaluator stood) => stood.Find(gesture.Grip.Thing)
        ?? throw new FilmException($"thing '{gesture.Grip.Thing}'", "is not on the stage", "select one that is");
}
