using System.Text;

namespace Fretsaw.Core.Films;

/// <summary>What sort of thing an id means.</summary>
public enum ThingKind
{
    Camera,
    Wind,
    Picture,
    Puppet,
    Shake,
    Stand,
    Body,
    Part,
    Bone,
    Pin,
    Reach,
    Dial,
    Knead,
    Form,
    Swap,
    Patch,
    Expression,
    Sound,
}

/// <summary>What an id means to people.</summary>
public sealed record NamedId(string Id, string Name, ThingKind Kind);

/// <summary>The one list of what every id is called: for strips, lists, snags and errors.</summary>
public static class Names
{
    public const string WholeBody = "Whole body";
    public const string WhereItStands = "Position";

    /// <summary>Names go out in SVG, which holds no control characters and no half characters (XML 1.0 §2.2).</summary>
    public static bool CanBeWritten(string name)
    {
        foreach (var rune in name.EnumerateRunes())
        {
            if (Rune.IsControl(rune) || rune.Value is 0xFFFE or 0xFFFF || rune == Rune.ReplacementChar)
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>What a file calls a thing, as a name: with spaces where something cannot be written, and not too long.</summary>
    public static string Usable(string text)
    {
        var name = CanBeWritten(text) ? text : string.Concat(text.EnumerateRunes().Select(rune => CanBeWritten(rune.ToString()) ? rune.ToString() : " "));
        var end = Math.Min(name.Length, FilmCheck.MaxNameLength);
        return name[..(end > 0 && char.IsHighSurrogate(name[end - 1]) ? end - 1 : end)];
    }

    /// <summary>Everything in a puppet that has a name.</summary>
    public static IEnumerable<NamedId> InPuppet(Puppet puppet)
    {
        yield return new NamedId(Address.Body, WholeBody, ThingKind.Body);
        foreach (var dial in puppet.Dials)
        {
            yield return new NamedId(dial.Id, dial.Name, ThingKind.Dial);
        }

        foreach (var reach in puppet.Reaches)
        {
            yield return new NamedId(reach.Id, reach.Name, ThingKind.Reach);
        }

        foreach (var bone in puppet.Bones)
        {
            yield return new NamedId(bone.Id, bone.Name, ThingKind.Bone);
        }

        foreach (var part in puppet.Parts)
        {
            yield return new NamedId(part.Id, part.Name, ThingKind.Part);
            foreach (var named in InPart(part))
            {
                yield return named;
            }
        }
    }

    /// <returns>The name of a thing of a puppet; the id when it is gone.</returns>
    public static string OfThing(Puppet puppet, string id) => InPuppet(puppet).FirstOrDefault(named => named.Id == id)?.Name ?? id;

    /// <summary>What an address's thing is: of the camera, of the wind, of what stands on the stage.</summary>
    /// <returns>With the id for its name when it is gone.</returns>
    public static NamedId Of(Film film, Shot shot, Address address)
    {
        if (address.Owner is Address.Camera or Address.Wind)
        {
            var (name, kind) = address.Owner == Address.Camera ? ("Camera", ThingKind.Camera) : ("Wind", ThingKind.Wind);
            return new NamedId(address.Thing, name, kind);
        }

        if (address.Thing == Address.Stand)
        {
            return new NamedId(address.Thing, WhereItStands, ThingKind.Stand);
        }

        var puppet = shot.PuppetOf(film, address.Owner);
        return (puppet is null ? null : InPuppet(puppet).FirstOrDefault(named => named.Id == address.Thing))
            ?? film.Kept.Where(kept => kept.IsExpression && kept.Id == address.Thing).Select(kept => new NamedId(kept.Id, kept.Name, ThingKind.Expression)).FirstOrDefault()
            ?? new NamedId(address.Thing, address.Thing, ThingKind.Part);
    }

    private static IEnumerable<NamedId> InPart(Part part) =>
    [
        .. part.Pins.Select(pin => new NamedId(pin.Id, pin.Name, ThingKind.Pin)),
        .. part.Kneads.Select(knead => new NamedId(knead.Id, knead.Name, ThingKind.Knead)),
        .. part.Forms.Select(form => new NamedId(form.Id, form.Name, ThingKind.Form)),
        .. part.Swaps.Select(swap => new NamedId(swap.Id, swap.Name, ThingKind.Swap)),
        .. part.Patches.Select(patch => new NamedId(patch.Id, patch.Name, ThingKind.Patch)),
    ];
}
