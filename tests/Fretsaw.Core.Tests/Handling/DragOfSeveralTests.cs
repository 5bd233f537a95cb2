using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>One of several that are chosen is dragged: the others go as far, and all of it is one step.</summary>
public class DragOfSeveralTests
{
    private static readonly View Through = new(TestFilm.ShotId);
    private static readonly View Bench = new(Puppet: "pup");

    /// <summary>A tail of three bones that hang on each other, a body with two parts on it, and an arm with a reach.</summary>
    private static readonly Puppet Pup = new()
    {
        Id = "pup",
        Name = "Pup",
        Origin = new Point(100, 200),
        Parts =
        [
            TestFilm.Part("trunk", "trunk", new Point(100, 120)) with { Mesh = new MeshSettings { TriangleSide = 30 }, Pins = [Pin("low", 70, 190), Pin("high", 130, 70)] },
            TestFilm.Part("hat", "hat", new Point(100, 60)) with { RidesOn = "trunk" },
            TestFilm.Part("ball", "ball", new Point(300, 190)),
        ],
        Bones =
        [
            TestFilm.Bone("root", 60, 180, 20, 170),
            TestFilm.Bone("middle", 20, 170, -20, 165, "root"),
            TestFilm.Bone("tip", -20, 165, -60, 170, "middle"),
            TestFilm.Bone("upper", 140, 100, 180, 130),
            TestFilm.Bone("lower", 180, 130, 220, 100, "upper"),
        ],
        Reaches = [new Reach { Id = "hand", Name = "Hand", Upper = "upper", Lower = "lower" }],
    };

    private static readonly Film Start = TestFilm.Of(Pup,
        [TestFilm.Box("trunk", 60, 60, 80, 140), TestFilm.Box("hat", 80, 30, 40, 30), TestFilm.Box("ball", 280, 170, 40, 40)]);

    private static Pin Pin(string id, double x, double y) => new() { Id = id, Name = id, At = new Point(x, y) };

    private static Edit Dragged(Film film, View view, Grip grip, Point from, Point to, int frame = 5)
    {
        var session = new Session(film);
        session.Begin(new Gesture(view, frame, grip, from));
        session.Move(from + ((to - from) * 0.4));
        session.Move(to);
        return session.End()!;
    }

    private static Grip Acted(GripKind kind, string thing, params string[] also) => new(kind, thing, TestFilm.Owner) { Also = [.. also] };

    private static ImmutableDictionary<(string Thing, string Property), double> Keyed(Edit edit) =>
        Assert.IsType<SetKeys>(edit).Values.ToImmutableDictionary(key => (key.Address.Thing, key.Address.Property), key => key.Value);

    [Fact]
    public void A_tail_curls_by_one_drag()
    {
        var seen = TestFilm.At(Start, 5).Find(TestFilm.Owner)!.ToPicture;
        var keys = Keyed(Dragged(Start, Through, Acted(GripKind.Turn, "root", "middle", "tip"), seen.Map(new Point(20, 170)), seen.Map(new Point(30, 140))));
        Assert.Equal(3, keys.Count);
        Assert.True(Math.Abs(keys[("root", "turn")]) > 5);
        Assert.All(keys.Values, turned => Assert.Equal(keys[("root", "turn")], turned));
    }

    [Fact]
    public void What_a_chosen_part_carries_is_not_moved_twice_and_the_ball_goes_the_same_way() => Gen.Select(Gen.Double[-60, 60], Gen.Double[-60, 60]).Sample((x, y) =>
    {
        var by = new Point(x, y);
        var before = TestFilm.At(Start, 5);
        var seen = before.Find(TestFilm.Owner)!.ToPicture;
        var edit = Dragged(Start, Through, Acted(GripKind.Shift, "trunk", "ball", "hat"), seen.Map(new Point(100, 120)), seen.Map(new Point(100, 120) + by));
        Assert.DoesNotContain(Keyed(edit).Keys, key => key.Thing == "hat");
        var after = TestFilm.At(edit.Apply(Start), 5);
        foreach (var (thing, at) in new[] { ("trunk", new Point(100, 120)), ("hat", new Point(100, 60)), ("ball", new Point(300, 190)) })
        {
            Assert.True((after.World(thing).Map(at) - before.World(thing).Map(at) - by).Length < 0.02, thing);
        }
    }, iter: 40);

