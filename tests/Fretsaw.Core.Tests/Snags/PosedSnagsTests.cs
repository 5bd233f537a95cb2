using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests.Snags;

/// <summary>Feet that slide, art that is stretched, bends that flip and parts that jump.</summary>
public class PosedSnagsTests
{
    private static readonly Puppet Figure = new()
    {
        Id = "p",
        Name = "P",
        Origin = new Point(50, 300),
        Parts = [TestFilm.Part("trunk", "box", new Point(50, 50)), TestFilm.Part("boot", "sole") with { RidesOn = "shin" }, TestFilm.Part("hat", "hat", new Point(50, -10)) with { RidesOn = "trunk", AlsoRidesOn = [Address.Stand] }],
        Bones = [TestFilm.Bone("thigh", 50, 100, 40, 200), TestFilm.Bone("shin", 40, 200, 50, 290, "thigh")],
        Reaches = [new Reach { Id = "leg", Name = "leg", Upper = "thigh", Lower = "shin", Method = ReachMethod.Settled }],
    };

    internal static Film With(params Track[] tracks) => TestFilm.Of(Figure, [TestFilm.Box("box", 0, 0, 100, 100), TestFilm.Box("sole", 20, 280, 60, 20), TestFilm.Box("hat", 20, -20, 60, 20)], tracks);

    private static readonly Track Planted = TestFilm.Chosen("leg", "planted", (1, Properties.OnStage));

    private static Snag? Find(Film film, string check) => SnagFinder.Find(film, film.Shots[0], new RigCache()).FirstOrDefault(snag => snag.Check == check);

    [Fact]
    public void A_planted_foot_that_is_keyed_to_creep_slides_and_is_let_stay()
    {
        var film = With(Planted, TestFilm.Keyed("leg", "shiftX", (1, 0), (10, 0), (30, 12)));
        var snag = Find(film, "slide")!;
        Assert.Equal((30, "px"), (snag.Frame, snag.Unit));
        Assert.Equal(12, snag.Amount, 0.2);
        Assert.Null(Find(snag.Mend!.Apply(film), "slide"));
    }

    [Fact]
    public void A_foot_out_of_reach_slides_and_is_lifted()
    {
        var film = With(Planted, TestFilm.Keyed("body", "shiftX", (1, 0), (20, 150), (40, 150)));
        var snag = Find(film, "slide")!;
        Assert.Contains("out of reach", snag.Says, StringComparison.Ordinal);
        Assert.Null(Find(snag.Mend!.Apply(film), "slide"));
    }

    [Fact]
    public void A_step_and_a_foot_that_stays_are_none()
    {
        Assert.Null(Find(With(Planted, TestFilm.Keyed("leg", "shiftX", (1, 0), (10, 0), (16, 90))), "slide"));
        Assert.Null(Find(With(Planted, TestFilm.Keyed("body", "shiftX", (1, 0), (20, 20))), "slide"));
        Assert.Null(Find(With(TestFilm.Keyed("leg", "shiftX", (1, 0), (30, 12))), "slide"));
    }

    [Fact]
    public void Art_that_loses_its_area_is_told_mended_and_can_be_meant()
    {
        var film = With(TestFilm.Keyed("trunk", "stretchY", (1, 100), (10, 130), (20, 100)));
        var snag = Find(film, "stretch")!;
        Assert.Equal((10, 130.0, "%"), (snag.Frame, snag.Amount, snag.Unit));
        Assert.Null(Find(snag.Mend!.Apply(film), "stretch"));
        var parts = Figure.Parts.Aggregate(film, (current, part) => new ChangePart("p", part.Id) { StretchesFreely = true }.Apply(current));
        Assert.Null(Find(parts, "stretch"));
    }

