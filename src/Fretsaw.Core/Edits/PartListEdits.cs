using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Adds a swap, form, knead or stiff patch to a part, or puts a changed one in the place of the old.</summary>
public sealed record PutOnPart(string PuppetId, string PartId) : Edit
{
    public Swap? Swap { get; init; }

    public Form? Form { get; init; }

    /// <summary>Gives the part a mesh too, when it has none.</summary>
    public Knead? Knead { get; init; }

    /// <summary>Gives the part a mesh too, when it has none.</summary>
    public StiffPatch? Patch { get; init; }

    /// <summary>Comes in with the swap or form that shows it.</summary>
    public Drawing? Drawing { get; init; }

    public override string Title =>
        Drawing is not null ? $"Import {Swap?.Name ?? Form?.Name}" : Swap is not null ? "Change swap" : Form is not null ? "Change form" : Knead is not null ? "Knead" : "Change stiff patch";

    protected internal override Film Change(Film film) => With(film, Drawing).WithPart(PuppetId, PartId, part => part with
    {
        Swaps = Put(part.Swaps, Swap),
        Forms = Put(part.Forms, Form),
        Kneads = Put(part.Kneads, Knead),
        Patches = Put(part.Patches, Patch),
        Mesh = part.Mesh ?? (Knead is null && Patch is null ? null : Meshes.For(film, part)),
    });

    private static Film With(Film film, Drawing? drawing) => drawing is null ? film : film with { Drawings = film.Drawings.Add(drawing) };

    private static ImmutableArray<T> Put<T>(ImmutableArray<T> list, T? thing)
        where T : class, IEntity => thing is null ? list : list.Put(thing);
}

/// <summary>Takes a swap, form, knead or stiff patch off a part, and its keys with it.</summary>
public sealed record TakeOffPart(string PuppetId, string PartId, string ThingId) : Edit
{
    public override string Title => "Delete from part";

    protected internal override Film Change(Film film)
    {
        var part = film.Puppets.Find(PuppetId, "puppet").Parts.Find(PartId, "part");
        var drawings = part.Swaps.Where(swap => swap.Id == ThingId).Select(swap => swap.Drawing)
            .Concat(part.Forms.Where(form => form.Id == ThingId).Select(form => (string?)form.Drawing));
        var after = film.WithPart(PuppetId, PartId, p => p with
        {
            Swaps = p.Swaps.RemoveAll(swap => swap.Id == ThingId),
            Forms = p.Forms.RemoveAll(form => form.Id == ThingId),
            Kneads = p.Kneads.RemoveAll(knead => knead.Id == ThingId),
            Patches = p.Patches.RemoveAll(patch => patch.Id == ThingId),
        });
        return Unused.DropDrawings(Unused.Forget(after, PuppetId), drawings);
    }
}

/// <summary>Adds a part with its drawings at a place in the painting order.</summary>
public sealed record AddPart(string PuppetId, Part Part, ImmutableArray<Drawing> Drawings, int To) : Edit
{
    public override string Title => $"Add part {Part.Name}";

    protected internal override Film Change(Film film)
    {
        var after = film.WithPuppet(PuppetId, puppet => puppet with { Parts = puppet.Parts.Insert(Math.Clamp(To, 0, puppet.Parts.Length), Part) });
        return after with { Drawings = after.Drawings.AddRange(Drawings) };
    }
}

/// <summary>
/// Takes a part out. What rode on it rides on what carried it; mattes of it go, and so do its keys and, where nothing
/// else shows them, its drawings.
/// </summary>
public sealed record RemovePart(string PuppetId, string PartId) : Edit
{
    public override string Title => "Delete part";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var part = puppet.Parts.Find(PartId, "part");
        var after = film.WithPuppet(PuppetId, p => p with
        {
            Parts = [.. p.Parts.Remove(part).Select(Let)],
            Bones = [.. p.Bones.Select(bone => bone.RidesOn == PartId ? bone with { RidesOn = part.RidesOn } : bone)],
        });
        return Unused.DropDrawings(Unused.Forget(after, PuppetId), Unused.DrawingsOf(part));

        Part Let(Part other)
        {
            var let = Carried.Without(other, PartId, part.RidesOn);
            let = let.MayLieBehind.Contains(PartId) ? let with { MayLieBehind = let.MayLieBehind.Remove(PartId) } : let;
            let = let.Matte?.Part == PartId ? let with { Matte = null } : let;
            return let.Pins.Any(pin => pin.RidesOn == PartId)
                ? let with { Pins = [.. let.Pins.Select(pin => pin.RidesOn == PartId ? pin with { RidesOn = null } : pin)] }
                : let;
        }
    }
}
