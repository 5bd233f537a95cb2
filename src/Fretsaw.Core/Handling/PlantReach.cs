using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Plants a goal on the ground where it stands at a frame, or lifts it off again. The shift is keyed along, so that nothing
/// jumps: a planted goal's shift is measured on the stage, a free one's from the body.
/// </summary>
public sealed record PlantReach(string Shot, string Owner, string Reach, int Frame, bool Planted) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        var cast = Drag.FindCast(frame, Owner);
        var index = Array.FindIndex(cast.Plan.Reaches, reach => reach.Reach.Id == Reach);
        FilmException.ThrowIf(index < 0, $"reach '{Reach}'", "is not on this puppet", "choose one that is");
        var onStage = cast.ToStage.Map(cast.Goals[index]);
        (Planted ? cast.Skeleton.Ground : cast.ToStage).TryInvert(out var inverse);
        var shift = inverse.Map(onStage) - cast.Plan.Reaches[index].GoalRest;
        ImmutableArray<Address> all = [AddressOf(Properties.ShiftX), AddressOf(Properties.ShiftY), AddressOf(Properties.Planted)];
        var edits = new List<Edit>();
        if (Frame > 1)
        {
            // Up to here it goes as it went; then the goal changes its ground within one frame.
            var before = frameAt(new View(Shot), Frame - 1);
            edits.Add(new SetKeys(Shot, Frame - 1, [.. all.Select(address => Stands(before, address))]));
            edits.Add(new SetGap(Shot, Frame - 1, Gap.Hold, all));
            frameAt(new View(Shot), Frame);
        }

        edits.Add(new SetKeys(Shot, Frame,
        [
            new KeyValue(all[0], Math.Round(shift.X, 3)), new KeyValue(all[1], Math.Round(shift.Y, 3)),
            new KeyValue(all[2]) { Choice = Planted ? Properties.OnStage : "" },
        ]));

        // A first key also keys rest on the cards that follow, where it would come off the ground again by itself.
        var fresh = all.Where(address => !frame.Plan.Tracks.IsKeyed(frame.Plan.Slots.Find(address))).ToImmutableArray();
        var later = frame.Plan.Shot.Cards.Where(card => card.Owner == Owner && card.Frame > Frame).Select(card => card.Frame);
        edits.AddRange(later.Where(_ => !fresh.IsEmpty).Select(key => new RemoveKeys(Shot, key, fresh)));
        edits.Add(new SetGap(Shot, Frame, Gap.Hold, all));
        return new Together(Planted ? "Planted it" : "Lifted it", edits);

        Address AddressOf(PropertyInfo property) => new(Owner, Reach, property.Name);
    }

    private static KeyValue Stands(Evaluator frame, Address address)
    {
        var slot = frame.Plan.Slots.Find(address);
        var property = frame.Plan.Slots.PropertyOf(slot);
        return property.Jumps ? new KeyValue(address) { Choice = property.IdOf(frame.Values[slot]) } : new KeyValue(address, frame.Values[slot]);
    }
}
