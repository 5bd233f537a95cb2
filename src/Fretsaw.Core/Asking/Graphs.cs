using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Asking;

/// <summary>Tracks → their values over time.</summary>
internal static class Graphs
{
    /// <summary>More lines than a person tells apart.</summary>
    private const int MostLines = 200;

    /// <summary>Digits behind the point: finer than anything that is shown.</summary>
    private const int Digits = 4;

    public static GraphAnswer Of(Film film, Shot shot, GraphQuestion question)
    {
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
            }
        }

        return new GraphAnswer(lines.ToImmutable());

        GraphLine Line(Film film, Shot shot, Address track, Address value, PropertyInfo property, ImmutableArray<GraphKey> keys, ImmutableArray<double> values) =>
            new(track, value, Names.Of(film, shot, track).Name, property.Title, property.Unit, property.Step, property.Min, property.Max, keys, from, values);
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
