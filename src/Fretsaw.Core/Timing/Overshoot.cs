namespace Fretsaw.Core.Timing;

/// <summary>The handle that lets a cubic Bézier go past its end by an amount.</summary>
internal static class Overshoot
{
    /// <summary>Nobody sees less, and Newton's steps have nothing to go by.</summary>
    private const double Least = 1e-9;

    /// <summary>
    /// With its first handle at 0 and its second at y the curve's height is 3(1 − s)s²·y + s³; its slope is nothing at
    /// s = 2y / (3y − 1), where it stands at 4y³ / (3y − 1)². Newton's steps find the y for which that is 1 + past.
    /// </summary>
    /// <param name="past">Part of the way, [0, 1].</param>
    /// <returns>1 for nothing past; higher for more.</returns>
    public static double HandleFor(double past)
    {
        if (past <= Least)
        {
            return 1;
        }

        // From above: the height rises ever more steeply, so every step stays above. Near 1 it is flat, 1 + (3/4)(y − 1)² and more.
        var y = 1 + (2 * Math.Sqrt(past)) + (3 * past);
        for (var round = 0; round < 60; round++)
        {
            var reach = (3 * y) - 1;
            var height = 4 * y * y * y / (reach * reach);
            var slope = 12 * y * y * (y - 1) / (reach * reach * reach);
            var step = (height - 1 - past) / slope;
            y -= step;
            if (Math.Abs(step) < 1e-13)
            {
                break;
            }
        }

        return y;
    }
}
