using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

public class EvaluatorTests
{
    private const string BrambleNeck = "bone-neck";

    private static readonly Film Demo = DemoFilm.Build().Film;
    private static readonly Plan Plan = PlanCompiler.Compile(Demo, Demo.Shots[1], new RigCache());
    private static readonly View Through = new(DemoFilm.ShotId);

    [Fact]
    public void A_frame_is_the_same_bytes_whatever_was_asked_before() => Gen.Select(Gen.Int[1, 192], Gen.Int[1, 192].Array[0, 5]).Sample((frame, before) =>
    {
        var used = new Evaluator(Plan);
        foreach (var other in before)
        {
            used.Evaluate(other);
        }

        return List(used, frame).SequenceEqual(List(new Evaluator(Plan), frame));
    }, iter: 12);

    [Fact]
    public void Evaluating_allocates_nothing()
    {
        var (frame, writer) = (new Evaluator(Plan), new DrawListWriter());
        for (var i = 1; i <= 192; i++)
        {
            frame.Evaluate(i);
            writer.Write(frame);
        }

        var before = GC.GetAllocatedBytesForCurrentThread();
        for (var i = 1; i <= 192; i++)
        {
            frame.Evaluate(i);
            writer.Write(frame);
        }

        Assert.Equal(before, GC.GetAllocatedBytesForCurrentThread());
    }

    [Fact]
    public void A_gesture_is_provisional_and_ends_as_one_edit()
    {
        var session = new Session(Demo);
        var rest = Pin(session).At;
        session.Begin(new Gesture(Through, 60, new Grip(GripKind.Pin, "scarf-tip", "bramble"), rest));
        session.Move(rest + new Point(40, -30));
        session.Move(rest + new Point(80, -60));
        Assert.Equal(80, Pin(session).At.X - rest.X, 1);
        Assert.Same(Demo, session.Film);

        var edit = Assert.IsType<SetKeys>(session.End());
        session.Apply(edit);
        Assert.Equal(-60, Pin(session).At.Y - rest.Y, 1);
        Assert.Contains(session.Film.Shots[1].Tracks.First(track => track.Address == new Address("bramble", "scarf-tip", "shift")).AllKeys, key => key.Frame == 60);
    }

    [Fact]
    public void A_dropped_gesture_leaves_nothing()
    {
        var session = new Session(Demo);
        var before = session.DrawFrame(Through, 60).ToArray();
        session.Begin(new Gesture(Through, 60, new Grip(GripKind.Goal, "reach-lamp", "bramble"), new Point(0, 0)));
        session.Move(new Point(50, 50));
        Assert.NotEqual(before, session.DrawFrame(Through, 60).ToArray());
        session.Cancel();
        Assert.Equal(before, session.DrawFrame(Through, 60).ToArray());
    }

    [Fact]
    public void Trying_moves_the_puppet_without_touching_the_film()
    {
        var session = new Session(Demo);
        var bench = new View(Puppet: Demo.Puppets[0].Id);
        var before = session.DrawFrame(bench, 1).ToArray();
        session.Begin(new Gesture(bench, 1, new Grip(GripKind.Goal, "reach-free", View.BenchCast), new Point(0, 0), Trying: true));
        session.Move(new Point(120, -200));
        Assert.Null(session.End());
        Assert.NotEqual(before, session.DrawFrame(bench, 1).ToArray());
        Assert.Same(Demo, session.Film);
        session.StopTrying();
        Assert.Equal(before, session.DrawFrame(bench, 1).ToArray());
    }

    [Fact]
    public void A_reach_puts_the_paw_on_its_goal()
    {
        var session = new Session(new SetKeys(DemoFilm.ShotId, 60, [new KeyValue(new Address("bramble", "reach-free", "shiftX"), -40), new KeyValue(new Address("bramble", "reach-free", "shiftY"), -120)]).Apply(Demo));
        var overlay = (OverlayAnswer)session.Ask(new OverlayQuestion(Through, 60));
        var end = overlay.Bones.First(bone => bone.Bone == "bone-free-lower").End;
        Assert.Equal(0, (end - overlay.Goals.First(goal => goal.Thing == "reach-free").At).Length, 1e-6);
    }

