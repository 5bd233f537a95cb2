using System.Collections.Immutable;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

internal static class PuppetCheck
{
    public static void Check(Puppet puppet, HashSet<string> drawings)
    {
        var place = $"puppet '{puppet.Name}'";
        Name(puppet.Name, $"puppet '{puppet.Id}'");
        Place(puppet.Origin, place, "origin");
        var parts = Ids(puppet.Parts, place, "parts");
        var bones = Ids(puppet.Bones, place, "bones");
        Ids(puppet.Reaches, place, "reaches");
        foreach (var part in puppet.Parts)
        {
            Ids(part.Pins, $"part '{part.Name}' of {place}", "pins");
        }

        // One address space: a channel names its thing by id alone.
        ImmutableArray<IEntity> things = [.. puppet.Parts, .. puppet.Bones, .. puppet.Reaches, .. puppet.Parts.SelectMany(part => part.Pins)];
        var all = Ids(things, place, "parts, pins, bones and reaches");
        Demand(!all.Contains(Address.Body), place, $"has a thing with the id '{Address.Body}'", "that word is the whole body's");
        foreach (var part in puppet.Parts)
        {
            Check(part, $"part '{part.Name}' of {place}", drawings, parts, bones);
        }

        foreach (var bone in puppet.Bones)
        {
            Check(bone, $"bone '{bone.Name}' of {place}", parts, bones);
        }

        foreach (var reach in puppet.Reaches)
        {
            Check(reach, puppet, $"reach '{reach.Name}' of {place}");
        }

        RidesInNoCircle(puppet, place);
    }

    private static void Check(Part part, string place, HashSet<string> drawings, HashSet<string> parts, HashSet<string> bones)
    {
        Name(part.Name, place);
        Place(part.Pivot, place, "pivot");
        Range(part.Opacity, 0, 1, place, "opacity", "(0 clear, 1 solid)");
        Demand(part.Drawing is null || drawings.Contains(part.Drawing), place, $"wants the drawing '{part.Drawing}', which is not in the film", "bring its art in again");
        Demand(part.RidesOn is null || parts.Contains(part.RidesOn) || bones.Contains(part.RidesOn), place, $"rides on '{part.RidesOn}', which is no part or bone", "choose another carrier");
        Demand(part.Pins.Length == 0 || (part.Mesh is not null && part.Drawing is not null), place, "has pins but no mesh", "give it a drawing and a mesh first");
        if (part.Mesh is { } mesh)
        {
            Range(mesh.Margin, 0, 200, place, "mesh margin", "px");
            Range(mesh.TriangleSide, 2, 500, place, "triangle side", "px");
        }

        foreach (var pin in part.Pins)
        {
            Name(pin.Name, $"pin '{pin.Id}' on {place}");
            Place(pin.At, $"pin '{pin.Name}' on {place}", "place");
        }
    }

    private static void Check(Bone bone, string place, HashSet<string> parts, HashSet<string> bones)
    {
        Name(bone.Name, place);
        Place(bone.Start, place, "start");
        Place(bone.End, place, "end");
        Demand((bone.End - bone.Start).Length >= 1, place, "is shorter than a pixel", "draw it longer");
        Demand(bone.RidesOn is null || parts.Contains(bone.RidesOn) || bones.Contains(bone.RidesOn), place, $"rides on '{bone.RidesOn}', which is no part or bone", "choose another carrier");
    }

    private static void Check(Reach reach, Puppet puppet, string place)
    {
        Name(reach.Name, place);
        var upper = puppet.Bones.FirstOrDefault(bone => bone.Id == reach.Upper);
        var lower = puppet.Bones.FirstOrDefault(bone => bone.Id == reach.Lower);
        Demand(upper is not null && lower is not null, place, "names a bone that is not there", "choose two bones of this puppet");
        Demand(lower!.RidesOn == upper!.Id, place, $"needs '{lower.Name}' to ride on '{upper.Name}'", "choose two bones in a row");
        Demand((lower.Start - upper.Start).Length >= 1, place, "has no length above its joint", "draw the upper bone longer");
        Demand(reach.Bend is 1 or -1, place, $"bends to {reach.Bend}", "use 1 or -1");
        Demand(puppet.Reaches.Count(other => other.Upper == reach.Upper || other.Lower == reach.Lower || other.Upper == reach.Lower) == 1, place, "shares a bone with another reach", "a bone obeys one reach");
    }

    private static void RidesInNoCircle(Puppet puppet, string place)
    {
        var carrier = puppet.Parts.Select(part => (part.Id, part.RidesOn))
            .Concat(puppet.Bones.Select(bone => (bone.Id, bone.RidesOn)))
            .ToDictionary(pair => pair.Id, pair => pair.RidesOn, StringComparer.Ordinal);
        foreach (var start in carrier.Keys)
        {
            var (at, steps) = (carrier[start], 0);
            while (at is not null)
            {
                Demand(++steps <= carrier.Count, place, $"has '{start}' riding on itself by a detour", "choose another carrier");
                at = carrier[at];
            }
        }
    }
}
