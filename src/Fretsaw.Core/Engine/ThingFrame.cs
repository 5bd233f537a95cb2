using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Engine;

/// <summary>A thing of the stage at the evaluated frame: where it stands, and how the camera sees it.</summary>
public sealed class ThingFrame
{
    internal ThingFrame(ThingPlan plan, double frameRate)
    {
        Plan = plan;
        Cast = plan.Puppet is null ? null : new CastFrame(plan, frameRate);
    }

    public ThingPlan Plan { get; private set; }

    /// <summary>For a puppet.</summary>
    public CastFrame? Cast { get; }

    public Standing Standing { get; private set; }

    /// <summary>Metres from the lens.</summary>
    public double Depth { get; private set; }

    /// <summary>The least W of <see cref="ToPicture"/> that is seen.</summary>
    public double NearestW => CameraState.NearestMetres / Math.Max(Depth, CameraState.NearestMetres);

    /// <summary>Before the lens, and not hidden or clear.</summary>
    public bool Shown { get; private set; }

    /// <summary>Softness, standard deviation in picture pixels; 0 where it is not shown.</summary>
    public double Sigma { get; private set; }

    /// <summary>Stage pixels on its plane → picture pixels. Only for what is shown.</summary>
    public Homography FromStage { get; private set; }

    /// <summary>Its own pixels → stage pixels; for a puppet posed ones, and only once it is posed.</summary>
    public Affine OnStage => Cast?.ToStage ?? Standing.Ground(default);

    /// <summary>Its own pixels → picture pixels.</summary>
    public Homography ToPicture => FromStage * OnStage;

    /// <summary>Picture pixels for one of its art, on average over it; 0 where it is not seen.</summary>
    /// <param name="part">For a puppet, which part; posed.</param>
    public double Magnification(Film film, PartPlan? part)
    {
        if (!Shown)
        {
            return 0;
        }

        var toPicture = part is null ? ToPicture : ToPicture * Cast!.Worlds[part.Node];
        return toPicture.Magnification(film.Drawings[part?.Drawing ?? Plan.Drawing].Bounds.Centre);
    }

    /// <summary>W is 1 where it stands, so that painters find the numbers they know from planes looked at straight.</summary>
    private Homography Seen(Film film, in CameraState camera)
    {
        var seen = Standing.FacesCamera ? camera.FacingToPicture(film, Standing.Distance, Standing.At) : camera.ToPicture(film, Standing.Distance);
        var w = seen.Depth(Standing.At);
        return w == 1 ? seen : seen.Over(w);
    }

    /// <summary>Stage pixels on its plane → picture pixels through the lens of another frame.</summary>
    /// <returns>Null where it would not be before that lens.</returns>
    public Homography? SeenBy(Film film, in CameraState camera) =>
        camera.Depth(film, Standing.Distance, Standing.At) > CameraState.NearestMetres ? Seen(film, camera) : null;

    /// <summary>Where it stands and how it is seen.</summary>
    internal void Stand(Film film, in CameraState camera, ReadOnlySpan<double> values)
    {
        Standing = Standing.Of(values);
        Depth = camera.Depth(film, Standing.Distance, Standing.At);
        Shown = Depth > CameraState.NearestMetres && Standing.Opacity > 0 && !Plan.Thing.Hidden;
        (FromStage, Sigma) = Shown
            ? (Seen(film, camera), camera.BlurSigma(film, Depth))
            : (Homography.Identity, 0);
    }
}
