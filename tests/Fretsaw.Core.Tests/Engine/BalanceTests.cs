using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using NetTopologySuite.Geometries;
using Point = Fretsaw.Core.Geometry.Point;

namespace Fretsaw.Core.Tests.Engine;

public sealed class BalanceTests
{
    private static readonly GeometryFactory Factory = new();

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public void Area_and_centroid_are_those_of_NetTopologySuite(int seed)
    {
        var random = new Random(seed);
        var outer = Star(random, new Point(4000, -3000), 200, 300);
        var hole = Star(random, new Point(4020, -2990), 40, 90);
        var island = Star(random, new Point(4020, -2990), 5, 20);
        var apart = Star(random, new Point(3000, -2000), 50, 60);
        ImmutableArray<ImmutableArray<double>> rings = [hole, Reversed(outer), island, apart];
        var expected = Factory.CreateMultiPolygon(
        [
            Factory.CreatePolygon(Ring(outer), [Ring(hole)]), Factory.CreatePolygon(Ring(island)), Factory.CreatePolygon(Ring(apart)),
        ]);
        var found = AreaCentre.OfRings(rings);
        Assert.Equal(expected.Area, found.Area, 1e-6 * expected.Area);
        Assert.Equal(expected.Centroid.X, found.Centre.X, 1e-6);
        Assert.Equal(expected.Centroid.Y, found.Centre.Y, 1e-6);
    }

    [Fact]
    public void Parts_weigh_by_their_area_and_by_what_they_are_said_to_weigh()
    {
        // Two squares of 100 px, the second one 300 px to the right and twice as heavy: 300 · 2/3 to the right of the first.
        var film = Standing(2, 300);
        var balance = Balance.Of(TestFilm.At(film, 1), TestFilm.At(film, 1).Cast[0]);
        var frame = TestFilm.At(film, 1);
        var first = frame.Cast[0].ToStage.Map(new Point(50, 50));
        Assert.Equal(first.X + 200, balance.Centre.X, 1e-6);
        Assert.Equal(first.Y, balance.Centre.Y, 1e-6);
        Assert.Null(balance.Support);
        Assert.Equal(0, balance.Off);
        Assert.Equal(30_000, balance.Mass, 1e-6);
        Assert.Equal(balance.Centre, Inspection.Of(frame, meshes: false).Puppets[0].Balance.Centre);
    }

    private static Film Standing(double times, double away) => TestFilm.Of(
        new Puppet
        {
            Id = "p",
            Name = "P",
            Parts =
            [
                TestFilm.Part("one", "square"),
                TestFilm.Part("two", "square") with { Pivot = default, WeightPercent = 100 * times },
            ],
        },
        [Square("square", 0)], TestFilm.Keyed("two", "shiftX", (1, away)));

    private static Drawing Square(string id, double x) => new()
    {
        Id = id,
        Bounds = new Box(x, 0, 100, 100),
        Outline = [[x, 0, x + 100, 0, x + 100, 100, x, 100]],
    };

    private static ImmutableArray<double> Star(Random random, Point middle, double least, double most)
    {
        var points = ImmutableArray.CreateBuilder<double>();
        for (var i = 0; i < 24; i++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * i / 24);
            var radius = least + (random.NextDouble() * (most - least));
            points.Add(middle.X + (cos * radius));
            points.Add(middle.Y + (sin * radius));
        }

        return points.ToImmutable();
    }

    private static ImmutableArray<double> Reversed(ImmutableArray<double> ring) =>
        [.. Enumerable.Range(0, ring.Length / 2).Reverse().SelectMany(i => new[] { ring[2 * i], ring[(2 * i) + 1] })];

    private static LinearRing Ring(ImmutableArray<double> ring) =>
        Factory.CreateLinearRing([.. Enumerable.Range(0, ring.Length / 2).Append(0).Select(i => new Coordinate(ring[2 * i], ring[(2 * i) + 1]))]);
}
