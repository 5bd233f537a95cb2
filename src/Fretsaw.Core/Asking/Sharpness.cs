using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Asking;

/// <summary>How far raster art is pushed in over a shot.</summary>
internal static class Sharpness
{
    /// <param name="thing">Id of a picture on the stage, or of a part of a puppet there.</param>
    public static SharpnessAnswer Of(Film film, Shot shot, RigCache rigs, string thing)
    {
        var frame = new Evaluator(PlanCompiler.Compile(film, shot, rigs));
        var uses = frame.Things.Select(one => (Thing: one, Drawing: DrawingOf(one, thing, out var part), Part: part)).Where(use => use.Drawing >= 0).ToList();
        FilmException.ThrowIf(uses.Count == 0, $"'{thing}'", "is not a picture or part of this shot", "select one that is");
        if (film.Drawings[uses[0].Drawing].Raster is not { } raster)
        {
            return new SharpnessAnswer(true, 0, 1, 0);
        }

        var (largest, at) = (0.0, 1);
        for (var number = 1; number <= shot.Length; number++)
        {
            frame.EvaluateStage(number);
            foreach (var use in uses)
            {
                frame.Pose(use.Thing);
                var scale = use.Thing.Magnification(film, use.Part) * raster.PixelSize;
                (largest, at) = scale > largest ? (scale, number) : (largest, at);
            }
        }

        return new SharpnessAnswer(false, Math.Round(largest, 3), at, largest > 0 ? Math.Round(100 / largest, 1) : 0);
    }

    private static int DrawingOf(ThingFrame thing, string id, out PartPlan? part)
    {
        part = thing.Cast is { } cast ? Array.Find(cast.Plan.Parts, one => one.Part.Id == id) : null;
        return part?.Drawing ?? (thing.Plan.Thing.Id == id ? thing.Plan.Drawing : -1);
    }
}
