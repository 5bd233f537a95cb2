using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// The follow-through of one puppet. Each spring follows a place of the puppet as it would be without any lag, from a frame
/// far enough back that what was before it is forgotten, where it starts settled; so every frame has one answer, whatever
/// was asked before it. The places are kept by whole frames in a ring as long as the longest memory.
/// </summary>
public sealed class FollowThroughFrame
{
    private readonly PuppetPlan plan;
    private readonly Skeleton still;
    private readonly Lending lending;
    private readonly double frameRate;
    private readonly int ring;
    private readonly int[] keptFrame;
    private readonly Point[] kept;
    private readonly PlaneChanges? planes;
    private readonly Point[] behind;
    private readonly double[] turns;

    public FollowThroughFrame(ThingPlan use, double frameRate)
    {
        (plan, this.frameRate) = (use.Puppet!, frameRate);
        (still, lending) = (new Skeleton(plan, use.Lent), new Lending(use.Lent));

        // With planes to be lined up, the frames of the lag are looked at too.
        ring = plan.FollowThroughs.Max(spring => spring.MemoryFrames + (use.Lent.Length == 0 ? 0 : (int)Math.Ceiling(spring.Settings.LagFrames))) + 4;
        keptFrame = new int[ring];
        kept = new Point[ring * plan.FollowThroughs.Length];
        planes = use.Lent.Length == 0 ? null : new PlaneChanges(use, plan.FollowThroughs, kept, ring);
        behind = new Point[plan.FollowThroughs.Length];
        turns = new double[plan.Nodes.Length];
    }

    /// <summary>By node, the extra turn in radians after <see cref="Evaluate"/>.</summary>
    public ReadOnlySpan<double> Turns => turns;

    /// <summary>For each, where its tip is because it lags, against where it would be; stage pixels.</summary>
    public ReadOnlySpan<Point> Behind => behind;

    /// <summary>
    /// Keys have changed. A pin without follow-through of its own moves nothing that is followed, so dragging one keeps what is
    /// remembered.
    /// </summary>
    /// <param name="thing">Whose keys: a thing of the puppet, or its stand.</param>
    public void Forget(string thing)
    {
        if (!plan.Unfollowed.Contains(thing))
        {
            Array.Clear(keptFrame);
        }
    }

    /// <param name="frame">Whole or between frames.</param>
    /// <param name="scratch">As long as there are slots in the shot; overwritten.</param>
    /// <param name="ground">Of the frame.</param>
    /// <param name="values">Driven values of this use at the frame.</param>
    public void Evaluate(Plan shot, ThingPlan use, double frame, double[] scratch, in Affine ground, ReadOnlySpan<double> values)
    {
        var last = (int)Math.Floor(frame);
        for (var s = 0; s < plan.FollowThroughs.Length; s++)
        {
            var spring = plan.FollowThroughs[s];

            // Before the first frame nothing moves, so a spring that starts settled there is as it would be from any frame before.
            var first = Math.Max(0, last - spring.MemoryFrames);
            LookBack(shot, use, s, first, frame, scratch);
            var (place, speed) = (Driver(shot, use, s, first, scratch), default(Point));
            var from = place;
            for (var f = first + 1; f <= last; f++)
            {
                var to = Driver(shot, use, s, f, scratch);
                spring.Frame.Step(ref place, ref speed, from, to);
                from = to;
            }

            if (frame > last)
            {
                var part = frame - last;
                var to = from + ((Driver(shot, use, s, last + 1, scratch) - from) * part);
                new Spring(spring.Settings, part / frameRate).Step(ref place, ref speed, from, to);
            }

            behind[s] = place;
        }

        lending.Set(shot, frame, still, values, scratch);
        still.Pose(ground, values, []);
        Array.Clear(turns);
        for (var s = 0; s < plan.FollowThroughs.Length; s++)
        {
            var spring = plan.FollowThroughs[s];
            var now = Place(spring, values);
            behind[s] = (behind[s] - now) * (values[spring.AmountSlot] / 100);
            if (spring.ShiftSlot < 0)
            {
                turns[spring.Node] += Turn(spring, now, behind[s]);
            }
        }
    }

    /// <summary>The angle at the node's pivot from where its tip is to where it lags, in the puppet's own turning sense.</summary>
    private double Turn(FollowThroughPlan spring, Point tip, Point behindBy)
    {
        ref readonly var node = ref plan.Nodes[spring.Node];
        still.ToStage.TryInvert(out var toPuppet);
        var pivot = still.Worlds[spring.Node].Map(node.Pivot);
        var arm = toPuppet.Map(tip) - pivot;
        var late = toPuppet.Map(tip + behindBy) - pivot;
        var mirrored = still.CarrierOf(spring.Node).Determinant < 0;
        var turn = Angles.Wrap(late.AngleRadians - arm.AngleRadians);
        return mirrored ? -turn : turn;
    }

    /// <summary>Where the spring pulls to at a whole frame: the tip some frames before, by its lag.</summary>
    private Point Driver(Plan shot, ThingPlan use, int s, int frame, double[] scratch)
    {
        var at = frame - plan.FollowThroughs[s].Settings.LagFrames;
        var before = (int)Math.Floor(at);
        var place = Seen(before);
        return at == before ? place : place + ((Seen(before + 1) - place) * (at - before));

        Point Seen(int f) => planes is null ? Kept(shot, use, s, f, scratch) : planes.Onto(Math.Max(1, f), Kept(shot, use, s, f, scratch));
    }

    /// <summary>What has been handed from plane to plane is looked back at as it is on the last.</summary>
    private void LookBack(Plan shot, ThingPlan use, int s, int first, double frame, double[] scratch)
    {
        if (planes is null)
        {
            return;
        }

        var (last, to) = ((int)Math.Floor(frame), (int)Math.Ceiling(frame));
        first = Math.Max(1, (int)Math.Floor(first - plan.FollowThroughs[s].Settings.LagFrames));
        for (var f = first; f <= to; f++)
        {
            Kept(shot, use, s, f, scratch);
        }

        planes.LineUp(s, first, last, to);
    }

    private Point Kept(Plan shot, ThingPlan use, int s, int frame, double[] scratch)
    {
        // Before the first frame nothing moves.
        frame = Math.Max(1, frame);
        var at = frame % ring;
        if (keptFrame[at] != frame)
        {
            Pipeline.Driven(shot, use, frame, scratch);
            var then = use.PuppetValues(scratch);
            lending.Set(shot, frame, still, then, scratch);
            still.Pose(Standing.Of(use.StandValues(scratch)).Ground(plan.Puppet.Origin), then, []);
            for (var i = 0; i < plan.FollowThroughs.Length; i++)
            {
                kept[(at * plan.FollowThroughs.Length) + i] = Place(plan.FollowThroughs[i], then);
            }

            planes?.Keep(frame, still, scratch);

            keptFrame[at] = frame;
        }

        return kept[(at * plan.FollowThroughs.Length) + s];
    }

    private Point Place(FollowThroughPlan spring, ReadOnlySpan<double> values)
    {
        var shift = spring.ShiftSlot < 0 ? default : new Point(values[spring.ShiftSlot], values[spring.ShiftSlot + 1]);
        return still.ToStage.Map(still.Worlds[spring.Node].Map(spring.Tip + shift));
    }
}
