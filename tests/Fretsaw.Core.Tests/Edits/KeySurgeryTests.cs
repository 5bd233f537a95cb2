using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>What edits of keys mean for the frames that they do not name.</summary>
public class KeySurgeryTests
{
    private static readonly Gen<Gap> Gaps = Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Int[1, 4], (start, stop, every) => new Gap { Ease = new Slow(start, stop), Every = every });

    private static Film Turning(params (int Frame, double Value)[] keys) =>
        TestFilm.Of(new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null), TestFilm.Part("b", null)] }, [], TestFilm.Keyed("a", "turn", keys));

    private static double[] Turns(Film film, string part = "a")
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        return [.. Enumerable.Range(1, film.Shots[0].Length).Select(frame =>
        {
            evaluator.Evaluate(frame);
            return evaluator.Driven(part, "turn");
        })];
    }

    [Fact]
    public void Holding_keeps_what_was_before_and_what_comes_at_the_next_key() => Gen.Select(Gaps, Gen.Int[2, 39], Gen.Double[-90, 90]).Sample((gap, here, value) =>
    {
        var film = new SetGap(TestFilm.ShotId, 1, gap, [], TestFilm.Owner).Apply(Turning((1, 10), (40, value), (60, 5)));
        var (was, now) = (Turns(film), Turns(new HoldHere(TestFilm.ShotId, here, [], TestFilm.Owner).Apply(film)));
        Assert.All(now.Take(here), turn => Assert.Equal(10, turn, 9));
        Assert.Equal(was[39..], now[39..]);
        Assert.Equal(value, now[39], 1e-9);
    }, iter: 200);

    [Fact]
    public void A_key_alone_on_a_new_value_leaves_older_poses_alone()
    {
        var film = TestFilm.Key(20, ("b", "turn", 30)).Apply(Turning((1, 0), (40, 20)));
        var turns = Turns(film, "b");
        Assert.Equal(0, turns[0], 1e-9);
        Assert.Equal(30, turns[19], 1e-9);
        Assert.Equal(0, turns[39], 1e-9);
    }

    [Fact]
    public void Moving_a_card_takes_its_gap_and_its_name_along() => Gen.Select(Gaps, Gen.Int[2, 30]).Sample((gap, to) =>
    {
        var film = new NameCard(TestFilm.ShotId, TestFilm.Owner, 1, "Begin").Apply(new SetGap(TestFilm.ShotId, 1, gap, [], TestFilm.Owner).Apply(Turning((1, 10), (40, 50))));
        var moved = new MoveKeys(TestFilm.ShotId, 1, to, [], TestFilm.Owner).Apply(film).Shots[0];
        var card = Assert.Single(moved.Cards, card => card.Frame == to);
        Assert.Equal(("Begin", gap), (card.Name, card.Gap));
        Assert.DoesNotContain(moved.Cards, card => card.Frame == 1);
    }, iter: 60);

    [Fact]
    public void Moving_there_and_back_is_nothing() => Gen.Int[2, 39].Sample(to =>
    {
        var film = Turning((1, 10), (40, 50));
        var back = new MoveKeys(TestFilm.ShotId, to, 1, [], TestFilm.Owner).Apply(new MoveKeys(TestFilm.ShotId, 1, to, [], TestFilm.Owner).Apply(film));
        return Turns(film).SequenceEqual(Turns(back));
    }, iter: 38);

    [Fact]
    public void A_key_s_own_gap_counts_before_its_card_s()
    {
        var film = new SetGap(TestFilm.ShotId, 1, Gap.Hold, [TestFilm.At("a", "turn")]).Apply(Turning((1, 10), (40, 50)));
        Assert.All(Turns(film).Take(39), turn => Assert.Equal(10, turn, 9));
        film = new SetGap(TestFilm.ShotId, 1, Gap.Even, [], TestFilm.Owner).Apply(film);
        Assert.Equal(10 + (40 * 20.0 / 39), Turns(film)[20], 1e-9);
    }

    [Fact]
    public void A_change_of_a_gap_leaves_the_rest_of_it_as_it_stands() => Gen.Select(Gaps, Gen.Bool).Sample((gap, byCard) =>
    {
        var (owner, addresses) = byCard ? (TestFilm.Owner, (ImmutableArray<Address>)[]) : (null, [TestFilm.At("a", "turn")]);
        var film = new SetGap(TestFilm.ShotId, 1, gap, addresses, owner).Apply(Turning((1, 10), (40, 50)));
        film = new ChangeGap(TestFilm.ShotId, 1, addresses, owner) { Every = 3 }.Apply(film);
        film = new ChangeGap(TestFilm.ShotId, 1, addresses, owner) { Stagger = new Stagger(3, 1) }.Apply(film);
        film = new ChangeGap(TestFilm.ShotId, 1, addresses, owner) { Ease = new Slow(20, 30), Held = false }.Apply(film);
        Assert.Equal(new Gap { Ease = new Slow(20, 30), Every = 3, Stagger = new Stagger(3, 1) }, Here());
        film = new ChangeGap(TestFilm.ShotId, 1, addresses, owner) { WithoutStagger = true, Held = true }.Apply(film);
        Assert.Equal(new Gap { Ease = new Slow(20, 30), Every = 3, Held = true }, Here());

        Gap Here() => TrackRuns.GapOf(film.TrackOf("a", "turn").AllKeys.First(), TrackRuns.CardsOf(film.Shots[0], TestFilm.Owner));
    }, iter: 60);

    [Fact]
    public void Taking_a_card_out_joins_what_lay_on_both_sides()
    {
        var film = new RemoveKeys(TestFilm.ShotId, 20, [], TestFilm.Owner).Apply(Turning((1, 0), (20, 90), (39, 38)));
        Assert.Equal(19, Turns(film)[19], 1e-9);
        Assert.DoesNotContain(film.Shots[0].Cards, card => card.Frame == 20);
    }

    [Theory]
    [InlineData(Beyond.Stand, 10)]
    [InlineData(Beyond.Again, 5)]
    [InlineData(Beyond.ToAndFro, 5)]
    [InlineData(Beyond.Onward, 15)]
    public void Beyond_its_keys_a_track_does_what_was_chosen(Beyond after, double expected)
    {
        var film = new SetBeyond(TestFilm.ShotId, [TestFilm.At("a", "turn")]) { After = after }.Apply(Turning((1, 0), (11, 10)));
        Assert.Equal(expected, Turns(film)[15], 1e-9);
    }

    [Fact]
    public void A_bent_path_keeps_its_ends_and_its_timing()
    {
        var address = Address.OfCamera("place");
        var film = Turning((1, 0));
        film = new SetKeys(TestFilm.ShotId, 1, [new KeyValue(Address.OfCamera("truck"), 0), new KeyValue(Address.OfCamera("boom"), 0)]).Apply(film);
        film = new SetKeys(TestFilm.ShotId, 21, [new KeyValue(Address.OfCamera("truck"), 1)]).Apply(film);
        var bent = new ShapePath(TestFilm.ShotId, address, 1) { Out = new Place(0, 0.8) }.Apply(film);
        Assert.Equal(new Place(0, 0.8), ((PlaceTrack)bent.Shots[0].Tracks.First(track => track.Address == address)).Keys[0].Out);
        var frames = Enumerable.Range(1, 21).Select(frame => TestFilm.At(bent, frame).Camera).ToList();
        Assert.Equal((0, 0), (frames[0].Truck, frames[0].Boom));
        Assert.Equal(1, frames[20].Truck, 1e-9);
        Assert.Equal(0, frames[20].Boom, 1e-9);
        Assert.True(frames[10].Boom > 0.1, "the path is bent");
    }

    [Fact]
    public void A_place_that_is_keyed_by_one_number_is_a_path_and_keeps_the_others()
    {
        var film = TestFilm.Key(1, ("a", "shiftX", 5)).Apply(Turning((1, 0)));
        var track = Assert.IsType<PlaceTrack>(film.Shots[0].Tracks.First(track => track.Address == TestFilm.At("a", "shift")));
        Assert.Equal(new Place(5, 0), track.Keys[0].At);
        film = TestFilm.Key(9, ("a", "shiftY", 7)).Apply(film);
        Assert.Equal(new Place(5, 7), ((PlaceTrack)film.Shots[0].Tracks.First(one => one.Address == TestFilm.At("a", "shift"))).Keys[^1].At);
    }

    [Theory]
    [InlineData("nothing", "turn")]
    [InlineData("a", "nothing")]
    public void What_is_not_there_cannot_be_keyed(string thing, string property)
    {
        var problem = Assert.Throws<FilmException>(() => TestFilm.Key(1, (thing, property, 1)).Apply(Turning((1, 0))));
        Assert.NotEmpty(problem.Remedy);
    }
}
