using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>One use of a puppet at the evaluated frame.</summary>
public sealed class CastFrame
{
    internal CastFrame(ThingPlan use, double frameRate)
    {
        (Use, Plan) = (use, use.Puppet!);
        Skeleton = new Skeleton(Plan);
        Meshes = [.. Plan.Parts.Select(part => part.Mesh is null ? null : new MeshFrame(part.Mesh))];
        FollowThrough = Plan.FollowThroughs.Length == 0 ? null : new FollowThroughFrame(Plan, frameRate);
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

    /// <summary>By reach, posed puppet pixels.</summary>
    public Point[] Goals => Skeleton.Goals;

    internal FollowThroughFrame? FollowThrough { get; }

    internal void Pose(Plan shot, double frame, in Standing standing, double[] driven, double[] scratch, double wind, bool draft)
    {
        var ground = standing.Ground(Plan.Puppet.Origin);
        ReadOnlySpan<double> values = Use.PuppetValues(driven);
        ReadOnlySpan<Point> behind = [];
        if (FollowThrough is { } late)
        {
            late.Evaluate(shot, Use, frame, scratch, ground, values);
            Skeleton.Pose(ground, values, late.Turns);
            behind = late.Behind;
        }
        else
        {
            Skeleton.Pose(ground, values, []);
        }

        var seconds = (frame - 1) / shot.Film.FrameRate;
        foreach (var part in Plan.Parts)
        {
            Meshes[part.Index]?.Evaluate(part.Node, Skeleton, behind, values, seconds, wind, draft);
        }
    }
}
