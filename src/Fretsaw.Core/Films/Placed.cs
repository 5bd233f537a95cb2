using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>What keys do that stand within a placed action.</summary>
public enum KeysOnTop
{
    /// <summary>They are what is seen, from the first of them to the last, and give way to the action on either side.</summary>
    Replace,

    /// <summary>What they have beside rest is added to the action.</summary>
    Add,
}

/// <summary>Where the body goes while an action is gone through.</summary>
public enum Travel
{
    /// <summary>As the action says, in every round the same.</summary>
    InPlace,

    /// <summary>Every round begins where the last one ended.</summary>
    Onward,

    /// <summary>Moved by the feet: what is planted stays where it is, and the body goes by it.</summary>
    ByFeet,
}

/// <summary>
/// A kept action, or a pose, placed on the strip of a puppet. After its last frame it holds until the next key of each control, unless
/// it fades out.
/// </summary>
public sealed record Placed : IEntity
{
    public required string Id { get; init; }

    /// <summary>The thing on the stage that acts.</summary>
    public required string Owner { get; init; }

    /// <summary>Id of what is kept.</summary>
    public required string Action { get; init; }

    /// <summary>The shot's frame at which it begins, [−100000, 100000].</summary>
    public int Start { get; init; } = 1;

    /// <summary>How many frames it stands on the strip, [1, 100000]; longer than the action, it is gone through again.</summary>
    public int Length { get; init; } = 1;

    /// <summary>The first and the last frame of the action that are used; 0 for the last there is.</summary>
    public int From { get; init; } = 1;

    public int To { get; init; }

    /// <summary>[1, 10000]</summary>
    public double SpeedPercent { get; init; } = 100;

    /// <summary>From its last frame to its first.</summary>
    public bool Reversed { get; init; }

    /// <summary>How far it goes from rest, [0, 150]; what is chosen comes with half of it.</summary>
    public double StrengthPercent { get; init; } = 100;

    /// <summary>Frames over which it comes and goes, [0, 100000]. Over what is left of an earlier one it comes by itself.</summary>
    public int FadeIn { get; init; }

    public int FadeOut { get; init; }

    public KeysOnTop Keys { get; init; }

    /// <summary>Null for as it was kept.</summary>
    public Mirror? Mirror { get; init; }

    public Travel Travel { get; init; } = Travel.Onward;

    /// <summary>Begins where the one before has got to: planted feet on planted feet, else the body: across from wherever, down only from another action.</summary>
    public bool GoesOn { get; init; } = true;

    /// <summary>How far from there, or from where the action was kept, it begins, px of the puppet, [−1e6, 1e6].</summary>
    public double BeginX { get; init; }

    public double BeginY { get; init; }

    /// <summary>Kept controls that it leaves alone.</summary>
    public ImmutableArray<string> Without { get; init; } = [];

    /// <summary>The shot's last frame of it.</summary>
    public int End() => Start + Length - 1;
}
