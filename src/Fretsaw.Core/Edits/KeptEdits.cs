using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Keeps a pose, an action or an expression; in the place of one with its id. It holds all of it, so it means the same wherever it came from.</summary>
public sealed record Keep(Kept Kept) : Edit
{
    public override string Title => $"Save {(Kept.Kind == KeptKind.Action ? "action" : Kept.IsExpression ? "expression" : "pose")} {Kept.Name}";

    protected internal override Film Change(Film film) => film with { Kept = film.Kept.Put(Kept) };
}

public sealed record RenameKept(string KeptId, string Name) : Edit
{
    public override string Title => $"Rename to {Name}";

    protected internal override Film Change(Film film) => film with { Kept = film.Kept.With(KeptId, "pose or action", kept => kept with { Name = Name }) };
}

/// <summary>Keeps something no longer; where it was placed as an action, it goes. Keys that came from it stay.</summary>
public sealed record RemoveKept(string KeptId) : Edit
{
    public override string Title => "Delete from library";

    protected internal override Film Change(Film film) => film with
    {
        Kept = film.Kept.Without(KeptId, "pose or action"),
        Shots = [.. film.Shots.Select(shot => WithoutFace(film, shot) with
        {
            Placed = shot.Placed.RemoveAll(placed => placed.Action == KeptId),
            Asides = [.. shot.Asides.Select(aside => aside.Placed.Any(placed => placed.Action == KeptId) ? aside with { Placed = aside.Placed.RemoveAll(placed => placed.Action == KeptId) } : aside)],
        })],
    };

    /// <summary>An expression's amounts are keyed on those who have it.</summary>
    private Shot WithoutFace(Film film, Shot shot)
    {
        ImmutableArray<Address> amounts = [.. shot.Tracks.Where(track => track.Address.Thing == KeptId && shot.PuppetOf(film, track.Address.Owner) is { } puppet && Names.InPuppet(puppet).All(named => named.Id != KeptId)).Select(track => track.Address)];
        return amounts.IsEmpty ? shot : Tracks.OnEach(shot, null, amounts, (_, _) => []);
    }
}

/// <summary>Says once for all which control of a puppet takes what is kept of controls that are called so.</summary>
/// <param name="Of">What sort of control.</param>
/// <param name="Thing">Id of the puppet's control; "" for none, null for whichever fits by itself.</param>
public sealed record KnowControlAs(string PuppetId, string Name, ThingKind Of, string? Thing = null) : Edit
{
    public override string Title => $"Match {Name}";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet =>
    {
        var others = puppet.Knows.RemoveAll(known => known.Kind == Of && string.Equals(known.Name, Name, StringComparison.OrdinalIgnoreCase));
        return puppet with { Knows = Thing is null ? others : others.Add(new KnownAs(Name, Of, Thing)) };
    });
}

/// <summary>Puts a kept pose on a puppet, as keys at a frame.</summary>
/// <param name="StrengthPercent">How far it goes from what is there to the pose, [0, 150]; as an offset, how much of what the pose has beside rest is added.</param>
/// <param name="Things">Ids of the puppet's controls that take part; none for all.</param>
public sealed record PutPose(string ShotId, string Owner, string KeptId, int Frame, ImmutableArray<string> Things, double StrengthPercent = 100) : Edit
{
    /// <summary>Null for as it was kept.</summary>
    public Mirror? Mirror { get; init; }

    /// <summary>On top of what is there.</summary>
    public bool Offset { get; init; }

    /// <summary>Kept controls that take no part, by the ids they were kept with.</summary>
    public ImmutableArray<string> Without { get; init; } = [];

    /// <summary>The frame of an action that is put on as a pose.</summary>
    public int At { get; init; } = 1;

    public override string Title => Mirror is not null ? "Apply pose mirrored" : Offset ? "Add pose" : "Apply pose";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(StrengthPercent is not (>= 0 and <= 150), "strength", $"is {StrengthPercent} %", "it runs from 0 to 150 %");
        var puppet = shot.PuppetOf(film, Owner) ?? throw new FilmException($"'{Owner}'", "is not a puppet on the stage", "select one that is");
        var kept = film.Kept.Find(KeptId, "pose or action");
        var acted = new Sampler(film, shot, Owner);
        var values = ActionValues.Of(film, puppet, Owner, kept, new HowToAct(1, StrengthPercent >= HowToAct.ChoosesFrom, Mirror, Without))
            .Where(value => Things.IsEmpty || Things.Contains(value.Address.Thing)).Select(value => Value(value, acted)).ToImmutableArray();
        FilmException.ThrowIf(values.IsEmpty, $"'{kept.Name}'", $"has no match on '{puppet.Name}'", "select matches for its controls");
        return Keying.Put(film, shot, Frame, values);
    });

    private KeyValue Value(ActionValue value, Sampler acted)
    {
        var (pose, rest) = (value.OnPuppet(At), value.Property.Default);
        if (value.Property.Jumps)
        {
            return new KeyValue(value.Address) { Choice = value.Property.IdOf(pose) };
        }

        var there = acted.At(value.Address, Frame);
        var to = there + (StrengthPercent / 100 * (Offset ? pose - rest : pose - there));
        return new KeyValue(value.Address, Math.Clamp(Math.Round(to, 4), value.Property.Min, value.Property.Max));
    }
}
