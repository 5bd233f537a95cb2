using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

/// <summary>Pins arrive at the bottom of the valley, and do not leap, on drawings 1,000 px long that no demo uses.</summary>
public class PinSettlingTests
{
    private static readonly string[] Drawings = ["strip", "thin", "corner", "disc", "star", "wave", "crescent", "figure", "comb", "lath", "patched"];

    public static TheoryData<string> All => [.. Drawings];

    [Theory]
    [MemberData(nameof(All))]
    public void A_pull_of_up_to_a_fifth_ends_within_a_third_of_a_pixel_of_the_least_energy(string drawing)
    {
        var system = SystemOf(drawing);
        Assert.NotNull(system.Coarse);
        var (random, compared) = (new Random(11), 0);
        for (var run = 0; run < 6; run++)
        {
            var pulls = Pulls(random, system, 200);
            var state = Solved(system, pulls);
            Assert.InRange(state.Rounds, 1, ArapState.MaxRounds - 1);
            Assert.InRange(state.ResidualPx!.Value, 0, 0.3);
            var (x, y, sameValley) = DenseNewton.From(system, pulls, state);
            if (sameValley)
            {
                compared++;
                Assert.True(Apart(state.X, state.Y, x, y) <= 0.3, $"{drawing}, run {run}: {Apart(state.X, state.Y, x, y)} px, said {state.ResidualPx}");
            }
        }

        // Art that is pressed together may end where it is about to give way sideways; there no valley is near.
        Assert.InRange(compared, 5, 6);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Dragging_a_pin_moves_nothing_by_more_than_four_times_its_step(string drawing)
    {
        var system = SystemOf(drawing);
        var state = new ArapState(system);
        var (x, y) = (new double[system.Mesh.VertexCount], new double[system.Mesh.VertexCount]);
        const double Step = 0.25;
        for (var i = 0; i <= 240; i++)
        {
            var (away, to) = AwayFromTheRest(system);
            state.Solve([.. Enumerable.Range(0, system.Pins.Length).Select(pin => new PinPull(system.RestOf(pin) + (pin == away ? to * (80 + (i * Step)) : default), 0, 1))]);
            var most = Apart(state.X, state.Y, x, y);
            Assert.True(i == 0 || most <= 4 * Step, $"{drawing}: {most} px at step {i}");
            state.X.CopyTo(x, 0);
            state.Y.CopyTo(y, 0);
        }
    }

    /// <summary>
    /// Before a saddle the slope is small long before the bottom. Where a solve may end early is where art is pressed together or drawn
    /// out, so these are large pulls; it is held against where the same solve comes to when it goes on to a thousandth of a pixel.
    /// </summary>
    [Theory]
    [MemberData(nameof(All))]
    public void A_pull_of_up_to_a_third_ends_where_a_tight_bound_ends(string drawing)
    {
        var system = SystemOf(drawing);
        var (state, tight, random) = (new ArapState(system), new ArapState(system, 1e-6), new Random(5));
        var (over, solved) = (0, 0);
        for (var run = 0; run < 60; run++)
        {
            PinPull[] pulls = [.. Pulls(random, system, 700).Select((pull, pin) => new PinPull(system.RestOf(pin) + pull, 0, 1))];
            tight.Solve(pulls);
            if (tight.Rounds == ArapState.MaxRounds)
            {
                continue;
            }

            state.Solve(pulls);
            solved++;
            var apart = Apart(state.X, state.Y, tight.X, tight.Y);
            Assert.True(apart <= 1, $"{drawing}, run {run}: {apart} px from where it settles");
            over += apart > 0.3 ? 1 : 0;
        }

        Assert.InRange(over, 0, 1);
        Assert.InRange(solved, 50, 60);
    }

    [Fact]
    public void A_strip_that_is_about_to_give_way_goes_on_to_the_bottom()
    {
        // It once ended 103 px short, at an energy of 37,093 where a minimiser of another kind found 36,465.
        double[] ring = [0, 0, 1000, 0, 1000, 200, 0, 200];
        Point[] pulls = [new(62.1, 183.2), new(183.3, 27), new(-75.5, 52.9)];
        var system = Built(ring, [new(30, 100), new(500, 100), new(970, 100)], new MeshSettings { Method = PinMethod.Settled, TriangleSide = 50 }, []);
        var state = Solved(system, pulls);
        var (x, y, sameValley) = DenseNewton.From(system, pulls, state);
        Assert.True(sameValley);
        Assert.InRange(Apart(state.X, state.Y, x, y), 0, 0.3);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void A_quarter_of_a_pixel_moves_nothing_far_where_the_bottom_does_not_part(string drawing)
    {
        var system = SystemOf(drawing);
        var (state, tight, random) = (new ArapState(system), new ArapState(system, 1e-6), new Random(9));
        var n = system.Mesh.VertexCount;
        var (x, y, tightX, tightY, compared) = (new double[n], new double[n], new double[n], new double[n], 0);
        for (var drag = 0; drag < 4; drag++)
        {
            var from = Pulls(random, system, 700);
            for (var i = 0; i <= 12; i++)
            {
                PinPull[] pulls = [.. from.Select((pull, pin) => new PinPull(system.RestOf(pin) + pull + (pin == 0 ? new Point(0.25 * i, 0) : default), 0, 1))];
                state.Solve(pulls);
                tight.Solve(pulls);
                if (i > 0 && tight.Rounds < ArapState.MaxRounds && Apart(tight.X, tight.Y, tightX, tightY) <= 1.25)
                {
                    compared++;
                    var moved = Apart(state.X, state.Y, x, y);
                    Assert.True(moved <= 1.25, $"{drawing}, drag {drag}, step {i}: {moved} px");
                }

                state.X.CopyTo(x, 0);
                state.Y.CopyTo(y, 0);
                tight.X.CopyTo(tightX, 0);
                tight.Y.CopyTo(tightY, 0);
            }
        }

        Assert.InRange(compared, 30, 48);
    }

    [Fact]
    public void What_is_reported_is_what_is_returned()
    {
        var system = SystemOf("figure");
        var pulls = Pulls(new Random(3), system, 100);
        var state = Solved(system, pulls);
        Assert.Equal(DenseNewton.EnergyOf(system, pulls, state), state.Energy, 1e-9 * state.Energy);
        state.Rest();
        Assert.Equal(0, state.ResidualPx);
    }

    private static ArapState Solved(ArapSystem system, Point[] pulls)
    {
        var state = new ArapState(system);
        state.Solve([.. pulls.Select((pull, pin) => new PinPull(system.RestOf(pin) + pull, 0, 1))]);
        return state;
    }

    private static Point[] Pulls(Random random, ArapSystem system, double most) =>
        [.. system.Pins.Select(_ => Affine.RotateRadians(Math.Tau * random.NextDouble()).MapVector(new Point(most / 2 * random.NextDouble(), 0)))];

    /// <summary>The last pin, and the way from the others' middle to it, aside: art is drawn out and bent, and not pressed together.</summary>
    private static (int Pin, Point Way) AwayFromTheRest(ArapSystem system)
    {
        var last = system.Pins.Length - 1;
        var middle = Enumerable.Range(0, last).Select(system.RestOf).Aggregate((a, b) => a + b) * (1.0 / last);
        var off = system.RestOf(last) - middle;
        return (last, Affine.RotateRadians(1.2).MapVector(off * (1 / off.Length)));
    }

    private static double Apart(double[] ax, double[] ay, double[] bx, double[] by) =>
        Enumerable.Range(0, ax.Length).Max(v => new Point(ax[v] - bx[v], ay[v] - by[v]).Length);

    private static ArapSystem SystemOf(string drawing)
    {
        var (ring, pins) = ArtOf(drawing);
        var settings = new MeshSettings { Method = PinMethod.Settled, TriangleSide = drawing is "thin" ? 40 : 70, Stiffness = drawing == "lath" ? 0.5 : 0 };
        ImmutableArray<StiffPatch> patches = drawing == "patched" ? [new StiffPatch { Id = "p", Name = "p", At = new Point(250, 100), Radius = 110 }] : [];
        return Built(ring, pins, settings, patches);
    }

    private static ArapSystem Built(double[] ring, Point[] pins, MeshSettings settings, ImmutableArray<StiffPatch> patches)
    {
        ImmutableArray<Pin> held = [.. pins.Select((at, i) => new Pin { Id = $"pin-{i}", Name = "Pin", At = at })];
        var coarse = ArapSystem.Build(MeshBuilder.Build([[.. ring]], settings with { TriangleSide = 2 * settings.TriangleSide }), held, settings, patches);
        return ArapSystem.Build(MeshBuilder.Build([[.. ring]], settings), held, settings, patches, coarse)!;
    }

    private static (double[] Ring, Point[] Pins) ArtOf(string drawing) => drawing switch
    {
        "strip" => ([0, 0, 1000, 0, 1000, 150, 0, 150], [new(50, 75), new(500, 75), new(950, 75)]),
        "thin" => ([0, 0, 1000, 0, 1000, 60, 0, 60], [new(30, 30), new(350, 30), new(650, 30), new(970, 30)]),
        "corner" => ([0, 0, 1000, 0, 1000, 250, 250, 250, 250, 1000, 0, 1000], [new(930, 125), new(125, 125), new(125, 930)]),
        "disc" => (Around(64, t => new Point(500 + (500 * Math.Cos(t)), 500 + (500 * Math.Sin(t)))), [new(100, 500), new(900, 500), new(500, 150)]),
        "star" => (Star(), [new(940, 500), new(640, 900), new(500, 500), new(140, 770), new(140, 230)]),
        "wave" => (Band(i => new Point(i * 25, 130 + (80 * Math.Sin(i / 5.0))), i => new Point(i * 25, 240 + (80 * Math.Sin(i / 5.0)))), [new(40, 210), new(500, 200), new(960, 200)]),
        "crescent" => (Band(i => Arc(i, 500), i => Arc(i, 340)), [new(850, 270), new(80, 500), new(850, 730)]),
        "figure" => (
            [400, 0, 600, 0, 600, 200, 560, 220, 1000, 300, 1000, 380, 620, 360, 640, 700, 760, 1000, 640, 1000, 500, 760, 360, 1000, 240, 1000, 360, 700, 380, 360, 0, 380, 0, 300, 440, 220, 400, 200],
            [new(500, 60), new(950, 340), new(50, 340), new(690, 960), new(300, 960), new(500, 600)]),
        "comb" => (
            [0, 0, 1000, 0, 1000, 500, 900, 500, 900, 120, 600, 120, 600, 500, 500, 500, 500, 120, 150, 120, 150, 500, 0, 500],
            [new(75, 450), new(550, 450), new(950, 450), new(300, 60)]),
        _ => ([0, 0, 1000, 0, 1000, 200, 0, 200], [new(50, 100), new(500, 100), new(950, 100)]),
    };

    private static Point Arc(int i, double radius) => new(500 + (radius * Math.Cos(0.6 + (i * 0.127))), 500 + (radius * Math.Sin(0.6 + (i * 0.127))));

    private static double[] Around(int corners, Func<double, Point> at) => [.. Enumerable.Range(0, corners).SelectMany(i => Pair(at(i * Math.Tau / corners)))];

    private static double[] Star() => [.. Enumerable.Range(0, 10).SelectMany(i => Pair(new Point(500, 500) + Affine.RotateRadians(i * Math.Tau / 10).MapVector(new Point(i % 2 == 0 ? 500 : 200, 0))))];

    /// <summary>One edge there, and the other back.</summary>
    private static double[] Band(Func<int, Point> there, Func<int, Point> back) =>
        [.. Enumerable.Range(0, 41).SelectMany(i => Pair(there(i))), .. Enumerable.Range(0, 41).Reverse().SelectMany(i => Pair(back(i)))];

    private static double[] Pair(Point at) => [at.X, at.Y];
}
