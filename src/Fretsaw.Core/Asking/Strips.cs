using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>One owner of a shot → its strip: the cards with their gaps, and a row of beads for each thing that has keys.</summary>
internal static class Strips
{
    public static StripAnswer Of(Film film, Shot shot, StripQuestion question)
    {
        var named = question.Owner == Address.Camera
            ? new NamedId(Address.Camera, "Camera", ThingKind.Camera)
            : shot.Things.FirstOrDefault(thing => thing.Id == question.Owner) is { } thing
                ? new NamedId(thing.Id, thing.Name, thing.Body is Cast ? ThingKind.Puppet : ThingKind.Picture)
                : null;
        return new StripAnswer(shot.Length, film.FrameRate, named is null ? null : Owner(film, shot, named, question));
    }

    private static StripOwner Owner(Film film, Shot shot, NamedId owner, StripQuestion question)
    {
        var gaps = TrackRuns.CardsOf(shot, owner.Id);
        var moves = shot.Tracks.Where(track => track.Address.Owner == owner.Id).Select(track => new Moves(track, track.Address.HasCards ? gaps : TrackRuns.NoCards)).ToList();
        var (from, to) = (question.From, question.To ?? shot.Length);
        return new StripOwner(owner.Id, owner.Name, owner.Kind, Cards(shot, owner.Id, moves, from, to), Rows(film, shot, moves, owner.Kind == ThingKind.Camera, question));
    }

    private static ImmutableArray<PoseCard> Cards(Shot shot, string owner, List<Moves> all, int from, int to)
    {
        var moves = all.FindAll(one => one.Track.Address.HasCards);
        var cards = shot.Cards.Where(card => card.Owner == owner).ToDictionary(card => card.Frame);
        var inOrder = cards.Keys.Order().ToList();
        var keyed = new Dictionary<int, List<Moves>>();
        foreach (var move in moves)
        {
            foreach (var key in move.Track.AllKeys)
            {
                if (!keyed.TryGetValue(key.Frame, out var here))
                {
                    keyed[key.Frame] = here = [];
                }

                here.Add(move);
            }
        }

        var shown = ImmutableArray.CreateBuilder<PoseCard>();
        foreach (var frame in keyed.Keys.Union(cards.Keys).Order())
        {
            var card = cards.GetValueOrDefault(frame);
            var at = inOrder.BinarySearch(frame);
            int? next = at >= 0 && at + 1 < inOrder.Count ? inOrder[at + 1] : null;

            // A gap that begins before what is in view may reach into it.
            if (frame > to || (next ?? frame) < from)
            {
                continue;
            }

            var here = keyed.GetValueOrDefault(frame) ?? [];
            shown.Add(new PoseCard(
                frame, card?.Name, card is not null, card?.Gap, here.Exists(move => move.HasOwnGapAt(frame)), next,
                next is { } until && here.TrueForAll(move => move.StandsStill(frame, until)),
                card is not null && next is { } end ? [.. new GapCurve(card.Gap).Ticks(end - frame)] : []));
        }

        return shown.ToImmutable();
    }

    /// <summary>In the order in which things stand in the puppet; the camera's properties in theirs.</summary>
    private static ImmutableArray<StripRow> Rows(Film film, Shot shot, List<Moves> moves, bool byProperty, StripQuestion question)
    {
        var (from, to) = (question.From, question.To ?? shot.Length);
        var order = moves.Count == 0 ? [] : OrderOf(film, shot, moves[0].Track.Address.Owner, byProperty);
        var sides = moves.Count > 0 && shot.PuppetOf(film, moves[0].Track.Address.Owner) is { } puppet ? Mirroring.Of(puppet) : new Dictionary<string, string>();
        return
        [
            .. moves.GroupBy(move => byProperty ? move.Track.Address.Property : move.Track.Address.Thing)
                .OrderBy(group => order.GetValueOrDefault(group.Key, int.MaxValue))
                .SelectMany(group =>
                {
                    var members = group.ToList();
                    var address = members[0].Track.Address;
                    var named = Names.Of(film, shot, address);
                    var values = !byProperty && !question.Open.IsDefault && question.Open.Contains(group.Key) ? members : [];
                    return (IEnumerable<StripRow>)
                    [
                        Row(group.Key, null, byProperty ? Properties.TitleOf(address) : named.Name, named.Kind, members),
                        .. values.Select(member => Row(group.Key, member.Track.Address.Property, Properties.TitleOf(member.Track.Address), named.Kind, [member])),
                    ];
                }),
        ];

        StripRow Row(string thing, string? value, string title, ThingKind kind, List<Moves> members) => new(
            thing, value, title, kind, [.. members.Select(member => member.Track.Address)], Beads(members, from, to), Again(members, from, Math.Min(to, shot.Length)), Common(members, track => track.Before), Common(members, track => track.After),
            sides.GetValueOrDefault(thing) ?? thing);
    }

