using System.Runtime.CompilerServices;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Geometry;

/// <summary>
/// x' = A·x + C·y + E, y' = B·x + D·y + F: the order of SVG's matrix(a b c d e f).
/// Read products right to left: (outer * inner) maps by inner first.
/// </summary>
public readonly record struct Affine(double A, double B, double C, double D, double E, double F)
{
    public static readonly Affine Identity = new(1, 0, 0, 1, 0, 0);

    [JsonIgnore]
    public double Determinant => (A * D) - (B * C);

    /// <summary>√|det|: how much lengths grow, on average over directions.</summary>
    [JsonIgnore]
    public double MeanScale => Math.Sqrt(Math.Abs(Determinant));

    [JsonIgnore]
    public bool IsFinite => double.IsFinite(A + B + C + D + E + F);

    public static Affine Translate(double x, double y) => new(1, 0, 0, 1, x, y);

    public static Affine Scale(double x, double y) => new(x, 0, 0, y, 0, 0);

    public static Affine RotateRadians(double angle)
    {
        var (sin, cos) = Math.SinCos(angle);
        return new Affine(cos, sin, -sin, cos, 0, 0);
    }

    /// <summary>Move by shift, after turning and then stretching about the pivot: T(pivot + shift) · R · S · T(−pivot).</summary>
    public static Affine AboutPivot(Point pivot, Point shift, double turnRadians, double stretchX, double stretchY)
    {
        var (sin, cos) = Math.SinCos(turnRadians);
        var (a, b, c, d) = (cos * stretchX, sin * stretchX, -sin * stretchY, cos * stretchY);
        return new Affine(
            a, b, c, d,
            pivot.X + shift.X - (a * pivot.X) - (c * pivot.Y),
            pivot.Y + shift.Y - (b * pivot.X) - (d * pivot.Y));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Affine operator *(Affine o, Affine i) => new(
        (o.A * i.A) + (o.C * i.B),
        (o.B * i.A) + (o.D * i.B),
        (o.A * i.C) + (o.C * i.D),
        (o.B * i.C) + (o.D * i.D),
        (o.A * i.E) + (o.C * i.F) + o.E,
        (o.B * i.E) + (o.D * i.F) + o.F);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Point Map(Point p) => new((A * p.X) + (C * p.Y) + E, (B * p.X) + (D * p.Y) + F);

    /// <summary>Maps a difference of places: no translation.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Point MapVector(Point v) => new((A * v.X) + (C * v.Y), (B * v.X) + (D * v.Y));

    /// <returns>False when the map flattens everything to a line or a point; then the inverse is the identity.</returns>
    public bool TryInvert(out Affine inverse)
    {
        var det = Determinant;
        if (det == 0 || !double.IsFinite(1 / det))
        {
            inverse = Identity;
            return false;
        }

        inverse = new Affine(
            D / det, -B / det, -C / det, A / det,
            ((C * F) - (D * E)) / det,
            ((B * E) - (A * F)) / det);
        return true;
    }

    /// <summary>The box round the mapped box.</summary>
    public Box Map(Box box)
    {
        var (p, q) = (Map(new Point(box.X, box.Y)), Map(new Point(box.Right, box.Y)));
        var (r, s) = (Map(new Point(box.X, box.Bottom)), Map(new Point(box.Right, box.Bottom)));
        return Box.Around(
            Math.Min(Math.Min(p.X, q.X), Math.Min(r.X, s.X)),
            Math.Min(Math.Min(p.Y, q.Y), Math.Min(r.Y, s.Y)),
            Math.Max(Math.Max(p.X, q.X), Math.Max(r.X, s.X)),
            Math.Max(Math.Max(p.Y, q.Y), Math.Max(r.Y, s.Y)));
    }
}
