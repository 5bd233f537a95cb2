using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Snags;

/// <summary>
/// Arcs of a puppet's controls that break off at a key: at speed the way turns sharply from one frame to the next, and neither the
/// frame before nor the one after turns nearly as much. A tight circle turns on every frame, a stagger to and fro on every frame, and
/// what slows into a key and out of it takes short steps there: none of them is a kink.
/// </summary>
internal sealed class ArcKink : IFrameCheck
{
    /// <summary>Degrees.</summary>
    private const double Sharp = 60;

    /// <summary>Of the turn: what a neighbour may turn as well.</summary>
    private const double Neighbour = 0.5;

    /// <summary>Stage pixels a frame: what is slower turns unseen.</summary>
    private const double Fast = 5;

    /// <summary>A step at the turn that is smaller than this part of the one beside it has been slowed.</summary>
    private const double Slowed = 0.6;

    /// <summary>Degrees: it comes back the way it went, so that no smoother path helps.</summary>
    private const double Back = 150;

    /// <summary>Places of so many frames tell of the one in their middle.</summary>
    private const int Window = 5;

    private readonly Plan plan;
    private readonly ThingFrame thing;
    private readonly RigCache rigs;
    private readonly List<Control> controls;

    /// <summary>Something with keys of its own, and the last places of its point.</summary>
    private sealed record Control(string Thing, List<Track> Tracks, HashSet<int> Frames)
    {
        public Point[] Places { get; } = new Point[Window];

        public (double Turn, int Frame) Worst { get; set; }
    }

    public ArcKink(Plan plan, ThingFrame thing, RigCache rigs)
    {
        (this.plan, this.thing, this.rigs) = (plan, thing, rigs);
        var owner = thing.Plan.Thing.Id;
        Inputs = new Inputs($"kink {owner}", [.. Inputs.OfPose(plan, thing.Plan)]);
        controls =
        [
            .. plan.Shot.Tracks.Where(track => track.Address.Owner == owner && track is not ChoiceTrack && track.AllKeys.Length > 2)
                .GroupBy(track => track.Address.Thing)
                .Select(group => new Control(group.Key, [.. group], [.. group.SelectMany(track => track.AllKeys.Skip(1).SkipLast(1)).Select(key => key.Frame)])),
        ];
    }

    public Inputs Inputs { get; }

    public IEnumerable<ThingFrame> Posed => [thing];

    public void Visit(Evaluator frame)
    {
        var number = (int)frame.Frame;
        foreach (var control in controls)
        {
            if (Tracing.OnStage(thing, control.Thing) is not { } place)
            {
                continue;
            }

            Array.Copy(control.Places, 1, control.Places, 0, Window - 1);
            control.Places[^1] = place;
            var middle = number - (Window / 2);
            if (number >= Window && control.Frames.Contains(middle) && KinkOf(control.Places) is var turn && turn > control.Worst.Turn)
            {
                control.Worst = (turn, middle);
            }
        }
    }

    /// <returns>Degrees; 0 for none.</returns>
    private static double KinkOf(Point[] places)
    {
        var turn = Turn(places, 2);
        return turn >= Sharp && Turn(places, 1) <= turn * Neighbour && Turn(places, 3) <= turn * Neighbour && !IsSlowed(places, 1, 0) && !IsSlowed(places, 2, 3) ? turn : 0;
    }

    /// <summary>One step against the one beside it that is farther from the turn.</summary>
    private static bool IsSlowed(Point[] places, int step, int beside) => Step(places, step) < Slowed * Step(places, beside);

    private static double Step(Point[] places, int from) => (places[from + 1] - places[from]).Length;

    private static double Turn(Point[] places, int at)
    {
        var (into, on) = (places[at] - places[at - 1], places[at + 1] - places[at]);
        return into.Length < Fast || on.Length < Fast ? 0 : Math.Abs(Angles.Wrap(on.AngleRadians - into.AngleRadians)) / Angles.RadiansPerDegree;
    }

    public IEnumerable<Snag> Found() => controls.Where(control => control.Worst.Turn > 0).Select(control =>
    {
        var (turn, frame) = control.Worst;
        var address = control.Tracks[0].Address;
        var named = Names.Of(plan.Film, plan.Shot, address);
        var (mend, says) = Mend(control, frame, turn);
        return new Snag(
            "kink", "act", frame, address, named.Kind, Math.Round(turn, 1), "°",
            FormattableString.Invariant($"The arc of {named.Name} has a kink at {frame}: it turns by {Math.Round(turn)}° from one frame to the next."), mend, says);
    });

    /// <summary>The first of what could help that does: a path led smoothly, a stop at the turn, or both.</summary>
    private (Edit? Mend, string? Says) Mend(Control control, int frame, double turn)
    {
        var path = control.Tracks.OfType<PlaceTrack>().FirstOrDefault(track => track.Keys.Any(key => key.Frame == frame));
        List<Edit> smooth = path is null || turn >= Back ? [] : [.. PiecesAt(path, frame).Select(from => new ShapePiece(plan.Shot.Id, path.Address, from, PathShape.Smooth))];
        List<Edit> slow = [.. control.Tracks.Where(track => track.AllKeys.Any(key => key.Frame == frame)).SelectMany(track => Easing.Through(plan.Shot, track, frame))];
        (Together Edit, string Says)[] helps =
        [
            (new Together("Smooth the arc", smooth), "Smooth the arc"), (new Together("Ease into the turn and out of it", slow), "Ease into it and out of it"),
            (new Together("Smooth the arc and ease it", [.. smooth, .. slow]), "Smooth the arc and ease it"),
        ];
        var found = Array.Find(helps, help => help.Edit.Edits.Count > 0 && Mends(help.Edit, control.Thing, frame));
        return (found.Edit, found.Says);
    }

    /// <summary>Where the pieces of a path begin that meet at a place.</summary>
    private static IEnumerable<int> PiecesAt(PlaceTrack path, int frame)
    {
        var at = path.Keys.Select(key => key.Frame).ToList().IndexOf(frame);
        return [.. at > 0 ? [path.Keys[at - 1].Frame] : (int[])[], .. at + 1 < path.Keys.Length ? [frame] : (int[])[]];
    }

    private bool Mends(Edit edit, string control, int frame)
    {
        var film = edit.Apply(plan.Film);
        var after = new Evaluator(PlanCompiler.Compile(film, film.Shots.Find(plan.Shot.Id, "shot"), rigs));
        after.EvaluateStage(frame);
        var now = after.Find(thing.Plan.Thing.Id)!;
        var places = new Queue<Point>();
        for (var number = Math.Max(1, frame - Window); number <= Math.Min(plan.Shot.Length, frame + Window); number++)
        {
            after.EvaluateStage(number);
            after.Pose(now);
            if (Tracing.OnStage(now, control) is not { } place)
            {
                return false;
            }

            places.Enqueue(place);
            if (places.Count > Window)
            {
                places.Dequeue();
            }

            if (places.Count == Window && KinkOf([.. places]) > 0)
            {
                return false;
            }
        }

        return true;
    }
}
