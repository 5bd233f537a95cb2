using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Handles and hits through a camera that pans, tilts and rolls: a puppet of three boxes side by side before a wall.</summary>
public class OverlayTests
{
    private static readonly View Through = new(TestFilm.ShotId);

    private static Film Stage(double pan = 0, double tilt = 0, double roll = 0, double dolly = 0, Func<Thing, Thing>? wall = null, Func<Part, Part>? middle = null)
    {
        var puppet = new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(150, 100),
            Bones = [TestFilm.Bone("bone", 100, 50, 200, 50)],
            Parts = [TestFilm.Part("left", "left", new Point(50, 50)), (middle ?? (part => part))(TestFilm.Part("middle", "middle", new Point(150, 50)) with { RidesOn = "bone" }), TestFilm.Part("right", "right", new Point(250, 50))],
        };
        var film = TestFilm.Of(
            puppet,
            [TestFilm.Box("left", 10, 10, 80, 80), TestFilm.Box("middle", 110, 10, 80, 80), TestFilm.Box("right", 210, 10, 80, 80), TestFilm.Box("wall", 0, 0, 4000, 3000)],
            TestFilm.Keyed(Address.OfCamera("pan"), (1, pan)), TestFilm.Keyed(Address.OfCamera("tilt"), (1, tilt)), TestFilm.Keyed(Address.OfCamera("roll"), (1, roll)), TestFilm.Keyed(Address.OfCamera("dolly"), (1, dolly)));
        var shot = film.Shots[0];
        var behind = (wall ?? (thing => thing))(new Thing { Id = "wall", Name = "Wall", Body = new Picture("wall"), Stand = new Stand { Distance = 6, X = -3040, Y = -2460, SizePercent = 200 } });
        return film with { Shots = [shot with { Things = [behind, shot.Things[0] with { Stand = new Stand { Distance = 3, X = 960, Y = 600 } }] }] };
    }

    private static HitAnswer Hit(Film film, Point at) => (HitAnswer)new Session(film).Ask(new HitQuestion(Through, 1, at));

    private static OverlayAnswer Overlay(Film film) => (OverlayAnswer)new Session(film).Ask(new OverlayQuestion(Through, 1));

    [Fact]
    public void What_stands_at_a_handle_is_hit_there_whichever_way_the_camera_looks() => Gen.Select(Gen.Double[-25, 25], Gen.Double[-20, 20], Gen.Double[-180, 180], Gen.Double[-2, 1.5]).Sample((pan, tilt, roll, dolly) =>
    {
        var film = Stage(pan, tilt, roll, dolly);
        foreach (var pivot in Overlay(film).Pivots)
        {
            Assert.Equal(new HitAnswer(TestFilm.Owner, pivot.Part), Hit(film, pivot.At));
        }
    });

    [Fact]
    public void Handles_are_where_the_painter_paints_them() => Gen.Select(Gen.Double[-25, 25], Gen.Double[-20, 20], Gen.Double[-180, 180]).Sample((pan, tilt, roll) =>
    {
        var film = Stage(pan, tilt, roll);
        var (frame, overlay) = (TestFilm.At(film, 1), Overlay(film));
        var thing = frame.Things[1];
        var bone = Assert.Single(overlay.Bones);
        Assert.Equal(thing.ToPicture.Map(new Point(100, 50)), bone.Start);
        Assert.Equal(thing.ToPicture.Map(new Point(200, 50)), bone.End);
        Assert.Equal(thing.ToPicture.Map(new Point(150, 100)), Assert.Single(overlay.Origins).At);
        Assert.Equal(["wall", TestFilm.Owner], overlay.Boxes.Select(box => box.Thing));
    });

    [Fact]
    public void Between_parts_the_thing_behind_is_hit_and_beside_everything_nothing()
    {
        var film = Stage();
        var pivots = Overlay(film).Pivots;
        var between = (pivots[0].At + pivots[1].At) * 0.5;
        Assert.Equal(new HitAnswer("wall", null), Hit(film, between));
        Assert.Equal(new HitAnswer(null, null), Hit(Stage(wall: wall => wall with { Hidden = true }), between));
        Assert.Equal(new HitAnswer(null, null), Hit(film, new Point(1e7, 0)));
    }

    [Fact]
    public void What_is_locked_or_hidden_is_reached_through()
    {
        var at = Overlay(Stage()).Pivots[1].At;
        Assert.Equal(new HitAnswer("wall", null), Hit(Stage(middle: part => part with { Locked = true }), at));
        Assert.Equal(new HitAnswer("wall", null), Hit(Stage(middle: part => part with { Hidden = true }), at));
        Assert.Equal(new HitAnswer(null, null), Hit(Stage(wall: wall => wall with { Locked = true }, middle: part => part with { Locked = true }), at));
    }

    [Fact]
    public void What_is_behind_the_lens_has_no_handles_and_is_not_hit()
    {
        var film = Stage(dolly: 4);
        Assert.Equal(["wall"], Overlay(film).Boxes.Select(box => box.Thing));
        Assert.Empty(Overlay(film).Pivots);
        Assert.Equal("wall", Hit(film, new Point(960, 540)).Owner);
    }

    [Fact]
    public void Only_one_thing_s_handles_are_told_when_only_they_are_wanted()
    {
        var answer = (OverlayAnswer)new Session(Stage()).Ask(new OverlayQuestion(Through, 1, "wall"));
        Assert.Empty(answer.Bones);
        Assert.Equal(["wall"], answer.Boxes.Select(box => box.Thing));
    }

    [Fact]
    public void On_a_bent_mesh_the_art_is_hit_where_it_has_gone()
    {
        var part = TestFilm.Part("strip", "strip") with
        {
            Mesh = new MeshSettings { TriangleSide = 12 },
            Pins = [new Pin { Id = "root", Name = "Root", At = new Point(20, 10), Hold = PinHold.PlaceAndTurn }, new Pin { Id = "tip", Name = "Tip", At = new Point(20, 290) }],
        };
        var film = TestFilm.Of(new Puppet { Id = "p", Name = "P", Parts = [part] }, [TestFilm.Box("strip", 0, 0, 40, 300)], TestFilm.Keyed("tip", "shiftX", (1, 0), (2, 150)), TestFilm.Keyed("tip", "shiftY", (1, 0), (2, -90)));
        HitAnswer At(int frame, Point at) => (HitAnswer)new Session(film).Ask(new HitQuestion(Through, frame, at));
        var pins = ((OverlayAnswer)new Session(film).Ask(new OverlayQuestion(Through, 2))).Pins;
        var tip = pins.First(pin => pin.Thing == "tip").At;
        var rest = ((OverlayAnswer)new Session(film).Ask(new OverlayQuestion(Through, 1))).Pins.First(pin => pin.Thing == "tip").At;
        Assert.Equal("strip", At(1, rest).Part);
        Assert.Null(At(1, tip).Part);
        Assert.Equal("strip", At(2, tip).Part);
        Assert.Null(At(2, rest).Part);
    }
}
