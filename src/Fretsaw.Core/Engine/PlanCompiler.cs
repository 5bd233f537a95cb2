using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>Film and shot → plan.</summary>
public static class PlanCompiler
{
    public static Plan Compile(Film film, Shot shot, RigCache rigs, bool backdrop = true, bool blocked = false, CancellationToken cancel = default)
    {
        var (slots, steps) = (new SlotLayout(), new StepTable(film, shot));
        var camera = slots.Add(Address.Camera, new ValueTable([(Address.View, Properties.OfCamera(film))]));
        var wind = slots.Add(Address.Wind, new ValueTable([(Address.Air, Properties.Of(shot.Wind))]));
        var things = shot.Things.Select((thing, index) => Place(film, shot, thing, index, slots, rigs, cancel) with { Every = steps.Of(thing.Id) }).ToArray();
        things = [.. things.Select(thing => thing.Thing.Body is Cast { Lent.IsEmpty: false } cast ? Lend(film, shot, thing, cast, things, slots) : thing)];
        return new Plan
        {
            Film = film,
            Shot = shot,
            Slots = slots,
            Tracks = new TrackTable(slots, film, shot, blocked, steps),
            CameraSlot = camera,
            WindSlot = wind,
            Things = things,
            References = [.. shot.References.Select(reference => (reference, reference.Pictures.Select(picture => rigs.DrawingsOf(film)[picture]).ToArray()))],
            Backdrop = backdrop ? film.Backdrop : default,
        };
    }

    private static ThingPlan Lend(Film film, Shot shot, ThingPlan thing, Cast cast, ThingPlan[] things, SlotLayout slots)
    {
        foreach (var part in cast.Lent.Select(lent => lent.Part).Distinct())
        {
            if (thing.Puppet!.Values.Find(part, Properties.RidesOn.Name) is >= 0 and var number)
            {
                slots.Show(thing.PuppetSlot + number, Properties.WithHolders(thing.Puppet.Values.PropertyOf(number), film, shot, cast, part));
            }
        }

        return thing with { Lent = LentPlan.Of(shot, cast, thing.Puppet!, things) };
    }

    private static ThingPlan Place(Film film, Shot shot, Thing thing, int index, SlotLayout slots, RigCache rigs, CancellationToken cancel)
    {
        var stand = new ValueTable([(Address.Stand, Properties.Of(thing.Stand))]);
        if (thing.Body is Picture picture)
        {
            var slot = slots.Add(thing.Id, stand);
            return new ThingPlan(thing, index, slot, rigs.DrawingsOf(film)[picture.Drawing], null, slot + stand.Count);
        }

        var puppet = rigs.PlanOf(film, ((Cast)thing.Body).Puppet, cancel);
        var kept = film.Kept.Where(one => one.IsExpression && puppet.Values.Find(one.Id, Properties.Amount.Name) < 0 && puppet.Puppet.Parts.All(part => part.Id != one.Id)).ToList();
        var faces = new ValueTable(kept.Select(one => (one.Id, (ImmutableArray<PropertyInfo>)[Properties.Amount])));
        var first = slots.Add(thing.Id, stand, puppet.Values, faces);
        var face = first + stand.Count + puppet.Values.Count;
        return new ThingPlan(thing, index, first, -1, puppet, first + stand.Count)
        {
            Expressions = [.. kept.Select((one, i) => ExpressionPlan.Of(film, puppet, one, face + i)).Where(one => one.Values.Length > 0)],
            Mouths = MouthPlan.Of(shot, thing.Id, puppet),
        };
    }
}