    /// <summary>Everything that a scaled trunk carries is scaled with it: ten snags were one thing to mend.</summary>
    [Fact]
    public void What_a_stretched_part_carries_is_told_with_it()
    {
        var film = With(TestFilm.Keyed("trunk", "stretchX", (1, 100), (10, 150)), TestFilm.Keyed("trunk", "stretchY", (1, 100), (10, 150)));
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "stretch");
        Assert.Equal("trunk", snag.At.Thing);
        Assert.Contains("with it.", snag.Says, StringComparison.Ordinal);
        Assert.Null(Find(snag.Mend!.Apply(film), "stretch"));
    }

    /// <summary>In a rough pass drawings stand for several frames, and a knee that bends over slowly is on its other side by the next.</summary>
    [Fact]
    public void A_rough_pass_alone_turns_no_knee_inside_out()
    {
        var film = TestFilm.Of(
            Figure with { Reaches = [] }, [TestFilm.Box("box", 0, 0, 100, 100), TestFilm.Box("sole", 20, 280, 60, 20), TestFilm.Box("hat", 20, -20, 60, 20)],
            TestFilm.Keyed("shin", "turn", (1, 40), (11, 40), (31, -64)));
        Assert.Null(Find(film, "bend"));
        Assert.Null(Find(new ChangeShot(TestFilm.ShotId) { RoughRate = 4 }.Apply(film), "bend"));
    }

    [Fact]
    public void Art_on_a_bone_that_grows_is_told_and_gets_thinner_when_mended()
    {
        var film = With(TestFilm.Keyed("shin", "length", (1, 100), (10, 140), (20, 100)));
        var snag = Find(film, "stretch")!;
        Assert.Equal((10, "boot"), (snag.Frame, snag.At.Thing));
        var mended = snag.Mend!.Apply(film);
        Assert.Null(Find(mended, "stretch"));
        Assert.True(mended.Puppets[0].Bones[1].KeepsArea);
        Assert.False(mended.Puppets[0].Bones[0].KeepsArea);
    }

    /// <summary>What a dial says is rigged to be so.</summary>
    [Fact]
    public void A_lid_that_a_dial_shuts_is_none()
    {
        var film = With(TestFilm.Keyed("lid", "across", (1, 0), (10, 100)));
        film = new PutDial("p", new Dial { Id = "lid", Name = "Lid", Stations = [new Station(100, 0, [new StationValue("hat", "stretchY", 10)])] }).Apply(film with { Shots = [film.Shots[0] with { Tracks = [] }] });
        film = film with { Shots = [film.Shots[0] with { Tracks = [TestFilm.Keyed("lid", "across", (1, 0), (10, 100))] }] };
        Assert.Null(Find(film, "stretch"));
    }

    [Fact]
    public void A_part_that_is_let_go_and_jumps_is_told_and_stays_when_mended()
    {
        var film = With(TestFilm.Chosen("hat", "ridesOn", (1, ""), (12, Address.Stand)), TestFilm.Keyed("trunk", "turn", (1, 0), (10, 30)));
        var snag = Find(film, "handOver")!;
        Assert.Equal((12, "px"), (snag.Frame, snag.Unit));
        Assert.InRange(snag.Amount, 20, 80);
        var mended = snag.Mend!.Apply(film);
        Assert.Null(Find(mended, "handOver"));
        Assert.Null(Find(With(TestFilm.Chosen("hat", "ridesOn", (1, ""), (12, Address.Stand))), "handOver"));
    }

    [Fact]
    public void A_knee_that_turns_inside_out_at_once_is_told()
    {
        Puppet loose = Figure with { Reaches = [] };
        Film Bent(params (int Frame, double Degrees)[] keys) => TestFilm.Of(loose, [TestFilm.Box("box", 0, 0, 100, 100), TestFilm.Box("sole", 20, 280, 60, 20), TestFilm.Box("hat", 20, -20, 60, 20)], TestFilm.Keyed("shin", "turn", keys));

        // As drawn the shin leans 12° to the thigh's one side.
        var snag = Find(Bent((1, 40), (11, 40), (12, -40)), "bend")!;
        Assert.Equal((12, 80.0, "°"), (snag.Frame, snag.Amount, snag.Unit));
        Assert.Null(Find(Bent((1, 40), (11, 40), (31, -40)), "bend"));
        Assert.Null(Find(Bent((1, 40), (11, 40), (12, 80)), "bend"));
    }

    /// <summary>With a goal it keeps its side wherever that is pulled, and so does a puppet that turns round.</summary>
    [Fact]
    public void A_chain_of_two_with_a_goal_and_one_that_turns_round_are_none()
    {
        Assert.Null(Find(With(TestFilm.Keyed("leg", "shiftX", (1, -60), (2, 60), (3, -90)), TestFilm.Keyed("leg", "shiftY", (1, -120), (2, -40))), "bend"));
        Assert.Null(Find(With(TestFilm.Keyed("body", "stretchX", (1, 100), (2, -100)), TestFilm.Keyed("leg", "shiftY", (1, -80))), "bend"));
    }
}
