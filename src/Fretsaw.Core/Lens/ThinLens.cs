using Fretsaw.Core.Films;

namespace Fretsaw.Core.Lens;

/// <summary>Depth of field of a thin lens. Distances in metres from the lens, focal lengths and circles in mm.</summary>
/// <remarks>The formulas and check values are those of any optics handbook; LensTests holds them to worked numbers.</remarks>
public static class ThinLens
{
    /// <summary>The circle that still looks sharp on a 36 mm sensor (common practice).</summary>
    public const double SharpCircleMm = 0.030;

    /// <summary>Diameter on the sensor of the disc that a point at a distance becomes: |d − s|/d · f²/(N·(s − f)).</summary>
    /// <param name="distanceMetres">&gt; 0.</param>
    /// <param name="focusMetres">Beyond the focal length; nearer is taken as just beyond it.</param>
    public static double BlurCircleMm(double distanceMetres, double focusMetres, double lensMm, double stop)
    {
        var focusMm = Math.Max(focusMetres * 1000, lensMm * 1.01);
        return Math.Abs((distanceMetres * 1000) - focusMm) / (distanceMetres * 1000) * lensMm * lensMm / (stop * (focusMm - lensMm));
    }

    /// <summary>
    /// The Gaussian that stands for that disc, in picture pixels: a uniform disc of diameter c has the standard
    /// deviation c/4 along any axis.
    /// </summary>
    public static double BlurSigmaPixels(double distanceMetres, double focusMetres, double lensMm, double stop, double frameWidthPixels) =>
        BlurCircleMm(distanceMetres, focusMetres, lensMm, stop) / PicturePlane.SensorWidthMm * frameWidthPixels / 4;

    /// <summary>Focused here, everything from half the distance to infinity is sharp: f²/(N·c₀) + f.</summary>
    public static double HyperfocalMetres(double lensMm, double stop, double sharpCircleMm = SharpCircleMm) =>
        ((lensMm * lensMm / (stop * sharpCircleMm)) + lensMm) / 1000;

    /// <summary>The sharp zone: near = s(H − f)/(H + s − 2f), far = s(H − f)/(H − s), infinite from s = H on.</summary>
    public static (double NearMetres, double FarMetres) SharpZone(double focusMetres, double lensMm, double stop, double sharpCircleMm = SharpCircleMm)
    {
        var h = HyperfocalMetres(lensMm, stop, sharpCircleMm);
        var f = lensMm / 1000;
        var s = Math.Max(focusMetres, f * 1.01);
        return (s * (h - f) / (h + s - (2 * f)), s < h ? s * (h - f) / (h - s) : double.PositiveInfinity);
    }

    /// <summary>Width of the world seen at a distance: sensor width · d / f.</summary>
    public static double WidthSeenMetres(double distanceMetres, double lensMm) =>
        PicturePlane.SensorWidthMm * distanceMetres / lensMm;
}