    private static ImmutableArray<int> Again(List<Moves> moves, int from, int to) =>
        [.. moves.SelectMany(move => Repeats.Frames(move.Track, from, to)).Distinct().Except(moves.SelectMany(move => move.Track.AllKeys).Select(key => key.Frame)).Order()];

    /// <returns>Null where the tracks differ.</returns>
    private static Beyond? Common(List<Moves> moves, Func<Track, Beyond> of) =>
        moves.TrueForAll(move => of(move.Track) == of(moves[0].Track)) ? of(moves[0].Track) : null;

    private static Dictionary<string, int> OrderOf(Film film, Shot shot, string owner, bool byProperty)
    {
        IEnumerable<string> names = byProperty
            ? [Properties.CameraPlace.Name, .. Properties.OfCamera(film).Select(property => property.Name)]
            : [Address.Stand, .. shot.PuppetOf(film, owner) is { } puppet ? film.Kept.Where(kept => kept.IsExpression).Select(kept => kept.Id).Concat(Names.InPuppet(puppet).Select(named => named.Id)).Distinct() : []];
        return names.Select((name, i) => (name, i)).ToDictionary(pair => pair.name, pair => pair.i, StringComparer.Ordinal);
    }

    private static ImmutableArray<Bead> Beads(List<Moves> moves, int from, int to)
    {
        var frames = moves.SelectMany(move => move.Track.AllKeys).Select(key => key.Frame).Distinct().Order().ToList();
        var beads = ImmutableArray.CreateBuilder<Bead>();
        for (var i = 0; i < frames.Count; i++)
        {
            int? next = i + 1 < frames.Count ? frames[i + 1] : null;
            if (frames[i] > to || (next ?? frames[i]) < from)
            {
                continue;
            }

            var gaps = moves.Select(move => move.GapAt(frames[i])).OfType<Gap>().Distinct().Take(2).ToList();
            beads.Add(new Bead(frames[i], next is { } end && moves.TrueForAll(move => move.StandsStill(frames[i], end)), gaps.Count == 1 ? gaps[0] : null));
        }

        return beads.ToImmutable();
    }

    /// <summary>Where a track moves.</summary>
    private sealed class Moves(Track track, IReadOnlyDictionary<int, Gap> cards)
    {
        private readonly int[] frames = [.. track.AllKeys.Select(key => key.Frame)];

        public Track Track => track;

        public bool HasOwnGapAt(int frame) => Array.BinarySearch(frames, frame) is >= 0 and var key && track.AllKeys[key].Gap is not null;

        /// <returns>Null where no key stands, and of what only jumps.</returns>
        public Gap? GapAt(int frame) => track is not ChoiceTrack && Array.BinarySearch(frames, frame) is >= 0 and var key ? TrackRuns.GapOf(track.AllKeys[key], cards) : null;

        /// <summary>Nothing moves between two frames.</summary>
        public bool StandsStill(int from, int to)
        {
            var keys = track.AllKeys;
            var found = Array.BinarySearch(frames, from);
            for (var k = Math.Max(0, found >= 0 ? found : ~found - 1); k + 1 < keys.Length && keys[k].Frame < to; k++)
            {
                if (keys[k + 1].Frame > from && !keys[k].HoldsSameAs(keys[k + 1]) && !TrackRuns.GapOf(keys[k], cards).Held)
                {
                    return false;
                }
            }

            return true;
        }
    }
}
