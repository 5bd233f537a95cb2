using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>All that placed actions say of one puppet on the stage.</summary>
internal static class PuppetActions
{
    /// <param name="held">Nothing moves between keys, whatever their gaps say.</param>
    /// <param name="under">What the owner's keys alone say of one of its values at a frame.</param>
    /// <returns>None for what is no puppet, or has no action placed.</returns>
    public static ImmutableArray<LaidValue> Of(Film film, Shot shot, string owner, bool held, Func<Address, double, double> under)
    {
        if (shot.Placed.IsEmpty || !shot.Placed.Any(placed => placed.Owner == owner) || shot.PuppetOf(film, owner) is not { } puppet)
        {
            return [];
        }

        var layers = new Dictionary<Address, List<(PlacedAction Action, ActionNumber Number)>>();
        var end = double.NegativeInfinity;
        foreach (var placed in shot.Placed.Where(placed => placed.Owner == owner).OrderBy(placed => placed.Start))
        {
            if (film.Kept.FirstOrDefault(kept => kept.Id == placed.Action) is not { } kept)
            {
                continue;
            }

            var values = ActionValues.Of(film, puppet, owner, kept, HowToAct.Of(placed), held);
            var action = new PlacedAction(placed, kept, puppet, values, end - placed.Start, value => Seen(value, placed.Start), layers.ContainsKey);
            end = placed.End();
            foreach (var number in action.Numbers)
            {
                (layers.TryGetValue(number.Value.Address, out var list) ? list : layers[number.Value.Address] = []).Add((action, number));
            }
        }

        return [.. layers.Select(pair => Laid(shot, pair.Key, pair.Value))];

        double Seen(ActionValue value, double frame)
        {
            var keyed = under(value.Address, frame);
            return layers.TryGetValue(value.Address, out var list) ? Laid(shot, value.Address, list).At(frame, keyed) : keyed;
        }
    }

    private static LaidValue Laid(Shot shot, Address address, List<(PlacedAction Action, ActionNumber Number)> actions)
    {
        var property = actions[0].Number.Value.Property;
        var frames = shot.Tracks.WithNumber(address)?.AllKeys.Select(key => (double)key.Frame).ToList() ?? [];
        return new LaidValue(address, property, [.. actions.Select(one =>
        {
            var inside = frames.Where(frame => frame >= one.Action.Clock.Start && frame <= one.Action.Clock.End).DefaultIfEmpty(double.NaN).ToList();
            var after = frames.Where(frame => frame > one.Action.Clock.End).DefaultIfEmpty(double.PositiveInfinity).First();
            return new LaidValue.Layer(one.Action, one.Number, after, inside[0], inside[^1]);
        })]);
    }
}
