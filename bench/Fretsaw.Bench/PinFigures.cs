using System.Diagnostics;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using Spectre.Console;

namespace Fretsaw.Bench;

/// <summary>
/// Pins as films had them first against pins that settle, over the same pulls in one run: time, and how far from the bottom of the
/// valley they end. The bottom is what settling comes to when it goes on to a ten-millionth of the art's size.
/// </summary>
internal static class PinFigures
{
    private const double Bottom = 1e-7;
    private const int Turns = 20;

    public static void Measure(Table table, string name, Film film)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        var parts = new Dictionary<(int Cast, int Part), List<PinPull[]>>();
        for (var frame = 1; frame <= film.Shots[0].Length; frame++)
        {
            evaluator.Evaluate(frame);
            foreach (var (cast, part, mesh) in Pinned(evaluator))
            {
                (parts.TryGetValue((cast, part), out var known) ? known : parts[(cast, part)] = []).Add(mesh.Pulls.ToArray());
            }
        }

        foreach (var ((cast, index), pulls) in parts.Take(1))
        {
            var plan = evaluator.Cast[cast].Plan.Parts[index];
            var (first, settled) = (Solver(film, plan.Part, PinMethod.Rounds), Solver(film, plan.Part, PinMethod.Settled));
            var bottom = new ArapState(settled.System, Bottom);
            var (off, offSettled, rounds, roundsSettled) = (0.0, 0.0, 0, 0);
            foreach (var pull in pulls)
            {
                bottom.Solve(pull);
                first.State.Solve(pull);
                settled.State.Solve(pull);
                (off, offSettled) = (Math.Max(off, Apart(first.State, bottom)), Math.Max(offSettled, Apart(settled.State, bottom)));
                (rounds, roundsSettled) = (rounds + first.State.Rounds, roundsSettled + settled.State.Rounds);
            }

            var (before, after) = (double.PositiveInfinity, double.PositiveInfinity);
            for (var turn = 0; turn < Turns; turn++)
            {
                (before, after) = (Math.Min(before, Time(first.State, pulls)), Math.Min(after, Time(settled.State, pulls)));
            }

            var size = settled.System.Mesh.LongerSide();
            table.AddRow(
                $"Pins of {name}, {plan.Part.Name.ToLowerInvariant()}, {settled.System.Mesh.VertexCount} vertices, {pulls.Count} poses: time of settling against the rounds of before",
                $"{after:0.000} against {before:0.000} ms, {after / before:0.00} times", "no more than 1");
            table.AddRow(
                $"The same: farthest from the least energy, a vertex, on a drawing {size:0} px long; rounds",
                $"{offSettled:0.000} against {off:0.00} px; {(double)roundsSettled / pulls.Count:0.0} against {(double)rounds / pulls.Count:0.0}", $"under {0.3 * size / 1000:0.00} px");
        }
    }

    private static IEnumerable<(int Cast, int Part, MeshFrame Mesh)> Pinned(Evaluator frame) =>
        from cast in Enumerable.Range(0, frame.Cast.Length)
        from part in Enumerable.Range(0, frame.Cast[cast].Meshes.Length)
        let mesh = frame.Cast[cast].Meshes[part]
        where mesh?.Pins is { Rounds: > 0 }
        select (cast, part, mesh);

    private static (ArapSystem System, ArapState State) Solver(Film film, Part part, PinMethod method)
    {
        var system = new RigCache().SystemOf(film.Drawings.First(drawing => drawing.Id == part.Drawing), part with { Mesh = part.Mesh! with { Method = method } })!;
        return (system, new ArapState(system));
    }

    private static double Time(ArapState state, List<PinPull[]> pulls)
    {
        var watch = Stopwatch.StartNew();
        foreach (var pull in pulls)
        {
            state.Solve(pull);
        }

        return watch.Elapsed.TotalMilliseconds / pulls.Count;
    }

    private static double Apart(ArapState a, ArapState b) =>
        Enumerable.Range(0, a.X.Length).Max(v => new Point(a.X[v] - b.X[v], a.Y[v] - b.Y[v]).Length);
}
