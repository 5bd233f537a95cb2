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
        FilmException.ThrowIf(index < 0, $"reach '{Reach}'", "is not on this puppet", "select one that is");
        var onStage = cast.ToStage.Map(cast.Goals[index]);
        (Planted ? cast.Skeleton.Ground : cast.ToStage * cast.Skeleton.FreeSpaceOf(cast.Plan.Reaches[index].Nodes[0])).TryInvert(out var inverse);
        var shift = inverse.Map(onStage) - cast.Plan.Reaches[index].GoalRest;
        return new Together(Planted ? "Plant goal" : "Lift goal", [.. Changeover.At(Shot, Owner, Frame,
        [
            new KeyValue(AddressOf(Properties.ShiftX), Math.Round(shift.X, 3)), new KeyValue(AddressOf(Properties.ShiftY), Math.Round(shift.Y, 3)),
            new KeyValue(AddressOf(Properties.Planted)) { Choice = Planted ? Properties.OnStage : "" },
        ], frameAt)]);

        Address AddressOf(PropertyInfo property) => new(Owner, Reach, property.Name);
    }
}
