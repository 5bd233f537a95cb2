using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Expressions under everything else, blinks, and a pad that moves a whole face.</summary>
public class FaceTests
{
    private static Puppet Face => new()
    {
        Id = "p",
        Name = "P",
        Parts = [TestFilm.Part("head", "box"), TestFilm.Part("mouth", "box") with { Swaps = [new Swap { Id = "open", Name = "Open", Drawing = "box" }, new Swap { Id = "grin", Name = "Grin", Drawing = "box" }] }],
        Bones = [TestFilm.Bone("neck", 0, 0, 0, 20)],
        Dials =
        [
            new Dial { Id = "brows", Name = "Brows", Stations = [new Station(0, 0, []), new Station(100, 0, [new StationValue("head", "turn", 20)])] },
            new Dial { Id = "lid-l", Name = "Lid left" }, new Dial { Id = "lid-r", Name = "Lid right" }, new Dial { Id = "look", Name = "Look", IsPad = true },
        ],
    };

    private static Film Film(params Track[] tracks) => TestFilm.Of(Face, [TestFilm.Box("box", 0, 0, 50, 50)], tracks);

    private static Film Worried(params Track[] tracks)
    {
        var film = Film(TestFilm.Keyed("brows", "across", (1, 60)), TestFilm.Chosen("mouth", "swap", (1, "grin")));
        film = KeptFilm.Kept(film, new KeepActing(TestFilm.ShotId, TestFilm.Owner, [], 1, 1, "worried", "Worried") { AsExpression = true });
        return film with { Shots = [film.Shots[0] with { Tracks = [.. tracks.OrderBy(track => track.Address)], Cards = [] }] };
    }

    private static string Shows(Film film, double frame) => TestFilm.At(film, frame) is var at ? Inspection.Of(at, false).Values.Single(value => value.Address == TestFilm.At("mouth", "swap")).Choice! : "";

    private static Film Work(Film film, Wish wish) => TestFilm.Made(film, new Session(film).Work(wish));

    [Fact]
    public void It_is_kept_of_whatever_was_posed_but_where_the_body_is()
    {
        var film = Film(
            TestFilm.Keyed("brows", "across", (1, 60)), TestFilm.Keyed("neck", "turn", (1, 9)), TestFilm.Chosen("mouth", "swap", (1, "grin")), TestFilm.Keyed("head", "turn", (1, 12)),
            TestFilm.Keyed("body", "turn", (1, 3)));
        var face = Keep();
        Assert.Equal(["brows", "head", "mouth"], face.Controls.Select(control => control.Thing).Order());
        Assert.Equal(["head", "neck"], Keep("head", "neck").Controls.Select(control => control.Thing).Order());
        Assert.Throws<FilmException>(() => Keep(Address.Body));

        // What was turned comes back by its amount.
        var used = film with { Kept = [face], Shots = [film.Shots[0] with { Cards = [], Tracks = [TestFilm.Keyed("worried", "amount", (1, 50))] }] };
        Assert.Equal(6 + (0.5 * 60 / 100 * 20), TestFilm.At(used, 1).Driven("head", "turn"), 1e-9);
        Assert.Equal(0, TestFilm.At(used, 1).Driven("neck", "turn"));

        Kept Keep(params string[] things) =>
            KeptFilm.Kept(film, new KeepActing(TestFilm.ShotId, TestFilm.Owner, [.. things], 1, 1, "worried", "Worried") { AsExpression = true }).Kept[0];
    }

    [Fact]
    public void Its_amount_is_keyed_like_a_dial_and_lies_under_everything_else()
    {
        var film = Worried(TestFilm.Keyed("worried", "amount", (1, 0), (11, 100)), TestFilm.Keyed("brows", "across", (1, 10)), TestFilm.Chosen("mouth", "swap", (1, ""), (9, "open")));
        Assert.Equal((10, 40, 70), (TestFilm.At(film, 1).Driven("brows", "across"), TestFilm.At(film, 6).Driven("brows", "across"), TestFilm.At(film, 40).Driven("brows", "across")));

        // The dial drives what it drives, from where it has come to.
        Assert.Equal(14, TestFilm.At(film, 40).Driven("head", "turn"), 1e-9);
        Assert.Equal(("", "grin", "open"), (Shows(film, 5), Shows(film, 8), Shows(film, 10)));

        // What is keyed stays what the hand has keyed.
        var frame = TestFilm.At(film, 40);
        Assert.Equal(10, frame.Values[frame.Plan.Slots.Find(TestFilm.At("brows", "across"))]);
    }

    [Fact]
    public void It_does_not_go_past_what_a_dial_has()
    {
        var film = Worried(TestFilm.Keyed("worried", "amount", (1, 150)), TestFilm.Keyed("brows", "across", (1, 80)));
        Assert.Equal(100, TestFilm.At(film, 1).Driven("brows", "across"));
    }

