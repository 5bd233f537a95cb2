using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

/// <summary>Two puppets that move, and hand things to each other.</summary>
public class LendingTests
{
    private const string Giver = TestFilm.Owner;
    private const string Other = "d";

    private static readonly Point[] Corners = [new(0, 0), new(40, 0), new(0, 40)];

    private static Puppet Body(string id, string thing) => new()
    {
        Id = id,
        Name = id,
        Origin = new Point(20, 300),
        Bones = [TestFilm.Bone("arm", 0, 0, 0, 100) with { FollowThrough = new FollowThrough() }],
        Parts = [TestFilm.Part("palm", "box", new Point(20, 20)) with { RidesOn = "arm" }, TestFilm.Part(thing, "box", new Point(20, 20)) with { RidesOn = "palm" }, TestFilm.Part("tail", "box") with { RidesOn = thing }],
    };

    private static Film Two(double otherDistance = 3, params Track[] more)
    {
        var film = TestFilm.Of(
            Body("p", "ball"), [TestFilm.Box("box", 0, 0, 40, 40)], TestFilm.Keyed("arm", "turn", (1, 10), (40, -70)), TestFilm.Keyed("body", "shiftX", (1, 0), (40, 90)));
        film = new AddPuppet(Body("q", "hat"), []).Apply(film);
        return film with
        {
            Shots =
            [
                film.Shots[0] with
                {
                    Things = [film.Shots[0].Things[0], new Thing { Id = Other, Name = "Other", Body = new Cast("q"), Stand = new Stand { Distance = otherDistance, X = 500, Y = 80, SizePercent = 60, TurnDegrees = 20 } }],
                    Tracks = [.. film.Shots[0].Tracks.Concat(more).Append(TestFilm.Keyed(new Address(Other, "arm", "turn"), (1, 0), (40, 120))).Append(TestFilm.Keyed(new Address(Other, "body", "turn"), (1, 0), (40, -40))).OrderBy(track => track.Address)],
                    Cards = [.. film.Shots[0].Cards, new Card(Other, 1) { Gap = Timing.Gap.Even }, new Card(Other, 40) { Gap = Timing.Gap.Even }],
                },
            ],
        };
    }

    private static Film Handed(Film film, string owner, string part, int frame, string to) =>
        TestFilm.Made(film, new HandOver(TestFilm.ShotId, owner, part, frame, to).ToEdit(film, (_, number) => TestFilm.At(film, number)));

    private static Affine OnStage(Evaluator frame, string owner, string part)
    {
        var cast = frame.Find(owner)!.Cast!;
        return cast.ToStage * cast.Worlds[cast.Plan.NodeOf[part]];
    }

    private static double Apart(Film one, Film other, string owner, string part, double frame, double? then = null) => Corners.Max(corner =>
        (OnStage(TestFilm.At(one, frame), owner, part).Map(corner) - OnStage(TestFilm.At(other, then ?? frame), owner, part).Map(corner)).Length);

    /// <summary>Every box is 40 px wide; the other puppet stands at 60 % of the giver's size, so the ball is 1/0.36 times as large to it.</summary>
    [Fact]
    public void What_is_handed_to_another_weighs_on_who_has_it()
    {
        var frame = TestFilm.At(Handed(Two(), Giver, "ball", 15, $"{Other}/palm"), 30);
        var (giver, other) = (frame.Find(Giver)!.Cast!, frame.Find(Other)!.Cast!);
        Assert.Equal(1600, Balance.Of(frame, giver).Mass, 1e-6);

        const double Large = 1 / (0.6 * 0.6);
        var all = new[] { (Other, "palm", 1.0), (Other, "hat", 1.0), (Other, "tail", 1.0), (Giver, "ball", Large), (Giver, "tail", Large) };
        var sum = all.Aggregate(default(Point), (so, one) => so + (OnStage(frame, one.Item1, one.Item2).Map(new Point(20, 20)) * one.Item3));
        var balance = Balance.Of(frame, other);
        Assert.Equal(1600 * (3 + (2 * Large)), balance.Mass, 1e-6);
        Assert.InRange((balance.Centre - (sum * (1 / (3 + (2 * Large))))).Length, 0, 1e-6);
    }

