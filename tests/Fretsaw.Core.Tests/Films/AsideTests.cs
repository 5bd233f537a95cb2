using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Versions that are kept, and pictures that are worked by: seen when asked for, and never printed.</summary>
public class AsideTests
{
    private static Film Turning() => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null)] }, [TestFilm.Box("sheet", 0, 0, 40, 20), TestFilm.Box("panel", 0, 0, 40, 20)], TestFilm.Keyed("a", "turn", (1, 10), (20, 50)));

    [Fact]
    public void A_kept_version_is_looked_at_beside_what_the_shot_is_now_and_gone_back_to()
    {
        var film = TestFilm.Made(Turning(), new KeepAside(TestFilm.ShotId, "first", "First try"));
        film = new ChangeShot(TestFilm.ShotId) { Length = 120 }.Apply(TestFilm.Key(20, ("a", "turn", -90)).Apply(film));
        var session = new Session(film);
        Assert.Equal(-90, session.FrameAt(new View(TestFilm.ShotId), 20).Driven("a", "turn"));
        Assert.Equal(50, session.FrameAt(new View(TestFilm.ShotId, Aside: "first"), 20).Driven("a", "turn"));

        // A frame that the version did not have yet is one of its last.
        Assert.Equal(50, session.FrameAt(new View(TestFilm.ShotId, Aside: "first"), 110).Driven("a", "turn"));
        var back = TestFilm.Made(film, new TakeAside(TestFilm.ShotId, "first"));
        Assert.Equal(96, back.Shots[0].Length);
        Assert.Equal(50, TestFilm.At(back, 20).Driven("a", "turn"));
        Assert.Single(back.Shots[0].Asides);
        Assert.Throws<FilmException>(() => session.FrameAt(new View(TestFilm.ShotId, Aside: "gone"), 1));
    }

    [Theory]
    [InlineData(ReferenceEnd.Hold, new[] { -1, -1, 1, 1, 2, 2, 2, 2, 2 })]
    [InlineData(ReferenceEnd.Again, new[] { -1, -1, 1, 1, 2, 2, 1, 1, 2 })]
    [InlineData(ReferenceEnd.Gone, new[] { -1, -1, 1, 1, 2, 2, -1, -1, -1 })]
    public void A_sequence_at_half_the_rate_from_frame_3_shows_its_second_and_third_picture(ReferenceEnd end, int[] shown)
    {
        var reference = new Reference { Id = "r", Name = "R", Pictures = ["a", "b", "c", "d"], Rate = 12, Start = 3, First = 2, Last = 3, AtEnd = end };
        Assert.Equal(shown, Enumerable.Range(1, 9).Select(frame => reference.At(frame, 24)));
    }

    [Fact]
    public void References_are_in_a_frame_only_when_they_are_asked_for()
    {
        var film = Turning();
        var with = new AddReference(TestFilm.ShotId, new Reference { Id = "r", Name = "R", Pictures = ["sheet"], X = 960, Y = 540, SizePercent = 500 }, []).Apply(film);
        var (bare, full) = (Painted(film, references: true), Painted(with, references: true));
        Assert.NotEqual(bare, full);
        Assert.Equal(Painted(film, references: false), Painted(with, references: false));
        Assert.Equal(new DrawListWriter().Write(TestFilm.At(film, 5)).ToArray(), new DrawListWriter().Write(TestFilm.At(with, 5)).ToArray());
        foreach (var unseen in (ChangeReference[])[new(TestFilm.ShotId, "r") { Hidden = true }, new(TestFilm.ShotId, "r") { Start = 6 }, new(TestFilm.ShotId, "r") { OpacityPercent = 0 }])
        {
            Assert.Equal(bare, Painted(unseen.Apply(with), references: true));
        }

        Assert.DoesNotContain(new RemoveReference(TestFilm.ShotId, "r").Apply(with).Drawings, drawing => drawing.Id == "sheet");
    }

    private static byte[] Painted(Film film, bool references) => [.. new DrawListWriter().Write(TestFilm.At(film, 5), new Look(film.Width, film.Height, References: references))];
}
