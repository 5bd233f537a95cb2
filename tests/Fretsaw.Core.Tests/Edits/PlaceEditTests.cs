using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Across and down as one place, and each by itself.</summary>
public class PlaceEditTests
{
    private static readonly Address Shift = TestFilm.At("a", "shift");
    private static readonly Gap Rising = new() { Ease = new Slow(0, 100) };

    private static Film Thrown(Place bend = default) => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null)] }, [],
        new PlaceTrack
        {
            Address = Shift,
            Keys =
            [
                new PlaceKey(1, new Place(0, 0, 0)) { Gap = Gap.Both, Out = bend },
                new PlaceKey(11, new Place(100, -80, 0)),
                new PlaceKey(21, new Place(200, 0, 0)),
            ],
        });

    private static (double X, double Y) At(Film film, int frame)
    {
        var seen = TestFilm.At(film, frame);
        return (seen.Driven("a", "shiftX"), seen.Driven("a", "shiftY"));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(60)]
    public void Parted_it_moves_as_before(double bend)
    {
        var film = Thrown(new Place(0, bend, 0));
        var apart = TestFilm.Made(film, new SplitPlace(TestFilm.ShotId, Shift));
        Assert.Equal(["shiftX", "shiftY"], apart.Shots[0].Tracks.Select(track => track.Address.Property));
        Assert.All(Enumerable.Range(1, 30), frame =>
        {
            var (was, now) = (At(film, frame), At(apart, frame));
            Assert.Equal(was.X, now.X, 1e-6);
            Assert.Equal(was.Y, now.Y, 1e-6);
        });
        Assert.Equal(bend == 0, apart.Shots[0].Tracks.All(track => track.AllKeys.Length == 3));
    }

    /// <summary>A bounce: evenly across, slowing as it rises, so that it is past half its height in half the time.</summary>
    [Fact]
    public void Parted_each_has_its_own_chart_and_its_own_keys()
    {
        var film = new SplitPlace(TestFilm.ShotId, Shift).Apply(Thrown());
        film = new SetGap(TestFilm.ShotId, 1, Gap.Even, [TestFilm.At("a", "shiftX")]).Apply(film);
        film = new SetGap(TestFilm.ShotId, 1, Rising, [TestFilm.At("a", "shiftY")]).Apply(film);
        var (x, y) = At(film, 6);
        Assert.Equal(50, x, 1e-9);
        Assert.Equal(-80 * new GapCurve(Rising).At(5, 10), y, 1e-9);
        Assert.True(y < -50);
        film = TestFilm.Key(16, ("a", "shiftY", -20)).Apply(film);
        Assert.Equal([1, 11, 21], film.TrackOf("a", "shiftX").AllKeys.Select(key => key.Frame));
        Assert.Equal([1, 11, 16, 21], film.TrackOf("a", "shiftY").AllKeys.Select(key => key.Frame));

        // Together again: the keys of both, and gap by gap the chart of what moves most.
        Assert.Throws<FilmException>(() => new MakePath(TestFilm.ShotId, Shift).Apply(film));
        var one = TestFilm.Made(film, new MakePath(TestFilm.ShotId, Shift) { Merging = true });
        var keys = Assert.IsType<PlaceTrack>(Assert.Single(one.Shots[0].Tracks)).Keys;
        Assert.Equal([1, 11, 16, 21], keys.Select(key => key.Frame));
        Assert.All(keys, key =>
        {
            Assert.Equal(At(film, key.Frame).X, key.At.X, 1e-9);
            Assert.Equal(At(film, key.Frame).Y, key.At.Y, 1e-9);
        });
        Assert.Equal(50, At(one, 6).X, 1e-9);
    }
}
