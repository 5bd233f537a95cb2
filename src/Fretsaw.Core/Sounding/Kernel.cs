namespace Fretsaw.Core.Sounding;

/// <summary>
/// Samples between samples: a sinc under a Kaiser window, cut off below half of the slower rate, so that nothing folds back.
/// J. O. Smith, "Digital Audio Resampling" (CCRMA, Stanford), has the method and the table with straight lines between its entries.
/// </summary>
internal sealed class Kernel
{
    /// <summary>Zero crossings on either side: with half as many, 22.5 kHz folded back at −41 dB when 48 became 44.1 kHz.</summary>
    private const int Crossings = 48;

    /// <summary>Table entries from one zero crossing to the next.</summary>
    private const int Fine = 512;

    /// <summary>Side lobes about 90 dB down.</summary>
    private const double Beta = 9;

    /// <summary>What of the band is passed; the rest is for the window's slope.</summary>
    private const double Passed = 0.94;

    private readonly float[] table;
    private readonly double narrowed;

    /// <param name="step">Samples of the recording for each that is made.</param>
    public Kernel(double step)
    {
        narrowed = Passed * Math.Min(1, 1 / step);
        Reach = (int)Math.Ceiling(Crossings / narrowed);
        table = new float[(Crossings * Fine) + 2];
        for (var i = 0; i < table.Length; i++)
        {
            var x = (double)i / Fine;
            var edge = Math.Min(1, x / Crossings);
            table[i] = (float)(narrowed * (x == 0 ? 1 : Math.Sin(Math.PI * x) / (Math.PI * x)) * Bessel(Beta * Math.Sqrt(1 - (edge * edge))) / Bessel(Beta));
        }
    }

    /// <summary>How many samples on either side count.</summary>
    public int Reach { get; }

    /// <param name="away">Samples between the place and the sample that is weighed.</param>
    public float At(double away)
    {
        var x = Math.Abs(away) * narrowed * Fine;
        var i = (int)x;
        return i + 1 < table.Length ? table[i] + ((float)(x - i) * (table[i + 1] - table[i])) : 0;
    }

    /// <summary>The modified Bessel function of the first kind and order 0, by its power series (Abramowitz and Stegun 9.6.12).</summary>
    private static double Bessel(double x)
    {
        var (sum, term) = (1.0, 1.0);
        for (var k = 1; term > 1e-12 * sum; k++)
        {
            term *= x * x / (4 * k * k);
            sum += term;
        }

        return sum;
    }
}
