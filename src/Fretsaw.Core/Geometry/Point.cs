using System.Runtime.CompilerServices;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Geometry;

/// <summary>A place or a difference of places; x right, y down.</summary>
public readonly record struct Point(double X, double Y)
{
    [JsonIgnore]
    public double Length => Math.Sqrt((X * X) + (Y * Y));

    /// <summary>Radians from the x axis, clockwise on screen.</summary>
    [JsonIgnore]
    public double AngleRadians => Math.Atan2(Y, X);

    /// <summary>To hundredths: what a hand places is kept no finer.</summary>
    public Point Rounded() => new(Math.Round(X, 2), Math.Round(Y, 2));

    // Inlined by demand, as in Affine: the browser's runtime would otherwise call, and a loop that calls leaves its compiled code
    // each time round.
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Point operator +(Point a, Point b) => new(a.X + b.X, a.Y + b.Y);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Point operator -(Point a, Point b) => new(a.X - b.X, a.Y - b.Y);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Point operator *(Point a, double factor) => new(a.X * factor, a.Y * factor);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static double Cross(Point a, Point b) => (a.X * b.Y) - (a.Y * b.X);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static double Dot(Point a, Point b) => (a.X * b.X) + (a.Y * b.Y);
}

public readonly record struct Box(double X, double Y, double Width, double Height)
{
    [JsonIgnore]
    public double Right => X + Width;

    [JsonIgnore]
    public double Bottom => Y + Height;

    [JsonIgnore]
    public Point Centre => new(X + (Width / 2), Y + (Height / 2));

    public static Box Around(double left, double top, double right, double bottom) =>
        new(left, top, right - left, bottom - top);

    /// <summary>The smallest box round both; an empty box (no width, no height) adds nothing.</summary>
    public Box With(Box other) =>
        Width == 0 && Height == 0 ? other
        : other.Width == 0 && other.Height == 0 ? this
        : Around(Math.Min(X, other.X), Math.Min(Y, other.Y), Math.Max(Right, other.Right), Math.Max(Bottom, other.Bottom));
}

public static class Angles
{
    public const double RadiansPerDegree = Math.PI / 180;

    /// <summary>The same direction in [−π, π].</summary>
    public static double Wrap(double radians) => Math.IEEERemainder(radians, 2 * Math.PI);
}
