using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>A travelling wave through a mesh from a held root.</summary>
public sealed record Sway
{
    /// <summary>Where the strand is held: nothing moves here.</summary>
    public Point Root { get; init; }

    /// <summary>The way the strand runs from its root, degrees from the x axis, clockwise.</summary>
    public double AlongDegrees { get; init; } = 90;

    /// <summary>From crest to crest, px, [4, 100000].</summary>
    public double WavelengthPx { get; init; } = 200;

    /// <summary>How far from its line the free end swings, px, [0, 10000].</summary>
    public double HeightPx { get; init; } = 12;

    /// <summary>Waves a second, [0, 30].</summary>
    public double SpeedHz { get; init; } = 0.8;

    public int Seed { get; init; } = 1;

    /// <summary>The shot's wind makes it stronger and weaker.</summary>
    public bool ObeysWind { get; init; } = true;
}

/// <summary>A damped spring that lags behind its carrier.</summary>
public sealed record FollowThrough
{
    /// <summary>How many frames it starts late, [0, 48].</summary>
    public double LagFrames { get; init; }

    /// <summary>How fast it would swing by itself, Hz, [0.2, 20]: low is soft, high is stiff.</summary>
    public double StiffnessHz { get; init; } = 2;

    /// <summary>[0.05, 2]: below 1 it swings over, from 1 on it only comes after.</summary>
    public double Damping { get; init; } = 0.35;
}

/// <summary>The one wind of a shot at rest; its strength and direction can be keyed.</summary>
public sealed record Wind
{
    /// <summary>[0, 500]; 100 is as things were made to move.</summary>
    public double StrengthPercent { get; init; } = 100;
}
