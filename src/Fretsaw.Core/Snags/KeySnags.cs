using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Snags;

/// <summary>What is wrong with keys and needs no frames to be seen: keys outside the shot, loops that do not close, controls that a pose left out.</summary>
internal static class KeySnags
{
    /// <summary>In nudges, what nobody sees.</summary>
    private const double VisibleNudges = 0.1;

    /// <summary>Nudges a frame by which the speed may leap where a loop begins again.</summary>
    private const double VisibleLeap = 1;

    /// <summary>A leap this small beside how fast it goes is not seen: a slow start begins with one.</summary>
    private const double UnseenPart = 0.05;

    /// <summary>Frames over which a speed is taken.</summary>
    private const double Instant = 0.02;

    /// <summary>A joint that is keyed this near to a card, frames, was meant to be apart from it.</summary>
    private const int MeantApart = 6;

    /// <param name="blocking">The shot is being blocked: joints are not yet meant to be apart from their poses.</param>
    public static IEnumerable<Snag> Find(Film film, Shot shot, bool blocking) => Outside(film, shot).Concat(OpenLoops(film, shot)).Concat(blocking ? LeftOut(film, shot) : []);

    private static IEnumerable<Snag> Outside(Film film, Shot shot)
    {
        foreach (var owner in shot.Tracks.GroupBy(track => track.Address.Owner))
        {
            // Towards the first key after the end the last frames still move.
            var outside = owner.SelectMany(track => track.AllKeys.Where(key => key.Frame > shot.Length).Skip(1).Select(key => (track.Address, key.Frame))).ToList();
            if (outside.Count > 0)
            {
                var (address, last) = outside.MaxBy(one => one.Frame);
                yield return new Snag(
                    "outside", PlaceOf(address), shot.Length, address, Names.Of(film, shot, address).Kind, outside.Count, "keys",
                    $"{outside.Count} {(outside.Count == 1 ? "key stands" : "keys stand")} where no frame sees them: the shot ends at {shot.Length}, they go on to {last}.",
                    new ChangeShot(shot.Id) { Length = last }, $"Make the shot {last} frames long");
            }
        }
    }

    private static IEnumerable<Snag> OpenLoops(Film film, Shot shot)
    {
        foreach (var track in shot.Tracks.Where(track => track is not ChoiceTrack && track.AllKeys.Length > 1 && (track.Before == Beyond.Again || track.After == Beyond.Again)))
        {
            var (first, last) = (track.AllKeys[0].Frame, track.AllKeys[^1].Frame);
            var at = Sampled(shot, track);
            var property = Properties.OfTrack(track.Address);
            var named = Names.Of(film, shot, track.Address);
            var what = $"{named.Name}, {Properties.InSentence(Properties.TitleOf(track.Address))}";
            var open = Distance(at(first), at(last));
            if (open > VisibleNudges * property.Step)
            {
                var says = FormattableString.Invariant($"The loop of {what} does not close: frame {last} is {Math.Round(open, 2)} {property.Unit} off frame {first}.");
                yield return new Snag("loop", PlaceOf(track.Address), last, track.Address, named.Kind, Math.Round(open, 2), property.Unit, says, new SetKeys(shot.Id, last, [.. ValuesAt(track.Address, at(first))], "Close loop"), "Close loop");
                continue;
            }

            var leap = Distance(Difference(at(last), at(last - Instant)), Difference(at(first + Instant), at(first))) / Instant;
            if (leap > Math.Max(VisibleLeap * property.Step, Fastest(track, at) * UnseenPart))
            {
                var says = FormattableString.Invariant($"The loop of {what} closes with a jerk: its speed leaps by {Math.Round(leap, 2)} {property.Unit} a frame at {last}.");
                yield return new Snag(
                    "loop", PlaceOf(track.Address), last, track.Address, named.Kind, Math.Round(leap, 2), $"{property.Unit} a frame", says,
                    new Together("Ease the seam of the loop", [.. SeamOf(shot, track, first, last)]), "Ease into the seam and out of it");
            }
        }
    }

    /// <summary>The way of one gap over its frames, at its most.</summary>
    private static double Fastest(Track track, Func<double, double[]> at) =>
        track.AllKeys.Zip(track.AllKeys.Skip(1)).Max(pair => Distance(at(pair.First.Frame), at(pair.Second.Frame)) / (pair.Second.Frame - pair.First.Frame));

    private static IEnumerable<Edit> SeamOf(Shot shot, Track track, int first, int last) =>
        [.. Easing.Through(shot, track, first), .. Easing.Through(shot, track, last)];

    private static IEnumerable<Snag> LeftOut(Film film, Shot shot)
    {
        foreach (var cards in shot.Cards.GroupBy(card => card.Owner))
        {
            var gaps = TrackRuns.CardsOf(shot, cards.Key);
            var tracks = shot.Tracks.Where(track => track.Address.Owner == cards.Key && track.Address.HasCards && track is not ChoiceTrack).ToList();
            foreach (var card in cards)
            {
                var left = tracks.Where(track => IsLeftOut(track, card.Frame, gaps)).ToList();
                if (left.Count == 0)
                {
                    continue;
                }

                var names = left.Select(track => Names.Of(film, shot, track.Address).Name).Distinct().ToList();
                var listed = string.Join(", ", names.Take(3)) + (names.Count > 3 ? $" and {names.Count - 3} more" : "");
                yield return new Snag(
                    "leftOut", PlaceOf(left[0].Address), card.Frame, left[0].Address, Names.Of(film, shot, left[0].Address).Kind, left.Count, "values",
                    $"The pose at {card.Frame} leaves out what moves through it: {listed}.",
                    new SetKeys(shot.Id, card.Frame, [.. left.SelectMany(track => ValuesAt(track.Address, Sampled(shot, track)(card.Frame)))], "Key what the pose leaves out"), "Key them as they are");
            }
        }
    }

    /// <summary>It moves through the frame and has no key near it.</summary>
    private static bool IsLeftOut(Track track, int frame, IReadOnlyDictionary<int, Gap> gaps)
    {
        var keys = track.AllKeys;
        for (var k = 0; k + 1 < keys.Length; k++)
        {
            if (keys[k].Frame < frame && keys[k + 1].Frame > frame)
            {
                return frame - keys[k].Frame > MeantApart && keys[k + 1].Frame - frame > MeantApart && !keys[k].HoldsSameAs(keys[k + 1]) && !TrackRuns.GapOf(keys[k], gaps).Held;
            }
        }

        return false;
    }

    private static Func<double, double[]> Sampled(Shot shot, Track track)
    {
        var cards = TrackRuns.CardsOf(shot, track.Address);
        if (track is PlaceTrack places)
        {
            var (run, axes) = (TrackRuns.Of(places, cards), Properties.FindPlace(track.Address)!.Axes.Length);
            return frame => [.. Enumerable.Range(0, axes).Select(run.At(frame).Along)];
        }

        var numbers = TrackRuns.Of((NumberTrack)track, cards);
        return frame => [numbers.At(frame)];
    }

    private static IEnumerable<KeyValue> ValuesAt(Address address, double[] values) => Properties.FindPlace(address) is { } place
        ? place.Axes.Select((axis, i) => new KeyValue(address with { Property = axis }, values[i]))
        : [new KeyValue(address, values[0])];

    private static double[] Difference(double[] a, double[] b) => [.. a.Zip(b, (x, y) => x - y)];

    private static double Distance(double[] a, double[] b) => Math.Sqrt(Difference(a, b).Sum(off => off * off));

    private static string PlaceOf(Address address) => address.Owner == Address.Camera ? "camera" : "act";
}
