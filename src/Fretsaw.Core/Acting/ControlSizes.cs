using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Acting;

/// <summary>How large a control of a puppet is at rest, so that what was kept of one can be scaled to another.</summary>
internal static class ControlSizes
{
    /// <returns>px: of a bone its length, of a reach that of its chain, of a part and what sits on it the part's diagonal, of the body the puppet's height; 0 for what has none.</returns>
    public static double Of(Film film, Puppet puppet, string thing)
    {
        if (thing == Address.Body)
        {
            var boxes = puppet.Parts.Select(part => DrawingOf(film, part)?.Bounds).OfType<Box>().ToList();
            return boxes.Count == 0 ? 0 : boxes.Max(box => box.Y + box.Height) - boxes.Min(box => box.Y);
        }

        if (puppet.Bones.FirstOrDefault(bone => bone.Id == thing) is { } bone)
        {
            return LengthOf(bone);
        }

        if (puppet.Reaches.FirstOrDefault(reach => reach.Id == thing) is { } reach)
        {
            var length = 0.0;
            var last = reach.Lower;
            for (var i = 0; i < puppet.Bones.Length && puppet.Bones.FirstOrDefault(one => one.Id == last) is { } link; i++)
            {
                length += LengthOf(link);
                if (link.Id == reach.Upper)
                {
                    break;
                }

                last = link.RidesOn;
            }

            return length;
        }

        var part = puppet.Parts.FirstOrDefault(part => part.Id == thing || part.Pins.Any(pin => pin.Id == thing) || part.Kneads.Any(knead => knead.Id == thing) || part.Forms.Any(form => form.Id == thing));
        return part is not null && DrawingOf(film, part) is { Bounds: var bounds } ? double.Hypot(bounds.Width, bounds.Height) : 0;
    }

    private static Drawing? DrawingOf(Film film, Part part) => part.Drawing is null ? null : film.Drawings.FirstOrDefault(drawing => drawing.Id == part.Drawing);

    private static double LengthOf(Bone bone) => (bone.End - bone.Start).Length;
}
