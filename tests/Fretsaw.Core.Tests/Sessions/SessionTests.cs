using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

/// <summary>The core's face: gestures that show and are dropped, changes that are told, shots that come later.</summary>
public class SessionTests
{
    private static readonly Film Demo = DemoFilm.Build().Film;
    private static readonly Shot Horn = Demo.Shots[1];
    private static readonly View Through = new(Horn.Id);

    public static TheoryData<GripKind, string, string?> Grips => new()
    {
        { GripKind.Turn, "bone-neck", "bramble" },
        { GripKind.Shift, "body", "bramble" },
        { GripKind.Pin, "scarf-tip", "bramble" },
        { GripKind.Goal, "reach-lamp", "bramble" },
        { GripKind.Thing, "boats", null },
        { GripKind.Look, "view", null },
        { GripKind.ThingDistance, "boats", null },
        { GripKind.Focus, "focus", null },
    };

    private static Gesture Press(GripKind kind, string thing, string? owner) => new(Through, 60, new Grip(kind, thing, owner), kind is GripKind.ThingDistance or GripKind.Focus ? new Point(8, 0) : new Point(600, 300));

    private static Point Moved(Gesture gesture, double by) => new(gesture.From.X + by, gesture.From.Y + (by / 2));

    [Theory]
    [MemberData(nameof(Grips))]
    public void A_drag_is_one_edit_that_shows_what_was_shown(GripKind kind, string thing, string? owner)
    {
        var session = new Session(Demo);
        var gesture = Press(kind, thing, owner);
        session.Begin(gesture);
        session.Move(Moved(gesture, 3));
        session.Move(Moved(gesture, 9));
        var shown = session.DrawFrame(Through, 60).ToArray();
        var edit = session.End();
        Assert.NotNull(edit);
        var made = edit.Apply(Demo);
        Assert.Equal(shown, new Session(made).DrawFrame(Through, 60).ToArray());
        Assert.NotEqual(shown, new Session(Demo).DrawFrame(Through, 60).ToArray());
        Assert.Equal(TestFilm.Text(Demo), TestFilm.Text(Inverse.Of(Demo, made).Apply(made)));
    }

    [Theory]
    [MemberData(nameof(Grips))]
    public void A_drag_that_is_dropped_leaves_nothing(GripKind kind, string thing, string? owner)
    {
        var session = new Session(Demo);
        var before = session.DrawFrame(Through, 60).ToArray();
        var gesture = Press(kind, thing, owner);
        session.Begin(gesture);
        session.Move(Moved(gesture, 9));
        session.Cancel();
        Assert.Equal(before, session.DrawFrame(Through, 60).ToArray());
        Assert.Null(session.End());
    }

    [Theory]
    [MemberData(nameof(Grips))]
    public void It_does_not_matter_by_which_way_the_pointer_came(GripKind kind, string thing, string? owner)
    {
        var gesture = Press(kind, thing, owner);
        Assert.Equal(After([9]), After([2, -5, 40, 9]));

        byte[] After(double[] way)
        {
            var session = new Session(Demo);
            session.Begin(gesture);
            foreach (var by in way)
            {
                session.Move(Moved(gesture, by));
            }

            return EditJson.Write(session.End()!);
        }
    }

    [Fact]
    public void A_drag_s_moves_allocate_nothing_until_it_is_painted()
    {
        var session = new Session(Demo);
        var gesture = Press(GripKind.Pin, "scarf-tip", "bramble");
        session.Begin(gesture);
        for (var i = 0; i < 200; i++)
        {
            session.Move(Moved(gesture, i));
            session.FrameAt(Through, 60);
        }

        var before = GC.GetAllocatedBytesForCurrentThread();
        for (var i = 0; i < 50; i++)
        {
            session.Move(Moved(gesture, i));
            session.FrameAt(Through, 60);
        }

        Assert.Equal(0, GC.GetAllocatedBytesForCurrentThread() - before);
    }

    [Fact]
    public void What_a_page_is_told_brings_its_copy_to_where_the_session_is()
    {
        var session = new Session(Demo);
        var copy = session.Outline();
        foreach (var edit in (Edit[])[new ChangeFilm { Name = "Two" }, new ChangeThing(Horn.Id, "boats") { X = 5 }, new RemovePart(Demo.Puppets[0].Id, Demo.Puppets[0].Parts[0].Id), new RemoveThing(Horn.Id, "boats")])
        {
            copy = session.Apply(edit).Apply(copy);
            Assert.Equal(TestFilm.Text(session.Outline()), TestFilm.Text(copy));
        }
    }

    [Fact]
    public void A_shot_that_came_without_its_keys_is_the_same_once_they_are_there()
    {
        var opened = Demo with { Shots = [Horn with { Tracks = [], Cards = [] }] };
        var session = new Session(opened);
        session.ReadShot(Horn);
        Assert.Equal(new Session(Demo).DrawFrame(Through, 60).ToArray(), session.DrawFrame(Through, 60).ToArray());
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1e12)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void A_frame_that_is_not_in_the_shot_is_refused(double frame) =>
        Assert.Contains("1–", Assert.Throws<FilmException>(() => new Session(Demo).DrawFrame(Through, frame)).Remedy, StringComparison.Ordinal);

    [Fact]
    public void Many_views_are_seen_without_keeping_all_of_them()
    {
        var session = new Session(Demo);
        foreach (var aspect in Enumerable.Range(0, 60).Select(i => 0.5 + (i / 60.0)))
        {
            session.DrawFrame(new View(Puppet: Demo.Puppets[0].Id, Aspect: aspect), 1);
        }

        Assert.NotEmpty(session.DrawFrame(Through, 1).ToArray());
    }
}
