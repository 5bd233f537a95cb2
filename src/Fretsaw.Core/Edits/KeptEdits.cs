using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Keeps what a puppet does from one frame to another under a name: as a pose where the two are one, else as an action. What is kept is
/// what is seen, from keys and from placed actions.
/// </summary>
/// <param name="Things">Ids of the puppet's controls; none for all that are keyed. A control that is not keyed is kept as it is at rest.</param>
/// <param name="NewId">New to what the film keeps.</param>
public sealed record KeepActing(string ShotId, string Owner, ImmutableArray<string> Things, int From, int To, string NewId, string Name) : Edit
{
    /// <summary>As an expression: of dials, forms, kneads and what parts show, and of nothing else.</summary>
    public bool AsExpression { get; init; }

    public override string Title => AsExpression ? $"Kept the expression {Name}" : From == To ? $"Kept the pose {Name}" : $"Kept the action {Name}";

    protected internal override Film Change(Film film)
    {
        FilmException.ThrowIf(From < 1 || To < From || To > ShotCheck.MaxLength, "frames", $"{From} to {To} are no stretch of a shot", "end where it begins, or later");
        var shot = film.Shots.Find(ShotId, "shot");
        var puppet = shot.PuppetOf(film, Owner) ?? throw new FilmException($"'{Owner}'", "is no puppet on the stage", "choose one that is");
        var acted = new Acted(film, shot, Owner);
        var tables = Properties.OfPuppet(puppet).DistinctBy(entry => entry.Thing).ToDictionary(entry => entry.Thing, entry => entry.Table, StringComparer.Ordinal);
        var keyed = SeenValue.Of(shot, Owner, acted).Where(address => tables.ContainsKey(address.Thing)).ToList();
        var chosen = Things.IsEmpty ? keyed : [.. Things.SelectMany(thing => ValuesOf(thing, keyed, tables))];
        var faces = FaceOf(puppet);
        chosen = AsExpression ? [.. chosen.Where(address => faces.Contains(address.Thing) || address.Property == Properties.Swap.Name)] : chosen;
        FilmException.ThrowIf(chosen.Count == 0, $"'{puppet.Name}'", "has nothing keyed that could be kept", AsExpression ? "key its dials or what its parts show first" : "key its pose first, or choose its controls");
        var things = chosen.Select(address => address.Thing).ToHashSet(StringComparer.Ordinal);
        var kept = new Kept
        {
            Id = NewId,
            Name = Name,
            Length = To - From + 1,
            Kind = AsExpression ? KeptKind.Expression : From == To ? KeptKind.Pose : KeptKind.Action,
            Controls = [.. Names.InPuppet(puppet).Where(named => things.Contains(named.Id)).DistinctBy(named => named.Id).Select(named => Control(film, puppet, named, tables[named.Id]))],
            Tracks = [.. chosen.Distinct().Select(address => Cut(shot, address, acted, tables[address.Thing])).OrderBy(track => track.Address)],
        };
        return film with { Kept = film.Kept.Add(kept) };
    }

    private static HashSet<string> FaceOf(Puppet puppet) =>
        [.. puppet.Dials.Select(dial => dial.Id), .. puppet.Parts.SelectMany(part => part.Kneads.Select(knead => knead.Id).Concat(part.Forms.Select(form => form.Id)))];

    private IEnumerable<Address> ValuesOf(string thing, List<Address> keyed, Dictionary<string, ImmutableArray<PropertyInfo>> tables)
    {
        if (!tables.TryGetValue(thing, out var table))
        {
            throw new FilmException($"'{thing}'", "is no control of this puppet", "choose one that is");
        }

        var own = keyed.Where(address => address.Thing == thing).ToList();
        return own.Count > 0 ? own : table.Select(property => new Address(Owner, thing, property.Place?.Name ?? property.Name)).Distinct();
    }

    private static KeptControl Control(Film film, Puppet puppet, NamedId named, ImmutableArray<PropertyInfo> table) => new(named.Id, named.Name, named.Kind)
    {
        Size = Math.Round(ControlSizes.Of(film, puppet, named.Id), 2),
        Choices = [.. table.Where(property => property.Jumps).SelectMany(property => property.Choices.Select(choice => new KeptChoice(property.Name, choice.Id, choice.Title)))],
    };

