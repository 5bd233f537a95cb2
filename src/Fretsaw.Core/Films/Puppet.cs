using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>
/// A rigged character at rest. All places are in the puppet's own pixels (those of the art it came from), and at
/// rest every part and bone stands exactly where it was drawn, so a transform is always "rest place → posed place".
/// </summary>
public sealed record Puppet : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>The point that stands on the stage, and about which the whole body turns.</summary>
    public Point Origin { get; init; }

    /// <summary>Far to near: the last part is painted last.</summary>
    public ImmutableArray<Part> Parts { get; init; } = [];

    public ImmutableArray<Bone> Bones { get; init; } = [];

    public ImmutableArray<Reach> Reaches { get; init; } = [];
}

/// <summary>The colours a name can carry in lists. They mean what the animator wants them to mean.</summary>
public enum Label
{
    Petrol,
    Blade,
    Brass,
    Leaf,
    Plum,
    Slate,
}

public sealed record Part : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Label Label { get; init; }

    /// <summary>Null for a part that only carries others.</summary>
    public string? Drawing { get; init; }

    public Point Pivot { get; init; }

    /// <summary>The part or bone that carries this part; null when it rides on the whole body.</summary>
    public string? RidesOn { get; init; }

    public bool Hidden { get; init; }

    /// <summary>[0, 1]</summary>
    public double Opacity { get; init; } = 1;

    /// <summary>Set once the part has a mesh; pins need one.</summary>
    public MeshSettings? Mesh { get; init; }

    public ImmutableArray<Pin> Pins { get; init; } = [];
}

public sealed record MeshSettings
{
    /// <summary>How far the mesh stands out beyond the art, px, [0, 200].</summary>
    public double Margin { get; init; } = 4;

    /// <summary>The length of side that triangles aim for, px, [2, 500].</summary>
    public double TriangleSide { get; init; } = 16;
}

/// <summary>A point that holds or drags its part's mesh.</summary>
public sealed record Pin : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Where it sits on the art at rest.</summary>
    public Point At { get; init; }
}

/// <summary>A jointed length; turns about its start.</summary>
public sealed record Bone : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Point Start { get; init; }

    public Point End { get; init; }

    public string? RidesOn { get; init; }
}

/// <summary>A goal that two bones in a row solve for. At rest the goal is the lower bone's end.</summary>
public sealed record Reach : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Upper { get; init; }

    public required string Lower { get; init; }

    /// <summary>+1: seen from the root, the joint lies clockwise of the line to the goal; −1: anticlockwise.</summary>
    public int Bend { get; init; } = 1;
}
