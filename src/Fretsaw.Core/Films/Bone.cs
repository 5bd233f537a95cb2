using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>A jointed length; turns about its start.</summary>
public sealed record Bone : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Point Start { get; init; }

    public Point End { get; init; }

    public string? RidesOn { get; init; }

    /// <summary>How far it may turn from rest, degrees; null for no limit. Reaches keep to it, hands are free.</summary>
    public TurnLimit? Limit { get; init; }

    /// <summary>As a part's: see <see cref="Part.SharePercent"/>.</summary>
    public double SharePercent { get; init; } = 100;

    /// <summary>What rides on it gets thinner as it grows; a bone that does not say is one of before there was a choice.</summary>
    public bool KeepsArea { get; init; }

    public FollowThrough? FollowThrough { get; init; }
}

/// <param name="Least">Degrees from rest, [−180, 0].</param>
/// <param name="Most">Degrees from rest, [0, 180].</param>
public sealed record TurnLimit(double Least, double Most);

/// <summary>How a chain of limited or of more than two bones finds its goal.</summary>
public enum ReachMethod
{
    /// <summary>In rounds, as films had it first: limited chains may miss what they could reach, and jump.</summary>
    Rounds,

    /// <summary>From a posture that follows the goal, settled within the limits.</summary>
    Settled,
}

/// <summary>A goal that a chain of bones solves for. At rest the goal is the lowest bone's end.</summary>
public sealed record Reach : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>The first bone of the chain.</summary>
    public required string Upper { get; init; }

    /// <summary>The last; every bone of the chain rides on the one before.</summary>
    public required string Lower { get; init; }

    /// <summary>+1: seen from the root, the joint lies clockwise of the line to the goal; −1: anticlockwise.</summary>
    public int Bend { get; init; } = 1;

    /// <summary>How much longer the bones may grow to get to a goal out of reach, %, [0, 300].</summary>
    public double StretchPercent { get; init; }

    /// <summary>A reach that does not say is one of before there was a choice.</summary>
    public ReachMethod Method { get; init; }
}
