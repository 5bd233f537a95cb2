using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Timing;

/// <summary>
/// A gap compiled to a curve from frames gone to the part of the way gone. Both ends are exact whatever lies between; asking
/// allocates nothing.
/// </summary>
public sealed class GapCurve
{
    /// <summary>W3C CSS Easing Functions Level 1, ease-in-out: the full amounts of <see cref="Slow"/>.</summary>
    private const double FullStart = 0.42;
    private const double FullStop = 0.58;

    private readonly Gap gap;
    private readonly bool even;
    private readonly CubicBezierEasing easing;
    private readonly MonotoneCurve? drawn;
    private readonly StaggerWalk? walk;

    public GapCurve(Gap gap)
    {
        this.gap = gap;
        walk = gap.Stagger is null ? null : new StaggerWalk(gap.Stagger);
        if (gap.Ease is Slow slow)
        {
            even = slow is { StartPercent: 0, StopPercent: 0, OverPercent: 0 };
            easing = new CubicBezierEasing(
                FullStart * (slow.StartPercent / 100), 0, 1 + ((FullStop - 1) * (slow.StopPercent / 100)), Overshoot.HandleFor(slow.OverPercent / 100));
        }
        else if (gap.Ease is Drawn { Points: var points, Smooth: var smooth })
        {
            drawn = new MonotoneCurve([0, .. points.Select(point => point.X), 1], [0, .. points.Select(point => point.Y), 1], smooth);
        }
    }

    /// <summary>Nothing moves in it.</summary>
    public bool Held => gap.Held;

    /// <param name="gone">Frames since the key, whole or between frames; [0, length].</param>
    /// <param name="length">Frames from key to key, &gt; 0.</param>
    /// <returns>0 at the key, exactly 1 at the next; a drawn curve may leave [0, 1] in between.</returns>
    public double At(double gone, double length)
    {
        if (gone >= length)
        {
            return 1;
        }

        if (gone <= 0 || gap.Held)
        {
            return 0;
        }

        if (gap.Every > 1)
        {
            gone = Math.Floor(gone / gap.Every) * gap.Every;
        }

        return Eased(walk?.At(gone, length) ?? (gone / length));
    }

    /// <summary>Where the in-betweens of a gap fall, as parts of the way: one number a frame, both keys included.</summary>
    /// <param name="frames">Length of the gap, ≥ 1.</param>
    public double[] Ticks(int frames)
    {
        var ticks = new double[frames + 1];
        for (var frame = 0; frame <= frames; frame++)
        {
            ticks[frame] = At(frame, frames);
        }

        return ticks;
    }

    /// <summary>The part of the way by the ease alone: without hold, step and stagger.</summary>
    /// <param name="x">Part of the time, clamped to [0, 1].</param>
    public double Eased(double x) => drawn?.At(x) ?? (even ? Math.Clamp(x, 0, 1) : easing.Progress(x));

    /// <summary>The ease as points to draw it by: where it turns between slow and fast it is followed to a thousandth of the way.</summary>
    public Drawn AsDrawn()
    {
        const int Points = 24;
        return new Drawn([.. Enumerable.Range(1, Points - 1).Select(i => new Point((double)i / Points, Math.Clamp(Eased((double)i / Points), -2, 3)))], true);
    }
}
