using CsCheck;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Under any camera that looks at the stage, what was taken hold of is under the pointer when it lets go.</summary>
public class StageDragTests
{
    private const int Frame = 7;

    private static readonly View Through = new(TestFilm.ShotId);
    private static readonly Gen<double> Small = Gen.Double[-1, 1];

    private static readonly Gen<(double Truck, double Boom, double Dolly, double Pan, double Tilt, double Roll)> Cameras =
        Gen.Select(Small, Small, Small, Small, Small, Small, (truck, boom, dolly, pan, tilt, roll) => (truck * 0.6, boom * 0.4, dolly * 0.8, pan * 15, tilt * 10, roll * 40));

    private static Film Shown((double Truck, double Boom, double Dolly, double Pan, double Tilt, double Roll) camera)
    {
        var puppet = new Puppet { Id = "pup", Name = "Pup", Origin = new Point(50, 200), Parts = [TestFilm.Part("trunk", "trunk", new Point(50, 180)), TestFilm.Part("arm", "arm", new Point(60, 90)) with { RidesOn = "trunk" }] };
        var film = TestFilm.Of(
            puppet, [TestFilm.Box("trunk", 0, 60, 100, 140), TestFilm.Box("arm", 60, 80, 90, 20), TestFilm.Box("hill", 0, 0, 400, 200)],
            TestFilm.Keyed(Address.OfCamera("pan"), (1, camera.Pan)), TestFilm.Keyed(Address.OfCamera("tilt"), (1, camera.Tilt)), TestFilm.Keyed(Address.OfCamera("roll"), (1, camera.Roll)),
            new PlaceTrack { Address = Address.OfCamera("place"), Keys = [new PlaceKey(1, new Place(camera.Truck, camera.Boom, camera.Dolly))] });
        var hill = new Thing { Id = "hill", Name = "Hill", Body = new Picture("hill"), Stand = new Stand { Distance = 6, X = 700, Y = 400, SizePercent = 150, TurnDegrees = 5 } };
        return film with { Shots = [film.Shots[0] with { Things = [hill, film.Shots[0].Things[0] with { Stand = new Stand { Distance = PicturePlane.DistanceMetres(film), X = 900, Y = 800 } }] }] };
    }

    private static Film Drag(Film film, Grip grip, Point from, Point to)
    {
        var session = new Session(film);
        session.Begin(new Gesture(Through, Frame, grip, from));
        session.Move(from + ((to - from) * 0.3));
        session.Move(to);
        return session.End()!.Apply(film);
    }

    private static Homography Seen(Film film, string thing) => TestFilm.At(film, Frame).Find(thing)!.ToPicture;

    [Fact]
    public void A_picture_moves_with_the_pointer() => Cameras.Sample(camera =>
    {
        var film = Shown(camera);
        var held = new Point(120, 60);
        var from = Seen(film, "hill").Map(held);
        var to = from + new Point(35, -22);
        var after = Drag(film, new Grip(GripKind.Thing, "hill"), from, to);
        return (Seen(after, "hill").Map(held) - to).Length < 0.5;
    }, iter: 60);

    [Fact]
    public void A_puppet_s_body_moves_with_the_pointer() => Cameras.Sample(camera =>
    {
        var film = Shown(camera);
        var held = new Point(50, 100);
        var from = Seen(film, TestFilm.Owner).Map(held);
        var to = from + new Point(-18, 12);
        var after = Drag(film, new Grip(GripKind.Thing, TestFilm.Owner), from, to);
        return (Seen(after, TestFilm.Owner).Map(held) - to).Length < 0.5;
    }, iter: 60);

    [Fact]
    public void A_turned_part_points_to_the_pointer() => Cameras.Sample(camera =>
    {
        var film = Shown(camera);
        var (pivot, held) = (new Point(60, 90), new Point(150, 90));
        var picture = Seen(film, TestFilm.Owner);
        var target = pivot + new Point(60, 70);
        var after = Drag(film, new Grip(GripKind.Turn, "arm", TestFilm.Owner), picture.Map(held), picture.Map(target));
        var arm = TestFilm.At(after, Frame).World("arm");
        var to = arm.Map(held) - pivot;
        return Math.Abs(Point.Cross(to, target - pivot)) / (to.Length * (target - pivot).Length) < 0.01 && Point.Dot(to, target - pivot) > 0;
    }, iter: 60);

    [Fact]
    public void The_camera_takes_what_lies_in_the_picture_plane_with_the_pointer() => Cameras.Sample(camera =>
    {
        // Without pan and tilt: with them a truck also comes nearer or goes farther.
        var film = Shown(camera with { Pan = 0, Tilt = 0 });
        var from = Seen(film, TestFilm.Owner).Map(new Point(50, 100));
        var to = from + new Point(40, 30);
        var after = Drag(film, new Grip(GripKind.Look, ""), from, to);
        return (Seen(after, TestFilm.Owner).Map(new Point(50, 100)) - to).Length < 1.5 && after.Shots[0].Things == film.Shots[0].Things;
    }, iter: 60);

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void In_the_elevation_a_thing_goes_to_the_distance_that_it_is_dragged_to(bool keepSize)
    {
        var film = Shown(default);
        var depth = TestFilm.At(film, Frame).Find("hill")!.Depth;
        var after = Drag(film, new Grip(GripKind.ThingDistance, "hill", KeepSize: keepSize), new Point(depth, 0), new Point(depth + 2, 0));
        Assert.Equal(8, after.Shots[0].Things[0].Stand.Distance, 2);
        Assert.Equal(keepSize ? 200 : 150, after.Shots[0].Things[0].Stand.SizePercent, 1);
    }

    [Fact]
    public void In_the_elevation_the_focus_goes_to_where_it_is_dragged_to()
    {
        var after = Drag(Shown(default), new Grip(GripKind.Focus, ""), new Point(3, 0), new Point(6, 0));
        Assert.Equal(0, TestFilm.At(after, Frame).Find("hill")!.Sigma, 1e-3);
    }
}
