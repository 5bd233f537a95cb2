using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Lens;

/// <summary>The camera at one frame.</summary>
/// <param name="Truck">Metres to the right.</param>
/// <param name="Boom">Metres up.</param>
/// <param name="Dolly">Metres forward.</param>
/// <param name="RollDegrees">Clockwise turn of the camera: the picture turns the other way.</param>
/// <param name="Focus">Metres from the lens.</param>
public readonly record struct CameraState(
    double Truck, double Boom, double Dolly, double RollDegrees, double LensMm, double Stop, double Focus, Unrest Unrest)
{
    /// <summary>Nearer than this to the lens nothing is shown.</summary>
    public const double NearestMetres = 0.05;

    /// <summary>Metres from the lens to a thing that stands at a distance from the lens at rest.</summary>
    public double Depth(double distance) => distance - Dolly;

    public bool Shows(double distance) => Depth(distance) > NearestMetres;

    /// <summary>
    /// From stage pixels on the plane at a distance to picture pixels. The plane is upright and the camera looks
    /// straight at it, so the homography is a similarity: magnification k = f·M / (36 mm · depth), which is 1 on the
    /// picture plane at rest, about the point the camera looks at. A truck of x shifts the plane by −k·x: twice as
    /// far, half the shift.
    /// </summary>
    public Affine ToPicture(Film film, double distance)
    {
        var k = LensMm * film.FrameWidthMetres / (PicturePlane.SensorWidthMm * Depth(distance));
        var perMetre = 1 / PicturePlane.MetresPerPixel(film);
        var (sin, cos) = Math.SinCos(-(RollDegrees + Unrest.RollDegrees) * Angles.RadiansPerDegree);
        var (a, b) = (k * cos, k * sin);
        var (centreX, centreY) = (film.Width / 2.0, film.Height / 2.0);
        var (lookX, lookY) = (centreX + (Truck * perMetre), centreY - (Boom * perMetre));
        return new Affine(
            a, b, -b, a,
            centreX + Unrest.X - (a * lookX) + (b * lookY),
            centreY + Unrest.Y - (b * lookX) - (a * lookY));
    }

    /// <summary>Softness of a thing at a distance, standard deviation in picture pixels.</summary>
    public double BlurSigma(Film film, double distance) =>
        ThinLens.BlurSigmaPixels(Depth(distance), Focus, LensMm, Stop, film.Width);
}
