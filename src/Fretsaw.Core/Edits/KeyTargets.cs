using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Where the keys of one owner belong on another: on the thing of the same id, else of the same name, if it has such a value.</summary>
/// <param name="otherSide">Left goes to right, by the pairs of the puppet that the keys come from.</param>
internal sealed class KeyTargets(Film film, Shot from, Shot to, string? owner, string? thing, bool otherSide)
{
    private readonly Dictionary<Address, Address?> known = [];
    private readonly Dictionary<string, IReadOnlyDictionary<string, string>> sides = new(StringComparer.Ordinal);

    /// <returns>Null where nothing there has such a value, or it is keyed as another kind.</returns>
    public Address? Of(Address address) => known.TryGetValue(address, out var target) ? target : known[address] = Found(address);

    /// <summary>Whether the thing is a pad, in the shot that its keys come from.</summary>
    public bool IsPad(Address address) => from.PuppetOf(film, address.Owner)?.Dials.Any(dial => dial.Id == address.Thing && dial.IsPad) == true;

    private Address? Found(Address own)
    {
        var address = otherSide ? own with { Thing = OtherSide(own) } : own;
        var target = address with { Owner = owner ?? address.Owner, Thing = thing ?? address.Thing };
        if (Has(target))
        {
            return target;
        }

        if (thing is not null || from.PuppetOf(film, address.Owner) is not { } ours || to.PuppetOf(film, target.Owner) is not { } theirs)
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
