using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>A placed action that is to go by its feet, of which none ever stands: it stays where it is.</summary>
internal static class NoFeet
{
    public static IEnumerable<Snag> Find(Plan plan)
    {
        foreach (var placed in plan.Tracks.Actions.Where(action => action.HasNoFeet).Select(action => action.Placed))
        {
            var (shot, name) = (plan.Shot.Id, plan.Film.Kept.First(kept => kept.Id == placed.Action).Name);
            yield return new Snag(
                "feet", "act", placed.Start, new Address(placed.Owner, Address.Body, Properties.ShiftX.Name), ThingKind.Body, placed.Length, "frames",
                $"“{name}” travels by its feet, and none of them is planted at any frame.", new ChangePlaced(shot, placed.Id, Travel: Travel.InPlace), "Keep it in place");
        }
    }
}
