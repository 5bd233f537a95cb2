using System.Runtime.CompilerServices;

namespace Fretsaw.Core.Timing;

/// <summary>
/// The easing of W3C "CSS Easing Functions Level 1" §2.2: a cubic Bézier from (0, 0) to (1, 1) with the control
/// points (X1, Y1) and (X2, Y2), read as y over x.
/// </summary>
/// <param name="X1">[0, 1], so that x only rises along the curve.</param>
/// <param name="X2">[0, 1].</param>
public readonly record struct CubicBezierEasing(double X1, double Y1, double X2, double Y2)
{
    /// <summary>How near x(s) comes to the x asked for; at 10,000 px of travel this is a thousandth of a pixel.</summary>
    public const double Tolerance = 1e-7;

    private const int MaxRounds = 64;

    /// <summary>
    /// y at x. Newton's steps from s = x, kept inside a bracket that halves whenever a step would leave it: where the
    /// slope of x(s) vanishes Newton alone runs away, and bisection alone takes three times the rounds.
    /// </summary>
    /// <param name="x">Clamped to [0, 1].</param>
    public double Progress(double x)
    {
        if (x <= 0)
        {
            return 0;
        }

        if (x >= 1)
        {
            return 1;
        }

        var (low, high, s) = (0.0, 1.0, x);
        for (var round = 0; round < MaxRounds; round++)
        {
            var error = Along(s, X1, X2) - x;
            if (Math.Abs(error) <= Tolerance * 0.01)
            {
                break;
            }

            if (error > 0)
            {
                high = s;
            }
            else
            {
                low = s;
            }

            var slope = Slope(s, X1, X2);
            var next = s - (error / slope);
            s = slope > 0 && next > low && next < high ? next : (low + high) / 2;
        }

        return Along(s, Y1, Y2);
    }

    /// <summary>The curve at its parameter.</summary>
    /// <param name="s">[0, 1]</param>
    public Geometry.Point On(double s) => new(Along(s, X1, X2), Along(s, Y1, Y2));

    /// <summary>One coordinate of the curve at parameter s, end values 0 and 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static double Along(double s, double p1, double p2) =>
        ((((1 + (3 * p1) - (3 * p2)) * s) + ((3 * p2) - (6 * p1))) * s * s) + (3 * p1 * s);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static double Slope(double s, double p1, double p2) =>
        (3 * (1 + (3 * p1) - (3 * p2)) * s * s) + (2 * ((3 * p2) - (6 * p1)) * s) + (3 * p1);
}
