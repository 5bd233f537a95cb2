using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Actions on the strip: trimmed, looped, slowed, turned about, laid over each other and over keys, with the body carried by the feet.</summary>
public class PlacedActionTests
{
    private static readonly Track Nod = new NumberTrack { Address = TestFilm.At("head", "turn"), Keys = [new NumberKey(3, 0) { Gap = KeptFilm.Slow }, new NumberKey(11, 40) { Gap = Gap.Hold }, new NumberKey(13, 4) { Gap = Gap.Even }, new NumberKey(19, 10)] };
    private static readonly Film Nods = KeptFilm.Kept(3, 19, Nod);

    private static double Was(double frame) => KeptFilm.Of(Nod).Seen(frame, "head", "turn");

    private static double At(Film film, double frame) => film.Seen(frame, "head", "turn");

    [Fact]
    public void Placed_it_shows_what_was_kept_and_holds_after_its_end()
    {
        var film = KeptFilm.Placed(Nods, KeptFilm.Whole(30, 17));
        for (var frame = 30.0; frame <= 46; frame += 0.25)
        {
            Assert.Equal(Was(frame - 27), At(film, frame), 1e-6);
        }

        Assert.Equal((0, 10), (At(film, 29), At(film, 80)));

        // The picture's values are those of the document.
        var frameNow = TestFilm.At(film, 35.5);
        Assert.Equal(At(film, 35.5), frameNow.Values[frameNow.Plan.Slots.Find(TestFilm.At("head", "turn"))], 1e-9);
        Assert.Equal(("Kept", 6.5, 1), (Inspection.Of(frameNow, false).Actions.Single().Name, Inspection.Of(frameNow, false).Actions.Single().ActionFrame, Inspection.Of(frameNow, false).Actions.Single().Weight));
    }

