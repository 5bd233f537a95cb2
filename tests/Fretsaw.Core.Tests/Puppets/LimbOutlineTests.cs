using CsCheck;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Union;
using NtsGeometry = NetTopologySuite.Geometries.Geometry;
using Point = Fretsaw.Core.Geometry.Point;

namespace Fretsaw.Core.Tests;

/// <summary>The limb's pieces, united by NetTopologySuite, measured as one area.</summary>
public class LimbOutlineTests
{
    private static NtsGeometry Area(double bendDegrees, double root = 40, double joint = 30, double end = 20)
    {
        var (sin, cos) = Math.SinCos((180 - bendDegrees) * Angles.RadiansPerDegree);
        var points = new Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, new Point(0, 0), new Point(200, 0), new Point(200 - (160 * cos), 160 * sin), root, joint, end);
        var factory = new GeometryFactory();
        return UnaryUnionOp.Union([.. Enumerable.Range(0, LimbOutline.Pieces).Select(piece =>
        {
            var ring = points.Skip(piece * LimbOutline.Corners).Take(LimbOutline.Corners).Select(p => new Coordinate(p.X, p.Y)).ToList();
            return (NtsGeometry)factory.CreatePolygon([.. ring, ring[0]]);
        })]);
    }

    [Fact]
    public void A_limb_is_one_piece_without_holes_at_any_bend() => Gen.Double[-170, 170].Sample(bend =>
        Area(bend) is Polygon { NumInteriorRings: 0 } polygon && polygon.IsValid, iter: 40);

    [Fact]
    public void It_is_as_wide_as_it_is_told_at_root_joint_and_end()
    {
        var straight = Area(0);
        Assert.Equal(40, Across(straight, 0), 0.7);
        Assert.Equal(30, Across(straight, 200), 0.7);
        Assert.Equal(20, Across(straight, 360), 0.7);

        static double Across(NtsGeometry area, double x) => area.Intersection(new GeometryFactory().CreateLineString([new Coordinate(x, -100), new Coordinate(x, 100)])).Length;
    }

    [Fact]
    public void At_150_degrees_of_bend_the_joint_is_not_pinched()
    {
        var bent = Area(150);

        // The thickest disc that fits round the rounded joint: shrunk by less than half the joint's width something is left there.
        var core = bent.Buffer(-0.45 * 30);
        var near = core.Intersection(new GeometryFactory().CreatePoint(new Coordinate(190, 4)).Buffer(40));
        Assert.False(near.IsEmpty);
        Assert.True(core.NumGeometries <= 2, "the core falls apart at the end at most, where the limb is thinner");
        Assert.True(bent.Area > 0.8 * Area(0).Area);
    }

    [Fact]
    public void All_pieces_turn_the_same_way_so_that_the_non_zero_rule_fills_them() => Gen.Select(Gen.Double[-170, 170], Gen.Double[1, 80], Gen.Double[1, 80], Gen.Double[1, 80]).Sample((bend, root, joint, end) =>
    {
        var (sin, cos) = Math.SinCos(bend * Angles.RadiansPerDegree);
        var points = new Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, default, new Point(100, 0), new Point(100 + (90 * cos), 90 * sin), root, joint, end);
        return Enumerable.Range(0, LimbOutline.Pieces).All(piece =>
        {
            var ring = points.AsSpan(piece * LimbOutline.Corners, LimbOutline.Corners);
            var area = 0.0;
            for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
            {
                area += Point.Cross(ring[j], ring[i]);
            }

            return area > 0;
        });
    }, iter: 100);

    [Fact]
    public void A_foreshortened_limb_is_still_a_limb()
    {
        var points = new Point[LimbOutline.TotalPoints];
        LimbOutline.Write(points, default, default, default, 40, 30, 20);
        Assert.All(points, point => Assert.True(double.IsFinite(point.X + point.Y) && point.Length <= 20.001));
    }
}
