using CsCheck;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Past the end by an amount, and settled there.</summary>
public class OvershootTests
{
    private static readonly Gen<Slow> Slows = Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Double[0, 100], Gen.OneOf(Gen.Const(0.0), Gen.Double[0, 100]), (start, stop, over, settle) => new Slow(start, stop) { OverPercent = over, SettlePercent = settle });

    [Fact]
    public void It_goes_past_by_just_the_amount() => Slows.Sample(slow =>
    {
        var curve = new GapCurve(Gap.Even with { Ease = slow });
        var highest = Enumerable.Range(0, 20001).Max(i => curve.Eased(i / 20000.0));
        return Math.Abs(highest - 1 - (slow.OverPercent / 100)) < 1e-4;
    }, iter: 40);

    /// <summary>Fully settled it comes to rest; with nothing of it it stops dead, as it did before there was any.</summary>
    [Fact]
    public void Settled_it_slows_into_the_end() => Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Double[5, 100]).Sample((start, stop, over) =>
    {
        double Last(double settle) => new GapCurve(Gap.Even with { Ease = new Slow(start, stop) { OverPercent = over, SettlePercent = settle } }).Eased(1 - 1e-4);
        return Last(100) - 1 < 1e-3 * over / 100 && Last(100) >= 1 && Last(0) >= Last(50) && Last(50) >= Last(100);
    });

    [Fact]
    public void It_has_no_leap_where_it_turns_back() => Slows.Sample(slow =>
    {
        var curve = new GapCurve(Gap.Even with { Ease = slow });
        var steps = Enumerable.Range(0, 4000).Select(i => Math.Abs(curve.Eased((i + 1) / 4000.0) - curve.Eased(i / 4000.0)));
        return slow.SettlePercent < 50 || steps.Max() < 0.05;
    }, iter: 60);

    [Fact]
    public void Its_ends_are_exact_and_it_never_starts_backwards() => Slows.Sample(slow =>
    {
        var ticks = new GapCurve(Gap.Even with { Ease = slow }).Ticks(48);
        return ticks[0] == 0 && ticks[^1] == 1 && ticks.All(tick => tick >= 0);
    });

    [Fact]
    public void Nothing_past_is_the_curve_of_CSS() => Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Double[0, 1]).Sample((start, stop, x) =>
        new GapCurve(Gap.Even with { Ease = new Slow(start, stop) }).Eased(x) == (start == 0 && stop == 0 ? x : new CubicBezierEasing(0.42 * (start / 100), 0, 1 + ((0.58 - 1) * (stop / 100)), 1).Progress(x)));

    /// <summary>Everywhere, and not only at the points by which the reversed curve is drawn: one that comes back all but at once too.</summary>
    [Theory]
    [InlineData(40, 100, 20)]
    [InlineData(100, 0, 30)]
    [InlineData(0, 0, 50)]
    [InlineData(0, 60, 100)]
    public void Gone_the_other_way_it_winds_back_first(double start, double stop, double over)
    {
        var gap = Gap.Even with { Ease = new Slow(start, stop) { OverPercent = over } };
        var (there, back) = (new GapCurve(gap), new GapCurve(gap.Reversed()));
        for (var i = 0; i <= 1000; i++)
        {
            Assert.Equal(1 - there.Eased(1 - (i / 1000.0)), back.Eased(i / 1000.0), 1e-3);
        }
    }

    /// <summary>The first frames of a gap alone stand where they stood in it.</summary>
    [Fact]
    public void A_piece_of_a_gap_goes_as_far_frame_by_frame() => Gen.Select(Slows, Gen.Int[2, 90], Gen.Int[1, 4], Gen.Bool).Sample((slow, length, every, staggers) =>
    {
        var gap = new Gap { Ease = slow, Every = every, Stagger = staggers ? new Stagger(3, 2) : null };
        var curve = new GapCurve(gap);
        for (var first = 1; first < length; first += 1 + (length / 9))
        {
            var (piece, whole) = (new GapCurve(GapCurve.Piece(gap, length, first)), curve.At(first, length));
            for (var frame = 0; frame <= first; frame++)
            {
                var clamped = Math.Abs(curve.At(frame, length)) > 2 * Math.Abs(whole);
                Assert.True(clamped || Math.Abs((piece.At(frame, first) * whole) - curve.At(frame, length)) < 1e-9, $"{gap}, {frame} of {first} of {length}");
            }
        }
    });
}
