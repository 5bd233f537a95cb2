using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>One continuous camera take.</summary>
public sealed record Shot : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>In frames, [1, 100000].</summary>
    public int Length { get; init; } = 96;

    public ImmutableArray<CastMember> Cast { get; init; } = [];

    public ImmutableArray<Flat> Flats { get; init; } = [];

    public ImmutableArray<Channel> Channels { get; init; } = [];

    public ImmutableArray<Shake> Shakes { get; init; } = [];

    /// <remarks>Older films have none.</remarks>
    public Wind Wind { get; init => field = value ?? new Wind(); } = new();
}

/// <summary>A puppet's use in one shot. Keys belong to the use, so two puppets never share any.</summary>
public sealed record CastMember : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Puppet { get; init; }

    /// <summary>Metres from the lens at rest, (0, 10000].</summary>
    public double Distance { get; init; } = 3;

    /// <summary>Where the puppet's origin stands, in stage pixels.</summary>
    public double X { get; init; }

    public double Y { get; init; }

    /// <summary>Stage pixels a puppet pixel, (0, 1000].</summary>
    public double Scale { get; init; } = 1;

    public bool Hidden { get; init; }
}

/// <summary>An upright piece of scenery. Its drawing's origin stands at (X, Y).</summary>
public sealed record Flat : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Drawing { get; init; }

    public Label Label { get; init; } = Label.Slate;

    /// <summary>Metres from the lens at rest, (0, 10000].</summary>
    public double Distance { get; init; } = 3;

    public double X { get; init; }

    public double Y { get; init; }

    public double Scale { get; init; } = 1;

    public bool Hidden { get; init; }
}

/// <summary>How the in-betweens fall in the gap after a key.</summary>
public enum Chart
{
    Even,
    SlowStart,
    SlowStop,
    Both,
    Hold,
}

/// <summary>One animatable value over time; its id is its address, see <see cref="Address"/>.</summary>
public sealed record Channel : IEntity
{
    public required string Id { get; init; }

    /// <summary>By rising frame, no frame twice.</summary>
    public ImmutableArray<Key> Keys { get; init; } = [];
}

/// <param name="Frame">1-based.</param>
/// <param name="Value">In the property's unit.</param>
/// <param name="Gap">The chart from this key to the next.</param>
public sealed record Key(int Frame, double Value, Chart Gap = Chart.Both);

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
}
