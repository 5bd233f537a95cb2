using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Plan → frame. Holds one thread's arrays; an evaluation overwrites them all, depends on the frame number alone and
/// allocates nothing.
/// </summary>
public sealed class Evaluator
{
    private readonly double[] keyed;
    private readonly double[] driven;
    private readonly double[] scratch;
    private readonly Shake[] shakes;
    private readonly Action<double, double[]> sampleInto;

    public Evaluator(Plan plan)
    {
        Plan = plan;
        (keyed, driven, scratch) = (new double[plan.Slots.Count], new double[plan.Slots.Count], new double[plan.Slots.Count]);
        shakes = [.. plan.Shot.Shakes];
        Cast = [.. plan.Cast.Select(cast => new CastFrame(cast, plan.Film.FrameRate))];
        sampleInto = SampleInto;
    }

    public Plan Plan { get; private set; }

    public double Frame { get; private set; }

    public CameraState Camera { get; private set; }

    /// <summary>In the order of <see cref="Plan.Cast"/>.</summary>
    public CastFrame[] Cast { get; }

    /// <summary>The value of every slot at the evaluated frame as its keys say, without what dials add.</summary>
    public ReadOnlySpan<double> Values => keyed;

    /// <summary>The value of every slot with what dials add: what the picture shows.</summary>
    public ReadOnlySpan<double> Driven => driven;

    /// <summary>Goes on with a plan that differs in keys alone.</summary>
    internal void Use(Plan plan)
    {
        var changed = Changed(Plan.Shot.Channels, plan.Shot.Channels);
        foreach (var cast in Cast)
        {
            cast.Lagging?.Forget(changed);
        }

        Plan = plan;
        Frame = 0;
    }

    /// <summary>
    /// The addresses whose keys are not the same in both; an edit leaves the channels it does not touch as and where they are.
    /// </summary>
    private static List<Address> Changed(ImmutableArray<Channel> before, ImmutableArray<Channel> after)
    {
        var changed = new List<Address>();
        for (var i = 0; i < Math.Max(before.Length, after.Length); i++)
        {
            if (i >= before.Length || i >= after.Length || !ReferenceEquals(before[i], after[i]))
            {
                changed.AddRange(new[] { before, after }.Where(channels => i < channels.Length).Select(channels => Address.Parse(channels[i].Id)));
            }
        }

        return changed;
    }

    /// <param name="frame">1-based, whole or between frames.</param>
    public void Evaluate(double frame)
    {
        EvaluateCamera(frame);
        keyed.CopyTo(driven, 0);
        Drive(driven);
        var seconds = (frame - 1) / Plan.Film.FrameRate;
        var wind = driven[Plan.WindSlot] / 100;
        foreach (var cast in Cast)
        {
            Pose(cast, seconds, wind);
        }
    }

    /// <summary>The camera and all values, without posing the puppets, which stay as they were: for checks over a whole shot.</summary>
    public void EvaluateCamera(double frame)
    {
        Frame = frame;
        Plan.Slots.Sample(frame, keyed);
        var c = Plan.CameraSlot;
        Camera = new CameraState(
            keyed[c], keyed[c + 1], keyed[c + 2], keyed[c + 3], keyed[c + 4], keyed[c + 5], keyed[c + 6],
            Unrest.At(shakes, frame, Plan.Film.FrameRate, Plan.Film.Width));
    }

    private void Pose(CastFrame cast, double seconds, double wind)
    {
        if (cast.Lagging is { } lagging)
        {
            lagging.Evaluate(Frame, sampleInto, scratch, driven);
            cast.Skeleton.Pose(driven, lagging.Turns);
        }
        else
        {
            cast.Skeleton.Pose(driven, []);
        }

        var behind = cast.Lagging is null ? [] : cast.Lagging.Behind;
        foreach (var part in cast.Plan.Parts)
        {
            cast.Meshes[part.Index]?.Evaluate(cast.Plan, part.Node, cast.Skeleton, behind, driven, seconds, wind);
        }
    }

    private void SampleInto(double frame, double[] values)
    {
        Plan.Slots.Sample(frame, values);
        Drive(values);
    }

    private void Drive(double[] values)
    {
        foreach (var cast in Plan.Cast)
        {
            Driving.Drive(cast.Dials, Plan.Slots, values);
        }
    }
}
