using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>An arm of two bones on a trunk, with a goal for its hand: it flies off, and is put on again.</summary>
public class LooseArmTests
{
    private static Film Armed(bool reaches) => TestFilm.Of(
        new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(0, 300),
            Bones = [TestFilm.Bone("upper", 0, 0, 100, 0, "trunk"), TestFilm.Bone("lower", 100, 0, 200, 0, "upper")],
            Parts = [TestFilm.Part("trunk", "box"), TestFilm.Part("sleeve", "box") with { RidesOn = "upper" }, TestFilm.Part("hand", "box", new Point(200, 0)) with { RidesOn = "lower" }],
            Reaches = reaches ? [new Reach { Id = "goal", Name = "Goal", Upper = "upper", Lower = "lower", Method = ReachMethod.Settled }] : [],
        },
        [TestFilm.Box("box", 0, 0, 40, 40)],
        [
            TestFilm.Keyed("trunk", "turn", (1, 0), (40, 30)), TestFilm.Keyed("body", "shiftX", (1, 0), (40, 90)),
            .. reaches ? [TestFilm.Keyed("goal", "shiftX", (1, -40), (40, -90)), TestFilm.Keyed("goal", "shiftY", (1, 20), (40, 80))] : (Track[])[TestFilm.Keyed("upper", "turn", (1, 0), (40, 60)), TestFilm.Keyed("lower", "turn", (1, 0), (40, 70))],
        ]);

    private static Film Handed(Film film, int frame, string to) =>
        TestFilm.Made(film, new HandOver(TestFilm.ShotId, TestFilm.Owner, "upper", frame, to).ToEdit(film, (_, number) => TestFilm.At(film, number)));

    private static Point[] Hand(Film film, double frame)
    {
        var at = TestFilm.At(film, frame);
        return [.. new[] { "sleeve", "hand" }.SelectMany(part => new[] { new Point(0, 0), new Point(40, 40) }.Select(corner => at.Cast[0].ToStage.Map(at.World(part).Map(corner))))];
    }

    private static void Same(Point[] one, Point[] other, double within) => Assert.All(one.Zip(other), pair => Assert.InRange((pair.First - pair.Second).Length, 0, within));

    /// <summary>What was let go is thrown by the bone itself, and comes there eased and not at a leap.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void An_arm_that_was_let_go_stays_in_the_hand(bool reaches)
    {
        var off = Handed(Armed(reaches), 15, Address.Stand);
        var session = new Session(off);
        var from = session.FrameAt(new View(TestFilm.ShotId), 35).Things[0].ToPicture.Map(new Point(10, 0));
        session.Begin(new Gesture(new View(TestFilm.ShotId), 35, new Grip(GripKind.Turn, "upper", TestFilm.Owner), from));
        session.Move(from + new Point(300, -120));
        var thrown = session.End()!.Apply(off);
        var (before, now) = (Hand(off, 35), Hand(thrown, 35));
        var scale = TestFilm.At(off, 35).Things[0].ToPicture.Magnification(from);
        Assert.All(before.Zip(now), pair => Assert.Equal(new Point(300, -120).Length / scale, (pair.Second - pair.First).Length, 0.5));
        Same(Hand(off, 15), Hand(thrown, 15), 0.1);
        Assert.True((Hand(thrown, 16)[0] - Hand(thrown, 15)[0]).Length < 0.2 * (Hand(thrown, 35)[0] - Hand(thrown, 15)[0]).Length);
    }

    [Fact]
    public void A_bone_that_a_reach_moves_is_pulled_by_its_goal()
    {
        var film = Armed(reaches: true);
        var session = new Session(film);
        session.Begin(new Gesture(new View(TestFilm.ShotId), 1, new Grip(GripKind.Turn, "lower", TestFilm.Owner), new Point(150, 0)));
        session.Move(new Point(140, 30));
        var keyed = Assert.IsType<SetKeys>(session.End());
        Assert.All(keyed.Values, value => Assert.Equal("goal", value.Address.Thing));
        Assert.True((Hand(keyed.Apply(film), 1)[2] - Hand(film, 1)[2]).Length > 5);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void An_arm_that_flies_off_keeps_its_pose_and_lies_where_it_is_put(bool reaches)
    {
        var film = Armed(reaches);
        var off = Handed(film, 15, Address.Stand);
        foreach (var frame in new[] { 1, 8.5, 14, 15 })
        {
            Same(Hand(film, frame), Hand(off, frame), 0.1);
        }

        // It lies still while the trunk goes on; a throw is its carrier's shift, and takes the goal along.
        off = TestFilm.Made(off, new RemoveKeys(TestFilm.ShotId, 40, [.. new[] { ("goal", "shiftX"), ("goal", "shiftY"), ("upper", "turn"), ("lower", "turn") }.Select(at => TestFilm.At(at.Item1, at.Item2)).Where(at => off.Shots[0].Tracks.Any(track => track.Address == at))]));
        Assert.True((Hand(off, 40)[0] - Hand(off, 15)[0]).Length < 0.1);
        var thrown = TestFilm.Made(off, TestFilm.Key(40, ("upper-loose", "shiftX", 500), ("upper-loose", "turn", 180)));
        Assert.True((Hand(thrown, 40)[0] - Hand(off, 40)[0]).Length > 100);
        if (reaches)
        {
            Same(Inside(off, 15), Inside(off, 40), 0.1);
            Same(Inside(off, 15), Inside(thrown, 40), 0.1);
        }

        // Put on again where it is by then.
        var on = Handed(off, 30, "trunk");
        Same(Hand(off, 30), Hand(on, 30), 0.1);
        Assert.True((Hand(on, 40)[0] - Hand(on, 30)[0]).Length > 1);
        Assert.Single(on.Puppets[0].Parts, part => part.Drawing is null);
        Assert.Equal("upper-loose", on.Puppets[0].Bones[0].RidesOn);
    }

    /// <summary>Every frame before the one at which an arm flies off, whatever charts its keys have and however long what carries it is.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Letting_go_changes_no_frame_before(bool reaches)
    {
        foreach (var gap in new[] { Gap.Both, Gap.SlowStart, new Gap { Ease = new Slow(0, 60) { OverPercent = 30 } }, new Gap { Every = 3 }, new Gap { Stagger = new Stagger(3, 2) } })
        {
            var film = Armed(reaches);
            film = film with
            {
                Puppets = [film.Puppets[0] with { Bones = [.. film.Puppets[0].Bones.Select(bone => bone.Id == "upper" ? bone with { RidesOn = "back" } : bone), TestFilm.Bone("back", -100, 0, 0, 0, "trunk")] }],
                Shots = [film.Shots[0] with { Tracks = [.. film.Shots[0].Tracks.Append(TestFilm.Keyed("back", "length", (1, 130), (40, 160))).Append(TestFilm.Keyed("back", "turn", (1, 0), (40, 25))).OrderBy(track => track.Address)] }],
            };
            film = film with { Shots = [film.Shots[0] with { Tracks = [.. film.Shots[0].Tracks.Select(track => track.WithKeys(track.AllKeys.Select(key => key with { Gap = gap })))] }] };
            var off = Handed(film, 18, Address.Stand);

            // Handed on while its own values are under way, too.
            var thrown = TestFilm.Made(off, TestFilm.Key(40, ("upper-loose", "shiftX", 200), ("upper-loose", "turn", 180)));
            thrown = TestFilm.Made(thrown, new SetGap(TestFilm.ShotId, 18, gap, [TestFilm.At("upper-loose", "shift"), TestFilm.At("upper-loose", "turn")]));
            var caught = Handed(thrown, 30, "trunk");
            for (var frame = 1; frame <= 29; frame++)
            {
                if (frame <= 18)
                {
                    Same(Hand(film, frame), Hand(off, frame), 0.1);
                }

                Same(Hand(thrown, frame), Hand(caught, frame), 0.1);
            }
        }
    }

    /// <summary>The hand as seen from the arm that lies about.</summary>
    private static Point[] Inside(Film film, double frame)
    {
        var at = TestFilm.At(film, frame);
        at.World("upper-loose").TryInvert(out var off);
        return [(off * at.World("hand")).Map(new Point(0, 0)), (off * at.World("hand")).Map(new Point(40, 0))];
    }

    [Fact]
    public void A_goal_of_a_loose_arm_is_dragged_where_the_pointer_goes()
    {
        var off = TestFilm.Made(Handed(Armed(true), 15, Address.Stand), TestFilm.Key(20, ("upper-loose", "turn", 90)));
        var stood = TestFilm.At(off, 20);
        var from = stood.Things[0].ToPicture.Map(stood.Cast[0].Goals[0]);
        var to = from + new Point(-14, 9);
        var session = new Sessions.Session(off);
        session.Begin(new Gesture(new View(TestFilm.ShotId), 20, new Grip(GripKind.Goal, "goal", TestFilm.Owner), from));
        session.Move(to);
        var after = TestFilm.At(session.End()!.Apply(off), 20);
        Assert.InRange((after.Things[0].ToPicture.Map(after.Cast[0].Goals[0]) - to).Length, 0, 0.05);
    }

    [Fact]
    public void A_forearm_is_held_by_its_chain()
    {
        var film = Armed(true);
        var refused = Assert.Throws<FilmException>(() => new HandOver(TestFilm.ShotId, TestFilm.Owner, "lower", 9, Address.Stand).ToEdit(film, (_, number) => TestFilm.At(film, number)));
        Assert.Contains("Goal", refused.Message);
        Assert.NotNull(new HandOver(TestFilm.ShotId, TestFilm.Owner, "lower", 9, Address.Stand).ToEdit(Armed(false), (_, number) => TestFilm.At(Armed(false), number)));
    }
}
