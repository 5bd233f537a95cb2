using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>On ones, twos and threes of a part, a puppet and a shot, and rough passes; against tables worked by hand.</summary>
public class SteppingTests
{
    private static readonly string[] Things = ["a", "b"];

    /// <summary>Two parts and a camera that go one degree a frame, so that a value tells whose frame it is.</summary>
    private static Film Turning()
    {
        var part = TestFilm.Part("a", "box") with { Mesh = new MeshSettings(), Pins = [new Pin { Id = "pin", Name = "Pin", At = new Point(1, 1), Hold = PinHold.Place }] };
        var film = TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [part, TestFilm.Part("b", null)] }, [TestFilm.Box("box", 0, 0, 40, 40)],
            TestFilm.Keyed("a", "turn", (1, 1), (49, 49)), TestFilm.Keyed("b", "turn", (1, 1), (49, 49)), TestFilm.Keyed("pin", "shiftX", (1, 1), (49, 49)),
            TestFilm.Keyed(Address.OfCamera("pan"), (1, 1), (49, 49)));
        return film;
    }

    private static Film With(params SetStep[] steps) => steps.Aggregate(Turning(), (film, step) => step.Apply(film));

    private static int[] Frames(Film film, string thing, string property = "turn") => [.. Enumerable.Range(1, 9).Select(frame => (int)Math.Round(TestFilm.At(film, frame).Driven(thing, property)))];

    [Fact]
    public void A_part_on_threes_is_drawn_anew_every_third_frame_and_the_rest_on_ones()
    {
        var film = With(new SetStep(TestFilm.ShotId, TestFilm.Owner, "a", 3));
        Assert.Equal([1, 1, 1, 4, 4, 4, 7, 7, 7], Frames(film, "a"));
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8, 9], Frames(film, "b"));
        Assert.Equal([1, 1, 1, 4, 4, 4, 7, 7, 7], Frames(film, "pin", "shiftX"));
    }

    [Fact]
    public void The_narrowest_that_is_said_counts_and_the_camera_goes_on()
    {
        var film = With(new SetStep(TestFilm.ShotId, "", "", 2), new SetStep(TestFilm.ShotId, TestFilm.Owner, "", 4), new SetStep(TestFilm.ShotId, TestFilm.Owner, "b", 1));
        Assert.Equal([1, 1, 1, 1, 5, 5, 5, 5, 9], Frames(film, "a"));
        Assert.Equal([1, 2, 3, 4, 5, 6, 7, 8, 9], Frames(film, "b"));
        Assert.Equal(6, TestFilm.At(film, 6).Camera.PanDegrees, 1e-9);
        film = new SetStep(TestFilm.ShotId, TestFilm.Owner, "", 0).Apply(film);
        Assert.Equal([1, 1, 3, 3, 5, 5, 7, 7, 9], Frames(film, "a"));
    }

    /// <summary>Frames 7 to 9 show the drawing of 7: a drag at 9 is seen there and at 7, and keys 7 alone.</summary>
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void What_is_dragged_where_nothing_is_drawn_is_seen_and_keys_the_drawing_that_stands(bool rough)
    {
        var film = rough ? new ChangeShot(TestFilm.ShotId) { RoughRate = 8 }.Apply(Turning()) : With(new SetStep(TestFilm.ShotId, TestFilm.Owner, "a", 3));
        var session = new Session(film);
        var view = new View(TestFilm.ShotId);
        session.Begin(new Gesture(view, 9, new Grip(GripKind.Shift, "a", TestFilm.Owner), default));
        session.Move(new Point(20, 10));
        session.Move(new Point(40, 30));
        Assert.NotEqual(0, session.FrameAt(view, 9).Driven("a", "shiftX"));
        var after = session.End()!.Apply(film);
        Assert.Equal([1, 7, 49], ((PlaceTrack)after.TrackOf("a", "shift")).Keys.Select(key => key.Frame));
        Assert.Equal(TestFilm.At(after, 7).Driven("a", "shiftX"), TestFilm.At(after, 9).Driven("a", "shiftX"));
    }

    [Fact]
    public void What_is_typed_where_nothing_is_drawn_is_keyed_part_by_part_where_it_is_seen()
    {
        var film = With(new SetStep(TestFilm.ShotId, TestFilm.Owner, "a", 3));
        var typed = TestFilm.Key(9, ("a", "turn", 70), ("b", "turn", 80)) with { Drawn = true };
        var after = TestFilm.Made(film, typed);
        Assert.Equal((70, 80), ((int)TestFilm.At(after, 9).Driven("a", "turn"), (int)TestFilm.At(after, 9).Driven("b", "turn")));
        Assert.Equal([1, 7, 49], after.TrackOf("a", "turn").AllKeys.Select(key => key.Frame));
        Assert.Equal([1, 9, 49], after.TrackOf("b", "turn").AllKeys.Select(key => key.Frame));

        // What older logs say keys the very frame.
        Assert.Equal([1, 9, 49], TestFilm.Made(film, typed with { Drawn = false }).TrackOf("a", "turn").AllKeys.Select(key => key.Frame));
    }

    [Fact]
    public void A_rough_pass_of_three_a_second_holds_everything_for_eight_frames()
    {
        var film = new ChangeShot(TestFilm.ShotId) { RoughRate = 3 }.Apply(Turning());
        Assert.Equal([1, 1, 1, 1, 1, 1, 1, 1, 9], Frames(film, "a"));
        Assert.Equal(9, TestFilm.At(film, 16).Camera.PanDegrees, 1e-9);
        Assert.Equal(Frames(Turning(), "a"), Frames(new ChangeShot(TestFilm.ShotId) { RoughRate = 0 }.Apply(film), "a"));
    }

    [Fact]
    public void A_rate_that_does_not_go_into_the_films_draws_on_the_first_frame_at_or_after_its_time()
    {
        // Five a second of 24: drawings at 0, 4.8, 9.6, 14.4 and 19.2 frames, which is on frames 1, 6, 11, 16 and 21.
        var drawn = Enumerable.Range(1, 24).Select(frame => Stepping.Drawn(frame, 5.0, 24)).ToList();
        Assert.Equal([1, 6, 11, 16, 21], drawn.Distinct());
        Assert.Equal(drawn, drawn.Order());
        Assert.All(Enumerable.Range(1, 24), frame => Assert.True(Stepping.Drawn(frame, 5.0, 24) <= frame));
    }

    [Fact]
    public void Any_frame_is_the_same_whatever_was_asked_before()
    {
        var film = With(new SetStep(TestFilm.ShotId, TestFilm.Owner, "", 2));
        var evaluator = TestFilm.At(film, 9);
        foreach (var frame in (int[])[3, 8, 1, 40, 4])
        {
            evaluator.Evaluate(frame);
            Assert.Equal(Things.Select(thing => TestFilm.At(film, frame).Driven(thing, "turn")), Things.Select(thing => evaluator.Driven(thing, "turn")));
        }
    }

    [Fact]
    public void What_is_not_on_the_stage_has_no_step() =>
        Assert.Throws<FilmException>(() => new SetStep(TestFilm.ShotId, "nobody", "", 2).Apply(Turning()));
}
