using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Asking;

/// <summary>Tracks → their values over time.</summary>
internal static class Graphs
{
    /// <summary>More lines than a person tells apart.</summary>
    private const int MostLines = 200;

    /// <summary>Digits behind the point: finer than anything that is shown.</summary>
    private const int Digits = 4;

    public static GraphAnswer Of(Plan plan, GraphQuestion question)
    {
        var (film, shot) = (plan.Film, plan.Shot);
        var seen = new Dictionary<string, double[][]>(StringComparer.Ordinal);
        var (from, to) = (Math.Clamp(question.From, 1, shot.Length), Math.Clamp(question.To, 1, shot.Length));
        var lines = ImmutableArray.CreateBuilder<GraphLine>();
        foreach (var address in question.Addresses.Distinct().Take(MostLines))
        {
            var cards = TrackRuns.CardsOf(shot, address);
            switch (shot.Tracks.Find(address))
            {
                case NumberTrack { Keys: var keys } track when Properties.Find(address) is { } property:
                    var run = TrackRuns.Of(track, cards);
                    lines.Add(Line(film, shot, address, address, property, [.. keys.Select(key => Key(key, key.Value, cards))], Sampled(from, to, run.At)));
                    break;
                case PlaceTrack { Keys: var keys } track when Properties.FindPlace(address) is { } place:
                    var path = TrackRuns.Of(track, cards);
                    for (var axis = 0; axis < place.Axes.Length; axis++)
                    {
                        var (along, value) = (axis, address with { Property = place.Axes[axis] });
                        lines.Add(Line(
                            film, shot, address, value, Properties.Find(value)!, [.. keys.Select(key => Key(key, key.At.Along(along), cards))], Sampled(from, to, frame => path.At(frame).Along(along))));
                    }

                    break;
                case null when plan.Slots.Find(address) is >= 0 and var slot && plan.Tracks.IsKeyed(slot) && !plan.Slots.PropertyOf(slot).Jumps:
                    // Keys have no say in it, but a placed action has.
                    lines.Add(Line(film, shot, address, address, plan.Slots.PropertyOf(slot), [], Seen(address)));
                    break;
            }
        }

        return new GraphAnswer(lines.ToImmutable());

        ImmutableArray<double> Seen(Address value) => SeenOf(plan, seen, value, from, to);

        GraphLine Line(Film film, Shot shot, Address track, Address value, PropertyInfo property, ImmutableArray<GraphKey> keys, ImmutableArray<double> values) =>
            new(track, value, Names.Of(film, shot, track).Name, property.Title, property.Unit, property.Step, property.Min, property.Max, keys, from, values)
            {
                Seen = Seen(value) is var shown && shown.AsSpan().SequenceEqual(values.AsSpan()) ? [] : shown,
            };
    }

    /// <summary>What the picture has, before dials: keys, the actions over them, on the drawings that stand.</summary>
    /// <param name="sampled">By owner, all its values at each frame.</param>
    private static ImmutableArray<double> SeenOf(Plan plan, Dictionary<string, double[][]> sampled, Address value, int from, int to)
    {
        var (owner, slot) = (plan.Slots.OwnerOf(value.Owner), plan.Slots.Find(value));
        if (owner < 0 || slot < 0)
        {
            return [];
        }

        var (first, count) = plan.Slots.SlotsOf(owner);
        if (!sampled.TryGetValue(value.Owner, out var frames))
        {
            var values = new double[plan.Slots.Count];
            frames = sampled[value.Owner] = [.. Enumerable.Range(from, Math.Max(0, to - from + 1)).Select(frame =>
            {
                Pipeline.Keyed(plan, owner, frame, values);
                return values.AsSpan(first, count).ToArray();
            })];
        }

        return [.. frames.Select(one => Math.Round(one[slot - first], Digits))];
    }

    private static GraphKey Key(Key key, double value, IReadOnlyDictionary<int, Timing.Gap> cards) => new(key.Frame, value, TrackRuns.GapOf(key, cards), key.Gap is not null);

    private static ImmutableArray<double> Sampled(int from, int to, Func<double, double> at)
    {
        var values = ImmutableArray.CreateBuilder<double>(Math.Max(0, to - from + 1));
        for (var frame = from; frame <= to; frame++)
        {
            values.Add(Math.Round(at(frame), Digits));
        }

        return values.ToImmutable();
    }
}
