using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Painting;

namespace Fretsaw.Core.Tests;

/// <summary>A ball that two hands, the body and nobody carry in turn.</summary>
public class CarrierTests
{
    private static readonly ImmutableArray<Drawing> Art = [TestFilm.Box("box", 0, 0, 40, 40)];

    private static Film Juggler(string? atRest, ImmutableArray<string> others, params Track[] tracks)
    {
        var puppet = new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(20, 300),
            Bones = [TestFilm.Bone("left", 0, 0, 0, 100), TestFilm.Bone("right", 200, 0, 200, 100)],
            Parts = [TestFilm.Part("palm", "box", new Point(200, 100)) with { RidesOn = "right" }, TestFilm.Part("ball", "box", new Point(20, 20)) with { RidesOn = atRest, AlsoRidesOn = others }],
        };
        return TestFilm.Of(puppet, Art,
        [
            .. tracks,
            TestFilm.Keyed("left", "turn", (1, 10), (40, -70)),
            TestFilm.Keyed("left", "length", (1, 100), (40, 180)),
            TestFilm.Keyed("right", "turn", (1, 0), (40, 55)),
            TestFilm.Keyed("palm", "shiftY", (1, 0), (40, 30)),
            TestFilm.Keyed("ball", "turn", (1, 0), (40, 200)),
            TestFilm.Keyed("body", "shiftX", (1, 0), (40, 90)),
            TestFilm.Keyed("body", "turn", (1, 0), (40, 15)),
        ]);
    }

    /// <summary>From far away, so that all of it is in the picture.</summary>
    private static byte[] Painted(Film film, double frame) =>
        [.. new DrawListWriter().Write(TestFilm.At(film, frame), new Look(1920, 1080, Zoom: 0.1, Beyond: true))];

    /// <summary>Held against the same puppet with that carrier at rest and no choice at all.</summary>
    [Theory]
    [InlineData("left")]
    [InlineData("right")]
    [InlineData("palm")]
    [InlineData(Address.Body)]
    public void A_part_rides_on_what_its_keys_choose_as_if_it_always_had(string carrier)
    {
        var keyed = Juggler("right", ["left", "palm", Address.Body, Address.Stand], TestFilm.Chosen("ball", "ridesOn", (1, Address.Stand), (12, carrier), (30, "")));
        var always = Juggler(carrier == Address.Body ? null : carrier, []);
        var rest = Juggler("right", []);
        foreach (var frame in new[] { 12, 17.5, 29 })
        {
            Assert.Equal(Painted(always, frame), Painted(keyed, frame));
        }

        Assert.Equal(Painted(rest, 30), Painted(keyed, 30));
        Assert.Equal(Painted(rest, 44), Painted(keyed, 44));
        Assert.NotEqual(Painted(always, 11), Painted(keyed, 11));
    }

    [Fact]
    public void What_is_let_go_stays_where_it_is_while_the_body_moves_on()
    {
        var film = Juggler("left", [Address.Stand], TestFilm.Chosen("ball", "ridesOn", (1, Address.Stand)));
        var bare = film with { Shots = [film.Shots[0] with { Tracks = film.Shots[0].Tracks.RemoveAll(track => track.Address.Thing == "ball" && track.Address.Property == "turn") }] };
        var places = new[] { 1, 20, 40 }.Select(frame =>
        {
            var at = TestFilm.At(bare, frame);
            return at.Cast[0].ToStage.Map(at.World("ball").Map(new Point(40, 0)));
        }).ToList();
        Assert.All(places, place => Assert.Equal(0, (place - places[0]).Length, 9));
        var body = TestFilm.At(bare, 40);
        Assert.True((body.Cast[0].ToStage.Map(new Point(0, 0)) - TestFilm.At(bare, 1).Cast[0].ToStage.Map(new Point(0, 0))).Length > 50);
    }

    /// <summary>Handed over at a frame, then let go, then taken hold of again: nothing is seen of the change itself.</summary>
    [Theory]
    [InlineData("right")]
    [InlineData("palm")]
    [InlineData(Address.Body)]
    [InlineData(Address.Stand)]
    public void What_is_handed_over_keeps_its_place_turn_and_size_on_the_stage(string to)
    {
        var film = Juggler("left", []);
        // Stretched the same both ways, so that a turned carrier slants nothing.
        film = film with { Shots = [film.Shots[0] with { Tracks = film.Shots[0].Tracks.RemoveAll(track => track.Address.Property == "length") }] };
        var handed = Handed(film, to, 15);
        var again = Handed(Handed(handed, Address.Stand, 25), "left", 33);
        foreach (var (before, after, frame) in new[] { (film, handed, 15.0), (film, handed, 14), (film, handed, 9.5), (handed, again, 25), (Handed(handed, Address.Stand, 25), again, 33) })
        {
            foreach (var corner in new[] { new Point(0, 0), new Point(40, 0), new Point(0, 40) })
            {
                Assert.Equal(0, (OnStage(before, frame, corner) - OnStage(after, frame, corner)).Length, 0.02);
            }
        }

        // From there on its pivot goes with the other.
        var rests = to == Address.Stand;
        Assert.Equal(rests, (OnStage(handed, 40, new Point(20, 20)) - OnStage(handed, 15, new Point(20, 20))).Length < 0.02);
        Assert.True((OnStage(again, 40, default) - OnStage(again, 33, default)).Length > 1);

        Film Handed(Film one, string carrier, int frame) =>
            TestFilm.Made(one, new HandOver(TestFilm.ShotId, TestFilm.Owner, "ball", frame, carrier).ToEdit(one, (_, number) => TestFilm.At(one, number)));

        static Point OnStage(Film one, double frame, Point corner)
        {
            var at = TestFilm.At(one, frame);
            return at.Cast[0].ToStage.Map(at.World("ball").Map(corner));
        }
    }

    /// <summary>Keys that were made in the first hand mean nothing on the way to the next: it lies where it was let go until that takes it.</summary>
    [Fact]
    public void What_is_let_go_before_it_is_handed_on_lies_still_until_then()
    {
        var film = Juggler("left", []);
        film = Handed(Handed(film, "right", 30), Address.Stand, 12);
        Assert.All(new[] { 13, 20, 26, 28.5 }, frame => Assert.Equal(0, (Corner(film, frame) - Corner(film, 12)).Length, 0.02));
        Assert.True((Corner(film, 40) - Corner(film, 31)).Length > 1);

        Film Handed(Film one, string carrier, int frame) =>
            TestFilm.Made(one, new HandOver(TestFilm.ShotId, TestFilm.Owner, "ball", frame, carrier).ToEdit(one, (_, number) => TestFilm.At(one, number)));

        static Point Corner(Film one, double frame)
        {
            var at = TestFilm.At(one, frame);
            return at.Cast[0].ToStage.Map(at.World("ball").Map(new Point(40, 0)));
        }
    }

    [Fact]
    public void A_part_is_not_handed_to_itself_or_to_what_it_carries()
    {
        var film = Juggler("palm", []);
        foreach (var (part, to) in new[] { ("ball", "ball"), ("palm", "ball"), ("ball", "nobody") })
        {
            Assert.Throws<FilmException>(() => new HandOver(TestFilm.ShotId, TestFilm.Owner, part, 9, to).ToEdit(film, (_, number) => TestFilm.At(film, number)).Apply(film));
        }
    }

    [Fact]
    public void Nothing_may_come_to_ride_on_itself_by_any_choice()
    {
        var film = Juggler("right", ["palm"]);
        var fault = Assert.Throws<FilmException>(() => new ChangePart("p", "palm") { AlsoRidesOn = ["ball"] }.Apply(film));
        Assert.Contains("attached to itself", fault.Message, StringComparison.Ordinal);
        foreach (var wrong in new ImmutableArray<string>[] { ["ball"], ["nobody"], ["left", "left"], [null!], [""] })
        {
            Assert.Throws<FilmException>(() => new ChangePart("p", "ball") { AlsoRidesOn = wrong }.Apply(film));
        }
    }

    [Fact]
    public void A_long_row_of_carriers_is_walked_without_a_stack_of_calls()
    {
        var parts = Enumerable.Range(0, 1500).Select(i => TestFilm.Part($"part{i}", i == 0 ? "box" : null) with { RidesOn = i == 1499 ? null : $"part{i + 1}", AlsoRidesOn = i < 1490 ? [$"part{i + 9}"] : [] });
        var puppet = new Puppet { Id = "p", Name = "P", Parts = [.. parts] };
        var film = TestFilm.Of(puppet, Art, TestFilm.Keyed("part1499", "shiftX", (1, 7)));
        Assert.Equal(7, TestFilm.At(film, 1).World("part0").Map(new Point(0, 0)).X, 1e-9);
        Assert.Throws<FilmException>(() => new ChangePart("p", "part1499") { AlsoRidesOn = ["part3"] }.Apply(film));
    }

    [Theory]
    [InlineData("left")]
    [InlineData("palm")]
    public void With_a_carrier_go_the_keys_that_chose_it(string carrier)
    {
        var film = Juggler("right", ["left", "palm"], TestFilm.Chosen("ball", "ridesOn", (1, "left"), (9, "palm"), (20, "")));
        var after = TestFilm.Made(film, carrier == "palm" ? new RemovePart("p", "palm") : new RemoveBone("p", "left"));
        var ball = after.Puppets[0].Parts.First(part => part.Id == "ball");
        Assert.Equal([carrier == "palm" ? "left" : "palm"], ball.AlsoRidesOn.ToArray());
        var keys = after.TrackOf("ball", "ridesOn").AllKeys.Cast<ChoiceKey>().Select(key => key.Id);
        Assert.Equal(carrier == "palm" ? ["left", ""] : ["palm", ""], keys);
    }

    [Fact]
    public void A_choice_that_is_taken_off_the_part_takes_its_keys_along()
    {
        var film = Juggler("right", ["left", Address.Stand], TestFilm.Chosen("ball", "ridesOn", (1, "left"), (9, Address.Stand)));
        var after = TestFilm.Made(film, new ChangePart("p", "ball") { AlsoRidesOn = [Address.Stand] });
        Assert.Equal([Address.Stand], after.TrackOf("ball", "ridesOn").AllKeys.Cast<ChoiceKey>().Select(key => key.Id));
        var none = TestFilm.Made(after, new ChangePart("p", "ball") { AlsoRidesOn = [] });
        Assert.DoesNotContain(none.Shots[0].Tracks, track => track.Address.Property == "ridesOn");
    }

    [Fact]
    public void A_copied_part_may_ride_on_the_copies_of_what_it_could_ride_on()
    {
        var film = TestFilm.Made(Juggler("right", ["left", "palm"]), new DuplicateParts("p", ["ball", "palm"], new Point(5, 5), "2"));
        Assert.Equal(["left", "palm-2"], film.Puppets[0].Parts.First(part => part.Id == "ball-2").AlsoRidesOn.ToArray());
    }

    [Fact]
    public void What_there_is_to_choose_has_names()
    {
        var film = Juggler("right", ["palm", Address.Body, Address.Stand]);
        var property = Properties.Find(film, film.Shots[0], TestFilm.At("ball", "ridesOn"))!;
        Assert.Equal(["right", "palm", "Whole body", "Nothing (detached)"], property.Choices.Select(choice => choice.Title));
        Assert.Null(Properties.Find(film, film.Shots[0], TestFilm.At("palm", "ridesOn")));
    }
}
