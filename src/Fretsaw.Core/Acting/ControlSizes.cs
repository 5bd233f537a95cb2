using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>How large a control of a puppet is at rest, so that what was kept of one can be scaled to another.</summary>
internal static class ControlSizes
{
    /// <returns>px: of a bone its length, of a reach that of its chain, of a part and what sits on it the part's diagonal, of the body the puppet's height; 0 for what has none.</returns>
    public static double Of(Film film, Puppet puppet, string thing)
    {
        if (thing == Address.Body)
        {
            return film.BoxOf(puppet).Height;
        }

        if (puppet.Bones.FirstOrDefault(bone => bone.Id == thing) is { } bone)
        {
            return LengthOf(bone);
        }

        if (puppet.Reaches.FirstOrDefault(reach => reach.Id == thing) is { } reach)
        {
            return PuppetCheck.ChainOf(puppet, reach.Upper, reach.Lower, $"reach '{reach.Name}'").Sum(LengthOf);
        }

        var part = puppet.Parts.FirstOrDefault(part => part.Id == thing || part.Pins.Any(pin => pin.Id == thing) || part.Kneads.Any(knead => knead.Id == thing) || part.Forms.Any(form => form.Id == thing));
        return part?.Drawing is { } shown && film.Drawings.FirstOrDefault(drawing => drawing.Id == shown) is { Bounds: var bounds } ? double.Hypot(bounds.Width, bounds.Height) : 0;
    }

    private static double LengthOf(Bone bone) => (bone.End - bone.Start).Length;
}
