using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests.Puppets;

public sealed class BodyPullTests
{
    /// <summary>A hand 100 px beside a body that weighs everything and turns nowhere.</summary>
    private static readonly PullProblem Free = new(
        [], 0.5, new Point(100, 0), 1, default, 200, 0, [new PullWeight(default, -1, 1)], 0, [], [], PullSupport.None, new Point(0, 1));

    private static readonly PullProblem Standing = new(
        [new PullJoint(new Point(0, -200), 0.8), new PullJoint(new Point(5, -280), 1), new PullJoint(new Point(8, -340), 1, -0.8, 0.8)], 0.5, new Point(120, -300), 1, new Point(30, -350), 130, 10,
        [
            new PullWeight(new Point(0, -190), -1, 0.35, 400), new PullWeight(new Point(2, -240), 0, 0.25, 900),
            new PullWeight(new Point(6, -310), 1, 0.25, 700), new PullWeight(new Point(10, -390), 2, 0.15, 500),
        ], 0.02,
        [new PullFoot(new Point(-18, -190), -1, new Point(-30, 0), 199, 40), new PullFoot(new Point(18, -190), -1, new Point(34, 0), 199, 40)],
        [new PullGuard(new Point(-18, -190), -1, 190), new PullGuard(new Point(10, -390), 2, 360)],
        new PullSupport(new Point(1, 0), 2, -50, 55, -50, 55, 0), new Point(0, 1));

    private static BodyPull Pulled(PullProblem problem, Point target)
    {
        var pull = new BodyPull(problem);
        const int Stretches = 20;
        for (var i = 1; i <= Stretches; i++)
        {
            pull.Solve(problem.Hand + ((target - problem.Hand) * ((double)i / Stretches)));
        }

        // What keeps it near where the stretch before ended has no say in the last.
        pull.Solve(target);
        pull.Solve(target);
        return pull;
    }

    /// <summary>With two controls the least of the sum has a closed form: each gives share / Σ shares of the way.</summary>
    [Theory]
    [InlineData(0.5)]
    [InlineData(1)]
    [InlineData(3)]
    public void Body_and_limb_divide_the_way_by_their_shares(double share)
    {
        var pull = Pulled(Free with { BodyShare = share }, new Point(130, -60));
        var part = share / (1 + share);
        Assert.Equal(30 * part, pull.Shift.X, 0.01);
        Assert.Equal(-60 * part, pull.Shift.Y, 0.01);
    }

    /// <summary>
    /// Gauss's principle by hand: a rod of weight 1 and length L, free at both ends, is drawn across by one of them. With κ its joint's
    /// stiffness it turns by θ with Lθ·(1/4 + 1/12 + κ) = d/2, and its far end goes d − Lθ: by half of d the other way where κ is 0
    /// (the centre of percussion; from memory, any book of dynamics).
    /// </summary>
    [Fact]
    public void A_free_rod_turns_as_it_is_drawn_by_its_end()
    {
        const double Length = 400;
        var problem = Free with
        {
            BodyShare = 1,
            Joints = [new PullJoint(default, 1)],
            Hand = new Point(0, -Length),
            Root = new Point(0, -Length),
            LimbShare = 0,
            Weights = [new PullWeight(new Point(0, -Length / 2), 0, 1, Length * Length / 12)],
        };
        var pull = Pulled(problem, new Point(2, -Length));
        Assert.Equal(2, pull.Carry(problem.Hand, 0).X, 0.01);
        Assert.Equal(2 - (1 / ((1 / 4.0) + (1 / 12.0) + BodyPull.Stiff)), pull.Shift.X, 0.01);
    }

