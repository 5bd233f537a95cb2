using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>By what a kept control was found on a puppet.</summary>
public enum FitBy
{
    /// <summary>Nothing there fits.</summary>
    Nothing,

    /// <summary>Somebody said so.</summary>
    Hand,
    Name,

    /// <summary>It is the very control, under another name.</summary>
    Same,
    Role,
}

/// <param name="Thing">Id of the puppet's own control; null for none.</param>
public sealed record FittedControl(KeptControl Control, string? Thing, FitBy By);

/// <summary>Which control of a puppet takes what was kept of which: as somebody said by hand, else by name, id or role. Each takes one at most.</summary>
public static class Fitting
{
    /// <returns>One for each of the kept controls, in their order.</returns>
    public static ImmutableArray<FittedControl> Of(Kept kept, Puppet puppet)
    {
        var things = Names.InPuppet(puppet).Where(named => named.Kind is not (ThingKind.Swap or ThingKind.Patch)).ToList();
        var taken = new HashSet<string>(StringComparer.Ordinal);
        var found = new FittedControl?[kept.Controls.Length];

        // The surest first, all of them, before what fits less well takes its place.
        Each(FitBy.Hand, control => Known(puppet, control) is { } known ? things.Where(named => named.Id == known.Thing) : []);
        for (var i = 0; i < found.Length; i++)
        {
            if (Known(puppet, kept.Controls[i]) is not null)
            {
                found[i] ??= new FittedControl(kept.Controls[i], null, FitBy.Hand);
            }
        }

        Each(FitBy.Name, control => things.Where(named => string.Equals(named.Name, control.Name, StringComparison.OrdinalIgnoreCase)));
        Each(FitBy.Same, control => things.Where(named => named.Id == control.Thing));
        if (found.Contains(null))
        {
            var byRole = things.ToLookup(named => Roles.Of(named.Name));
            Each(FitBy.Role, control => Roles.Of(control.Name) is { Length: > 0 } role ? byRole[role] : []);
        }

        return [.. found.Select((fit, i) => fit ?? new FittedControl(kept.Controls[i], null, FitBy.Nothing))];

        void Each(FitBy by, Func<KeptControl, IEnumerable<NamedId>> candidates)
        {
            for (var i = 0; i < found.Length; i++)
            {
                var control = kept.Controls[i];
                if (found[i] is null && candidates(control).FirstOrDefault(named => named.Kind == control.Kind && !taken.Contains(named.Id)) is { } thing)
                {
                    taken.Add(thing.Id);
                    found[i] = new FittedControl(control, thing.Id, by);
                }
            }
        }
    }

    private static KnownAs? Known(Puppet puppet, KeptControl control) =>
        puppet.Knows.FirstOrDefault(known => known.Kind == control.Kind && string.Equals(known.Name, control.Name, StringComparison.OrdinalIgnoreCase));
}
