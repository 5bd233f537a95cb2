using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>What is wrong with keys is found with its frame and amount, and its mend does what it says in one step.</summary>
public class KeySnagsTests
{
    private static Film Two(params (int Frame, double Value)[] keys) => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null), TestFilm.Part("b", null)] }, [], TestFilm.Keyed("a", "turn", keys), TestFilm.Keyed("b", "turn", keys));

    private static List<Snag> Of(Film film, string check) => [.. SnagFinder.Find(film, film.Shots[0], new RigCache(), new SnagsAsked(Blocking: true)).Where(snag => snag.Check == check)];

    private static Film Looped(Film film, Beyond after) => new SetBeyond(TestFilm.ShotId, [TestFilm.At("a", "turn")]) { After = after }.Apply(film);

    [Fact]
    public void Keys_after_the_end_are_counted_and_the_mend_makes_the_shot_long_enough()
    {
        var film = new ChangeShot(TestFilm.ShotId) { Length = 30 }.Apply(Two((1, 0), (20, 9), (34, 5), (40, 3)));
        var snag = Assert.Single(Of(film, "outside"));
        Assert.Equal((2, 30), (snag.Amount, snag.Frame));
        var mended = snag.Mend!.Apply(film);
        Assert.Equal(40, mended.Shots[0].Length);
        Assert.Empty(Of(mended, "outside"));

        // One key after the end is what the last frames move towards.
        Assert.Empty(Of(new ChangeShot(TestFilm.ShotId) { Length = 36 }.Apply(film), "outside"));
    }

    [Fact]
    public void A_loop_that_does_not_close_is_found_with_its_amount_and_closed()
    {
        var film = Eased(Looped(Two((1, 10), (13, 40), (25, 14)), Beyond.Again), 1, 13);
        var snag = Assert.Single(Of(film, "loop"));
        Assert.Equal((25, 4.0, "°"), (snag.Frame!.Value, snag.Amount, snag.Unit));
        var mended = snag.Mend!.Apply(film);
        Assert.Equal(10, ((NumberKey)mended.Shots[0].Tracks[0].AllKeys[^1]).Value);
        Assert.Empty(Of(mended, "loop"));
        Assert.Empty(Of(Looped(film, Beyond.Onward), "loop"));
    }

    [Fact]
    public void A_loop_that_closes_with_a_jerk_tells_the_leap_of_its_speed()
    {
        // 30° up in ten even frames and back in ten: at the seam −3 becomes +3 a frame.
        var film = new SetGap(TestFilm.ShotId, 11, Gap.Even, [], TestFilm.Owner).Apply(new SetGap(TestFilm.ShotId, 1, Gap.Even, [], TestFilm.Owner).Apply(Looped(Two((1, 10), (11, 40), (21, 10)), Beyond.Again)));
        var snag = Assert.Single(Of(film, "loop"));
        Assert.Equal(6, snag.Amount, 1e-6);
        Assert.Empty(Of(snag.Mend!.Apply(film), "loop"));
        Assert.Empty(Of(Eased(film, 1, 11), "loop"));
    }

    private static Film Eased(Film film, params int[] frames) =>
        frames.Aggregate(film, (current, frame) => new SetGap(TestFilm.ShotId, frame, Gap.Both, [], TestFilm.Owner).Apply(current));

    [Fact]
    public void A_pose_that_leaves_a_moving_control_out_keys_it_as_it_stands()
    {
        var film = Two((1, 0), (20, 10), (40, 30));
        Assert.Empty(Of(film, "leftOut"));
        film = new RemoveChosenKeys(TestFilm.ShotId, [new Beads([TestFilm.At("b", "turn")], [20])]).Apply(film);
        var snag = Assert.Single(Of(film, "leftOut"));
        Assert.Equal((20, 1), (snag.Frame, snag.Amount));
        Assert.DoesNotContain(SnagFinder.Find(film, film.Shots[0], new RigCache()), other => other.Check == "leftOut");
        Assert.Contains("b.", snag.Says, StringComparison.Ordinal);
        var mended = snag.Mend!.Apply(film);
        Assert.Empty(Of(mended, "leftOut"));
        var (was, now) = (Turn(film), Turn(mended));
        Assert.Equal(was, now, 1e-9);

        static double Turn(Film film)
        {
            var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
            evaluator.Evaluate(20);
            return evaluator.Driven("b", "turn");
        }
    }

    [Fact]
    public void A_joint_that_is_a_few_frames_apart_from_its_card_was_meant_to_be()
    {
        var film = new RetimeKeys(TestFilm.ShotId, [new Beads([TestFilm.At("b", "turn")], [20])], new Shift(4)).Apply(Two((1, 0), (20, 10), (40, 30)));
        Assert.Empty(Of(film, "leftOut"));
    }
}
