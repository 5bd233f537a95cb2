using System.Diagnostics;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;

namespace Fretsaw.Bench;

/// <summary>What frames of a film's first shot take to evaluate and to write as draw lists, ms.</summary>
/// <param name="Sorted">Rising.</param>
internal sealed record FrameTimes(double[] Sorted, Evaluator Frame)
{
    public double P95 => Sorted[(int)(0.95 * Sorted.Length)];

    /// <param name="warm">Frames before the first that counts.</param>
    /// <param name="frameAt">Asked once for each, in their order.</param>
    public static FrameTimes Measure(Film film, int warm, int count, Func<int, int> frameAt)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        var (writer, times) = (new DrawListWriter(), new double[count]);
        for (var i = -warm; i < count; i++)
        {
            var began = Stopwatch.GetTimestamp();
            evaluator.Evaluate(frameAt(i + warm));
            writer.Write(evaluator);
            if (i >= 0)
            {
                times[i] = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
            }
        }

        Array.Sort(times);
        return new FrameTimes(times, evaluator);
    }
}
