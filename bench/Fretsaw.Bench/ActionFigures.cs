using System.Diagnostics;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Spectre.Console;

namespace Fretsaw.Bench;

/// <summary>What placed actions cost: ten of the demo puppet's, each over the end of the one before, against the same in plain keys.</summary>
internal static class ActionFigures
{
    private const int Actions = 10;
    private const int Apart = 18;
    private const int Length = 24;

    public static void Measure(Table table, string folder)
    {
        var (film, _) = HornFirst.Build();
        var shot = film.Shots[0];
        var owner = shot.Things.First(thing => thing.Body is Cast).Id;
        film = new KeepActing(shot.Id, owner, [], 60, 60 + Length - 1, "bench-action", "Bench").Of(film).Apply(film);
        for (var i = 0; i < Actions; i++)
        {
            film = new PlaceAction(shot.Id, new Placed { Id = $"bench-{i}", Owner = owner, Action = "bench-action", Start = 1 + (i * Apart), Length = Length, StrengthPercent = 60 + (5 * i) }).Apply(film);
        }

        // What is keyed of the shot itself would rule within the actions: here they act alone.
        film = Bare(film, shot.Id, owner);
        var plain = Enumerable.Range(0, Actions).Aggregate(film, (current, i) => new TurnIntoKeys(shot.Id, $"bench-{i}").Apply(current));
        var (placed, keyed) = (new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache())), new Evaluator(PlanCompiler.Compile(plain, plain.Shots[0], new RigCache())));
        var (one, other) = (Rounds(placed, 3), Rounds(keyed, 3));
        for (var i = 0; i < 4; i++)
        {
            (one, other) = (Math.Min(one, Rounds(placed, 2)), Math.Min(other, Rounds(keyed, 2)));
        }

        table.AddRow($"{Actions} placed actions, cross-faded", $"{one:0.000} ms a frame, {one / other:0.00} times the same in {plain.Shots[0].Tracks.Sum(track => track.AllKeys.Length)} keys", "under 1.20");
    }

    private static Film Bare(Film film, string shotId, string owner) => film with
    {
        Shots = [.. film.Shots.Select(shot => shot.Id != shotId ? shot : shot with { Tracks = shot.Tracks.RemoveAll(track => track.Address.Owner == owner), Cards = shot.Cards.RemoveAll(card => card.Owner == owner) })],
    };

    private static double Rounds(Evaluator evaluator, int rounds)
    {
        var watch = Stopwatch.StartNew();
        var length = evaluator.Plan.Shot.Length;
        for (var round = 0; round < rounds; round++)
        {
            for (var frame = 1; frame <= length; frame++)
            {
                evaluator.Evaluate(frame);
            }
        }

        return watch.Elapsed.TotalMilliseconds / (rounds * length);
    }
}
