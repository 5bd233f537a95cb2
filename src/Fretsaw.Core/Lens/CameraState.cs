using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Lens;

/// <summary>The camera at one frame.</summary>
/// <param name="Truck">Metres to the right.</param>
/// <param name="Boom">Metres up.</param>
/// <param name="Dolly">Metres forward.</param>
/// <param name="PanDegrees">Turn to the right, about the vertical.</param>
/// <param name="TiltDegrees">Then upwards.</param>
/// <param name="RollDegrees">Then clockwise about the way it looks: the picture turns the other way.</param>
/// <param name="Focus">Metres from the lens.</param>
public readonly record struct CameraState(
    double Truck, double Boom, double Dolly, double PanDegrees, double TiltDegrees, double RollDegrees, double LensMm, double Stop, double Focus, Unrest Unrest)
{
    /// <summary>Nearer than this to the lens nothing is shown.</summary>
    public const double NearestMetres = 0.05;

    private bool LooksStraight => PanDegrees == 0 && TiltDegrees == 0;

    /// <summary>Metres from the lens, along the way it looks, to a place on an upright plane at a distance from the lens at rest.</summary>
    /// <param name="at">Stage pixels.</param>
    public double Depth(Film film, double distance, Point at) =>
        LooksStraight ? distance - Dolly : Turned(ToWorld(film, distance, at)).Z;

    /// <summary>
    /// From stage pixels on the upright plane at a distance to picture pixels. Looked at straight on it is a similarity:
    /// magnification k = f·M / (36 mm · depth), which is 1 on the picture plane at rest, about the point the camera looks at. A
    /// truck of x shifts the plane by −k·x: twice as far, half the shift.
    /// </summary>
    public Homography ToPicture(Film film, double distance)
    {
        if (!LooksStraight)
        {
            var metres = PicturePlane.MetresPerPixel(film);
            return ToPicture(film, ToWorld(film, distance, default), new Place(metres, 0, 0), new Place(0, metres, 0));
        }

        var k = LensMm * film.FrameWidthMetres / (PicturePlane.SensorWidthMm * (distance - Dolly));
        var perMetre = 1 / PicturePlane.MetresPerPixel(film);
        var (sin, cos) = Math.SinCos(-(RollDegrees + Unrest.RollDegrees) * Angles.RadiansPerDegree);
        var (a, b) = (k * cos, k * sin);
        var (centreX, centreY) = (film.Width / 2.0, film.Height / 2.0);
        var (lookX, lookY) = (centreX + (Truck * perMetre), centreY - (Boom * perMetre));
        return Homography.Of(new Affine(
            a, b, -b, a,
            centreX + Unrest.X - (a * lookX) + (b * lookY),
            centreY + Unrest.Y - (b * lookX) - (a * lookY)));
    }

    /// <summary>The same of the plane through a place that stays parallel to the picture, whatever the camera's pan and tilt.</summary>
    /// <param name="at">The place that stays where it stands, stage pixels.</param>
    public Homography FacingToPicture(Film film, double distance, Point at)
    {
        if (LooksStraight)
        {
            return ToPicture(film, distance);
        }

        var metres = PicturePlane.MetresPerPixel(film);
        var (across, down) = (Untilted(new Place(metres, 0, 0)), Untilted(new Place(0, metres, 0)));
        return ToPicture(film, ToWorld(film, distance, at) - (across * at.X) - (down * at.Y), across, down);
    }

    /// <summary>
    /// Any plane: X = P + x·U + y·V through the lens is K·[R·U R·V R·(P − C)] (Hartley and Zisserman, Multiple View Geometry,
    /// 2nd ed. 2004, ch. 8), the roll and the unrest coming after, in the picture.
    /// </summary>
    /// <param name="origin">P, metres from where the lens is at rest, x right, y down, z forward.</param>
    /// <param name="across">U, metres for a pixel of the plane.</param>
    /// <param name="down">V, metres for a pixel of the plane.</param>
    /// <returns>Scaled so that W is metres from the lens.</returns>
    public Homography ToPicture(Film film, Place origin, Place across, Place down)
    {
        var (u, v, p) = (Rotated(across), Rotated(down), Turned(origin));
        var focal = LensMm / PicturePlane.SensorWidthMm * film.Width;
        var (sin, cos) = Math.SinCos(-(RollDegrees + Unrest.RollDegrees) * Angles.RadiansPerDegree);
        var (cx, cy) = ((film.Width / 2.0) + Unrest.X, (film.Height / 2.0) + Unrest.Y);
        return new Homography(
            X(u), X(v), X(p),
            Y(u), Y(v), Y(p),
            u.Z, v.Z, p.Z);

        double X(Place place) => (focal * ((cos * place.X) - (sin * place.Y))) + (cx * place.Z);

        double Y(Place place) => (focal * ((sin * place.X) + (cos * place.Y))) + (cy * place.Z);
    }

    /// <summary>Softness of what is so far from the lens, standard deviation in picture pixels.</summary>
    public double BlurSigma(Film film, double depth) => ThinLens.BlurSigmaPixels(depth, Focus, LensMm, Stop, film.Width);

    private static Place ToWorld(Film film, double distance, Point at)
    {
        var metres = PicturePlane.MetresPerPixel(film);
        return new Place((at.X - (film.Width / 2.0)) * metres, (at.Y - (film.Height / 2.0)) * metres, distance);
    }

    /// <summary>A place as the lens sees it, before the roll.</summary>
    private Place Turned(Place world) => Rotated(world - new Place(Truck, -Boom, Dolly));

    /// <summary>Pan about the vertical, then tilt.</summary>
    private Place Rotated(Place way)
    {
        var (sinPan, cosPan) = Math.SinCos(PanDegrees * Angles.RadiansPerDegree);
        var (sinTilt, cosTilt) = Math.SinCos(TiltDegrees * Angles.RadiansPerDegree);
        var (x, z) = ((cosPan * way.X) - (sinPan * way.Z), (sinPan * way.X) + (cosPan * way.Z));
        return new Place(x, (cosTilt * way.Y) + (sinTilt * z), (cosTilt * z) - (sinTilt * way.Y));
    }

    /// <summary>The other way round: a direction that the lens sees, as it lies in the world.</summary>
    private Place Untilted(Place way)
    {
        var (sinPan, cosPan) = Math.SinCos(PanDegrees * Angles.RadiansPerDegree);
        var (sinTilt, cosTilt) = Math.SinCos(TiltDegrees * Angles.RadiansPerDegree);
        var (y, z) = ((cosTilt * way.Y) - (sinTilt * way.Z), (sinTilt * way.Y) + (cosTilt * way.Z));
        return new Place((cosPan * way.X) + (sinPan * z), y, (cosPan * z) - (sinPan * way.X));
    }
}