    [Fact]
    public void A_focus_pull_runs_from_mark_to_mark()
    {
        var frame = new Evaluator(Plan);
        frame.Evaluate(30);
        Assert.Equal(1.1, frame.Camera.Focus, 1e-9);
        frame.Evaluate(46);
        Assert.Equal(2.2, frame.Camera.Focus, 1e-6);
        frame.Evaluate(62);
        Assert.Equal(3.3, frame.Camera.Focus, 1e-9);
    }

    [Fact]
    public void Keeping_the_size_keeps_the_picture_at_rest() => Gen.Double[0.2, 80].Sample(metres =>
    {
        var bare = Demo with { Shots = [Demo.Shots[1] with { Tracks = [], Cards = [], Shakes = [] }] };
        var after = Standings.PutAtDistance(bare, bare.Shots[0], "boats", new Session(bare).FrameAt(Through, 1).Find("boats")!.Standing, 1, metres, keepSize: true).Apply(bare);
        return (Corner(bare) - Corner(after)).Length < 0.05;

        static Point Corner(Film film)
        {
            var overlay = (OverlayAnswer)new Session(film).Ask(new OverlayQuestion(Through, 1));
            var corners = overlay.Boxes.First(box => box.Thing == "boats").Corners;
            return new Point(corners[0], corners[1]);
        }
    }, iter: 20);

    [Fact]
    public void The_demo_has_no_snags() => Assert.Empty(SnagFinder.Find(Demo, Demo.Shots[1], new RigCache()));

    [Fact]
    public void A_creeping_channel_is_found_and_its_mend_mends_it()
    {
        var creeping = new Address("bramble", BrambleNeck, "turn");
        var shot = Demo.Shots[1];
        Track neck = new NumberTrack { Address = creeping, Keys = [new NumberKey(1, 0) { Gap = Gap.Even }, new NumberKey(90, 40)] };
        Track spine = new NumberTrack { Address = creeping with { Thing = "bone-spine" }, Keys = [new NumberKey(1, 5), new NumberKey(49, 5), new NumberKey(90, 30)] };
        var film = Demo with { Shots = [shot with { Tracks = [neck, spine], Cards = [] }] };
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "creeping");
        Assert.Equal((creeping, 49), (snag.At, snag.Frame));
        Assert.Equal(40 * 48 / 89.0, snag.Amount, 2);
        var mended = snag.Mend!.Apply(film);
        Assert.DoesNotContain(SnagFinder.Find(mended, mended.Shots[0], new RigCache()), other => other.Check == "creeping");
    }

    [Fact]
    public void Art_that_ends_inside_the_frame_is_found_and_its_mend_mends_it()
    {
        var film = new SetKeys(DemoFilm.ShotId, 180, [new KeyValue(new Address("camera", "view", "roll"), 14)]).Apply(Demo);
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[1], new RigCache()), snag => snag.Check == "edge");
        Assert.Equal("sky", snag.At.Owner);
        var mended = snag.Mend!.Apply(film);
        Assert.DoesNotContain(SnagFinder.Find(mended, mended.Shots[1], new RigCache()), other => other.Check == "edge");
    }

    [Fact]
    public void A_pose_card_keys_everything_that_is_keyed_anywhere()
    {
        // A key splits a chart, which changes the way to the frame; what lags remembers that way, so here nothing does.
        var puppet = Demo.Puppets[0];
        var session = new Session(Demo with { Puppets = Demo.Puppets.SetItem(0, puppet with { Parts = [.. puppet.Parts.Select(part => part with { FollowThrough = null })] }) });
        var edit = (SetKeys)session.Work(new KeyPose(DemoFilm.ShotId, "bramble", 33));
        Assert.Equal(Demo.Shots[1].Tracks.Where(track => track.Address.Owner == "bramble").Sum(track => track is PlaceTrack ? 2 : 1), edit.Values.Length);
        var before = session.DrawFrame(Through, 33).ToArray();
        session.Apply(edit);
        Assert.Equal(before, session.DrawFrame(Through, 33).ToArray());
    }

    private static byte[] List(Evaluator evaluator, double frame)
    {
        evaluator.Evaluate(frame);
        return [.. new DrawListWriter().Write(evaluator)];
    }

    private static PointHandle Pin(Session session) =>
        ((OverlayAnswer)session.Ask(new OverlayQuestion(Through, 60))).Pins.First(pin => pin.Thing == "scarf-tip");
}
