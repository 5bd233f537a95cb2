using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A tapered limb's area: discs along its spine and what lies between each and the next, every piece the same way round, so
/// that together they fill by the non-zero rule without a gap. An offset outline would pinch on the inside of a sharp
/// bend; a row of discs is everywhere as wide as its discs are.
/// </summary>
public static class LimbOutline
{
    /// <summary>Pieces along the limb: few enough to be cheap, enough that the bend looks round at a close-up.</summary>
    public const int Pieces = 28;

    /// <summary>Corners round each end of a piece.</summary>
    private const int HalfRound = 9;

    /// <summary>Corners of one piece: half a disc at each end.</summary>
    public const int Corners = 2 * (HalfRound + 1);

    public const int TotalPoints = Pieces * Corners;

    /// <summary>
    /// The joint is rounded by a quadratic curve that leaves the upper segment, and comes into the lower one, this part of
    /// the joint's width from it (at most half of each segment).
    /// </summary>
    private const double Rounding = 0.9;

    /// <param name="into"><see cref="TotalPoints"/> corners, piece after piece.</param>
    /// <param name="rootWidth">px, ≥ 0, as the other widths.</param>
    public static void Write(Span<Point> into, Point root, Point joint, Point end, double rootWidth, double jointWidth, double endWidth)
    {
        var (upper, lower) = (root - joint, end - joint);
        var cut = jointWidth * Rounding;
        var (upperCut, lowerCut) = (Math.Min(cut, upper.Length / 2), Math.Min(cut, lower.Length / 2));
        var leave = upper.Length > 0 ? joint + (upper * (upperCut / upper.Length)) : joint;
        var enter = lower.Length > 0 ? joint + (lower * (lowerCut / lower.Length)) : joint;
        var spine = new Spine(root, leave, joint, enter, end, rootWidth / 2, jointWidth / 2, endWidth / 2);
        for (var piece = 0; piece < Pieces; piece++)
        {
            var (from, fromRadius) = spine.At((double)piece / Pieces);
            var (to, toRadius) = spine.At((piece + 1.0) / Pieces);
            Capsule(into.Slice(piece * Corners, Corners), from, fromRadius, to, toRadius);
        }
    }

    /// <summary>
    /// The hull of two discs: half of the first round its back, half of the second round its front, turned by the angle at
    /// which their outer tangents lean. Clockwise on screen. One disc inside the other gives the larger.
    /// </summary>
    private static void Capsule(Span<Point> into, Point from, double fromRadius, Point to, double toRadius)
    {
        var way = to - from;
        var length = way.Length;
        if (length <= Math.Abs(fromRadius - toRadius))
        {
            var (middle, radius) = fromRadius > toRadius ? (from, fromRadius) : (to, toRadius);
            Arc(into, middle, radius, 0, 2 * Math.PI * (Corners - 1) / Corners);
            return;
        }

        var forward = way.AngleRadians;
        var lean = Math.Asin((fromRadius - toRadius) / length);
        Arc(into[..(HalfRound + 1)], from, fromRadius, forward + (Math.PI / 2) - lean, forward + (3 * Math.PI / 2) + lean);
        Arc(into[(HalfRound + 1)..], to, toRadius, forward - (Math.PI / 2) + lean, forward + (Math.PI / 2) - lean);
    }

    /// <summary>Each corner is the one before, turned by one step: twenty turns lose no more than a rounding each.</summary>
    private static void Arc(Span<Point> into, Point middle, double radius, double from, double to)
    {
        var (sine, cosine) = Math.SinCos((to - from) / (into.Length - 1));
        var (y, x) = Math.SinCos(from);
        (x, y) = (radius * x, radius * y);
        for (var i = 0; i < into.Length; i++)
        {
            into[i] = new Point(middle.X + x, middle.Y + y);
            (x, y) = ((cosine * x) - (sine * y), (sine * x) + (cosine * y));
        }
    }

    /// <summary>Straight, round the joint, straight; the radius runs evenly from root to joint and from joint to end.</summary>
    private readonly struct Spine(Point root, Point leave, Point joint, Point enter, Point end, double rootRadius, double jointRadius, double endRadius)
    {
        /// <summary>The stretch of [0, 1] that the rounded joint takes.</summary>
        private const double RoundFrom = 0.3;
        private const double RoundTo = 0.7;

        public (Point Place, double Radius) At(double t)
        {
            if (t < RoundFrom)
            {
                return Straight(root, leave, t / RoundFrom, root, rootRadius);
            }

            if (t > RoundTo)
            {
                return Straight(enter, end, (t - RoundTo) / (1 - RoundTo), end, endRadius);
            }

            var u = (t - RoundFrom) / (RoundTo - RoundFrom);
            var place = (leave * ((1 - u) * (1 - u))) + (joint * (2 * u * (1 - u))) + (enter * (u * u));
            return (place, u < 0.5 ? Radius(leave + ((joint - leave) * (2 * u)), root, rootRadius) : Radius(enter + ((joint - enter) * (2 * (1 - u))), end, endRadius));
        }

        private (Point Place, double Radius) Straight(Point from, Point to, double u, Point tip, double tipRadius)
        {
            var place = from + ((to - from) * u);
            return (place, Radius(place, tip, tipRadius));
        }

        private double Radius(Point place, Point tip, double tipRadius)
        {
            var whole = (tip - joint).Length;
            var part = whole > 0 ? Math.Min(1, (place - joint).Length / whole) : 0;
            return jointRadius + ((tipRadius - jointRadius) * part);
        }
    }
}
