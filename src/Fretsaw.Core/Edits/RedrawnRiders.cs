using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>
/// What sits on redrawn art that was moved or enlarged as a whole goes along with it: bones inside it, carriers without art, and
/// parts that did not come in the file. Bones go with the art that they move, and else, like parts, with what they ride on.
/// </summary>
internal sealed class RedrawnRiders
{
    private readonly Puppet puppet;
    private readonly IReadOnlyDictionary<string, Affine> moved;
    private readonly Dictionary<string, Affine> known = new(StringComparer.Ordinal);

    private RedrawnRiders(Puppet puppet, IReadOnlyDictionary<string, Affine> moved) => (this.puppet, this.moved) = (puppet, moved);

    /// <param name="film">With the redrawn parts in their places.</param>
    /// <param name="moved">How each redrawn part's own art moved, the identity for art that stayed.</param>
    /// <param name="suffix">Makes the ids of drawings that go along.</param>
    public static Film Along(Film film, string puppetId, IReadOnlyDictionary<string, Affine> moved, string suffix)
    {
        if (moved.Values.All(move => move == Affine.Identity))
        {
            return film;
        }

        var puppet = film.Puppets.Find(puppetId, "puppet");
        var riders = new RedrawnRiders(puppet, moved);
        var carried = puppet.Parts.Where(part => !moved.ContainsKey(part.Id)).Select(part => (part, by: Step(riders.Of(part), part.Pivot)))
            .Where(one => one.by.Length > 0).ToList();
        var drawings = carried.SelectMany(one => Unused.DrawingsOf(one.part).OfType<string>().Distinct(StringComparer.Ordinal).Select(id => (id, one.by)))
            .DistinctBy(one => one.id).ToDictionary(one => one.id, one => one.by, StringComparer.Ordinal);
        var parts = carried.ToDictionary(one => one.part.Id, one => MovedArt.By(one.part, one.by, id => Ids.With(id, suffix)), StringComparer.Ordinal);
        var after = film.WithPuppet(puppetId, p => p with
        {
            Parts = [.. p.Parts.Select(part => parts.GetValueOrDefault(part.Id, part))],
            Bones = [.. p.Bones.Select(bone => riders.Of(bone) is var move && move == Affine.Identity ? bone : bone with { Start = move.Map(bone.Start).Rounded(), End = move.Map(bone.End).Rounded() })],
        });
        after = after with { Drawings = after.Drawings.AddRange(drawings.Select(one => MovedArt.By(film.Drawings.Find(one.Key, "drawing"), one.Value, Ids.With(one.Key, suffix)))) };
        return Unused.DropDrawings(after, drawings.Keys);
    }

    private static Point Step(in Affine move, Point at) => (move.Map(at) - at).Rounded();

    private Affine Of(Part part)
    {
        if (moved.TryGetValue(part.Id, out var own) || known.TryGetValue(part.Id, out own))
        {
            return own;
        }

        // For carriers that go round in a circle, which a film refuses.
        known[part.Id] = Affine.Identity;
        var held = Carrier(part.RidesOn);
        // A group that hangs on nothing that moved stands where what it carries stands.
        return known[part.Id] = held != Affine.Identity || part.Drawing is not null || part.Limb is not null
            ? held
            : puppet.Parts.Where(rider => rider.RidesOn == part.Id && moved.ContainsKey(rider.Id)).Select(rider => moved[rider.Id]).FirstOrDefault(Affine.Identity);
    }

    private Affine Of(Bone bone)
    {
        if (known.TryGetValue(bone.Id, out var own))
        {
            return own;
        }

        known[bone.Id] = Affine.Identity;
        var inside = puppet.Parts.FirstOrDefault(part => moved.ContainsKey(part.Id) && (part.Bend?.Bones.Contains(bone.Id) == true || part.RidesOn == bone.Id));
        return known[bone.Id] = inside is null ? Carrier(bone.RidesOn) : moved[inside.Id];
    }

    private Affine Carrier(string? id) =>
        puppet.Parts.FirstOrDefault(part => part.Id == id) is { } part ? Of(part)
        : puppet.Bones.FirstOrDefault(bone => bone.Id == id) is { } bone ? Of(bone)
        : Affine.Identity;
}
