using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>Puts values on a frame of a shot: which track takes them, what is keyed along, and when a card is made.</summary>
internal sealed class Keying
{
    /// <summary>A frame becomes a card when at least this part of the fullest card's tracks is keyed there.</summary>
    private const double FullCard = 1.0 / 3;

    private readonly HashSet<Address> added = [];
    private readonly Film film;
    private readonly Shot before;
    private readonly int frame;
    private readonly bool blocked;
    private readonly Dictionary<string, Sampler> acted = new(StringComparer.Ordinal);
    private Shot shot;

    private Keying(Film film, Shot before, int frame, bool blocked) => (this.film, this.before, this.frame, this.blocked, shot) = (film, before, frame, blocked, before);

    /// <param name="blocked">The values are seen in the blocking view.</param>
    public static Shot Put(Film film, Shot shot, int frame, ImmutableArray<KeyValue> values, bool blocked = false)
    {
        var keying = new Keying(film, shot, frame, blocked);
        foreach (var value in values)
        {
            keying.Put(value);
        }

        foreach (var owner in values.Where(value => value.Address.HasCards).Select(value => value.Address.Owner).Distinct())
        {
            keying.MakeCard(owner);
        }

        return keying.shot;
    }

    private void Put(KeyValue value)
    {
        var address = value.Address;
        var property = Properties.Find(address)
            ?? throw new FilmException($"'{address}'", "is not a value that can be keyed", "see docs/film-format.md for the list");
        if (property.Jumps)
        {
            Put(address, new ChoiceKey(frame, value.Choice ?? throw new FilmException($"'{address}'", "is a choice and was given none", "give the id of the choice")));
        }
        else if (property.Place is { } place && shot.Tracks.IndexOf(address) < 0 && place.Axes.All(axis => shot.Tracks.IndexOf(address with { Property = axis }) < 0))
        {
            PutAxis(address with { Property = place.Name }, place, place.Axes.IndexOf(address.Property), value.Value);
        }
        else
        {
            Put(address, new NumberKey(frame, KeyFor(address, value.Value)));
        }
    }

    /// <summary>Values are said as they shall be seen; a placed action may give a part of that.</summary>
    private double KeyFor(Address address, double seen) => before.Placed.Any(placed => placed.Owner == address.Owner) ? ActedBy(address.Owner).KeyFor(address, frame, seen) : seen;

    private Sampler ActedBy(string owner) => acted.TryGetValue(owner, out var one) ? one : acted[owner] = new Sampler(film, before, owner, blocked);

    private void Put(Address address, Key key)
    {
        var track = shot.Tracks.Find(address) ?? Begun(address, key);
        shot = shot with { Tracks = shot.Tracks.With(track.WithKeys(With(track, key))) };
    }

    /// <summary>One number of a place: the others stay as they are at the frame.</summary>
    private void PutAxis(Address address, PlaceInfo place, int axis, double value)
    {
        value = KeyFor(address with { Property = place.Axes[axis] }, value);
        if (shot.Tracks.Find(address) is not PlaceTrack track)
        {
            Put(address, new PlaceKey(frame, AsSeen(address, place).With(axis, value)));
            return;
        }

        var index = track.Keys.BinarySearch(new PlaceKey(frame, default), ByFrame.One);
        if (index >= 0)
        {
            shot = shot with { Tracks = shot.Tracks.With(track with { Keys = track.Keys.SetItem(index, track.Keys[index] with { At = track.Keys[index].At.With(axis, value) }) }) };
            return;
        }

        Put(address, new PlaceKey(frame, AsSeen(address, place).With(axis, value)));
    }

    /// <summary>The other numbers of a place stay as they are seen, wherever that comes from.</summary>
    private Place AsSeen(Address address, PlaceInfo place)
    {
        var at = default(Place);
        for (var axis = 0; axis < place.Axes.Length; axis++)
        {
            var one = address with { Property = place.Axes[axis] };
            at = at.With(axis, KeyFor(one, ActedBy(address.Owner).At(one, frame)));
        }

        return at;
    }

    /// <summary>Giving a thing its first key must not change the poses that were there before: at their cards it is keyed at rest.</summary>
    private Track Begun(Address address, Key key)
    {
        var frames = address.HasCards ? before.Cards.Where(card => card.Owner == address.Owner && card.Frame != frame).Select(card => card.Frame).ToList() : [];
        frames = Beside(address.Owner, frames);
        if (key is PlaceKey)
        {
            var rest = Rest(address, Properties.FindPlace(address)!);
            return new PlaceTrack { Address = address, Keys = [.. frames.Select(at => new PlaceKey(at, rest))] };
        }

        var property = Properties.Find(film, shot, address) ?? throw new FilmException($"'{address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list");
        return key is ChoiceKey
            ? new ChoiceTrack { Address = address, Keys = [.. frames.Select(at => new ChoiceKey(at, property.IdOf(property.Default)))] }
            : new NumberTrack { Address = address, Keys = [.. frames.Select(at => new NumberKey(at, property.Default))] };
    }

