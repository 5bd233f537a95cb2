using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests.Puppets;

/// <summary>
/// The sum that a whole-body pull makes least, written out anew, and a search for less of it that knows no slopes: a pattern search
/// (Hooke &amp; Jeeves, "Direct search solution of numerical and statistical problems", J. ACM 8, 1961) over random bases.
/// </summary>
internal static class BodySearch
{
    /// <summary>Shift across and down, px, then turns, radians.</summary>
    public static double[] Least(PullProblem problem, Point target, double[] from)
    {
        var random = new Random(5);
        var best = (double[])from.Clone();
        var least = Sum(problem, target, best);
        for (var size = 30.0; size > 1e-3; size *= 0.7)
        {
            for (var k = 0; k < 400; k++)
            {
                var tried = best.Select((value, i) => value + (size * (i < 2 ? 1 : 0.005) * ((2 * random.NextDouble()) - 1))).ToArray();
                var sum = Sum(problem, target, tried);
                (best, least) = sum < least ? (tried, sum) : (best, least);
            }
        }

        return best;
    }

    /// <summary>What does not hold counts ten million times.</summary>
    public static double Sum(PullProblem problem, Point target, double[] at)
    {
        var (sum, middle) = (0.0, problem.Support.Middle + (problem.HandWeight * (target - problem.Hand).X));
        for (var joint = -1; joint < problem.Joints.Length; joint++)
        {
            var all = problem.Weights.Where(one => one.Joint == joint).ToList();
            var beyond = problem.Weights.Where(one => one.Joint >= joint).ToList();
            var turn = at.Skip(2).Take(joint + 1).Sum();
            var share = joint < 0 ? problem.BodyShare : problem.Joints[joint].Share;
            var own = joint < 0 ? (at[0] * at[0]) + (at[1] * at[1]) : at[2 + joint] * at[2 + joint];
            var taken = beyond.Sum(one => one.Weight * (joint < 0 ? 1 : Square(one.At - problem.Joints[joint].Pivot) + one.Spread));
            sum += Math.Max(0, (1 / share) - 1) * taken * own;
            foreach (var one in all)
            {
                var by = Carried(problem, at, one.At, joint) - one.At;
                sum += one.Weight / Math.Max(1, share) * (Square(by) + (one.Spread * turn * turn));
                middle += one.Weight * by.X;
            }
        }

        var trunk = (problem.Root - problem.Joints[0].Pivot).Length;
        for (var j = 0; j < problem.Joints.Length; j++)
        {
            var turn = at[2 + j];
            sum += BodyPull.Stiff * trunk * trunk * problem.Joints.Length / problem.Joints[j].Share * turn * turn;
            sum += 1e7 * Square(Math.Max(0, turn - problem.Joints[j].Most) + Math.Max(0, problem.Joints[j].Least - turn), 100);
        }

        var root = Carried(problem, at, problem.Root, problem.Joints.Length - 1);
        sum += Square(root - problem.Root - (target - problem.Hand)) / problem.LimbShare;
        var over = Math.Max(0, (root - target).Length - problem.Reach);
        sum += 900 * (over < 5 ? over * over : (10 * over) - 25);
        sum += 18000 * Square(Math.Max(0, middle - problem.Support.Right) + Math.Max(0, problem.Support.Left - middle));
        foreach (var foot in problem.Feet)
        {
            var hip = Carried(problem, at, foot.Root, foot.Joint);
            var up = (foot.Root - foot.Foot) * (1 / (foot.Root - foot.Foot).Length);
            sum += 1e7 * Square(Math.Max(0, (hip - foot.Foot).Length - foot.Most) + Math.Max(0, foot.Least - Point.Dot(hip - foot.Foot, up)));
        }

        return sum + problem.Guards.Sum(guard => 1e7 * Square(Math.Max(0, Carried(problem, at, guard.At, guard.Joint).Y - guard.At.Y - guard.Room)));
    }

    /// <summary>Turned about one pivot after the other, from the outermost in.</summary>
    private static Point Carried(PullProblem problem, double[] at, Point place, int joint)
    {
        for (var j = joint; j >= 0; j--)
        {
            place = problem.Joints[j].Pivot + Affine.RotateRadians(at[2 + j]).MapVector(place - problem.Joints[j].Pivot);
        }

        return place + new Point(at[0], at[1]);
    }

    private static double Square(Point by) => Point.Dot(by, by);

    private static double Square(double by, double times = 1) => by * times * by * times;
}
