using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
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
            [.. Enumerable.Range(0, frame.Things.Length).Select(i => frame.Things[frame.FarToNear[^(i + 1)]]).Where(thing => !thing.Plan.Thing.Hidden).Select(thing => Stand(frame, thing))]);
    }

    private static Stander Stand(Evaluator frame, ThingFrame thing)
    {
        var film = frame.Plan.Film;
        var circle = thing.Shown
            ? Math.Round(ThinLens.BlurCircleMm(thing.Depth, frame.Camera.Focus, frame.Camera.LensMm, frame.Camera.Stop) / PicturePlane.SensorWidthMm * film.Width, 1)
            : 0;
        var (top, bottom) = Heights(frame, thing.OnStage.Map(thing.Plan.Puppet?.RestBox ?? film.Drawings[thing.Plan.Drawing].Bounds));
        return new Stander(
            thing.Plan.Thing.Id, thing.Cast is null ? ThingKind.Picture : ThingKind.Puppet, thing.Plan.Thing.Name, thing.Depth, top, bottom, Math.Round(thing.Sigma, 2), circle);
    }

    /// <summary>Metres below the lens's axis, of the top and bottom edges of a box in stage pixels.</summary>
    private static (double Top, double Bottom) Heights(Evaluator frame, Box stage)
    {
        var metres = PicturePlane.MetresPerPixel(frame.Plan.Film);
        var axis = frame.Plan.Film.Height / 2.0;
        return (((stage.Y - axis) * metres) + frame.Camera.Boom, ((stage.Bottom - axis) * metres) + frame.Camera.Boom);
    }
}
