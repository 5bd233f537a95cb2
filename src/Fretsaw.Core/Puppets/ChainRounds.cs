using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// A chain that reaches for a goal as films had it first; <see cref="ChainReach"/> misses less and does not jump. Two segments without
/// limits are solved exactly by the law of cosines; longer
/// or limited chains by FABRIK (Aristidou &amp; Lasenby, "FABRIK: A fast, iterative solver for the Inverse Kinematics
/// problem", 2011), whose limits are kept on the way out, where each segment knows the one before it.
/// </summary>
public static class ChainRounds
{
    public const int MaxRounds = 100;

    /// <summary>The goal counts as reached within this part of the chain's length: a hundredth of a pixel on a long arm.</summary>
    public const double Near = 1e-5;

    /// <summary>A chain drawn straight is bowed by this part of its length to the bend's side before it folds.</summary>
    private const double Bow = 0.02;

    /// <summary>
    /// Solves in place. The start is the chain as drawn, swung towards the goal, so that the answer depends on nothing but the
    /// arguments and moves on smoothly when the goal does.
    /// </summary>
    /// <param name="joints">n + 1 places, the first of them the root; at the call as drawn, afterwards as solved.</param>
    /// <param name="lengths">n ≥ 2 lengths, &gt; 0.</param>
    /// <param name="restTurns">n turns at rest, radians, of each segment against the one before (the first: against the carrier's x axis).</param>
    /// <param name="limits">n limits, null for none.</param>
    /// <param name="bend">+1 clockwise of the line to the goal, −1 anticlockwise.</param>
    /// <returns>How far the end is from the goal, and the rounds it took (0: closed form).</returns>
    public static (double Miss, int Rounds) Solve(
        Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits, Point goal, int bend)
    {
        var total = 0.0;
        for (var i = 0; i < lengths.Length; i++)
        {
            total += lengths[i];
        }

        if (lengths.Length == 2)
        {
            if (TwoBoneReach.Lay(joints, lengths, restTurns, limits, goal, bend))
            {
                return ((joints[2] - goal).Length, 0);
            }
        }
        else
        {
            Swing(joints, lengths, goal, bend, total);
        }

        return Fabrik(joints, lengths, restTurns, limits, goal, total);
    }

    private static (double Miss, int Rounds) Fabrik(
        Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits, Point goal, double total)
    {
        var root = joints[0];
        var n = lengths.Length;
        var rounds = 0;
        Outward(joints, lengths, restTurns, limits);
        while ((joints[n] - goal).Length > Near * total && rounds < MaxRounds)
        {
            rounds++;
            joints[n] = goal;
            for (var i = n - 1; i >= 0; i--)
            {
                joints[i] = joints[i + 1] + Towards(joints[i] - joints[i + 1], lengths[i]);
            }

            joints[0] = root;
            Outward(joints, lengths, restTurns, limits);
        }

        return ((joints[n] - goal).Length, rounds);
    }

    /// <summary>From the root out: every segment its length, within its limits.</summary>
    private static void Outward(Span<Point> joints, ReadOnlySpan<double> lengths, ReadOnlySpan<double> restTurns, ReadOnlySpan<TurnLimit?> limits)
    {
        var before = 0.0;
        for (var i = 0; i < lengths.Length; i++)
        {
            var way = joints[i + 1] - joints[i];
            var angle = way == default ? before + restTurns[i] : way.AngleRadians;
            if (limits[i] is { } limit)
            {
                var turn = Angles.Wrap(angle - before - restTurns[i]);
                angle = before + restTurns[i] + Math.Clamp(turn, limit.Least * Angles.RadiansPerDegree, limit.Most * Angles.RadiansPerDegree);
            }

            joints[i + 1] = joints[i] + TwoBoneReach.Polar(lengths[i], angle);
            before = angle;
        }
    }

    /// <summary>The chain as drawn, turned so that its end lies towards the goal, and bowed to the bend's side where it is straight.</summary>
    private static void Swing(Span<Point> joints, ReadOnlySpan<double> lengths, Point goal, int bend, double total)
    {
        var root = joints[0];
        var n = lengths.Length;
        var (drawn, wanted) = (joints[n] - root, goal - root);
        var swing = Affine.RotateRadians(drawn == default || wanted == default ? 0 : wanted.AngleRadians - drawn.AngleRadians);
        var across = wanted == default ? new Point(0, 1) : new Point(-wanted.Y, wanted.X) * (1 / wanted.Length);
        var along = 0.0;
        var side = 0.0;
        for (var i = 1; i <= n; i++)
        {
            joints[i] = root + swing.MapVector(joints[i] - root);
            side = Math.Max(side, Math.Abs(Point.Dot(joints[i] - root, across)));
        }

        if (side >= Bow * total)
        {
            return;
        }

        // Clockwise of the way to the goal, with y down, is the side of its left-turned normal: across · +1.
        for (var i = 1; i < n; i++)
        {
            along += lengths[i - 1];
            joints[i] += across * (bend * Bow * total * Math.Sin(Math.PI * along / total));
        }
    }

    private static Point Towards(Point way, double length) =>
        way == default ? new Point(length, 0) : way * (length / way.Length);
}
