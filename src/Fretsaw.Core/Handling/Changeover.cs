using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// What holds or carries something changes within one frame: up to the frame before it goes as it went, and from here on its values
/// are measured from something else, so that nothing is seen of it.
/// </summary>
internal static class Changeover
{
    /// <param name="now">What is keyed at the frame, every value that the change touches.</param>
    /// <param name="after">How they go on from there to whatever is keyed later; null for not at all.</param>
    public static IEnumerable<Edit> At(string shot, string owner, int frame, ImmutableArray<KeyValue> now, Func<View, double, Evaluator> frameAt, Gap? after = null)
    {
        ImmutableArray<Address> all = [.. now.Select(value => value.Address)];
        if (frame > 1)
        {
            var before = frameAt(new View(shot), frame - 1);
            yield return new SetKeys(shot, frame - 1, [.. all.Select(address => Stands(before, address))]);
            yield return new SetGap(shot, frame - 1, Gap.Hold, all);
            foreach (var split in SplitGaps(before.Plan.Shot, frame - 1, all))
            {
                yield return split;
            }
        }

        yield return new SetKeys(shot, frame, now);

        // A first key also keys rest on the other cards, where it would change back by itself.
        var plan = frameAt(new View(shot), frame).Plan;
        var fresh = all.Where(address => plan.Slots.Find(address) is var slot && (slot < 0 || !plan.Tracks.IsKeyed(slot))).ToImmutableArray();
        foreach (var card in plan.Shot.Cards.Where(card => !fresh.IsEmpty && card.Owner == owner && card.Frame != frame && card.Frame != frame - 1))
        {
            yield return new RemoveKeys(shot, card.Frame, fresh);
        }

        yield return new SetGap(shot, frame, after ?? Gap.Hold, all);
    }

    /// <summary>A key in the middle of a gap would be come to by the whole of its chart: what lies before it goes on by the piece that it had.</summary>
    private static IEnumerable<Edit> SplitGaps(Shot shot, int frame, ImmutableArray<Address> all)
    {
        foreach (var track in all.Select(address => shot.Tracks.WithNumber(address)).OfType<Track>().Where(track => track is not ChoiceTrack).Distinct())
        {
            var keys = track.AllKeys;
            var next = keys.ToList().FindIndex(key => key.Frame >= frame);
            if (next <= 0 || keys[next].Frame == frame)
            {
                continue;
            }

            var (from, to) = (keys[next - 1].Frame, keys[next].Frame);
            if (TrackRuns.GapOf(keys[next - 1], TrackRuns.CardsOf(shot, track.Address)) is { Held: false } gap)
            {
                yield return new SetGap(shot.Id, from, GapCurve.Piece(gap, to - from, frame - from), [track.Address]);
            }
        }
    }

    private static KeyValue Stands(Evaluator frame, Address address)
    {
        var slot = frame.Plan.Slots.Find(address);
        if (slot < 0)
        {
            // There was no such value until now: what is so at rest.
            var fresh = Properties.Find(address)!;
            return fresh.Jumps ? new KeyValue(address) { Choice = "" } : new KeyValue(address, fresh.Default);
        }

        var property = frame.Plan.Slots.PropertyOf(slot);
        return property.Jumps ? new KeyValue(address) { Choice = property.IdOf(frame.Values[slot]) } : new KeyValue(address, frame.Values[slot]);
    }
}
