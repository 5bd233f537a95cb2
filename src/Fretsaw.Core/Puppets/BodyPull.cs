using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>A control that turns what hangs on it.</summary>
/// <param name="Pivot">Where it turns.</param>
/// <param name="Share">How readily it gives, of the 1 of a limb that reaches; more than 0.</param>
/// <param name="Least">How far it may turn from where it is, radians.</param>
public readonly record struct PullJoint(Point Pivot, double Share, double Least = double.NegativeInfinity, double Most = double.PositiveInfinity);

/// <summary>Something that goes along with a joint.</summary>
/// <param name="Joint">Its index; −1 for what only the body's shift moves.</param>
/// <param name="Weight">Of the whole puppet's weight, [0, 1].</param>
public readonly record struct PullWeight(Point At, int Joint, double Weight);

/// <summary>A planted foot, and where its chain hangs.</summary>
/// <param name="Joint">What takes the chain's root along; −1 for the body.</param>
/// <param name="Most">How far the foot may be from there.</param>
/// <param name="Least">How near, along the way from the foot to the root at the start.</param>
public readonly record struct PullFoot(Point Root, int Joint, Point Foot, double Most, double Least);

/// <param name="Joints">From the body outward: each turns all that follow.</param>
/// <param name="BodyShare">Of the body's shift; 0 for one that stays.</param>
/// <param name="Hand">What follows the pointer; it goes along with the last joint.</param>
/// <param name="LimbShare">1 where a limb between the last joint and the hand takes the rest; 0 where the hand hangs fast.</param>
/// <param name="Root">Where that limb hangs.</param>
/// <param name="Reach">How long it is; infinite without one.</param>
/// <param name="HandWeight">How much of the puppet's weight goes along with the hand itself, [0, 1].</param>
/// <param name="Across">How far a pixel across, and one down, moves what weighs something to the right on the stage.</param>
/// <param name="Middle">Where the weight is at the start, on the stage.</param>
/// <param name="Left">From where to where it is borne; infinite when nothing bears it.</param>
public sealed record PullProblem(
    PullJoint[] Joints, double BodyShare, Point Hand, double LimbShare, Point Root, double Reach,
    PullWeight[] Weights, double HandWeight, PullFoot[] Feet, Point Across, double Middle, double Left, double Right);

/// <summary>
/// How a body gives when it is pulled by a hand: the least Σ share⁻¹·(how far each control moves the hand)², so that the hand
/// comes to where it is pulled, planted feet stay and the weight stays over them. A fixed number of damped least-squares steps
/// from the start (Buss 2004, "Introduction to inverse kinematics with Jacobian transpose, pseudoinverse and damped least
/// squares methods"), each within what must hold, by Hildreth's method (Hildreth 1957, "A quadratic programming procedure"), so that
/// an answer depends on where the hand is pulled alone.
/// </summary>
public sealed class BodyPull
{
    /// <summary>The hand is pulled in so many stretches, a step each, so that large pulls go the way of small ones; then it settles.</summary>
    private const int Stretches = 8;
    private const int LastSteps = 14;

    private const int Sweeps = 24;
    private const double Damping = 1e-6;

    /// <summary>No joint turns farther in one step, radians.</summary>
    private const double Farthest = 0.12;

    /// <summary>How stiff a hand that hangs fast is, and a limb that is pulled longer than it is.</summary>
    private const double Fast = 30;

    private readonly PullProblem problem;
    private readonly int size;
    private readonly double[] arms;
    private readonly double[] best;
    private readonly double[] step;
    private readonly double[] slope;
    private readonly double[] square;
    private readonly double[] row;
    private readonly Affine[] moved;

    /// <summary>What must hold: each row · step ≤ room. With what the step gives way along for a row, and how hard each presses.</summary>
    private readonly double[] rows;
    private readonly double[] ways;
    private readonly double[] room;
    private readonly double[] press;
    private int count;

    public BodyPull(PullProblem problem)
    {
        this.problem = problem;
        size = 2 + problem.Joints.Length;
        // Turns are counted by how far they move the hand, so that all unknowns are pixels.
        arms = [.. problem.Joints.Select(joint => Math.Max(1, (problem.Hand - joint.Pivot).Length))];
        (best, step, slope, row) = (new double[size], new double[size], new double[size], new double[size]);
        square = new double[size * size];
        moved = new Affine[1 + problem.Joints.Length];
        var most = (2 * problem.Feet.Length) + (2 * problem.Joints.Length) + 3;
        (rows, ways) = (new double[most * size], new double[most * size]);
        (room, press) = (new double[most], new double[most]);
    }

    /// <summary>How far the body is shifted after a solve, px.</summary>
    public Point Shift => new(best[0], best[1]);

