using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests.Puppets;

public sealed class BodyPullTests
{
    private static readonly PullProblem Free = new([], 0.5, new Point(100, 0), 1, default, 200, [], 0, [], new Point(1, 0), 0, double.NegativeInfinity, double.PositiveInfinity);

    /// <summary>With two controls the least Σ share⁻¹·change² has a closed form: each gives share / Σ shares of the way.</summary>
    [Theory]
    [InlineData(0.5)]
    [InlineData(1)]
    [InlineData(3)]
    public void Body_and_limb_divide_the_way_by_their_shares(double share)
    {
        var pull = new BodyPull(Free with { BodyShare = share });
        pull.Solve(new Point(130, -60));
        var part = share / (1 + share);
        Assert.Equal(30 * part, pull.Shift.X, 0.01);
        Assert.Equal(-60 * part, pull.Shift.Y, 0.01);
    }

    [Fact]
    public void A_small_turn_gives_its_share_of_the_way_across_its_arm()
    {
        // A spine 400 px below the hand: 4 px across are a turn of share/(1 + share + body's) · 4/400.
        var pull = new BodyPull(Free with { Hand = new Point(0, -400), Joints = [new PullJoint(default, 0.25)], Root = new Point(0, -400) });
        pull.Solve(new Point(4, -400));
        Assert.Equal(0.25 / 1.75 * 4 / 400, pull.TurnOf(0), 1e-5);
        Assert.Equal(0.5 / 1.75 * 4, pull.Shift.X, 0.01);
    }

    [Fact]
    public void What_is_over_its_feet_stays_over_them()
    {
        var problem = Free with { Weights = [new PullWeight(default, -1, 1)], Left = -20, Right = 30 };
        var pull = new BodyPull(problem);
        pull.Solve(new Point(100 + 600, 0));
        Assert.InRange(pull.Shift.X, 29, 31);
        pull.Solve(new Point(100 - 600, 0));
        Assert.InRange(pull.Shift.X, -21, -19);
        pull.Solve(new Point(112, 0));
        Assert.Equal(4, pull.Shift.X, 0.01);
    }

    [Fact]
    public void A_limb_is_not_longer_than_it_is_and_a_foot_stays_with_its_leg()
    {
        var pull = new BodyPull(Free with { Reach = 150 });
        pull.Solve(new Point(900, 0));
        Assert.InRange(pull.Shift.X, 740, 755);
        var held = new BodyPull(Free with { Reach = 150, Feet = [new PullFoot(new Point(0, 100), -1, new Point(0, 290), 200, 20)] });
        held.Solve(new Point(900, -300));
        Assert.InRange((held.Carry(new Point(0, 100), -1) - new Point(0, 290)).Length, 190, 200.5);
    }

    [Fact]
    public void A_joint_keeps_its_limit()
    {
        var pull = new BodyPull(Free with { BodyShare = 0, Hand = new Point(0, -400), Joints = [new PullJoint(default, 1, -0.05, 0.05)], LimbShare = 0 });
        pull.Solve(new Point(300, -300));
        Assert.Equal(0.05, pull.TurnOf(0), 1e-3);
        Assert.Equal(default, new Point(Math.Round(pull.Shift.X, 2), Math.Round(pull.Shift.Y, 2)));
    }

    [Fact]
    public void A_small_move_of_the_pointer_is_a_small_move_of_the_body()
    {
        var problem = new PullProblem(
            [new PullJoint(new Point(0, 0), 0.25), new PullJoint(new Point(5, -200), 0.5)], 0.5, new Point(160, -260), 1, new Point(40, -280), 190,
            [new PullWeight(new Point(0, -40), -1, 0.3), new PullWeight(new Point(0, -120), 0, 0.5), new PullWeight(new Point(0, -330), 1, 0.2)], 0.02,
            [new PullFoot(new Point(-30, 0), -1, new Point(-40, 170), 180, 30), new PullFoot(new Point(30, 0), -1, new Point(45, 165), 180, 30)],
            new Point(1, 0), -2, -60, 70);
        var pull = new BodyPull(problem);
        var before = (Shift: default(Point), First: 0.0, Second: 0.0);
        for (var t = 0; t <= 5000; t++)
        {
            var angle = 2 * Math.PI * t / 5000;
            pull.Solve(problem.Hand + new Point(300 * Math.Sin(angle), 160 * Math.Sin(3 * angle)));
            var now = (pull.Shift, pull.TurnOf(0), pull.TurnOf(1));
            if (t > 0)
            {
                // The pointer goes at most 0.8 px a step.
                Assert.True((now.Shift - before.Shift).Length < 5, $"{t}: {now.Shift} after {before.Shift}");
                Assert.True(Math.Abs(now.Item2 - before.First) < 0.1 && Math.Abs(now.Item3 - before.Second) < 0.1, $"{t}: {now} after {before}");
            }

            before = now;
        }
    }

    [Fact]
    public void An_answer_depends_on_where_the_hand_is_pulled_alone()
    {
        var pull = new BodyPull(Free with { Joints = [new PullJoint(new Point(0, 100), 0.5)] });
        pull.Solve(new Point(300, 40));
        var (first, turn) = (pull.Shift, pull.TurnOf(0));
        pull.Solve(new Point(-900, 800));
        pull.Solve(new Point(300, 40));
        Assert.Equal((first, turn), (pull.Shift, pull.TurnOf(0)));
    }
}
