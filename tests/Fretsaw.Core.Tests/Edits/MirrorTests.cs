using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>Left and right by the words in names and by pairs that somebody made, and keys that are pasted mirrored.</summary>
public class MirrorTests
{
    private static readonly Puppet Figure = new()
    {
        Id = "p",
        Name = "P",
        Parts = [Named("al", "Left arm"), Named("ar", "Right arm"), Named("head", "Head"), Named("near", "Leg, near"), Named("far", "Leg, far"), Named("lamp", "Lamp paw"), Named("free", "Free paw"), Named("blur", "Leftover")],
        Dials = [new Dial { Id = "look", Name = "Look", IsPad = true }, new Dial { Id = "blink", Name = "Blink" }],
    };

    private static Part Named(string id, string name) => TestFilm.Part(id, null) with { Name = name };

    private static Beads Row(string thing, string property, params int[] frames) => new([TestFilm.At(thing, property)], [.. frames]);

    private static double Value(Film film, string thing, string property, int frame) =>
        film.Shots[0].Tracks.Where(track => track.Address.Thing == thing && track.Address.Property == property).SelectMany(track => track.AllKeys).OfType<NumberKey>().Single(key => key.Frame == frame).Value;

    [Fact]
    public void Names_say_which_is_the_other_side()
    {
        var sides = Mirroring.Of(Figure);
        Assert.Equal(("ar", "al"), (sides["al"], sides["ar"]));
        Assert.Equal(("far", "near"), (sides["near"], sides["far"]));
        Assert.All(["head", "lamp", "free", "blur", "body"], id => Assert.Equal(id, sides[id]));
    }

    [Fact]
    public void Pairs_by_hand_count_before_names_and_are_taken_back()
    {
        var film = TestFilm.Of(Figure, []);
        film = new PairThings("p", "lamp") { Other = "free" }.Apply(film);
        Assert.Equal("free", Mirroring.Of(film.Puppets[0])["lamp"]);
        film = new PairThings("p", "lamp") { Other = "al" }.Apply(film);
        var sides = Mirroring.Of(film.Puppets[0]);
        Assert.Equal(("al", "lamp", "ar", "free"), (sides["lamp"], sides["al"], sides["ar"], sides["free"]));
        film = new PairThings("p", "near") { Other = "near" }.Apply(new PairThings("p", "lamp").Apply(film));
        sides = Mirroring.Of(film.Puppets[0]);
        Assert.Equal(("ar", "near", "far"), (sides["al"], sides["near"], sides["far"]));
        Assert.Throws<FilmException>(() => new PairThings("p", "lamp") { Other = "nobody" }.Apply(film));
    }

    [Fact]
    public void Pasted_mirrored_left_takes_what_right_has_the_other_way_round()
    {
        var film = TestFilm.Of(Figure, [], TestFilm.Keyed("al", "turn", [(1, 30)]), TestFilm.Keyed("ar", "turn", [(1, -5)]), TestFilm.Keyed("head", "turn", [(1, 8)]),
            TestFilm.Keyed("head", "stretchX", [(1, 90)]), TestFilm.Keyed("look", "across", [(1, 40)]), TestFilm.Keyed("blink", "across", [(1, 100)]));
        film = new CopyKeys(TestFilm.ShotId, [Row("al", "turn", 1), Row("ar", "turn", 1), Row("head", "turn", 1), Row("head", "stretchX", 1), Row("look", "across", 1), Row("blink", "across", 1)], 20) { Mirror = Mirror.Sides }.Apply(film);
        Assert.Equal((5, -30, -8), (Value(film, "al", "turn", 20), Value(film, "ar", "turn", 20), Value(film, "head", "turn", 20)));
        Assert.Equal((90, -40, 100), (Value(film, "head", "stretchX", 20), Value(film, "look", "across", 20), Value(film, "blink", "across", 20)));
        Assert.Contains(film.Shots[0].Cards, card => card.Frame == 20);
    }

    [Fact]
    public void In_place_every_thing_keeps_its_own_and_twice_is_nothing()
    {
        var film = TestFilm.Of(Figure, [], TestFilm.Keyed("al", "turn", [(1, 30)]), TestFilm.Keyed("ar", "turn", [(1, -5)]));
        film = new CopyKeys(TestFilm.ShotId, [Row("al", "turn", 1), Row("ar", "turn", 1)], 20) { Mirror = Mirror.InPlace }.Apply(film);
        Assert.Equal((-30, 5), (Value(film, "al", "turn", 20), Value(film, "ar", "turn", 20)));
        film = new CopyKeys(TestFilm.ShotId, [Row("al", "turn", 20), Row("ar", "turn", 20)], 40) { Mirror = Mirror.InPlace }.Apply(film);
        Assert.Equal((30, -5), (Value(film, "al", "turn", 40), Value(film, "ar", "turn", 40)));
    }

    [Fact]
    public void Places_go_across_the_other_way_with_their_paths()
    {
        var film = new SetKeys(TestFilm.ShotId, 1, [new KeyValue(TestFilm.At("al", "shiftX"), 12), new KeyValue(TestFilm.At("al", "shiftY"), 7)]).Apply(TestFilm.Of(Figure, []));
        film = new ShapePath(TestFilm.ShotId, TestFilm.At("al", "shift"), 1) { Out = new Place(4, 3) }.Apply(film);
        film = new CopyKeys(TestFilm.ShotId, [Row("al", "shift", 1)], 1) { Mirror = Mirror.Sides }.Apply(film);
        var key = film.Shots[0].Tracks.OfType<PlaceTrack>().Single(track => track.Address.Thing == "ar").Keys[0];
        Assert.Equal((new Place(-12, 7), new Place(-4, 3)), (key.At, key.Out));
    }
}