    [Theory]
    [InlineData("palm")]
    [InlineData("arm")]
    [InlineData(Address.Body)]
    public void What_is_handed_to_another_puppet_keeps_its_place_turn_and_size_and_goes_with_it(string on)
    {
        var film = Two();
        var handed = Handed(film, Giver, "ball", 15, $"{Other}/{on}");
        Assert.All(new[] { 1, 9.5, 14, 15 }, frame => Assert.InRange(Apart(film, handed, Giver, "ball", frame), 0, 0.02));
        Assert.InRange(Apart(film, handed, Giver, "tail", 15), 0, 0.02);

        // Held, as a hand holds it: where the carrier goes, it goes.
        Affine Held(double frame)
        {
            var at = TestFilm.At(handed, frame);
            (on == Address.Body ? at.Find(Other)!.Cast!.ToStage : OnStage(at, Other, on)).TryInvert(out var off);
            return off * OnStage(at, Giver, "ball");
        }

        Assert.All(new[] { 22.5, 40, 60 }, frame => Assert.All(Corners, corner => Assert.Equal(0, (Held(frame).Map(corner) - Held(15).Map(corner)).Length, 1e-6)));
        Assert.True(Apart(handed, handed, Giver, "ball", 40, 15) > 20);

        // Let go, and taken hold of again by who had it first.
        var free = Handed(handed, Giver, "ball", 25, Address.Stand);
        var again = Handed(free, Giver, "ball", 33, "palm");
        Assert.InRange(Apart(handed, free, Giver, "ball", 25), 0, 0.02);
        Assert.InRange(Apart(free, again, Giver, "ball", 33), 0, 0.02);
        Assert.Single(((Cast)again.Shots[0].Things[0].Body).Lent);
    }

    /// <summary>A ribbon that lags and rides on what is handed on keeps its place in the picture, at whatever distance the taker stands.</summary>
    [Theory]
    [InlineData(3, 0)]
    [InlineData(5, 0)]
    [InlineData(1.5, 0)]
    [InlineData(5, 2.5)]
    [InlineData(1.5, 7)]
    public void What_lags_does_not_leap_where_its_driver_changes_planes(double distance, double lag)
    {
        var film = Two(distance);
        film = new AddBone("p", TestFilm.Bone("ribbon", 20, 20, 20, 140, "ball") with { FollowThrough = new FollowThrough { LagFrames = lag } }).Apply(film);
        var handed = Handed(film, Giver, "ball", 15, $"{Other}/palm");
        double[] turns = [Late(handed, 13), Late(handed, 14), Late(handed, 15)];
        Assert.InRange(Math.Abs(turns[2] - (2 * turns[1]) + turns[0]), 0, 2.5);
    }

    /// <summary>How far a ribbon is turned because it lags, degrees.</summary>
    private static double Late(Film film, double frame)
    {
        var cast = TestFilm.At(film, frame).Find(Giver)!.Cast!;
        return cast.FollowThrough!.Turns[cast.Plan.NodeOf["ribbon"]] / Angles.RadiansPerDegree;
    }

    /// <summary>Every frame has one answer, whatever was asked before it, with something lent either way and both lagging.</summary>
    [Fact]
    public void Two_puppets_carry_something_of_each_other()
    {
        var film = Handed(Handed(Two(), Giver, "ball", 10, $"{Other}/palm"), Other, "hat", 12, $"{Giver}/arm");
        Assert.InRange(Apart(film, Two(), Other, "hat", 12), 0, 0.02);
        var walked = TestFilm.At(film, 1);
        foreach (var frame in new[] { 40, 11, 12.5, 30, 2, 14 })
        {
            walked.Evaluate(frame);
            var fresh = TestFilm.At(film, frame);
            Assert.Equal(OnStage(fresh, Giver, "tail"), OnStage(walked, Giver, "tail"));
            Assert.Equal(OnStage(fresh, Other, "hat"), OnStage(walked, Other, "hat"));
        }
    }

    [Fact]
    public void It_follows_a_carrier_whose_keys_change()
    {
        var film = Handed(Two(), Giver, "ball", 10, $"{Other}/palm");
        var session = new Sessions.Session(film);
        session.FrameAt(new View(TestFilm.ShotId), 30);
        session.Apply(new SetKeys(TestFilm.ShotId, 30, [new KeyValue(new Address(Other, "arm", "turn"), 10)]));
        var after = session.Film;
        Assert.Equal(OnStage(TestFilm.At(after, 30), Giver, "ball"), OnStage(session.FrameAt(new View(TestFilm.ShotId), 30), Giver, "ball"));
        Assert.True(Apart(film, after, Giver, "ball", 30) > 10);
    }

    /// <summary>Nobody waits for each other: what is lent carries nothing of a third, whoever asks and whatever a file says.</summary>
    [Fact]
    public void What_others_may_carry_carries_nothing_of_others()
    {
        var film = Handed(Two(), Giver, "ball", 10, $"{Other}/palm");
        Assert.Throws<FilmException>(() => Handed(film, Other, "hat", 12, $"{Giver}/ball"));
        Assert.Throws<FilmException>(() => Handed(film, Other, "hat", 12, $"{Giver}/tail"));
        Assert.Throws<FilmException>(() => Handed(film, Other, "palm", 12, $"{Giver}/arm"));
        Assert.Throws<FilmException>(() => Handed(film, Giver, "ball", 12, $"{Giver}/arm"));
        Assert.Throws<FilmException>(() => Handed(film, Giver, "ball", 12, "nobody/arm"));
        Assert.Throws<FilmException>(() => Handed(film, Giver, "ball", 12, $"{Other}/nothing"));
        var circle = new Lend(TestFilm.ShotId, Other, new Lent("back", "palm", Giver, "ball")).Apply(film);
        Assert.All(TestFilm.At(circle, 30).Plan.Things, thing => Assert.Empty(thing.Lent));
    }

