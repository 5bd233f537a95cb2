using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>The blocking view holds every pose until the next, and changes nothing of the film.</summary>
public class BlockingTests
{
    private static readonly View Blocked = new(TestFilm.ShotId, Blocked: true);
    private static readonly View Timed = new(TestFilm.ShotId);

    private static Film Turning() => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null)] }, [], TestFilm.Keyed("a", "turn", [(1, 10), (20, 50), (40, -30)]));

    private static double[] Turns(Session session, View view) => [.. Enumerable.Range(1, 45).Select(frame => session.FrameAt(view, frame).Driven("a", "turn"))];

    [Fact]
    public void Every_pose_stands_until_the_next_and_the_real_charts_are_unharmed()
    {
        var session = new Session(Turning());
        var before = Turns(session, Timed);
        var blocked = Turns(session, Blocked);
        Assert.All(blocked[..19], turn => Assert.Equal(10, turn));
        Assert.All(blocked[19..39], turn => Assert.Equal(50, turn));
        Assert.All(blocked[39..], turn => Assert.Equal(-30, turn));
        Assert.Equal(before, Turns(session, Timed));
        Assert.NotEqual(before, blocked);
    }

    [Fact]
    public void A_new_key_is_held_too_and_the_camera_goes_on()
    {
        var session = new Session(Turning());
        session.FrameAt(Blocked, 5);
        session.Apply(TestFilm.Key(10, ("a", "turn", 80)));
        session.Apply(new SetKeys(TestFilm.ShotId, 1, [new KeyValue(Address.OfCamera("pan"), 0)]));
        session.Apply(new SetKeys(TestFilm.ShotId, 21, [new KeyValue(Address.OfCamera("pan"), 20)]));
        session.Apply(new SetGap(TestFilm.ShotId, 1, Gap.Even, [Address.OfCamera("pan")]));
        Assert.Equal(80, session.FrameAt(Blocked, 19).Driven("a", "turn"));
        Assert.Equal(10, session.FrameAt(Blocked, 9).Driven("a", "turn"));
        Assert.Equal(session.FrameAt(Timed, 11).Camera, session.FrameAt(Blocked, 11).Camera);
        Assert.NotEqual(session.FrameAt(Timed, 1).Camera, session.FrameAt(Timed, 11).Camera);
    }
}
