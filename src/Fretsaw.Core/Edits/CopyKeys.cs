using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Puts copies of chosen keys where the first of them comes to a frame: on the same things, on those of another puppet that have the
/// same names, or on things that are named. A key at the very frame is replaced; what has no such value is left out.
/// </summary>
/// <param name="Frame">Where the first copy of the first key comes.</param>
public sealed record CopyKeys(string ShotId, ImmutableArray<Beads> Chosen, int Frame) : Edit
{
    private const int MostCopies = 1000;

    /// <summary>Null for the same shot.</summary>
    public string? ToShot { get; init; }

    /// <summary>Null for the same owner.</summary>
    public string? ToOwner { get; init; }

    /// <summary>Null for things of the same name; else everything comes to this one.</summary>
    public string? ToThing { get; init; }

    /// <summary>
    /// None for things of the same name. What comes from one thing comes to each of these; what comes from several comes to as many, one
    /// to one in their order.
    /// </summary>
    public ImmutableArray<string> ToThings { get; init => field = value.IsDefault ? [] : value; } = [];

    /// <summary>From the first frame to which a copy comes to the last, nothing stays of the rows to which they come.</summary>
    public bool Replaces { get; init; }

    /// <summary>Null for as they are.</summary>
    public Mirror? Mirror { get; init; }

    /// <summary>[1, 1000]</summary>
    public int Copies { get; init; } = 1;

    /// <summary>Frames from the start of one copy to that of the next; 0 for one right after the other.</summary>
    public int Apart { get; init; }

    public override string Title => Mirror is not null ? "Paste keys mirrored" : Copies == 1 ? "Paste keys" : $"Paste keys {Copies} times";

    protected internal override Film Change(Film film)
    {
        FilmException.ThrowIf(Frame < 1 || Apart < 0 || Copies is < 1 or > MostCopies, "copies", "start before frame 1, or are too many", $"start at frame 1 or later, with 1 to {MostCopies} copies");
        var from = film.Shots.Find(ShotId, "shot");
        var found = ChosenKeys.FramesOf(from, Chosen);
        var (first, last) = ChosenKeys.SpanOf(found);
        var apart = Apart > 0 ? Apart : last - first + 1;
        return film.WithShot(ToShot ?? ShotId, shot =>
        {
            var targets = new KeyTargets(film, from, shot, ToOwner, Things, [.. found.Keys.Select(address => address.Thing)], Mirror == Films.Mirror.Sides);
            var into = (Shot: shot, Any: false);
            foreach (var (address, frames) in found)
            {
                foreach (var to in targets.Of(address))
                {
                    var cards = TrackRuns.CardsOf(from, address);
                    var keys = from.Tracks.Find(address)!.AllKeys.Where(key => frames.Contains(key.Frame))
                        .Select(key => TrackRuns.Alone(key, cards)).Select(key => Mirror is null ? key : Mirroring.Turned(key, address, targets.IsPad(address))).ToList();
                    var copies = Enumerable.Range(0, Copies).SelectMany(copy => keys.Select(key => key with { Frame = Frame + key.Frame - first + (copy * apart) }));
                    into = (Put(into.Shot, to, from.Tracks.Find(address)!, copies, Frame + last - first + ((Copies - 1) * apart)), true);
                }
            }

            FilmException.ThrowIf(found.Count > 0 && !into.Any, "keys", "have nothing of the same name and kind there", "select something with such values and paste again");
            return CopyCards(from, into.Shot, targets, found, first, apart);
        });
    }

    private ImmutableArray<string> Things => ToThing is null ? ToThings : [ToThing];

    /// <param name="last">Of the frames to which copies come.</param>
    private Shot Put(Shot shot, Address to, Track like, IEnumerable<Key> copies, int last)
    {
        var track = shot.Tracks.Find(to) ?? like.WithKeys([]) with { Address = to };
        track = Replaces ? track.WithKeys(track.AllKeys.RemoveAll(key => key.Frame >= Frame && key.Frame <= last)) : track;
        var cards = TrackRuns.CardsOf(shot, to);
        return shot with { Tracks = shot.Tracks.With(track.WithKeys(Tracks.InOrder([.. track.AllKeys, .. copies.Select(key => Tracks.WithGap(key, key.Gap ?? Gap.Both, cards))]))) };
    }

    /// <summary>A card whose keys are all chosen comes along, where none stands yet.</summary>
    private Shot CopyCards(Shot from, Shot into, KeyTargets targets, Dictionary<Address, SortedSet<int>> found, int first, int apart)
    {
        foreach (var card in from.Cards)
        {
            var own = from.Tracks.Where(track => track.Address.Owner == card.Owner && track.Address.HasCards && track.AllKeys.Any(key => key.Frame == card.Frame)).ToList();
            if (own.Count == 0 || !own.TrueForAll(track => found.TryGetValue(track.Address, out var frames) && frames.Contains(card.Frame)) || own.SelectMany(track => targets.Of(track.Address)).Select(to => (Address?)to).FirstOrDefault() is not { } to)
            {
                continue;
            }

            for (var copy = 0; copy < Copies; copy++)
            {
                var at = Frame + card.Frame - first + (copy * apart);
                into = into.CardAt(to.Owner, at) is null ? into.WithCard(card with { Owner = to.Owner, Frame = at }) : into;
            }
        }

        return into;
    }
}
