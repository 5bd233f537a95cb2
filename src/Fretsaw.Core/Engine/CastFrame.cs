using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>One use of a puppet at the evaluated frame.</summary>
public sealed class CastFrame
{
    internal CastFrame(ThingPlan use, double frameRate)
    {
        (Use, Plan) = (use, use.Puppet!);
        Skeleton = new Skeleton(Plan, use.Lent);
        Meshes = [.. Plan.Parts.Select(part => part.Mesh is null ? null : new MeshFrame(part.Mesh))];
        Fronts = Plan.Fronts.Length == 0 ? null : new FrontFrame(Plan);
        FollowThrough = Plan.FollowThroughs.Length == 0 ? null : new FollowThroughFrame(use, frameRate);
    }

    public ThingPlan Use { get; }

    public PuppetPlan Plan { get; }

    public Skeleton Skeleton { get; }

    /// <summary>Posed puppet pixels → stage pixels.</summary>
    public Affine ToStage => Skeleton.ToStage;

    /// <summary>By node: rest place → posed place, both in puppet pixels.</summary>
    public Affine[] Worlds => Skeleton.Worlds;

    /// <summary>By part with art; null for those without a mesh.</summary>
    public MeshFrame?[] Meshes { get; }

    /// <summary>Parts with art, far to near at the frame.</summary>
    public IEnumerable<PartPlan> PartsInOrder => Fronts is { IsMoved: true } ? Fronts.Order.ToArray().Select(index => Plan.Parts[index]) : Plan.Parts;

    /// <summary>By reach, posed puppet pixels.</summary>
    public Point[] Goals => Skeleton.Goals;

    /// <summary>Null for a puppet whose parts keep their places.</summary>
    public FrontFrame? Fronts { get; }

    internal FollowThroughFrame? FollowThrough { get; }

    /// <summary>How another on the stage carries a part of it at this frame.</summary>
    /// <returns>Null where that one does not.</returns>
    public LentPlan? CarriedBy(CastFrame holder, PartPlan part) =>
        Skeleton.LentOf(part.Node) is >= 0 and var k && Use.Lent[k] is var lent && lent.Holder?.Index == holder.Use.Index ? lent : null;

    /// <summary>Its bones and parts. What others carry of it stands anywhere until they stand, see <see cref="StandAgain"/>.</summary>
    internal void Stand(Plan shot, double frame, in Standing standing, double[] driven, double[] scratch)
    {
        FollowThrough?.Evaluate(shot, Use, frame, scratch, standing.Ground(Plan.Puppet.Origin), Use.PuppetValues(driven));
        StandAgain(standing, driven);
    }

    /// <summary>The same once more, with those in their places who carry something of it.</summary>
    internal void StandAgain(in Standing standing, double[] driven) =>
        Skeleton.Pose(standing.Ground(Plan.Puppet.Origin), Use.PuppetValues(driven), FollowThrough is { } late ? late.Turns : []);

    /// <summary>What is bent, on bones and parts that stand.</summary>
    internal void Bend(Plan shot, double frame, double[] driven, double wind, bool draft)
    {
        ReadOnlySpan<double> values = Use.PuppetValues(driven);
        Fronts?.Evaluate(values);
        var behind = FollowThrough is { } late ? late.Behind : [];
        var seconds = (frame - 1) / shot.Film.FrameRate;
        foreach (var part in Plan.Parts)
        {
            Meshes[part.Index]?.Evaluate(part.Node, Skeleton, behind, values, seconds, wind, draft);
        }
    }
}
