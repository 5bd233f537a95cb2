using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A travelling wave through a mesh: a vertex s px along the strand moves across it by height · s/reach ·
/// sin(2π(s/wavelength − speed · t) + φ). The factor s/reach holds the root; φ comes from the seed, so that two strands
/// do not move alike.
/// </summary>
public sealed class SwayWave
{
    private readonly Sway sway;
    private readonly double[] along;
    private readonly double reach;
    private readonly double phase;

    private SwayWave(Sway sway, double[] along)
    {
        (this.sway, this.along) = (sway, along);
        reach = Math.Max(1, along.Length == 0 ? 1 : along.Max());

        // The golden angle spreads the phases of seeds 1, 2, 3 … as evenly as can be.
        phase = sway.Seed * Math.PI * (3 - Math.Sqrt(5));
        var (sin, cos) = Math.SinCos(sway.AlongDegrees * Angles.RadiansPerDegree);
        Across = new Point(-sin, cos);
    }

    /// <summary>The unit vector across the strand, at rest.</summary>
    public Point Across { get; }

    public static SwayWave Of(Mesh mesh, Sway sway)
    {
        var (sin, cos) = Math.SinCos(sway.AlongDegrees * Angles.RadiansPerDegree);
        var along = new double[mesh.VertexCount];
        for (var v = 0; v < along.Length; v++)
        {
            along[v] = Math.Max(0, Point.Dot(new Point(mesh.X[v], mesh.Y[v]) - sway.Root, new Point(cos, sin)));
        }

        return new SwayWave(sway, along);
    }

    /// <summary>How far a vertex stands across the strand, px.</summary>
    /// <param name="strength">1 as set; the wind and the channel change it.</param>
    public double At(int vertex, double seconds, double strength)
    {
        var s = along[vertex];
        var wave = Math.Sin((2 * Math.PI * ((s / sway.WavelengthPx) - (sway.SpeedHz * seconds))) + phase);
        return strength * sway.HeightPx * (s / reach) * wave;
    }
}