    [Fact]
    public void A_cut_within_a_gap_keeps_what_was_seen_on_every_frame()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(6, 12, Nod), KeptFilm.Whole(30, 7));
        Assert.All(Enumerable.Range(30, 7), frame => Assert.Equal(Was(frame - 24), At(film, frame), 6));
    }

    [Fact]
    public void Trimmed_slowed_and_turned_about_it_shows_the_frames_it_should()
    {
        var film = KeptFilm.Placed(Nods, KeptFilm.Whole(30, 5) with { From = 5, To = 9 });
        Assert.All(Enumerable.Range(0, 5), i => Assert.Equal(Was(7 + i), At(film, 30 + i), 6));
        var slow = film.With(placed => placed with { SpeedPercent = 50, Length = 9 });
        Assert.All(Enumerable.Range(0, 9), i => Assert.Equal(Was(7 + (i / 2.0)), At(slow, 30 + i), 6));
        var back = film.With(placed => placed with { Reversed = true });
        Assert.All(Enumerable.Range(0, 5), i => Assert.Equal(Was(11 - i), At(back, 30 + i), 6));
        var weak = film.With(placed => placed with { StrengthPercent = 30 });
        Assert.All(Enumerable.Range(0, 5), i => Assert.Equal(0.3 * Was(7 + i), At(weak, 30 + i), 6));
    }

    [Fact]
    public void Longer_than_itself_it_is_gone_through_again()
    {
        var film = KeptFilm.Placed(Nods, KeptFilm.Whole(1, 16 * 3));
        Assert.All(Enumerable.Range(2, 14), i => Assert.Equal(At(film, i), At(film, i + 16), 6));
        Assert.All(Enumerable.Range(2, 14), i => Assert.Equal(At(film, i), At(film, i + 32), 6));
    }

    [Fact]
    public void Over_the_one_before_it_comes_by_itself_and_without_a_jump()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("head", "turn", (1, 50), (9, 50))), KeptFilm.Whole(1, 20));
        film = new Keep(film.Kept[0] with { Id = "other", Tracks = [new NumberTrack { Address = film.Kept[0].Tracks[0].Address, Keys = [new NumberKey(1, -30)] }] }).Apply(film);
        film = TestFilm.Made(film, new PlaceAction(TestFilm.ShotId, KeptFilm.Whole(12, 20) with { Id = "two", Action = "other" }));
        Assert.Equal((50, 10, -30), (At(film, 12), At(film, 16), At(film, 20)));
        Assert.All(Enumerable.Range(1, 40), frame => Assert.InRange(Math.Abs(At(film, frame + 1) - At(film, frame)), 0, 80 * 1.5 / 8));
    }

    [Fact]
    public void Faded_it_comes_from_the_keys_and_goes_back_to_them()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("head", "turn", (1, 50), (9, 50))), KeptFilm.Whole(20, 21) with { FadeIn = 4, FadeOut = 4 }, TestFilm.Keyed("head", "turn", (1, -10), (60, -10)));
        Assert.Equal((-10, 20, 50, 50, 20, -10, -10), (At(film, 20), At(film, 22), At(film, 24), At(film, 36), At(film, 38), At(film, 40), At(film, 50)));
    }

    [Fact]
    public void It_leaves_alone_what_is_left_out_of_it()
    {
        var kept = KeptFilm.Kept(1, 17, KeptFilm.Walk);
        var film = KeptFilm.Placed(kept, KeptFilm.Whole(1, 17) with { Without = ["head"] }, TestFilm.Keyed("head", "turn", (4, 7)));
        Assert.Equal((7, 7), (At(film, 6), At(film, 16)));
        Assert.Equal(20, film.Seen(1, "foot-l", "shiftX"));
    }

    [Fact]
    public void Keys_on_it_are_what_is_seen_or_are_added_and_give_way_on_either_side()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("head", "turn", (1, 50), (9, 50))), KeptFilm.Whole(20, 41), TestFilm.Keyed("head", "turn", (38, -20), (42, -20)));
        Assert.Equal((50, -20, -20, -20, 50), (At(film, 30), At(film, 38), At(film, 40), At(film, 42), At(film, 50)));
        Assert.InRange(At(film, 45), -19.9, 49.9);
        var added = film.With(placed => placed with { Keys = KeysOnTop.Add });
        Assert.Equal((50, 30, 30, 50), (At(added, 30), At(added, 38), At(added, 42), At(added, 50)));
    }

    [Theory]
    [InlineData(KeysOnTop.Replace)]
    [InlineData(KeysOnTop.Add)]
    public void What_is_keyed_on_it_is_seen_there_and_away_from_it_the_action_goes_on(KeysOnTop keys)
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("head", "turn", (1, 50), (9, 50)), TestFilm.Keyed("hand", "shiftX", (1, 5), (9, 5)), TestFilm.Keyed("hand", "shiftY", (1, 9), (9, 9))), KeptFilm.Whole(20, 41) with { Keys = keys });
        var after = TestFilm.Made(film, TestFilm.Key(40, ("head", "turn", 12), ("hand", "shiftX", 30)));
        Assert.Equal((12, 30, 9), (after.Seen(40, "head", "turn"), after.Seen(40, "hand", "shiftX"), after.Seen(40, "hand", "shiftY")));
        Assert.Equal((50, 50, 50), (after.Seen(20, "head", "turn"), after.Seen(33, "head", "turn"), after.Seen(47, "head", "turn")));
        Assert.Equal(0, after.Seen(10, "head", "turn"));
    }

    [Theory]
    [InlineData(KeysOnTop.Replace)]
    [InlineData(KeysOnTop.Add)]
    public void A_part_that_is_dragged_on_it_stays_under_the_pointer_from_move_to_move(KeysOnTop keys)
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("trunk", "shiftX", (1, 50), (9, 50))), KeptFilm.Whole(20, 41) with { Keys = keys });
        var session = new Session(film);
        var view = new View(TestFilm.ShotId);
        var picture = session.FrameAt(view, 40).Find(TestFilm.Owner)!.ToPicture;
        var from = picture.Map(new Point(60, 30));
        session.Begin(new Gesture(view, 40, new Grip(GripKind.Shift, "trunk") { Owner = TestFilm.Owner }, from));
        foreach (var by in new[] { 10.0, 25, 40 })
        {
            session.Move(from + ((picture.Map(new Point(60 + by, 30)) - from)));
            Assert.Equal(50 + by, session.FrameAt(view, 40).Values[session.FrameAt(view, 40).Plan.Slots.Find(TestFilm.At("trunk", "shiftX"))], 1);
        }

        Assert.Equal(90, session.End()!.Apply(film).Seen(40, "trunk", "shiftX"), 1);
    }

    [Fact]
    public void By_its_feet_the_body_goes_on_and_what_is_planted_stays()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(10, 16 * 3) with { Travel = Travel.ByFeet });
        for (var frame = 10.0; frame < 57; frame += 0.5)
        {
            var foot = Math.Floor((frame - 10) / 8) % 2 == 0 ? "foot-l" : "foot-r";
            var next = Math.Min(frame + 0.5, 10 + (8 * (Math.Floor((frame - 10) / 8) + 1)) - 0.01);
            Assert.Equal(1, film.Seen(frame, foot, "planted"));
            Assert.Equal(film.Seen(frame, foot, "shiftX"), film.Seen(next, foot, "shiftX"), 1e-6);
            Assert.Equal(5 * (frame - 10), film.Seen(frame, Address.Body, "shiftX"), 1e-6);
        }
    }

    [Fact]
    public void By_its_feet_the_body_goes_along_when_nothing_is_kept_of_its_place()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, [.. KeptFilm.Walk.Where(track => track.Address.Thing != Address.Body)]), KeptFilm.Whole(10, 16 * 3) with { Travel = Travel.ByFeet });
        Assert.DoesNotContain(film.Kept[0].Tracks, track => track.Address.Thing == Address.Body);
        foreach (var frame in (double[])[12, 20.5, 33, 56])
        {
            Assert.Equal(5 * (frame - 10), film.Seen(frame, Address.Body, "shiftX"), 1e-6);
        }

        Assert.Equal(film.Seen(27, "foot-l", "shiftX"), film.Seen(33, "foot-l", "shiftX"), 1e-6);
        var keyed = TestFilm.Made(film, new TurnIntoKeys(TestFilm.ShotId, "one"));
        Assert.Equal(5.0 * 23, keyed.Seen(33, Address.Body, "shiftX"), 1e-3);
    }

    /// <summary>Its feet would walk away from a body that does something else.</summary>
    [Fact]
    public void With_the_body_left_out_nothing_is_carried()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(10, 16 * 3) with { Travel = Travel.ByFeet, Without = [Address.Body] });
        Assert.Equal((0, 20, 0), (film.Seen(50, Address.Body, "shiftX"), film.Seen(42, "foot-l", "shiftX"), film.Seen(46, "foot-l", "shiftX")));
    }

    /// <summary>The walk's feet tread on the spot, and the stage carries all of it: 80 px of the stage, 160 of a puppet at half its size.</summary>
    [Fact]
    public void The_way_that_it_goes_where_it_stands_is_kept_too()
    {
        var film = KeptFilm.Of([.. KeptFilm.Walk.Where(track => track.Address.Thing != Address.Body), TestFilm.Keyed(Address.Stand, "x", (1, 300), (17, 340))]);
        film = film with { Shots = [film.Shots[0] with { Things = [.. film.Shots[0].Things.Select(thing => thing with { Stand = thing.Stand with { SizePercent = 50 } })] }] };
        var placed = KeptFilm.Placed(KeptFilm.Kept(film, new KeepActing(TestFilm.ShotId, TestFilm.Owner, [], 1, 17, "kept", "Kept")), KeptFilm.Whole(5, 33) with { Travel = Travel.Onward });
        foreach (var frame in (int[])[5, 9, 21, 30, 37])
        {
            Assert.Equal(5.0 * (frame - 5), placed.Seen(frame, Address.Body, "shiftX"), 0.01);
        }

        // What was planted on a ground that moved on stays where it is, as it was seen to.
        Assert.Equal(placed.Seen(22, "foot-l", "shiftX"), placed.Seen(28, "foot-l", "shiftX"), 0.01);
        Assert.Equal(0, placed.Seen(20, Address.Stand, "x") - placed.Seen(30, Address.Stand, "x"));
    }

    [Fact]
    public void By_feet_that_nobody_planted_the_lowest_stays_under_the_body()
    {
        Track[] free = [.. KeptFilm.Walk.Where(track => track.Address.Property != "planted"), TestFilm.Keyed("foot-l", "shiftY", (1, 0), (9, 0), (13, -20), (17, 0)), TestFilm.Keyed("foot-r", "shiftY", (1, 0), (5, -20), (9, 0), (17, 0))];
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, free), KeptFilm.Whole(10, 33) with { Travel = Travel.ByFeet });
        double OnStage(double frame, string foot) => film.Seen(frame, foot, "shiftX") + film.Seen(frame, Address.Body, "shiftX");
        Assert.Equal(OnStage(12, "foot-l"), OnStage(17, "foot-l"), 1e-6);
        Assert.Equal(OnStage(20, "foot-r"), OnStage(24, "foot-r"), 1e-6);
        Assert.Equal(80, film.Seen(26, Address.Body, "shiftX"), 0);
    }

    /// <summary>A foot that swings while it is planted goes the other way than the one that stands: together they would carry nobody.</summary>
    [Fact]
    public void Of_feet_that_are_always_planted_the_one_that_stands_carries_the_body()
    {
        Track[] walk =
        [
            .. KeptFilm.Walk.Where(track => track.Address.Property != "planted"),
            TestFilm.Chosen("foot-l", "planted", (1, "stage")), TestFilm.Chosen("foot-r", "planted", (1, "stage")),
            TestFilm.Keyed("foot-l", "shiftY", (1, 0), (9, 0), (13, -20), (17, 0)), TestFilm.Keyed("foot-r", "shiftY", (1, 0), (5, -20), (9, 0), (17, 0)),
        ];
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, walk), KeptFilm.Whole(10, 33) with { Travel = Travel.ByFeet });
        Assert.InRange(film.Seen(42, Address.Body, "shiftX"), 100, 165);
        Assert.Equal(film.Seen(12, "foot-l", "shiftX"), film.Seen(17, "foot-l", "shiftX"), 1e-6);
        Assert.Equal(film.Seen(20, "foot-r", "shiftX"), film.Seen(24, "foot-r", "shiftX"), 1e-6);
    }

    /// <summary>With no goal in it nothing says which way to go.</summary>
    [Fact]
    public void An_action_that_goes_by_feet_and_has_none_is_told()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed("head", "turn", (1, 0), (9, 30))), KeptFilm.Whole(5, 9) with { Travel = Travel.ByFeet });
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), one => one.Check == "feet");
        Assert.Equal(5, snag.Frame);
        var mended = TestFilm.Made(film, snag.Mend!);
        Assert.DoesNotContain(SnagFinder.Find(mended, mended.Shots[0], new RigCache()), one => one.Check == "feet");
        var walks = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(10, 33) with { Travel = Travel.ByFeet });
        Assert.DoesNotContain(SnagFinder.Find(walks, walks.Shots[0], new RigCache()), one => one.Check == "feet");
    }

    [Fact]
    public void Onward_every_round_begins_where_the_last_ended()
    {
        var film = KeptFilm.Kept(1, 9, TestFilm.Keyed(Address.Body, "shiftX", (1, 0), (9, 40)));
        var placed = KeptFilm.Placed(film, KeptFilm.Whole(1, 25));
        Assert.Equal((40, 60, 120), (placed.Seen(9, Address.Body, "shiftX"), placed.Seen(13, Address.Body, "shiftX"), placed.Seen(25, Address.Body, "shiftX")));
        Assert.Equal(20, placed.With(one => one with { Travel = Travel.InPlace }).Seen(13, Address.Body, "shiftX"));
    }

    [Fact]
    public void It_begins_where_the_one_before_has_got_to()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(1, 17) with { Travel = Travel.ByFeet });
        film = TestFilm.Made(film, new PlaceAction(TestFilm.ShotId, KeptFilm.Whole(17, 17) with { Id = "two", Travel = Travel.ByFeet }));
        Assert.Equal((75, 80, 85), (film.Seen(16, Address.Body, "shiftX"), film.Seen(17, Address.Body, "shiftX"), film.Seen(18, Address.Body, "shiftX")));
        Assert.Equal(film.Seen(18, "foot-l", "shiftX"), film.Seen(24, "foot-l", "shiftX"), 1e-6);
        var apart = TestFilm.Made(film, new ChangePlaced(TestFilm.ShotId, "two", GoesOn: false));
        Assert.Equal(5, apart.Seen(18, Address.Body, "shiftX"), 1e-6);
    }

    [Fact]
    public void What_another_action_has_brought_into_the_air_stays_there_and_a_crouch_on_the_ground_stays_one()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 9, TestFilm.Keyed(Address.Body, "shiftY", (1, 10), (9, -40))), KeptFilm.Whole(1, 9));
        film = TestFilm.Made(film, new PlaceAction(TestFilm.ShotId, KeptFilm.Whole(9, 17) with { Id = "two" }));
        Assert.Equal((10, -40, -90, -140), (film.Seen(1, Address.Body, "shiftY"), film.Seen(9, Address.Body, "shiftY"), film.Seen(17, Address.Body, "shiftY"), film.Seen(25, Address.Body, "shiftY")));
    }

    [Fact]
    public void Another_puppet_goes_as_far_as_its_legs_are_longer()
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(1, 17, KeptFilm.Other) with { Travel = Travel.ByFeet });
        Assert.Equal(160, film.Seen(17, Address.Body, "shiftX", KeptFilm.Other), 1e-6);
    }

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 40)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Turned_into_keys_every_frame_is_the_same(int seed)
    {
        var random = new Random(seed);
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), Any("one"), random.Next(2) == 0 ? [] : [TestFilm.Keyed("head", "turn", (random.Next(1, 40), 30), (random.Next(41, 90), -20))]);
        for (var more = random.Next(3); more > 0; more--)
        {
            film = new PlaceAction(TestFilm.ShotId, Any($"more-{more}")).Apply(film);
        }

        var before = TestFilm.Made(film, new TurnIntoKeys(TestFilm.ShotId, "one"));
        Assert.DoesNotContain(before.Shots[0].Placed, placed => placed.Id == "one");
        for (var frame = 1; frame <= film.Shots[0].Length; frame++)
        {
            foreach (var (thing, property) in new[] { ("head", "turn"), ("foot-l", "shiftX"), ("foot-l", "planted"), ("foot-r", "shiftX"), (Address.Body, "shiftX") })
            {
                Assert.Equal(film.Seen(frame, thing, property), before.Seen(frame, thing, property), tolerance: 1e-4);
            }
        }

        Placed Any(string id) => KeptFilm.Whole(random.Next(-5, 60), random.Next(1, 50)) with
        {
            Id = id,
            From = random.Next(1, 9),
            To = random.Next(9, 18),
            SpeedPercent = random.Next(2) == 0 ? 100 : random.Next(30, 200),
            Reversed = random.Next(4) == 0,
            StrengthPercent = random.Next(2) == 0 ? 100 : random.Next(0, 151),
            FadeIn = random.Next(3) == 0 ? random.Next(10) : 0,
            FadeOut = random.Next(3) == 0 ? random.Next(10) : 0,
            Keys = random.Next(2) == 0 ? KeysOnTop.Add : KeysOnTop.Replace,
            Mirror = random.Next(4) == 0 ? Mirror.Sides : null,
            Travel = (Travel)random.Next(3),
            GoesOn = random.Next(2) == 0,
        };
    }

    [Fact]
    public void A_plain_one_is_turned_into_its_own_few_keys_and_cards()
    {
        var film = TestFilm.Made(KeptFilm.Placed(Nods, KeptFilm.Whole(30, 17)), new TurnIntoKeys(TestFilm.ShotId, "one"));
        Assert.Equal([29, 30, 38, 40, 46], film.TrackOf("head", "turn").AllKeys.Select(key => key.Frame));
        Assert.Equal(KeptFilm.Slow, film.TrackOf("head", "turn").AllKeys[1].Gap);
        Assert.Equal([30, 38, 40, 46], film.Shots[0].Cards.Select(card => card.Frame));
    }

    [Fact]
    public void Stretched_with_its_shot_it_goes_through_the_same_in_more_frames()
    {
        var film = KeptFilm.Placed(Nods, KeptFilm.Whole(20, 17));
        var after = TestFilm.Made(film, new StretchShot(TestFilm.ShotId, 191));
        Assert.All(Enumerable.Range(0, 17), i => Assert.Equal(At(film, 20 + i), At(after, 39 + (2 * i)), 6));
    }
}
