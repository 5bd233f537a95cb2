using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>
/// A breakdown: what is keyed before this frame and after it is keyed here, so far from the one towards the other. What has no key on one
/// of its sides is left alone.
/// </summary>
/// <param name="Things">None for all of the owner but where it stands.</param>
/// <param name="Percent">0 for the pose before, 100 for the one after; beyond either, [−100, 200].</param>
public sealed record InBetween(string Shot, string Owner, ImmutableArray<string> Things, int Frame, double Percent) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmCheck.Range(Percent, -100, 200, "breakdown", "part of the way", "%");
        var shot = film.Shots.Find(Shot, "shot");
        var values = shot.Tracks.Of(Owner).Where(IsMeant).SelectMany(track => At(film, shot, track)).ToImmutableArray();
        FilmException.ThrowIf(values.IsEmpty, "breakdown", $"needs keys both before frame {Frame} and after it", "key a pose on either side of it");
        return new SetKeys(Shot, Frame, values, "Add breakdown");
    }

    private bool IsMeant(Track track) => Things.IsEmpty ? track.Address.Thing != Address.Stand : Things.Contains(track.Address.Thing);

    private IEnumerable<KeyValue> At(Film film, Films.Shot shot, Track track)
    {
        var before = track.AllKeys.LastOrDefault(key => key.Frame < Frame);
        var after = track.AllKeys.FirstOrDefault(key => key.Frame > Frame);
        var address = track.Address;
        switch (before, after)
        {
            case (NumberKey from, NumberKey to):
                return [new KeyValue(address, Within(address, from.Value + (Percent / 100 * (to.Value - from.Value))))];
            case (PlaceKey from, PlaceKey to):
                return Properties.FindPlace(address)!.Axes.Select((axis, i) => address with { Property = axis })
                    .Select((axis, i) => new KeyValue(axis, Within(axis, from.At.Along(i) + (Percent / 100 * (to.At.Along(i) - from.At.Along(i))))));
            case (ChoiceKey from, ChoiceKey to):
                return [new KeyValue(address) { Choice = Percent < 50 ? from.Id : to.Id }];
            default:
                return [];
        }

        double Within(Address at, double value) =>
            Properties.Find(film, shot, at) is { } property ? Math.Round(Math.Clamp(value, property.Min, property.Max), 4) : value;
    }
}
