using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

/// <summary>Chains that reach, over chains and goals at random.</summary>
public class ReachTests
{
    private const int Chains = 1500;

    /// <summary>A goal that turns within the limits lead to can be reached, so it is.</summary>
    [Theory]
    [InlineData(2, 60.0)]
    [InlineData(3, 60.0)]
    [InlineData(4, 45.0)]
    [InlineData(5, 40.0)]
    [InlineData(6, 30.0)]
    [InlineData(3, null)]
    [InlineData(6, null)]
    public void What_can_be_reached_is(int bones, double? limit)
    {
        var random = new Random(17);
        var missed = 0;
        for (var k = 0; k < Chains; k++)
        {
            var chain = new RandomChain(random, bones, limit);
            var goal = chain.Laid(chain.Turns(random))[^1];
            var joints = chain.Solved(goal);
            Assert.True(chain.KeepsLengthsAndLimits(joints), "lengths and limits are kept");
            missed += (joints[^1] - goal).Length > 0.005 * chain.Total ? 1 : 0;
        }

        Assert.True(missed <= Chains / 100, $"{missed} of {Chains} goals were missed");
    }

    /// <summary>
    /// Outside check: a dense search, the best of 10,000 random turns within the limits, each brought nearer by turning one joint after
    /// another (Wang and Chen, "A combined optimization method for solving the inverse kinematics problem of mechanical manipulators",
    /// IEEE Trans. Robotics and Automation 7, 1991).
    /// </summary>
    [Theory]
    [InlineData(2, 60.0)]
    [InlineData(3, 60.0)]
    [InlineData(4, 45.0)]
    [InlineData(5, 40.0)]
    [InlineData(6, 30.0)]
    public void What_cannot_be_reached_is_neared_as_far_as_it_can_be(int bones, double limit)
    {
        var random = new Random(29);
        for (var k = 0; k < 12; k++)
        {
            var chain = new RandomChain(random, bones, limit);
            var (sin, cos) = Math.SinCos(2 * Math.PI * random.NextDouble());
            var goal = new Point(cos, sin) * (chain.Total * (0.1 + (1.2 * random.NextDouble())));
            var ours = (chain.Solved(goal)[^1] - goal).Length;
            var nearest = DenseSearch.Nearest(chain, goal, random, starts: 10_000);
            Assert.True(ours <= nearest + (0.01 * chain.Total), $"chain {k} ends {ours:0.00} px from its goal, and could at {nearest:0.00}");
        }
    }

    /// <summary>
    /// The goal goes a tenth of a pixel, and no joint by more than three, away from straight and folded. Two limited bones have just two
    /// ways to stand, so where one of them ends they have to flip; longer ones hardly ever do.
    /// </summary>
    [Theory]
    [InlineData(3, 60.0, 2)]
    [InlineData(4, 45.0, 2)]
    [InlineData(6, 30.0, 2)]
    [InlineData(3, null, 0)]
    [InlineData(4, null, 1)]
    [InlineData(6, null, 0)]
    public void A_small_move_of_the_goal_is_a_small_move_of_the_chain(int bones, double? limit, int most)
    {
        var random = new Random(31);
        var (jumps, pairs) = (0, 0);
        for (var k = 0; k < Chains; k++)
        {
            var chain = new RandomChain(random, bones, limit);
            var goal = chain.Laid(chain.Turns(random))[^1];
            var (sin, cos) = Math.SinCos(2 * Math.PI * random.NextDouble());
            var (here, there) = (chain.Solved(goal), chain.Solved(goal + new Point(0.1 * cos, 0.1 * sin)));
            var distance = goal.Length / chain.Total;
            if (distance is < 0.1 or > 0.99 || (there[^1] - goal).Length > 0.2)
            {
                continue;
            }

            pairs++;
            jumps += here.Zip(there).Max(pair => (pair.First - pair.Second).Length) > 3 ? 1 : 0;
        }

        Assert.True(pairs > Chains / 2, $"only {pairs} pairs");
        Assert.True(jumps <= most, $"{jumps} of {pairs} moves were jumps");
    }

    [Theory]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    public void A_chain_does_not_leap_where_its_goal_passes_its_rest_place(int bones)
    {
        var (random, leaps) = (new Random(41), 0);
        for (var k = 0; k < 1000; k++)
        {
            var chain = new RandomChain(random, bones, null);
            var drawn = chain.Laid(new double[bones]);
            var end = drawn[^1];
            foreach (var by in new[] { -0.001, 0, 0.001 })
            {
                leaps += Most(chain.Solved(end * (1 + (by / end.Length))), drawn) > 0.01 * chain.Total ? 1 : 0;
            }
        }

        Assert.InRange(leaps, 0, 3);
    }

