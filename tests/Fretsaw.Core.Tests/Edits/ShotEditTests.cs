using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

public class ShotEditTests
{
    private static readonly Film Start = EditSamples.Full;

    [Fact]
    public void A_copied_shot_comes_after_its_own_with_all_that_is_keyed_and_goes_its_own_way()
    {
        var copied = TestFilm.Made(Start, new CopyShot("s", "again", "Again"));
        Assert.Equal(["s", "again", "after"], copied.Shots.Select(shot => shot.Id));
        Assert.Equal(TestFilm.Text(copied with { Shots = [Start.Shots[0] with { Id = "again", Name = "Again" }] }), TestFilm.Text(copied with { Shots = [copied.Shots[1]] }));
        var emptied = TestFilm.Made(copied, new RemoveThing("again", "use"));
        Assert.Equal(Start.Shots[0].Tracks, emptied.Shots[0].Tracks);
        Assert.Throws<FilmException>(() => new CopyShot("s", "after", "Again").Apply(Start));
    }

    [Fact]
    public void A_thing_goes_to_another_stage_with_its_keys_and_moves_there_as_it_did()
    {
        var copied = TestFilm.Made(Start, new CopyThing("s", "use", "after", "again"));
        var (from, to) = (copied.Shots[0], copied.Shots[1]);
        Assert.Equal(Start.Shots[0], from);
        Assert.Equal(
            from.Tracks.Where(track => track.Address.Owner == "use").Select(track => (track.Address.Thing, track.Address.Property, Keys: track.AllKeys.Length)),
            to.Tracks.Where(track => track.Address.Owner == "again").Select(track => (track.Address.Thing, track.Address.Property, Keys: track.AllKeys.Length)));
        var twice = TestFilm.Made(Start, new CopyThing("s", "use", "s", "again"));
        Assert.Equal(Start.Shots[0].Things.Length + 1, twice.Shots[0].Things.Length);
        Assert.Throws<FilmException>(() => new CopyThing("s", "use", "s", "use").Apply(Start));
    }

    [Fact]
    public void New_puppets_do_not_all_stand_on_one_spot()
    {
        var film = Start;
        var places = new List<double>();
        for (var i = 0; i < 5; i++)
        {
            film = new PutOnStage("after", "pup", $"use-{i}").ToEdit(film, (_, _) => throw new InvalidOperationException()).Apply(film);
            places.Add(film.Shots[1].Things[^1].Stand.X / film.Width);
        }

        Assert.Equal(0.5, places[0]);
        Assert.All(places.SelectMany((a, i) => places.Skip(i + 1).Select(b => Math.Abs(a - b))), apart => Assert.True(apart > 0.09));
    }

    [Fact]
    public void Shots_go_to_another_place_in_the_film()
    {
        Assert.Equal(["after", "s"], TestFilm.Made(Start, new MoveShot("after", 0)).Shots.Select(shot => shot.Id));
        Assert.Equal(["after", "s"], TestFilm.Made(Start, new MoveShot("s", 99)).Shots.Select(shot => shot.Id));
    }

    [Fact]
    public void A_shot_takes_the_pictures_along_that_only_it_shows()
    {
        var copied = TestFilm.Made(Start, new CopyShot("s", "again", "Again"));
        var pictures = Start.Shots[0].Things.Select(thing => (thing.Body as Picture)?.Drawing).OfType<string>().ToList();
        Assert.NotEmpty(pictures);
        Assert.All(pictures, picture => Assert.Contains(TestFilm.Made(copied, new RemoveShot("s")).Drawings, drawing => drawing.Id == picture));
        var worn = Start.Puppets.SelectMany(puppet => puppet.Parts).Select(part => part.Drawing).ToHashSet();
        Assert.All(pictures.Where(picture => !worn.Contains(picture)), picture => Assert.DoesNotContain(TestFilm.Made(Start, new RemoveShot("s")).Drawings, drawing => drawing.Id == picture));
    }
}
