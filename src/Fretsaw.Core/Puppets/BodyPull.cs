using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// How a body gives when it is pulled by a hand: the least motion of mass (Gauss's principle of least constraint, 1829) that brings
/// the hand there. With c the middle of what goes along with one control, m its weight, J how hard it is to turn, s a control's share and
/// M all that it takes along (for a joint: how hard that is to turn):
/// <code>Σ (m·|Δc|² + J·Δφ²)  +  Σ M·(1/s − 1)·Δ²  +  κ·Σ Δθ² / s  +  |what the limb has to go beyond its root|²  → least</code>
/// so a chest leans towards what it reaches for, and hips, being the far end of it, go the other way. The weight is drawn back over
/// what bears it once it leaves that. What must hold: planted feet within the reach of their legs, joints within their limits, nothing
/// through the ground.
/// </summary>
/// <remarks>
/// Sequential quadratic programming: each step is a damped one of Gauss and Newton (Levenberg 1944, Marquardt 1963) kept within what
/// must hold by Hildreth's method (Hildreth 1957, "A quadratic programming procedure"), and taken only when it lowers the sum with what
/// does not hold counted as a penalty (Nocedal &amp; Wright, "Numerical Optimization", 2006, 18.4). It goes on until a step moves
/// nothing by <see cref="Close"/>. Where a solve begins is where the last one ended, so a small move of the hand is a small move
/// of the body; who walks it along (Handling's BodyWalk) sees to it where the least itself leaps.
/// </remarks>
public sealed class BodyPull
{
    /// <summary>A solve ends when its next step moves nothing by more, px.</summary>
    public const double Close = 1e-3;

    public const int MaxRounds = 60;

    /// <summary>What has so much room is not looked at, px: no step is that long.</summary>
    private const double FarOff = 80;

    private const int MaxTries = 14;
    private const int Sweeps = 300;

    /// <summary>
    /// κ: how much joints resist, of the weight times the square of the trunk's length. With less a spine folds where knees could give;
    /// with more hips shift where a chest could lean.
    /// </summary>
    internal const double Stiff = 0.25;

    /// <summary>How much a solve keeps to where the last one ended: least motions that are equally good do not change places.</summary>
    private const double Keeps = 1e-3;

    /// <summary>How hard a hand that hangs fast is pulled, and a limb that would be longer than it is.</summary>
    internal const double Fast = 900;

    /// <summary>A limb that would be longer than it is by more, px, is pulled no harder: what cannot be reached throws nobody over (Huber 1964).</summary>
    internal const double Hardest = 5;

    /// <summary>Balance goes before what can no longer be reached.</summary>
    internal const double Balance = 20 * Fast;

    /// <summary>A foot is held as hard as it presses, and at least so.</summary>
    private const double LeastPenalty = 10;

    private readonly PullProblem problem;
    private readonly int size;
    private readonly double stiffness;
    private readonly double[] arms;
    private readonly Group[] groups;

