using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

/// <summary>Pins as films solve them, with a start on large triangles, against <see cref="DenseArap"/>.</summary>
public class PinEnergyTests
{
    private static readonly double[] Strip = [0, 0, 300, 0, 300, 60, 0, 60];
    private static readonly double[] Corner = [0, 0, 200, 0, 200, 60, 60, 60, 60, 220, 0, 220];
    private static readonly double[] Disc = [.. Enumerable.Range(0, 48).SelectMany(i => new[] { 100 + (95 * Math.Cos(i * Math.Tau / 48)), 100 + (95 * Math.Sin(i * Math.Tau / 48)) })];
    private static readonly double[] Star = [.. Enumerable.Range(0, 12).SelectMany(i => new[] { 120 + ((i % 2 == 0 ? 118 : 60) * Math.Cos(i * Math.Tau / 12)), 120 + ((i % 2 == 0 ? 118 : 60) * Math.Sin(i * Math.Tau / 12)) })];
    private static readonly double[] Wave = [.. Enumerable.Range(0, 31).SelectMany(i => new[] { i * 10.0, 40 + (25 * Math.Sin(i / 5.0)) }), .. Enumerable.Range(0, 31).SelectMany(i => new[] { 300 - (i * 10.0), 85 + (25 * Math.Sin((30 - i) / 5.0)) })];

    [Theory]
    [InlineData("strip")]
    [InlineData("corner")]
    [InlineData("disc")]
    [InlineData("star")]
    [InlineData("wave")]
    public void The_rounds_of_old_films_end_within_half_a_percent_of_a_dense_reference(string shape) => Compare(shape, PinMethod.Rounds, 1.005);

    [Theory]
    [InlineData("strip")]
    [InlineData("corner")]
    [InlineData("disc")]
    [InlineData("star")]
    [InlineData("wave")]
    public void Pins_that_settle_end_within_three_ten_thousandths_of_it(string shape)
    {
        // Among them is what the pins themselves are stretched by, which the reference leaves out.
        Compare(shape, PinMethod.Settled, 1.0003);
    }

    private static void Compare(string shape, PinMethod method, double most)
    {
        var (ring, pins) = shape switch
        {
            "strip" => (Strip, (Point[])[new(20, 30), new(150, 20), new(283, 41)]),
            "corner" => (Corner, [new(180, 30), new(30, 30), new(30, 200)]),
            "disc" => (Disc, [new(20, 100), new(180, 100), new(100, 30)]),
            "star" => (Star, [new(220, 120), new(70, 206), new(120, 120)]),
            _ => (Wave, [new(15, 65), new(150, 65), new(285, 65)]),
        };
        var part = TestFilm.Part("part", "art") with
        {
            Mesh = new MeshSettings { TriangleSide = 14, Method = method },
            Pins = [.. pins.Select((at, i) => new Pin { Id = $"pin-{i}", Name = "Pin", At = at })],
        };
        var system = new RigCache().SystemOf(TestFilm.Outline("art", ring), part)!;
        Assert.NotNull(system.Coarse);
        // The same pulls in every run: energies have more than one valley, and a pull that folds the art may end in either.
        var random = new Random(4);
        for (var run = 0; run < 8; run++)
        {
            Point[] pulls = [.. pins.Select(_ => new Point((60 * random.NextDouble()) - 30, (60 * random.NextDouble()) - 30))];
            var state = new ArapState(system);
            state.Solve([.. pulls.Select((pull, pin) => new PinPull(system.RestOf(pin) + pull, 0, 1))]);
            Assert.InRange(state.Energy / DenseArap.Energy(system, pulls), 0, most);
        }
    }
}
