using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>The acting of a shot as it once was, kept under a name to be looked at beside what it is now. What stands on the stage is the shot's.</summary>
public sealed record Aside : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>In frames, [1, 100000].</summary>
    public int Length { get; init; } = 96;

    public ImmutableArray<Track> Tracks { get; init; } = [];

    public ImmutableArray<Card> Cards { get; init; } = [];

    public ImmutableArray<Stepping> Steps { get; init; } = [];

    public ImmutableArray<Placed> Placed { get; init; } = [];

    public ImmutableArray<Cue> Cues { get; init; } = [];

    public static Aside Of(Shot shot, string id, string name) =>
        new() { Id = id, Name = name, Length = shot.Length, Tracks = shot.Tracks, Cards = shot.Cards, Steps = shot.Steps, Placed = shot.Placed, Cues = shot.Cues };

    public Aside WithoutKeys() => this with { Tracks = [], Cards = [] };

    /// <summary>The shot acted as it was.</summary>
    public Shot On(Shot shot) => shot with { Length = Length, Tracks = Tracks, Cards = Cards, Steps = Steps, Placed = Placed, Cues = Cues };
}
