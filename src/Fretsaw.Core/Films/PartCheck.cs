using Fretsaw.Core.Geometry;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

/// <summary>The rules that one part keeps.</summary>
internal static class PartCheck
{
    private const int MaxStrokes = 20_000;
    private const int MostCarriers = 100;
    private const int MostPins = 500;

    /// <summary>%</summary>
    public const double MostShare = 500;

    /// <summary>The ids that a part may name.</summary>
    public sealed record Known(HashSet<string> Drawings, HashSet<string> Parts, HashSet<string> Bones)
    {
        public bool Carries(string? id) => id is null || Parts.Contains(id) || Bones.Contains(id);
    }

    public static void Check(Part part, string place, Known known)
    {
        Name(part.Name, place);
        Place(part.Pivot, place, "pivot");
        Range(part.Opacity, 0, 1, place, "opacity", "(0 clear, 1 solid)");
        Range(part.WeightPercent, 0, 1000, place, "weight", "%");
        Range(part.SharePercent, 0, MostShare, place, "share", "%");
        Drawing(part.Drawing, place, known);
        Demand(known.Carries(part.RidesOn), place, $"is attached to '{part.RidesOn}', which is not a part or bone", "attach it to something else");
        Some(part.AlsoRidesOn, place, "things it can attach to", MostCarriers);
        foreach (var carrier in part.AlsoRidesOn)
        {
            Demand(carrier is Address.Body or Address.Stand || (carrier is not null && known.Carries(carrier)), place, $"can attach to '{carrier}', which is not a part or bone", "attach it to something else");
        }

        Demand(part.AlsoRidesOn.Distinct(StringComparer.Ordinal).Count() == part.AlsoRidesOn.Length, place, "can attach to something twice", "keep one");
        Some(part.MayLieBehind, place, "parts that it can go behind", MostCarriers);
        foreach (var front in part.MayLieBehind)
        {
            Demand(front is not null && known.Parts.Contains(front) && front != part.Id, place, $"can go behind '{front}', which is not another part", "select another part");
        }

        Demand(part.MayLieBehind.Distinct(StringComparer.Ordinal).Count() == part.MayLieBehind.Length, place, "can go behind something twice", "keep one");
        if (part.Matte is { } matte)
        {
            Demand(known.Parts.Contains(matte.Part) && matte.Part != part.Id, place, $"is visible only inside '{matte.Part}', which is not another part", "select another part");
        }

        Ids.Check(part.Swaps, place, "swaps");
        foreach (var swap in part.Swaps)
        {
            Name(swap.Name, $"swap '{swap.Id}' of {place}");
            Place(swap.Pivot, $"swap '{swap.Name}' of {place}", "pivot");
            Drawing(swap.Drawing, $"swap '{swap.Name}' of {place}", known);
        }

        Ids.Check(part.Forms, place, "forms");
        foreach (var form in part.Forms)
        {
            Check(form, $"form '{form.Name}' of {place}", known);
        }

        Mesh(part, place);
        OneWayOfPainting(part, place);
        Ids.Check(part.Pins, place, "pins");
        Demand(part.Pins.Length <= MostPins, place, $"has {part.Pins.Length} pins", $"keep to {MostPins} a part");
        foreach (var pin in part.Pins)
        {
            Check(pin, $"pin '{pin.Name}' on {place}", known);
        }

        Ids.Check(part.Patches, place, "stiff patches");
        foreach (var patch in part.Patches)
        {
            Name(patch.Name, $"stiff patch '{patch.Id}' on {place}");
            Place(patch.At, $"stiff patch '{patch.Name}' on {place}", "place");
            Range(patch.Radius, 0.1, 10000, $"stiff patch '{patch.Name}' on {place}", "radius", "px");
        }

        Check(part.Bend, place, known);
        Ids.Check(part.Kneads, place, "kneads");
        foreach (var knead in part.Kneads)
        {
            Check(knead, $"knead '{knead.Name}' of {place}");
        }

        Check(part.Limb, place);
        Check(part.Sway, place);
        Check(part.FollowThrough, place);
    }

    public static void Check(FollowThrough? follow, string place)
    {
        if (follow is not null)
        {
            Range(follow.LagFrames, 0, 48, place, "follow-through lag", "frames");
            Range(follow.StiffnessHz, 0.2, 20, place, "follow-through stiffness", "Hz");
            Range(follow.Damping, 0.05, 2, place, "follow-through damping", "");
        }
    }

    private static void Drawing(string? drawing, string place, Known known) =>
        Demand(drawing is null || known.Drawings.Contains(drawing), place, $"needs the drawing '{drawing}', which is not in the film", "import its artwork again");

    private static void Mesh(Part part, string place)
    {
        if (part.Mesh is { } mesh)
        {
            Range(mesh.Margin, 0, 200, place, "mesh margin", "px");
            Demand(Enum.IsDefined(mesh.Method), place, "follows its pins in an unknown way", "use one of the listed ones");
            Range(mesh.TriangleSide, 2, 500, place, "triangle side", "px");
            Range(mesh.Stiffness, 0, 1, place, "stiffness", "(0 cloth, 1 lath)");
            Range(mesh.Bridge, 0, 1000, place, "bridged gap", "px");
        }

        var needs = part.Pins.Length > 0 || part.Bend is not null || part.Kneads.Length > 0 || part.Sway is not null;
        Demand(!needs || (part.Mesh is not null && part.Drawing is not null), place, "has pins or bends but no mesh", "give it a drawing and a mesh first");
    }

