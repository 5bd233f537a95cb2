namespace Fretsaw.Core.Lens;

/// <summary>
/// Noise whose power lies about one pace: cosines of random phase, after Shinozuka and Deodatis, "Simulation of stochastic processes by
/// spectral representation" (Applied Mechanics Reviews 44, 1991). Their paces stand for equal parts of a triangle of power round the
/// asked one, so that its middle is there; with every phase as likely as any other, all places are alike over seeds: zero mean, RMS 1.
/// Any place can be asked for without the ones before it.
/// </summary>
public static class BandNoise
{
    /// <summary>How far the power reaches to both sides, of the pace.</summary>
    public const double Reach = 0.5;

    /// <summary>Few enough to be quick; their sum is as good as Gaussian, and does not come round again for long.</summary>
    private const int Cosines = 16;

    private static readonly double Height = Math.Sqrt(2.0 / Cosines);

    /// <param name="seconds">From the beginning.</param>
    /// <param name="paceHz">&gt; 0</param>
    /// <param name="line">Which of all noises: seed and axis.</param>
    public static double At(double seconds, double paceHz, int line)
    {
        var sum = 0.0;
        var hash = unchecked((ulong)line * 0x9E3779B97F4A7C15UL);
        for (var k = 0; k < Cosines; k++)
        {
            var pace = paceHz * Placed((k + Next(ref hash)) / Cosines);
            sum += Math.Cos(2 * Math.PI * ((pace * seconds) + Next(ref hash)));
        }

        return sum * Height;
    }

    /// <summary>Below which place such a part of the triangle's power lies, 1 in its middle.</summary>
    private static double Placed(double part) => part < 0.5
        ? 1 - Reach + (Reach * Math.Sqrt(2 * part))
        : 1 + Reach - (Reach * Math.Sqrt(2 * (1 - part)));

    /// <summary>[0, 1): SplitMix64, Steele, Lea and Flood, "Fast splittable pseudorandom number generators" (OOPSLA 2014).</summary>
    private static double Next(ref ulong state)
    {
        unchecked
        {
            state += 0x9E3779B97F4A7C15UL;
            var z = state;
            z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9UL;
            z = (z ^ (z >> 27)) * 0x94D049BB133111EBUL;
            return ((z ^ (z >> 31)) >> 11) * (1.0 / (1UL << 53));
        }
    }
}
