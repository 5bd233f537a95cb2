using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

public sealed record MeshSettings
{
    /// <summary>How far the mesh stands out beyond the art, px, [0, 200].</summary>
    public double Margin { get; init; } = 4;

    /// <summary>The length of side that triangles aim for, px, [2, 500].</summary>
    public double TriangleSide { get; init; } = 16;

    /// <summary>How much neighbouring triangles resist turning differently, [0, 1]: 0 bends like cloth, 1 like a lath.</summary>
    public double Stiffness { get; init; }

    /// <summary>Islands of the art this near to each other are meshed as one, px, [0, 1000]; 0 never bridges a gap.</summary>
    public double Bridge { get; init; }

    /// <summary>A mesh that does not say is one of before there was a choice.</summary>
    public PinMethod Method { get; init; }
}

/// <summary>How a mesh follows its pins.</summary>
public enum PinMethod
{
    /// <summary>In rounds that stop early, as films had it first: up to some tens of pixels short of rest, and with small leaps.</summary>
    Rounds,

    /// <summary>To where the art is least bent, within some parts in 10,000 of its size.</summary>
    Settled,
}

/// <summary>What a pin fixes of the art round it.</summary>
public enum PinHold
{
    Place,
    PlaceAndTurn,
    PlaceTurnAndSize,

    /// <summary>Holds nothing: a place that ought to stand still, watched by the snags.</summary>
    Watch,
}

/// <summary>A point that holds or drags its part's mesh.</summary>
public sealed record Pin : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Where it sits on the art at rest.</summary>
    public Point At { get; init; }

    public PinHold Hold { get; init; }

    /// <summary>A part or bone that takes the pin along; null when it goes with its own part.</summary>
    public string? RidesOn { get; init; }

    /// <summary>Where the mesh folds over itself, art near a pin with a larger number lies in front, [−100, 100].</summary>
    public double InFront { get; init; }

    public FollowThrough? FollowThrough { get; init; }
}

/// <summary>A round area of a mesh that turns and shifts but does not bend.</summary>
public sealed record StiffPatch : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Point At { get; init; }

    /// <summary>px, (0, 10000]</summary>
    public double Radius { get; init; } = 40;
}
