using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public class ChainReachTests
{
    private static readonly Drawing Square = TestFilm.Box("box", 0, 0, 100, 20);

    /// <summary>A tail of five bones, drawn in a gentle arc.</summary>
    private static readonly ImmutableArray<Bone> Tail = [.. Enumerable.Range(0, 5).Select(i =>
        TestFilm.Bone($"b{i}", 40 * i, 4 * i * i, 40 * (i + 1), 4 * (i + 1) * (i + 1), i == 0 ? null : $"b{i - 1}"))];

    private static Film Reaching(ImmutableArray<Bone> bones, Reach reach, params Track[] channels) => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box") with { RidesOn = bones[^1].Id }], Bones = bones, Reaches = [reach] }, [Square], channels);

    private static Point End(Evaluator frame, string bone, Point rest) => frame.Cast[0].Skeleton.Tips[frame.Cast[0].Plan.NodeOf[bone]].Map(rest);

    [Fact]
    public void A_longer_chain_ends_at_its_goal_with_all_lengths_kept() => Gen.Select(Gen.Double[-60, 20], Gen.Double[-60, 20]).Sample((x, y) =>
    {
        var frame = TestFilm.At(Reaching(Tail, new Reach { Id = "r", Name = "r", Upper = "b0", Lower = "b4", Method = ReachMethod.Settled }, TestFilm.Keyed("r", "shiftX", (1, x - 60)), TestFilm.Keyed("r", "shiftY", (1, y))), 1);
        var goal = new Point(200 + x - 60, 100 + y);
        var lengths = Tail.All(bone =>
        {
            var world = frame.World(bone.Id);
            return Math.Abs((world.Map(bone.End) - world.Map(bone.Start)).Length - (bone.End - bone.Start).Length) < 1e-6;
        });
        return (End(frame, "b4", Tail[4].End) - goal).Length < 0.02 && lengths;
    }, iter: 60);

    [Fact]
    public void A_small_move_of_the_goal_moves_a_long_chain_a_little()
    {
        var places = Enumerable.Range(0, 200).Select(i =>
        {
            var frame = TestFilm.At(Reaching(Tail, new Reach { Id = "r", Name = "r", Upper = "b0", Lower = "b4", Method = ReachMethod.Settled }, TestFilm.Keyed("r", "shiftX", (1, -i * 0.5)), TestFilm.Keyed("r", "shiftY", (1, i * 0.2))), 1);
            return frame.World("b2").Map(Tail[2].Start);
        }).ToList();
        Assert.All(places.Zip(places.Skip(1)), pair => Assert.True((pair.First - pair.Second).Length < 6, $"{pair}"));
    }

    [Fact]
    public void Limits_are_kept_even_when_the_goal_then_cannot_be_reached()
    {
        var limited = Tail.Select(bone => bone with { Limit = new TurnLimit(-10, 10) }).ToImmutableArray();
        var frame = TestFilm.At(Reaching(limited, new Reach { Id = "r", Name = "r", Upper = "b0", Lower = "b4", Method = ReachMethod.Settled }, TestFilm.Keyed("r", "shiftX", (1, -190)), TestFilm.Keyed("r", "shiftY", (1, -60))), 1);
        for (var i = 1; i < 5; i++)
        {
            var (a, b) = (frame.World($"b{i - 1}"), frame.World($"b{i}"));
            var turn = Angles.Wrap(Math.Atan2(b.B, b.A) - Math.Atan2(a.B, a.A)) / Angles.RadiansPerDegree;
            Assert.InRange(turn, -10.001, 10.001);
        }
    }

    [Fact]
    public void Two_limited_bones_keep_their_limits_and_without_need_are_solved_exactly()
    {
        ImmutableArray<Bone> arm = [TestFilm.Bone("u", 0, 0, 100, 10), TestFilm.Bone("l", 100, 10, 200, 0, "u") with { Limit = new TurnLimit(-120, 0) }];
        var free = TestFilm.At(Reaching(arm, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled }, TestFilm.Keyed("r", "shiftX", (1, -40))), 1);
        Assert.True((End(free, "l", arm[1].End) - new Point(160, 0)).Length < 1e-6);
        var wrong = TestFilm.At(Reaching(arm, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled, Bend = -1 }, TestFilm.Keyed("r", "shiftX", (1, -40))), 1);
        var (a, b) = (wrong.World("u"), wrong.World("l"));
        Assert.InRange(Angles.Wrap(Math.Atan2(b.B, b.A) - Math.Atan2(a.B, a.A)) / Angles.RadiansPerDegree, -120.001, 0.001);
    }

    [Theory]
    [InlineData(0, 200)]
    [InlineData(25, 250)]
    [InlineData(100, 300)]
    public void Out_of_reach_a_chain_stretches_as_far_as_it_may(double percent, double ends)
    {
        ImmutableArray<Bone> arm = [TestFilm.Bone("u", 0, 0, 100, 0), TestFilm.Bone("l", 100, 0, 200, 0, "u")];
        var frame = TestFilm.At(Reaching(arm, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled, StretchPercent = percent }, TestFilm.Keyed("r", "shiftX", (1, 100))), 1);
        Assert.Equal(ends, End(frame, "l", arm[1].End).X, 1e-6);
    }

    [Fact]
    public void A_longer_bone_stretches_what_rides_on_it_and_moves_out_what_comes_after()
    {
        ImmutableArray<Bone> arm = [TestFilm.Bone("u", 0, 10, 100, 10), TestFilm.Bone("l", 100, 10, 200, 10, "u")];
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box") with { RidesOn = "u" }], Bones = arm };
        var frame = TestFilm.At(TestFilm.Of(puppet, [Square], TestFilm.Keyed("u", "length", (1, 150)), TestFilm.Keyed("u", "turn", (1, 90))), 1);
        var part = frame.World("part");
        Assert.Equal(150, (part.Map(new Point(100, 10)) - part.Map(new Point(0, 10))).Length, 1e-9);
        Assert.Equal(20, (part.Map(new Point(0, 20)) - part.Map(new Point(0, 0))).Length, 1e-9);
        var lower = frame.World("l");
        Assert.Equal(new Point(0, 160), new Point(Math.Round(lower.Map(new Point(100, 10)).X, 9), Math.Round(lower.Map(new Point(100, 10)).Y, 9)));
        Assert.Equal(100, (lower.Map(new Point(200, 10)) - lower.Map(new Point(100, 10))).Length, 1e-9);
    }

    /// <summary>A square of 1 px across and along the bone, wherever the bone points, at lengths of 10 to 1000 % and beyond.</summary>
    [Fact]
    public void What_rides_on_a_bone_that_keeps_its_area_gets_thinner_as_it_grows() =>
        Gen.Select(Gen.Double[-Math.PI, Math.PI], Gen.Double[-400, 1000], Gen.Bool).Sample((angle, percent, keeps) =>
        {
            var (along, across) = (new Point(Math.Cos(angle), Math.Sin(angle)), new Point(-Math.Sin(angle), Math.Cos(angle)));
            ImmutableArray<Bone> arm =
            [
                TestFilm.Bone("u", 0, 0, 100 * along.X, 100 * along.Y) with { KeepsArea = keeps },
                TestFilm.Bone("l", 100 * along.X, 100 * along.Y, 150 * along.X, 150 * along.Y, "u"),
            ];
            var puppet = new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box") with { RidesOn = "u" }], Bones = arm };
            var frame = TestFilm.At(TestFilm.Of(puppet, [Square], TestFilm.Keyed("u", "length", (1, percent))), 1);
            var (part, times) = (frame.World("part"), percent / 100);

            Assert.InRange((part.MapVector(along) - (along * times)).Length, 0, 1e-9);
            var thin = keeps ? 1 / Math.Max(0.1, Math.Abs(times)) : 1;
            Assert.InRange((part.MapVector(across) - (across * thin)).Length, 0, 1e-9);
            Assert.InRange((frame.World("l").Map(arm[1].End) - (along * ((100 * times) + 50))).Length, 0, 1e-9);
        });

    [Fact]
    public void A_reach_that_stretches_makes_its_bones_thinner()
    {
        ImmutableArray<Bone> arm = [TestFilm.Bone("u", 0, 0, 100, 0) with { KeepsArea = true }, TestFilm.Bone("l", 100, 0, 200, 0, "u")];
        var frame = TestFilm.At(Reaching(arm, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled, StretchPercent = 100 }, TestFilm.Keyed("r", "shiftX", (1, 100))), 1);
        Assert.Equal(1, frame.World("u").Determinant, 1e-6);
        Assert.Equal(1.5, frame.World("l").Determinant, 1e-6);
    }

    [Fact]
    public void A_planted_goal_stays_on_the_ground_while_the_body_moves_and_turns()
    {
        ImmutableArray<Bone> leg = [TestFilm.Bone("u", 0, 0, 10, 60), TestFilm.Bone("l", 10, 60, 0, 120, "u")];
        var film = Reaching(
            leg, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled, Bend = -1 },
            TestFilm.Keyed("body", "shiftX", (1, 0), (49, 40)), TestFilm.Keyed("body", "shiftY", (1, 0), (49, 12)), TestFilm.Keyed("body", "turn", (1, 0), (49, 8)));
        var shot = film.Shots[0];
        Evaluator FrameAt(View view, double number) => TestFilm.At(film, number);
        var planted = new PlantReach(shot.Id, TestFilm.Owner, "r", 13, true).ToEdit(film, FrameAt).Apply(film);
        var stands = Foot(planted, 13);
        Assert.True((stands - Foot(film, 13)).Length < 0.01, "planting moves nothing");
        for (var frame = 13.0; frame <= 49; frame += 0.5)
        {
            Assert.True((Foot(planted, frame) - stands).Length < 0.1, $"frame {frame}: {Foot(planted, frame)} {stands}");
        }

        Assert.True((Foot(film, 49) - stands).Length > 10, "unplanted it would slide");
        var lifted = new PlantReach(shot.Id, TestFilm.Owner, "r", 40, false).ToEdit(planted, (_, number) => TestFilm.At(planted, number)).Apply(planted);
        Assert.True((Foot(lifted, 40) - stands).Length < 0.1, "lifting moves nothing");
        Assert.True((Foot(lifted, 49) - stands).Length > 1);

        Point Foot(Film of, double number)
        {
            var at = TestFilm.At(of, number);
            return at.Cast[0].ToStage.Map(End(at, "l", leg[1].End));
        }
    }

    [Fact]
    public void With_the_whole_body_a_goal_out_of_reach_takes_the_body_along()
    {
        ImmutableArray<Bone> arm = [TestFilm.Bone("u", 0, 0, 100, 10), TestFilm.Bone("l", 100, 10, 200, 0, "u")];
        var film = Reaching(arm, new Reach { Id = "r", Name = "r", Upper = "u", Lower = "l", Method = ReachMethod.Settled });
        var session = new Session(film);
        var view = new View(TestFilm.ShotId);
        var from = session.FrameAt(view, 1).Camera.ToPicture(film, 3).Map(new Point(200, 0));
        session.Begin(new Gesture(view, 1, new Grip(GripKind.Goal, "r", TestFilm.Owner, WholeBody: true), from));
        session.Move(from + new Point(150, 0));
        var edit = session.End()!;
        var after = edit.Apply(film);
        var frame = TestFilm.At(after, 1);
        var hand = frame.Cast[0].ToStage.Map(End(frame, "l", arm[1].End));
        Assert.True(frame.Driven("body", "shiftX") > 50);
        Assert.True((frame.Camera.ToPicture(after, 3).Map(hand) - from - new Point(150, 0)).Length < 1);
    }

    [Theory]
    [InlineData(150, 0, false)]
    [InlineData(900, -300, false)]
    [InlineData(-700, 500, false)]
    [InlineData(0, -800, true)]
    [InlineData(300, -10, true)]
    public void With_the_whole_body_planted_feet_stay_where_they_stand(double x, double y, bool limited)
    {
        TurnLimit? knee = limited ? new TurnLimit(-20, 8) : null;
        ImmutableArray<Bone> bones =
        [
            TestFilm.Bone("u", 0, 0, 100, 10), TestFilm.Bone("l", 100, 10, 200, 0, "u"),
            TestFilm.Bone("a", -20, 100, -30, 200), TestFilm.Bone("b", -30, 200, -20, 300, "a") with { Limit = knee },
            TestFilm.Bone("c", 20, 100, 10, 200), TestFilm.Bone("d", 10, 200, 40, 290, "c") with { Limit = knee },
        ];
        Reach Chain(string id, string upper, string lower) => new() { Id = id, Name = id, Upper = upper, Lower = lower, Method = ReachMethod.Settled };
        var film = TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box") with { RidesOn = "l", WeightPercent = 0 }], Bones = bones, Reaches = [Chain("hand", "u", "l"), Chain("left", "a", "b"), Chain("right", "c", "d")] },
            [Square], Planted("left"), Planted("right"));
        var session = new Session(film);
        var view = new View(TestFilm.ShotId);
        var before = TestFilm.At(film, 1);
        var from = session.FrameAt(view, 1).Camera.ToPicture(film, 3).Map(new Point(200, 0));
        session.Begin(new Gesture(view, 1, new Grip(GripKind.Goal, "hand", TestFilm.Owner, WholeBody: true), from));
        session.Move(from + new Point(x, y));
        var after = TestFilm.At(session.End()!.Apply(film), 1);
        foreach (var (foot, end) in new[] { ("b", bones[3].End), ("d", bones[5].End) })
        {
            var miss = (after.Cast[0].ToStage.Map(End(after, foot, end)) - before.Cast[0].ToStage.Map(End(before, foot, end))).Length;
            Assert.True(miss < 0.1, $"{foot}: {miss}");
        }

        static Track Planted(string reach) => TestFilm.Chosen(reach, "planted", (1, Properties.OnStage));

        // It gives the hand what the legs can spare.
        Assert.True(Math.Abs(after.Driven("body", "shiftX")) + Math.Abs(after.Driven("body", "shiftY")) > 5);
    }
}
