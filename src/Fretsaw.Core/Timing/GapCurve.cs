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

    public GapCurve(Gap gap)
    {
        this.gap = gap;
        if (gap.Ease is Slow slow)
        {
            even = slow is { StartPercent: 0, StopPercent: 0 };
            easing = new CubicBezierEasing(FullStart * (slow.StartPercent / 100), 0, 1 + ((FullStop - 1) * (slow.StopPercent / 100)), 1);
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

        return Eased(gap.Stagger is { } stagger ? Staggered(stagger, gone, length) : gone / length);
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

    /// <summary>
    /// The part of the time at which the ease is read: the walk of a frames on and b back, scaled so that it ends where the gap
    /// ends, takes the place of the steady walk as far as strength and fade let it.
    /// </summary>
    private static double Staggered(Stagger stagger, double gone, double length)
    {
        var steady = gone / length;
        var whole = Walk(stagger, length);
        if (whole <= 0)
        {
            return steady;
        }

        var fade = stagger.FadePercent / 100;
        var part = fade <= 0 ? 1 : Math.Min(1, Math.Min(steady, 1 - steady) / fade);
        var walked = Walk(stagger, Math.Floor(gone)) / whole;
        return Math.Clamp(steady + (stagger.StrengthPercent / 100 * part * (walked - steady)), 0, 1);
    }

    /// <summary>Where the walk is after so many steps: +a, −b, +a, −b …</summary>
    private static double Walk(Stagger stagger, double steps)
    {
        var pairs = Math.Floor(steps / 2);
        return (pairs * (stagger.Forward - stagger.Back)) + ((steps - (2 * pairs)) * stagger.Forward);
    }
}