    /// <summary>A zigzag within a fiftieth of straight, which once leapt by 13 px when its goal came a thousandth of a pixel nearer.</summary>
    [Fact]
    public void A_zigzag_goes_over_to_its_bends_side_bit_by_bit()
    {
        Point[] drawn = [new(0, 40), new(10, 90), new(-5, 145), new(0, 195)];
        var last = drawn;
        for (var goal = 195.0; goal > 120; goal -= 0.25)
        {
            var solved = Solved(new Point(0, goal));
            Assert.True(Most(solved, last) < 2.5, $"{Most(solved, last)} px at {goal}");
            last = solved;
        }

        Assert.True(Math.Min(last[1].X, last[2].X) < -20 || Math.Max(last[1].X, last[2].X) > 20, "it bends");
        Assert.Equal(Math.Sign(last[1].X), Math.Sign(last[2].X));

        Point[] Solved(Point at)
        {
            var joints = drawn.ToArray();
            var ways = drawn.Zip(drawn.Skip(1), (a, b) => b - a).ToArray();
            double[] turns = [ways[0].AngleRadians, .. ways.Zip(ways.Skip(1), (a, b) => b.AngleRadians - a.AngleRadians)];
            ChainReach.Solve(joints, [.. ways.Select(way => way.Length)], turns, [null, null, null], at, 1);
            return joints;
        }
    }

    private static double Most(Point[] a, Point[] b) => a.Zip(b).Max(pair => (pair.First - pair.Second).Length);

    [Fact]
    public void Three_limited_bones_reach_what_they_missed_by_a_fifth()
    {
        TurnLimit limit = new(-60, 60);
        var chain = new RandomChain(new Random(1), 3, 60) { Lengths = [80, 60, 40], RestTurns = [0, 0, 0], Limits = [limit, limit, limit], Bend = 1 };
        var goal = new Point(122.1, -26.2);
        Assert.True((chain.Solved(goal)[^1] - goal).Length < 0.05);
    }

    /// <summary>Too near for a lower bone that folds by 150° at most: the hand stays on its circle, on the goal's side.</summary>
    [Fact]
    public void A_goal_too_near_does_not_throw_the_hand_to_the_other_side()
    {
        var chain = new RandomChain(new Random(1), 2, null) { Lengths = [100, 80], RestTurns = [0, 0], Limits = [null, new TurnLimit(0, 150)], Bend = 1 };
        var (above, below) = (chain.Solved(new Point(-15.914, -1e-6)), chain.Solved(new Point(-15.914, 1e-6)));
        Assert.True((above[^1] - below[^1]).Length < 0.01, $"{above[^1]} and {below[^1]}");
    }

    /// <summary>Four free bones, drawn nearly straight, whose goal comes nearer by half a pixel.</summary>
    [Fact]
    public void A_free_chain_does_not_flip_its_bend()
    {
        var chain = new RandomChain(new Random(1), 4, null) { Lengths = [60, 50, 40, 30], RestTurns = [0.3, 0.043, -0.064, 0.039], Bend = 1 };
        for (var distance = 40.0; distance < 178; distance += 0.5)
        {
            var (here, there) = (chain.Solved(new Point(distance, 0)), chain.Solved(new Point(distance + 0.5, 0)));
            Assert.True(here.Zip(there).Max(pair => (pair.First - pair.Second).Length) < 6, $"from {distance}");
        }
    }

    /// <summary>As two bones do by the law of cosines, and also where it is drawn a little to the other side.</summary>
    [Theory]
    [InlineData(1, 0)]
    [InlineData(-1, 0)]
    [InlineData(1, 0.02)]
    [InlineData(1, -0.02)]
    public void A_chain_drawn_straight_bends_to_its_side(int bend, double turn)
    {
        var two = new RandomChain(new Random(1), 2, null) { Lengths = [80, 80], RestTurns = [0, 0], Bend = bend };
        var four = new RandomChain(new Random(1), 4, null) { Lengths = [40, 40, 40, 40], RestTurns = [0, turn, turn, turn], Bend = bend };
        var goal = new Point(120, 0);
        Assert.Equal(Math.Sign(two.Solved(goal)[1].Y), Math.Sign(four.Solved(goal)[2].Y));
        Assert.InRange(Math.Abs(four.Solved(goal)[2].Y), 30, 60);
    }

    [Theory]
    [InlineData(3, 60.0)]
    [InlineData(5, null)]
    public void At_rest_a_chain_stands_as_drawn(int bones, double? limit)
    {
        var random = new Random(37);
        for (var k = 0; k < 50; k++)
        {
            var chain = new RandomChain(random, bones, limit);
            var drawn = chain.Laid(new double[bones]);
            Assert.All(chain.Solved(drawn[^1]).Zip(drawn), pair => Assert.True((pair.First - pair.Second).Length < 1e-6));
        }
    }
}
