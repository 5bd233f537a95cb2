using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;

namespace Fretsaw.Core.Tests;

public class SoftnessTests
{
    private static readonly Box Art = new(10, -20, 300, 200);

    private static Homography Placed(double scale, double turn = 0) =>
        Homography.Of(Affine.Translate(40, 30) * Affine.RotateRadians(turn) * Affine.Scale(scale, scale));

    /// <summary>Variances add up: rasterising, softening on the grid and enlarging make what was asked for.</summary>
    [Theory]
    [InlineData(0.3)]
    [InlineData(3.9)]
    [InlineData(4)]
    [InlineData(7.3)]
    [InlineData(150)]
    public void A_board_is_softened_by_what_is_left_of_the_softness(double sigma)
    {
        var step = Softness.Step(sigma);
        var (rest, s) = (Softness.Rest(sigma, step), (double)step);
        Assert.True(step == 1 || rest >= 1.9, $"{rest} steps of {step} would show");
        Assert.Equal((sigma * sigma) + Softness.OfCovering, (step == 1 ? 1 : s * s) * ((rest * rest) + Softness.OfCovering + (step == 1 ? 0 : Softness.OfEnlarging)), 1e-6);
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(1.9, 0.7)]
    [InlineData(2, 3)]
    [InlineData(11, 0.4)]
    [InlineData(60, 1.3)]
    public void Two_rungs_mixed_have_the_variance_that_was_asked_for(double sigma, double scale)
    {
        var art = Softness.Ladder(sigma, Placed(scale), Art)!.Value;
        var (below, above, part) = (Softness.OfRung(art.Rung), Softness.OfRung(art.Rung + 1), art.Mix / (double)SoftArt.Whole);
        var wanted = sigma / scale;
        Assert.InRange(Math.Sqrt((below * below * (1 - part)) + (above * above * part)) / wanted, 0.995, 1.005);
        Assert.InRange(wanted / art.Grid.Texel, sigma < 2 ? 1 : 2, sigma < 2 ? 2 : 4);
    }

    [Fact]
    public void Softer_is_never_sharper_from_one_rung_to_the_next()
    {
        var last = 0.0;
        for (var sigma = 1.0; sigma < 40; sigma *= 1.01)
        {
            var art = Softness.Ladder(sigma, Placed(1), Art)!.Value;
            var place = art.Rung + (art.Mix / (double)SoftArt.Whole);
            Assert.True(place >= last - 1e-9);
            last = place;
        }
    }

    [Fact]
    public void What_is_sharp_huge_stretched_or_leaning_has_no_softened_textures()
    {
        Assert.Null(Softness.Ladder(0.9, Placed(1), Art));
        Assert.Null(Softness.Ladder(1, Placed(1), new Box(0, 0, 9000, 9000)));
        Assert.Null(Softness.Ladder(5, Homography.Of(Affine.Scale(1, 1.3)), Art));
        Assert.Null(Softness.Ladder(5, new Homography(1, 0, 0, 0, 1, 0, 0.002, 0, 1), Art));
        Assert.NotNull(Softness.Ladder(5, new Homography(1, 0, 0, 0, 1, 0, 0.00002, 0, 1), Art));
    }

    /// <summary>What is turned is turned on a coarse grid, whose enlarging softens too.</summary>
    [Fact]
    public void Turned_art_asks_for_less_softness_of_its_textures()
    {
        var (upright, turned) = (Softness.Ladder(9, Placed(1), Art)!.Value, Softness.Ladder(9, Placed(1, 0.3), Art)!.Value);
        Assert.Equal((1, Softness.Step(9)), (upright.Step, turned.Step));
        Assert.True(turned.Rung + (turned.Mix / 256.0) < upright.Rung + (upright.Mix / 256.0));
    }

    [Theory]
    [InlineData(1, 300, 200)]
    [InlineData(50, 300, 200)]
    [InlineData(1, 90000, 2)]
    [InlineData(0.001, 3, 2)]
    [InlineData(1e9, 3, 2)]
    public void A_sharp_texture_is_as_fine_as_the_scale_or_as_large_as_it_may_be(double scale, double width, double height)
    {
        var grid = ArtGrid.Sharp(new Box(5, 6, width, height), scale);
        Assert.True(grid.Fits, $"{grid.Width} × {grid.Height}");
        Assert.True(1 / grid.Texel >= Math.Min(scale, 1) * 0.999 || grid.Width > ArtGrid.MostSide - 8 || (long)grid.Width * grid.Height > ArtGrid.MostTexels * 0.9);
        Assert.True(grid.X < 5 && grid.X + (grid.Width * grid.Texel) > 5 + width, "a clear rim lies all round");
    }
}
