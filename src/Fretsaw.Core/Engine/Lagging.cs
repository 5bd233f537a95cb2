using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// The follow-through of one puppet. Each spring follows a place of the puppet as it would be without any lag, from a frame
/// far enough back that what was before it is forgotten, where it starts settled; so every frame has one answer, whatever
/// was asked before it. The places are kept by whole frames in a ring as long as the longest memory.
/// </summary>
public sealed class Lagging
{
    private readonly CastPlan plan;
    private readonly Skeleton still;
    private readonly double frameRate;
    private readonly int ring;
    private readonly int[] keptFrame;
    private readonly Point[] kept;
    private readonly Point[] behind;
    private readonly double[] turns;

    public Lagging(CastPlan plan, double frameRate)
    {
        (this.plan, this.frameRate) = (plan, frameRate);
        still = new Skeleton(plan);
        ring = plan.Springs.Max(spring => spring.MemoryFrames) + 4;
        keptFrame = new int[ring];
        kept = new Point[ring * plan.Springs.Length];
        behind = new Point[plan.Springs.Length];
        turns = new double[plan.Nodes.Length];
    }

    /// <summary>By node, the extra turn in radians after <see cref="Evaluate"/>.</summary>
    public ReadOnlySpan<double> Turns => turns;

    /// <summary>By spring, where its tip is because it lags, against where it would be; stage pixels.</summary>
    public ReadOnlySpan<Point> Behind => behind;

    /// <summary>
    /// Keys have changed. A pin without follow-through of its own moves nothing that a spring follows, so dragging one keeps
    /// what the springs remember.
    /// </summary>
    public void Forget(List<Address> changed)
    {
        if (changed.Exists(Moves))
        {
            Array.Clear(keptFrame);
        }
    }

    private bool Moves(Address address)
        => address.Owner == plan.Member.Id
        && !plan.Puppet.Parts.Any(part => part.Pins.Any(pin => pin.Id == address.Thing && pin.FollowThrough is null));

    /// <param name="frame">Whole or between frames.</param>
    /// <param name="sampleInto">Driven values at a frame, into an array.</param>
    /// <param name="scratch">As long as there are slots; overwritten.</param>
    /// <param name="values">Driven values at the frame.</param>
    public void Evaluate(double frame, Action<double, double[]> sampleInto, double[] scratch, ReadOnlySpan<double> values)
    {
        var last = (int)Math.Floor(frame);
        for (var s = 0; s < plan.Springs.Length; s++)
        {
            var spring = plan.Springs[s];
            var first = last - spring.MemoryFrames;
            var (place, speed) = (Driver(s, first, sampleInto, scratch), default(Point));
            var from = place;
            for (var f = first + 1; f <= last; f++)
            {
                var to = Driver(s, f, sampleInto, scratch);
                spring.Frame.Step(ref place, ref speed, from, to);
                from = to;
            }

            if (frame > last)
            {
                var part = frame - last;
                var to = from + ((Driver(s, last + 1, sampleInto, scratch) - from) * part);
                new Spring(spring.Follow, part / frameRate).Step(ref place, ref speed, from, to);
            }

            behind[s] = place;
        }

        still.Pose(values, []);
        Array.Clear(turns);
        for (var s = 0; s < plan.Springs.Length; s++)
        {
            var spring = plan.Springs[s];
            var now = Place(spring, values);
            behind[s] = (behind[s] - now) * (values[spring.AmountSlot] / 100);
            if (spring.ShiftSlot < 0)
            {
                turns[spring.Node] += Turn(spring, now, behind[s]);
            }
        }
    }

    /// <summary>The angle at the node's pivot from where its tip is to where it lags, in the puppet's own turning sense.</summary>
    private double Turn(SpringPlan spring, Point tip, Point behindBy)
    {
        ref readonly var node = ref plan.Nodes[spring.Node];
        still.ToStage.TryInvert(out var toPuppet);
        var pivot = still.Worlds[spring.Node].Map(node.Pivot);
        var arm = toPuppet.Map(tip) - pivot;
        var late = toPuppet.Map(tip + behindBy) - pivot;
        var mirrored = still.CarrierOf(node).Determinant < 0;
        var turn = Angles.Wrap(late.AngleRadians - arm.AngleRadians);
        return mirrored ? -turn : turn;
    }

    /// <summary>Where the spring pulls to at a whole frame: the tip some frames before, by its lag.</summary>
    private Point Driver(int s, int frame, Action<double, double[]> sampleInto, double[] scratch)
    {
        var at = frame - plan.Springs[s].Follow.LagFrames;
        var before = (int)Math.Floor(at);
        var place = Kept(s, before, sampleInto, scratch);
        return at == before ? place : place + ((Kept(s, before + 1, sampleInto, scratch) - place) * (at - before));
    }

    private Point Kept(int s, int frame, Action<double, double[]> sampleInto, double[] scratch)
    {
        // Before the first frame nothing moves.
        frame = Math.Max(1, frame);
        var at = frame % ring;
        if (keptFrame[at] != frame)
        {
            sampleInto(frame, scratch);
            still.Pose(scratch, []);
            for (var i = 0; i < plan.Springs.Length; i++)
            {
                kept[(at * plan.Springs.Length) + i] = Place(plan.Springs[i], scratch);
            }

            keptFrame[at] = frame;
        }

        return kept[(at * plan.Springs.Length) + s];
    }

    private Point Place(SpringPlan spring, ReadOnlySpan<double> values)
    {
        var shift = spring.ShiftSlot < 0 ? default : new Point(values[spring.ShiftSlot], values[spring.ShiftSlot + 1]);
        return still.ToStage.Map(still.Worlds[spring.Node].Map(spring.Tip + shift));
    }
}
