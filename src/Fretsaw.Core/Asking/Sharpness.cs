using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Asking;

/// <summary>How far raster art is pushed in over a shot.</summary>
internal static class Sharpness
{
    /// <param name="thing">Id of a flat, or of a part of a puppet on the stage.</param>
    public static SharpnessAnswer Of(Film film, Shot shot, RigCache rigs, string thing)
    {
        var frame = new Evaluator(PlanCompiler.Compile(film, shot, rigs));
        var plan = frame.Plan;
        var flat = Array.Find(plan.Flats, one => one.Flat.Id == thing);
        var part = plan.Cast.SelectMany(cast => cast.Parts).FirstOrDefault(one => one.Part.Id == thing);
        var drawing = flat?.Drawing ?? part?.Drawing ?? throw new FilmException($"'{thing}'", "is no flat or part of this shot", "choose one that is");
        if (film.Drawings[drawing].Raster is null)
        {
            return new SharpnessAnswer(true, 0, 1, 0);
        }

        var (largest, at) = (0.0, 1);
        for (var number = 1; number <= shot.Length; number++)
        {
            if (flat is null)
            {
                frame.Evaluate(number);
            }
            else
            {
                frame.EvaluateCamera(number);
            }

            var scale = flat is null ? ScaleOf(frame, part!) : ScaleOf(frame, flat);
            (largest, at) = scale > largest ? (scale, number) : (largest, at);
        }

        return new SharpnessAnswer(false, Math.Round(largest, 3), at, largest > 0 ? Math.Round(100 / largest, 1) : 0);
    }

    /// <summary>Picture pixels a pixel of a flat at the evaluated frame; 0 where it is not seen.</summary>
    public static double ScaleOf(Evaluator frame, FlatPlan flat) => frame.Camera.Shows(flat.Flat.Distance)
        ? (frame.Camera.ToPicture(frame.Plan.Film, flat.Flat.Distance) * flat.Placement).MeanScale
        : 0;

    /// <summary>The same of a part, on average over it.</summary>
    public static double ScaleOf(Evaluator frame, PartPlan part) =>
        frame.Cast.Where(cast => cast.Plan.Parts.Contains(part) && frame.Camera.Shows(cast.Plan.Member.Distance))
            .Select(cast => (Overlays.ToPicture(frame, cast) * cast.Worlds[part.Node]).MeanScale)
            .DefaultIfEmpty(0).Max();
}
