using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests.Handling;

public sealed class WholeBodyTests
{
    private static readonly View View = new(TestFilm.ShotId);

    /// <summary>Two legs that are planted, a spine on the body, a head and an arm on the spine. The trunk and the head are squares of 100 px.</summary>
    private static Film Standing(double spineShare = 25, double bodyShare = 50, double headWeight = 100) => TestFilm.Of(
        new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(50, 300),
            BodySharePercent = bodyShare,
            Parts =
            [
                TestFilm.Part("trunk", "box") with { RidesOn = "spine" },
                TestFilm.Part("head", "box") with { RidesOn = "spine", Pivot = new Point(50, 0), WeightPercent = headWeight },
                TestFilm.Part("boot", "sole") with { RidesOn = "shin" },
                TestFilm.Part("boot2", "sole2") with { RidesOn = "shin2" },
            ],
            Bones =
            [
                TestFilm.Bone("spine", 50, 100, 50, 0) with { SharePercent = spineShare },
                TestFilm.Bone("upper", 90, 10, 150, 60, "spine"), TestFilm.Bone("fore", 150, 60, 200, 10, "upper"),
                TestFilm.Bone("thigh", 20, 100, 10, 200), TestFilm.Bone("shin", 10, 200, 20, 300, "thigh"),
                TestFilm.Bone("thigh2", 80, 100, 70, 200), TestFilm.Bone("shin2", 70, 200, 80, 300, "thigh2"),
            ],
            Reaches = [Chain("hand", "upper", "fore"), Chain("left", "thigh", "shin"), Chain("right", "thigh2", "shin2")],
        },
        [Box("box", 0, 0, 100, 100), Box("sole", 0, 280, 50, 20), Box("sole2", 60, 280, 50, 20)],
        TestFilm.Chosen("left", "planted", (1, Properties.OnStage)), TestFilm.Chosen("right", "planted", (1, Properties.OnStage)));

    private static Reach Chain(string id, string upper, string lower) => new() { Id = id, Name = id, Upper = upper, Lower = lower, Method = ReachMethod.Settled };

    private static Drawing Box(string id, double x, double y, double width, double height) => new()
    {
        Id = id,
        Bounds = new Box(x, y, width, height),
        Outline = [[x, y, x + width, y, x + width, y + height, x, y + height]],
    };

    private static Film Pull(Film film, GripKind kind, string thing, Point at, Point by)
    {
        var session = new Session(film);
        var frame = session.FrameAt(View, 1);
        var toPicture = frame.Things[frame.Cast[0].Use.Index].ToPicture;
        var from = toPicture.Map(at);
        session.Begin(new Gesture(View, 1, new Grip(kind, thing, TestFilm.Owner, WholeBody: true), from));
        // Twice: the second move changes the keys that the first one made.
        session.Move(toPicture.Map(at + (by * 0.5)));
        session.Move(toPicture.Map(at + by));
        return session.End()!.Apply(film);
    }

    [Fact]
    public void What_bears_it_is_where_the_soles_of_planted_feet_are()
    {
        var frame = TestFilm.At(Standing(), 1);
        var support = Balance.Of(frame, frame.Cast[0]).Support!.Value;
        var (left, right) = (frame.Cast[0].ToStage.Map(new Point(0, 300)), frame.Cast[0].ToStage.Map(new Point(110, 300)));
        Assert.Equal(left.X, support.Left, 1e-9);
        Assert.Equal(right.X, support.Right, 1e-9);
        Assert.Equal(left.Y, support.Down, 1e-9);
        var lifted = TestFilm.At(Standing() with { Shots = [Standing().Shots[0] with { Tracks = [] }] }, 1);
        Assert.Null(Balance.Of(lifted, lifted.Cast[0]).Support);
    }

    [Theory]
    [InlineData(250, 0)]
    [InlineData(-300, 40)]
    [InlineData(120, 90)]
    [InlineData(60, -20)]
    public void A_hand_pulled_far_takes_hips_and_spine_along_and_keeps_feet_and_balance(double x, double y)
    {
        var film = Standing();
        var before = TestFilm.At(film, 1);
        var after = TestFilm.At(Pull(film, GripKind.Goal, "hand", before.Cast[0].Goals[0], new Point(x, y)), 1);
        Assert.True(Math.Abs(after.Driven("spine", "turn")) > 0.2, $"spine {after.Driven("spine", "turn")}");
        Assert.True(Math.Abs(after.Driven("body", "shiftX")) + Math.Abs(after.Driven("body", "shiftY")) > 5);
        foreach (var foot in new[] { "shin", "shin2" })
        {
            Assert.True((End(after, foot) - End(before, foot)).Length < 0.1, $"{foot} went {(End(after, foot) - End(before, foot)).Length}");
        }

        var balance = Balance.Of(after, after.Cast[0], "hand");
        Assert.True(Math.Abs(balance.Off) < 1, $"off {balance.Off} spine {after.Driven("spine", "turn")} body {after.Driven("body", "shiftX")} {after.Driven("body", "shiftY")} mid {balance.Centre} {balance.Support} before {Balance.Of(before, before.Cast[0]).Centre}");
    }

    [Fact]
    public void The_hand_is_under_the_pointer_where_it_can_be()
    {
        var film = Standing();
        var before = TestFilm.At(film, 1);
        var after = TestFilm.At(Pull(film, GripKind.Goal, "hand", before.Cast[0].Goals[0], new Point(30, 25)), 1);
        Assert.Equal(0, (End(after, "fore") - End(before, "fore") - new Point(30, 25)).Length, 0.05);
    }

    [Fact]
    public void A_spine_without_a_share_does_not_give()
    {
        var film = Standing(spineShare: 0);
        var after = TestFilm.At(Pull(film, GripKind.Goal, "hand", TestFilm.At(film, 1).Cast[0].Goals[0], new Point(100, 20)), 1);
        Assert.Equal(0, after.Driven("spine", "turn"));
        Assert.True(after.Driven("body", "shiftX") > 5);
    }

    [Fact]
    public void A_head_is_pulled_by_where_it_is_held()
    {
        var film = Standing();
        var before = TestFilm.At(film, 1);
        var held = new Point(50, 20);
        var after = TestFilm.At(Pull(film, GripKind.Turn, "head", held, new Point(-25, 4)), 1);
        var node = after.Cast[0].Plan.NodeOf["head"];
        var went = after.Cast[0].ToStage.Map(after.Cast[0].Worlds[node].Map(held)) - before.Cast[0].ToStage.Map(held);
        Assert.Equal(0, (went - new Point(-25, 4)).Length, 0.5);
        Assert.NotEqual(0, after.Driven("spine", "turn"));
    }

    [Fact]
    public void What_already_falls_is_pulled_no_farther_off()
    {
        // A head as heavy as lead, far to the right of the feet.
        var film = Standing(headWeight: 1000) is var one ? one with { Shots = [one.Shots[0] with { Tracks = [TestFilm.Keyed("head", "shiftX", (1, 300)), .. one.Shots[0].Tracks] }] } : one;
        var before = TestFilm.At(film, 1);
        var off = Balance.Of(before, before.Cast[0]).Off;
        Assert.True(off > 50);
        var after = TestFilm.At(Pull(film, GripKind.Goal, "hand", before.Cast[0].Goals[0], new Point(150, 0)), 1);
        Assert.True(Balance.Of(after, after.Cast[0]).Off < off + 1);
    }

    [Fact]
    public void A_foot_that_is_lifted_leaves_the_weight_to_the_other()
    {
        var film = InventedBodies.Of("two legs");
        var before = TestFilm.At(film, 1);
        var cast = before.Cast[0];
        var left = cast.Goals[Array.FindIndex(cast.Plan.Reaches, reach => reach.Reach.Id == "left-foot")];
        var after = TestFilm.At(Pull(film, GripKind.Goal, "left-foot", left, new Point(-20, -60)), 1);
        var balance = Balance.Of(after, after.Cast[0], "left-foot");
        Assert.True(Balance.Of(before, cast, "left-foot").Off < -10, "before, it would fall");
        Assert.Equal(0, balance.Off, 1.0);
    }

    [Fact]
    public void Feet_that_stand_without_being_told_stay()
    {
        var film = InventedBodies.Of("two legs", planted: false);
        var before = TestFilm.At(film, 1);
        var hand = before.Cast[0].Goals[Array.FindIndex(before.Cast[0].Plan.Reaches, reach => reach.Reach.Id == "left-hand")];
        var after = TestFilm.At(Pull(film, GripKind.Goal, "left-hand", hand, new Point(-80, 90)), 1);
        Assert.True(after.Driven("body", "shiftY") > 10, "the knees give");
        foreach (var foot in new[] { "left-foot-lower", "right-foot-lower" })
        {
            Assert.InRange((End(after, foot) - End(before, foot)).Length, 0, 0.1);
        }
    }

    [Fact]
    public void A_hand_that_hangs_free_keeps_to_its_chest()
    {
        var film = InventedBodies.Of("two legs");
        var before = TestFilm.At(film, 1);
        var hand = before.Cast[0].Goals[Array.FindIndex(before.Cast[0].Plan.Reaches, reach => reach.Reach.Id == "left-hand")];
        var after = TestFilm.At(Pull(film, GripKind.Goal, "left-hand", hand, new Point(-180, -60)), 1);
        var (was, now) = (before.World("right-hand-upper"), after.World("right-hand-upper"));
        var (chestWas, chestNow) = (before.World("chest"), after.World("chest"));
        Assert.True(Angle(chestNow) - Angle(chestWas) < -5, "the chest leans");
        Assert.Equal(Angle(chestNow) - Angle(chestWas), Angle(now) - Angle(was), 0.5);

        static double Angle(Affine world) => Math.Atan2(world.B, world.A) / Angles.RadiansPerDegree;
    }

    /// <summary>
    /// Half a pixel of the pointer moves no part by more than twenty times as far, wherever it wanders, and feet stay. (65,000 such moves were
    /// made once, none over twelve times; these are some of them.)
    /// </summary>
    [Theory]
    [InlineData("two legs")]
    [InlineData("four legs")]
    [InlineData("six legs")]
    [InlineData("no legs")]
    [InlineData("a tail")]
    public void No_pull_leaps(string body)
    {
        var film = InventedBodies.Of(body);
        var random = new Random(3);
        var plan = TestFilm.At(film, 1).Cast[0].Plan;
        string[] handles = [.. plan.Reaches.Select(reach => reach.Reach.Id), .. plan.Nodes.Where(node => node.IsBone && node.Reach < 0).Select(node => node.Id)];
        for (var drag = 0; drag < 12; drag++)
        {
            var thing = handles[random.Next(handles.Length)];
            var session = new Session(film);
            var (toPicture, at, feet) = Held(session.FrameAt(View, 1), thing);
            session.Begin(new Gesture(View, 1, new Grip(plan.NodeOf.ContainsKey(thing) ? GripKind.Turn : GripKind.Goal, thing, TestFilm.Owner, WholeBody: true), toPicture.Map(at)));
            var stood = Places(session);
            var (way, to) = (random.NextDouble() * Math.Tau, at);
            var far = random.NextDouble() * 250;
            for (var k = 1; k <= 20; k++)
            {
                to = at + (new Point(Math.Cos(way), Math.Sin(way)) * (far * k / 20));
                session.Move(toPicture.Map(to));
            }

            var last = Places(session);
            for (var k = 0; k < 200; k++)
            {
                way += 0.6 * (random.NextDouble() - 0.5);
                to += new Point(Math.Cos(way), Math.Sin(way)) * 0.5;
                session.Move(toPicture.Map(to));
                var now = Places(session);
                var most = now.Zip(last).Max(pair => (pair.First - pair.Second).Length);
                Assert.True(most <= 20 * 0.5, $"{thing}, drag {drag}, move {k}: {most} px");
                Assert.All(feet, foot => Assert.InRange((now[foot] - stood[foot]).Length, 0, 0.1));
                last = now;
            }
        }
    }

    [Fact]
    public void A_second_try_gives_the_same()
    {
        var film = InventedBodies.Of("a tail");
        var session = new Session(film);
        var (toPicture, at, _) = Held(session.FrameAt(View, 1), "left-hand");
        Assert.Equal(Once(), Once());

        string Once()
        {
            session.Begin(new Gesture(View, 1, new Grip(GripKind.Goal, "left-hand", TestFilm.Owner, WholeBody: true), toPicture.Map(at)));
            for (var k = 1; k <= 30; k++)
            {
                session.Move(toPicture.Map(at + new Point(-5 * k, 120 * Math.Sin(k / 8.0))));
            }

            var text = System.Text.Encoding.UTF8.GetString(Core.Edits.EditJson.Write(session.End()!));
            session.Cancel();
            return text;
        }
    }

    /// <returns>Feet: where their ends are among <see cref="Places"/>.</returns>
    private static (Homography ToPicture, Point At, int[] Feet) Held(Evaluator frame, string thing)
    {
        var cast = frame.Cast[0];
        var goal = Array.FindIndex(cast.Plan.Reaches, reach => reach.Reach.Id == thing);
        var node = cast.Plan.NodeOf.GetValueOrDefault(thing, -1);
        var at = goal >= 0 ? cast.Goals[goal] : cast.Skeleton.Tips[node].Map(cast.Plan.Nodes[node].Pivot + cast.Plan.Nodes[node].Along);
        var feet = cast.Plan.Reaches.Where(reach => reach.Reach.Id != thing && frame.Driven(reach.Reach.Id, "planted") > 0.5).Select(reach => reach.Nodes[^1]);
        return (frame.Things[cast.Use.Index].ToPicture, at, [.. feet]);
    }

    /// <summary>By node, the end of a bone, or the middle of a part's art, on the stage.</summary>
    private static Point[] Places(Session session)
    {
        var frame = session.FrameAt(View, 1);
        var cast = frame.Cast[0];
        return [.. cast.Plan.Nodes.Select((node, i) => cast.ToStage.Map(node.IsBone
            ? cast.Skeleton.Tips[i].Map(node.Pivot + node.Along)
            : cast.Worlds[i].Map(frame.Plan.Film.Drawings[cast.Plan.Painted.First(part => part.Node == i).Drawing].Bounds.Centre)))];
    }

    private static Point End(Evaluator frame, string bone)
    {
        var cast = frame.Cast[0];
        var node = cast.Plan.NodeOf[bone];
        return cast.ToStage.Map(cast.Skeleton.Tips[node].Map(cast.Plan.Nodes[node].Pivot + cast.Plan.Nodes[node].Along));
    }

    [Theory]
    [InlineData(OtherSide.Same, 1)]
    [InlineData(OtherSide.Opposite, -1)]
    public void The_other_side_goes_along_the_same_way_or_as_in_a_mirror(OtherSide side, int sense)
    {
        var film = Standing() is var one ? one with { Puppets = [one.Puppets[0] with { Pairs = [new MirrorPair("left", "right"), new MirrorPair("thigh", "thigh2")] }] } : one;
        film = film with { Shots = [film.Shots[0] with { Tracks = [TestFilm.Keyed("right", "shiftX", (1, 7))] }] };
        var session = new Session(film);
        var frame = session.FrameAt(View, 1);
        var toPicture = frame.Things[frame.Cast[0].Use.Index].ToPicture;
        var at = frame.Cast[0].Goals[1];
        session.Begin(new Gesture(View, 1, new Grip(GripKind.Goal, "left", TestFilm.Owner, Side: side), toPicture.Map(at)));
        session.Move(toPicture.Map(at + new Point(3, 2)));
        session.Move(toPicture.Map(at + new Point(12, -8)));
        var after = TestFilm.At(session.End()!.Apply(film), 1);
        Assert.Equal((12.0, -8.0), (Math.Round(after.Driven("left", "shiftX"), 2), Math.Round(after.Driven("left", "shiftY"), 2)));
        Assert.Equal((7 + (sense * 12.0), -8.0), (Math.Round(after.Driven("right", "shiftX"), 2), Math.Round(after.Driven("right", "shiftY"), 2)));
    }
}
