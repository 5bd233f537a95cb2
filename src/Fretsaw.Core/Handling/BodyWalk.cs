using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Leads a body along the way that the pointer goes, in short stretches: each settles from where the one before ended, and is taken back
/// part of the way where, with all chains as they are then solved, something would leap or a foot be torn off. So the body may stand
/// otherwise when the pointer has come another way, but never far from where it stood a moment ago.
/// </summary>
/// <param name="limb">What is pulled by its goal: where it hangs, with what joint that goes along, how long it is and how near its root its end comes; null for what is pulled itself.</param>
/// <param name="mostMoved">Poses the puppet as the pull has it now; how far something went since the last time it was kept, px, or infinite where a foot is off.</param>
/// <param name="keep">Keeps the pose to measure the next by.</param>
internal sealed class BodyWalk(BodyPull pull, Point hand, PulledLimb? limb, Func<Point, double> mostMoved, Action keep)
{
    /// <summary>How long a stretch is, px, and how many one move of the pointer is cut into at most.</summary>
    private const double Stretch = 5;
    private const int MostStretches = 32;

    /// <summary>Nothing goes farther than so many times the pointer.</summary>
    private const double Fastest = 12;

    private const int Halvings = 7;

    private Point at = hand;
    private Point goalBefore = hand;
    private Point rootBefore = limb?.Root ?? hand;

    /// <summary>Where the hand is asked to be: at the pointer, but for a limb whose root that has just passed.</summary>
    public Point Goal { get; private set; } = hand;

    public void To(Point target)
    {
        var (from, way) = (at, target - at);
        var stretches = Math.Clamp((int)Math.Ceiling(way.Length / Stretch), 1, MostStretches);
        for (var i = 1; i <= stretches && way != default; i++)
        {
            at = from + (way * ((double)i / stretches));
            pull.Solve(at);
            var most = way.Length / stretches * Fastest;
            Limit(most);
            (goalBefore, rootBefore) = (Goal, Root);
            keep();
        }

        at = target;
    }

    /// <summary>
    /// A pointer that passes a limb's root turns the limb round at once; the goal goes round it, no faster than anything else goes.
    /// </summary>
    private void Aim(double most)
    {
        if (limb is not { } one)
        {
            Goal = at;
            return;
        }

        var root = Root;
        var (before, wanted) = (goalBefore - rootBefore, at - root);
        var turn = before == default || wanted == default ? 0 : Angles.Wrap(wanted.AngleRadians - before.AngleRadians);
        var farthest = most / one.Reach;
        if (Math.Abs(turn) <= farthest && wanted.Length >= one.Nearest)
        {
            Goal = at;
            return;
        }

        var (sin, cos) = Math.SinCos(before.AngleRadians + Math.Clamp(turn, -farthest, farthest));
        Goal = root + (new Point(cos, sin) * Math.Max(wanted.Length, one.Nearest));
    }

    private void Limit(double most)
    {
        var part = 1.0;
        for (var halving = 0; halving < Halvings; halving++, part /= 2)
        {
            var moved = Moved(most);
            if (moved <= most)
            {
                return;
            }

            // Where it only goes too far, about so much of it is right; where a foot is off nobody knows.
            part = double.IsFinite(moved) ? Math.Min(part, 1.8 * part * most / moved) : part;
            pull.GoBackTo(part / 2);
        }

        pull.GoBackTo(0);
        Moved(most);
    }

    private double Moved(double most)
    {
        Aim(most);
        return mostMoved(Goal);
    }

    private Point Root => limb is { } one ? pull.Carry(one.Root, one.Joint) : at;
}

/// <param name="Joint">What takes the root along; −1 for the body.</param>
internal readonly record struct PulledLimb(Point Root, int Joint, double Reach, double Nearest);
