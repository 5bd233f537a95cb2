using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests.Handling;

public sealed class StretchingTests
{
    private static Film Falling() => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("part", "box")] }, [TestFilm.Box("box", 0, 0, 40, 40)],
        TestFilm.Keyed("body", "stretchX", (1, 90), (30, 90)), TestFilm.Keyed("body", "stretchY", (1, 100 / 0.9), (30, 100 / 0.9)));

    private static Film Made(Film film, Wish wish) => TestFilm.Made(film, wish.ToEdit(film, (_, number) => TestFilm.At(film, number)));

    private static (double X, double Y) Stretched(Film film, double frame) =>
        (TestFilm.At(film, frame).Driven("body", "stretchX"), TestFilm.At(film, frame).Driven("body", "stretchY"));

    [Theory]
    [InlineData("stretchX", 150)]
    [InlineData("stretchY", 60)]
    [InlineData("stretchX", -120)]
    public void One_way_gives_so_that_the_area_is_kept(string property, double percent)
    {
        var (x, y) = Stretched(Made(Falling(), new StretchOneWay(TestFilm.ShotId, TestFilm.Owner, "body", 9, property, percent)), 9);
        Assert.Equal(percent, property == "stretchX" ? x : y, 1e-9);
        Assert.Equal(10_000, x * y, 1.0);
    }

    [Fact]
    public void A_landing_is_wide_on_contact_and_back_in_its_time()
    {
        var film = Made(Falling(), new Squash(TestFilm.ShotId, TestFilm.Owner, 12, 80, 5));
        var contact = Stretched(film, 12);
        Assert.Equal((112.5, 88.89), (Math.Round(contact.X, 2), Math.Round(contact.Y, 2)));
        Assert.Equal(10_000, contact.X * contact.Y, 1.0);
        foreach (var frame in new[] { 1.0, 11, 17, 25 })
        {
            Assert.Equal(90, Stretched(film, frame).X, 1e-9);
            Assert.Equal(100 / 0.9, Stretched(film, frame).Y, 0.01);
        }

        // It slows into its shape again: more than half of the way is done in half of the time.
        Assert.InRange(Stretched(film, 14.5).X, 90.1, 100);
    }

    [Fact]
    public void Nothing_is_stretched_to_nothing()
    {
        var film = Falling();
        foreach (var wrong in new Wish[]
        {
            new StretchOneWay(TestFilm.ShotId, TestFilm.Owner, "body", 9, "stretchX", 0), new StretchOneWay(TestFilm.ShotId, TestFilm.Owner, "body", 9, "turn", 9),
            new StretchOneWay(TestFilm.ShotId, TestFilm.Owner, "nobody", 9, "stretchX", 90),
            new Squash(TestFilm.ShotId, TestFilm.Owner, 9, 100), new Squash(TestFilm.ShotId, TestFilm.Owner, 9, double.NaN), new Squash(TestFilm.ShotId, TestFilm.Owner, 9, 80, 0),
        })
        {
            Assert.Throws<FilmException>(() => wrong.ToEdit(film, (_, number) => TestFilm.At(film, number)));
        }
    }
}
