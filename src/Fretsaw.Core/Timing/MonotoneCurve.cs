namespace Fretsaw.Core.Timing;

/// <summary>
/// A curve through points that rises where they rise and falls where they fall: piecewise cubic Hermite with the tangents of
/// Fritsch and Carlson, "Monotone Piecewise Cubic Interpolation" (SIAM J. Numer. Anal. 17, 1980): the mean of the two secants,
/// nothing at a turn, and then drawn into the circle α² + β² ≤ 9 in which a piece is monotone.
/// </summary>
public sealed class MonotoneCurve
{
    /// <summary>The radius of that circle.</summary>
    private const double Monotone = 3;

    private readonly double[] x;
    private readonly double[] y;
    private readonly double[] tangents;

    /// <param name="x">Rising, two or more.</param>
    /// <param name="smooth">Else straight pieces.</param>
    public MonotoneCurve(double[] x, double[] y, bool smooth)
    {
        (this.x, this.y) = (x, y);
        tangents = smooth ? Tangents(x, y) : [];
    }

    /// <param name="at">Clamped to the first and last x.</param>
    public double At(double at)
    {
        if (at <= x[0])
        {
            return y[0];
        }

        if (at >= x[^1])
        {
            return y[^1];
        }

        var found = Array.BinarySearch(x, at);
        var i = found >= 0 ? found : ~found - 1;
        var h = x[i + 1] - x[i];
        var t = (at - x[i]) / h;
        if (tangents.Length == 0)
        {
            return y[i] + ((y[i + 1] - y[i]) * t);
        }

        var (square, cube) = (t * t, t * t * t);
        return (((2 * cube) - (3 * square) + 1) * y[i]) + ((cube - (2 * square) + t) * h * tangents[i])
            + (((3 * square) - (2 * cube)) * y[i + 1]) + ((cube - square) * h * tangents[i + 1]);
    }

    private static double[] Tangents(double[] x, double[] y)
    {
        var n = x.Length;
        var secants = new double[n - 1];
        for (var i = 0; i < n - 1; i++)
        {
            secants[i] = (y[i + 1] - y[i]) / (x[i + 1] - x[i]);
        }

        var tangents = new double[n];
        (tangents[0], tangents[n - 1]) = (secants[0], secants[n - 2]);
        for (var i = 1; i < n - 1; i++)
        {
            tangents[i] = secants[i - 1] * secants[i] <= 0 ? 0 : (secants[i - 1] + secants[i]) / 2;
        }

        for (var i = 0; i < n - 1; i++)
        {
            if (secants[i] == 0)
            {
                (tangents[i], tangents[i + 1]) = (0, 0);
                continue;
            }

            var (alpha, beta) = (tangents[i] / secants[i], tangents[i + 1] / secants[i]);
            var reach = Math.Sqrt((alpha * alpha) + (beta * beta));
            if (reach > Monotone)
            {
                (tangents[i], tangents[i + 1]) = (Monotone / reach * alpha * secants[i], Monotone / reach * beta * secants[i]);
            }
        }

        return tangents;
    }
}
