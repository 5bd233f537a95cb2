using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Keys that are chosen on the strip are moved, stretched, reversed, scattered, copied and taken out; the rest stays as it was.</summary>
public class ChosenKeysTests
{
    private static readonly Gen<Gap> Gaps = Gen.OneOf(
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], (start, stop) => new Gap { Ease = new Slow(start, stop) }),
        Gen.Select(Gen.Double[0.1, 0.4], Gen.Double[-0.5, 1.5], Gen.Bool, (x, y, smooth) => new Gap { Ease = new Drawn([new Point(x, y), new Point(0.7, 1.2)], smooth) }));

    private static Film Two(params (int Frame, double Value)[] keys) => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null), TestFilm.Part("b", null)] }, [],
        TestFilm.Keyed("a", "turn", keys), TestFilm.Keyed("b", "turn", [.. keys.Select(key => (key.Frame, -key.Value))]));

    private static Beads Row(string thing, params int[] frames) => new([TestFilm.At(thing, "turn")], [.. frames]);

    private static int[] Frames(Film film, string thing) => [.. film.Shots[0].Tracks.Single(track => track.Address.Thing == thing).AllKeys.Select(key => key.Frame)];

    private static double[] Turns(Film film, string part)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        return [.. Enumerable.Range(1, film.Shots[0].Length).Select(frame =>
        {
            evaluator.Evaluate(frame);
            return evaluator.Driven(part, "turn");
        })];
    }

    private static Film Retimed(Film film, Retiming to, params Beads[] chosen) => new RetimeKeys(TestFilm.ShotId, [.. chosen], to).Apply(film);

    [Fact]
    public void Keys_of_one_row_move_by_themselves_and_the_cards_stay_for_the_others()
    {
        var film = Retimed(Two((10, 1), (20, 2), (30, 3)), new Shift(4), Row("a", 20, 30));
        Assert.Equal([10, 24, 34], Frames(film, "a"));
        Assert.Equal([10, 20, 30], Frames(film, "b"));
        Assert.Equal([10, 20, 30], film.Shots[0].Cards.Select(card => card.Frame));
    }

    [Fact]
    public void A_card_goes_along_with_all_of_its_keys_and_takes_name_and_gap()
    {
        var film = new NameCard(TestFilm.ShotId, TestFilm.Owner, 20, "Look").Apply(new SetGap(TestFilm.ShotId, 20, Gap.SlowStop, [], TestFilm.Owner).Apply(Two((10, 1), (20, 2), (30, 3))));
        film = Retimed(film, new Shift(3), Row("a", 20), Row("b", 20));
        Assert.Equal([10, 23, 30], film.Shots[0].Cards.Select(card => card.Frame));
        Assert.Equal(("Look", Gap.SlowStop), (film.Shots[0].Cards[1].Name, film.Shots[0].Cards[1].Gap));
        Assert.All(film.Shots[0].Tracks.SelectMany(track => track.AllKeys), key => Assert.Null(key.Gap));
    }

    [Fact]
    public void Moving_all_and_back_is_nothing() => Gen.Select(Gaps, Gen.Int[-8, 60]).Sample((gap, by) =>
    {
        var film = new SetGap(TestFilm.ShotId, 20, gap, [TestFilm.At("a", "turn")]).Apply(Two((10, 1), (20, 2), (30, 3)));
        Beads[] all = [Row("a", 10, 20, 30), Row("b", 10, 20, 30)];
        var moved = Retimed(film, new Shift(by), all);
        var back = Retimed(moved, new Shift(-by), [.. all.Select(row => row with { Frames = [.. row.Frames.Select(frame => frame + by)] })]);
        // A gap that a key says itself though its card says the same is kept once.
        Assert.Equal(FilmJson.Write(Retimed(film, new Shift(0), all)), FilmJson.Write(back));
        Assert.Equal(Turns(film, "a"), Turns(back, "a"));
    }, iter: 60);

    [Fact]
    public void The_first_goes_no_farther_than_frame_1_and_the_others_keep_their_distance() =>
        Assert.Equal([1, 11, 21], Frames(Retimed(Two((10, 1), (20, 2), (30, 3)), new Shift(-99), Row("a", 10, 20, 30)), "a"));

    [Theory]
    [InlineData(10, 2, new[] { 10, 30, 50 })]
    [InlineData(30, 0.5, new[] { 20, 25, 30 })]
    [InlineData(20, 1.5, new[] { 5, 20, 35 })]
    [InlineData(10, 0.01, new[] { 10, 11, 12 })]
    public void Stretching_keeps_one_frame_and_the_proportions(int about, double times, int[] frames) =>
        Assert.Equal(frames, Frames(Retimed(Two((10, 1), (20, 2), (30, 3)), new Stretch(about, times), Row("a", 10, 20, 30)), "a"));

    [Fact]
    public void Spaced_evenly_all_rows_keep_in_step_between_the_first_and_the_last()
    {
        var film = new RemoveChosenKeys(TestFilm.ShotId, [Row("b", 13)]).Apply(Two((10, 1), (13, 2), (14, 3), (40, 4)));
        film = Retimed(film, new Evenly(), Row("a", 10, 13, 14, 40), Row("b", 10, 14, 40));
        Assert.Equal([10, 20, 30, 40], Frames(film, "a"));
        Assert.Equal([10, 30, 40], Frames(film, "b"));
        Assert.Equal([10, 20, 30, 40], film.Shots[0].Cards.Select(card => card.Frame));
    }

    [Fact]
    public void Two_poses_that_are_reversed_are_swapped()
    {
        var film = Retimed(Two((10, 1), (20, 2), (30, 3)), new Reverse(), Row("a", 10, 20), Row("b", 10, 20));
        Assert.Equal([2, 1, 3], film.Shots[0].Tracks[0].AllKeys.Select(key => ((NumberKey)key).Value));
    }

    [Fact]
    public void Reversed_every_frame_is_as_it_was_from_the_other_side() => Gen.Select(Gaps, Gaps).Sample((one, other) =>
    {
        var film = new SetGap(TestFilm.ShotId, 24, other, [], TestFilm.Owner).Apply(new SetGap(TestFilm.ShotId, 10, one, [], TestFilm.Owner).Apply(Two((10, 5), (24, 60), (30, -20))));
        var reversed = Retimed(film, new Reverse(), Row("a", 10, 24, 30), Row("b", 10, 24, 30));
        Assert.Equal([10, 16, 30], reversed.Shots[0].Cards.Select(card => card.Frame));
        var (was, now) = (Turns(film, "a"), Turns(reversed, "a"));
        for (var frame = 10; frame <= 30; frame++)
        {
            Assert.Equal(was[frame - 1], now[40 - frame - 1], 1e-4);
        }

        Assert.Equal(film.Shots[0].Tracks[0].AllKeys.Select(key => (key as NumberKey)!.Value).Reverse(), reversed.Shots[0].Tracks[0].AllKeys.Select(key => (key as NumberKey)!.Value));
    }, iter: 60);

    [Fact]
    public void Scattered_rows_are_apart_and_the_same_seed_scatters_alike()
    {
        var film = TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [.. Enumerable.Range(0, 7).Select(i => TestFilm.Part($"p{i}", null))] }, [],
            [.. Enumerable.Range(0, 7).Select(i => TestFilm.Keyed($"p{i}", "turn", [(20, 1), (40, 9)]))]);
        var rows = Enumerable.Range(0, 7).Select(i => Row($"p{i}", 20, 40)).ToArray();
        var scattered = Retimed(film, new Scatter(3, 3), rows);
        var firsts = Enumerable.Range(0, 7).Select(i => Frames(scattered, $"p{i}")).ToList();
        Assert.All(firsts, frames => Assert.InRange(frames[0], 17, 23));
        Assert.All(firsts, frames => Assert.Equal(20, frames[1] - frames[0]));
        Assert.All(firsts.Zip(firsts.Skip(1)), pair => Assert.NotEqual(pair.First[0], pair.Second[0]));
        Assert.Equal(FilmJson.Write(scattered), FilmJson.Write(Retimed(film, new Scatter(3, 3), rows)));
        Assert.NotEqual(FilmJson.Write(scattered), FilmJson.Write(Retimed(film, new Scatter(4, 3), rows)));
    }

    [Fact]
    public void Each_row_comes_a_few_frames_after_the_one_above_it()
    {
        var film = Two((10, 1), (20, 2));
        var delayed = Retimed(film, new Delay(3), Row("a", 10, 20), Row("b", 10, 20));
        Assert.Equal([10, 20], Frames(delayed, "a"));
        Assert.Equal([13, 23], Frames(delayed, "b"));

        // None goes before the first frame, and each row keeps its own timing.
        Assert.Equal([1, 11], Frames(Retimed(film, new Delay(-40), Row("a", 10, 20), Row("b", 10, 20)), "b"));
        Assert.Throws<FilmException>(() => Retimed(film, new Delay(1001), Row("a", 10)));
    }

    [Fact]
    public void Only_what_is_chosen_goes_out()
    {
        var film = new RemoveChosenKeys(TestFilm.ShotId, [Row("a", 10, 30), Row("b", 30)]).Apply(Two((10, 1), (20, 2), (30, 3)));
        Assert.Equal([20], Frames(film, "a"));
        Assert.Equal([10, 20], Frames(film, "b"));
        Assert.Equal([10, 20], film.Shots[0].Cards.Select(card => card.Frame));
    }

    [Fact]
    public void Copies_come_one_after_the_other_with_their_cards_and_gaps()
    {
        var film = new SetGap(TestFilm.ShotId, 10, Gap.SlowStart, [], TestFilm.Owner).Apply(Two((10, 1), (20, 2)));
        film = new CopyKeys(TestFilm.ShotId, [Row("a", 10, 20), Row("b", 10, 20)], 30) { Copies = 2, Apart = 15 }.Apply(film);
        Assert.Equal([10, 20, 30, 40, 45, 55], Frames(film, "a"));
        Assert.Equal([10, 20, 30, 40, 45, 55], film.Shots[0].Cards.Select(card => card.Frame));
        Assert.Equal(Turns(film, "a")[9..20], Turns(film, "a")[44..55]);
    }

    [Fact]
    public void One_row_can_be_put_on_another_and_what_has_no_such_value_is_told()
    {
        var film = new CopyKeys(TestFilm.ShotId, [Row("a", 10, 20)], 50) { ToThing = "b" }.Apply(Two((10, 1), (20, 2)));
        Assert.Equal([10, 20, 50, 60], Frames(film, "b"));
        Assert.Equal(2, Turns(film, "b")[59], 1e-9);
        Assert.Throws<FilmException>(() => new CopyKeys(TestFilm.ShotId, [Row("a", 10)], 50) { ToThing = "nobody" }.Apply(film));
    }

    [Fact]
    public void Another_puppet_takes_keys_by_the_names_of_its_things()
    {
        var film = Two((10, 1), (20, 2));
        var other = new Puppet { Id = "q", Name = "Q", Parts = [TestFilm.Part("x", null) with { Name = "A" }, TestFilm.Part("y", null)] };
        film = new AddThing(TestFilm.ShotId, new Thing { Id = "d", Name = "D", Body = new Cast("q") }, null).Apply(new AddPuppet(other, []).Apply(film));
        film = new CopyKeys(TestFilm.ShotId, [Row("a", 10, 20), Row("b", 10)], 5) { ToOwner = "d" }.Apply(film);
        var track = Assert.Single(film.Shots[0].Tracks, track => track.Address.Owner == "d");
        Assert.Equal(("x", 5, 15), (track.Address.Thing, track.AllKeys[0].Frame, track.AllKeys[1].Frame));
    }

    [Fact]
    public void Inserted_frames_push_what_is_later_and_taken_out_again_all_is_as_before() => Gen.Select(Gen.Int[1, 60], Gen.Int[1, 30]).Sample((at, count) =>
    {
        var film = new AddShake(TestFilm.ShotId, new Shake { Id = "k", Name = "K", StartFrame = 25 }).Apply(Two((10, 1), (20, 2), (30, 3)));
        var longer = new InsertFrames(TestFilm.ShotId, at, count).Apply(film);
        Assert.Equal(film.Shots[0].Length + count, longer.Shots[0].Length);
        Assert.Equal(new[] { 10, 20, 30 }.Select(frame => frame >= at ? frame + count : frame), Frames(longer, "a"));
        Assert.Equal(25 >= at ? 25 + count : 25, longer.Shots[0].Shakes[0].StartFrame);
        Assert.Equal(FilmJson.Write(film), FilmJson.Write(new TakeOutFrames(TestFilm.ShotId, at, count).Apply(longer)));
    }, iter: 60);

    [Fact]
    public void The_last_key_of_the_frames_that_go_stays_at_the_seam()
    {
        Assert.Equal([10, 15], Frames(new TakeOutFrames(TestFilm.ShotId, 15, 30).Apply(Two((10, 1), (20, 2), (30, 3))), "a"));
        Assert.Equal([10, 15], Frames(new TakeOutFrames(TestFilm.ShotId, 15, 15).Apply(Two((10, 1), (20, 2), (30, 3))), "a"));
        Assert.Equal(3, Turns(new TakeOutFrames(TestFilm.ShotId, 15, 30).Apply(Two((10, 1), (20, 2), (30, 3))), "a")[14], 1e-9);
    }

    [Fact]
    public void A_stretched_shot_loses_no_key_however_short_it_gets() => Gen.Int[1, 400].Sample(length =>
    {
        var film = new StretchShot(TestFilm.ShotId, length).Apply(Two((1, 0), (10, 1), (11, 2), (30, 3)));
        Assert.Equal(length, film.Shots[0].Length);
        Assert.Equal(4, Frames(film, "a").Length);
        Assert.Equal(Frames(film, "a"), film.Shots[0].Cards.Select(card => card.Frame));
        return length < 60 || Frames(film, "a")[3] == 1 + (int)Math.Round(29.0 * (length - 1) / (Two((1, 0)).Shots[0].Length - 1));
    }, iter: 100);

    [Fact]
    public void Two_poses_are_exchanged_and_their_gaps_stay_where_they_are()
    {
        var film = new SetGap(TestFilm.ShotId, 10, Gap.SlowStart, [], TestFilm.Owner).Apply(Two((1, 10), (10, 50), (30, -20)));
        ImmutableArray<Beads> both = [Row("a", 1, 10), Row("b", 1, 10)];
        var after = TestFilm.Made(film, new RetimeKeys(TestFilm.ShotId, both, new Exchange()));
        Assert.Equal([50.0, 10, -20], ((NumberTrack)after.TrackOf("a", "turn")).Keys.Select(key => key.Value));
        Assert.Equal(Gap.Even, after.Shots[0].Cards[0].Gap);
        Assert.Equal(Gap.SlowStart, after.Shots[0].Cards[1].Gap);
        Assert.Equal(Turns(film, "a"), Turns(new RetimeKeys(TestFilm.ShotId, both, new Exchange()).Apply(after), "a"));
    }

    [Fact]
    public void A_card_takes_along_what_follows_or_leaves_it()
    {
        var film = Two((1, 10), (10, 50), (20, -20), (30, 5));
        var move = new MoveKeys(TestFilm.ShotId, 10, 14, [], TestFilm.Owner);
        Assert.Equal([1, 14, 20, 30], Frames(move.Apply(film), "a"));
        var followed = TestFilm.Made(film, move with { RestFollows = true });
        Assert.Equal([1, 14, 24, 34], Frames(followed, "a"));
        Assert.Equal([1, 14, 24, 34], followed.Shots[0].Cards.Select(card => card.Frame));

        // Towards the start it stops behind the card before.
        Assert.Equal([1, 2, 12, 22], Frames((move with { To = 1, RestFollows = true }).Apply(film), "b"));
    }
}
