namespace Fretsaw.Core.Timing;

/// <summary>
/// A stagger compiled to a table of where its steps have led. The walk takes the place of the steady way through the gap's time as
/// far as strength and fade let it, and the ease is read where the walk stands; so it goes with any ease, and both ends are exact.
/// </summary>
internal sealed class StaggerWalk
{
    private readonly double strength;
    private readonly double fade;
    private readonly double[] after;

    public StaggerWalk(Stagger stagger)
    {
        (strength, fade) = (stagger.StrengthPercent / 100, stagger.FadePercent / 100);
        var steps = stagger.Steps;
        after = new double[steps.Length + 1];
        for (var i = 0; i < steps.Length; i++)
        {
            after[i + 1] = after[i] + steps[i];
        }
    }

    /// <param name="gone">Frames since the key, in (0, length).</param>
    /// <param name="length">Frames from key to key.</param>
    /// <returns>The part of the time at which the ease is read, [0, 1].</returns>
    public double At(double gone, double length)
    {
        var steady = gone / length;
        var part = fade <= 0 ? 1 : Math.Min(1, Math.Min(steady, 1 - steady) / fade);
        var whole = After(length);
        var step = Math.Floor(gone);

        // A walk that gets nowhere by itself goes round the steady way, a frame of it for each step.
        var aside = after[^1] > 0 && whole > 0 ? (After(step) / whole) - steady : After(step) / length;
        return Math.Clamp(steady + (strength * part * aside), 0, 1);
    }

    /// <summary>Where the walk is after so many steps.</summary>
    private double After(double steps)
    {
        var count = after.Length - 1;
        var rounds = Math.Floor(steps / count);
        var left = steps - (rounds * count);
        var whole = (int)left;
        var at = (rounds * after[^1]) + after[whole];
        return left == whole ? at : at + ((left - whole) * (after[whole + 1] - after[whole]));
    }
}
