using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>
/// How what is out of focus is painted on fewer pixels: the rules that both painters' coarse grids and softened textures go by.
/// Variances of softenings add up; all here are standard deviations (sigmas) of Gaussians or what comes nearest to one.
/// </summary>
public static class Softness
{
    /// <summary>Below a fifth of a pixel nothing changes that anyone could tell in eight bits.</summary>
    public const double Least = 0.2;

    /// <summary>From this softness on, painted pixels, still art comes from its softened textures; below, they would be finer than the picture.</summary>
    public const double LeastOfLadder = 1;

    /// <summary>Least softness on a grid, in its own steps: enlarging then shows no steps (53 dB to the true Gaussian, measured).</summary>
    private const double OnGrid = 2;

    /// <summary>Variance of enlarging by straight lines between texels, on the average over places, texels².</summary>
    public const double OfEnlarging = 1.0 / 6;

    /// <summary>Variance of covering a texel evenly, as vector shapes are rasterised, texels².</summary>
    public const double OfCovering = 1.0 / 12;

    /// <summary>Softened textures of one octave.</summary>
    private const int RungsAnOctave = 2;

    /// <summary>So far from its middle a Gaussian is nothing, sigmas.</summary>
    public const int Reach = 3;

    /// <summary>How far magnification may differ over a drawing that is softened as one.</summary>
    private const double MostUneven = 0.05;

    /// <summary>Painted pixels a step of the grid on which something so soft is painted: a power of two.</summary>
    public static int Step(double sigma) => sigma < 2 * OnGrid ? 1 : 1 << (int)Math.Floor(Math.Log2(Math.Min(sigma, 1e6) / OnGrid));

    /// <summary>What is left to soften on that grid, in its steps: rasterising and enlarging soften too.</summary>
    public static double Rest(double sigma, int step) => step == 1
        ? sigma
        : Math.Sqrt((((sigma * sigma) + OfCovering) / ((double)step * step)) - OfCovering - OfEnlarging);

    /// <summary>Room round something so soft, painted pixels.</summary>
    public static int Room(double sigma) => sigma < Least ? 0 : (int)Math.Ceiling(Reach * sigma) + 2;

    /// <summary>Softness of a rung, the drawing's pixels.</summary>
    public static double OfRung(int rung) => Math.Pow(2, (double)rung / RungsAnOctave);

    /// <summary>
    /// A drawing's softened textures for a softness and a place: two neighbouring rungs, mixed so that the variance is the one asked
    /// for. What a rung holds depends on drawing, grid and rung alone, so any frame can come first.
    /// </summary>
    /// <param name="sigma">Painted pixels.</param>
    /// <param name="toPainted">From the drawing's pixels.</param>
    /// <returns>Null where there is none: too sharp, too large, or seen so unevenly that one softness would not do.</returns>
    public static SoftArt? Ladder(double sigma, in Homography toPainted, Box bounds)
    {
        if (sigma < LeastOfLadder || !IsEven(toPainted, bounds))
        {
            return null;
        }

        var scale = toPainted.Magnification(bounds.Centre);
        var onArt = sigma / scale;
        var fine = sigma < OnGrid ? 0 : 1;
        var octave = (int)Math.Floor(Math.Log2(onArt)) - fine;
        var texel = Math.Pow(2, octave);
        var least = texel * (1 << fine);

        // A turned texture is turned on a coarse grid of the picture's, and enlarged from there.
        var step = toPainted is { B: 0, D: 0, IsAffine: true, A: > 0, E: > 0 } ? 1 : Step(sigma);
        if (step > 1)
        {
            onArt = Math.Max(least, Math.Sqrt((onArt * onArt) - (OfEnlarging * step * step / (scale * scale))));
        }

        var rung = (int)Math.Floor((Math.Log2(onArt) * RungsAnOctave) + 1e-9);
        var (below, above) = (OfRung(rung), OfRung(rung + 1));
        var mix = (int)Math.Round(SoftArt.Whole * ((onArt * onArt) - (below * below)) / ((above * above) - (below * below)));
        (rung, mix) = mix >= SoftArt.Whole ? (rung + 1, 0) : (rung, Math.Max(0, mix));

        // Rungs that are mixed lie on one grid: its rim is that of the widest there can be.
        var rim = (Reach * (2 << fine)) + 2;
        var grid = ArtGrid.Around(bounds, texel, rim);
        return grid.Fits ? new SoftArt(rung, mix, step, grid) : null;
    }

    /// <summary>Whether all of a drawing is seen about as large as its middle, and about as large across as down.</summary>
    private static bool IsEven(in Homography map, Box bounds)
    {
        var middle = map.Near(bounds.Centre);
        var (across, down) = (Math.Sqrt((middle.A * middle.A) + (middle.B * middle.B)), Math.Sqrt((middle.C * middle.C) + (middle.D * middle.D)));
        if (!(across > 0 && down > 0) || Math.Abs((across / down) - 1) > MostUneven || Math.Abs((middle.A * middle.C) + (middle.B * middle.D)) > MostUneven * across * down)
        {
            return false;
        }

        if (map.IsAffine)
        {
            return true;
        }

        var scale = middle.MeanScale;
        return Even(new Point(bounds.X, bounds.Y), map) && Even(new Point(bounds.Right, bounds.Y), map)
            && Even(new Point(bounds.X, bounds.Bottom), map) && Even(new Point(bounds.Right, bounds.Bottom), map);

        bool Even(Point corner, in Homography map) => map.Depth(corner) > 0 && Math.Abs((map.Magnification(corner) / scale) - 1) <= MostUneven;
    }
}

/// <summary>Two neighbouring softened textures of a drawing.</summary>
/// <param name="Rung">The sharper one's; <see cref="Softness.OfRung"/>.</param>
/// <param name="Mix">How much of the softer one, out of <see cref="Whole"/>.</param>
/// <param name="Step">Painted pixels a step of the grid on which they are turned; 1 to lay them at once.</param>
public readonly record struct SoftArt(int Rung, int Mix, int Step, ArtGrid Grid)
{
    public const int Whole = 256;

    /// <summary>What is left to soften in a rung, texels: rasterising and enlarging soften too.</summary>
    public double Rest(int rung)
    {
        var inTexels = Softness.OfRung(rung) / Grid.Texel;
        return Math.Sqrt(Math.Max(0, (inTexels * inTexels) - Softness.OfCovering - Softness.OfEnlarging));
    }
}
