using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>How a drawing lies in a texture: texel (0, 0)'s corner at (X, Y) of its pixels, a texel so many of them wide.</summary>
public readonly record struct ArtGrid(double X, double Y, double Texel, int Width, int Height)
{
    /// <summary>Largest side of a texture, texels: what every GPU takes.</summary>
    public const int MostSide = 4096;

    /// <summary>A texture of so many texels takes 32 MB at eight bytes each.</summary>
    public const int MostTexels = 4_000_000;

    /// <param name="rim">Clear texels all round.</param>
    public static ArtGrid Around(Box bounds, double texel, int rim) => new(
        bounds.X - (rim * texel), bounds.Y - (rim * texel), texel, Across(bounds.Width, texel, rim), Across(bounds.Height, texel, rim));

    /// <summary>
    /// A sharp texture at least as fine as the scale, in steps of √2, so that a slow zoom makes a handful of textures and not one a
    /// frame; coarser where it would grow too large.
    /// </summary>
    /// <param name="scale">Painted pixels for one of the drawing's.</param>
    public static ArtGrid Sharp(Box bounds, double scale)
    {
        var step = Math.Ceiling((Math.Log2(Math.Max(scale, 1e-3)) * 2) - 1e-3);
        // A little coarser than would just fit, so that the rim does too.
        var least = Math.Max(Math.Max(bounds.Width, bounds.Height) / (MostSide - 4), Math.Sqrt(bounds.Width * bounds.Height / (0.98 * MostTexels)));
        return Around(bounds, Math.Max(Math.Pow(2, -step / 2), least), rim: 1);
    }

    /// <summary>From wherever to the drawing's pixels → to texels.</summary>
    public Homography FromArt(in Homography m) => new(
        (m.A - (X * m.G)) / Texel, (m.B - (X * m.H)) / Texel, (m.C - (X * m.I)) / Texel,
        (m.D - (Y * m.G)) / Texel, (m.E - (Y * m.H)) / Texel, (m.F - (Y * m.I)) / Texel,
        m.G, m.H, m.I);

    /// <summary>Whether there is room for a texture so large.</summary>
    public bool Fits => Width <= MostSide && Height <= MostSide && (long)Width * Height <= MostTexels;

    private static int Across(double length, double texel, int rim) => (int)Math.Min(1 << 20, Math.Ceiling(length / texel)) + (2 * rim);
}
