using System.Runtime.CompilerServices;

namespace Fretsaw.Core.Geometry;

/// <summary>
/// What lies between a plane and its picture: (x, y, 1) ↦ (X, Y, W) row by row, seen at (X / W, Y / W). Hartley and Zisserman,
/// Multiple View Geometry, 2nd ed. 2004, ch. 2. Where W is not above nothing, the place lies behind the lens.
/// </summary>
/// <remarks>A plane parallel to the picture has a last row of 0 0 1, and is seen as by an <see cref="Affine"/>.</remarks>
public readonly record struct Homography(double A, double B, double C, double D, double E, double F, double G, double H, double I)
{
    public static readonly Homography Identity = Of(Affine.Identity);

    /// <summary>Every place is as far from the lens as every other: shapes stay as they are.</summary>
    public bool IsAffine => G == 0 && H == 0;

    public double Determinant => (A * ((E * I) - (F * H))) - (B * ((D * I) - (F * G))) + (C * ((D * H) - (E * G)));

    public static Homography Of(in Affine m) => new(m.A, m.C, m.E, m.B, m.D, m.F, 0, 0, 1);

    /// <summary>The plane is laid out by the inner map first.</summary>
    public static Homography operator *(in Homography o, in Affine i) => o.IsAffine && o.I == 1
        ? Of(o.AsAffine() * i)
        : new(
            (o.A * i.A) + (o.B * i.B), (o.A * i.C) + (o.B * i.D), (o.A * i.E) + (o.B * i.F) + o.C,
            (o.D * i.A) + (o.E * i.B), (o.D * i.C) + (o.E * i.D), (o.D * i.E) + (o.E * i.F) + o.F,
            (o.G * i.A) + (o.H * i.B), (o.G * i.C) + (o.H * i.D), (o.G * i.E) + (o.H * i.F) + o.I);

    /// <summary>The plane is seen through the inner map first.</summary>
    public Homography Then(in Homography i) => i == Identity ? this : this == Identity ? i : new(
        (A * i.A) + (B * i.D) + (C * i.G), (A * i.B) + (B * i.E) + (C * i.H), (A * i.C) + (B * i.F) + (C * i.I),
        (D * i.A) + (E * i.D) + (F * i.G), (D * i.B) + (E * i.E) + (F * i.H), (D * i.C) + (E * i.F) + (F * i.I),
        (G * i.A) + (H * i.D) + (I * i.G), (G * i.B) + (H * i.E) + (I * i.H), (G * i.C) + (H * i.F) + (I * i.I));

    /// <summary>The same map, W divided.</summary>
    public Homography Over(double w) => new(A / w, B / w, C / w, D / w, E / w, F / w, G / w, H / w, I / w);

    /// <summary>How near a place of the plane is: W grows with the distance from the lens.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public double Depth(Point p) => (G * p.X) + (H * p.Y) + I;

    /// <param name="p">Before the lens; a place behind it has no picture, and what is returned then means nothing.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Point Map(Point p)
    {
        var w = IsAffine ? I : Depth(p);
        return new Point(((A * p.X) + (B * p.Y) + C) / w, ((D * p.X) + (E * p.Y) + F) / w);
    }

    /// <summary>
    /// The map of a small neighbourhood: by the quotient rule its columns are (row − picture · last row) / W. Drags and overlays
    /// that move a little at a place go by it.
    /// </summary>
    public Affine Near(Point p)
    {
        if (IsAffine)
        {
            return AsAffine();
        }

        var (w, at) = (Depth(p), Map(p));
        var (a, c) = ((A - (at.X * G)) / w, (B - (at.X * H)) / w);
        var (b, d) = ((D - (at.Y * G)) / w, (E - (at.Y * H)) / w);
        return new Affine(a, b, c, d, at.X - (a * p.X) - (c * p.Y), at.Y - (b * p.X) - (d * p.Y));
    }

    /// <summary>Picture pixels for one of the plane's at a place, on average over directions.</summary>
    public double Magnification(Point p) => Near(p).MeanScale;

    /// <returns>False when the plane is seen edge on; then the inverse is the identity.</returns>
    public bool TryInvert(out Homography inverse)
    {
        if (IsAffine && I == 1)
        {
            var can = AsAffine().TryInvert(out var affine);
            inverse = Of(affine);
            return can;
        }

        var det = Determinant;
        if (det == 0 || !double.IsFinite(1 / det))
        {
            inverse = Identity;
            return false;
        }

        inverse = new Homography(
            ((E * I) - (F * H)) / det, ((C * H) - (B * I)) / det, ((B * F) - (C * E)) / det,
            ((F * G) - (D * I)) / det, ((A * I) - (C * G)) / det, ((C * D) - (A * F)) / det,
            ((D * H) - (E * G)) / det, ((B * G) - (A * H)) / det, ((A * E) - (B * D)) / det);
        return true;
    }

    /// <summary>
    /// The picture of a polygon, cut off where it comes nearer to the lens than may be seen (Sutherland and Hodgman, "Reentrant
    /// Polygon Clipping", Comm. ACM 17, 1974, against one plane).
    /// </summary>
    /// <param name="polygon">Corners on the plane, in order.</param>
    /// <param name="nearest">The least W that is seen.</param>
    /// <param name="seen">Room for one corner more than the polygon has.</param>
    /// <returns>How many corners the picture has; 0 when all of it lies too near or behind.</returns>
    public int MapClipped(ReadOnlySpan<Point> polygon, double nearest, Span<Point> seen)
    {
        var count = 0;
        for (var i = 0; i < polygon.Length; i++)
        {
            var (from, to) = (polygon[i], polygon[(i + 1) % polygon.Length]);
            var (here, there) = (Depth(from) - nearest, Depth(to) - nearest);
            if (here >= 0)
            {
                seen[count++] = Map(from);
            }

            if (here >= 0 != there >= 0)
            {
                seen[count++] = Map(from + ((to - from) * (here / (here - there))));
            }
        }

        return count;
    }

    /// <summary>For a plane parallel to the picture.</summary>
    public Affine AsAffine() => I == 1 ? new Affine(A, D, B, E, C, F) : new Affine(A / I, D / I, B / I, E / I, C / I, F / I);
}
