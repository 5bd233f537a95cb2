using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// From how a chain would like to stand to where its end is on the goal, or as near as its limits let it: least squares of the miss and
/// of what it turns away from there, the second counting less and less, so that of all ways the one nearest to the posture is taken.
/// Levenberg and Marquardt's damping (Levenberg 1944, Marquardt 1963), turns at their limits left out while they press on them (Bertsekas,
/// "Projected Newton methods", SIAM J. Control Optim. 20, 1982).
/// </summary>
internal static class ChainSettling
{
    /// <summary>How much the posture counts at first and at last, against the miss in lengths of the chain.</summary>
    private const double First = 0.1;
    private const double Last = 1e-9;

    private const int RoundsEach = 6;
    private const int MaxTries = 8;

    /// <summary>No turn changes by more at once, radians.</summary>
    private const double LongestStep = 0.5;

    /// <param name="turns">At the call the posture, afterwards settled; within the limits.</param>
    /// <param name="goal">Against the root, in lengths of the chain.</param>
    /// <returns>How far the end is from the goal, and the rounds it took.</returns>
    public static (double Miss, int Rounds) Settle(in Chain chain, Point goal, Span<double> turns, Span<Point> joints)
    {
        var n = chain.Count;
        Span<double> posture = stackalloc double[n];
        Span<double> tried = stackalloc double[n];
        turns.CopyTo(posture);
        var rounds = 0;
        for (var weight = First; weight >= Last; weight *= 0.1)
        {
            var damping = 0.0;
            for (var round = 0; round < RoundsEach; round++)
            {
                rounds++;
                var before = Value(chain, goal, turns, posture, weight, joints);
                if (!Improve(chain, goal, turns, posture, tried, weight, ref damping, before, joints, out var after) || before - after <= 1e-14 * before)
                {
                    break;
                }
            }
        }

        return ((chain.Ends(turns, joints) - goal).Length, rounds);
    }

    private static double Value(in Chain chain, Point goal, ReadOnlySpan<double> turns, ReadOnlySpan<double> posture, double weight, Span<Point> joints)
    {
        var miss = chain.Ends(turns, joints) - goal;
        var sum = Point.Dot(miss, miss);
        for (var i = 0; i < turns.Length; i++)
        {
            sum += weight * (turns[i] - posture[i]) * (turns[i] - posture[i]);
        }

        return sum;
    }

    /// <summary>One damped step of Gauss and Newton that makes it better, if there is one.</summary>
    private static bool Improve(
        in Chain chain, Point goal, Span<double> turns, ReadOnlySpan<double> posture, Span<double> tried, double weight, ref double damping, double before, Span<Point> joints, out double after)
    {
        var n = chain.Count;
        Span<Point> moves = stackalloc Point[n];
        Span<double> pull = stackalloc double[n];
        var end = chain.Ends(turns, joints);
        var miss = end - goal;
        for (var i = 0; i < n; i++)
        {
            // The end moves across the arm from the joint that turns.
            var arm = end - (i == 0 ? default : joints[i - 1]);
            moves[i] = new Point(-arm.Y, arm.X);
            var slope = Point.Dot(moves[i], miss) + (weight * (turns[i] - posture[i]));
            var presses = (turns[i] <= chain.Least[i] && slope > 0) || (turns[i] >= chain.Most[i] && slope < 0);
            (moves[i], pull[i]) = presses ? (default, 0) : (moves[i], -slope);
        }

        for (var attempt = 0; attempt < MaxTries; attempt++)
        {
            Step(moves, pull, weight + damping, tried);
            for (var i = 0; i < n; i++)
            {
                tried[i] = chain.Within(i, turns[i] + tried[i]);
            }

            after = Value(chain, goal, tried, posture, weight, joints);
            if (after <= before)
            {
                tried.CopyTo(turns);
                damping = damping < 1e-12 ? 0 : damping * 0.2;
                return true;
            }

            damping = damping == 0 ? weight + 1e-4 : damping * 6;
        }

        after = before;
        return false;
    }

    /// <summary>
    /// (MᵀM + d)·step = pull with M the two rows of moves, by way of the two equations of d + M·Mᵀ: Sherman, Morrison and Woodbury.
    /// </summary>
    private static void Step(ReadOnlySpan<Point> moves, ReadOnlySpan<double> pull, double d, Span<double> step)
    {
        var (xx, xy, yy, sum) = (d, 0.0, d, default(Point));
        for (var i = 0; i < moves.Length; i++)
        {
            var m = moves[i];
            (xx, xy, yy, sum) = (xx + (m.X * m.X), xy + (m.X * m.Y), yy + (m.Y * m.Y), sum + (m * pull[i]));
        }

        var det = (xx * yy) - (xy * xy);
        var solved = new Point(((yy * sum.X) - (xy * sum.Y)) / det, ((xx * sum.Y) - (xy * sum.X)) / det);
        var longest = 0.0;
        for (var i = 0; i < moves.Length; i++)
        {
            step[i] = (pull[i] - Point.Dot(moves[i], solved)) / d;
            longest = Math.Max(longest, Math.Abs(step[i]));
        }

        var part = longest > LongestStep ? LongestStep / longest : 1;
        for (var i = 0; i < moves.Length; i++)
        {
            step[i] *= part;
        }
    }
}
