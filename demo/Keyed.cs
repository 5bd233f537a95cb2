using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>Values at a frame, with the gap that begins there.</summary>
internal static class Keyed
{
    /// <summary>A card of an owner.</summary>
    public static Film Card(Film film, string shot, int frame, Gap gap, ImmutableArray<KeyValue> keys) =>
        new SetGap(shot, frame, gap, [], keys[0].Address.Owner).Apply(new SetKeys(shot, frame, keys).Apply(film));

    /// <summary>A few keys with a gap of their own.</summary>
    public static Film At(Film film, string shot, int frame, Gap gap, ImmutableArray<KeyValue> keys) =>
        new SetGap(shot, frame, gap, [.. keys.Select(key => key.Address)]).Apply(new SetKeys(shot, frame, keys).Apply(film));

    /// <summary>The same of things that have keys alone: their first key makes none on the cards that are there.</summary>
    public static Film Alone(Film film, string shot, int frame, Gap gap, ImmutableArray<KeyValue> keys)
    {
        var before = film.Shots.First(one => one.Id == shot).Tracks.Select(track => track.Address).ToHashSet();
        film = At(film, shot, frame, gap, keys);
        var begun = film.Shots.First(one => one.Id == shot).Tracks.Where(track => !before.Contains(track.Address)).ToList();
        return begun.SelectMany(track => track.AllKeys.Where(key => key.Frame != frame).Select(key => new RemoveKeys(shot, key.Frame, [track.Address])))
            .Aggregate(film, (current, edit) => edit.Apply(current));
    }

    /// <param name="values">Of things of one puppet on the stage.</param>
    public static ImmutableArray<KeyValue> Of(string cast, params (string Thing, string Property, double Value)[] values) =>
        [.. values.Select(value => new KeyValue(new Address(cast, value.Thing, value.Property), value.Value))];

    /// <summary>Blinks at irregular times.</summary>
    /// <param name="lid">Id of the dial that shuts the eyes; its key at the first frame is made here.</param>
    public static Film Blinking(Film film, string shot, string cast, string lid, int from, int to, double every, int seed)
    {
        film = film.Shots.First(one => one.Id == shot).Tracks.Any(track => track.Address.Owner == cast && track.Address.Thing == lid)
            ? film
            : Alone(film, shot, 1, Gap.Both, Of(cast, (lid, "across", 0)));
        return new Blink(shot, cast, [lid], from, to) { EverySeconds = every, Seed = seed }
            .ToEdit(film, (_, _) => throw new InvalidOperationException("A blink asks for no frame.")).Apply(film);
    }

    public static ImmutableArray<KeyValue> Choice(string cast, string thing, string property, string id) => [new KeyValue(new Address(cast, thing, property)) { Choice = id }];
}