    /// <summary>A part is a picture that may be swapped, a mesh, a limb or a blend of outlines, and one of these only.</summary>
    private static void OneWayOfPainting(Part part, string place)
    {
        Demand(part.Bend is null || part.Pins.All(pin => pin.Hold == PinHold.Watch), place, "has pins and is bent by bones", "attach the pins to the bones instead");
        var meshed = part.IsMeshed;
        Demand(!meshed || part.Swaps.IsEmpty, place, "is bent and has swaps", "put the swaps on a part that is attached to it");
        Demand(part.Limb is null || !meshed, place, "is a limb and is bent", "a limb bends by its bones");
        Demand(part.Limb is null || (part.Swaps.IsEmpty && part.Forms.IsEmpty), place, "is a limb and has swaps or forms", "put them on another part");
        Demand(part.Limb is null || part.Drawing is not null, place, "is a limb without a drawing", "give it the drawing whose paint it has");
        Demand(part.Forms.IsEmpty || (!meshed && part.Swaps.IsEmpty), place, "has forms and is bent or has swaps", "put them on parts of their own");
        Demand(part.Forms.IsEmpty || part.Drawing is not null, place, "has forms but no drawing", "give it a drawing first");
    }

    private static void Check(Form form, string place, Known known)
    {
        Name(form.Name, place);
        Drawing(form.Drawing, place, known);
        Some(form.Starts, place, "starts", MaxStrokes);
        foreach (var start in form.Starts)
        {
            Range(start.Shape, 0, 200_000, place, "shape", "");
            Range(start.Start, 0, 1, place, "start", "(part of the outline's length)");
        }
    }

    private static void Check(Pin pin, string place, Known known)
    {
        Name(pin.Name, place);
        Place(pin.At, place, "place");
        Demand(Enum.IsDefined(pin.Hold), place, "holds in an unknown way", "use one of the listed ones");
        Demand(known.Carries(pin.RidesOn), place, $"is attached to '{pin.RidesOn}', which is not a part or bone", "attach it to something else");
        Range(pin.InFront, -100, 100, place, "in front by", "");
        Check(pin.FollowThrough, place);
    }

    private static void Check(BoneBend? bend, string place, Known known)
    {
        if (bend is null)
        {
            return;
        }

        Some(bend.Bones, place, "bones", 100);
        Demand(bend.Bones.Length >= 2, place, "is bent by fewer than two bones", "select two or more");
        Demand(bend.Bones.All(known.Bones.Contains) && bend.Bones.Distinct(StringComparer.Ordinal).Count() == bend.Bones.Length, place, "is bent by a bone that is not there or by one twice", "select its bones again");
        Some(bend.Strokes, place, "weight strokes", MaxStrokes);
        foreach (var stroke in bend.Strokes)
        {
            Demand(bend.Bones.Contains(stroke.Bone), place, $"has weights painted for '{stroke.Bone}', which does not bend it", "add that bone");
            Brush(stroke.At, stroke.Radius, stroke.Strength, stroke.Softness, place);
            Range(stroke.Target, 0, 1, place, "painted weight", "");
        }

        if (bend.Mirror is { } mirror)
        {
            Range(mirror.AxisX, -1e6, 1e6, place, "mirror line", "px");
            Some(mirror.Pairs, place, "mirrored pairs", 100);
            Demand(mirror.Pairs.All(pair => bend.Bones.Contains(pair.One) && bend.Bones.Contains(pair.Other)), place, "mirrors the weights of a bone that does not bend it", "mirror again");
        }
    }

    private static void Check(Knead knead, string place)
    {
        Name(knead.Name, place);
        Range(knead.AtRest, -200, 300, place, "amount at rest", "%");
        Some(knead.Strokes, place, "strokes", MaxStrokes);
        foreach (var stroke in knead.Strokes)
        {
            Demand(Enum.IsDefined(stroke.Brush), place, "has an unknown brush", "use one of the listed ones");
            Brush(stroke.At, stroke.Radius, stroke.Strength, stroke.Softness, place);
            Place(stroke.By, place, "push");
        }
    }

    private static void Brush(Point at, double radius, double strength, double softness, string place)
    {
        Place(at, place, "stroke");
        Range(radius, 0.1, 10000, place, "brush size", "px");
        Range(strength, 0, 1, place, "brush strength", "");
        Range(softness, 0, 1, place, "brush softness", "");
    }

    private static void Check(Limb? limb, string place)
    {
        if (limb is not null)
        {
            Demand(limb.Upper != limb.Lower, place, "is a limb of one bone", "select two bones in a row");
            Range(limb.RootWidth, 0.1, 2000, place, "width at root", "px");
            Range(limb.JointWidth, 0.1, 2000, place, "width at joint", "px");
            Range(limb.EndWidth, 0.1, 2000, place, "width at end", "px");
        }
    }

    private static void Check(Sway? sway, string place)
    {
        if (sway is not null)
        {
            Place(sway.Root, place, "sway's root");
            Range(sway.AlongDegrees, -3600, 3600, place, "sway's direction", "°");
            Range(sway.WavelengthPx, 4, 1e5, place, "wavelength", "px");
            Range(sway.HeightPx, 0, 10000, place, "sway's height", "px");
            Range(sway.SpeedHz, 0, 30, place, "sway's speed", "Hz");
        }
    }
}
