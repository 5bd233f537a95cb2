namespace Fretsaw.Core.Films;

/// <summary>Where the stage's pixels and the world's metres meet.</summary>
public static class PicturePlane
{
    /// <summary>Sensor width in mm: the width of the 35 mm still format, which lens names refer to (common practice).</summary>
    public const double SensorWidthMm = 36;

    /// <summary>Metres from the lens at rest to the plane that the rest lens shows exactly one frame wide: M · f / 36 mm.</summary>
    public static double DistanceMetres(Film film) => film.FrameWidthMetres * film.RestLensMm / SensorWidthMm;

    public static double MetresPerPixel(Film film) => film.FrameWidthMetres / film.Width;
}
