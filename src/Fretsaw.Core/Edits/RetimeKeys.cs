using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Moves chosen keys in time, each with the gap that follows it. What stands where they go is replaced. A card goes along when all of
/// its keys go, and all of them to one frame.
/// </summary>
public sealed record RetimeKeys(string ShotId, ImmutableArray<Beads> Chosen, Retiming To) : Edit
{
    public override string Title => To switch
    {
        Stretch => "Stretch keys",
        Reverse => "Reverse keys",
        Exchange => "Swap poses",
        Evenly => "Space keys evenly",
        Scatter => "Scatter keys",
        Delay => "Delay keys row by row",
        _ => "Move keys",
    };

    protected internal override Film Change(Film film)
    {
        FilmException.ThrowIf(To is Stretch { Times: not (> 0 and <= 100) }, "stretch", "needs a factor above 0, up to 100", "type another factor");
        FilmException.ThrowIf(To is Scatter { Most: < 1 or > 1000 }, "scatter", "needs 1 to 1,000 frames", "type another number");
        FilmException.ThrowIf(To is Delay { By: < -1000 or > 1000 }, "delay", "needs −1,000 to 1,000 frames", "type another number");
        return film.WithShot(ShotId, shot =>
        {
            var chosen = ChosenKeys.FramesOf(shot, Chosen);
            var (first, last) = ChosenKeys.SpanOf(chosen);
            List<int> frames = [.. new SortedSet<int>(chosen.Values.SelectMany(one => one))];
            return ChosenKeys.Move(shot, Chosen, row => frame => To switch
            {
                Shift shift => frame + Math.Max(shift.By, 1 - first),
                Stretch stretch => stretch.About + Rounded((frame - stretch.About) * stretch.Times),
                Evenly => first + Rounded((double)frames.BinarySearch(frame) * (last - first) / Math.Max(1, frames.Count - 1)),
                Reverse => first + last - frame,
                Exchange => frames[^(frames.BinarySearch(frame) + 1)],
                Scatter scatter => frame + Math.Max(OffsetOf(scatter, row), 1 - first),
                Delay delay => frame + Math.Max(delay.By * row, 1 - first),
                _ => frame,
            }, To is Reverse ? Order.Reversed : To is Exchange ? Order.Exchanged : Order.Kept);
        });
    }

    /// <summary>As browsers round, so that they can show where keys go.</summary>
    private static int Rounded(double frames) => (int)Math.Floor(frames + 0.5);

    /// <summary>Multiples of the golden section, cut to their fractions, lie as far from each other as may be: neighbouring rows are apart.</summary>
    private static int OffsetOf(Scatter scatter, int row)
    {
        var part = (scatter.Seed * Math.Sqrt(2)) + ((row + 1) * ((Math.Sqrt(5) - 1) / 2));
        return (int)Math.Floor((part - Math.Floor(part)) * ((2 * scatter.Most) + 1)) - scatter.Most;
    }
}

/// <summary>Takes chosen keys out.</summary>
public sealed record RemoveChosenKeys(string ShotId, ImmutableArray<Beads> Chosen) : Edit
{
    public override string Title => "Delete keys";

    internal override bool IsOfKeysAlone => true;

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var frames = ChosenKeys.FramesOf(shot, Chosen);
        return Tracks.OnEach(shot, null, [.. frames.Keys], (track, _) =>
            track.AllKeys.Where(key => !frames[track.Address].Contains(key.Frame)));
    });
}
