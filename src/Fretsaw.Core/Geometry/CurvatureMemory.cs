namespace Fretsaw.Core.Geometry;

/// <summary>
/// What the last steps of a descent told of the curvature, as the limited-memory BFGS method keeps it: Nocedal &amp; Wright,
/// "Numerical Optimization", 2006, algorithm 7.4, in two halves with a first guess of the curvature between them.
/// </summary>
internal sealed class CurvatureMemory(int size)
{
    private const int Most = 8;

    private readonly double[][] steps = Rows(size);
    private readonly double[][] rises = Rows(size);
    private readonly double[] inverse = new double[Most];
    private readonly double[] along = new double[Most];
    private int kept;
    private int next;

    public bool IsEmpty => kept == 0;

    public void Forget() => (kept, next) = (0, 0);

    /// <summary>Keeps a step; one along which the slope does not rise tells nothing and is left out.</summary>
    /// <param name="way">The step is <paramref name="times"/> this.</param>
    /// <param name="before">The slope where it began.</param>
    /// <param name="after">And where it ended.</param>
    /// <returns>Whether the slope rose.</returns>
    public bool Keep(double[] way, double times, double[] before, double[] after)
    {
        var (step, rise) = (steps[next], rises[next]);
        for (var i = 0; i < size; i++)
        {
            step[i] = times * way[i];
            rise[i] = after[i] - before[i];
        }

        var curvature = Dense.Dot(step, rise);
        if (!(curvature > 1e-14 * Math.Abs(Dense.Dot(step, before))))
        {
            return false;
        }

        inverse[next] = 1 / curvature;
        next = (next + 1) % Most;
        kept = Math.Min(kept + 1, Most);
        return true;
    }

    /// <summary>First half, before the guess is put to the slope; newest first.</summary>
    public void TakeOut(double[] slope)
    {
        for (var k = 1; k <= kept; k++)
        {
            var i = (next - k + Most) % Most;
            along[i] = inverse[i] * Dense.Dot(steps[i], slope);
            Dense.Add(slope, -along[i], rises[i]);
        }
    }

    /// <summary>Second half, after it; oldest first.</summary>
    public void PutBack(double[] way)
    {
        for (var k = kept; k >= 1; k--)
        {
            var i = (next - k + Most) % Most;
            Dense.Add(way, along[i] - (inverse[i] * Dense.Dot(rises[i], way)), steps[i]);
        }
    }

    private static double[][] Rows(int size) => [.. Enumerable.Range(0, Most).Select(_ => new double[size])];
}
