using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Parts that lie behind others at some frames.</summary>
public class FrontFrameTests
{
    private static Film Stacked(params Track[] tracks)
    {
        string[] ids = ["a", "b", "c", "d"];
        return TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [.. ids.Select(id => TestFilm.Part(id, id) with { MayLieBehind = [.. ids.Where(other => other != id)] })] },
            [.. ids.Select(id => TestFilm.Box(id, 0, 0, 40, 40))], tracks);
    }

    private static string Order(Film film, int frame) => string.Concat(TestFilm.At(film, frame).Cast[0].PartsInOrder.Select(part => part.Part.Id));

    [Fact]
    public void A_part_lies_right_behind_what_it_chose_and_comes_back()
    {
        var film = Stacked(TestFilm.Chosen("d", "lies", (1, ""), (5, "b"), (9, "")), TestFilm.Chosen("a", "lies", (1, ""), (7, "d")));
        Assert.Equal("abcd", Order(film, 1));
        Assert.Equal("adbc", Order(film, 5));

        // One after the other, as they stand in the puppet: first a goes behind d, then d, alone, behind b.
        Assert.Equal("dbca", Order(film, 8));
        Assert.Equal("bcad", Order(film, 9));
    }

    [Fact]
    public void Two_that_chose_each_other_are_painted_once_each()
    {
        var film = Stacked(TestFilm.Chosen("b", "lies", (1, ""), (5, "c")), TestFilm.Chosen("c", "lies", (1, ""), (5, "b")));
        Assert.Equal("acbd", Order(film, 5));
    }

    [Fact]
    public void What_is_pressed_is_what_lies_in_front()
    {
        var film = Stacked(TestFilm.Chosen("d", "lies", (1, ""), (5, "a")));
        var at = TestFilm.At(film, 1).ToPicture(TestFilm.At(film, 1).Cast[0], 0).Map(new Point(20, 20));
        var session = new Session(film);
        Assert.Equal("d", ((HitAnswer)session.Ask(new HitQuestion(new View(TestFilm.ShotId), 1, at))).Part);
        Assert.Equal("c", ((HitAnswer)session.Ask(new HitQuestion(new View(TestFilm.ShotId), 5, at))).Part);
    }

    [Fact]
    public void A_part_that_goes_is_not_lain_behind_any_more()
    {
        var film = new RemovePart("p", "b").Apply(Stacked(TestFilm.Chosen("d", "lies", (1, ""), (5, "b"))));
        Assert.Equal(["a", "c"], film.Puppets[0].Parts.Single(part => part.Id == "d").MayLieBehind);
        Assert.Equal([""], Assert.IsType<ChoiceTrack>(Assert.Single(film.Shots[0].Tracks)).Keys.Select(key => key.Id));
    }

    /// <summary>Two ears at the edge of a head, painted in front of it: the one on the far side passes behind it.</summary>
    [Fact]
    public void The_far_ear_of_a_head_that_turns_passes_behind_it()
    {
        var film = TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("head", "head", new Point(100, 100)), TestFilm.Part("left", "left", new Point(10, 100)), TestFilm.Part("right", "right", new Point(190, 100))] },
            [TestFilm.Box("head", 0, 0, 200, 200), TestFilm.Box("left", -10, 80, 40, 40), TestFilm.Box("right", 170, 80, 40, 40)]);
        film = TestFilm.Made(film, new Session(film).Work(new MakeHeadTurn("p", "head", [new FeatureDepth("left", 0.1), new FeatureDepth("right", 0.1)], "look")));
        Assert.Equal("headleftright", Order(film, 1));
        Assert.Equal("rightheadleft", Order(TestFilm.Key(1, ("look", "across", 100)).Apply(film), 1));
        Assert.Equal("leftheadright", Order(TestFilm.Key(1, ("look", "across", -100)).Apply(film), 1));
        Assert.Equal("headleftright", Order(TestFilm.Key(1, ("look", "down", 100)).Apply(film), 1));
    }
}
