using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Where the keys of one owner belong on another: on the thing of the same id, else of the same name, or on things that are named; each if
/// it has such a value.
/// </summary>
/// <param name="things">None for those of the same name.</param>
/// <param name="sources">The things that keys come from, in the order of the rows.</param>
/// <param name="otherSide">Left goes to right, by the pairs of the puppet that the keys come from.</param>
internal sealed class KeyTargets(Film film, Shot from, Shot to, string? owner, ImmutableArray<string> things, IEnumerable<string> sources, bool otherSide)
{
    private readonly Dictionary<Address, ImmutableArray<Address>> known = [];
    private readonly List<string> sources = [.. sources.Distinct()];
    private readonly Dictionary<string, IReadOnlyDictionary<string, string>> sides = new(StringComparer.Ordinal);

    /// <returns>None where nothing there has such a value, or it is keyed as another kind.</returns>
    /// <exception cref="FilmException">Keys of several things cannot be shared out among the named ones.</exception>
    public ImmutableArray<Address> Of(Address address) => known.TryGetValue(address, out var targets) ? targets : known[address] = [.. Found(address)];

    /// <summary>Whether the thing is a pad, in the shot that its keys come from.</summary>
    public bool IsPad(Address address) => from.PuppetOf(film, address.Owner)?.Dials.Any(dial => dial.Id == address.Thing && dial.IsPad) == true;

    private IEnumerable<Address> Found(Address own)
    {
        if (things.IsEmpty)
        {
            return Alike(otherSide ? own with { Thing = OtherSide(own) } : own) is { } one ? [one] : [];
        }

        FilmException.ThrowIf(
            sources.Count > 1 && things.Length > 1 && sources.Count != things.Length, "keys", $"of {sources.Count} things do not fit the {things.Length} selected",
            $"select one, or {sources.Count}, or none for things of the same name");
        IEnumerable<string> named = sources.Count > 1 && things.Length > 1 ? [things[sources.IndexOf(own.Thing)]] : things;
        return named.Select(thing => own with { Owner = owner ?? own.Owner, Thing = thing }).Where(Has);
    }

    private Address? Alike(Address address)
    {
        var target = address with { Owner = owner ?? address.Owner };
        if (Has(target))
        {
            return target;
        }

        if (from.PuppetOf(film, address.Owner) is not { } ours || to.PuppetOf(film, target.Owner) is not { } theirs)
        {
            return null;
        }

        var name = Names.InPuppet(ours).FirstOrDefault(named => named.Id == address.Thing)?.Name;
        return Names.InPuppet(theirs).Where(named => string.Equals(named.Name, name, StringComparison.OrdinalIgnoreCase))
            .Select(named => (Address?)(target with { Thing = named.Id })).FirstOrDefault(one => Has(one!.Value));
    }

    private string OtherSide(Address address)
    {
        if (!sides.TryGetValue(address.Owner, out var pairs))
        {
            sides[address.Owner] = pairs = from.PuppetOf(film, address.Owner) is { } puppet ? Mirroring.Of(puppet) : new Dictionary<string, string>();
        }

        return pairs.GetValueOrDefault(address.Thing) ?? address.Thing;
    }

    /// <summary>A place has one where all of its numbers have; and where none of them is keyed by itself.</summary>
    private bool Has(Address address) => Properties.FindPlace(address) is { } place
        ? place.Axes.All(axis => Properties.Find(film, to, address with { Property = axis }) is not null && to.Tracks.Find(address with { Property = axis }) is null)
        : Properties.Find(film, to, address) is { } property && (property.Place is null || to.Tracks.Find(address with { Property = property.Place.Name }) is null);
}
