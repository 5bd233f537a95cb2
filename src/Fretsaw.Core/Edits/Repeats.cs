using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Makes keys of what tracks repeat, up to the end of the round that a frame lies in. Nothing moves, and what comes after repeats all of it.</summary>
public sealed record KeyRepeats(string ShotId, ImmutableArray<Address> Addresses, int Frame) : Edit
{
    public override string Title => "Key the repeat";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var keyed = shot.Tracks.Select(track => Tracks.IsMeant(track, null, Addresses) ? Repeats.Keyed(film, shot, track, Frame) : track).ToImmutableArray();
        FilmException.ThrowIf(
            keyed.SequenceEqual(shot.Tracks), $"frame {Frame}", "is not in a loop that repeats whole and alike before and after its keys", "select one after the last key of a loop that holds before its first");
        return shot with { Tracks = keyed };
    });
}

/// <summary>What a track repeats before its first key and after its last.</summary>
public static class Repeats
{
    /// <summary>A blink of two frames that is repeated for an hour is left as it is.</summary>
    private const int MostKeys = 5000;

    /// <summary>Where the repeats of a track's keys lie, rising.</summary>
    /// <param name="from">Of the frames that are wanted.</param>
    public static IEnumerable<int> Frames(Track track, int from, int to)
    {
        var span = SpanOf(track);
        if (span == 0)
        {
            return [];
        }

        var (first, last) = (track.AllKeys[0].Frame, track.AllKeys[^1].Frame);
        var (low, high) = (track.Before == Beyond.Stand ? last + 1 : from, track.After == Beyond.Stand ? first - 1 : to);
        return
        [
            .. Rounds(first, span, Math.Max(from, low), Math.Min(to, high)).Where(round => round != 0)
                .SelectMany(round => track.AllKeys.Select(key => FrameIn(track, key.Frame, round)))
                .Where(frame => (frame < first || frame > last) && frame >= Math.Max(from, low) && frame <= Math.Min(to, high)).Distinct().Order(),
        ];
    }

    /// <summary>
    /// The track with keys of its own up to the end of the round that a frame lies in. Where its last key is not its first again, the seam of the first two rounds is like no
    /// other: then all of it is keyed, up to the end of the shot.
    /// </summary>
    /// <returns>
    /// The very same track where nothing is repeated there, where the round begins before the shot, or where it goes on otherwise before than after, so that more keys
    /// on one side would change the other.
    /// </returns>
    public static Track Keyed(Film film, Shot shot, Track track, int frame)
    {
        var span = SpanOf(track);
        if (span == 0)
        {
            return track;
        }

        var keys = track.AllKeys;
        var (first, last) = (keys[0].Frame, keys[^1].Frame);
        var (isAfter, closes) = (frame > last, Closes(track));
        var (beyond, other) = isAfter ? (track.After, track.Before) : (track.Before, track.After);
        var until = isAfter && !closes ? Math.Max(frame, shot.Length) : frame;
        var rounds = ((isAfter ? until - first : first - frame) + span - 1) / span;
        var (from, to) = isAfter ? (first, first + (rounds * span)) : (first - (rounds * span), last);
        var alike = other == Beyond.Stand || (other == beyond && (closes || !isAfter));
        if ((frame >= first && !isAfter) || beyond == Beyond.Stand || !alike || from < 1 || to > ShotCheck.MaxLength || keys.Length * (rounds + 1) > MostKeys)
        {
            return track;
        }

        var cards = TrackRuns.CardsOf(shot, track.Address);
        var place = Properties.FindPlace(track.Address);
        var property = Properties.Find(film, shot, place is null ? track.Address : track.Address with { Property = place.Axes[0] }) ?? Properties.OfTrack(track.Address);
        var seen = TrackRuns.Sampled(track, property, cards);
        var tried = new SortedDictionary<int, Key>(keys.ToDictionary(key => key.Frame));
        foreach (var round in isAfter ? Enumerable.Range(1, rounds - 1) : Enumerable.Range(-rounds, rounds))
        {
            Add(tried, Round(track, round, cards), cards);
        }

        var empty = track.WithKeys([]) with { After = closes || !isAfter ? track.After : Beyond.Stand };
        return SameFrames.Fit(empty, tried.Values, from, to, at => seen(at), Holding, one => TrackRuns.Sampled(one, property, cards));

        Key Holding(Key key) => key switch
        {
            PlaceKey one => one with { At = seen(key.Frame) },
            NumberKey one => one with { Value = seen(key.Frame).X },
            ChoiceKey one => one with { Id = property.IdOf(seen(key.Frame).X) },
            _ => key,
        };
    }

    /// <summary>
    /// A new edit, made. One that keys something behind a repeated stretch would stretch every round of it: what is repeated is keyed first, up to there.
    /// What was made so once comes out the same when it is made again, and so does what puts it back.
    /// </summary>
    /// <returns>What is to be kept of it, and the film that it makes.</returns>
    /// <exception cref="FilmException">The edit cannot be applied.</exception>
    public static (Edit Edit, Film After) Applied(Film film, Edit edit)
    {
        var after = edit.Apply(film);
        return Guarded(film, edit, after) is { } guarded ? (guarded, guarded.Apply(film)) : (edit, after);
    }

