using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Snags;

/// <summary>Edits that let tracks stand for a moment at a key.</summary>
internal static class Easing
{
    /// <summary>Slow stop before a key and slow start after it.</summary>
    public static IEnumerable<Edit> Through(Shot shot, Track track, int frame)
    {
        var cards = TrackRuns.CardsOf(shot, track.Address);
        if (track.AllKeys.LastOrDefault(key => key.Frame < frame) is { } before)
        {
            yield return Set(before, slow => slow with { StopPercent = 100, OverPercent = 0, SettlePercent = 0 });
        }

        yield return Set(track.AllKeys.First(key => key.Frame == frame), slow => slow with { StartPercent = 100 });

        SetGap Set(Key key, Func<Slow, Slow> change)
        {
            var gap = TrackRuns.GapOf(key, cards);
            return new SetGap(shot.Id, key.Frame, gap with { Ease = change(gap.Ease as Slow ?? new Slow(100, 100)) }, [track.Address]);
        }
    }
}
