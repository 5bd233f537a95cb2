namespace Fretsaw.Core.Timing;

/// <summary>A track of numbers as flat arrays.</summary>
/// <param name="values">One for each key.</param>
/// <param name="gaps">The gap after each key; the last one's counts for nothing.</param>
internal sealed class NumberRun(KeyTimes times, double[] values, GapCurve[] gaps)
{
    /// <summary>Changes a key in place: a drag does this with every move, on a run that is its own.</summary>
    public void Set(int key, double value) => values[key] = value;

    /// <param name="frame">Whole or between frames.</param>
    public double At(double frame)
    {
        var key = times.Find(ref frame, out var cycles);
        var value = Inside(key, frame);
        return cycles == 0 ? value : value + (cycles * (values[^1] - values[0]));
    }

    private double Inside(int key, double frame)
    {
        if (key < 0 || key == values.Length - 1 || times[key] == frame)
        {
            return values[Math.Max(0, key)];
        }

        var progress = gaps[key].At(frame - times[key], times[key + 1] - times[key]);
        return values[key] + ((values[key + 1] - values[key]) * progress);
    }
}
