using Fretsaw.Core.Films;

namespace Fretsaw.Core.Timing;

/// <summary>
/// Normalised progress along the gap between two keys. The slow charts are the curves that CSS names ease-in,
/// ease-out and ease-in-out (W3C CSS Easing Functions Level 1 §2.2.1), so that any browser can check them.
/// </summary>
public static class Charts
{
    private static readonly CubicBezierEasing SlowStart = new(0.42, 0, 1, 1);
    private static readonly CubicBezierEasing SlowStop = new(0, 0, 0.58, 1);
    private static readonly CubicBezierEasing Both = new(0.42, 0, 0.58, 1);

    /// <param name="x">Part of the gap's time gone, clamped to [0, 1].</param>
    /// <returns>Part of the way gone: 0 at the first key, exactly 1 at the second.</returns>
    public static double Progress(Chart chart, double x) => chart switch
    {
        Chart.Even => Math.Clamp(x, 0, 1),
        Chart.SlowStart => SlowStart.Progress(x),
        Chart.SlowStop => SlowStop.Progress(x),
        Chart.Both => Both.Progress(x),
        Chart.Hold => x >= 1 ? 1 : 0,
        _ => throw new ArgumentOutOfRangeException(nameof(chart), chart, "unknown chart"),
    };

    /// <summary>Where the in-betweens of a gap fall, as parts of the way: one number a frame, both keys included.</summary>
    /// <param name="frames">Length of the gap, ≥ 1.</param>
    public static double[] Ticks(Chart chart, int frames)
    {
        var ticks = new double[frames + 1];
        for (var frame = 0; frame <= frames; frame++)
        {
            ticks[frame] = Progress(chart, (double)frame / frames);
        }

        return ticks;
    }
}
