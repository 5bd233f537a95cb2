using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Drags that change the puppet at rest. They never make keys.</summary>
internal static class Rigging
{
    public static Func<Point, Edit> Begin(Gesture gesture, Evaluator stood, double snapPixels)
    {
        var grip = gesture.Grip;
        var cast = Drag.FindCast(stood, grip.Owner);
        var puppet = cast.Plan.Puppet;
        var toPicture = stood.Things[cast.Use.Index].ToPicture;
        var toPuppet = Drag.Inverse(toPicture);
        var from = toPuppet.Map(gesture.From);
        var snap = snapPixels / toPicture.Magnification(from);

        switch (grip.Kind)
        {
            case GripKind.Pivot:
                var part = puppet.Parts.Find(grip.Thing, "part");
                return to => new ChangePart(puppet.Id, part.Id) { Pivot = Moved(part.Pivot, to) };
            case GripKind.Origin:
                return to => new ChangePuppet(puppet.Id) { Origin = Moved(puppet.Origin, to) };
            case GripKind.PinRest:
                var pinned = puppet.Parts.First(candidate => candidate.Pins.Any(pin => pin.Id == grip.Thing));
                var at = pinned.Pins.Find(grip.Thing, "pin").At;
                return to => new ChangePin(puppet.Id, pinned.Id, grip.Thing) { At = Moved(at, to) };
            case GripKind.BoneStart:
                var startOf = puppet.Bones.Find(grip.Thing, "bone");
                return to => new ChangeBone(puppet.Id, startOf.Id) { Start = Moved(startOf.Start, to) };
            case GripKind.BoneEnd:
                return to => BoneEnd(puppet, puppet.Bones.Find(grip.Thing, "bone"), Moved(puppet.Bones.Find(grip.Thing, "bone").End, to));
            case GripKind.NewPin:
                return to => new AddPin(puppet.Id, grip.Thing, new Pin { Id = NewId(grip), Name = $"Pin {PinCount(puppet) + 1}", At = toPuppet.Map(to).Rounded() });
            case GripKind.NewBone:
                return to => NewBone(stood.Plan.Film, puppet, grip, from, toPuppet.Map(to).Rounded(), snap);
            case GripKind.Patch:
                return to => RestDrag.Patch(puppet, grip.Thing, toPuppet.Map(to) - from);
            case GripKind.PatchRim:
                return to => RestDrag.PatchRim(puppet, grip.Thing, toPuppet.Map(to));
            case GripKind.SwayRoot:
                return to => RestDrag.SwayRoot(puppet, grip.Thing, toPuppet.Map(to) - from);
            case GripKind.SwayWay:
                return to => RestDrag.SwayWay(puppet, grip.Thing, toPuppet.Map(to));
            case GripKind.FormStart:
                var reversed = cast.Plan.Parts.SelectMany(one => one.Forms?.Set.Fits ?? []).Any(fit => fit.Form == grip.Thing && fit.Shape == grip.Shape && fit.Fit.Reversed);
                return to => RestDrag.FormStart(stood.Plan.Film, puppet, grip.Thing, grip.Shape, reversed, toPuppet.Map(to));
            case GripKind.Knead:
                return Brushing.Knead(gesture, cast, toPuppet);
            case GripKind.Weights:
                return Brushing.Weights(gesture, cast, toPuppet);
            default:
                throw new FilmException($"grip '{grip.Kind}'", "is not a handle here", "drag another");
        }

        Point Moved(Point rest, Point to) => (rest + toPuppet.Map(to) - from).Rounded();
    }

    /// <summary>Of what is chosen only what is of the gripped kind goes along: a bone does not follow a pin.</summary>
    public static Gesture WithItsKind(Gesture gesture, Evaluator stood)
    {
        var (grip, puppet) = (gesture.Grip, Drag.FindCast(stood, gesture.Grip.Owner).Plan.Puppet);
        var alike = grip.Kind switch
        {
            GripKind.Pivot => puppet.Parts.Select(part => part.Id),
            GripKind.PinRest => puppet.Parts.SelectMany(part => part.Pins).Select(pin => pin.Id),
            _ => puppet.Bones.Select(bone => bone.Id),
        };
        return gesture with { Grip = grip with { Also = [.. grip.Also.Intersect(alike)] } };
    }

    /// <summary>The bone after takes its start along, so that a chain stays a chain.</summary>
    private static Edit BoneEnd(Puppet puppet, Bone bone, Point end)
    {
        var change = new ChangeBone(puppet.Id, bone.Id) { End = end };
        var next = puppet.Bones.Where(other => other.RidesOn == bone.Id && other.Start == bone.End).ToList();
        return next.Count == 0
            ? change
            : new Together("Change bone", [change, .. next.Select(other => new ChangeBone(puppet.Id, other.Id) { Start = end })]);
    }

    /// <summary>A bone that takes the part it is drawn on, where that is still free.</summary>
    private static Edit NewBone(Film film, Puppet puppet, Grip grip, Point start, Point end, double snap)
    {
        var before = puppet.Bones.OrderBy(bone => (bone.End - start).Length).FirstOrDefault(bone => (bone.End - start).Length <= snap);
        start = (before?.End ?? start).Rounded();
        var under = BonesOnArt.Under(film, puppet, start, end, grip.Thing);
        var carrier = puppet.Bones.Any(bone => bone.Id == grip.Thing) ? grip.Thing : BonesOnArt.CarrierOf([under]);
        var bone = new Bone
        {
            Id = NewId(grip),
            Name = under is null ? $"Bone {puppet.Bones.Length + 1}" : $"{under.Name} bone",
            Start = start,
            End = end,
            RidesOn = before?.Id ?? carrier,
            KeepsArea = true,
        };
        var drawn = new AddBone(puppet.Id, bone);
        ImmutableArray<Edit> along = [.. under is null ? [] : BonesOnArt.Take(puppet, [(bone, under)]), .. ShapePairs.Along(film, puppet, [bone])];
        return along.IsEmpty ? drawn : new Together(drawn.Title, [drawn, .. along]);
    }

    private static int PinCount(Puppet puppet) => puppet.Parts.Sum(part => part.Pins.Length);

    private static string NewId(Grip grip) =>
        grip.NewId ?? throw new FilmException("gesture", "makes a thing without an id", "send newId");
}
