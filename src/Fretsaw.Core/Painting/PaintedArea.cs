using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Painting;

/// <summary>How a group's plane lies in what is painted, and which painted pixels matter.</summary>
/// <param name="ToPainted">The plane's pixels → painted pixels.</param>
/// <param name="Nearest">The least W that is seen.</param>
/// <param name="Region">What lies outside touches no pixel of the picture.</param>
internal readonly record struct PaintedArea(Homography ToPainted, double Nearest, PixelBox Region)
{
    /// <summary>Smoothed edges reach so far over a shape's, px.</summary>
    private const double Smoothing = 1;

    /// <summary>The painted pixels of a part of the plane; empty when they are out of the region.</summary>
    public PixelBox Of(double left, double top, double right, double bottom)
    {
        var m = ToPainted;
        PixelBox box;
        if (m.IsAffine)
        {
            // Middle and half sides, by the lengths of the matrix's entries: no corner is mapped.
            var (x, y, w, h) = ((left + right) / 2, (top + bottom) / 2, (right - left) / 2, (bottom - top) / 2);
            var (midX, midY) = (((m.A * x) + (m.B * y) + m.C) / m.I, ((m.D * x) + (m.E * y) + m.F) / m.I);
            var (halfX, halfY) = ((Math.Abs(m.A / m.I) * w) + (Math.Abs(m.B / m.I) * h) + Smoothing, (Math.Abs(m.D / m.I) * w) + (Math.Abs(m.E / m.I) * h) + Smoothing);
            box = PixelBox.Around(midX - halfX, midY - halfY, midX + halfX, midY + halfY);
        }
        else
        {
            box = Clipped(left, top, right, bottom);
        }

        box = box.Cut(Region);
        return box.IsEmpty ? PixelBox.Empty : box;
    }

    /// <summary>The same of a box that a matrix lays on the plane.</summary>
    public PixelBox Of(in Affine onPlane, Box box) => (this with { ToPainted = ToPainted * onPlane }).Of(box.X, box.Y, box.Right, box.Bottom);

    private PixelBox Clipped(double left, double top, double right, double bottom)
    {
        Span<Point> seen = stackalloc Point[5];
        var count = ToPainted.MapClipped([new Point(left, top), new Point(right, top), new Point(right, bottom), new Point(left, bottom)], Nearest, seen);
        var (l, t, r, b) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        foreach (var point in seen[..count])
        {
            (l, t, r, b) = (Math.Min(l, point.X), Math.Min(t, point.Y), Math.Max(r, point.X), Math.Max(b, point.Y));
        }

        return PixelBox.Around(l - Smoothing, t - Smoothing, r + Smoothing, b + Smoothing);
    }
}
