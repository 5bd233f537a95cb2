using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests.Handling;

public sealed class SquashTests
{
    private static Film Of(params Track[] tracks) => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box")] }, [TestFilm.Box("box", 0, 0, 40, 40)], tracks);

    private static Film Made(Film film, Wish wish) => TestFilm.Made(film, wish.ToEdit(film, (_, number) => TestFilm.At(film, number)));

    private static double Squashed(Film film, double frame) => TestFilm.At(film, frame).Driven("body", "squash");

    /// <summary>Squash and stretch keeps sx·sy (math.md, 5), whatever the keys, at and between them.</summary>
    [Fact]
    public void What_is_squashed_keeps_its_area_at_every_frame() =>
        Gen.Select(Gen.Double[20, 500], Gen.Double[20, 500], Gen.Double[20, 500], Gen.Double[1, 24], Gen.OneOfConst("body", "part")).Sample((first, second, third, frame, thing) =>
        {
            var cast = TestFilm.At(Of(TestFilm.Keyed(thing, "squash", (1, first), (12, second), (24, third)), TestFilm.Keyed(thing, "turn", (1, 0), (24, 90))), frame).Cast[0];
            Assert.Equal(1, (cast.ToStage * cast.Worlds[cast.Plan.NodeOf["part"]]).Determinant, 1e-9);
        });

    [Fact]
    public void It_is_as_wide_as_it_says_and_as_much_lower()
    {
        var world = TestFilm.At(Of(TestFilm.Keyed("part", "squash", (1, 125)), TestFilm.Keyed("part", "stretchX", (1, 200))), 1).Cast[0].Worlds[0];
        Assert.Equal((2.5, 0.8), (Math.Round(world.A, 9), Math.Round(world.D, 9)));
    }

    [Fact]
    public void A_landing_is_wide_on_contact_and_back_in_its_time()
    {
        var film = Made(Of(TestFilm.Keyed("body", "squash", (1, 90), (30, 90))), new Squash(TestFilm.ShotId, TestFilm.Owner, 12, 80, 5));
        Assert.Equal(112.5, Squashed(film, 12), 1e-9);
        foreach (var frame in new[] { 1.0, 11, 17, 25 })
        {
            Assert.Equal(90, Squashed(film, frame), 1e-9);
        }

        // It slows into its shape again: more than half of the way is done in half of the time.
        Assert.InRange(Squashed(film, 14.5), 90.1, 100);
    }

    [Fact]
    public void Nothing_is_squashed_to_nothing()
    {
        var film = Of();
        foreach (var wrong in new[] { new Squash(TestFilm.ShotId, TestFilm.Owner, 9, 100), new Squash(TestFilm.ShotId, TestFilm.Owner, 9, double.NaN), new Squash(TestFilm.ShotId, TestFilm.Owner, 9, 80, 0) })
        {
            Assert.Throws<FilmException>(() => wrong.ToEdit(film, (_, number) => TestFilm.At(film, number)));
        }
    }
}
