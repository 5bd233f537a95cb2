using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

public class GapEditsTests
{
    private const int Parts = 14;

    /// <summary>As many as are looked up at once are the same as each by itself; a number that is part of a place means the place.</summary>
    [Theory]
    [InlineData(3)]
    [InlineData(Parts)]
    public void A_chart_for_many_is_the_same_chart_for_each(int many)
    {
        var film = Film();
        ImmutableArray<Address> addresses = [TestFilm.At("p0", "shiftX"), .. Enumerable.Range(1, many - 1).Select(i => TestFilm.At($"p{i}", "turn"))];
        var at = 10;
        var together = new SetGap(TestFilm.ShotId, at, Gap.SlowStart, addresses).Apply(film);
        var each = addresses.Aggregate(film, (current, address) => new SetGap(TestFilm.ShotId, at, Gap.SlowStart, [address]).Apply(current));
        Assert.Equal(FilmJson.Write(each), FilmJson.Write(together));

        var changed = together.Shots[0].Tracks.Zip(film.Shots[0].Tracks).Where(pair => !ReferenceEquals(pair.First, pair.Second)).Select(pair => pair.First).ToList();
        Assert.Equal(many, changed.Count);
        Assert.Contains(changed, track => track is PlaceTrack);
        Assert.All(changed, track => Assert.Equal([null, Gap.SlowStart, null], track.AllKeys.Select(key => key.Gap == Gap.SlowStart ? key.Gap : null)));
    }

    [Fact]
    public void Where_no_key_stands_nothing_is_charted()
    {
        var film = Film();
        Assert.Same(film.Shots[0].Tracks[0], new SetGap(TestFilm.ShotId, 11, Gap.SlowStart, [film.Shots[0].Tracks[0].Address]).Apply(film).Shots[0].Tracks[0]);
    }

    private static Film Film()
    {
        var names = Enumerable.Range(0, Parts).Select(i => $"p{i}").ToList();
        var puppet = new Puppet { Id = "pup", Name = "P", Parts = [.. names.Select(name => TestFilm.Part(name, name))] };
        var place = new PlaceTrack
        {
            Address = TestFilm.At("p0", "shift"),
            Keys = [.. new[] { 1, 10, 20 }.Select(frame => new PlaceKey(frame, new Place(frame, 0, 0)))],
        };
        return TestFilm.Of(puppet, [.. names.Select(name => TestFilm.Box(name, 0, 0, 10, 10))], [place, .. names.Skip(1).Select(name => TestFilm.Keyed(name, "turn", (1, 0), (10, 20), (20, 5)))]);
    }
}