    /// <summary>By control, the body's shift first: what its own motion costs besides what it moves, for a share under 1; of px².</summary>
    private readonly double[] shy;
    private readonly double[] best;
    private readonly double[] tried;
    private readonly double[] last;
    private readonly double[] step;
    private readonly double[] slope;
    private readonly double[] square;
    private readonly double[] factor;
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
        var trunk = problem.Joints.Length == 0 ? 1 : Math.Max(1, (problem.Root - problem.Joints[0].Pivot).Length);
        // Half as stiff joints one after another would be half as stiff together.
        stiffness = Stiff * trunk * trunk * problem.Joints.Length;
        shy = [.. Enumerable.Range(-1, problem.Joints.Length + 1).Select(ShynessOf)];
        groups = [.. Enumerable.Range(-1, problem.Joints.Length + 1).Select(GroupOf).Where(group => group.Weight > 0)];
        (best, tried, last, step, slope, row) = (new double[size], new double[size], new double[size], new double[size], new double[size], new double[size]);
        (square, factor) = (new double[size * size], new double[size * size]);
        moved = new Affine[1 + problem.Joints.Length];
        var most = (2 * problem.Feet.Length) + (2 * problem.Joints.Length) + problem.Guards.Length;
        (rows, ways) = (new double[most * size], new double[most * size]);
        (room, press) = (new double[most], new double[most]);
        Move(best);
    }

    /// <summary>All that goes along with one control, as one body.</summary>
    /// <param name="Turns">Σ weight · squared distance from the middle, px².</param>
    /// <param name="Balances">Its middle where it counts for balance.</param>
    private readonly record struct Group(int Joint, double Weight, Point Middle, Point Balances, double Turns, double Share);

    /// <summary>Of the last solve; <see cref="MaxRounds"/> means that it stopped before it settled.</summary>
    public int Rounds { get; private set; }

    /// <summary>How far the body is shifted, px.</summary>
    public Point Shift => new(best[0], best[1]);

    /// <summary>How far a joint is turned, radians.</summary>
    public double TurnOf(int joint) => best[2 + joint] / arms[joint];

    /// <summary>Where a place has gone that goes along with a joint, or with the body for −1.</summary>
    public Point Carry(Point at, int joint) => moved[1 + joint].Map(at);

    /// <summary>What is made least, where the body stands now; for checks from outside.</summary>
    public double EnergyAt(Point target) => Energy(target, best);

    public void Start()
    {
        Array.Clear(best);
        Array.Clear(last);
        Array.Clear(press);
        Move(best);
    }

    /// <summary>Part of the way from where the body stood before the last solve to where it settled, [0, 1].</summary>
    public void GoBackTo(double part)
    {
        for (var i = 0; i < size; i++)
        {
            best[i] = last[i] + (part * (tried[i] - last[i]));
        }

        Move(best);
    }

    /// <summary>Settles for a target from where it stands.</summary>
    public void Solve(Point target)
    {
        best.CopyTo(last, 0);
        var damping = 1e-6;
        for (Rounds = 1; Rounds < MaxRounds; Rounds++)
        {
            Move(best);
            Ask(target);
            Hold();
            var before = Energy(target, best);
            var went = Try(target, before, ref damping);
            if (went < Close)
            {
                break;
            }
        }

        Move(best);
        best.CopyTo(tried, 0);
    }

    /// <returns>How far the step went that was taken, px; 0 when there was none.</returns>
    private double Try(Point target, double before, ref double damping)
    {
        var held = Broken();
        for (var attempt = 0; attempt < MaxTries; attempt++)
        {
            Factor(damping);
            for (var i = 0; i < size; i++)
            {
                step[i] = -slope[i];
            }

            Substitute(step);
            Give();
            var (longest, hardest) = (0.0, LeastPenalty);
            foreach (var by in step)
            {
                longest = Math.Max(longest, Math.Abs(by));
            }

            for (var i = 0; i < count; i++)
            {
                hardest = Math.Max(hardest, 2 * press[i]);
            }

            for (var i = 0; i < size; i++)
            {
                tried[i] = best[i] + step[i];
            }

            Move(tried);
            var after = Energy(target, tried);
            var brokenAfter = BrokenWhenTried();
            if (after + (hardest * brokenAfter) <= before + (hardest * held) + (1e-12 * (1 + before)))
            {
                tried.CopyTo(best, 0);
                damping = Math.Max(1e-9, damping / 5);
                return longest;
            }

            damping = Math.Max(1e-3, damping * 6);
        }

        Move(best);
        return 0;
    }

    private Group GroupOf(int joint)
    {
        var (weight, sum, balance, turns) = (0.0, default(Point), default(Point), 0.0);
        foreach (var one in problem.Weights)
        {
            if (one.Joint == joint)
            {
                (weight, sum, balance) = (weight + one.Weight, sum + (MovedAt(one) * one.Weight), balance + (one.At * one.Weight));
            }
        }

        var middle = weight > 0 ? sum * (1 / weight) : default;
        foreach (var one in problem.Weights)
        {
            if (one.Joint == joint)
            {
                var off = MovedAt(one) - middle;
                turns += one.Weight * ((one.Hangs is null ? one.Spread : 0) + Point.Dot(off, off));
            }
        }

        return new Group(joint, weight, middle, weight > 0 ? balance * (1 / weight) : default, turns, Math.Max(1, joint < 0 ? problem.BodyShare : problem.Joints[joint].Share));
    }

    /// <summary>A control with a share of a quarter moves as if all that it takes along weighed four times as much.</summary>
    private double ShynessOf(int joint)
    {
        var share = Math.Max(1e-3, joint < 0 ? problem.BodyShare : problem.Joints[joint].Share);
        var moves = 0.0;
        foreach (var one in problem.Weights)
        {
            if (one.Joint >= joint)
            {
                var arm = joint < 0 ? default : MovedAt(one) - problem.Joints[joint].Pivot;
                moves += one.Weight * (joint < 0 ? 1 : Point.Dot(arm, arm) + (one.Hangs is null ? one.Spread : 0)) / (joint < 0 ? 1 : arms[joint] * arms[joint]);
            }
        }

        return Math.Max(0, (1 / share) - 1) * moves;
    }

    private static Point MovedAt(in PullWeight one) => one.Hangs ?? one.At;

    private void Move(double[] at)
    {
        moved[0] = Affine.Translate(at[0], at[1]);
        for (var j = 0; j < problem.Joints.Length; j++)
        {
            moved[j + 1] = moved[j] * Affine.AboutPivot(problem.Joints[j].Pivot, default, at[2 + j] / arms[j], 1, 1);
        }
    }

    /// <summary>With <see cref="moved"/> as there.</summary>
    private double Energy(Point target, double[] at)
    {
        var energy = 0.0;
        foreach (var group in groups)
        {
            var by = Carry(group.Middle, group.Joint) - group.Middle;
            var turn = TurnedBy(at, group.Joint);
            energy += ((group.Weight * Point.Dot(by, by)) + (group.Turns * turn * turn)) / group.Share;
        }

        for (var i = 0; i < size; i++)
        {
            var stays = at[i] - last[i];
            energy += (Keeps * stays * stays) + (shy[Math.Max(0, i - 1)] * at[i] * at[i]);
            if (i >= 2)
            {
                var turn = at[i] / arms[i - 2];
                energy += stiffness / problem.Joints[i - 2].Share * turn * turn;
            }
        }

        var off = Pulled() - (target - problem.Hand);
        energy += Pull * Point.Dot(off, off);
        var over = Math.Max(0, (Carry(problem.Root, problem.Joints.Length - 1) - target).Length - problem.Reach);
        var near = Math.Max(0, problem.Nearest - (Carry(problem.Root, problem.Joints.Length - 1) - target).Length);
        var beside = OffBalance(target);
        var stretched = over <= Hardest ? over * over : ((2 * over) - Hardest) * Hardest;
        return energy + (Fast * (stretched + (near * near))) + (Balance * beside * beside);
    }

    /// <summary>
    /// What is drawn the way that the hand goes: the hand itself where it hangs fast, else the shoulder. A limb that was taken along as
    /// stiff as it stands would lean a body away from what lies below its hips.
    /// </summary>
    private Point Held => problem.LimbShare > 0 ? problem.Root : problem.Hand;

    /// <summary>How hard.</summary>
    private double Pull => problem.LimbShare > 0 ? 1 / problem.LimbShare : Fast;

    /// <summary>How far it has gone.</summary>
    private Point Pulled() => Carry(Held, problem.Joints.Length - 1) - Held;

    private double TurnedBy(double[] at, int joint)
    {
        var turn = 0.0;
        for (var j = 0; j <= joint; j++)
        {
            turn += at[2 + j] / arms[j];
        }

        return turn;
    }

    /// <summary>The squares to be made least: slope and second derivatives without those of what turns.</summary>
    private void Ask(Point target)
    {
        Array.Clear(slope);
        Array.Clear(square);
        foreach (var group in groups)
        {
            var at = Carry(group.Middle, group.Joint);
            var by = at - group.Middle;
            var weight = group.Weight / group.Share;
            AskOf(at, group.Joint, new Point(1, 0), weight, by.X);
            AskOf(at, group.Joint, new Point(0, 1), weight, by.Y);
            Array.Clear(row);
            for (var j = 0; j <= group.Joint; j++)
            {
                row[2 + j] = 1 / arms[j];
            }

            AddSquare(group.Turns / group.Share, TurnedBy(best, group.Joint));
        }

        for (var i = 0; i < size; i++)
        {
            var resists = Keeps + shy[Math.Max(0, i - 1)] + (i < 2 ? 0 : stiffness / problem.Joints[i - 2].Share / (arms[i - 2] * arms[i - 2]));
            square[(i * size) + i] += resists;
            slope[i] += (resists * best[i]) - (Keeps * last[i]);
        }

        var outer = problem.Joints.Length - 1;
        var off = Pulled() - (target - problem.Hand);
        var held = Carry(Held, outer);
        AskOf(held, outer, new Point(1, 0), Pull, off.X);
        AskOf(held, outer, new Point(0, 1), Pull, off.Y);
        var root = Carry(problem.Root, outer);
        if ((root - target).Length is var length && length > problem.Reach)
        {
            var way = (root - target) * (1 / length);
            var over = length - problem.Reach;
            var hard = Fast * Math.Min(1, Hardest / over);
            AskOf(root, outer, way, hard, over);
            // A distance is no straight line: beside its way it grows as well.
            AskOf(root, outer, new Point(-way.Y, way.X), hard * over / length, 0);
        }
        else if (length < problem.Nearest && length > 0)
        {
            AskOf(root, outer, (root - target) * (1 / length), Fast, length - problem.Nearest);
        }

        AskForBalance(target);
    }

    /// <summary>The weight is drawn back over what bears it, and to nowhere while it is there.</summary>
    private void AskForBalance(Point target)
    {
        var off = OffBalance(target);
        if (off == 0)
        {
            return;
        }

        Array.Clear(row);
        foreach (var group in groups)
        {
            AddRow(row, Carry(group.Balances, group.Joint), group.Joint, problem.Support.Across * group.Weight);
        }

        AddSquare(Balance, off);
    }

    private void AskOf(Point at, int joint, Point gradient, double weight, double value)
    {
        Array.Clear(row);
        AddRow(row, at, joint, gradient);
        AddSquare(weight, value);
    }

    private void AddSquare(double weight, double value)
    {
        for (var i = 0; i < size; i++)
        {
            var times = weight * row[i];
            if (times == 0)
            {
                continue;
            }

            slope[i] += times * value;
            for (var j = 0; j < size; j++)
            {
                square[(i * size) + j] += times * row[j];
            }
        }
    }

    /// <summary>What must hold, as it is about here.</summary>
    private void Hold()
    {
        count = 0;
        foreach (var foot in problem.Feet)
        {
            var root = Carry(foot.Root, foot.Joint);
            var way = root - foot.Foot;
            var length = Math.Max(1e-9, way.Length);
            way *= 1 / length;
            // As hard as it was held by the step before, it keeps the root on its circle and not on the line that touches it.
            AskOf(root, foot.Joint, new Point(-way.Y, way.X), press[count] / length, 0);
            AddRow(Next(foot.Most - length), root, foot.Joint, way);
            // A hip stays on the side of its foot where it is, and no nearer than the leg folds. Measured along the way it stands
            // now: a ring round the foot would have two ways past it, and a body that leaps between them.
            var up = Up(foot);
            AddRow(Next(Point.Dot(root - foot.Foot, up) - foot.Least), root, foot.Joint, up * -1);
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

        foreach (var guard in problem.Guards)
        {
            var at = Carry(guard.At, guard.Joint);
            AddRow(Next(guard.Room - Point.Dot(problem.Down, at - guard.At)), at, guard.Joint, problem.Down);
        }
    }

    private static Point Up(in PullFoot foot)
    {
        var up = foot.Root - foot.Foot;
        return up * (1 / Math.Max(1e-9, up.Length));
    }

    /// <summary>How far the middle of the weight falls beside what bears it, on the stage: to the right more than 0.</summary>
    private double OffBalance(Point target)
    {
        var across = problem.Support.Across;
        var middle = problem.Support.Middle + (problem.HandWeight * Point.Dot(across, target - problem.Hand));
        foreach (var group in groups)
        {
            middle += group.Weight * Point.Dot(across, Carry(group.Balances, group.Joint) - group.Balances);
        }

        var (left, right) = problem.Support.At((target - problem.Hand).Length);
        return middle < left ? middle - left : Math.Max(0, middle - right);
    }

    /// <summary>By how much what must hold does not, px in all; of <see cref="Hold"/>'s rooms.</summary>
    private double Broken()
    {
        var sum = 0.0;
        for (var i = 0; i < count; i++)
        {
            sum += Math.Max(0, -room[i]);
        }

        return sum;
    }

    /// <summary>The same with <see cref="moved"/> as it is being tried.</summary>
    private double BrokenWhenTried()
    {
        var sum = 0.0;
        foreach (var foot in problem.Feet)
        {
            var way = Carry(foot.Root, foot.Joint) - foot.Foot;
            sum += Math.Max(0, way.Length - foot.Most) + Math.Max(0, foot.Least - Point.Dot(way, Up(foot)));
        }

        for (var j = 0; j < problem.Joints.Length; j++)
        {
            sum += Math.Max(0, tried[2 + j] - (problem.Joints[j].Most * arms[j])) + Math.Max(0, (problem.Joints[j].Least * arms[j]) - tried[2 + j]);
        }

        foreach (var guard in problem.Guards)
        {
            sum += Math.Max(0, Point.Dot(problem.Down, Carry(guard.At, guard.Joint) - guard.At) - guard.Room);
        }

        return sum;
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
        // A body without a share stays.
        if (problem.BodyShare > 0)
        {
            into[0] += gradient.X;
            into[1] += gradient.Y;
        }

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
            // It presses about as hard as it did a moment ago.
            var way = ways.AsSpan(i * size, size);
            Substitute(way);
            Dense.Add(step, -press[i], way);
        }

        for (var sweep = 0; sweep < Sweeps; sweep++)
        {
            var changed = 0.0;
            for (var i = 0; i < count; i++)
            {
                if (room[i] > FarOff && press[i] == 0)
                {
                    continue;
                }

                var line = rows.AsSpan(i * size, size);
                var way = ways.AsSpan(i * size, size);
                var gives = Dense.Dot(line, way);
                if (gives <= 1e-12)
                {
                    continue;
                }

                var more = Math.Max(-press[i], (Dense.Dot(line, step) - room[i]) / gives);
                if (more == 0)
                {
                    continue;
                }

                press[i] += more;
                for (var k = 0; k < size; k++)
                {
                    step[k] -= more * way[k];
                    changed = Math.Max(changed, Math.Abs(more * way[k]));
                }
            }

            if (changed < Close / 10)
            {
                break;
            }
        }
    }

    /// <summary>The damped square as L·Lᵀ (Cholesky; Golub and Van Loan, Matrix Computations, 4.2).</summary>
    private void Factor(double damping)
    {
        square.CopyTo(factor, 0);
        for (var i = 0; i < size; i++)
        {
            factor[(i * size) + i] = (square[(i * size) + i] * (1 + damping)) + damping + 1e-9;
        }

        for (var j = 0; j < size; j++)
        {
            for (var k = 0; k < j; k++)
            {
                for (var i = j; i < size; i++)
                {
                    factor[(i * size) + j] -= factor[(i * size) + k] * factor[(j * size) + k];
                }
            }

            var pivot = Math.Sqrt(Math.Max(1e-300, factor[(j * size) + j]));
            for (var i = j; i < size; i++)
            {
                factor[(i * size) + j] /= pivot;
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
                b[i] -= factor[(i * size) + k] * b[k];
            }

            b[i] /= factor[(i * size) + i];
        }

        for (var i = size - 1; i >= 0; i--)
        {
            for (var k = i + 1; k < size; k++)
            {
                b[i] -= factor[(k * size) + i] * b[k];
            }

            b[i] /= factor[(i * size) + i];
        }
    }
}
