using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Demo;

/// <summary>Values at a frame, with the chart of the gap that begins there.</summary>
internal static class Keyed
{
    public static Film At(Film film, string shot, int frame, Chart gap, ImmutableArray<KeyValue> keys) =>
        Gap(new SetKeys(shot, frame, keys).Apply(film), shot, frame, gap, keys);

    public static Film Gap(Film film, string shot, int frame, Chart gap, ImmutableArray<KeyValue> keys) =>
        new SetGap(shot, frame, gap, null, [.. keys.Select(key => key.Address)]).Apply(film);

    /// <param name="values">Of things of one puppet on the stage.</param>
    public static ImmutableArray<KeyValue> Of(string cast, (string Thing, string Property, double Value)[] values) =>
        [.. values.Select(value => new KeyValue(new Address(cast, value.Thing, value.Property).ToString(), value.Value))];
}
