using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Keys the numbers of a place as one from now on, so that it goes on a path. It moves as before, unless they are timed apart.</summary>
/// <param name="Address">Of the place.</param>
public sealed record MakePath(string ShotId, Address Address) : Edit
{
    /// <summary>
    /// Numbers that are keyed at other frames, or with other charts, are keyed at all of these frames and take, gap by gap, the chart of
    /// the one that moves most; edits of before there was a choice refuse them.
    /// </summary>
    public bool Merging { get; init; }

    public override string Title => "Join into a path";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var place = PlaceAxes.Demand(Address);
        if (shot.Tracks.Find(Address) is not null)
        {
            return shot;
        }

        var axes = place.Axes.Select(axis => shot.Tracks.Find(Address with { Property = axis }) as NumberTrack).ToList();
        var first = axes.OfType<NumberTrack>().FirstOrDefault() ?? throw new FilmException($"'{Address}'", "has no keys", "key it first");
        var rest = place.Axes.Select(axis => Properties.Find(film, shot, Address with { Property = axis })?.Default ?? 0).ToList();
        var alike = axes.OfType<NumberTrack>().All(axis => IsAlike(axis, first));
        FilmException.ThrowIf(!alike && !Merging, $"'{Address}'", "has keys or charts for X that differ from those for Y", "give both keys on the same frames, with the same charts");
        var keys = alike
            ? first.Keys.Select((key, k) => new PlaceKey(key.Frame, Enumerable.Range(0, axes.Count).Aggregate(default(Place), (at, axis) => at.With(axis, axes[axis]?.Keys[k].Value ?? rest[axis]))) { Gap = key.Gap })
            : Merged(axes, rest, TrackRuns.CardsOf(shot, Address));
        return shot with
        {
            Tracks = shot.Tracks.RemoveAll(track => axes.Contains(track)).With(new PlaceTrack { Address = Address, Before = first.Before, After = first.After, Keys = [.. keys] }),
        };
    });

    private static bool IsAlike(NumberTrack one, NumberTrack other) =>
        (one.Before, one.After) == (other.Before, other.After) && one.Keys.Select(key => (key.Frame, key.Gap)).SequenceEqual(other.Keys.Select(key => (key.Frame, key.Gap)));

    private static IEnumerable<PlaceKey> Merged(List<NumberTrack?> axes, List<double> rest, IReadOnlyDictionary<int, Gap> cards)
    {
        var frames = axes.OfType<NumberTrack>().SelectMany(axis => axis.Keys).Select(key => key.Frame).Distinct().Order().ToList();
        var runs = axes.Select(axis => axis is null ? null : TrackRuns.Of(axis, cards)).ToList();
        var places = frames.Select(frame => Enumerable.Range(0, axes.Count).Aggregate(default(Place), (at, axis) => at.With(axis, runs[axis]?.At(frame) ?? rest[axis]))).ToList();
        for (var k = 0; k < frames.Count; k++)
        {
            var key = new PlaceKey(frames[k], places[k]);
            var way = k + 1 < frames.Count ? places[k + 1] - places[k] : default;
            var most = Enumerable.Range(0, axes.Count).Where(axis => axes[axis] is not null).MaxBy(axis => Math.Abs(way.Along(axis)));
            var leads = axes[most]!.Keys.LastOrDefault(one => one.Frame <= frames[k]);
            yield return leads is null ? key : (PlaceKey)Tracks.WithGap(key, TrackRuns.GapOf(leads, cards), cards);
        }
    }
}

/// <summary>
/// Keys the numbers of a place each by itself from now on, so that a ball goes evenly across and slows as it rises. It moves as before: where it goes
/// on a bend, every frame is keyed.
/// </summary>
/// <param name="Address">Of the place.</param>
public sealed record SplitPlace(string ShotId, Address Address) : Edit
{
    public override string Title => "Key X and Y apart";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var place = PlaceAxes.Demand(Address);
        if (shot.Tracks.Find(Address) is not PlaceTrack track)
        {
            throw new FilmException($"'{Address}'", "is not keyed as one", "key it first");
        }

        var cards = TrackRuns.CardsOf(shot, Address);
        var run = TrackRuns.Of(track, cards);
        var after = shot with { Tracks = shot.Tracks.Remove(track) };
        for (var axis = 0; axis < place.Axes.Length; axis++)
        {
            after = after with { Tracks = after.Tracks.With(Axis(track, place.Axes[axis], cards, frame => run.At(frame).Along(axis))) };
        }

        return after;
    });

    private Track Axis(PlaceTrack track, string axis, IReadOnlyDictionary<int, Gap> cards, Func<int, double> seen)
    {
        var empty = new NumberTrack { Address = Address with { Property = axis }, Before = track.Before, After = track.After };
        return SameFrames.Fit(
            empty, track.Keys.Select(key => new NumberKey(key.Frame, 0) { Gap = key.Gap }), track.Keys[0].Frame, track.Keys[^1].Frame,
            frame => new Place(seen(frame), 0, 0), key => new NumberKey(key.Frame, seen(key.Frame)) { Gap = key.Gap },
            tried => TrackRuns.Sampled(tried, Properties.Find(empty.Address)!, cards));
    }
}

internal static class PlaceAxes
{
    /// <exception cref="FilmException">The address names a single value.</exception>
    public static PlaceInfo Demand(Address address) => Properties.FindPlace(address) ?? throw new FilmException($"'{address}'", "is not a position", "name one");
}
