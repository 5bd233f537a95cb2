using CsCheck;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Pasting to one, to several and to another puppet; breakdowns; size. Each told of as it then comes.</summary>
public class PasteTests
{
    private const string Other = "d";

    private static Puppet Puppet(string id, string before = "") => new()
    {
        Id = id,
        Name = id,
        Parts = [.. new[] { "a", "b", "left", "right" }.Select(name => TestFilm.Part(before + name, null) with { Name = name })],
    };

    private static Film Film(params Track[] tracks)
    {
        var film = TestFilm.Of(Puppet("p"), [], tracks);
        film = film with
        {
            Puppets = film.Puppets.Add(Puppet("q", "other-") with { Parts = Puppet("q", "other-").Parts.RemoveAll(part => part.Name == "b") }),
            Shots = [film.Shots[0] with { Things = film.Shots[0].Things.Add(TestFilm.Use(Other, "q")) }],
        };
        FilmCheck.Check(film);
        return film;
    }

    private static Beads Row(string thing, params int[] frames) => new([TestFilm.At(thing, "turn")], [.. frames]);

    private static PasteKeys Paste(int frame, params Beads[] rows) => new(TestFilm.ShotId, [.. rows], TestFilm.ShotId, TestFilm.Owner, frame);

    private static (Film After, Pasted Told) Made(Film film, PasteKeys paste)
    {
        var told = ((PasteAnswer)new Session(film).Ask(new PasteQuestion(paste))).Pasted;
        return (TestFilm.Made(film, new Session(film).Work(paste)), told);
    }

    private static IEnumerable<(int, double)> Keys(Film film, string thing, string owner = TestFilm.Owner) =>
        film.Shots[0].Tracks.Find(new Address(owner, thing, "turn"))?.AllKeys.Cast<NumberKey>().Select(key => (key.Frame, key.Value)) ?? [];

    [Fact]
    public void Between_its_first_key_and_its_last_it_replaces_and_told_to_merge_it_does_not()
    {
        var film = Film(TestFilm.Keyed("a", "turn", (1, 5), (11, 9), (23, 1), (25, 2), (30, 3), (40, 4)));
        var (replaced, told) = Made(film, Paste(20, Row("a", 1, 11)));
        Assert.Equal([(1, 5), (11, 9), (20, 5), (30, 9), (40, 4)], Keys(replaced, "a"));
        Assert.Equal((2, 1, 3), (told.Keys, told.Rows, told.Replaced));
        var (merged, also) = Made(film, Paste(20, Row("a", 1, 11)) with { Merges = true });
        Assert.Equal([(1, 5), (11, 9), (20, 5), (23, 1), (25, 2), (30, 9), (40, 4)], Keys(merged, "a"));
        Assert.Equal(1, also.Replaced);
    }

    [Fact]
    public void One_row_comes_to_all_that_are_chosen_and_as_many_rows_one_to_one()
    {
        var film = Film(TestFilm.Keyed("a", "turn", (1, 5)), TestFilm.Keyed("b", "turn", (1, 7)));
        var (one, told) = Made(film, Paste(9, Row("a", 1)) with { Things = ["left", "right"] });
        Assert.Equal([(9, 5.0)], Keys(one, "left"));
        Assert.Equal([(9, 5.0)], Keys(one, "right"));
        Assert.Equal((2, 2), (told.Keys, told.Rows));
        var (two, _) = Made(film, Paste(9, Row("a", 1), Row("b", 1)) with { Things = ["right", "left"] });
        Assert.Equal([(9, 5.0)], Keys(two, "right"));
        Assert.Equal([(9, 7.0)], Keys(two, "left"));
        var problem = Assert.Throws<FilmException>(() => Made(film, Paste(9, Row("a", 1), Row("b", 1)) with { Things = ["right", "left", "a"] }));
        Assert.Contains("of 2 things do not fit the 3 selected", problem.Message);
    }

    [Fact]
    public void What_was_copied_is_still_chosen_and_then_nothing_else_is_meant()
    {
        var film = Film(TestFilm.Keyed("left", "turn", (1, 5)));
        Assert.Equal([(1, 5.0), (9, 5.0)], Keys(Made(film, Paste(9, Row("left", 1)) with { Things = ["left"] }).After, "left"));

        // Mirrored it comes to the other side, and not back onto its own row.
        var mirrored = Made(film, Paste(9, Row("left", 1)) with { Things = ["left"], Mirror = Mirror.Sides }).After;
        Assert.Equal([(9, -5.0)], Keys(mirrored, "right"));
        Assert.Equal([(1, 5.0)], Keys(mirrored, "left"));
    }