    /// <summary>How far a joint is turned after a solve, radians.</summary>
    public double TurnOf(int joint) => best[2 + joint] / arms[joint];

    /// <summary>Where a place has gone that goes along with a joint, or with the body for −1.</summary>
    public Point Carry(Point at, int joint) => moved[1 + joint].Map(at);

    public void Solve(Point target)
    {
        Array.Clear(best);
        Array.Clear(press);
        for (var i = 1; i <= Stretches + LastSteps; i++)
        {
            Step(problem.Hand + ((target - problem.Hand) * Math.Min(1, (double)i / Stretches)));
        }

        Move();
    }

    private void Step(Point target)
    {
        Move();
        Ask(target);
        Hold(target);
        Factor();
        for (var i = 0; i < size; i++)
        {
            step[i] = -slope[i];
        }

        Substitute(step);
        Give();
        var part = 1.0;
        for (var j = 0; j < problem.Joints.Length; j++)
        {
            part = Math.Min(part, Farthest * arms[j] / Math.Max(1e-9, Math.Abs(step[2 + j])));
        }

        for (var i = problem.BodyShare > 0 ? 0 : 2; i < size; i++)
        {
            best[i] += part * step[i];
        }
    }

    private void Move()
    {
        moved[0] = Affine.Translate(best[0], best[1]);
        for (var j = 0; j < problem.Joints.Length; j++)
        {
            moved[j + 1] = moved[j] * Affine.AboutPivot(problem.Joints[j].Pivot, default, TurnOf(j), 1, 1);
        }
    }

    /// <summary>The squares to be made least: the hand beside its target, and what each control gives.</summary>
    private void Ask(Point target)
    {
        Array.Clear(slope);
        Array.Clear(square);
        var last = problem.Joints.Length - 1;
        var hand = Carry(problem.Hand, last);
        var pull = problem.LimbShare > 0 ? 1 / Math.Sqrt(problem.LimbShare) : Fast;
        AskOf(hand, last, new Point(pull, 0), (hand.X - target.X) * pull);
        AskOf(hand, last, new Point(0, pull), (hand.Y - target.Y) * pull);
        Curve(hand, last, pull * pull * (hand - target).Length);
        var root = Carry(problem.Root, last);
        if ((root - target).Length is var length && length > problem.Reach)
        {
            var way = (root - target) * (Fast / length);
            AskOf(root, last, way, (length - problem.Reach) * Fast);
            Bend(root, last, way, (length - problem.Reach) / length);
            Curve(root, last, Fast * Fast * (length - problem.Reach));
        }

        for (var i = 0; i < size; i++)
        {
            var stiffness = 1 / (i < 2 ? Math.Max(1e-9, problem.BodyShare) : problem.Joints[i - 2].Share);
            square[(i * size) + i] += stiffness + Damping;
            slope[i] += stiffness * best[i];
        }
    }

    /// <summary>A distance is no straight line: beside its way it grows as well, by how hard it is held over how long it is.</summary>
    private void Bend(Point at, int joint, Point way, double times) => AskOf(at, joint, new Point(-way.Y, way.X) * Math.Sqrt(times), 0);

    /// <summary>
    /// What is turned goes round and not straight on: a force on it bends the way by at most so much (Gershgorin's bound of the second
    /// derivatives), and a step that counts on it does not swing about where it leads.
    /// </summary>
    private void Curve(Point at, int joint, double force)
    {
        for (var j = 0; j <= joint; j++)
        {
            square[((2 + j) * size) + 2 + j] += (joint + 1) * force * (at - moved[j].Map(problem.Joints[j].Pivot)).Length / (arms[j] * arms[j]);
        }
    }

    private void AskOf(Point at, int joint, Point gradient, double value)
    {
        Array.Clear(row);
        AddRow(row, at, joint, gradient);
        for (var i = 0; i < size; i++)
        {
            slope[i] += row[i] * value;
            for (var j = 0; j < size; j++)
            {
                square[(i * size) + j] += row[i] * row[j];
            }
        }
    }

