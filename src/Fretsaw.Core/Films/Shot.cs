using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>One continuous camera take.</summary>
public sealed record Shot : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>In frames, [1, 100000].</summary>
    public int Length { get; init; } = 96;

    /// <summary>Everything on the stage. Painted far to near by distance; at one distance in this order.</summary>
    public ImmutableArray<Thing> Things { get; init; } = [];

    /// <summary>By rising address, no two with one.</summary>
    public ImmutableArray<Track> Tracks { get; init; } = [];

    /// <summary>By owner and rising frame, no two at one place.</summary>
    public ImmutableArray<Card> Cards { get; init; } = [];

    /// <summary>Actions on the strip, in the order in which they were placed.</summary>
    public ImmutableArray<Placed> Placed { get; init; } = [];

    /// <summary>Sounds on the strip, in the order in which they came.</summary>
    public ImmutableArray<SoundUse> Sounds { get; init; } = [];

    /// <summary>By owner and rising frame, no two at one place.</summary>
    public ImmutableArray<Cue> Cues { get; init; } = [];

    public ImmutableArray<Shake> Shakes { get; init; } = [];

    public Wind Wind { get; init; } = new();

    /// <summary>What is drawn on twos, threes and slower; no two of one thing.</summary>
    public ImmutableArray<Stepping> Steps { get; init; } = [];

    /// <summary>Drawings a second while the shot is timed roughly, of everything and the camera too, (0, 120]; null for all frames.</summary>
    public double? RoughRate { get; init; }

    /// <summary>The frames that play and print; null for all.</summary>
    public FrameRange? Range { get; init; }

    /// <summary>Pictures to work by, the first undermost.</summary>
    public ImmutableArray<Reference> References { get; init; } = [];

    /// <summary>Versions of the acting that were kept, the oldest first.</summary>
    public ImmutableArray<Aside> Asides { get; init; } = [];

    /// <summary>As those have it who only list and name it.</summary>
    public Shot WithoutKeys() => this with { Tracks = [], Cards = [], Asides = [.. Asides.Select(aside => aside.WithoutKeys())] };

    /// <returns>Null where no puppet of the film stands under the id.</returns>
    public Puppet? PuppetOf(Film film, string thing) =>
        Things.FirstOrDefault(candidate => candidate.Id == thing)?.Body is Cast cast ? film.Puppets.FirstOrDefault(puppet => puppet.Id == cast.Puppet) : null;
}

/// <param name="From">The first frame, 1-based.</param>
/// <param name="To">The last, included.</param>
public sealed record FrameRange(int From, int To);

/// <summary>What a shake is made of.</summary>
public enum ShakeNoise
{
    /// <summary>Gradient noise in two octaves, as films had it first: most of its power lies below the pace, and it begins at rest.</summary>
    Gradient,

    /// <summary>Its power lies about the pace.</summary>
    Band,
}

/// <summary>Seeded camera unrest.</summary>
public sealed record Shake : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>RMS of the unrest before it dies away, % of the frame's width, [0, 100].</summary>
    public double StrengthPercent { get; init; } = 1;

    /// <summary>RMS of the roll, degrees, [0, 90].</summary>
    public double RollDegrees { get; init; } = 0.4;

    /// <summary>Hertz, (0, 60].</summary>
    public double PaceHz { get; init; } = 7;

    public int StartFrame { get; init; } = 1;

    /// <summary>Frames until 5 % is left, [1, 100000].</summary>
    public int DiesAwayFrames { get; init; } = 20;

    public int Seed { get; init; } = 1;

    /// <summary>A shake that does not say is one of before there was a choice.</summary>
    public ShakeNoise Noise { get; init; }
}
