namespace Fretsaw.Core.Timing;

/// <summary>A track of choices as flat arrays: it jumps from key to key.</summary>
/// <param name="choices">For each key, the number of its choice among what there is to choose.</param>
internal sealed class ChoiceRun(KeyTimes times, int[] choices)
{
    /// <summary>The choice of the last key up to a frame; before the first key that one's.</summary>
    public int At(double frame) => choices[Math.Max(0, times.Find(ref frame, out _))];
}
