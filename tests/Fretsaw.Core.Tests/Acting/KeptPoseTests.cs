using Fretsaw.Core.Acting;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

/// <summary>Poses that are kept and put on again: as they were, weaker and stronger, mirrored, on top, and on another puppet.</summary>
public class KeptPoseTests
{
    private static readonly Track[] Posed =
    [
        TestFilm.Keyed("head", "turn", (1, 30), (40, -10)), TestFilm.Keyed("look", "across", (1, 50), (40, 0)), TestFilm.Keyed("hand", "shiftX", (1, -20), (40, 60)),
        TestFilm.Keyed("hand", "shiftY", (1, 10), (40, 0)), TestFilm.Chosen("head", "swap", (1, "smile"), (40, "")),
    ];

    private static readonly Film Film = KeptFilm.Kept(1, 1, Posed);

    private static Film Put(double strength, Func<PutPose, PutPose>? how = null, string owner = TestFilm.Owner) =>
        TestFilm.Made(Film, (how ?? (put => put))(new PutPose(TestFilm.ShotId, owner, "kept", 40, [], strength)));

    [Theory]
    [InlineData(100, 30, 50, -20, "smile")]
    [InlineData(50, 10, 25, 20, "smile")]
    [InlineData(0, -10, 0, 60, "")]
    [InlineData(150, 50, 75, -60, "smile")]
    public void It_is_put_on_by_so_much(double strength, double turn, double look, double hand, string swap)
    {
        var film = Put(strength);
        Assert.Equal((turn, look, hand), (film.Seen(40, "head", "turn"), film.Seen(40, "look", "across"), film.Seen(40, "hand", "shiftX")));
        Assert.Equal(swap, ((ChoiceTrack)film.TrackOf("head", "swap")).Keys.Single(key => key.Frame == 40).Id);
        Assert.Equal(30, film.Seen(1, "head", "turn"));
    }

    [Fact]
    public void As_an_offset_it_comes_on_top()
    {
        var film = Put(50, put => put with { Offset = true });
        Assert.Equal((5, 25, 50), (film.Seen(40, "head", "turn"), film.Seen(40, "look", "across"), film.Seen(40, "hand", "shiftX")));
    }

    [Fact]
    public void Only_the_chosen_controls_take_part()
    {
        var film = Put(100, put => put with { Things = ["look"] });
        Assert.Equal((-10, 50), (film.Seen(40, "head", "turn"), film.Seen(40, "look", "across")));
        film = Put(100, put => put with { Without = ["head", "hand"] });
        Assert.Equal((-10, 50, 60), (film.Seen(40, "head", "turn"), film.Seen(40, "look", "across"), film.Seen(40, "hand", "shiftX")));
    }

    [Fact]
    public void Mirrored_it_goes_the_other_way_and_mirrored_twice_it_is_the_same()
    {
        var once = Put(100, put => put with { Mirror = Mirror.Sides });
        Assert.Equal((-30, -50, 20, 10), (once.Seen(40, "head", "turn"), once.Seen(40, "look", "across"), once.Seen(40, "hand", "shiftX"), once.Seen(40, "hand", "shiftY")));
        var again = KeptFilm.Kept(once, new KeepActing(TestFilm.ShotId, TestFilm.Owner, [], 40, 40, "kept-2", "Mirrored"));
        var twice = new PutPose(TestFilm.ShotId, TestFilm.Owner, "kept-2", 60, []) { Mirror = Mirror.Sides }.Apply(again);
        foreach (var (thing, property) in new[] { ("head", "turn"), ("look", "across"), ("hand", "shiftX"), ("hand", "shiftY") })
        {
            Assert.Equal(Film.Seen(1, thing, property), twice.Seen(60, thing, property), 1e-9);
        }
    }

    [Fact]
    public void Another_puppet_takes_it_by_names_and_roles_and_as_far_as_it_is_larger()
    {
        var film = Put(100, owner: KeptFilm.Other);
        Assert.Equal((30, 50), (film.Seen(40, "head", "turn", KeptFilm.Other), film.Seen(40, "look", "across", KeptFilm.Other)));

        // Its arm is twice as long, and a hand is what it calls a paw.
        Assert.Equal((-40, 20), (film.Seen(40, "q-hand", "shiftX", KeptFilm.Other), film.Seen(40, "q-hand", "shiftY", KeptFilm.Other)));
        Assert.Equal(-10, film.Seen(40, "head", "turn"));
    }

    [Fact]
    public void What_fits_is_told_and_corrected_once_for_all()
    {
        FitBy By(Film film, string name) => Fitting.Of(film.Kept[0], film.Puppets[1]).Single(fit => fit.Control.Name == name).By;
        string? Thing(Film film, string name) => Fitting.Of(film.Kept[0], film.Puppets[1]).Single(fit => fit.Control.Name == name).Thing;
        Assert.Equal((FitBy.Name, FitBy.Role, FitBy.Name), (By(Film, "Head"), By(Film, "Hand"), By(Film, "Look")));
        var film = TestFilm.Made(Film, new KnowControlAs("q", "hand", ThingKind.Reach, "q-foot-l"));
        Assert.Equal((FitBy.Hand, "q-foot-l"), (By(film, "Hand"), Thing(film, "Hand")));
        film = TestFilm.Made(film, new KnowControlAs("q", "Hand", ThingKind.Reach, ""));
        Assert.Equal((FitBy.Hand, null), (By(film, "Hand"), Thing(film, "Hand")));
        Assert.Equal(FitBy.Role, By(TestFilm.Made(film, new KnowControlAs("q", "Hand", ThingKind.Reach, null)), "Hand"));
    }

    [Fact]
    public void A_pose_that_fits_nothing_is_refused_with_a_remedy()
    {
        var film = KeptFilm.Kept(Film, new KeepActing(TestFilm.ShotId, TestFilm.Owner, ["hand"], 1, 1, "reach", "Reach"));
        film = new KnowControlAs("q", "Hand", ThingKind.Reach, "").Apply(film);
        var error = Assert.Throws<FilmException>(() => new PutPose(TestFilm.ShotId, KeptFilm.Other, "reach", 4, []).Apply(film));
        Assert.Equal("select matches for its controls", error.Remedy);
    }

    [Fact]
    public void A_chosen_control_without_keys_is_kept_as_it_is_at_rest()
    {
        var film = KeptFilm.Kept(KeptFilm.Of(), new KeepActing(TestFilm.ShotId, TestFilm.Owner, ["hand"], 5, 5, "reach", "Reach"));
        Assert.Equal(["hand"], film.Kept[0].Controls.Select(control => control.Thing));
        Assert.Equal(["planted", "shift"], film.Kept[0].Tracks.Select(track => track.Address.Property));
        Assert.Throws<FilmException>(() => KeptFilm.Kept(film, new KeepActing(TestFilm.ShotId, TestFilm.Owner, [], 5, 5, "all", "All")));
    }

    [Fact]
    public void Taken_away_it_takes_along_where_it_was_placed()
    {
        var film = KeptFilm.Placed(Film, KeptFilm.Whole(5, 5));
        film = TestFilm.Made(film, new KeepAside(TestFilm.ShotId, "aside", "Aside"));
        film = TestFilm.Made(film, new RemoveKept("kept"));
        Assert.Empty(film.Shots[0].Placed);
        Assert.Empty(film.Shots[0].Asides[0].Placed);
    }
}
