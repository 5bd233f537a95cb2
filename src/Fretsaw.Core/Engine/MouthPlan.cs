using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>
/// What the mouth of one thing on the stage shows as it speaks: cues and its puppet's chart as flat arrays. A cue puts values in the
/// place of what keys say; what jumps does so at once, everything else on a straight way over the chart's blend, or until the next cue.
/// </summary>
public sealed class MouthPlan
{
    private readonly double lead;
    private readonly double blend;
    private readonly int[] frames;
    private readonly double[]?[] shows;
    private readonly (int Slot, bool Jumps)[] values;

    /// <param name="frames">Of the cues, rising.</param>
    /// <param name="shows">For each cue what it puts in each of the slots; null for as keyed.</param>
    private MouthPlan(MouthChart chart, int[] frames, double[]?[] shows, (int Slot, bool Jumps)[] values) =>
        (lead, blend, this.frames, this.shows, this.values) = (chart.LeadFrames, chart.BlendFrames, frames, shows, values);

    /// <returns>Null where it says nothing, or its puppet has no mouths.</returns>
    internal static MouthPlan? Of(Shot shot, string owner, PuppetPlan puppet)
    {
        var cues = SpokenCues.Of(shot, owner);
        if (cues.Count == 0 || puppet.Puppet.Mouths is not { Shapes.IsEmpty: false } chart)
        {
            return null;
        }

        var slots = chart.Shapes.SelectMany(shape => shape.Values).Select(value => puppet.Values.Find(value.Thing, value.Property)).Where(slot => slot >= 0).Distinct().ToArray();
        var shapes = Enum.GetValues<Mouth>().ToDictionary(mouth => mouth, mouth => MouthShapes.Nearest(chart, mouth) is { } shape ? ValuesOf(shape, slots, puppet) : null);
        return new MouthPlan(
            chart, [.. cues.Select(cue => cue.Frame)], [.. cues.Select(cue => shapes[cue.Mouth])],
            [.. slots.Select(slot => (slot, puppet.Values.Jumps(slot)))]);
    }

    private static double[] ValuesOf(MouthShape shape, int[] slots, PuppetPlan puppet)
    {
        var shown = slots.Select(slot => puppet.Values.PropertyOf(slot).Default).ToArray();
        foreach (var value in shape.Values)
        {
            if (Array.IndexOf(slots, puppet.Values.Find(value.Thing, value.Property)) is >= 0 and var i)
            {
                shown[i] = value.Choice is { } choice ? puppet.Values.PropertyOf(slots[i]).NumberOf(choice) : value.Value;
            }
        }

        return shown;
    }

    /// <param name="frame">1-based, whole or between frames.</param>
    /// <param name="puppet">Values by the puppet plan's slots.</param>
    internal void Show(double frame, Span<double> puppet)
    {
        var sounds = frame + lead;
        var at = Array.BinarySearch(frames, (int)Math.Floor(sounds));
        at = at < 0 ? ~at - 1 : at;
        if (at < 0)
        {
            return;
        }

        var until = Math.Min(blend, at + 1 < frames.Length ? frames[at + 1] - frames[at] : double.PositiveInfinity);
        var part = until > 0 ? Math.Min(1, (sounds - frames[at]) / until) : 1;
        var (now, before) = (shows[at], at > 0 ? shows[at - 1] : null);
        for (var i = 0; i < values.Length; i++)
        {
            var (slot, jumps) = values[i];
            var keyed = puppet[slot];
            var to = now is null ? keyed : now[i];
            var from = before is null ? keyed : before[i];
            puppet[slot] = jumps ? to : from + (part * (to - from));
        }
    }
}
