using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Keys that were copied or cut come to a frame: on what is chosen, else on the same things, or on those of another puppet that have the
/// same names. Between their first frame and their last nothing else stays on those rows.
/// </summary>
/// <param name="Chosen">What was copied, of <paramref name="From"/>.</param>
/// <param name="From">Id of the shot that the keys come from.</param>
/// <param name="Owner">Whose keys they become.</param>
public sealed record PasteKeys(string From, ImmutableArray<Beads> Chosen, string Shot, string Owner, int Frame) : Wish
{
    /// <summary>The things that are chosen there.</summary>
    public ImmutableArray<string> Things { get; init => field = value.IsDefault ? [] : value; } = [];

    public Mirror? Mirror { get; init; }

    /// <summary>What stands between them stays.</summary>
    public bool Merges { get; init; }

    /// <summary>They were cut: once they are there, they are no more where they came from.</summary>
    public bool Cut { get; init; }

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var copy = Copy(film);
        if (!Cut || Mirror is not null)
        {
            return copy;
        }

        var isElsewhere = From != Shot || !copy.ToThings.IsEmpty || Rows(film).Keys.Any(address => address.Owner != Owner);
        var (first, _) = ChosenKeys.SpanOf(Rows(film));
        return isElsewhere ? new Together("Move keys", [copy, new RemoveChosenKeys(From, Chosen)]) : new RetimeKeys(Shot, Chosen, new Shift(Frame - first));
    }

    /// <summary>What becomes of it: how many keys come to how many rows, what is replaced, and what finds nothing there.</summary>
    internal Pasted Told(Film film)
    {
        var (copy, rows) = (Copy(film), Rows(film));
        var (from, to) = (film.Shots.Find(From, "shot"), film.Shots.Find(Shot, "shot"));
        var targets = new KeyTargets(film, from, to, Owner, copy.ToThings, rows.Keys.Select(address => address.Thing), Mirror == Films.Mirror.Sides);
        var (first, last) = ChosenKeys.SpanOf(rows);
        var used = ChosenKeys.FramesOf(from, copy.Chosen);
        List<(Address Row, int Keys)> into = [.. used.SelectMany(row => targets.Of(row.Key).Select(to => (to, row.Value.Count)))];
        var goes = Cut && Mirror is null ? rows : [];
        var replaced = into.Sum(one => to.Tracks.Find(one.Row)?.AllKeys.Count(key => IsTaken(key.Frame) && !(From == Shot && goes.GetValueOrDefault(one.Row)?.Contains(key.Frame) == true)) ?? 0);
        var lost = rows.Keys.Where(address => !used.ContainsKey(address) || targets.Of(address).IsEmpty).Select(address => address.Thing).Distinct();
        var puppet = from.PuppetOf(film, rows.Keys.FirstOrDefault().Owner ?? "");
        return new Pasted(into.Sum(one => one.Keys), into.Select(one => one.Row.Thing).Distinct().Count(), replaced, [.. lost.Select(thing => thing == Address.Stand ? "Position" : puppet is null ? thing : Names.OfThing(puppet, thing))]);

        bool IsTaken(int frame) => Merges ? used.Values.Any(frames => frames.Contains(frame - Frame + first)) : frame >= Frame && frame <= Frame + last - first;
    }

    private CopyKeys Copy(Film film)
    {
        var rows = Rows(film);
        FilmException.ThrowIf(rows.Count == 0, "keys", "that were copied were deleted from the film", "copy them again");

        // Copying has left what was copied chosen: then nothing else is meant. Nor is one thing meant to have what several had.
        var sources = rows.Keys.Select(address => address.Thing).ToHashSet(StringComparer.Ordinal);
        var isMeant = Things.Length > 1 || sources.Count == 1;
        var isChosenAlready = rows.Keys.All(address => address.Owner == Owner) && sources.SetEquals(Things);

        // A pose is pasted to another puppet to act it, and not to stand where the first one stands.
        var ofPose = Chosen.Where(row => row.Addresses.Any(address => address.Thing != Address.Stand)).ToImmutableArray();
        var staysPut = ofPose.Length > 0 && rows.Keys.Any(address => address.Owner != Owner);
        return new CopyKeys(From, staysPut ? ofPose : Chosen, Frame)
        {
            ToShot = Shot,
            ToOwner = Owner,
            ToThings = isMeant && !isChosenAlready ? Things : [],
            Mirror = Mirror,
            Replaces = !Merges,
        };
    }

    private Dictionary<Address, SortedSet<int>> Rows(Film film) => ChosenKeys.FramesOf(film.Shots.Find(From, "shot"), Chosen);
}

/// <summary>What pasting does.</summary>
/// <param name="Keys">That come.</param>
/// <param name="Rows">Things they come to.</param>
/// <param name="Replaced">Keys that go for them.</param>
/// <param name="Lost">What has no like there, by name.</param>
public sealed record Pasted(int Keys, int Rows, int Replaced, ImmutableArray<string> Lost);
