using System.Numerics;
using CsCheck;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>Held against System.Numerics, whose matrices are written the other way round and in single precision.</summary>
public class AffineTests
{
    private static readonly Gen<double> Number = Gen.Double[-5, 5];
    private static readonly Gen<Affine> Map = Gen.Select(Number, Number, Number, Number, Number, Number, (a, b, c, d, e, f) => new Affine(a, b, c, d, e, f));
    private static readonly Gen<Geometry.Point> Place = Gen.Select(Number, Number, (x, y) => new Geometry.Point(x, y));

    private static Matrix3x2 Other(Affine map) => new((float)map.A, (float)map.B, (float)map.C, (float)map.D, (float)map.E, (float)map.F);

    private static void Same(Vector2 theirs, Geometry.Point ours, double within = 1e-3) =>
        Assert.True(Math.Abs(theirs.X - ours.X) < within && Math.Abs(theirs.Y - ours.Y) < within, $"{theirs} is not {ours}");

    [Fact]
    public void Maps_places_and_directions() => Gen.Select(Map, Place).Sample((map, p) =>
    {
        var at = new Vector2((float)p.X, (float)p.Y);
        Same(Vector2.Transform(at, Other(map)), map.Map(p));
        Same(Vector2.TransformNormal(at, Other(map)), map.MapVector(p));
    });

    [Fact]
    public void The_left_one_of_a_product_comes_last() => Gen.Select(Map, Map, Place).Sample((outer, inner, p) =>
    {
        Same(Vector2.Transform(new Vector2((float)p.X, (float)p.Y), Other(inner) * Other(outer)), (outer * inner).Map(p), 1e-2);
        Assert.True(((outer * inner).Map(p) - outer.Map(inner.Map(p))).Length < 1e-9);
    });

    [Fact]
    public void An_inverse_takes_back_and_a_flat_map_has_none() => Gen.Select(Map, Place).Sample((map, p) =>
    {
        Assert.Equal(Other(map).GetDeterminant(), map.Determinant, 1e-3);
        if (map.TryInvert(out var inverse))
        {
            Assert.True((inverse.Map(map.Map(p)) - p).Length < 1e-6 / Math.Min(1, Math.Abs(map.Determinant)));
        }

        Assert.False((map with { C = map.A, D = map.B }).TryInvert(out _));
    });

    [Fact]
    public void A_pivot_stays_where_its_shift_takes_it_and_lengths_grow_by_the_stretch() => Gen.Select(Place, Place, Gen.Double[-7, 7], Gen.Double[0.2, 3], Gen.Double[0.2, 3]).Sample((pivot, shift, turn, across, down) =>
    {
        var map = Affine.AboutPivot(pivot, shift, turn, across, down);
        Assert.True((map.Map(pivot) - (pivot + shift)).Length < 1e-9);
        Assert.Equal(across, map.MapVector(new Geometry.Point(1, 0)).Length, 1e-9);
        Assert.Equal(down, map.MapVector(new Geometry.Point(0, 1)).Length, 1e-9);
        Assert.Equal(across * down, map.Determinant, 1e-9);
        Assert.Equal(0, Angles.Wrap(map.MapVector(new Geometry.Point(1, 0)).AngleRadians - turn), 1e-9);
    });

    [Fact]
    public void A_mapped_box_holds_what_lies_in_the_box_and_touches_its_corners() => Gen.Select(Map, Place, Gen.Double[0, 9], Gen.Double[0, 9], Gen.Double[0, 1], Gen.Double[0, 1]).Sample((map, at, width, height, u, v) =>
    {
        var mapped = map.Map(new Box(at.X, at.Y, width, height));
        var inside = map.Map(new Geometry.Point(at.X + (u * width), at.Y + (v * height)));
        Assert.True(inside.X >= mapped.X - 1e-9 && inside.X <= mapped.Right + 1e-9 && inside.Y >= mapped.Y - 1e-9 && inside.Y <= mapped.Bottom + 1e-9);
        var corners = new[] { (0, 0), (1, 0), (1, 1), (0, 1) }.Select(corner => map.Map(new Geometry.Point(at.X + (corner.Item1 * width), at.Y + (corner.Item2 * height)))).ToList();
        Assert.Equal(corners.Min(corner => corner.X), mapped.X, 1e-9);
        Assert.Equal(corners.Max(corner => corner.Y), mapped.Bottom, 1e-9);
    });

    [Fact]
    public void Boxes_are_joined_and_nothing_adds_nothing()
    {
        var box = Box.Around(1, 2, 5, 9);
        Assert.Equal(new Box(1, 2, 4, 7), box);
        Assert.Equal(new Geometry.Point(3, 5.5), box.Centre);
        Assert.Equal(Box.Around(-1, 2, 5, 12), box.With(Box.Around(-1, 10, 0, 12)));
        Assert.Equal(box, default(Box).With(box));
    }

    [Fact]
    public void What_is_not_finite_says_so()
    {
        Assert.True(Affine.Identity.IsFinite);
        Assert.False((Affine.Identity with { E = double.NaN }).IsFinite);
        Assert.False((Affine.Identity with { A = double.PositiveInfinity }).IsFinite);
    }
}
