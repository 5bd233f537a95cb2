using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Asking;

/// <summary>A thing over time → its path through the picture, and what of it can be taken hold of.</summary>
internal static class Arcs
{
    /// <summary>More than a person reads, frames.</summary>
    private const int Longest = 2000;

    public static ArcAnswer Of(Film film, Func<View, double, Evaluator> frameAt, ArcQuestion q)
    {
        // Only the one thing is posed over the frames; what is drawn next is evaluated anew.
        var frame = frameAt(q.View, q.Frame);
        var (shot, camera) = (frame.Plan.Shot, frame.Camera);
        var thing = frame.Find(q.Owner) ?? throw new FilmException($"thing '{q.Owner}'", "is not on the stage", "select one that is");
        var (first, last) = (Math.Clamp(q.From, 1, shot.Length), Math.Clamp(q.To, 1, shot.Length));
        last = Math.Min(last, first + Longest);
        var address = PathDrag.AddressOf(q.Owner, q.Thing);
        var track = shot.Tracks.Find(address) as PlaceTrack;
        var grip = GripOf(shot, thing, q.Thing);
        var dots = ImmutableArray.CreateBuilder<Point?>(Math.Max(0, last - first + 1));
        var path = ImmutableArray.CreateBuilder<PathPlace>();
        for (var number = first; number <= last; number++)
        {
            frame.EvaluateStage(number);
            frame.Pose(thing);
            var seen = thing.SeenBy(film, camera);
            var at = Tracing.OnStage(thing, q.Thing) is { } onStage && seen is { } toPicture ? toPicture.Map(onStage) : (Point?)null;
            dots.Add(at is { } dot ? Rounded(dot) : null);
            if (at is { } place && track?.Keys.FirstOrDefault(key => key.Frame == number) is { } key)
            {
                path.Add(PlaceOf(track, key, place, seen!.Value * PathDrag.SpaceOf(frame, thing, q.Thing)));
            }
        }

        return new ArcAnswer(first, dots.MoveToImmutable(), Keyed(shot, q.Owner, q.Thing, grip), grip, track is null ? null : address, path.ToImmutable(), CanBePath(shot, address));
    }

    private static PathPlace PlaceOf(PlaceTrack track, PlaceKey key, Point at, in Homography space)
    {
        space.TryInvert(out var inverse);
        var (own, index, map) = (inverse.Map(at), track.Keys.IndexOf(key), space);
        bool? straight = index + 1 < track.Keys.Length ? TrackRuns.PathBetween(key, track.Keys[index + 1]) is null : null;
        return new PathPlace(key.Frame, Rounded(at), End(key.In), End(key.Out), key.Joint, straight);

        Point End(Place handle) => Rounded(map.Map(own + new Point(handle.X, handle.Y)));
    }

    /// <summary>What has to move so that the thing does: itself, the goal that it obeys, or what carries it.</summary>
    private static Grip? GripOf(Shot shot, ThingFrame thing, string of)
    {
        var owner = thing.Plan.Thing.Id;
        if (of == Address.Stand)
        {
            return new Grip(GripKind.Thing, owner, owner);
        }

        if (of == Address.Body)
        {
            return new Grip(GripKind.Shift, of, owner);
        }

        if (thing.Cast is not { Plan: var plan } cast)
        {
            return null;
        }

        if (!plan.NodeOf.TryGetValue(of, out var node))
        {
            return Array.Exists(plan.Reaches, reach => reach.Reach.Id == of) ? new Grip(GripKind.Goal, of, owner)
                : plan.Puppet.Parts.Any(part => part.Pins.Any(pin => pin.Id == of)) ? new Grip(GripKind.Pin, of, owner)
                : null;
        }

        var mover = plan.Nodes[node].IsBone || IsShifted(shot, owner, of) ? node : cast.Skeleton.CarrierIndexOf(node);
        return mover < 0 ? new Grip(GripKind.Shift, of, owner)
            : plan.Nodes[mover].Reach is >= 0 and var reach ? new Grip(GripKind.Goal, plan.Reaches[reach].Reach.Id, owner)
            : new Grip(plan.Nodes[mover].IsBone || mover != node ? GripKind.Turn : GripKind.Shift, plan.Nodes[mover].Id, owner);
    }

    private static bool IsShifted(Shot shot, string owner, string thing) =>
        shot.Tracks.Any(track => track.Address.Owner == owner && track.Address.Thing == thing && (track.Address.Property == Properties.Shift.Name || Properties.Shift.Axes.Contains(track.Address.Property)));

    private static ImmutableArray<int> Keyed(Shot shot, string owner, string thing, Grip? grip) =>
    [
        .. shot.Tracks.Where(track => track.Address.Owner == owner && (track.Address.Thing == thing || track.Address.Thing == grip?.Thing))
            .SelectMany(track => track.AllKeys).Select(key => key.Frame).Distinct().Order(),
    ];

    private static bool CanBePath(Shot shot, Address address) =>
        shot.Tracks.Find(address) is null && Properties.FindPlace(address)!.Axes.Any(axis => shot.Tracks.Find(address with { Property = axis }) is not null);

    private static Point Rounded(Point at) => new(Math.Round(at.X, 2), Math.Round(at.Y, 2));
}
