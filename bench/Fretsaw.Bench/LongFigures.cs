using System.Diagnostics;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;
using Spectre.Console;

namespace Fretsaw.Bench;

/// <summary>Figures of a film of fifty long shots beside a film of one of them, and the files with which the browser's half measures the same.</summary>
internal static class LongFigures
{
    private const int Shots = 50;
    private const int Scrubs = 400;
    private const int Edits = 300;
    private const int ChosenKeys = 5000;

    public static void Measure(Table table, string folder)
    {
        Directory.CreateDirectory(folder);
        var (one, many) = (LongFilm.Build(1), LongFilm.Build(Shots));
        var size = RigFigures.Save(many, Path.Combine(folder, "long.fretsaw"));
        RigFigures.Save(one, Path.Combine(folder, "one-shot.fretsaw"));
        table.AddRow($"{Shots} shots of 2,000 frames, four heavy puppets and 20,000 keys each, as a bundle", $"{size / 1e6:0.0} MB", "");

        Scrub(table, one);
        Snags(table, one);
        FirstKey(table, one);
        Chart(table, one);
        var (few, all) = (double.MaxValue, double.MaxValue);
        for (var turn = 0; turn < 3; turn++)
        {
            (few, all) = (Math.Min(few, Key(one)), Math.Min(all, Key(many)));
        }

        table.AddRow("An edit of one key in the core, with what undoes it and what it tells: one shot, fifty", $"{few:0.000}, {all:0.000} ms, {all / few:0.00} times", "at most 1.3");
    }

    private static void Scrub(Table table, Film film)
    {
        var random = new Random(7);
        var times = FrameTimes.Measure(film, 50, Scrubs, _ => 1 + random.Next(LongFilm.ShotLength));
        table.AddRow("Scrubbing one of them to frames at random, p95", $"{times.P95:0.0} ms", "under 16 ms");
    }

    /// <summary>A value's first key puts a track in among the others; those keep what was compiled of them.</summary>
    private static void FirstKey(Table table, Film film)
    {
        var shot = film.Shots[0];
        var plan = PlanCompiler.Compile(film, shot, new RigCache());
        var first = new SetKeys(shot.Id, 40, [new KeyValue(new Address(shot.Things[0].Id, Address.Stand, "opacity"), 90)]);
        var later = new SetKeys(shot.Id, 40, [new KeyValue(shot.Tracks[0].Address, 3)]);
        var (begun, changed) = (double.MaxValue, double.MaxValue);
        for (var turn = 0; turn < 60; turn++)
        {
            (begun, changed) = (Math.Min(begun, Replanned(plan, film, first)), Math.Min(changed, Replanned(plan, film, later)));
        }

        table.AddRow("A first key among 20,000 against another key of a track, both until the plan has it", $"{begun:0.000}, {changed:0.000} ms, {begun / changed:0.00} times", "at most 1.3");
    }

    /// <summary>What the page sends when a chart is pressed while keys are chosen: a gap a frame, with the values that have a key there.</summary>
    private static void Chart(Table table, Film film)
    {
        var shot = film.Shots[0];
        var keys = shot.Tracks.OfType<NumberTrack>().SelectMany(track => track.Keys.Select(key => (track.Address, key.Frame))).Take(ChosenKeys).ToList();
        var edit = new Together("Chose a chart", [.. keys.GroupBy(key => key.Frame).Select(at => new SetGap(shot.Id, at.Key, Gap.Even, [.. at.Select(key => key.Address)]))]);
        var best = double.MaxValue;
        for (var turn = 0; turn < 12; turn++)
        {
            var watch = Stopwatch.StartNew();
            var after = edit.Apply(film);
            _ = Inverse.Of(film, after);
            _ = FilmChange.Between(film, after);
            best = Math.Min(best, watch.Elapsed.TotalMilliseconds);
        }

        table.AddRow($"A chart for {keys.Count:n0} chosen keys ({edit.Edits.Count} gaps), with what undoes it and what it tells", $"{best:0.0} ms", "under 50 ms");
    }

    private static double Replanned(Plan plan, Film film, SetKeys edit)
    {
        var watch = Stopwatch.StartNew();
        var after = edit.Apply(film);
        var planned = plan.WithKeysOf(after, after.Shots[0]);
        return planned is null ? throw new InvalidOperationException("The edit changed more than keys.") : watch.Elapsed.TotalMilliseconds;
    }

    /// <summary>Turn and turn about, so that a noisy neighbour on the machine spoils neither side alone.</summary>
    private static void Snags(Table table, Film film)
    {
        var shot = film.Shots[0];
        var (plain, checks, found) = (double.MaxValue, double.MaxValue, 0);
        for (var turn = 0; turn < 2; turn++)
        {
            var rigs = new RigCache();
            var evaluator = new Evaluator(PlanCompiler.Compile(film, shot, rigs));
            evaluator.Evaluate(1);
            var watch = Stopwatch.StartNew();
            for (var frame = 1; frame <= shot.Length; frame++)
            {
                evaluator.Evaluate(frame);
            }

            plain = Math.Min(plain, watch.Elapsed.TotalMilliseconds);
            watch.Restart();
            found = SnagFinder.Find(film, shot, rigs).Count();
            checks = Math.Min(checks, watch.Elapsed.TotalMilliseconds);
        }

        table.AddRow($"All snags of that shot ({found}) against one plain evaluation of its frames", $"{checks:0}, {plain:0} ms, {checks / plain:0.00} times", "at most 1.5");
    }

    private static double Key(Film film)
    {
        var shot = film.Shots[^1];
        var track = (NumberTrack)shot.Tracks[17];
        var watch = new Stopwatch();
        for (var i = -30; i < Edits; i++)
        {
            var key = track.Keys[Math.Abs(i) % track.Keys.Length];
            if (i == 0)
            {
                watch.Restart();
            }

            var after = new SetKeys(shot.Id, key.Frame, [new KeyValue(track.Address, i / 10.0)]).Apply(film);
            _ = Inverse.Of(film, after);
            _ = FilmChange.Between(film, after);
            film = after;
        }

        return watch.Elapsed.TotalMilliseconds / Edits;
    }
}
