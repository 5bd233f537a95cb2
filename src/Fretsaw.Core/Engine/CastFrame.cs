using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>One puppet at the evaluated frame.</summary>
public sealed class CastFrame
{
    internal CastFrame(CastPlan plan, double frameRate)
    {
        Plan = plan;
        Skeleton = new Skeleton(plan);
        Meshes = [.. plan.Parts.Select(part => part.Mesh is null ? null : new MeshFrame(part.Mesh))];
        Lagging = plan.Springs.Length == 0 ? null : new Lagging(plan, frameRate);
    }

    public CastPlan Plan { get; }

    public Skeleton Skeleton { get; }

    /// <summary>Posed puppet pixels → stage pixels.</summary>
    public Affine ToStage => Skeleton.ToStage;

    /// <summary>By node: rest place → posed place, both in puppet pixels.</summary>
    public Affine[] Worlds => Skeleton.Worlds;

    /// <summary>By part with art; null for those without a mesh.</summary>
    public MeshFrame?[] Meshes { get; }

    /// <summary>By reach, posed puppet pixels.</summary>
    public Point[] Goals => Skeleton.Goals;

    internal Lagging? Lagging { get; }
}
