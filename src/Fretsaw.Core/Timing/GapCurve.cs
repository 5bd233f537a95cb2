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

    /// <summary>What goes past by less, %, has nothing to settle from.</summary>
    private const double LeastOver = 0.01;

    /// <summary>Points of a drawn ease, and how far apart they are at least, of the time.</summary>
    private const int MostPoints = 190;
    private const double LeastApart = 1e-6;

    private readonly Gap gap;
    private readonly bool even;
    private readonly CubicBezierEasing easing;
    private readonly Settling? settling;
    private readonly MonotoneCurve? drawn;
    private readonly StaggerWalk? walk;

    public GapCurve(Gap gap)
    {
        this.gap = gap;
        walk = gap.Stagger is null ? null : new StaggerWalk(gap.Stagger);
        if (gap.Ease is Slow slow)
        {
            even = slow is { StartPercent: 0, StopPercent: 0, OverPercent: 0 };
            var handle = Overshoot.HandleFor(slow.OverPercent / 100);
            easing = new CubicBezierEasing(FullStart * (slow.StartPercent / 100), 0, 1 + ((FullStop - 1) * (slow.StopPercent / 100)), handle);
            settling = slow is { OverPercent: >= LeastOver, SettlePercent: > 0 } ? new Settling(easing, handle, slow.OverPercent / 100, slow.SettlePercent / 100) : null;
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
    public double Eased(double x) => drawn?.At(x) ?? (even ? Math.Clamp(x, 0, 1) : settling?.At(Math.Clamp(x, 0, 1)) ?? easing.Progress(x));

    /// <summary>The first frames of a gap as a gap of their own: at each of them as much of the way is gone as before.</summary>
    /// <param name="length">Frames of the whole gap.</param>
    /// <param name="first">How many of them, [1, length).</param>
    public static Gap Piece(Gap gap, int length, int first)
    {
        var curve = new GapCurve(gap);
        var whole = curve.At(first, length);
        if (Math.Abs(whole) < 1e-9)
        {
            return Gap.Hold;
        }

        // Every frame is a point as long as there are enough of them.
        var every = (int)Math.Ceiling(first / (double)MostPoints);
        var points = Enumerable.Range(1, Math.Max(0, ((first - 1) / every))).Select(i => i * every).Where(frame => frame < first)
            .Select(frame => new Point((double)frame / first, Math.Clamp(curve.At(frame, length) / whole, -2, 3)));
        return new Gap { Ease = new Drawn([.. points], every > 1) };
    }

    /// <summary>The ease as points to draw it by, the closer the faster it turns: by even steps along the curve and not of the time, since past the pose it may come back all but at once.</summary>
    public Drawn AsDrawn()
    {
        const int Points = 190;
        var points = new List<Point>();
        foreach (var at in Enumerable.Range(1, Points - 1).Select(i => (double)i / Points).Select(s => drawn is null && !even ? settling?.On(s) ?? easing.On(s) : new Point(s, Eased(s))))
        {
            if (at.X > (points.Count > 0 ? points[^1].X : 0) + LeastApart && at.X < 1 - LeastApart)
            {
                points.Add(at with { Y = Math.Clamp(at.Y, -2, 3) });
            }
        }

        return new Drawn([.. points], true);
    }
}
