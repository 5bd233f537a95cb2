using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>A gesture at one frame that is seen through the lens of another: from the one picture to the other, on the plane of what is gripped.</summary>
internal static class Lenses
{
    /// <param name="stood">An evaluator of the gesture's own.</param>
    /// <returns>Null where both are one picture.</returns>
    public static Homography? Between(Gesture gesture, Evaluator stood)
    {
        if (gesture.Lens is not { } lens || lens == gesture.Frame)
        {
            return null;
        }

        stood.EvaluateStage(lens);
        var camera = stood.Camera;
        stood.EvaluateStage(gesture.Frame);
        var thing = stood.Find(gesture.Grip.Owner ?? gesture.Grip.Thing);
        return thing is { Shown: true } && thing.SeenBy(stood.Plan.Film, camera) is { } seen && seen.TryInvert(out var toStage)
            ? thing.FromStage.Then(toStage)
            : throw new FilmException($"frame {lens}", "does not show what you are dragging", "go to a frame that does");
    }
}
