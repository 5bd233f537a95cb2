using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <param name="Frame">Where its sound begins, 1-based.</param>
public sealed record FrameCue(int Frame, Mouth Mouth);

/// <summary>Puts cues in the place of those of a stretch. After it the mouth goes on as it did.</summary>
/// <param name="Owner">Id of the puppet on the stage that speaks.</param>
/// <param name="From">The first frame.</param>
/// <param name="To">The last, included.</param>
/// <param name="Cues">Within the stretch, by rising frame; none for silence as it was before it.</param>
public sealed record PutCues(string ShotId, string Owner, int From, int To, ImmutableArray<FrameCue> Cues) : Edit
{
    public override string Title => Cues.Length == 1 ? "Set mouth" : "Set mouth cues";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(shot.PuppetOf(film, Owner) is null, $"'{Owner}'", "is not a puppet on the stage", "select one that is");
        FilmException.ThrowIf(To < From || Cues.Any(cue => cue.Frame < From || cue.Frame > To), "cues", $"are not between frames {From} and {To}", "keep them within it");
        var own = SpokenCues.Of(shot, Owner);
        var goesOn = new Cue(Owner, To + 1, SpokenCues.At(own, To + 1));
        var kept = own.Where(cue => cue.Frame < From || cue.Frame > To).ToList();
        return SpokenCues.Put(shot, Owner, kept.Concat(Cues.Select(cue => new Cue(Owner, cue.Frame, cue.Mouth))).Append(goesOn));
    });
}

/// <summary>Moves the edge between two mouths; it stays between its neighbours.</summary>
public sealed record MoveCue(string ShotId, string Owner, int Frame, int To) : Edit
{
    public override string Title => "Move mouth cue";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        var own = SpokenCues.Of(shot, Owner);
        var at = own.FindIndex(cue => cue.Frame == Frame);
        FilmException.ThrowIf(at < 0, $"frame {Frame}", "no longer has a mouth cue", "select one that is there");
        var (least, most) = (at > 0 ? own[at - 1].Frame + 1 : int.MinValue, at + 1 < own.Count ? own[at + 1].Frame - 1 : int.MaxValue);
        own[at] = own[at] with { Frame = Math.Clamp(To, least, most) };
        return SpokenCues.Put(shot, Owner, own);
    });
}

/// <summary>Moves all cues of a puppet, or those of a stretch, by so many frames.</summary>
public sealed record NudgeCues(string ShotId, string Owner, int By, int? From = null, int? To = null) : Edit
{
    public override string Title => "Move mouth cues";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
        SpokenCues.Put(shot, Owner, SpokenCues.Of(shot, Owner).OrderBy(IsMeant).Select(cue => IsMeant(cue) ? cue with { Frame = cue.Frame + By } : cue)));

    private bool IsMeant(Cue cue) => cue.Frame >= (From ?? int.MinValue) && cue.Frame <= (To ?? int.MaxValue);
}

/// <summary>Says which values make which mouth of a puppet.</summary>
public sealed record SetMouths(string PuppetId, MouthChart Mouths) : Edit
{
    public override string Title => "Change mouths";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with { Mouths = Mouths });
}

/// <summary>The cues of one who speaks.</summary>
public static class SpokenCues
{
    /// <summary>By rising frame.</summary>
    public static List<Cue> Of(Shot shot, string owner) => [.. shot.Cues.Where(cue => cue.Owner == owner)];

    /// <summary>The mouth that shows for the sound at a frame.</summary>
    public static Mouth At(List<Cue> cues, int frame) => cues.LastOrDefault(cue => cue.Frame <= frame)?.Mouth ?? Mouth.Keyed;

    /// <summary>The shot with these cues of an owner: of two at a frame the later in the list, and none that says what shows already.</summary>
    internal static Shot Put(Shot shot, string owner, IEnumerable<Cue> cues)
    {
        var inOrder = new SortedDictionary<int, Cue>();
        foreach (var cue in cues)
        {
            inOrder[cue.Frame] = cue;
        }

        var (needed, shows) = (new List<Cue>(), Mouth.Keyed);
        foreach (var cue in inOrder.Values)
        {
            if (cue.Mouth != shows)
            {
                needed.Add(cue);
                shows = cue.Mouth;
            }
        }

        return shot with { Cues = [.. shot.Cues.Where(cue => cue.Owner != owner).Concat(needed).OrderBy(cue => cue.Place)] };
    }
}
