using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Paths through the picture: read off, dragged at their dots, and bent by their handles without a change of timing.</summary>
public class ArcTests
{
    private static readonly View Through = new(TestFilm.ShotId);
    private static readonly Address Shift = TestFilm.At("a", "shift");

    /// <summary>A part on a path, and an arm whose hand follows a goal. The camera trucks.</summary>
    private static Film Acting()
    {
        var puppet = new Puppet
        {
            Id = "p",
            Name = "P",
            Parts = [TestFilm.Part("a", null, new Point(600, 500)), TestFilm.Part("hand", null, new Point(1100, 500)) with { RidesOn = "low" }],
            Bones = [TestFilm.Bone("up", 900, 500, 1000, 500), TestFilm.Bone("low", 1000, 500, 1100, 500, "up"), TestFilm.Bone("tail", 300, 300, 400, 300)],
            Reaches = [new Reach { Id = "goal", Name = "Goal", Upper = "up", Lower = "low" }],
        };
        var film = TestFilm.Of(puppet, [], TestFilm.Keyed(Address.OfCamera("truck"), (1, 0), (25, 0.4)), TestFilm.Keyed("tail", "turn", (1, 0), (25, 90)), TestFilm.Keyed("goal", "shiftX", (1, 0), (25, -30)), TestFilm.Keyed("goal", "shiftY", (1, 0), (25, 60)));
        foreach (var (frame, x, y) in ((int, double, double)[])[(1, 0, 0), (13, 200, -80), (25, 400, 40)])
        {
            film = TestFilm.Key(frame, ("a", "shiftX", x), ("a", "shiftY", y)).Apply(film);
        }

        return film;
    }

    private static ArcAnswer Arc(Session session, string thing, double frame = 10) => (ArcAnswer)session.Ask(new ArcQuestion(Through, frame, TestFilm.Owner, thing, 1, 25));

    [Theory]
    [InlineData("a")]
    [InlineData("hand")]
    [InlineData("tail")]
    [InlineData("goal")]
    [InlineData("body")]
    [InlineData("stand")]
    public void The_dot_of_the_frame_that_is_shown_is_where_its_handle_is(string thing)
    {
        var session = new Session(Acting());
        var overlay = (OverlayAnswer)session.Ask(new OverlayQuestion(Through, 10, TestFilm.Owner));
        var expected = thing switch
        {
            "tail" => overlay.Bones.First(bone => bone.Bone == "tail").End,
            "goal" => overlay.Goals[0].At,
            "body" or "stand" => overlay.Origins[0].At,
            _ => overlay.Pivots.First(pivot => pivot.Part == thing).At,
        };
        var dot = Arc(session, thing).Dots[9]!.Value;
        Assert.True((expected - dot).Length < 0.02, $"{expected} {dot}");
    }

    [Fact]
    public void All_dots_are_seen_through_the_lens_of_the_frame_that_is_shown()
    {
        // The camera's truck is left out of the body's path, which stands still.
        var dots = Arc(new Session(Acting()), "body").Dots;
        Assert.Equal(25, dots.Length);
        Assert.All(dots, dot => Assert.True((dot!.Value - dots[0]!.Value).Length < 0.02));
    }

    [Theory]
    [InlineData("a", 19, GripKind.Shift)]
    [InlineData("tail", 7, GripKind.Turn)]
    [InlineData("goal", 25, GripKind.Goal)]
    [InlineData("hand", 13, GripKind.Goal)]
    public void A_dot_that_is_dragged_moves_the_control_at_its_own_frame(string thing, int at, GripKind kind)
    {
        var session = new Session(Acting());
        var arc = Arc(session, thing);
        Assert.Equal(kind, arc.Grip!.Kind);
        var from = arc.Dots[at - 1]!.Value;
        var to = from + new Point(9, 7);
        session.Begin(new Gesture(Through, at, arc.Grip, from, Lens: 10));
        session.Move(to);
        var edit = session.End()!;
        Assert.Equal(at, Assert.IsType<SetKeys>(edit).Frame);
        session.Apply(edit);
        var moved = Arc(session, thing).Dots[at - 1]!.Value;

        // What turns comes as near as its length lets it.
        Assert.True((moved - to).Length < (kind == GripKind.Turn ? 12 : 0.1), $"{to} {moved}");
    }

    [Fact]
    public void What_has_no_point_and_frames_that_are_not_there_have_no_dots()
    {
        var session = new Session(Acting());
        Assert.All(Arc(session, "nothing").Dots, dot => Assert.Null(dot));
        Assert.Null(Arc(session, "nothing").Grip);
        Assert.Empty(((ArcAnswer)session.Ask(new ArcQuestion(Through, 10, TestFilm.Owner, "a", 20, 5))).Dots);
        Assert.Equal(96, ((ArcAnswer)session.Ask(new ArcQuestion(Through, 10, TestFilm.Owner, "a", -50, 5000))).Dots.Length);
        var flat = new AddThing(TestFilm.ShotId, new Thing { Id = "flat", Name = "Flat", Body = new Picture("art") }, TestFilm.Box("art", 0, 0, 9, 9)).Apply(Acting());
        Assert.Null(((ArcAnswer)new Session(flat).Ask(new ArcQuestion(Through, 10, "flat", "a", 1, 5))).Grip);
        Assert.Throws<FilmException>(() => session.Ask(new ArcQuestion(Through, 10, "nobody", "a", 1, 5)));
    }

