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

    /// <summary>
    /// A chain that would first get longer when it curls counts as drawn straight when it is bowed by less than this part of its length,
    /// or is past straight with the first step.
    /// </summary>
    private const double Bow = 0.02;

    /// <summary>By how it gets longer or shorter so far from as drawn, a chain tells whether it is bowed to its bend's side.</summary>
    private const double Little = 1e-4;

    /// <summary>
    /// Such a chain goes over from how it is drawn to its bend's side while its goal comes nearer by this part of its length. (Of 3,000
    /// chains at random a third leapt at their rest place, by up to 14 % of their length, when they went over at once.)
    /// </summary>
    private const double GoesOver = 0.05;

    /// <param name="goal">Against the root, in lengths of the chain.</param>
    /// <param name="bend">+1: a curled chain lies clockwise of the line to the goal (y down); −1: anticlockwise.</param>
    /// <param name="turns">Becomes the posture, within the limits.</param>
    public static void For(in Chain chain, Point goal, int bend, Span<double> turns, Span<Point> joints)
    {
        var distance = goal.Length;
        Span<double> from = stackalloc double[chain.Count];
        Span<double> to = stackalloc double[chain.Count];
        chain.Rest.CopyTo(from);
        var drawn = chain.Ends(from, joints).Length;
        if (distance > drawn)
        {
            to.Clear();
        }
        else
        {
            to.Fill(-bend * Math.PI);
            var bow = BowOf(joints);
            if (Distance(chain, from, to, Little, turns, joints) > drawn && (bow < Bow || Distance(chain, from, to, 1.0 / Steps, turns, joints) < drawn))
            {
                from.Clear();
                GoOver(chain, Smooth((drawn - distance) / GoesOver), bend, to);
            }
        }

        Bend(chain, from, to, Part(chain, distance, from, to, turns, joints), turns);
        turns[0] = 0;
        var end = chain.Ends(turns, joints);

        // Behind the middle of the first segment's limits both of them are as near.
        var middle = double.IsInfinity(chain.Least[0]) || double.IsInfinity(chain.Most[0]) ? chain.Rest[0] : (chain.Least[0] + chain.Most[0]) / 2;
        var swing = distance == 0 ? chain.Rest[0] : goal.AngleRadians - end.AngleRadians;
        turns[0] = chain.Within(0, middle + Angles.Wrap(swing - middle));
    }

    /// <summary>
    /// The way in which a straight chain gives: at 0 as drawn, at 1 all turns alike to the bend's side, between them round the
    /// origin of all turns, so that the chain is nowhere straight on its way over.
    /// </summary>
    /// <param name="part">[0, 1].</param>
    /// <param name="way">Becomes the turns of a chain that is folded so.</param>
    private static void GoOver(in Chain chain, double part, int bend, Span<double> way)
    {
        var folds = -bend / Math.Sqrt(chain.Count - 1);
        var (along, square) = (0.0, 0.0);
        for (var i = 1; i < chain.Count; i++)
        {
            along += chain.Rest[i] * folds;
            square += chain.Rest[i] * chain.Rest[i];
        }

        var across = Math.Sqrt(Math.Max(0, square - (along * along)));
        var (sin, cos) = Math.SinCos((1 - part) * Math.Atan2(across, along));
        for (var i = 1; i < chain.Count; i++)
        {
            // A chain drawn as an arc to the other side has no way across of its own: it goes over as a zigzag.
            var zigzag = ((i % 2 == 0 ? 1 : -1) + ((chain.Count - 1) % 2 == 0 ? 0 : 1.0 / (chain.Count - 1))) / Math.Sqrt(chain.Count - 1);
            var side = across > Exact ? (chain.Rest[i] - (along * folds)) / across : zigzag;
            way[i] = Math.PI * Math.Sqrt(chain.Count - 1) * ((cos * folds) + (sin * side));
        }
    }

    private static double Smooth(double part)
    {
        part = Math.Clamp(part, 0, 1);
        return part * part * (3 - (2 * part));
    }

    /// <summary>Which part of the way from one posture to another ends as far from the root as the goal, [0, 1].</summary>
    private static double Part(in Chain chain, double distance, ReadOnlySpan<double> from, ReadOnlySpan<double> to, Span<double> turns, Span<Point> joints)
    {
        var (before, gap) = (0.0, Distance(chain, from, to, 0, turns, joints) - distance);
        if (gap > 0 && Distance(chain, from, to, Little, turns, joints) - distance > gap)
        {
            return 0;
        }

        for (var k = 1; k <= Steps && gap != 0; k++)
        {
            var at = k / (double)Steps;
            var next = Distance(chain, from, to, at, turns, joints) - distance;
            if (gap * next <= 0)
            {
                return Between(chain, distance, from, to, (before, gap), (at, next), turns, joints);
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
    private static double Between(
        in Chain chain, double distance, ReadOnlySpan<double> from, ReadOnlySpan<double> to, (double At, double Gap) a, (double At, double Gap) b, Span<double> turns, Span<Point> joints)
    {
        for (var round = 0; round < MaxRounds && Math.Abs(b.Gap) > Exact; round++)
        {
            var at = b.At - (b.Gap * (b.At - a.At) / (b.Gap - a.Gap));
            var gap = Distance(chain, from, to, at, turns, joints) - distance;
            a = gap * b.Gap < 0 ? b : (a.At, a.Gap / 2);
            b = (at, gap);
        }

        return b.At;
    }

    private static double Distance(in Chain chain, ReadOnlySpan<double> from, ReadOnlySpan<double> to, double part, Span<double> turns, Span<Point> joints)
    {
        Bend(chain, from, to, part, turns);
        turns[0] = 0;
        return chain.Ends(turns, joints).Length;
    }

    private static void Bend(in Chain chain, ReadOnlySpan<double> from, ReadOnlySpan<double> to, double part, Span<double> turns)
    {
        for (var i = 1; i < chain.Count; i++)
        {
            turns[i] = chain.Within(i, from[i] + (part * (to[i] - from[i])));
        }
    }

    /// <summary>How far joints lie beside the line from the root to the end, at most, in lengths of the chain.</summary>
    private static double BowOf(ReadOnlySpan<Point> joints)
    {
        var (end, most) = (joints[^1], 0.0);
        foreach (var joint in joints)
        {
            most = Math.Max(most, Math.Abs(Point.Cross(end, joint)));
        }

        return most / Math.Max(end.Length, Exact);
    }
}
