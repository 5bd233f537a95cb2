using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

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
        string[] addresses = [AddressOf(Properties.ShiftX), AddressOf(Properties.ShiftY), AddressOf(Properties.Planted)];
        double[] values = [Math.Round(shift.X, 3), Math.Round(shift.Y, 3), Planted ? 1 : 0];
        ImmutableArray<string> all = [.. addresses];
        var edits = new List<Edit>();
        if (Frame > 1)
        {
            // Up to here it goes as it went; then the goal changes its ground within one frame.
            var before = frameAt(new View(Shot), Frame - 1);
            edits.Add(new SetKeys(Shot, Frame - 1, [.. addresses.Select(address => new KeyValue(address, before.Values[before.Plan.Slots.Find(address)]))]));
            edits.Add(new SetGap(Shot, Frame - 1, Chart.Hold, null, all));
            frameAt(new View(Shot), Frame);
        }

        edits.Add(new SetKeys(Shot, Frame, [.. addresses.Select((address, i) => new KeyValue(address, values[i]))]));

        // A first key also keys rest on the cards that follow, where it would come off the ground again by itself.
        var fresh = addresses.Where(address => frame.Plan.Shot.Channels.All(channel => channel.Id != address)).ToImmutableArray();
        var later = frame.Plan.Shot.Channels.SelectMany(channel => channel.Keys).Select(key => key.Frame).Where(key => key > Frame).Distinct();
        edits.AddRange(later.Where(_ => !fresh.IsEmpty).Select(key => new RemoveKeys(Shot, key, null, fresh)));
        edits.Add(new SetGap(Shot, Frame, Chart.Hold, null, all));
        return new Together(Planted ? "Planted it" : "Lifted it", edits);

        string AddressOf(PropertyInfo property) => new Address(Owner, Reach, property.Name).ToString();
    }
}
