using CsCheck;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

public class HomographyTests
{
    private static readonly Gen<Point> Near = Gen.Select(Gen.Double[-200, 200], Gen.Double[-200, 200], (x, y) => new Point(x, y));

    /// <summary>A plane that leans, seen from before it everywhere within 200 px.</summary>
    private static readonly Gen<Homography> Leaning = Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1], Gen.Double[-0.002, 0.002], Gen.Double[-0.002, 0.002], (a, b, g, h) =>
        new Homography(1.5 + a, b, 40, -b, 1.5 - (a / 2), -70, g, h, 1));

    [Fact]
    public void An_inverse_takes_places_back() => Gen.Select(Leaning, Near).Sample((map, p) =>
        map.TryInvert(out var inverse) && (inverse.Map(map.Map(p)) - p).Length < 1e-7);

    [Fact]
    public void Near_a_place_it_is_the_map_that_small_steps_show() => Gen.Select(Leaning, Near, Gen.Double[0, 6.28]).Sample((map, p, angle) =>
    {
        const double Step = 1e-4;
        var by = new Point(Math.Cos(angle), Math.Sin(angle)) * Step;
        var (small, linear) = (map.Map(p + by) - map.Map(p), map.Near(p).MapVector(by));
        return (small - linear).Length < 1e-6 * Step * 1e3 && (map.Near(p).Map(p) - map.Map(p)).Length < 1e-9;
    });

    [Fact]
    public void Magnification_is_the_root_of_how_much_areas_grow()
    {
        var map = new Homography(2, 0, 0, 0, 3, 0, 0.001, 0, 1);
        var (p, e) = (new Point(50, 20), 1e-3);
        Point[] corners = [map.Map(p), map.Map(p + new Point(e, 0)), map.Map(p + new Point(0, e))];
        Assert.Equal(Math.Sqrt(Math.Abs(Point.Cross(corners[1] - corners[0], corners[2] - corners[0]))) / e, map.Magnification(p), 1e-3);
    }

    [Fact]
    public void What_an_affine_map_lays_out_first_is_mapped_after_it() => Gen.Select(Leaning, Near, Gen.Double[-3, 3]).Sample((map, p, turn) =>
    {
        var inner = Affine.AboutPivot(new Point(10, 20), new Point(5, -5), turn, 1.2, 0.8);
        return ((map * inner).Map(p) - map.Map(inner.Map(p))).Length < 1e-8;
    });

    [Fact]
    public void A_plane_parallel_to_the_picture_is_seen_as_by_its_affine_map_to_the_bit() => Gen.Select(Near, Gen.Double[-3, 3]).Sample((p, turn) =>
    {
        var (affine, inner) = (Affine.AboutPivot(new Point(7, 9), new Point(100, 50), turn, 1.7, 1.7), Affine.Translate(3, 4));
        var map = Homography.Of(affine);
        return map.Map(p) == affine.Map(p) && (map * inner).AsAffine() == affine * inner && map.IsAffine;
    });

    [Fact]
    public void A_polygon_is_cut_off_where_it_comes_too_near()
    {
        // W = 1 − x/100: at x = 100 the plane meets the lens.
        var map = new Homography(1, 0, 0, 0, 1, 0, -0.01, 0, 1);
        Span<Point> seen = stackalloc Point[5];
        Point[] square = [new(0, 0), new(150, 0), new(150, 10), new(0, 10)];
        var count = map.MapClipped(square, 0.1, seen);
        Assert.Equal(4, count);
        Assert.Equal(900, seen[..count].ToArray().Max(p => p.X), 1e-6);
        Assert.Equal(0, map.MapClipped([new(120, 0), new(150, 0), new(150, 10)], 0.1, seen));
        Assert.Equal(5, map.MapClipped([new(0, 0), new(80, 0), new(100, 5), new(0, 10)], 0.1, seen));
    }
}
