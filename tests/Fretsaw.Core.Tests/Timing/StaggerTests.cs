using CsCheck;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Staggers that are typed, against tables worked by hand.</summary>
public class StaggerTests
{
    private static double[] Ticks(Stagger stagger, int frames) => new GapCurve(Gap.Even with { Stagger = stagger }).Ticks(frames);

    private static Stagger Typed(params int[] pattern) => new(1, 0) { Pattern = [.. pattern] };

    [Fact]
    public void A_typed_pattern_of_the_same_steps_is_the_stagger_on_and_back() =>
        Assert.Equal(Ticks(new Stagger(3, 2, 80, 20), 24), Ticks(new Stagger(1, 0, 80, 20) { Pattern = [3, -2] }, 24));

    [Fact]
    public void Twice_on_and_once_back_follows_the_table()
    {
        // Steps +1 +1 −1: after 0…8 frames at 0 1 2 1 2 3 2 3 4, of 4; the last frame is the key.
        double[] walked = [0, 1, 2, 1, 2, 3, 2, 3, 4];
        Assert.Equal(walked.Select(step => step / 4), Ticks(Typed(1, 1, -1), 8));
    }

    [Fact]
    public void A_pattern_that_gets_nowhere_goes_round_the_steady_way()
    {
        // Steps +1 −1: a frame ahead on every other one. Of eight frames: 0, 2, 2, 4, 4, 6, 6, 8 and the end.
        double[] walked = [0, 2, 2, 4, 4, 6, 6, 8, 8];
        Assert.Equal(walked.Select(step => step / 8), Ticks(Typed(1, -1), 8));
    }

    [Fact]
    public void Whatever_is_typed_both_ends_are_exact() => Gen.Select(Gen.Int[-3, 5].Array[1, 8], Gen.Int[1, 60], Gen.Double[0, 200], Gen.Double[0, 50]).Sample((steps, frames, strength, fade) =>
    {
        if (steps.Sum() < 0)
        {
            return true;
        }

        var ticks = Ticks(new Stagger(1, 0, strength, fade) { Pattern = [.. steps] }, frames);
        return ticks[0] == 0 && ticks[^1] == 1 && ticks.All(tick => tick is >= 0 and <= 1);
    });

    [Fact]
    public void It_goes_on_top_of_any_chart()
    {
        var slow = new GapCurve(Gap.Both);
        var staggered = new GapCurve(Gap.Both with { Stagger = Typed(2, -1) });
        var walk = Ticks(Typed(2, -1), 12);
        for (var frame = 0; frame <= 12; frame++)
        {
            Assert.Equal(slow.Eased(walk[frame]), staggered.At(frame, 12), 1e-12);
        }
    }
}