    /// <summary>What must hold, as it is about here.</summary>
    private void Hold(Point target)
    {
        count = 0;
        foreach (var foot in problem.Feet)
        {
            var root = Carry(foot.Root, foot.Joint);
            var way = root - foot.Foot;
            // As hard as it was held by the step before; feet come first, two rows each.
            Bend(root, foot.Joint, way * (1 / Math.Max(1e-9, way.Length)), press[count] / Math.Max(1e-9, way.Length));
            Curve(root, foot.Joint, press[count]);
            AddRow(Next(foot.Most - way.Length), root, foot.Joint, way * (1 / Math.Max(1e-9, way.Length)));
            // A hip stays on the side of its foot where it is, and no nearer than the leg folds. Measured along the way it stands
            // now: a ring round the foot would have two ways past it, and a body that leaps between them.
            var up = foot.Root - foot.Foot;
            up *= 1 / Math.Max(1e-9, up.Length);
            AddRow(Next(Point.Dot(way, up) - foot.Least), root, foot.Joint, up * -1);
        }

        for (var j = 0; j < problem.Joints.Length; j++)
        {
            var (least, most) = (problem.Joints[j].Least * arms[j], problem.Joints[j].Most * arms[j]);
            if (double.IsFinite(least + most))
            {
                Next(most - best[2 + j])[2 + j] = 1;
                Next(best[2 + j] - least)[2 + j] = -1;
            }
        }

        if (double.IsFinite(problem.Left + problem.Right))
        {
            Bear(target);
        }
    }

    /// <summary>The weight stays over what bears it.</summary>
    private void Bear(Point target)
    {
        var middle = problem.Middle + (problem.HandWeight * Point.Dot(problem.Across, target - problem.Hand));
        foreach (var weight in problem.Weights)
        {
            middle += weight.Weight * Point.Dot(problem.Across, Carry(weight.At, weight.Joint) - weight.At);
        }

        var pressed = press[count] + press[count + 1];
        foreach (var weight in problem.Weights)
        {
            Curve(Carry(weight.At, weight.Joint), weight.Joint, pressed * weight.Weight * problem.Across.Length);
        }

        var right = Next(problem.Right - middle);
        var left = Next(middle - problem.Left);
        foreach (var weight in problem.Weights)
        {
            var at = Carry(weight.At, weight.Joint);
            AddRow(right, at, weight.Joint, problem.Across * weight.Weight);
            AddRow(left, at, weight.Joint, problem.Across * -weight.Weight);
        }
    }

    private Span<double> Next(double has)
    {
        room[count] = has;
        var next = rows.AsSpan(count++ * size, size);
        next.Clear();
        return next;
    }

    /// <param name="gradient">How what is asked changes with the place.</param>
    private void AddRow(Span<double> into, Point at, int joint, Point gradient)
    {
        into[0] += gradient.X;
        into[1] += gradient.Y;
        for (var j = 0; j <= joint; j++)
        {
            var arm = at - moved[j].Map(problem.Joints[j].Pivot);
            into[2 + j] += ((gradient.Y * arm.X) - (gradient.X * arm.Y)) / arms[j];
        }
    }

    /// <summary>Brings the free step back to where all holds, by what presses harder and harder in turn.</summary>
    private void Give()
    {
        rows.AsSpan(0, count * size).CopyTo(ways);
        for (var i = 0; i < count; i++)
        {
            press[i] = 0;
            Substitute(ways.AsSpan(i * size, size));
        }

        for (var sweep = 0; sweep < Sweeps; sweep++)
        {
            for (var i = 0; i < count; i++)
            {
                var line = rows.AsSpan(i * size, size);
                var way = ways.AsSpan(i * size, size);
                var over = Dot(line, step) - room[i];
                var more = Math.Max(-press[i], over / Math.Max(1e-12, Dot(line, way)));
                press[i] += more;
                for (var k = 0; k < size; k++)
                {
                    step[k] -= more * way[k];
                }
            }
        }
    }

    private static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        var sum = 0.0;
        for (var i = 0; i < a.Length; i++)
        {
            sum += a[i] * b[i];
        }

        return sum;
    }

    /// <summary>The square as L·Lᵀ (Cholesky; Golub and Van Loan, Matrix Computations, 4.2).</summary>
    private void Factor()
    {
        for (var j = 0; j < size; j++)
        {
            for (var k = 0; k < j; k++)
            {
                for (var i = j; i < size; i++)
                {
                    square[(i * size) + j] -= square[(i * size) + k] * square[(j * size) + k];
                }
            }

            var pivot = Math.Sqrt(Math.Max(1e-300, square[(j * size) + j]));
            for (var i = j; i < size; i++)
            {
                square[(i * size) + j] /= pivot;
            }
        }
    }

    /// <summary>Solves L·Lᵀ·x = b in place.</summary>
    private void Substitute(Span<double> b)
    {
        for (var i = 0; i < size; i++)
        {
            for (var k = 0; k < i; k++)
            {
                b[i] -= square[(i * size) + k] * b[k];
            }

            b[i] /= square[(i * size) + i];
        }

        for (var i = size - 1; i >= 0; i--)
        {
            for (var k = i + 1; k < size; k++)
            {
                b[i] -= square[(k * size) + i] * b[k];
            }

            b[i] /= square[(i * size) + i];
        }
    }
}
