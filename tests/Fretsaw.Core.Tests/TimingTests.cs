using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

public class TimingTests
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

    [Theory]
    [InlineData(Chart.Even)]
    [InlineData(Chart.SlowStart)]
    [InlineData(Chart.SlowStop)]
    [InlineData(Chart.Both)]
    [InlineData(Chart.Hold)]
    public void A_chart_begins_at_0_ends_at_1_and_never_turns_back(Chart chart)
    {
        var ticks = Charts.Ticks(chart, 480);
        Assert.Equal(0, ticks[0]);
        Assert.Equal(1, ticks[^1]);
        Assert.All(ticks.Zip(ticks.Skip(1)), pair => Assert.True(pair.Second >= pair.First));
    }

    [Fact]
    public void Slow_start_and_slow_stop_mirror_each_other() => Gen.Double[0, 1].Sample(x =>
        Math.Abs(Charts.Progress(Chart.SlowStart, x) + Charts.Progress(Chart.SlowStop, 1 - x) - 1) < 1e-6);

    [Fact]
    public void A_channel_stands_still_outside_its_keys_and_holds_where_it_is_told()
    {
        var table = new ChannelTable([new Channel { Id = "a/b/turn", Keys = [new Key(10, 5, Chart.Hold), new Key(20, 9, Chart.Even), new Key(30, 19)] }]);
        var channel = table.IndexOf("a/b/turn");
        Assert.Equal(5, table.Sample(channel, 1));
        Assert.Equal(5, table.Sample(channel, 19.999));
        Assert.Equal(9, table.Sample(channel, 20));
        Assert.Equal(14, table.Sample(channel, 25), 9);
        Assert.Equal(19, table.Sample(channel, 99));
        Assert.Equal(-1, table.IndexOf("a/b/shiftX"));
    }
}
