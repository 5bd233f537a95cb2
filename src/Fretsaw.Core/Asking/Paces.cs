using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>A puppet over some frames → its fastest step.</summary>
internal static class Paces
{
    /// <summary>A gap longer than this is timed as far as this, frames.</summary>
    private const int Longest = 1000;

    public static PaceAnswer Of(Func<View, double, Evaluator> frameAt, PaceQuestion q)
    {
        var frame = frameAt(q.View, Math.Max(1, q.From));
        var film = frame.Plan.Film;
        if (frame.Find(q.Owner) is not { Cast: { } cast } thing)
        {
            return new PaceAnswer(0, q.From, "");
        }

        var puppet = cast.Plan.Puppet;
        List<string> points = [.. Tracing.PointsOf(puppet)];
        var before = new Point?[points.Count];
        var fastest = (Px: 0.0, Frame: q.From, Point: -1);
        var last = Math.Min(Math.Min(q.To, frame.Plan.Shot.Length), q.From + Longest);
        for (var number = Math.Max(1, q.From); number <= last; number++)
        {
            frame.EvaluateStage(number);
            frame.Pose(thing);
            var seen = thing.SeenBy(film, frame.Camera);
            for (var p = 0; p < points.Count; p++)
            {
                var now = Tracing.OnStage(thing, points[p]);
                if (before[p] is { } then && now is { } here && seen is { } toPicture)
                {
                    var px = (toPicture.Map(here) - toPicture.Map(then)).Length;
                    fastest = px > fastest.Px ? (px, number, p) : fastest;
                }

                before[p] = now;
            }
        }

        return new PaceAnswer(Math.Round(fastest.Px, 1), fastest.Frame, fastest.Point < 0 ? "" : Names.OfThing(puppet, points[fastest.Point]));
    }
}
