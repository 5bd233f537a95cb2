using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>A plan whose keys are new shares what was compiled, and nothing that is not so any more.</summary>
public class SamplerTests
{
    private static readonly Film Before = TestFilm.Of(
        new Puppet { Id = "p", Name = "p", Parts = [TestFilm.Part("a", "box"), TestFilm.Part("b", "box")] },
        [TestFilm.Box("box", 0, 0, 40, 40)],
        new NumberTrack { Address = TestFilm.At("a", "turn") },
        new NumberTrack { Address = TestFilm.At("b", "turn"), Keys = [new NumberKey(1, 0), new NumberKey(21, 40)] });

    private static readonly Plan Compiled = PlanCompiler.Compile(Before, Before.Shots[0], new RigCache());

    private static double At(Shot after, int frame, string part)
    {
        var film = Before with { Shots = [after] };
        var evaluator = new Evaluator(Compiled);
        evaluator.Evaluate(frame);
        evaluator.Use(Compiled.WithKeysOf(film, after)!);
        evaluator.Evaluate(frame);
        return evaluator.Driven(part, "turn");
    }

    [Fact]
    public void A_track_without_keys_that_gets_one_is_seen()
    {
        var track = new NumberTrack { Address = TestFilm.At("a", "turn"), Keys = [new NumberKey(1, 25)] };
        Assert.Equal(25, At(Before.Shots[0] with { Tracks = [track, Before.Shots[0].Tracks[1]] }, 11, "a"));
    }

    [Fact]
    public void A_track_that_is_gone_is_at_rest() =>
        Assert.Equal(0, At(Before.Shots[0] with { Tracks = [Before.Shots[0].Tracks[0]] }, 11, "b"));

    /// <summary>The track is the very same, and its card's gap is not.</summary>
    [Fact]
    public void Another_gap_of_a_card_is_seen()
    {
        Assert.Equal(20, At(Before.Shots[0], 11, "b"), 1e-9);
        var held = Before.Shots[0] with { Cards = [.. Before.Shots[0].Cards.Select(card => card with { Gap = Gap.Hold })] };
        Assert.Equal(0, At(held, 11, "b"));
    }
}
