using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>A puppet's parts with art → how each is painted.</summary>
/// <param name="slotOf">Thing and property → slot, −1 when there is none.</param>
/// <param name="follow">Follow-through, node, tip, shift slot and thing → its index among the puppet's.</param>
internal sealed class PartCompiler(
    Film film, Puppet puppet, IReadOnlyDictionary<string, int> drawings, RigCache rigs, ImmutableDictionary<string, int> nodeOf,
    Func<string, string, int> slotOf, Func<FollowThrough, int, Point, int, string, int> follow)
{
    public PartPlan[] Compile(CancellationToken cancel)
    {
        var withArt = puppet.Parts.Where(part => part.Drawing is not null).ToList();
        return [.. withArt.Select((part, index) => Part(part, index, cancel) with
        {
            Matte = part.Matte is null ? -1 : withArt.FindIndex(other => other.Id == part.Matte.Part),
        })];
    }

    private PartPlan Part(Part part, int index, CancellationToken cancel)
    {
        cancel.ThrowIfCancellationRequested();
        var drawing = drawings[part.Drawing!];
        var plan = new PartPlan(part, index, nodeOf[part.Id], drawing);
        if (part.IsMeshed)
        {
            return plan with { Mesh = Mesh(part, film.Drawings[drawing]) };
        }

        if (part.Limb is { } limb)
        {
            return plan with { Limb = new LimbPlan(limb, nodeOf[limb.Upper], nodeOf[limb.Lower], slotOf(part.Id, Properties.WidthRoot.Name)) };
        }

        if (!part.Forms.IsEmpty)
        {
            return plan with { Forms = Forms(part, film.Drawings[drawing]) };
        }

        return part.Swaps.IsEmpty ? plan : plan with
        {
            SwapSlot = slotOf(part.Id, Properties.Swap.Name),
            Swaps = [.. part.Swaps.Select(swap => new SwapPlan(swap.Drawing is null ? -1 : drawings[swap.Drawing], Affine.Translate(part.Pivot.X - swap.Pivot.X, part.Pivot.Y - swap.Pivot.Y)))],
        };
    }

    private FormPlan? Forms(Part part, Drawing own)
    {
        var set = rigs.FormsOf(own, [.. part.Forms.Select(form => (form, film.Drawings[drawings[form.Drawing]]))]);
        return set is null ? null : new FormPlan(set, [.. part.Forms.Select(form => slotOf(form.Id, Properties.Amount.Name))]);
    }

    private MeshPlan Mesh(Part part, Drawing drawing)
    {
        var settings = part.Mesh!;
        var mesh = rigs.MeshOf(drawing, settings);
        var plan = new MeshPlan(mesh)
        {
            Kneads = [.. part.Kneads.Select(knead => (rigs.KneadOf(mesh, knead), slotOf(knead.Id, Properties.Amount.Name)))],
            Sway = part.Sway is null ? null : rigs.SwayOf(mesh, part.Sway),
            SwaySlot = slotOf(part.Id, Properties.SwayAmount.Name),
            ObeysWind = part.Sway?.ObeysWind ?? false,
        };
        if (part.Bend is { } bend)
        {
            return plan with { Weights = rigs.WeightsOf(mesh, bend, puppet, drawing), Bones = [.. bend.Bones.Select(bone => nodeOf[bone])] };
        }

        // A system is kept while what it was solved for stays: what a pin rides on and how it lags is read off the part as it is now.
        return rigs.SystemOf(drawing, part) is { } system
            ? plan with { Pins = system, Pulls = [.. part.Pins.Where(pin => pin.Hold != PinHold.Watch).Select((pin, i) => Pull(part, pin, system.RestOf(i)))] }
            : plan;
    }

    private PinPlan Pull(Part part, Pin pin, Point rest)
    {
        var shift = slotOf(pin.Id, Properties.ShiftX.Name);
        var rides = nodeOf[pin.RidesOn ?? part.Id];
        return new PinPlan(
            shift, slotOf(pin.Id, Properties.Turn.Name), slotOf(pin.Id, Properties.Size.Name), rides,
            pin.FollowThrough is null ? -1 : follow(pin.FollowThrough, rides, rest, shift, pin.Id));
    }
}
