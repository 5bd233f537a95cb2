using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Snags;

/// <summary>A foot that is planted and does not stay: its goal is moved, or the body has gone further than the leg reaches.</summary>
internal sealed class SlidingFoot : IFrameCheck
{
    /// <summary>Stage pixels that nobody sees.</summary>
    private const double Negligible = 1;

    /// <summary>Of a chain's length in a frame: what goes faster is a step that is meant.</summary>
    private const double Step = 0.02;

    /// <summary>Stage pixels a frame: a goal that goes slower stands.</summary>
    private const double Stands = 0.05;

    private readonly Plan plan;
    private readonly ThingFrame thing;
    private readonly Run?[] now;
    private readonly Slide[] worst;
    private readonly Point[] goals;
    private readonly double[] lengths;

    /// <summary>Frames through which a foot is planted and takes no step.</summary>
    private sealed record Run(int First, Point Foot, Point Goal)
    {
        /// <summary>The furthest it has been away, counted once it is known that no step began with it.</summary>
        public Slide Slid { get; init; }
    }

    /// <param name="GoalMoves">The goal goes along: it is keyed away, and not out of reach.</param>
    /// <param name="Begins">The first frame at which it is off.</param>
    private readonly record struct Slide(int First, int Begins, int Frame, double Away, bool GoalMoves);

    public SlidingFoot(Plan plan, ThingFrame thing)
    {
        (this.plan, this.thing) = (plan, thing);
        now = new Run?[thing.Cast!.Plan.Reaches.Length];
        (worst, goals) = (new Slide[now.Length], new Point[now.Length]);
        lengths = [.. thing.Cast.Plan.Reaches.Select(reach => reach.Nodes.Sum(node => thing.Cast.Plan.Nodes[node].Along.Length))];
        Inputs = new Inputs($"slide {thing.Plan.Thing.Id}", [.. Inputs.OfPose(plan, thing.Plan)]);
    }

    public Inputs Inputs { get; }

    public IEnumerable<ThingFrame> Posed => [thing];

    public void Visit(Evaluator frame)
    {
        var cast = thing.Cast!;
        var values = frame.DrivenOf(cast);
        for (var i = 0; i < now.Length; i++)
        {
            var reach = cast.Plan.Reaches[i];
            var goal = cast.ToStage.Map(cast.Goals[i]);
            var speed = frame.Frame == 1 ? 0 : (goal - goals[i]).Length;
            goals[i] = goal;
            if (values[reach.Slot + 2] <= 0.5)
            {
                Count(i);
                now[i] = null;
            }
            else if (speed > Step * lengths[i] * Math.Sqrt(Math.Abs(cast.ToStage.Determinant)))
            {
                now[i] = null;
            }
            else
            {
                Follow(i, (int)frame.Frame, Tracing.OnStage(thing, cast.Plan.Nodes[reach.Nodes[^1]].Id)!.Value, goal);
                if (speed < Stands)
                {
                    Count(i);
                }
            }
        }
    }

    private void Follow(int i, int frame, Point foot, Point goal)
    {
        var run = now[i] ?? new Run(frame, foot, goal);
        var away = (foot - run.Foot).Length;
        if (away > Negligible && away > run.Slid.Away)
        {
            run = run with { Slid = new Slide(run.First, run.Slid.Away > 0 ? run.Slid.Begins : frame, frame, away, (goal - run.Goal).Length > away / 2) };
        }

        now[i] = run;
    }

    private void Count(int i)
    {
        if (now[i] is { } run && run.Slid.Away > worst[i].Away)
        {
            worst[i] = run.Slid;
        }
    }

    public IEnumerable<Snag> Found()
    {
        for (var i = 0; i < worst.Length; i++)
        {
            Count(i);
            if (worst[i].Away == 0)
            {
                continue;
            }

            var (reach, slide) = (thing.Cast!.Plan.Reaches[i].Reach, worst[i]);
            var px = Math.Round(slide.Away, 1);
            yield return new Snag(
                "slide", "act", slide.Frame, new Address(thing.Plan.Thing.Id, reach.Id, ""), ThingKind.Reach, px, "px",
                FormattableString.Invariant($"{reach.Name} of {thing.Plan.Thing.Name} is planted at {slide.First} and has slid {px} px by {slide.Frame}{(slide.GoalMoves ? "" : ": it is out of reach")}."),
                slide.GoalMoves ? Stay(reach, slide) : (Edit)Lift(reach, slide), slide.GoalMoves ? "Delete what moves it" : $"Lift it at {slide.Begins}");
        }
    }

    /// <summary>The keys that move the goal while it is planted go.</summary>
    private Together? Stay(Reach reach, Slide slide)
    {
        var owner = thing.Plan.Thing.Id;
        var lifted = plan.Shot.Tracks.Find(new Address(owner, reach.Id, Properties.Planted.Name))?.AllKeys.FirstOrDefault(key => key.Frame > slide.First)?.Frame ?? plan.Shot.Length + 1;
        var moving = plan.Shot.Tracks.Where(track => track.Address.Owner == owner && track.Address.Thing == reach.Id && track is not ChoiceTrack);
        var keys = BeadsWithin.Of(moving, slide.First + 1, lifted - 1);
        return keys.IsEmpty ? null : new Together("Keep planted foot in place", [new RemoveChosenKeys(plan.Shot.Id, keys)]);
    }

    private SetKeys Lift(Reach reach, Slide slide) => new(
        plan.Shot.Id, slide.Begins, [new KeyValue(new Address(thing.Plan.Thing.Id, reach.Id, Properties.Planted.Name)) { Choice = "" }], "Lift foot");
}