    [Fact]
    public void A_handle_bends_the_path_and_leaves_its_timing()
    {
        var session = new Session(new ShapePiece(TestFilm.ShotId, Shift, 13, PathShape.Smooth).Apply(Acting()));
        var before = Arc(session, "a");
        var place = before.Path.First(one => one.Frame == 13);
        session.Begin(new Gesture(Through, 13, new Grip(GripKind.PathOut, "a", TestFilm.Owner), place.Out, Lens: 10));
        session.Move(place.Out + new Point(30, -60));
        session.Apply(session.End()!);
        var after = Arc(session, "a");
        Assert.True((after.Path.First(one => one.Frame == 13).Out - place.Out - new Point(30, -60)).Length < 0.05);
        Assert.Equal(before.Dots[12], after.Dots[12]);
        Assert.Equal(before.Dots[24], after.Dots[24]);
        Assert.True((before.Dots[18]!.Value - after.Dots[18]!.Value).Length > 5);
        var (was, now) = (Walked(Track(session.Film), 13, 25), Walked(Track(new ShapePiece(TestFilm.ShotId, Shift, 13, PathShape.Straight).Apply(session.Film)), 13, 25));
        Assert.All(was.Zip(now), pair => Assert.Equal(pair.First, pair.Second, 4));
    }

    [Fact]
    public void A_chart_changes_the_spacing_and_does_not_bend_the_path() => Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100]).Sample((start, stop) =>
    {
        var film = new ShapePiece(TestFilm.ShotId, Shift, 13, PathShape.Smooth).Apply(Acting());
        var charted = new SetGap(TestFilm.ShotId, 13, new Gap { Ease = new Slow(start, stop) }, [Shift]).Apply(film);
        var path = TrackRuns.PathBetween(Track(film).Keys[1], Track(film).Keys[2])!;
        var run = TrackRuns.Of(Track(charted), TrackRuns.NoCards);
        return Enumerable.Range(14, 11).All(frame => Enumerable.Range(0, 4001).Min(i => (path.At(i / 4000.0) - run.At(frame)).Length) < 0.1);
    }, iter: 10);

    private static PlaceTrack Track(Film film) => (PlaceTrack)film.Shots[0].Tracks.First(track => track.Address == Shift);

    /// <summary>Parts of the way, by length, on each frame between two keys.</summary>
    private static double[] Walked(PlaceTrack track, int from, int to)
    {
        var run = TrackRuns.Of(track, TrackRuns.NoCards);
        var steps = Enumerable.Range(0, ((to - from) * 50) + 1).Select(i => run.At(from + (i / 50.0))).ToList();
        var lengths = steps.Zip(steps.Skip(1), (a, b) => (b - a).Length).ToList();
        return [.. Enumerable.Range(0, to - from + 1).Select(frame => lengths.Take(frame * 50).Sum() / lengths.Sum())];
    }

    [Fact]
    public void A_smooth_path_goes_through_its_places_without_a_corner_and_joined_handles_turn_as_one()
    {
        var film = new ShapePiece(TestFilm.ShotId, Shift, 13, PathShape.Smooth).Apply(new ShapePiece(TestFilm.ShotId, Shift, 1, PathShape.Smooth).Apply(Acting()));
        var key = Track(film).Keys[1];
        Assert.Equal(PathJoint.Joined, key.Joint);
        Assert.True((Paths.Against(key.In, key.Out) - key.In).Length < 1e-9);
        film = new ShapePath(TestFilm.ShotId, Shift, 13) { Out = new Place(0, 50) }.Apply(film);
        var turned = Track(film).Keys[1];
        Assert.Equal(key.In.Length, turned.In.Length, 1e-9);
        Assert.Equal(0, turned.In.X, 1e-9);
        Assert.True(turned.In.Y < 0);
        film = new ShapePath(TestFilm.ShotId, Shift, 13) { Joint = PathJoint.Free }.Apply(film);
        film = new ShapePath(TestFilm.ShotId, Shift, 13) { Out = new Place(40, 0) }.Apply(film);
        Assert.Equal(turned.In, Track(film).Keys[1].In);
    }

    [Fact]
    public void Numbers_become_a_path_on_which_all_moves_as_before()
    {
        var film = TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null)] }, [],
            TestFilm.Keyed("a", "shiftX", (1, 0), (9, 40), (20, -10)), TestFilm.Keyed("a", "shiftY", (1, 5), (9, 7), (20, 0)));
        var path = TestFilm.Made(film, new MakePath(TestFilm.ShotId, Shift));
        Assert.IsType<PlaceTrack>(Assert.Single(path.Shots[0].Tracks));
        foreach (var frame in Enumerable.Range(1, 24))
        {
            Assert.Equal(TestFilm.At(film, frame).Driven("a", "shiftX"), TestFilm.At(path, frame).Driven("a", "shiftX"), 1e-9);
            Assert.Equal(TestFilm.At(film, frame).Driven("a", "shiftY"), TestFilm.At(path, frame).Driven("a", "shiftY"), 1e-9);
        }

        var apart = TestFilm.Of(new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null)] }, [], TestFilm.Keyed("a", "shiftX", (1, 0), (9, 40)), TestFilm.Keyed("a", "shiftY", (1, 5), (8, 7)));
        Assert.Throws<FilmException>(() => new MakePath(TestFilm.ShotId, Shift).Apply(apart));
    }

    [Fact]
    public void Half_the_frames_for_the_same_way_are_twice_the_pace()
    {
        var session = new Session(Acting());
        var slow = (PaceAnswer)session.Ask(new PaceQuestion(Through, TestFilm.Owner, 1, 25));
        session.Apply(new StretchShot(TestFilm.ShotId, 48));
        var fast = (PaceAnswer)session.Ask(new PaceQuestion(Through, TestFilm.Owner, 1, 13));
        Assert.Equal(2, fast.Px / slow.Px, 1);
        Assert.Equal(slow.Name, fast.Name);
    }
}