    [Theory]
    [InlineData(-120, -240)]
    [InlineData(300, -320)]
    [InlineData(150, -120)]
    [InlineData(60, -450)]
    public void No_motion_nearby_is_less(double x, double y)
    {
        // Outside check: brute force over what the three turns and the two shifts could be, by the formula written out anew.
        var target = new Point(x, y);
        var pull = Pulled(Standing, target);
        Assert.InRange(pull.Rounds, 1, BodyPull.MaxRounds - 1);
        double[] ours = [pull.Shift.X, pull.Shift.Y, pull.TurnOf(0), pull.TurnOf(1), pull.TurnOf(2)];
        var found = BodySearch.Least(Standing, target, ours);
        var (least, own) = (BodySearch.Sum(Standing, target, found), BodySearch.Sum(Standing, target, ours));
        Assert.True(own <= least * 1.002, $"{own} and {least} at {string.Join(", ", found)} instead of {string.Join(", ", ours)}");
    }

    [Fact]
    public void A_chest_leans_towards_what_it_reaches_for_and_the_hips_do_not_follow()
    {
        var pull = Pulled(Standing, Standing.Hand + new Point(180, 10));
        Assert.True(pull.TurnOf(0) + pull.TurnOf(1) > 0.2, $"{pull.TurnOf(0)} {pull.TurnOf(1)}");
        Assert.True(pull.Shift.X < 0.2 * (pull.Carry(Standing.Root, 2).X - Standing.Root.X), $"{pull.Shift}");
        Assert.InRange(Standing.Support.Middle + Weigh(Standing, pull), -50, 57);
    }

    [Fact]
    public void What_is_over_its_feet_stays_over_them()
    {
        var problem = Free with { Support = new PullSupport(new Point(1, 0), 0, -20, 30, -20, 30, 0) };
        Assert.InRange(Pulled(problem, new Point(100 + 600, 0)).Shift.X, 29, 33);
        Assert.InRange(Pulled(problem, new Point(100 - 600, 0)).Shift.X, -23, -19);
        Assert.Equal(4, Pulled(problem, new Point(112, 0)).Shift.X, 0.01);
    }

    [Fact]
    public void The_weight_goes_over_the_foot_that_stays_while_the_other_leaves_the_ground()
    {
        var problem = Free with { BodyShare = 0.25, LimbShare = 1, Hand = default, Reach = double.PositiveInfinity, Support = new PullSupport(new Point(1, 0), 0, -50, 50, 30, 50, 20) };
        Assert.Equal(0, Pulled(problem, new Point(0, -1)).Shift.X, 0.5);
        Assert.InRange(Pulled(problem, new Point(0, -20)).Shift.X, 29.5, 31);
    }

    [Fact]
    public void A_limb_is_not_longer_than_it_is_and_a_foot_stays_with_its_leg()
    {
        Assert.InRange(Pulled(Free with { Reach = 150 }, new Point(900, 0)).Shift.X, 740, 755);
        var held = Free with { Reach = 150, Feet = [new PullFoot(new Point(0, 100), -1, new Point(0, 290), 200, 20)] };
        Assert.InRange((Pulled(held, new Point(900, -300)).Carry(new Point(0, 100), -1) - new Point(0, 290)).Length, 190, 200.01);
    }

    [Fact]
    public void Nothing_goes_through_the_ground()
    {
        var pull = Pulled(Standing, new Point(160, 200));
        foreach (var guard in Standing.Guards)
        {
            Assert.InRange(pull.Carry(guard.At, guard.Joint).Y - guard.At.Y, -1e9, guard.Room + 0.01);
        }
    }

    [Fact]
    public void A_joint_keeps_its_limit()
    {
        var pull = Pulled(Free with { BodyShare = 0, Hand = new Point(0, -400), Joints = [new PullJoint(default, 1, -0.05, 0.05)], LimbShare = 0 }, new Point(300, -300));
        Assert.Equal(0.05, pull.TurnOf(0), 1e-3);
        Assert.Equal(default, new Point(Math.Round(pull.Shift.X, 2), Math.Round(pull.Shift.Y, 2)));
    }

    private static double Weigh(PullProblem problem, BodyPull pull) => problem.Weights.Sum(one => one.Weight * (pull.Carry(one.At, one.Joint) - one.At).X);
}
