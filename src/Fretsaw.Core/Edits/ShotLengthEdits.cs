using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Makes a shot longer or shorter with all its keys, cards and shakes in proportion. Keys stay a frame apart: squeezed too far, the last stand past the end.</summary>
/// <param name="Length">Frames, [1, 100000].</param>
public sealed record StretchShot(string ShotId, int Length) : Edit
{
    public override string Title => "Stretch shot";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var times = (double)(Length - 1) / Math.Max(1, shot.Length - 1);
        return ShotFrames.Moved(shot, ShotFrames.Apart(shot, frame => 1 + (int)Math.Round((frame - 1) * times))) with { Length = Length, Placed = [.. shot.Placed.Select(one => Stretched(one, times))] };
    });

    /// <summary>What is gone through within its frames stays the same.</summary>
    private static Placed Stretched(Placed placed, double times)
    {
        var (start, end) = (1 + (int)Math.Round((placed.Start - 1) * times), 1 + (int)Math.Round((placed.End() - 1) * times));
        return placed with
        {
            Start = Math.Clamp(start, -ShotCheck.MaxLength, ShotCheck.MaxLength),
            Length = Math.Clamp(end - start + 1, 1, ShotCheck.MaxLength),
            SpeedPercent = placed.Length == 1 || end == start ? placed.SpeedPercent : Math.Clamp(placed.SpeedPercent * (placed.Length - 1) / (end - start), 1, 10_000),
            FadeIn = (int)Math.Min(Math.Round(placed.FadeIn * times), ShotCheck.MaxLength),
            FadeOut = (int)Math.Min(Math.Round(placed.FadeOut * times), ShotCheck.MaxLength),
        };
    }
}

/// <summary>Makes room: what stands at a frame or later comes later by so many.</summary>
/// <param name="At">[1, length + 1]</param>
public sealed record InsertFrames(string ShotId, int At, int Count) : Edit
{
    public override string Title => $"Insert {Count} {(Count == 1 ? "frame" : "frames")}";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(Count < 1 || At < 1 || At > shot.Length + 1, "frames", $"cannot be inserted at {At}, {Count} of them", $"insert at least one, at frame 1 to {shot.Length + 1}");
        return ShotFrames.Moved(shot, frame => frame >= At ? frame + Count : frame) with { Length = shot.Length + Count };
    });
}

/// <summary>Takes frames out: what is later comes earlier by so many. The last key that a track has in them stays at the seam, unless one comes there from behind.</summary>
/// <param name="At">The first that goes.</param>
public sealed record TakeOutFrames(string ShotId, int At, int Count) : Edit
{
    public override string Title => $"Delete {Count} {(Count == 1 ? "frame" : "frames")}";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(Count < 1 || At < 1 || At + Count > shot.Length + 1 || Count >= shot.Length, "frames", $"{At} to {At + Count - 1} are not all in the shot, or are all of it", $"delete frames between 1 and {shot.Length}");
        return ShotFrames.Moved(shot, frame => frame >= At + Count ? frame - Count : Math.Min(frame, At)) with { Length = shot.Length - Count };
    });
}

/// <summary>All that stands at frames of a shot, moved.</summary>
internal static class ShotFrames
{
    /// <param name="map">Never falling. Of keys of one track that come to one frame the last stays, and so with cards.</param>
    public static Shot Moved(Shot shot, Func<int, int> map) => shot with
    {
        Tracks = [.. shot.Tracks.Select(track => track.WithKeys(Tracks.InOrder(track.AllKeys.Select(key => key with { Frame = map(key.Frame) }))))],
        Cards = [.. shot.Cards.Select(card => card with { Frame = map(card.Frame) }).GroupBy(card => card.Place).Select(cards => cards.Last())],
        Placed = [.. shot.Placed.Select(one => one with { Start = map(one.Start) })],
        Sounds = [.. shot.Sounds.Select(use => use with { Start = map(use.Start) })],
        Cues = [.. shot.Cues.Select(cue => cue with { Frame = map(cue.Frame) }).GroupBy(cue => cue.Place).Select(cues => cues.Last())],
        Shakes = [.. shot.Shakes.Select(shake => shake with { StartFrame = map(shake.StartFrame) })],
        References = [.. shot.References.Select(reference => reference with { Start = map(reference.Start) })],
        Range = shot.Range is { } range ? new FrameRange(map(range.From), map(range.To)) : null,
    };

    /// <summary>The same map with all frames at which something stands still a frame apart, so that nothing is lost.</summary>
    public static Func<int, int> Apart(Shot shot, Func<int, int> map)
    {
        var (places, last) = (new Dictionary<int, int>(), 0);
        foreach (var frame in shot.Tracks.SelectMany(track => track.AllKeys).Select(key => key.Frame).Concat(shot.Cards.Select(card => card.Frame)).Distinct().Order())
        {
            places[frame] = last = Math.Max(map(frame), last + 1);
        }

        return frame => places.TryGetValue(frame, out var place) ? place : Math.Max(1, map(frame));
    }
}
