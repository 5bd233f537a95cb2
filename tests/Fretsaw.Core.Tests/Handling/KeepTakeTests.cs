using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests.Handling;

/// <summary>Live takes on a puppet with a chain, a dial and a part that turns.</summary>
public class KeepTakeTests
{
    private static readonly Puppet Figure = new()
    {
        Id = "p",
        Name = "P",
        Parts = [TestFilm.Part("trunk", "box", new Point(50, 50)), TestFilm.Part("eye", "box", new Point(50, 50))],
        Dials = [new Dial { Id = "look", Name = "Look", IsPad = true }, new Dial { Id = "jaw", Name = "Jaw" }],
        FacePad = [new PadFeature("look")],
        Device = [new DeviceLink(DeviceChannel.Jaw, "jaw", "across", 50) { DeadZonePercent = 20, Neutral = 0.1 }, new DeviceLink(DeviceChannel.Roll, "trunk", "turn", 200)],
    };

    private static Film With(params Track[] tracks) => TestFilm.Of(Figure, [TestFilm.Box("box", 0, 0, 100, 100)], tracks);

    private static Func<View, double, Evaluator> FramesOf(Film film) => (view, at) =>
    {
        var frame = new Evaluator(PlanCompiler.Compile(film, view.Resolve(film), new RigCache()));
        frame.Evaluate(at);
        return frame;
    };

    private static Film Kept(Film film, KeepTake take)
    {
        var after = take.ToEdit(film, FramesOf(film)).Apply(film);
        FilmCheck.Check(after);
        return after;
    }

    private static double ValueAt(Film film, double frame, string thing, string property) => TestFilm.At(film, frame).Driven(thing, property);

    private static string Shot(Film film) => film.Shots[0].Id;

    private static ImmutableArray<double> Device(double roll, double jaw) => [0, 0, roll, 0, 0, 0, 0, jaw, 0];

    [Fact]
    public void What_was_performed_is_seen_within_the_tolerance()
    {
        var film = With();
        double Pad(double frame) => Math.Sin(frame * 0.4) * 0.8;
        ImmutableArray<TakeReading> readings = [.. Enumerable.Range(0, 120).Select(i => new TakeReading(3 + (i * 0.2), [Pad(3 + (i * 0.2)), -0.3]))];
        foreach (var tolerance in new[] { 0.5, 5, 20 })
        {
            var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, readings) { Tolerance = tolerance });
            for (var frame = 3; frame <= 26; frame++)
            {
                Assert.Equal(100 * Pad(frame), ValueAt(after, frame, "look", "across"), Math.Max(tolerance, 0.005) + 1e-9);
            }
        }
    }

    [Fact]
    public void A_higher_tolerance_keeps_fewer_keys_and_a_straight_way_two()
    {
        var film = With();
        int Keys(double tolerance, Func<int, double> pad) =>
            Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, [.. Enumerable.Range(1, 40).Select(i => new TakeReading(i, [pad(i), 0]))]) { Tolerance = tolerance }).TrackOf("look", "across").AllKeys.Length;
        Assert.True(Keys(1, i => Math.Sin(i * 0.5)) > Keys(10, i => Math.Sin(i * 0.5)));
        Assert.Equal(2, Keys(0.2, i => i / 50.0));
    }

    [Fact]
    public void It_is_moved_against_the_performers_lateness()
    {
        var film = With();
        ImmutableArray<TakeReading> readings = [.. Enumerable.Range(1, 30).Select(i => new TakeReading(i, [i >= 12 ? 1 : 0, 0]))];
        var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, readings) { Tolerance = 0, LatencyFrames = 4 });
        Assert.Equal(0, ValueAt(after, 7, "look", "across"), 0.01);
        Assert.Equal(100, ValueAt(after, 8, "look", "across"), 0.01);
    }

    [Fact]
    public void Smoothed_it_trembles_less_and_ends_where_it_did()
    {
        var film = With();
        ImmutableArray<TakeReading> readings = [.. Enumerable.Range(1, 30).Select(i => new TakeReading(i, [i % 2 == 0 ? 0.5 : 0.3, 0]))];
        var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, readings) { Tolerance = 0, SmoothFrames = 3 });
        Assert.Equal(40, ValueAt(after, 15, "look", "across"), 2.0);
        Assert.Equal(30, ValueAt(after, 1, "look", "across"), 0.01);
        Assert.Equal(50, ValueAt(after, 30, "look", "across"), 0.01);
    }

    [Fact]
    public void What_was_keyed_there_gives_way_and_everything_else_stays()
    {
        var film = With(TestFilm.Keyed("look", "across", (1, 10), (8, 90), (12, -90), (40, 20)), TestFilm.Keyed("jaw", "across", (1, 5), (10, 60)));
        ImmutableArray<TakeReading> readings = [.. Enumerable.Range(5, 16).Select(i => new TakeReading(i, [0.5, 0]))];
        var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, readings));
        Assert.Equal([1, 5, 20, 40], after.TrackOf("look", "across").AllKeys.Select(key => key.Frame));
        Assert.Equal(film.TrackOf("jaw", "across"), after.TrackOf("jaw", "across"));
    }

    [Fact]
    public void A_drag_on_the_picture_is_taken_as_the_drag_would_key_it_at_every_frame()
    {
        var film = With();
        var gesture = new Gesture(new View(Shot(film)), 4, new Grip(GripKind.Shift, "body", TestFilm.Owner), new Point(100, 100));
        ImmutableArray<TakeReading> readings = [.. Enumerable.Range(4, 20).Select(i => new TakeReading(i, [100 + (i * i * 0.2), 100]))];
        var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.Pointer, readings) { Gesture = gesture, Tolerance = 0.01 });
        Span<double> values = stackalloc double[PoseDrag.Most];
        for (var frame = 4; frame <= 23; frame++)
        {
            var drag = Drag.Begin(gesture with { Frame = frame }, FramesOf(film)(gesture.View, frame));
            drag.Pose!.At(new Point(100 + (frame * frame * 0.2), 100), values);
            Assert.Equal(values[0], ValueAt(after, frame, "body", "shiftX"), 0.02);
        }
    }

    [Fact]
    public void A_device_moves_by_gain_from_its_neutral_and_not_within_its_dead_zone()
    {
        var film = With();
        var after = Kept(film, new KeepTake(Shot(film), TestFilm.Owner, TakeWith.Device, [new TakeReading(1, Device(5, 0.25)), new TakeReading(10, Device(-10, 1))]) { Tolerance = 0 });
        Assert.Equal(0, ValueAt(after, 1, "jaw", "across"), 1e-6);
        Assert.Equal((0.9 - 0.2) / 0.8 * 50, ValueAt(after, 10, "jaw", "across"), 0.01);
        Assert.Equal(10, ValueAt(after, 1, "trunk", "turn"), 0.01);
        Assert.Equal(-20, ValueAt(after, 10, "trunk", "turn"), 0.01);
    }

    [Fact]
    public void Readings_that_are_none_are_refused()
    {
        var film = With();
        ImmutableArray<TakeReading>[] wrong = [[], [new TakeReading(double.NaN, [0, 0])], [new TakeReading(1, [0])], [new TakeReading(1, [double.PositiveInfinity, 0])], [new TakeReading(9, [0, 0]), new TakeReading(2, [0, 0])]];
        Assert.All(wrong, readings => Assert.Throws<FilmException>(() => new KeepTake(Shot(film), TestFilm.Owner, TakeWith.FacePad, readings).ToEdit(film, FramesOf(film))));
    }
}
