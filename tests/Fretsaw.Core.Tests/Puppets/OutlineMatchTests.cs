using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests;

/// <summary>Outlines whose best match is known, because one was made from the other.</summary>
public class OutlineMatchTests
{
    /// <summary>A shoe: no symmetry that could give two best matches.</summary>
    private static readonly Point[] Shoe = [new(0, 0), new(30, -4), new(38, 40), new(90, 55), new(118, 78), new(112, 96), new(-6, 98), new(-10, 40)];

    private static double[] Flat(IEnumerable<Point> ring) => [.. ring.SelectMany(p => new[] { p.X, p.Y })];

    [Fact]
    public void A_turned_list_of_the_same_corners_is_matched_where_it_was() => Gen.Select(Gen.Int[0, 7], Gen.Bool, Gen.Double[-300, 300]).Sample((first, reversed, away) =>
    {
        var corners = Enumerable.Range(0, 8).Select(i => Shoe[(i + first) % 8] + new Point(away, -away)).ToArray();
        if (reversed)
        {
            Array.Reverse(corners);
        }

        var fit = OutlineMatch.Best(Shoe, corners);
        var equal = OutlineMatch.Equalise(Shoe, [(corners, fit)]);
        return fit.Reversed == reversed && fit.Cost < 1e-6
            && equal[0].Zip(equal[1]).All(pair => (pair.First + new Point(away, -away) - pair.Second).Length < 1e-3);
    }, iter: 60);

    [Fact]
    public void Points_spread_otherwise_along_the_same_outline_make_no_difference() => Gen.Int[1, 9].Sample(pieces =>
    {
        var fine = Shoe.SelectMany((p, i) => Enumerable.Range(0, pieces).Select(k => p + ((Shoe[(i + 1) % 8] - p) * ((double)k / pieces)))).ToArray();
        var equal = OutlineMatch.Equalise(Shoe, [(fine, OutlineMatch.Best(Shoe, fine))]);
        return equal[0].Length >= Math.Max(8, fine.Length) && equal[0].Zip(equal[1]).All(pair => (pair.First - pair.Second).Length < 1e-3);
    }, iter: 9);

    [Fact]
    public void Every_corner_of_either_outline_survives_on_its_own_outline()
    {
        Point[] other = [.. Shoe.Select((p, i) => p + new Point(3 * Math.Sin(i), 5 * Math.Cos(2 * i)))];
        var equal = OutlineMatch.Equalise(Shoe, [(other, OutlineMatch.Best(Shoe, other))]);
        Assert.All(Shoe, corner => Assert.Contains(equal[0], place => (place - corner).Length < 1e-6));
        Assert.All(other, corner => Assert.Contains(equal[1], place => (place - corner).Length < 1e-6));
        Assert.Equal(equal[0].Length, equal[1].Length);
    }

    [Fact]
    public void Forms_add_up_and_none_of_them_is_the_drawing()
    {
        var film = WithForms([]);
        Assert.Equal(0, Height(film, 0, 0), 1);
        Assert.Equal(20, Height(film, 100, 0), 0.5);
        Assert.Equal(10, Height(film, 50, 0), 0.5);
        Assert.Equal(35, Height(film, 100, 50), 0.5);

        // How much higher than drawn the blended outline is: forms are 20 and 30 px higher.
        double Height(Film of, double first, double second)
        {
            var keyed = of with { Shots = [of.Shots[0] with { Tracks = [TestFilm.Keyed("f1", "amount", (1, first)), TestFilm.Keyed("f2", "amount", (1, second))] }] };
            var frame = TestFilm.At(keyed, 1);
            var forms = frame.Cast[0].Plan.Parts[0].Forms!;
            var ring = forms.Set.Rings[0];
            var places = ring.Places.Select((place, i) => place + (ring.Moves[0][i] * (frame.Driven("f1", "amount") / 100)) + (ring.Moves[1][i] * (frame.Driven("f2", "amount") / 100)));
            return -places.Min(place => place.Y) - 4;
        }
    }

    [Fact]
    public void A_start_set_wrongly_by_hand_twists_and_the_snag_s_mend_puts_it_right()
    {
        var film = WithForms([new OutlineStart(0, 0.5, true)]);
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "twist");
        var mended = snag.Mend!.Apply(film);
        Assert.DoesNotContain(SnagFinder.Find(mended, mended.Shots[0], new RigCache()), snag => snag.Check == "twist");
        Assert.Empty(mended.Puppets[0].Parts[0].Forms[0].Starts);
    }

    [Fact]
    public void Forms_with_another_number_of_shapes_are_named()
    {
        var film = WithForms([]);
        var two = film.Drawings[1] with { Id = "two", Shapes = [film.Drawings[1].Shapes[0], film.Drawings[1].Shapes[0]] };
        film = film with { Drawings = film.Drawings.Add(two) };
        film = new PutOnPart("pup", "p") { Form = new Form { Id = "f3", Name = "Odd", Drawing = "two" } }.Apply(film);
        Assert.Contains(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "partner" && snag.Says.Contains("Odd", StringComparison.Ordinal));
    }

    private static Film WithForms(IEnumerable<OutlineStart> starts)
    {
        // Taller: everything above the sole goes up with its height over it.
        Drawing Taller(string id, double by) => TestFilm.Outline(id, Flat(Shoe.Select(p => p with { Y = p.Y - (by * (98 - p.Y) / 102) })));
        var part = TestFilm.Part("p", "own") with
        {
            Forms = [new Form { Id = "f1", Name = "Taller", Drawing = "d1", Starts = [.. starts] }, new Form { Id = "f2", Name = "Tallest", Drawing = "d2" }],
        };
        return TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part] }, [TestFilm.Outline("own", Flat(Shoe)), Taller("d1", 20), Taller("d2", 30)]);
    }
}
