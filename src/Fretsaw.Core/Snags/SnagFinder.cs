using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>
/// Runs every check over a shot: those that need no frames first, the others together in one pass over the frames. What a check found
/// is kept with the pieces of the film that it looked at, so that after an edit only what the edit touched is looked at again.
/// </summary>
public sealed class SnagFinder(RigCache rigs)
{
    /// <summary>Several shots of a few dozen things each.</summary>
    private const int MostKept = 2048;

    private readonly Recent<(string Shot, string Check), (Inputs Inputs, ImmutableArray<Snag> Snags)> kept = new(MostKept);

    public static IEnumerable<Snag> Find(Film film, Shot shot, RigCache rigs, SnagsAsked asked = default) => new SnagFinder(rigs).Find(film, shot, CancellationToken.None, asked);

    /// <summary>Snags as they are found. What was found for things that were finished when it was cancelled is kept.</summary>
    public IEnumerable<Snag> Find(Film film, Shot shot, CancellationToken cancel, SnagsAsked asked = default)
    {
        foreach (var snag in CreepingTrack.Find(film, shot).Concat(KeySnags.Find(film, shot, asked.Blocking)).Concat(SoundPastEnd.Find(film, shot)).Concat(MouthLag.Find(film, shot)).Concat(asked.InStep ? InStep.Find(film, shot) : []))
        {
            yield return snag;
        }

        var plan = PlanCompiler.Compile(film, shot, rigs, cancel: cancel);
        foreach (var snag in NoFeet.Find(plan))
        {
            yield return snag;
        }

        foreach (var puppet in plan.Things.Select(thing => thing.Puppet?.Puppet).OfType<Puppet>().Distinct())
        {
            cancel.ThrowIfCancellationRequested();
            foreach (var snag in UncoveredMesh.Find(film, puppet, rigs).Concat(PulledAlong.Find(film, puppet, rigs)).Concat(TwistedForm.Find(film, puppet, rigs)))
            {
                yield return snag;
            }
        }

        foreach (var snag in FindInFrames(plan, cancel))
        {
            yield return snag;
        }
    }

    private IEnumerable<Snag> FindInFrames(Plan plan, CancellationToken cancel)
    {
        var frame = new Evaluator(plan);
        var open = new List<IFrameCheck>();
        foreach (var check in ChecksOf(plan, frame))
        {
            if (kept.TryGet((plan.Shot.Id, check.Inputs.Check), out var known) && known.Inputs.IsSameAs(check.Inputs))
            {
                foreach (var snag in known.Snags)
                {
                    yield return snag;
                }
            }
            else
            {
                open.Add(check);
            }
        }

        Pass(plan, frame, open, cancel);
        foreach (var check in open)
        {
            var found = check.Found().Select(snag => snag.Mend is null || check is ArcKink ? snag : MendTrial.Of(plan.Film, snag, film => Again(film, plan.Shot, check, cancel))).ToImmutableArray();
            kept.Put((plan.Shot.Id, check.Inputs.Check), (check.Inputs, found));
            foreach (var snag in found)
            {
                yield return snag;
            }
        }
    }

    /// <summary>What one check finds in a film that was mended.</summary>
    private IEnumerable<Snag> Again(Film film, Shot shot, IFrameCheck check, CancellationToken cancel)
    {
        var plan = PlanCompiler.Compile(film, film.Shots.First(one => one.Id == shot.Id), rigs, cancel: cancel);
        var frame = new Evaluator(plan);
        var again = ChecksOf(plan, frame).Where(one => one.Inputs.Check == check.Inputs.Check).ToList();
        Pass(plan, frame, again, cancel);
        return again.SelectMany(one => one.Found());
    }

    private static void Pass(Plan plan, Evaluator frame, List<IFrameCheck> checks, CancellationToken cancel)
    {
        var posed = checks.SelectMany(check => check.Posed).Distinct().ToList();
        for (var number = 1; checks.Count > 0 && number <= plan.Shot.Length; number++)
        {
            cancel.ThrowIfCancellationRequested();
            frame.EvaluateStage(number);
            foreach (var thing in posed)
            {
                frame.Pose(thing);
            }

            foreach (var check in checks)
            {
                check.Visit(frame);
            }
        }
    }

    private IEnumerable<IFrameCheck> ChecksOf(Plan plan, Evaluator frame)
    {
        frame.EvaluateStage(1);
        foreach (var thing in frame.Things.Where(thing => !thing.Plan.Thing.Hidden))
        {
            if (thing.Cast is null)
            {
                if (plan.Film.Drawings[thing.Plan.Drawing].Raster is not null)
                {
                    yield return new SoftArt(plan, thing, null);
                }

                continue;
            }

            if (Array.Exists(thing.Cast.Plan.Parts, part => part.Mesh is not null))
            {
                yield return new FlippedMesh(plan, thing);
            }

            yield return new ArcKink(plan, thing, rigs);
            yield return new Overstretched(plan, thing);
            if (FlippedBend.Concerns(thing))
            {
                yield return new FlippedBend(plan, thing);
            }

            if (JumpOnHandOver.Concerns(plan, thing))
            {
                yield return new JumpOnHandOver(plan, thing, rigs);
            }

            if (OffBalance.Concerns(plan, thing))
            {
                yield return new OffBalance(plan, thing, [.. frame.LendersTo(thing.Cast)]);
                yield return new SlidingFoot(plan, thing);
            }

            foreach (var part in thing.Cast.Plan.Parts.Where(part => plan.Film.Drawings[part.Drawing].Raster is not null))
            {
                yield return new SoftArt(plan, thing, part);
            }
        }

        var pictures = new List<ThingFrame>();
        foreach (var index in frame.FarToNear)
        {
            if (frame.Things[index] is { Cast: null, Plan.Thing.Hidden: false } picture)
            {
                pictures.Add(picture);
            }
        }

        if (pictures.Count > 0)
        {
            yield return new ArtPastEdge(plan, pictures);
        }
    }
}

/// <summary>What is looked for only when somebody asks.</summary>
/// <param name="Blocking">What poses leave out, which later is meant to be.</param>
/// <param name="InStep">What moves in step.</param>
public readonly record struct SnagsAsked(bool Blocking = false, bool InStep = false);
