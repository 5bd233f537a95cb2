using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Keeps what a puppet does from one frame to another under a name: as a pose where the two are one, else as an action. What is kept is
/// what is seen, from keys and from placed actions.
/// </summary>
/// <param name="Things">Ids of the puppet's controls; none for all that are keyed. A control that is not keyed is kept as it is at rest.</param>
/// <param name="NewId">New to what the film keeps.</param>
public sealed record KeepActing(string Shot, string Owner, ImmutableArray<string> Things, int From, int To, string NewId, string Name) : Wish
{
    /// <summary>
    /// As an expression. Of what is named, whatever was posed; else of what looks like a face: dials, forms, kneads, swaps, and parts that
    /// carry nothing and hang on no bone, as brows and lids do. Where the whole body is, and what it stands or rides on, is no part of it.
    /// </summary>
    public bool AsExpression { get; init; }

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt) => Of(film);

    /// <exception cref="FilmException">There is no such stretch, or nothing in it to keep.</exception>
    public Keep Of(Film film)
    {
        FilmException.ThrowIf(From < 1 || To < From || To > ShotCheck.MaxLength, "frames", $"{From} to {To} are not a stretch of the shot", "end where it begins, or later");
        var shot = film.Shots.Find(Shot, "shot");
        var puppet = shot.PuppetOf(film, Owner) ?? throw new FilmException($"'{Owner}'", "is not a puppet on the stage", "select one that is");
        var acted = new Sampler(film, shot, Owner);
        var tables = Properties.OfPuppet(puppet).DistinctBy(entry => entry.Thing).ToDictionary(entry => entry.Thing, entry => entry.Table, StringComparer.Ordinal);
        var keyed = SeenValue.Of(shot, Owner, acted).Where(address => tables.ContainsKey(address.Thing)).ToList();
        var chosen = Things.IsEmpty ? keyed : [.. Things.SelectMany(thing => ValuesOf(thing, keyed, tables))];
        var limbs = Things.IsEmpty ? LimbsOf(puppet) : [];
        chosen = AsExpression ? [.. chosen.Where(address => IsLook(address) && (address.Property == Properties.Swap.Name || !limbs.Contains(address.Thing)))] : chosen;
        var way = AsExpression || From == To ? null : StandWay.Of(puppet, Owner, acted, From, To);
        if (way is not null && Things.IsEmpty && !chosen.Exists(address => address.Thing == Address.Body && way.On(address) is not null))
        {
            chosen.Add(new Address(Owner, Address.Body, Properties.Shift.Name));
        }

        FilmException.ThrowIf(chosen.Count == 0, $"'{puppet.Name}'", "has no keys to save", AsExpression ? "pose it and key the pose first" : "key its pose first, or select its controls");
        var things = chosen.Select(address => address.Thing).ToHashSet(StringComparer.Ordinal);
        var kept = new Kept
        {
            Id = NewId,
            Name = Name,
            Length = To - From + 1,
            Kind = AsExpression ? KeptKind.Expression : From == To ? KeptKind.Pose : KeptKind.Action,
            Controls = [.. Names.InPuppet(puppet).Where(named => things.Contains(named.Id)).DistinctBy(named => named.Id).Select(named => Control(film, puppet, named, tables[named.Id]))],
            Tracks = [.. chosen.Distinct().Select(address => Cut(shot, address, acted, tables[address.Thing], way?.On(address))).OrderBy(track => track.Address)],
        };
        return new Keep(kept);
    }

    /// <summary>Belongs to how a puppet looks, and not to where it is.</summary>
    private static bool IsLook(Address address) =>
        address.Thing != Address.Body && address.Property != Properties.Planted.Name && address.Property != Properties.RidesOn.Name;

    /// <summary>What carries, or hangs on a bone, with the pins on it; bones and reaches.</summary>
    private static HashSet<string> LimbsOf(Puppet puppet)
    {
        var bones = puppet.Bones.Select(bone => bone.Id).ToHashSet(StringComparer.Ordinal);
        var carriers = puppet.Parts.Select(part => part.RidesOn).Concat(puppet.Bones.Select(bone => bone.RidesOn)).OfType<string>().ToHashSet(StringComparer.Ordinal);
        return
        [
            .. bones, .. puppet.Reaches.Select(reach => reach.Id),
            .. puppet.Parts.Where(part => carriers.Contains(part.Id) || bones.Contains(part.RidesOn ?? "")).SelectMany(part => part.Pins.Select(pin => pin.Id).Prepend(part.Id)),
        ];
    }

    private IEnumerable<Address> ValuesOf(string thing, List<Address> keyed, Dictionary<string, ImmutableArray<PropertyInfo>> tables)
    {
        if (!tables.TryGetValue(thing, out var table))
        {
            throw new FilmException($"'{thing}'", "is not a control of this puppet", "select one that is");
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
    private Track Cut(Films.Shot shot, Address address, Sampler acted, ImmutableArray<PropertyInfo> table, Func<int, Place>? carried)
    {
        var property = Properties.Named(table, Properties.FindPlace(address)?.Axes[0] ?? address.Property)!;
        var seen = new SeenValue(address, property, acted, into: null, later: From - 1, carried);
        var cards = TrackRuns.CardsOf(shot, address);
        var empty = seen.Empty(address with { Owner = Kept.Owner });
        var own = shot.Tracks.Find(address)?.AllKeys.Where(key => key.Frame >= From && key.Frame <= To).Select(key => TrackRuns.Alone(key, cards)) ?? [];
        var keys = own.Select(key => key with { Frame = key.Frame - From + 1 }).ToDictionary(key => key.Frame);
        foreach (var end in (int[])[1, To - From + 1])
        {
            keys.TryAdd(end, Tracks.KeyFor(empty, end, Gap.Even));
        }

        return SameFrames.Fit(empty, keys.Values, 1, To - From + 1, seen, track => TrackRuns.Sampled(track, property, TrackRuns.NoCards));
    }
}
