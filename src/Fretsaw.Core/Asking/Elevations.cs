using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Asking;

/// <summary>An evaluated frame → the stage from the side, to scale.</summary>
internal static class Elevations
{
    public static ElevationAnswer Of(Evaluator frame)
    {
        var film = frame.Plan.Film;
        var camera = frame.Camera;
        var (near, far) = ThinLens.SharpZone(camera.Focus, camera.LensMm, camera.Stop);
        var halfHeight = PicturePlane.SensorWidthMm / camera.LensMm * film.Height / film.Width / 2;
        return new ElevationAnswer(
            camera.Focus, near, double.IsFinite(far) ? far : null, camera.LensMm, camera.Stop, camera.Dolly, halfHeight,
            [.. frame.Plan.Layers.Reverse().Select(layer => Stand(frame, layer))]);
    }

    private static Stander Stand(Evaluator frame, LayerPlan layer)
    {
        var plan = frame.Plan;
        var depth = frame.Camera.Depth(layer.Distance);
        var shown = frame.Camera.Shows(layer.Distance);
        var sigma = shown ? Math.Round(frame.Camera.BlurSigma(plan.Film, layer.Distance), 2) : 0;
        var circle = shown
            ? Math.Round(ThinLens.BlurCircleMm(depth, frame.Camera.Focus, frame.Camera.LensMm, frame.Camera.Stop) / PicturePlane.SensorWidthMm * plan.Film.Width, 1)
            : 0;
        if (layer.IsFlat)
        {
            var flat = plan.Flats[layer.Index];
            var (top, bottom) = Heights(frame, flat.Placement.Map(plan.Film.Drawings[flat.Drawing].Bounds));
            return new Stander(flat.Flat.Id, true, flat.Flat.Name, depth, top, bottom, sigma, circle);
        }

        var cast = frame.Cast[layer.Index];
        var (head, feet) = Heights(frame, cast.ToStage.Map(View.PuppetBox(plan.Film, cast.Plan.Puppet)));
        return new Stander(cast.Plan.Member.Id, false, cast.Plan.Member.Name, depth, head, feet, sigma, circle);
    }

    /// <summary>Metres below the lens's axis, of the top and bottom edges of a box in stage pixels.</summary>
    private static (double Top, double Bottom) Heights(Evaluator frame, Box stage)
    {
        var metres = PicturePlane.MetresPerPixel(frame.Plan.Film);
        var axis = frame.Plan.Film.Height / 2.0;
        return (((stage.Y - axis) * metres) + frame.Camera.Boom, ((stage.Bottom - axis) * metres) + frame.Camera.Boom);
    }
}