    /// <summary>Where rest is keyed: not on an action that is placed at the frame, which would be at rest there, but up to where it begins and from where it has faded out.</summary>
    private List<int> Beside(string owner, List<int> frames)
    {
        var around = before.Placed.Where(placed => placed.Owner == owner && placed.Start <= frame && placed.End() >= frame).ToList();
        if (around.Count == 0)
        {
            return frames;
        }

        var (from, to) = (around.Min(placed => placed.Start), around.Max(placed => placed.End()));
        List<int> edges = [from - 1, .. around.Exists(placed => placed.FadeOut > 0) ? (int[])[to + 1] : []];
        return [.. frames.Where(at => at < from || at > to).Concat(edges).Where(at => at >= 1).Distinct().Order()];
    }

    private Place Rest(Address address, PlaceInfo place)
    {
        var table = Properties.TableOf(film, shot, address.Owner, address.Thing);
        var rest = default(Place);
        for (var axis = 0; axis < place.Axes.Length; axis++)
        {
            var property = Properties.Named(table, place.Axes[axis]) ?? throw new FilmException($"'{address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list");
            rest = rest.With(axis, property.Default);
        }

        return rest;
    }

    /// <summary>A key that stands there keeps its gap; a new one takes the gap that it splits.</summary>
    private ImmutableArray<Key> With(Track track, Key key)
    {
        var keys = track.AllKeys;
        for (var i = 0; i < keys.Length; i++)
        {
            if (keys[i].Frame == frame)
            {
                return keys.SetItem(i, key is PlaceKey place ? (PlaceKey)keys[i] with { At = place.At } : key with { Gap = keys[i].Gap });
            }

            if (keys[i].Frame > frame)
            {
                added.Add(track.Address);
                return i == 0 ? keys.Insert(0, key) : Split(keys, i, key, TrackRuns.CardsOf(shot, track.Address));
            }
        }

        added.Add(track.Address);
        return keys.Add(key);
    }

    private static ImmutableArray<Key> Split(ImmutableArray<Key> keys, int next, Key key, IReadOnlyDictionary<int, Gap> cards)
    {
        var gap = TrackRuns.GapOf(keys[next - 1], cards);
        if (key is PlaceKey middle && TrackRuns.PathBetween((PlaceKey)keys[next - 1], (PlaceKey)keys[next]) is { } path)
        {
            // The path keeps its shape: each half gets the handles that draw it.
            var (start, end) = ((PlaceKey)keys[next - 1], (PlaceKey)keys[next]);
            var share = new GapCurve(gap).At(key.Frame - start.Frame, end.Frame - start.Frame);
            var (firstOut, into, on, lastIn) = path.SplitAt(share);
            keys = keys.SetItem(next - 1, start with { Out = firstOut }).SetItem(next, end with { In = lastIn });
            key = middle with { In = into, Out = on, Joint = PathJoint.Joined };
        }

        return keys.Insert(next, Tracks.WithGap(key, gap, cards));
    }

    /// <summary>The card takes the gap that it splits, and the keys that came with it take the card's.</summary>
    private void MakeCard(string owner)
    {
        if (shot.CardAt(owner, frame) is not null || !IsPose(owner))
        {
            return;
        }

        var own = before.Cards.Where(card => card.Owner == owner).ToList();
        var gap = own.Exists(card => card.Frame > frame) ? own.LastOrDefault(card => card.Frame < frame)?.Gap : null;
        shot = shot.WithCard(new Card(owner, frame) { Gap = gap ?? Gap.Both });
        foreach (var address in added.Where(address => address.Owner == owner && address.HasCards))
        {
            var track = shot.Tracks.Find(address)!;
            shot = shot with { Tracks = shot.Tracks.With(track.WithKeys(track.AllKeys.Select(key => key.Frame == frame ? key with { Gap = null } : key))) };
        }
    }

    private bool IsPose(string owner)
    {
        var counts = new Dictionary<int, int>();
        var most = 0;
        foreach (var track in shot.Tracks.Of(owner).Where(track => track.Address.HasCards))
        {
            foreach (var key in track.AllKeys)
            {
                most = Math.Max(most, ++CollectionsMarshal.GetValueRefOrAddDefault(counts, key.Frame, out _));
            }
        }

        return counts.GetValueOrDefault(frame) >= FullCard * most;
    }

    private sealed class ByFrame : IComparer<PlaceKey>
    {
        public static readonly ByFrame One = new();

        public int Compare(PlaceKey? x, PlaceKey? y) => (x?.Frame ?? 0).CompareTo(y?.Frame ?? 0);
    }
}