    [Fact]
    public void It_comes_home_when_its_carrier_goes()
    {
        var film = Two();
        var handed = Handed(film, Giver, "ball", 10, $"{Other}/palm");
        foreach (var edit in new Edit[] { new RemoveThing(TestFilm.ShotId, Other), new RemovePart("q", "palm") })
        {
            var gone = TestFilm.Made(handed, edit);
            Assert.Empty(((Cast)gone.Shots[0].Things[0].Body).Lent);
            Assert.DoesNotContain(gone.Shots[0].Tracks.OfType<ChoiceTrack>().SelectMany(track => track.Keys), key => key.Id == "d-palm");
        }

        // On another stage there is nobody who has it.
        var copied = new CopyThing(TestFilm.ShotId, Giver, "after", "again").Apply(new AddShot(handed.Shots[0] with { Id = "after", Things = [], Tracks = [], Cards = [] }).Apply(handed));
        Assert.Empty(((Cast)copied.Shots[1].Things[0].Body).Lent);
        Assert.DoesNotContain(copied.Shots[1].Tracks.OfType<ChoiceTrack>().SelectMany(track => track.Keys), key => key.Id == "d-palm");
        Assert.Single(((Cast)new CopyThing(TestFilm.ShotId, Giver, TestFilm.ShotId, "again").Apply(handed).Shots[0].Things[1].Body).Lent);

        // A change of the rig leaves what others carry alone.
        Assert.Equal(handed.Shots[0].Tracks, new ChangePart("p", "ball") { AlsoRidesOn = [Address.Stand, Address.Body] }.Apply(handed).Shots[0].Tracks);
    }

    [Fact]
    public void Alone_on_the_bench_it_is_not_seen_while_another_has_it()
    {
        var film = Handed(Two(), Giver, "ball", 10, $"{Other}/palm");
        var without = new[] { "ball", "tail" }.Aggregate(film, (one, part) => new ChangePart("p", part) { Hidden = true }.Apply(one));
        Assert.Equal(Painted(without, 10), Painted(film, 10));
        Assert.NotEqual(Painted(without, 9), Painted(film, 9));

        static byte[] Painted(Film one, int frame)
        {
            var evaluator = new Evaluator(PlanCompiler.Compile(one, new View(TestFilm.ShotId, Cast: Giver).Resolve(one), new RigCache()));
            evaluator.Evaluate(frame);
            return [.. new Painting.DrawListWriter().Write(evaluator)];
        }
    }

    /// <summary>Farther from a camera that has moved, the same place of the stage is seen elsewhere: what is seen is what stays.</summary>
    [Fact]
    public void It_keeps_its_place_in_the_picture_between_planes_at_two_distances()
    {
        var film = Two(5, TestFilm.Keyed(new Address(Address.Camera, Address.View, "truck"), (1, 0.4)), TestFilm.Keyed(new Address(Address.Camera, Address.View, "pan"), (1, 4)));
        var handed = Handed(film, Giver, "ball", 15, $"{Other}/palm");
        var (before, after) = (TestFilm.At(film, 15), TestFilm.At(handed, 15));
        var middle = new Point(20, 20);
        var seen = before.Find(Giver)!.FromStage.Map(OnStage(before, Giver, "ball").Map(middle));
        Assert.Equal(0, (after.Find(Other)!.FromStage.Map(OnStage(after, Giver, "ball").Map(middle)) - seen).Length, 0.05);
        Assert.True((OnStage(after, Giver, "ball").Map(middle) - OnStage(before, Giver, "ball").Map(middle)).Length > 5);

        // Its handles are where it is seen, and a drag takes it along with the pointer.
        var (session, view) = (new Sessions.Session(handed), new View(TestFilm.ShotId));
        Assert.Equal(0, (Pivot(handed) - seen).Length, 0.05);
        session.Begin(new Gesture(view, 15, new Grip(GripKind.Shift, "ball", Giver), seen));
        session.Move(seen + new Point(12, -7));
        Assert.Equal(0, (Pivot(session.End()!.Apply(handed)) - seen - new Point(12, -7)).Length, 0.1);

        Point Pivot(Film one) => ((Asking.OverlayAnswer)new Sessions.Session(one).Ask(new Asking.OverlayQuestion(view, 15))).Pivots.Single(pivot => pivot is { Owner: Giver, Part: "ball" }).At;
    }

    [Fact]
    public void Who_may_carry_it_is_named_by_the_stage()
    {
        var film = Handed(Two(), Giver, "ball", 10, $"{Other}/arm");
        var property = Properties.Find(film, film.Shots[0], new Address(Giver, "ball", "ridesOn"))!;
        Assert.Equal(["", Address.Stand, "d-arm"], property.Choices.Select(choice => choice.Id));
        Assert.Equal("Other: arm", property.Choices[2].Title);
        Assert.DoesNotContain(Properties.Find(film, film.Shots[0], new Address(Giver, "ball", "ridesOn"))!.Choices.Take(2), choice => choice.Title.Contains("Other"));
    }
}
