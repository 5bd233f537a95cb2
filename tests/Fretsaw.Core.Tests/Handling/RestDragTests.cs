using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Puppets;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>What lies on the art at rest is shown where it is, and goes where it is dragged.</summary>
public class RestDragTests
{
    private static readonly View Bench = new(Puppet: "pup");
    private static readonly Film Start = TestFilm.Of(
        new Puppet
        {
            Id = "pup",
            Name = "P",
            Parts =
            [
                TestFilm.Part("strip", "strip") with
                {
                    Mesh = new MeshSettings { TriangleSide = 20 },
                    Pins = [Pin("a", 20, 30), Pin("b", 150, 12), Pin("c", 150, 48)],
                    Patches = [new StiffPatch { Id = "patch", Name = "Patch", At = new Point(150, 30), Radius = 25 }],
                    Sway = new Sway { Root = new Point(20, 30), AlongDegrees = 0, WavelengthPx = 200 },
                },
                TestFilm.Part("shoe", "square") with { Forms = [new Form { Id = "form", Name = "Side", Drawing = "wide" }] },
            ],
        },
        [TestFilm.Box("strip", 0, 0, 300, 60), TestFilm.Box("square", 0, 100, 80, 80), TestFilm.Box("wide", 0, 100, 160, 80)]);

    private static Pin Pin(string id, double x, double y) => new() { Id = id, Name = id, At = new Point(x, y) };

    private static OverlayAnswer Overlay(Session session, View view, double frame = 1) => (OverlayAnswer)session.Ask(new OverlayQuestion(view, frame));

    private static RestHandle Handle(Session session, RestHandleKind kind) => Assert.Single(Overlay(session, Bench).Rests, rest => rest.Kind == kind);

    /// <summary>Drags from one place of the picture to another; what it leaves of the part.</summary>
    private static Part Drag(Session session, GripKind kind, string thing, string part, Point from, Point to)
    {
        session.Begin(new Gesture(Bench, 1, new Grip(kind, thing, View.BenchCast), from));
        session.Move(to);
        return TestFilm.Made(session.Film, session.End()!).Puppets[0].Parts.First(one => one.Id == part);
    }

    [Fact]
    public void A_stiff_patch_is_moved_by_its_middle_and_sized_by_its_rim()
    {
        var session = new Session(Start);
        var handle = Handle(session, RestHandleKind.Patch);
        var pixels = (handle.Toward - handle.At).Length / 25;
        var moved = Drag(session, GripKind.Patch, "patch", "strip", handle.At, handle.At + new Point(40 * pixels, -10 * pixels)).Patches[0];
        Assert.Equal((190, 20, 25), (Math.Round(moved.At.X, 1), Math.Round(moved.At.Y, 1), Math.Round(moved.Radius, 1)));
        var sized = Drag(session, GripKind.PatchRim, "patch", "strip", handle.Toward, handle.At + new Point(0, 50 * pixels)).Patches[0];
        Assert.Equal((150, 30, 50), (sized.At.X, sized.At.Y, Math.Round(sized.Radius, 1)));
    }

    [Fact]
    public void A_sway_is_held_where_it_is_dragged_and_runs_where_its_tip_points()
    {
        var session = new Session(Start);
        var handle = Handle(session, RestHandleKind.Sway);
        var pixels = (handle.Toward - handle.At).Length / 50;
        var moved = Drag(session, GripKind.SwayRoot, "strip", "strip", handle.At, handle.At + new Point(30 * pixels, 5 * pixels)).Sway!;
        Assert.Equal((50, 35, 0), (Math.Round(moved.Root.X, 1), Math.Round(moved.Root.Y, 1), moved.AlongDegrees));
        var turned = Drag(session, GripKind.SwayWay, "strip", "strip", handle.Toward, handle.At + new Point(0, 10)).Sway!;
        Assert.Equal((20, 30, 90), (turned.Root.X, turned.Root.Y, turned.AlongDegrees));
    }

    [Fact]
    public void An_outline_starts_where_its_flag_is_dragged_and_keeps_its_direction()
    {
        var session = new Session(Start);
        var (own, handle) = (Handle(session, RestHandleKind.OwnStart), Handle(session, RestHandleKind.FormStart));
        Assert.True(Point.Dot(own.Toward - own.At, handle.Toward - handle.At) > 0, "both run the same way");

        // From the corner (0, 100) half way along the upper edge of 160 px: a sixth of the outline's 480.
        var after = Drag(session, GripKind.FormStart, "form", "shoe", handle.At, At(session, new Point(80, 96)));
        var start = Assert.Single(after.Forms[0].Starts);
        Assert.Equal(1 / 6.0, start.Start, 1e-6);
        Assert.False(start.Reversed);
    }

    [Fact]
    public void The_nearest_place_of_an_outline_is_no_farther_than_any_of_its_corners() => Gen.Select(Gen.Double[-50, 150], Gen.Double[-50, 150]).Sample((x, y) =>
    {
        Point[] ring = [new(0, 0), new(100, 0), new(100, 50), new(0, 50)];
        var s = OutlineMatch.Nearest(ring, new Point(x, y)) * 300;
        var at = s < 100 ? new Point(s, 0) : s < 150 ? new Point(100, s - 100) : s < 250 ? new Point(250 - s, 50) : new Point(0, 300 - s);
        var apart = (at - new Point(x, y)).Length;
        return ring.All(corner => apart <= (corner - new Point(x, y)).Length + 1e-9);
    });

    [Fact]
    public void Only_a_puppets_own_bench_shows_what_lies_on_its_art()
    {
        var session = new Session(Start);
        Assert.Equal(4, Overlay(session, Bench).Rests.Length);
        Assert.Empty(Overlay(session, new View(TestFilm.ShotId)).Rests);
    }

    [Fact]
    public void Triangles_that_pins_turn_over_are_shown_where_they_lie()
    {
        var session = new Session(Start);
        Assert.Empty(Overlay(session, new View(TestFilm.ShotId)).Folds);
        var keyed = TestFilm.Key(1, ("b", "shiftY", 80));
        session.Apply(keyed);
        var fold = Assert.Single(Overlay(session, new View(TestFilm.ShotId)).Folds);
        Assert.Equal((TestFilm.Owner, "strip", 0), (fold.Owner, fold.Part, fold.Corners.Length % 6));
        var mesh = session.FrameAt(new View(TestFilm.ShotId), 1).Cast[0].Meshes.OfType<MeshFrame>().First();
        Assert.Equal(mesh.Mesh.CountFlipped(mesh.X, mesh.Y), fold.Corners.Length / 6);
        Assert.True(fold.Corners.Length > 0);
    }

    /// <summary>Where a place of the puppet is in the picture.</summary>
    private static Point At(Session session, Point place)
    {
        var patch = Handle(session, RestHandleKind.Patch);
        return patch.At + ((place - new Point(150, 30)) * ((patch.Toward - patch.At).Length / 25));
    }
}