    [Fact]
    public void Another_puppet_takes_what_it_has_by_name_stays_where_it_stands_and_the_rest_is_told()
    {
        var stand = new Address(TestFilm.Owner, Address.Stand, "x");
        var film = Film(TestFilm.Keyed("a", "turn", (1, 5)), TestFilm.Keyed("b", "turn", (1, 7)), TestFilm.Keyed(stand, (1, 400)));
        var (after, told) = Made(film, Paste(9, Row("a", 1), Row("b", 1), new Beads([stand], [1])) with { Owner = Other });
        Assert.Equal([(9, 5.0)], Keys(after, "other-a", Other));
        Assert.DoesNotContain(after.Shots[0].Tracks, track => track.Address.Owner == Other && track.Address.Thing == Address.Stand);
        Assert.Equal(["b", "Position"], told.Lost);

        // Asked for by itself, it comes.
        Assert.Equal([(9, 400.0)], Made(film, Paste(9, new Beads([stand], [1])) with { Owner = Other }).After.Shots[0].Tracks.Find(stand with { Owner = Other })!.AllKeys.Cast<NumberKey>().Select(key => (key.Frame, key.Value)));
    }

    [Fact]
    public void Cut_keys_go_to_where_they_are_pasted()
    {
        var film = Film(TestFilm.Keyed("a", "turn", (1, 5), (5, 6)), TestFilm.Keyed("b", "turn", (1, 7)));
        Assert.Equal([(9, 5), (13, 6.0)], Keys(Made(film, Paste(9, Row("a", 1, 5)) with { Cut = true }).After, "a"));
        var (moved, told) = Made(film, Paste(9, Row("a", 1, 5)) with { Cut = true, Things = ["b"] });
        Assert.Empty(Keys(moved, "a"));
        Assert.Equal([(1, 7), (9, 5), (13, 6.0)], Keys(moved, "b"));
        Assert.Equal((2, 0), (told.Keys, told.Replaced));
    }

    [Fact]
    public void What_is_told_is_what_comes() => Gen.Select(Gen.Int[1, 40].Array[1, 6], Gen.Int[1, 40].Array[0, 6], Gen.Int[1, 50], Gen.Bool).Sample((frames, there, at, merges) =>
    {
        var own = frames.Distinct().Order().ToArray();
        var others = there.Distinct().Order().ToArray();
        var film = Film([TestFilm.Keyed("a", "turn", [.. own.Select(frame => (frame, (double)frame))]), .. others.Length == 0 ? [] : (Track[])[TestFilm.Keyed("b", "turn", [.. others.Select(frame => (frame, -1.0))])]]);
        var (after, told) = Made(film, Paste(at, Row("a", own)) with { Things = ["b"], Merges = merges });
        return told.Keys == own.Length && Keys(after, "b").Count() == others.Length + own.Length - told.Replaced && Keys(after, "a").Count() == own.Length;
    }, iter: 200);

    [Fact]
    public void A_breakdown_lies_between_the_pose_before_and_the_one_after() => Gen.Select(Gen.Double[-50, 50], Gen.Double[-50, 50], Gen.Double[-100, 200]).Sample((from, to, percent) =>
    {
        var film = Film(TestFilm.Keyed("a", "turn", (1, from), (5, 33), (11, to)), TestFilm.Keyed("b", "turn", (1, 7)));
        var after = TestFilm.Made(film, new Session(film).Work(new InBetween(TestFilm.ShotId, TestFilm.Owner, [], 5, percent)));
        return Math.Abs(Keys(after, "a").Single(key => key.Item1 == 5).Item2 - (from + (percent / 100 * (to - from)))) < 1e-3 && Keys(after, "b").Count() == 1;
    }, iter: 60);

    [Fact]
    public void A_breakdown_without_a_pose_on_either_side_says_so() =>
        Assert.Contains("both before frame 5 and after it", Assert.Throws<FilmException>(() => new Session(Film(TestFilm.Keyed("a", "turn", (1, 5)))).Work(new InBetween(TestFilm.ShotId, TestFilm.Owner, [], 5, 50))).Message);

    [Theory]
    [InlineData(100, 100, 150, 150, 150)]
    [InlineData(50, 200, 200, 100, 400)]
    [InlineData(-100, 100, 50, -50, 50)]
    [InlineData(0, 100, 80, 80, 80)]
    public void Size_changes_both_stretches_in_proportion(double across, double down, double size, double x, double y)
    {
        var film = Film(TestFilm.Keyed("a", "stretchX", (1, across)), TestFilm.Keyed("a", "stretchY", (1, down)));
        var after = TestFilm.At(TestFilm.Made(film, new Session(film).Work(new Resize(TestFilm.ShotId, TestFilm.Owner, "a", 1, size))), 1);
        Assert.Equal((x, y), (after.Driven("a", "stretchX"), after.Driven("a", "stretchY")));
        Assert.Equal(size, Resize.Size(x, y), 1e-9);
    }
}
