namespace Fretsaw.Core.Geometry;

/// <summary>
/// A cubic Bézier curve in the plane or in the room that is walked at any share of its length. Speed |B'(s)| is integrated by
/// Gauss–Legendre quadrature (Abramowitz and Stegun, Handbook of Mathematical Functions, 1964, table 25.4, n = 5) over
/// <see cref="Pieces"/> equal pieces of the parameter; the share is inverted by Newton's steps inside the piece that holds it.
/// </summary>
public sealed class CubicPath
{
    /// <summary>How near a walked length comes to the one asked for, as a part of the whole.</summary>
    public const double Tolerance = 1e-7;

    private const int Pieces = 32;
    private const int MaxHalvings = 24;

    private const int MaxRounds = 60;

    private static readonly double[] Nodes = [0, 0.538469310105683, -0.538469310105683, 0.906179845938664, -0.906179845938664];
    private static readonly double[] Weights = [0.568888888888889, 0.478628670499366, 0.478628670499366, 0.236926885056189, 0.236926885056189];

    private readonly Place from;
    private readonly Place first;
    private readonly Place second;
    private readonly Place to;

    /// <summary>Of the polygon of its points; the path is not longer.</summary>
    private readonly double longest;
    private readonly double[] lengths = new double[Pieces + 1];

    /// <param name="first">The handle of the start, a place and no offset.</param>
    /// <param name="second">The handle of the end, a place and no offset.</param>
    public CubicPath(Place from, Place first, Place second, Place to)
    {
        (this.from, this.first, this.second, this.to) = (from, first, second, to);
        longest = (first - from).Length + (second - first).Length + (to - second).Length;
        for (var piece = 0; piece < Pieces; piece++)
        {
            lengths[piece + 1] = lengths[piece] + LengthBetween((double)piece / Pieces, (double)(piece + 1) / Pieces);
        }
    }

    public double Length => lengths[Pieces];

    /// <summary>The place after a share of the length.</summary>
    /// <param name="share">Beyond [0, 1] the path goes straight on the way it ends.</param>
    public Place At(double share)
    {
        if (Length == 0)
        {
            return from;
        }

        return share < 0 ? from + (Direction(0) * (share * Length))
            : share > 1 ? to + (Direction(1) * ((share - 1) * Length))
            : share == 0 ? from
            : share == 1 ? to
            : Point(ParameterAt(share * Length));
    }

    /// <summary>The two halves at a share of the length, by de Casteljau's construction; together they are the same path.</summary>
    /// <returns>The handles as offsets: out of the start, into and out of the middle, into the end.</returns>
    public (Place FirstOut, Place In, Place Out, Place LastIn) SplitAt(double share)
    {
        var s = ParameterAt(Math.Clamp(share, 0, 1) * Length);
        var (a, b, c) = (Between(from, first, s), Between(first, second, s), Between(second, to, s));
        var (d, e) = (Between(a, b, s), Between(b, c, s));
        var middle = Between(d, e, s);
        return (a - from, d - middle, e - middle, c - to);

        static Place Between(Place p, Place q, double t) => p + ((q - p) * t);
    }

    private double ParameterAt(double length)
    {
        var piece = Array.BinarySearch(lengths, length);
        piece = Math.Clamp(piece < 0 ? ~piece - 1 : piece, 0, Pieces - 1);
        var (low, high) = ((double)piece / Pieces, (double)(piece + 1) / Pieces);
        var begins = low;
        var s = low + ((high - low) * (length - lengths[piece]) / Math.Max(double.Epsilon, lengths[piece + 1] - lengths[piece]));
        for (var round = 0; round < MaxRounds; round++)
        {
            var error = lengths[piece] + LengthBetween(begins, s) - length;
            if (Math.Abs(error) <= Tolerance * 0.1 * Length)
            {
                break;
            }

            (low, high) = error > 0 ? (low, s) : (s, high);

            // At a cusp the speed is nothing and Newton's step runs away: then the bracket is halved.
            var speed = Velocity(s).Length;
            var next = s - (error / speed);
            s = speed > 0 && next > low && next < high ? next : (low + high) / 2;
        }

        return s;
    }

    /// <summary>Where a piece and its two halves disagree, which is at a cusp or nearly one, the halves are halved again.</summary>
    private double LengthBetween(double a, double b) => Refined(a, b, Quadrature(a, b), MaxHalvings);

    private double Refined(double a, double b, double whole, int left)
    {
        var middle = (a + b) / 2;
        var (one, other) = (Quadrature(a, middle), Quadrature(middle, b));
        return left == 0 || Math.Abs(one + other - whole) <= Tolerance * 1e-3 * longest
            ? one + other
            : Refined(a, middle, one, left - 1) + Refined(middle, b, other, left - 1);
    }

    private double Quadrature(double a, double b)
    {
        var (middle, half, sum) = ((a + b) / 2, (b - a) / 2, 0.0);
        for (var i = 0; i < Nodes.Length; i++)
        {
            sum += Weights[i] * Velocity(middle + (half * Nodes[i])).Length;
        }

        return sum * half;
    }

    private Place Point(double s)
    {
        var r = 1 - s;
        return (from * (r * r * r)) + (first * (3 * r * r * s)) + (second * (3 * r * s * s)) + (to * (s * s * s));
    }

    private Place Velocity(double s)
    {
        var r = 1 - s;
        return ((first - from) * (3 * r * r)) + ((second - first) * (6 * r * s)) + ((to - second) * (3 * s * s));
    }

    /// <summary>Of length 1, at either end; where a handle lies on its place, towards the next one that does not.</summary>
    private Place Direction(double end)
    {
        Place[] ways = end == 0 ? [first - from, second - from, to - from] : [to - second, to - first, to - from];
        var way = Array.Find(ways, one => one.Length > 0);
        return way.Length == 0 ? way : way * (1 / way.Length);
    }
}