    /// <summary>The keys within the stretch, and one at either end.</summary>
    private Track Cut(Shot shot, Address address, Acted acted, ImmutableArray<PropertyInfo> table)
    {
        var property = Properties.Named(table, Properties.FindPlace(address)?.Axes[0] ?? address.Property)!;
        var seen = new SeenValue(address, property, acted, into: null, later: From - 1);
        var cards = TrackRuns.CardsOf(shot, address);
        var empty = seen.Empty(address with { Owner = Kept.Owner });
        var own = shot.Tracks.Find(address)?.AllKeys.Where(key => key.Frame >= From && key.Frame <= To).Select(key => key is ChoiceKey ? key : key with { Gap = TrackRuns.GapOf(key, cards) }) ?? [];
        var keys = own.Select(key => key with { Frame = key.Frame - From + 1 }).ToDictionary(key => key.Frame);
        foreach (var end in (int[])[1, To - From + 1])
        {
            keys.TryAdd(end, empty switch
            {
                PlaceTrack => new PlaceKey(end, default) { Gap = Gap.Even },
                ChoiceTrack => new ChoiceKey(end, ""),
                _ => new NumberKey(end, 0) { Gap = Gap.Even },
            });
        }

        return SameFrames.Fit(empty, keys.Values, 1, To - From + 1, seen, track => RunOf(track, property));
    }

    private static Func<double, Geometry.Place> RunOf(Track track, PropertyInfo property)
    {
        switch (track)
        {
            case PlaceTrack places:
                return TrackRuns.Of(places, TrackRuns.NoCards).At;
            case ChoiceTrack choices:
                var run = TrackRuns.Of(choices, property);
                return frame => new Geometry.Place(run.At(frame), 0, 0);
            default:
                var numbers = TrackRuns.Of((NumberTrack)track, TrackRuns.NoCards);
                return frame => new Geometry.Place(numbers.At(frame), 0, 0);
        }
    }
}

/// <summary>Puts something that was kept elsewhere, as it is, into this film; in the place of one with its id.</summary>
public sealed record Keep(Kept Kept) : Edit
{
    public override string Title => Kept.Kind != KeptKind.Action ? $"Took in the pose {Kept.Name}" : $"Took in the action {Kept.Name}";

    protected internal override Film Change(Film film) =>
        film with { Kept = film.Kept.Any(one => one.Id == Kept.Id) ? film.Kept.With(Kept.Id, "kept pose or action", _ => Kept) : film.Kept.Add(Kept) };
}

public sealed record RenameKept(string KeptId, string Name) : Edit
{
    public override string Title => $"Called it {Name}";

    protected internal override Film Change(Film film) => film with { Kept = film.Kept.With(KeptId, "kept pose or action", kept => kept with { Name = Name }) };
}

/// <summary>Keeps something no longer; where it was placed as an action, it goes. Keys that came from it stay.</summary>
public sealed record RemoveKept(string KeptId) : Edit
{
    public override string Title => "Took away what was kept";

    protected internal override Film Change(Film film) => film with
    {
        Kept = film.Kept.Without(KeptId, "kept pose or action"),
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
    public override string Title => $"Said what fits {Name}";

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

    /// <summary>The frame of an action that is put on as a pose.</summary>
    public int At { get; init; } = 1;

    public override string Title => Mirror is not null ? "Put on a kept pose, mirrored" : Offset ? "Added a kept pose" : "Put on a kept pose";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(StrengthPercent is not (>= 0 and <= 150), "strength", $"is {StrengthPercent} %", "it runs from 0 to 150 %");
        var puppet = shot.PuppetOf(film, Owner) ?? throw new FilmException($"'{Owner}'", "is no puppet on the stage", "choose one that is");
        var kept = film.Kept.Find(KeptId, "kept pose or action");
        var acted = new Acted(film, shot, Owner);
        var values = ActionValues.Of(film, puppet, Owner, kept, new HowToAct(1, StrengthPercent >= 50, Mirror, []))
            .Where(value => Things.IsEmpty || Things.Contains(value.Address.Thing)).Select(value => Value(value, acted)).ToImmutableArray();
        FilmException.ThrowIf(values.IsEmpty, $"'{kept.Name}'", $"finds nothing on '{puppet.Name}' that fits", "say which of its controls fit");
        return Keying.Put(film, shot, Frame, values);
    });

    private KeyValue Value(ActionValue value, Acted acted)
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
