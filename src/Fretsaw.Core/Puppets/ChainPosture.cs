using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// How a chain would like to stand for a goal: from as drawn either stretched, all turns by the same part towards straight, or curled,
/// all towards folded on the bend's side, until its end is as far from the root as the goal; then swung there. One number says it all,
/// and it moves on smoothly when the goal does.
/// </summary>
internal static class ChainPosture
{
    /// <summary>Steps in which the number is looked for, before it is found exactly.</summary>
    private const int Steps = 16;

    private const int MaxRounds = 60;

    private const double Exact = 1e-13;

    /// <summary>A chain bowed by less than this part of its length to the other side than its bend's counts as drawn straight.</summary>
    private const double Bow = 0.02;

    /// <param name="goal">Against the root, in lengths of the chain.</param>
    /// <param name="bend">+1: a curled chain lies clockwise of the line to the goal (y down); −1: anticlockwise.</param>
    /// <param name="turns">Becomes the posture, within the limits.</param>
    public static void For(in Chain chain, Point goal, int bend, Span<double> turns, Span<Point> joints)
    {
        var distance = goal.Length;
        var folded = new Folded(-bend * Math.PI, IsAsGoodAsStraight(chain, bend, turns, joints));
        Bend(chain, Curl(chain, distance, folded, turns, joints), folded, turns);
        turns[0] = 0;
        var end = chain.Ends(turns, joints);

        // Behind the middle of the first segment's limits both of them are as near.
        var middle = double.IsInfinity(chain.Least[0]) || double.IsInfinity(chain.Most[0]) ? chain.Rest[0] : (chain.Least[0] + chain.Most[0]) / 2;
        var swing = distance == 0 ? chain.Rest[0] : goal.AngleRadians - end.AngleRadians;
        turns[0] = chain.Within(0, middle + Angles.Wrap(swing - middle));
    }

    /// <summary>−1 is straight, 0 as drawn, 1 folded.</summary>
    private static double Curl(in Chain chain, double distance, in Folded folded, Span<double> turns, Span<Point> joints)
    {
        var drawn = Distance(chain, 0, folded, turns, joints) - distance;
        var (way, before, gap) = (drawn < 0 ? -1 : 1, 0.0, drawn);
        for (var k = 1; k <= Steps && gap != 0; k++)
        {
            var at = way * k / (double)Steps;
            var next = Distance(chain, at, folded, turns, joints) - distance;
            if (gap * next <= 0)
            {
                return Between(chain, distance, folded, (before, gap), (at, next), turns, joints);
            }

            // Where it would come no nearer it stops: what lies beyond is another bend, and no way leads there smoothly.
            if (Math.Abs(next) >= Math.Abs(gap))
            {
                return before;
            }

            (before, gap) = (at, next);
        }

        return before;
    }

    /// <summary>The Illinois rule of false position: Dowell and Jarratt, BIT 11, 1971.</summary>
    private static double Between(in Chain chain, double distance, in Folded folded, (double At, double Gap) a, (double At, double Gap) b, Span<double> turns, Span<Point> joints)
    {
        for (var round = 0; round < MaxRounds && Math.Abs(b.Gap) > Exact; round++)
        {
            var at = b.At - (b.Gap * (b.At - a.At) / (b.Gap - a.Gap));
            var gap = Distance(chain, at, folded, turns, joints) - distance;
            a = gap * b.Gap < 0 ? b : (a.At, a.Gap / 2);
            b = (at, gap);
        }

        return b.At;
    }

    private static double Distance(in Chain chain, double curl, in Folded folded, Span<double> turns, Span<Point> joints)
    {
        Bend(chain, curl, folded, turns);
        turns[0] = 0;
        return chain.Ends(turns, joints).Length;
    }

    private static void Bend(in Chain chain, double curl, in Folded folded, Span<double> turns)
    {
        for (var i = 1; i < chain.Count; i++)
        {
            var from = curl > 0 && folded.FromStraight ? 0 : chain.Rest[i];
            turns[i] = chain.Within(i, curl < 0 ? from * (1 + curl) : from + (curl * (folded.Turn - from)));
        }
    }

    private static bool IsAsGoodAsStraight(in Chain chain, int bend, Span<double> turns, Span<Point> joints)
    {
        chain.Rest.CopyTo(turns);
        var end = chain.Ends(turns, joints);
        var (across, side) = (new Point(-end.Y, end.X) * (1 / Math.Max(end.Length, Exact)), 0.0);
        foreach (var joint in joints)
        {
            var off = Point.Dot(joint, across);
            side = Math.Abs(off) > Math.Abs(side) ? off : side;
        }

        return Math.Abs(side) < Bow && side * bend <= 0;
    }

    /// <summary>What a chain curls up to.</summary>
    /// <param name="Turn">Of every segment but the first, radians.</param>
    /// <param name="FromStraight">It is curled from straight, and not from as drawn.</param>
    private readonly record struct Folded(double Turn, bool FromStraight);
}
