using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Which parts new bones take: those that they are drawn on, as far as no bone has them yet.</summary>
internal static class BonesOnArt
{
    /// <summary>The part under the middle of a bone: the one that is meant if it lies there, else the frontmost that is still free.</summary>
    /// <param name="meant">Id of the part that is chosen; null for none.</param>
    /// <returns>Null where no free part lies.</returns>
    public static Part? Under(Film film, Puppet puppet, Point start, Point end, string? meant)
    {
        var middle = (start + end) * 0.5;
        return puppet.Parts.Where(part => IsFree(puppet, part) && Lies(film, part, middle)).OrderBy(part => part.Id == meant ? 1 : 0).LastOrDefault();
    }

    /// <summary>The parts ride on their bones; one that several bones of a chain lie on is bent by them.</summary>
    /// <param name="drawn">The chain from its root, each bone with the part that it takes.</param>
    public static IEnumerable<Edit> Take(Puppet puppet, IReadOnlyList<(Bone Bone, Part? Part)> drawn)
    {
        foreach (var group in drawn.Where(one => one.Part is not null).GroupBy(one => one.Part!.Id))
        {
            var part = group.First().Part!;
            var bones = group.Select(one => one.Bone.Id).ToImmutableArray();
            yield return bones.Length > 1 && part.Swaps.IsEmpty && part.Forms.IsEmpty && part.Pins.All(pin => pin.Hold == PinHold.Watch)
                ? new ChangePart(puppet.Id, part.Id) { Bend = new BoneBend { Bones = bones } }
                : new ChangePart(puppet.Id, part.Id) { RidesOn = bones[0] };
        }
    }

    /// <summary>What the first bone of a chain rides on: what carried the part that it takes, so that nothing is torn off.</summary>
    public static string? CarrierOf(IReadOnlyList<Part?> taken) => taken.FirstOrDefault(part => part is not null)?.RidesOn;

    private static bool IsFree(Puppet puppet, Part part) =>
        !part.Hidden && !part.Locked && part.Drawing is not null && part.Limb is null && part.Bend is null && !puppet.Bones.Any(bone => bone.Id == part.RidesOn);

    private static bool Lies(Film film, Part part, Point at) => Outlines.Holds(film.Drawings.Find(part.Drawing!, "drawing").Outline, at);
}
