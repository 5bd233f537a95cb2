using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Puppets;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public class DialTests
{
    private static Station Station(double across, double down = 0, double turn = 0) => new(across, down, [new StationValue("p", "turn", turn)]);

    private static double[] Mixed(Dial dial, double across, double down = 0)
    {
        var mix = DialMix.Of(dial);
        var weights = new double[mix.Count];
        mix.Mix(across, down, weights);
        return weights;
    }

    private static Dial Dial(bool pad, DialBlend blend, PadSpread spread, params Station[] stations) =>
        new() { Id = "d", Name = "D", IsPad = pad, Blend = blend, Spread = spread, Stations = [.. stations] };

    [Fact]
    public void Weights_sum_to_one_and_a_station_is_itself_at_its_place() => Gen.Select(Gen.Bool, Gen.Bool, Gen.Bool, Gen.Double[-100, 100], Gen.Double[-100, 100]).Sample((pad, smooth, grid, x, y) =>
    {
        var dial = Dial(
            pad, smooth ? DialBlend.Smooth : DialBlend.Linear, grid ? PadSpread.Grid : PadSpread.Triangles,
            pad ? [Station(-100, -80), Station(90, -100), Station(100, 70), Station(-70, 100), Station(20, 30)] : [Station(-100), Station(40), Station(100)]);
        var sums = Math.Abs(Mixed(dial, x, pad ? y : 0).Sum() - 1) < 1e-9;
        return sums && dial.Stations.Select((station, i) => Mixed(dial, station.Across, station.Down)[i]).All(weight => Math.Abs(weight - 1) < 1e-9);
    }, iter: 300);

    [Fact]
    public void A_full_grid_is_blended_bilinearly()
    {
        var dial = Dial(true, DialBlend.Linear, PadSpread.Grid, [.. from x in new double[] { -100, 0, 100 } from y in new double[] { -100, 0, 100 } select Station(x, y)]);
        var weights = Mixed(dial, 25, 50);
        double Of(double x, double y) => weights[dial.Stations.Select((station, i) => (station, i)).First(pair => pair.station.Across == x && pair.station.Down == y).i];
        Assert.Equal([0.75 * 0.5, 0.25 * 0.5, 0.75 * 0.5, 0.25 * 0.5], [Of(0, 0), Of(100, 0), Of(0, 100), Of(100, 100)]);
    }

    [Fact]
    public void Triangles_blend_by_barycentric_weights_and_outside_the_nearest_place_counts()
    {
        var dial = Dial(true, DialBlend.Linear, PadSpread.Triangles, Station(0, 0), Station(100, 0), Station(0, 100));
        Assert.Equal([0.5, 0.25, 0.25], Mixed(dial, 25, 25));
        Assert.Equal([0, 0.5, 0.5], Mixed(dial, 100, 100).Select(weight => Math.Round(weight, 9)));
    }

    [Fact]
    public void Smooth_passes_through_its_stations_without_a_corner()
    {
        var dial = Dial(false, DialBlend.Smooth, PadSpread.Grid, Station(-100, turn: 0), Station(-20, turn: 40), Station(100, turn: 50));
        double Value(double at) => Mixed(dial, at).Zip([0, 40, 50, 0.0]).Sum(pair => pair.First * pair.Second);
        foreach (var at in new[] { -20, 0.0 })
        {
            var (before, after) = ((Value(at) - Value(at - 0.01)) / 0.01, (Value(at + 0.01) - Value(at)) / 0.01);
            Assert.Equal(before, after, 1);
        }

        Assert.Equal(40, Value(-20), 1e-9);
    }

    [Fact]
    public void Where_no_station_stands_the_middle_is_rest()
    {
        var dial = Dial(false, DialBlend.Linear, PadSpread.Grid, Station(100, turn: 30));
        Assert.Equal([0.25, 0.75], Mixed(dial, 25));
        Assert.Equal([0, 1], Mixed(dial, -60));
    }

    [Fact]
    public void Dials_add_to_the_keys_and_to_each_other_and_swaps_jump_to_the_strongest()
    {
        var film = Film(
            [
                Dial(false, DialBlend.Linear, PadSpread.Grid, Station(100, turn: 30)) with { Id = "one" },
                Dial(false, DialBlend.Linear, PadSpread.Grid, new Station(100, 0, [new StationValue("p", "turn", 8), new StationValue("p", "stretchX", 150), new StationValue("p", "swap") { Choice = "s1" }])) with { Id = "two" },
            ],
            TestFilm.Keyed("p", "turn", (1, 5)), TestFilm.Keyed("one", "across", (1, 50)), TestFilm.Keyed("two", "across", (1, 40), (11, 60)));
        var frame = TestFilm.At(film, 1);
        Assert.Equal(5 + 15 + 3.2, frame.Driven("p", "turn"), 1e-9);
        Assert.Equal(120, frame.Driven("p", "stretchX"), 1e-9);
        Assert.Equal(0, frame.Driven("p", "swap"));
        Assert.Equal(5, frame.Values[frame.Plan.Slots.Find(TestFilm.At("p", "turn"))]);
        frame.Evaluate(11);
        Assert.Equal(1, frame.Driven("p", "swap"));
    }

    [Fact]
    public void How_it_looks_here_becomes_a_station_and_the_picture_stays()
    {
        var film = Film([Dial(false, DialBlend.Linear, PadSpread.Grid, Station(100, turn: 40))]);
        var session = new Session(film);
        var bench = new View(Puppet: "pup");
        Try("d", "across", 50);
        Try("p", "turn", 7);
        var before = session.FrameAt(bench, 1);
        var looked = before.Cast[0].Worlds[before.Cast[0].Plan.NodeOf["p"]];
        Assert.Same(film, session.Film);

        session.Apply(session.Work(new SetStation("pup", "d")));
        session.KeepOnlyDials();
        var station = Assert.Single(session.Film.Puppets[0].Dials[0].Stations, one => one.Across == 50);
        Assert.Equal(27, Assert.Single(station.Values).Value, 1e-9);
        var after = session.FrameAt(bench, 1);
        Assert.Equal(looked, after.Cast[0].Worlds[after.Cast[0].Plan.NodeOf["p"]]);

        void Try(string thing, string property, double value) => session.Try(
            bench, new SetKeys(View.BenchCast, 1, [new KeyValue(new Address(View.BenchCast, thing, property), value)]));
    }

    /// <summary>Everything that a puppet has values of, also what is dragged while another frame than the first is looked at.</summary>
    [Fact]
    public void Whatever_was_posed_goes_into_the_station()
    {
        var full = FullFilm.Build();
        var puppet = full.Puppets[0];
        var dial = new Dial { Id = "tried", Name = "Tried" };
        var film = full with { Puppets = [puppet with { Dials = puppet.Dials.Add(dial) }] };
        var bench = new View(Puppet: puppet.Id);
        var properties = Properties.OfPuppet(puppet).Where(entry => puppet.Dials.All(other => other.Id != entry.Thing)).SelectMany(entry => entry.Table.Select(property => (entry.Thing, Property: property))).ToList();
        Assert.All(["turn", "shiftX", "length", "planted", "amount", "swap"], name => Assert.Contains(properties, one => one.Property.Name == name));
        foreach (var (thing, property) in properties)
        {
            var session = new Session(film);
            session.Try(bench, Key("tried", Properties.Across, 100));
            session.Try(bench, Key(thing, property, property.Default + (property.Jumps ? 1 : property.Default < property.Max - 3 ? 3 : -3)));
            var station = Assert.Single(((PutDial)session.Work(new SetStation(puppet.Id, "tried"))).Dial.Stations);
            var value = Assert.Single(station.Values);
            Assert.Equal((thing, property.Name), (value.Thing, value.Property));
        }

        static SetKeys Key(string thing, PropertyInfo property, double value) => new(
            View.BenchCast, View.BenchFrame, [property.Jumps ? new KeyValue(new Address(View.BenchCast, thing, property.Name)) { Choice = property.IdOf(value) } : new KeyValue(new Address(View.BenchCast, thing, property.Name), value)]);
    }

    [Theory]
    [InlineData(GripKind.Shift, "p", 1)]
    [InlineData(GripKind.Shift, "p", 40)]
    [InlineData(GripKind.Turn, "p", 40)]
    [InlineData(GripKind.Goal, "reach", 40)]
    [InlineData(GripKind.Turn, "free", 40)]
    [InlineData(GripKind.Pin, "pin", 40)]
    public void What_is_dragged_while_it_is_tried_goes_into_the_station(GripKind kind, string thing, double frame)
    {
        var film = Film([Dial(false, DialBlend.Linear, PadSpread.Grid)]);
        var puppet = film.Puppets[0];
        puppet = puppet with
        {
            Parts = puppet.Parts.Replace(puppet.Parts[0], puppet.Parts[0] with { Pins = [new Pin { Id = "pin", Name = "Pin", At = new Point(5, 5) }] }),
            Bones = [TestFilm.Bone("upper", 0, 0, 0, 40), TestFilm.Bone("lower", 0, 40, 0, 80, "upper"), TestFilm.Bone("free", 50, 0, 50, 40)],
            Reaches = [new Reach { Id = "reach", Name = "Reach", Upper = "upper", Lower = "lower" }],
        };
        film = film with { Puppets = [puppet] };
        var session = new Session(film);
        var bench = new View(Puppet: "pup");
        session.Try(bench, new SetKeys(View.BenchCast, View.BenchFrame, [new KeyValue(new Address(View.BenchCast, "d", "across"), 100)]));
        session.Begin(new Gesture(bench, frame, new Grip(kind, thing, View.BenchCast), new Point(500, 500), Trying: true));
        session.Move(new Point(560, 470));
        session.End();
        var station = Assert.Single(((PutDial)session.Work(new SetStation("pup", "d"))).Dial.Stations);
        Assert.Contains(station.Values, value => value.Thing == thing);
    }

    [Fact]
    public void Looking_down_what_is_in_front_moves_down_and_what_is_behind_moves_up()
    {
        var nose = HeadTurn.Turn(new HeadTurn.Feature(new Point(0, 10), 1), 80, 100, 0, 20);
        var ear = HeadTurn.Turn(new HeadTurn.Feature(new Point(0, 10), -0.8), 80, 100, 0, 20);
        Assert.True(nose.Shift.Y > 20 && ear.Shift.Y < -10);
        var right = HeadTurn.Turn(new HeadTurn.Feature(new Point(0, 0), 1), 80, 100, 30, 0);
        Assert.Equal(80 * Math.Sin(Math.PI / 6), right.Shift.X, 1e-9);
        Assert.Equal(Math.Cos(Math.PI / 6), right.StretchX, 1e-9);
    }

    [Fact]
    public void Turning_there_and_back_gives_the_drawing() => Gen.Select(Gen.Double[-0.9, 0.9], Gen.Double[-0.9, 0.9], Gen.Double[-1, 1]).Sample((x, y, depth) =>
        HeadTurn.Turn(new HeadTurn.Feature(new Point(80 * x, 100 * y), depth), 80, 100, 0, 0).Shift.Length < 1e-12, iter: 30);

    [Fact]
    public void A_head_turn_is_a_pad_of_nine_stations_that_moves_the_features_by_their_depth()
    {
        var drawings = ImmutableArray.Create(TestFilm.Box("box", 0, 0, 100, 100), TestFilm.Box("dot", 45, 45, 10, 10), TestFilm.Box("back", 45, 45, 10, 10));
        var puppet = new Puppet { Id = "pup", Name = "P", Parts = [TestFilm.Part("head", "box"), TestFilm.Part("nose", "dot"), TestFilm.Part("tuft", "back")] };
        var film = TestFilm.Of(puppet, drawings);
        var turned = new MakeHeadTurn("pup", "head", [new FeatureDepth("nose", 0.9), new FeatureDepth("tuft", -0.5)], "pad").ToEdit(film, (_, _) => TestFilm.At(film, 1)).Apply(film);
        Assert.Equal(9, turned.Puppets[0].Dials[0].Stations.Length);
        var keyed = turned with { Shots = [turned.Shots[0] with { Tracks = [TestFilm.Keyed("pad", "across", (1, 100))] }] };
        var frame = TestFilm.At(keyed, 1);
        Assert.True(frame.Driven("nose", "shiftX") > 20 && frame.Driven("tuft", "shiftX") < -10);
    }

    [Fact]
    public void A_feature_drawn_on_the_head_is_not_seen_past_its_edge()
    {
        var drawings = ImmutableArray.Create(TestFilm.Box("box", 0, 0, 100, 100), TestFilm.Box("eyes", 4, 45, 92, 10));
        var puppet = new Puppet { Id = "pup", Name = "P", Parts = [TestFilm.Part("head", "box"), TestFilm.Part("eyes", "eyes")] };
        var film = TestFilm.Of(puppet, drawings);
        var edit = new MakeHeadTurn("pup", "head", [new FeatureDepth("eyes", 0.9, Inside: true)], "pad").ToEdit(film, (_, _) => TestFilm.At(film, 1));
        var turned = edit.Apply(film);
        Assert.Equal(new Matte("head"), turned.Puppets[0].Parts[1].Matte);
        Assert.Equal(0, TestFilm.At(turned, 1).Cast[0].Plan.Parts[1].Matte);

        // One edit, undone at once.
        var undone = Inverse.Of(film, turned).Apply(turned);
        Assert.True(undone.Puppets[0].Dials.IsEmpty && undone.Puppets[0].Parts[1].Matte is null);
    }

    private static Film Film(ImmutableArray<Dial> dials, params Track[] channels)
    {
        var part = TestFilm.Part("p", "box", new Point(50, 10)) with { Swaps = [new Swap { Id = "s1", Name = "Other", Drawing = "other", Pivot = new Point(5, 5) }] };
        return TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part], Dials = dials }, [TestFilm.Box("box", 0, 0, 100, 20), TestFilm.Box("other", 0, 0, 10, 10)], channels);
    }
}
