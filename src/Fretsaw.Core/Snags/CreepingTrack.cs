using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Snags;

/// <summary>
/// A track that moves through cards on which everything else of its owner stands still: it was given no hold, so
/// its motion starts before it should.
/// </summary>
internal static class CreepingTrack
{
    /// <summary>Parts of the property's range that nobody sees: a tenth of a nudge.</summary>
    private const double VisibleNudges = 0.1;

    /// <summary>A gap in which a track moves.</summary>
    private readonly record struct Way(int From, int To, bool Held);

    private sealed record Watched(Track Track, IReadOnlyDictionary<int, Gap> Cards, List<Way> Ways);

    public static IEnumerable<Snag> Find(Film film, Shot shot)
    {
        foreach (var owner in shot.Tracks.Where(track => track.Address.HasCards && track is not ChoiceTrack).GroupBy(track => track.Address.Owner))
        {
            var cards = TrackRuns.CardsOf(shot, owner.Key);
            var tracks = owner.Select(track => new Watched(track, cards, WaysOf(track, cards))).ToList();
            var frames = owner.SelectMany(track => track.AllKeys).Select(key => key.Frame).Distinct().Order().ToList();
            foreach (var one in tracks.Where(_ => tracks.Count > 1))
            {
                for (var k = 0; k + 1 < one.Track.AllKeys.Length; k++)
                {
                    if (Creep(one, k, tracks, frames) is { } until)
                    {
                        yield return Snag(film, shot, one, k, until);
                    }
                }
            }
        }
    }

    private static List<Way> WaysOf(Track track, IReadOnlyDictionary<int, Gap> cards)
    {
        var ways = new List<Way>();
        for (var k = 0; k + 1 < track.AllKeys.Length; k++)
        {
            var (a, b) = (track.AllKeys[k], track.AllKeys[k + 1]);
            if (!a.HoldsSameAs(b))
            {
                ways.Add(new Way(a.Frame, b.Frame, TrackRuns.GapOf(a, cards).Held));
            }
        }

        return ways.Count == 0 ? ways : [.. Repeated(track.Before, 0, track.AllKeys[0].Frame), .. ways, .. Repeated(track.After, track.AllKeys[^1].Frame, int.MaxValue)];
    }

    /// <summary>A cycle goes on moving where it has no keys.</summary>
    private static IEnumerable<Way> Repeated(Beyond beyond, int from, int to) => beyond == Beyond.Stand ? [] : [new Way(from, to, false)];

    /// <summary>The last key's frame inside the gap up to which all other tracks stand still; null when the gap is right.</summary>
    private static int? Creep(Watched one, int key, List<Watched> all, List<int> frames)
    {
        var (from, to) = (one.Track.AllKeys[key], one.Track.AllKeys[key + 1]);
        if (to.Frame - from.Frame < 2 || TrackRuns.GapOf(from, one.Cards).Held || Distance(one.Track, from, to) <= VisibleNudges * StepOf(one.Track))
        {
            return null;
        }

        int? until = null;
        var first = frames.BinarySearch(from.Frame) + 1;
        for (var i = first; i < frames.Count && frames[i] < to.Frame && !Moves(all, one, from.Frame, frames[i]); i++)
        {
            until = frames[i];
        }

        // Something must move later: where nothing else ever moves, this track is the motion itself.
        return until is { } frame && Moves(all, one, frame, to.Frame) ? until : null;
    }

    /// <summary>Whether any other track moves between two frames.</summary>
    private static bool Moves(List<Watched> all, Watched except, int from, int to)
    {
        foreach (var other in all)
        {
            if (!ReferenceEquals(other, except) && Moves(other.Ways, from, to))
            {
                return true;
            }
        }

        return false;
    }

    private static bool Moves(List<Way> ways, int from, int to)
    {
        var (low, high) = (0, ways.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            (low, high) = ways[middle].To > from ? (low, middle) : (middle + 1, high);
        }

        for (var i = low; i < ways.Count && ways[i].From < to; i++)
        {
            if (!(ways[i].Held && ways[i].To >= to))
            {
                return true;
            }
        }

        return false;
    }

    private static double Distance(Track track, Key from, Key to) => track is PlaceTrack
        ? (((PlaceKey)to).At - ((PlaceKey)from).At).Length
        : Math.Abs(((NumberKey)to).Value - ((NumberKey)from).Value);

    private static double StepOf(Track track) => Properties.OfTrack(track.Address).Step;

    private static Snag Snag(Film film, Shot shot, Watched one, int key, int until)
    {
        var (address, property) = (one.Track.Address, Properties.OfTrack(one.Track.Address));
        var (from, to) = (one.Track.AllKeys[key], one.Track.AllKeys[key + 1]);
        var gone = new GapCurve(TrackRuns.GapOf(from, one.Cards)).At(until - from.Frame, to.Frame - from.Frame);
        var amount = Math.Round(Distance(one.Track, from, to) * gone, 2);
        var title = Properties.TitleOf(address);
        var says = FormattableString.Invariant($"{Names.Of(film, shot, address).Name}, {Properties.InSentence(title)}, creeps {amount} {property.Unit} from {from.Frame} to {until}: everything else holds until {until}.");
        return new Snag(
            "creeping", address.Owner == Address.Camera ? "camera" : "act", until, address, Names.Of(film, shot, address).Kind, amount, property.Unit, says,
            new HoldHere(shot.Id, until, [address]), $"Hold it at {until}");
    }
}
