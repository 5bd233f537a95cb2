using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Timing;

/// <summary>
/// How an ease that goes past its end comes back to it. The Bézier alone comes back ever faster and stops dead; settled it is past the end
/// earlier, and comes to rest along half a wave of the cosine.
/// </summary>
internal sealed class Settling
{
    /// <summary>Fully settled, the farthest place comes at half its time, so that as long again is left to come back.</summary>
    private const double Earlier = 0.5;

    private readonly CubicBezierEasing easing;
    private readonly double over;
    private readonly double by;
    private readonly double turns;
    private readonly double peak;

    /// <param name="easing">With its first handle at 0 and its second at <paramref name="handle"/>.</param>
    /// <param name="handle">See <see cref="Overshoot.HandleFor"/>.</param>
    /// <param name="over">How far past, part of the way, above 0.</param>
    /// <param name="by">How much it settles, (0, 1].</param>
    public Settling(CubicBezierEasing easing, double handle, double over, double by)
    {
        (this.easing, this.over, this.by) = (easing, over, by);
        turns = easing.On(2 * handle / ((3 * handle) - 1)).X;
        peak = turns * (1 - (Earlier * by));
    }

    /// <param name="x">Part of the time, [0, 1].</param>
    /// <returns>Part of the way.</returns>
    public double At(double x)
    {
        if (x <= peak)
        {
            return easing.Progress(x * turns / peak);
        }

        var back = Math.Min(1, (x - peak) / (1 - peak));
        var falls = (easing.Progress(turns + (back * (1 - turns))) - 1) / over;
        return 1 + (over * (((1 - by) * falls) + (by * (1 + Math.Cos(Math.PI * back)) / 2)));
    }

    /// <summary>A place of the Bézier, where it is once it settles.</summary>
    public Point On(double s)
    {
        var x = easing.On(s).X;
        var at = x <= turns ? x * peak / turns : peak + ((x - turns) / (1 - turns) * (1 - peak));
        return new Point(at, At(at));
    }
}