    [Fact]
    public void Its_keys_outlive_a_change_of_the_rig_and_go_with_it()
    {
        var film = Worried(TestFilm.Keyed("worried", "amount", (1, 50)), TestFilm.Keyed("neck", "turn", (1, 5)));
        film = TestFilm.Made(film, new RemoveBone("p", "neck"));
        Assert.Equal(["worried"], film.Shots[0].Tracks.Select(track => track.Address.Thing));
        Assert.Empty(TestFilm.Made(film, new RemoveKept("worried")).Shots[0].Tracks);
    }

    [Fact]
    public void A_blink_closes_holds_and_opens_to_where_it_was_with_the_brow()
    {
        var film = Work(Film(TestFilm.Keyed("lid-l", "across", (1, 20), (60, 20)), TestFilm.Keyed("brows", "across", (1, 5))), new Blink(TestFilm.ShotId, TestFilm.Owner, ["lid-l", "lid-r"], 10, 10) { Brow = "brows", BrowBy = 15 });
        Assert.Equal((20, 100, 100, 20, 20), (film.Seen(10, "lid-l", "across"), film.Seen(12, "lid-l", "across"), film.Seen(13, "lid-l", "across"), film.Seen(16, "lid-l", "across"), film.Seen(40, "lid-l", "across")));
        Assert.Equal((0, 100, 0), (film.Seen(10, "lid-r", "across"), film.Seen(12, "lid-r", "across"), film.Seen(16, "lid-r", "across")));
        Assert.Equal((5, 20, 5), (film.Seen(10, "brows", "across"), film.Seen(12, "brows", "across"), film.Seen(16, "brows", "across")));
    }

    [Fact]
    public void One_eye_may_wink_and_an_eye_that_is_held_shut_or_moves_is_left_alone()
    {
        var track = TestFilm.Keyed("lid-l", "across", (1, 0), (9, 0), (12, 100), (40, 100), (44, 0));
        var film = Work(Film(track), new Blink(TestFilm.ShotId, TestFilm.Owner, ["lid-l", "lid-r"], 20, 20));
        Assert.Equal(track.AllKeys.Select(key => key.Frame), film.TrackOf("lid-l", "across").AllKeys.Select(key => key.Frame));
        Assert.Equal(100, film.Seen(22, "lid-r", "across"));
        Assert.Throws<FilmException>(() => new Session(Film(track)).Work(new Blink(TestFilm.ShotId, TestFilm.Owner, ["lid-l"], 7, 7)));
    }

    [Fact]
    public void Irregular_ones_come_by_their_seed_apart_from_each_other_and_not_in_step()
    {
        var blinks = new Blink(TestFilm.ShotId, TestFilm.Owner, ["lid-l"], 1, 96) { EverySeconds = 0.8, Seed = 3 };
        var film = Work(Film(), blinks);
        int[] Starts(Film of) => [.. of.TrackOf("lid-l", "across").AllKeys.Where(key => ((NumberKey)key).Value == 0 && of.Seen(key.Frame + 2, "lid-l", "across") == 100).Select(key => key.Frame)];
        var starts = Starts(film);
        Assert.InRange(starts.Length, 3, 8);
        var apart = starts.Zip(starts.Skip(1), (a, b) => b - a).ToList();
        Assert.All(apart, frames => Assert.InRange(frames, 7, 0.8 * 24 * 1.6 + 1));
        Assert.True(apart.Distinct().Count() > 1);
        Assert.Equal(starts, Starts(Work(Film(), blinks)));
        Assert.NotEqual(starts, Starts(Work(Film(), blinks with { Seed = 4 })));
    }

    [Fact]
    public void A_pad_moves_what_is_switched_on_for_it_by_so_much()
    {
        var film = TestFilm.Made(Film(), new ChangePuppet("p") { FacePad = [new PadFeature("look", 100, 50), new PadFeature("brows", 0, -80), new PadFeature("neck", 50, 0), new PadFeature("lid-l") { Off = true }] });
        film = Work(film, new MoveFace(TestFilm.ShotId, TestFilm.Owner, 8, new Point(0.5, -0.4)));
        Assert.Equal((50, -20, 32, 5), (film.Seen(8, "look", "across"), film.Seen(8, "look", "down"), film.Seen(8, "brows", "across"), film.Seen(8, "neck", "turn")));
        Assert.DoesNotContain(film.Shots[0].Tracks, one => one.Address.Thing == "lid-l");
        Assert.Throws<FilmException>(() => new Session(Film()).Work(new MoveFace(TestFilm.ShotId, TestFilm.Owner, 8, new Point(0, 0))));
        Assert.Throws<FilmException>(() => new Session(film).Work(new MoveFace(TestFilm.ShotId, TestFilm.Owner, 8, new Point(double.NaN, 0))));
    }
}
