using CsCheck;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

public class CubicPathTests
{
    private static readonly Gen<Place> Places = Gen.Select(Gen.Double[-300, 300], Gen.Double[-300, 300], Gen.Double[-50, 50], (x, y, z) => new Place(x, y, z));
    private static readonly Gen<(Place A, Place B, Place C, Place D)> Four = Gen.Select(Places, Places, Places, Places);

    /// <summary>The definition: lengths of chords between many points of the curve.</summary>
    private static double Chords((Place A, Place B, Place C, Place D) p, int pieces)
    {
        Place At(double s)
        {
            var r = 1 - s;
            return (p.A * (r * r * r)) + (p.B * (3 * r * r * s)) + (p.C * (3 * r * s * s)) + (p.D * (s * s * s));
        }

        return Enumerable.Range(0, pieces).Sum(i => (At((i + 1.0) / pieces) - At((double)i / pieces)).Length);
    }

    [Fact]
    public void The_length_is_that_of_many_small_chords() => Four.Sample(
        p => Math.Abs(new CubicPath(p.A, p.B, p.C, p.D).Length - Chords(p, 20_000)) < 1e-5 * Chords(p, 100), iter: 40);

    [Fact]
    public void A_straight_path_with_handles_on_it_is_walked_evenly()
    {
        var path = new CubicPath(new Place(0, 0), new Place(10, 0), new Place(20, 0), new Place(100, 0));
        Assert.Equal(100, path.Length, 1e-6);
        Assert.Equal(37, path.At(0.37).X, 1e-4);
    }

    [Fact]
    public void Any_share_of_the_length_is_found_to_a_millionth() => Gen.Select(Four, Gen.Double[0.01, 0.99]).Sample((p, share) =>
    {
        var path = new CubicPath(p.A, p.B, p.C, p.D);
        var at = path.At(share);

        // The first part of the split curve has the share of the length, and ends at the place.
        var (firstOut, into, _, _) = path.SplitAt(share);
        var first = new CubicPath(p.A, p.A + firstOut, at + into, at);
        return Math.Abs((first.Length / path.Length) - share) < 1e-6;
    }, iter: 400);

    [Fact]
    public void Ends_are_exact_and_beyond_them_it_goes_straight_on()
    {
        var path = new CubicPath(new Place(0, 0), new Place(0, 30), new Place(70, 100), new Place(100, 100));
        Assert.Equal(new Place(0, 0), path.At(0));
        Assert.Equal(new Place(100, 100), path.At(1));
        Assert.Equal(new Place(0, -0.1 * path.Length), path.At(-0.1));
        Assert.Equal(new Place(100 + (0.2 * path.Length), 100), path.At(1.2));
        Assert.Equal(new Place(5, 5), new CubicPath(new Place(5, 5), new Place(5, 5), new Place(5, 5), new Place(5, 5)).At(0.4));
    }
}