    private static Together? Guarded(Film film, Edit edit, Film after)
    {
        if (after.Shots == film.Shots || IsAskedFor(edit))
        {
            return null;
        }

        var first = new List<Edit>();
        foreach (var shot in film.Shots)
        {
            if (after.Shots.FirstOrDefault(one => one.Id == shot.Id) is not { } now || now.Tracks == shot.Tracks)
            {
                continue;
            }

            foreach (var track in shot.Tracks)
            {
                if (SpanOf(track) > 0 && now.Tracks.Find(track.Address) is { } keyed && !ReferenceEquals(keyed, track) && Outside(track, keyed) is { } frame && !ReferenceEquals(Keyed(film, shot, track, frame), track))
                {
                    first.Add(new KeyRepeats(shot.Id, [track.Address], frame));
                }
            }
        }

        return first.Count == 0 ? null : new Together(edit.Title, [.. first, edit]);
    }

    /// <summary>What is repeated is keyed by the edit itself, or it only puts back what was.</summary>
    private static bool IsAskedFor(Edit edit) => edit is KeyRepeats or PutBack || (edit is Together together && together.Edits.Any(IsAskedFor));

    /// <summary>The farthest frame at which a key has come to a repeated stretch, all of whose own keys are still there.</summary>
    private static int? Outside(Track before, Track after)
    {
        if ((before.Before, before.After) != (after.Before, after.After) || after.AllKeys.Length <= before.AllKeys.Length)
        {
            return null;
        }

        var (keys, now) = (before.AllKeys, after.AllKeys.Select(key => key.Frame).ToHashSet());
        return keys.Any(key => !now.Contains(key.Frame)) ? null
            : before.After != Beyond.Stand && after.AllKeys[^1].Frame > keys[^1].Frame ? after.AllKeys[^1].Frame
            : before.Before != Beyond.Stand && after.AllKeys[0].Frame < keys[0].Frame ? after.AllKeys[0].Frame
            : null;
    }

    /// <summary>Where rounds meet, the key before gives its way in and the one after its way on.</summary>
    private static void Add(SortedDictionary<int, Key> keys, IEnumerable<Key> round, IReadOnlyDictionary<int, Gap> cards)
    {
        foreach (var key in round)
        {
            var known = keys.GetValueOrDefault(key.Frame);
            var starts = known is not null && !keys.Keys.Any(frame => frame > key.Frame);
            keys[key.Frame] = (known, key) switch
            {
                (null, _) => key,
                (PlaceKey one, PlaceKey other) when starts => one with { Gap = other.Gap, Out = other.Out },
                (PlaceKey one, PlaceKey other) => one with { In = other.In },
                _ when starts => known with { Gap = key.Gap },
                _ => known,
            };
            keys[key.Frame] = keys[key.Frame].Gap is { } gap ? Tracks.WithGap(keys[key.Frame], gap, cards) : keys[key.Frame];
        }
    }

    /// <summary>A track's keys as they come again; of a round that goes back, from the last to the first. Their values do not count.</summary>
    private static IEnumerable<Key> Round(Track track, int round, IReadOnlyDictionary<int, Gap> cards)
    {
        var keys = track.AllKeys;
        if (!GoesBack(track, round))
        {
            return keys.Select(key => TrackRuns.Alone(key, cards) with { Frame = FrameIn(track, key.Frame, round) });
        }

        return Enumerable.Range(0, keys.Length).Reverse().Select(k =>
        {
            var key = TrackRuns.Alone(keys[k], cards) with { Frame = FrameIn(track, keys[k].Frame, round) };
            key = key is ChoiceKey || k == 0 ? key : key with { Gap = TrackRuns.GapOf(keys[k - 1], cards).Reversed() };
            return key is PlaceKey place ? place with { In = place.Out, Out = place.In } : key;
        });
    }

    private static int FrameIn(Track track, int frame, int round)
    {
        var (first, last) = (track.AllKeys[0].Frame, track.AllKeys[^1].Frame);
        return first + (round * (last - first)) + (GoesBack(track, round) ? last - frame : frame - first);
    }

    private static bool Closes(Track track) => (track, track.AllKeys[0], track.AllKeys[^1]) switch
    {
        ({ After: Beyond.ToAndFro }, _, _) or ({ After: Beyond.Onward }, not ChoiceKey, _) => true,
        (_, NumberKey first, NumberKey last) => first.Value == last.Value,
        (_, PlaceKey first, PlaceKey last) => first.At == last.At,
        (_, ChoiceKey first, ChoiceKey last) => first.Id == last.Id,
        _ => false,
    };

    private static bool GoesBack(Track track, int round) => (round < 0 ? track.Before : track.After) == Beyond.ToAndFro && round % 2 != 0;

    /// <returns>0 for a track that repeats nothing.</returns>
    private static int SpanOf(Track track) =>
        track is { Before: Beyond.Stand, After: Beyond.Stand } || track.AllKeys.Length < 2 ? 0 : track.AllKeys[^1].Frame - track.AllKeys[0].Frame;

    private static IEnumerable<int> Rounds(int first, int span, int from, int to)
    {
        var (low, high) = ((int)Math.Floor((from - first) / (double)span), (int)Math.Floor((to - first) / (double)span));
        return low > high ? [] : Enumerable.Range(low, high - low + 1);
    }
}
