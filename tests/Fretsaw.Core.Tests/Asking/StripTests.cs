using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

/// <summary>What the strip, the fields and the elevation are told.</summary>
public class StripTests
{
    private static Film Film() => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", "art", new Point(50, 30))] }, [TestFilm.Box("art", 0, 0, 100, 60)], TestFilm.Keyed("a", "turn", (1, 0), (11, 20), (31, 20)));

    private static StripOwner Strip(Film film, int from = 1, int? to = null) =>
        ((StripAnswer)new Session(film).Ask(new StripQuestion(TestFilm.ShotId, TestFilm.Owner, from, to))).Strip!;

    [Fact]
    public void Cards_say_where_their_gap_ends_and_where_nothing_moves()
    {
        var cards = Strip(new NameCard(TestFilm.ShotId, TestFilm.Owner, 11, "Up").Apply(Film())).Cards;
        Assert.Equal([(1, 11, false), (11, 31, true), (31, null, false)], cards.Select(card => (card.Frame, card.Next, card.Next is not null && card.Still)));
        Assert.Equal("Up", cards[1].Name);
    }

    [Fact]
    public void Ticks_are_where_the_in_betweens_fall()
    {
        var ticks = Strip(Film()).Cards[0].Ticks;
        Assert.Equal(11, ticks.Length);
        Assert.All(Enumerable.Range(0, 11), i => Assert.Equal(i / 10.0, ticks[i], 9));
        var onTwos = Strip(new SetGap(TestFilm.ShotId, 1, Gap.Even with { Every = 2 }, [], TestFilm.Owner).Apply(Film())).Cards[0].Ticks;
        Assert.True(onTwos.Distinct().Count() <= 6, "on twos there are half as many drawings");
    }

    [Fact]
    public void Rows_hold_a_bead_for_every_key_and_say_what_follows_it()
    {
        var row = Assert.Single(Strip(new SetGap(TestFilm.ShotId, 1, Gap.Hold, [TestFilm.At("a", "turn")]).Apply(Film())).Rows);
        Assert.Equal([1, 11, 31], row.Beads.Select(bead => bead.Frame));
        Assert.True(row.Beads[0].HeldAfter);
        Assert.True(row.Beads[1].HeldAfter);
        Assert.Equal(Beyond.Stand, row.After);
    }

    [Fact]
    public void A_range_is_told_with_no_beads_outside_it() => Assert.All(Strip(Film(), 10, 20).Rows.SelectMany(row => row.Beads), bead => Assert.InRange(bead.Frame, 1, 31));

    [Fact]
    public void An_owner_that_is_not_there_has_no_strip() =>
        Assert.Null(((StripAnswer)new Session(Film()).Ask(new StripQuestion(TestFilm.ShotId, "nobody"))).Strip);

    [Fact]
    public void Values_say_whether_they_are_keyed_here()
    {
        var session = new Session(Film());
        ValueLine Turn(double frame) => ((ValuesAnswer)session.Ask(new ValuesQuestion(new(TestFilm.ShotId), frame, TestFilm.Owner, "a"))).Lines.First(line => line.Address.Property == "turn");
        Assert.Equal((true, true, 0.0), (Turn(1).Keyed, Turn(1).KeyedHere, Turn(1).Value));
        Assert.Equal((true, false, 10.0), (Turn(6).Keyed, Turn(6).KeyedHere, Math.Round(Turn(6).Value, 9)));
    }

    [Fact]
    public void What_is_under_the_pointer_is_the_nearest_thing_that_is_painted_there()
    {
        var film = Film();
        var session = new Session(film);
        var box = ((OverlayAnswer)session.Ask(new OverlayQuestion(new(TestFilm.ShotId), 1))).Boxes.First(one => one.Thing == TestFilm.Owner).Corners;
        var middle = new Point((box[0] + box[4]) / 2, (box[1] + box[5]) / 2);
        Assert.Equal(new HitAnswer(TestFilm.Owner, "a"), session.Ask(new HitQuestion(new(TestFilm.ShotId), 1, middle)));
        Assert.Equal(new HitAnswer(null, null), session.Ask(new HitQuestion(new(TestFilm.ShotId), 1, new Point(-500, -500))));
    }

    [Fact]
    public void The_elevation_has_everything_at_its_depth()
    {
        var demo = DemoFilm.Build().Film;
        var shot = demo.Shots[1];
        var answer = (ElevationAnswer)new Session(demo).Ask(new ElevationQuestion(shot.Id, 1));
        Assert.Equal(shot.Things.Select(thing => thing.Id).Order(), answer.Standers.Select(stander => stander.Thing).Order());
        Assert.All(answer.Standers, stander => Assert.Equal(shot.Things.First(thing => thing.Id == stander.Thing).Stand.Distance, stander.Depth, 6));

        // The circle of confusion is nothing at the focus and grows away from it (common practice; math.md gives the formula).
        Assert.True(answer.Standers.MinBy(stander => Math.Abs(stander.Depth - answer.Focus))!.CirclePixels < answer.Standers.MaxBy(stander => stander.Depth)!.CirclePixels);
    }
}