    [Fact]
    public void A_goal_takes_a_part_along_and_what_cannot_be_moved_so_stays()
    {
        var seen = TestFilm.At(Start, 5).Find(TestFilm.Owner)!.ToPicture;
        var keys = Keyed(Dragged(Start, Through, Acted(GripKind.Goal, "hand", "ball", "root", "nobody"), seen.Map(new Point(220, 100)), seen.Map(new Point(210, 130))));
        Assert.Equal([("ball", "shiftX"), ("ball", "shiftY"), ("hand", "shiftX"), ("hand", "shiftY")], keys.Keys.Order());
        Assert.Equal((keys[("hand", "shiftX")], keys[("hand", "shiftY")]), (keys[("ball", "shiftX")], keys[("ball", "shiftY")]));
    }

    [Fact]
    public void Pins_pivots_and_bones_at_rest_go_together_as_one_step()
    {
        var pixels = new Session(Start).FrameAt(Bench, 1).Things[0].ToPicture.Map(new Point(1, 0)).X - new Session(Start).FrameAt(Bench, 1).Things[0].ToPicture.Map(new Point(0, 0)).X;
        var pinned = Dragged(Start, Bench, new Grip(GripKind.PinRest, "low", View.BenchCast) { Also = ["high", "root"] }, default, new Point(10 * pixels, -4 * pixels)).Apply(Start).Puppets[0];
        Assert.Equal([new Point(80, 186), new Point(140, 66)], pinned.Parts[0].Pins.Select(pin => new Point(Math.Round(pin.At.X, 1), Math.Round(pin.At.Y, 1))));
        var pivoted = Dragged(Start, Bench, new Grip(GripKind.Pivot, "hat", View.BenchCast) { Also = ["ball"] }, default, new Point(0, 6 * pixels)).Apply(Start).Puppets[0];
        Assert.Equal((120, 66, 196), (Math.Round(pivoted.Parts[0].Pivot.Y), Math.Round(pivoted.Parts[1].Pivot.Y), Math.Round(pivoted.Parts[2].Pivot.Y)));

        // A chain stays a chain.
        var bent = Dragged(Start, Bench, new Grip(GripKind.BoneEnd, "root", View.BenchCast) { Also = ["middle", "low"] }, default, new Point(0, -8 * pixels)).Apply(Start).Puppets[0].Bones;
        Assert.Equal([180, 162, 162, 157, 157, 170], bent.Take(3).SelectMany(bone => new[] { Math.Round(bone.Start.Y), Math.Round(bone.End.Y) }));
    }

    [Fact]
    public void Things_on_the_stage_go_together_each_in_its_own_plane()
    {
        var near = new Thing { Id = "near", Name = "Near", Body = new Picture("hat"), Stand = new Stand { Distance = 2, X = 100, Y = 100 } };
        var film = Start with { Shots = [Start.Shots[0] with { Things = [near, near with { Id = "far", Stand = near.Stand with { Distance = 8 } }, .. Start.Shots[0].Things] }] };
        var by = new Point(24, -10);
        var edit = Dragged(film, Through, new Grip(GripKind.Thing, "near") { Also = ["far"] }, default, by);
        Assert.IsType<Together>(edit);
        foreach (var id in new[] { "near", "far" })
        {
            var (was, now) = (TestFilm.At(film, 5).Find(id)!.ToPicture, TestFilm.At(edit.Apply(film), 5).Find(id)!.ToPicture);
            Assert.True((now.Map(default) - was.Map(default) - by).Length < 0.5, id);
        }

        var farther = Dragged(film, Through, new Grip(GripKind.ThingDistance, "near") { Also = ["far"] }, new Point(2, 0), new Point(3.5, 0)).Apply(film);
        Assert.Equal((3.5, 9.5), (farther.Shots[0].Things[0].Stand.Distance, farther.Shots[0].Things[1].Stand.Distance));
    }

    [Fact]
    public void More_than_a_drag_can_key_are_told_by_their_count()
    {
        var many = Enumerable.Range(0, 60).Select(i => TestFilm.Part($"p{i}", "hat", new Point(i, 0))).ToImmutableArray();
        var film = TestFilm.Of(Pup with { Parts = many, Bones = [], Reaches = [] }, [TestFilm.Box("hat", 0, 0, 40, 30)]);
        var session = new Session(film);
        var problem = Assert.Throws<FilmException>(() => session.Begin(new Gesture(Through, 1, Acted(GripKind.Shift, "p0", [.. many.Skip(1).Select(part => part.Id)]), default)));
        Assert.Contains("60 things", problem.Message, StringComparison.Ordinal);
    }
}
