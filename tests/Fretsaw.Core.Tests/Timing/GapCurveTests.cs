using CsCheck;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

public class GapCurveTests
{
    private static readonly Gen<CubicBezierEasing> Easings =
        Gen.Select(Gen.Double[0, 1], Gen.Double[-1, 2], Gen.Double[0, 1], Gen.Double[-1, 2], (a, b, c, d) => new CubicBezierEasing(a, b, c, d));

    [Fact]
    public void An_easing_agrees_with_its_own_curve() => Gen.Select(Easings, Gen.Double[0, 1]).Sample((easing, s) =>
    {
        // The definition itself, W3C CSS Easing Functions Level 1 §2.2: a point of the curve, from its parameter.
        double At(double p1, double p2) => (3 * s * (1 - s) * (1 - s) * p1) + (3 * s * s * (1 - s) * p2) + (s * s * s);
        var (x, y) = (At(easing.X1, easing.X2), At(easing.Y1, easing.Y2));
        var slope = 3 * (((1 - s) * (1 - s) * easing.X1) + (2 * s * (1 - s) * (easing.X2 - easing.X1)) + (s * s * (1 - easing.X2)));

        // Where x(s) stands still a whole stretch of the curve lies over one x, and y is not determined by it.
        return slope < 1e-2 || Math.Abs(easing.Progress(x) - y) < 1e-4;
    });

    public static readonly TheoryData<string> Kinds = ["even", "slow start", "slow stop", "both", "hold", "straight", "smooth", "twos", "stagger"];

    private static Gap Named(string kind) => kind switch
    {
        "even" => Gap.Even,
        "slow start" => Gap.SlowStart,
        "slow stop" => Gap.SlowStop,
        "hold" => Gap.Hold,
        "straight" => new Gap { Ease = new Drawn([new Point(0.3, 0.8), new Point(0.6, 0.9)], false) },
        "smooth" => new Gap { Ease = new Drawn([new Point(0.3, 0.8), new Point(0.6, 0.9)], true) },
        "twos" => Gap.Both with { Every = 2 },
        "stagger" => Gap.Even with { Stagger = new Stagger(2, 1) },
        _ => Gap.Both,
    };

    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_gap_begins_at_0_and_ends_at_1_whatever_lies_between(string kind)
    {
        var ticks = new GapCurve(Named(kind)).Ticks(480);
        Assert.Equal(0, ticks[0]);
        Assert.Equal(1, ticks[^1]);
        Assert.All(ticks, tick => Assert.InRange(tick, 0, 1));
    }

    [Theory]
    [InlineData("even")]
    [InlineData("slow start")]
    [InlineData("slow stop")]
    [InlineData("both")]
    [InlineData("hold")]
    [InlineData("straight")]
    [InlineData("smooth")]
    [InlineData("twos")]
    public void Without_a_stagger_what_rises_never_turns_back(string kind)
    {
        var ticks = new GapCurve(Named(kind)).Ticks(480);
        Assert.All(ticks.Zip(ticks.Skip(1)), pair => Assert.True(pair.Second >= pair.First));
    }

    [Fact]
    public void Slow_start_and_slow_stop_mirror_each_other() => Gen.Select(Gen.Double[0, 1], Gen.Double[0, 100]).Sample((x, amount) =>
        Math.Abs(new GapCurve(Gap.Even with { Ease = new Slow(amount, 0) }).Eased(x) + new GapCurve(Gap.Even with { Ease = new Slow(0, amount) }).Eased(1 - x) - 1) < 1e-6);

    [Fact]
    public void Full_amounts_are_the_named_curves_of_CSS()
    {
        // W3C CSS Easing Functions Level 1 §2.2.1: ease-in, ease-out, ease-in-out.
        Gen.Double[0, 1].Sample(x =>
            new GapCurve(Gap.SlowStart).Eased(x) == new CubicBezierEasing(0.42, 0, 1, 1).Progress(x)
            && new GapCurve(Gap.SlowStop).Eased(x) == new CubicBezierEasing(0, 0, 0.58, 1).Progress(x)
            && new GapCurve(Gap.Both).Eased(x) == new CubicBezierEasing(0.42, 0, 0.58, 1).Progress(x)
            && new GapCurve(Gap.Even).Eased(x) == x);
    }

    [Fact]
    public void On_threes_a_drawing_stands_for_three_frames_and_the_end_is_exact()
    {
        var ticks = new GapCurve(Gap.Even with { Every = 3 }).Ticks(8);
        Assert.Equal([0, 0, 0, 3 / 8.0, 3 / 8.0, 3 / 8.0, 6 / 8.0, 6 / 8.0, 1], ticks);
    }

    [Fact]
    public void A_stagger_of_two_on_and_one_back_follows_the_table_worked_by_hand()
    {
        // Steps 0 +2 −1 +2 −1 +2 −1: at 0 2 1 3 2 4 3 of 3, and what lies past the end waits there.
        var ticks = new GapCurve(Gap.Even with { Stagger = new Stagger(2, 1) }).Ticks(6);
        Assert.Equal([0, 2 / 3.0, 1 / 3.0, 1, 2 / 3.0, 1, 1], ticks);
    }

    [Fact]
    public void A_stagger_of_half_the_strength_goes_half_as_far_from_the_steady_way_and_fades_at_its_ends()
    {
        var (steady, full) = (new GapCurve(Gap.Even).Ticks(12), new GapCurve(Gap.Even with { Stagger = new Stagger(3, 2) }).Ticks(12));
        var half = new GapCurve(Gap.Even with { Stagger = new Stagger(3, 2, 50) }).Ticks(12);
        var faded = new GapCurve(Gap.Even with { Stagger = new Stagger(3, 2, 100, 50) }).Ticks(12);
        Assert.Equal((steady[4] + full[4]) / 2, half[4], 1e-9);
        Assert.Equal(steady[1] + ((full[1] - steady[1]) / 6), faded[1], 1e-9);
        Assert.Equal(full[6], faded[6], 1e-9);
    }

    [Fact]
    public void A_held_gap_keeps_its_ease_for_when_it_is_lifted()
    {
        var held = new GapCurve(Gap.SlowStop with { Held = true });
        Assert.Equal(0, held.At(9.999, 10));
        Assert.Equal(1, held.At(10, 10));
        Assert.Equal(new GapCurve(Gap.SlowStop).At(3, 10), new GapCurve((Gap.SlowStop with { Held = true }) with { Held = false }).At(3, 10));
    }
}
