using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>What is wished for on the stage, one wish after the other: what the film then has, and what the picture shows.</summary>
public class StageWishTests
{
    private const int Frame = 12;

    private static readonly View Through = new(TestFilm.ShotId);
    private static readonly Film Start = Build();

    private static Film Build()
    {
        var puppet = new Puppet
        {
            Id = "pup",
            Name = "Pup",
            Origin = new Point(50, 200),
            Parts = [TestFilm.Part("trunk", "trunk", new Point(50, 180)), TestFilm.Part("head", "head", new Point(50, 60)) with { RidesOn = "trunk" }],
        };
        var film = TestFilm.Of(
            puppet, [TestFilm.Box("trunk", 0, 60, 100, 140), TestFilm.Box("head", 20, 0, 60, 60), TestFilm.Box("hill", 0, 0, 400, 200)],
            TestFilm.Keyed("head", "turn", (1, 10), (24, 40)), TestFilm.Keyed(Address.OfCamera("roll"), (1, 3)), new PlaceTrack { Address = Address.OfCamera("place"), Keys = [new PlaceKey(1, new Place(0, 0, 0.2))] });
        var hill = new Thing { Id = "hill", Name = "Hill", Body = new Picture("hill"), Stand = new Stand { Distance = 6, X = 300, Y = 500, SizePercent = 150, TurnDegrees = 5 } };
        return film with { Shots = [film.Shots[0] with { Things = [hill, film.Shots[0].Things[0] with { Stand = new Stand { Distance = 3, X = 900, Y = 800 } }] }] };
    }

    private static Film Do(Film film, Wish wish) => TestFilm.Made(film, new Session(film).Work(wish));

    private static double Key(Film film, Address address, int frame) =>
        ((NumberTrack)film.Shots[0].Tracks.First(track => track.Address == address)).Keys.First(key => key.Frame == frame).Value;

    private static ThingFrame Seen(Film film, string thing) => TestFilm.At(film, Frame).Find(thing)!;

    [Fact]
    public void A_pose_keys_what_has_keys_as_it_stands()
    {
        var after = Do(Start, new KeyPose(TestFilm.ShotId, TestFilm.Owner, Frame));
        Assert.Equal([1, Frame, 24], after.TrackOf("head", "turn").AllKeys.Select(key => key.Frame));
        Assert.Equal(TestFilm.At(Start, Frame).Driven("head", "turn"), Key(after, TestFilm.At("head", "turn"), Frame), 1e-9);
        Assert.DoesNotContain(after.Shots[0].Tracks, track => track.Address == TestFilm.At("trunk", "turn"));
        Assert.Contains(after.Shots[0].Cards, card => card.Place == new CardPlace(TestFilm.Owner, Frame));
    }

    [Fact]
    public void The_first_pose_of_all_keys_every_control()
    {
        var bare = Start with { Shots = [Start.Shots[0] with { Tracks = [], Cards = [] }] };
        var after = Do(bare, new KeyPose(TestFilm.ShotId, TestFilm.Owner, Frame));
        Assert.All(["trunk", "head"], part => Assert.Equal(0, Key(after, TestFilm.At(part, "turn"), Frame)));
        Assert.DoesNotContain(after.Shots[0].Tracks, track => track.Address.Thing == Address.Stand);
    }

    [Fact]
    public void Back_to_rest_keys_one_thing_or_all_of_them_at_rest()
    {
        var one = Do(Start, new BackToRest(TestFilm.ShotId, TestFilm.Owner, Frame, ["head"]));
        Assert.Equal(0, Key(one, TestFilm.At("head", "turn"), Frame));
        Assert.Equal(0, Key(Do(Start, new BackToRest(TestFilm.ShotId, TestFilm.Owner, Frame, [])), TestFilm.At("head", "turn"), Frame));
        Assert.Equal(FilmJson.Write(Start), FilmJson.Write(Do(Start, new BackToRest(TestFilm.ShotId, TestFilm.Owner, Frame, ["trunk"]))));
    }

    [Fact]
    public void Where_a_thing_stands_is_keyed_as_it_stands()
    {
        var after = Do(Start, new KeyStand(TestFilm.ShotId, "hill", Frame));
        Assert.Equal(6, Key(after, new Address("hill", Address.Stand, "distance"), Frame));
        Assert.Equal(150, Key(after, new Address("hill", Address.Stand, "size"), Frame));
        Assert.Equal(5, Key(after, new Address("hill", Address.Stand, "turn"), Frame));
        var place = (PlaceTrack)after.Shots[0].Tracks.First(track => track.Address == new Address("hill", Address.Stand, "place"));
        Assert.Equal(new Place(300, 500, 0), Assert.Single(place.Keys).At);
        Assert.Equal(Seen(Start, "hill").ToPicture, Seen(after, "hill").ToPicture);
    }

    [Fact]
    public void A_camera_mark_leaves_a_focus_alone_that_is_keyed_and_keys_one_that_is_not()
    {
        var first = Do(Start, new SetMark(TestFilm.ShotId, Frame));
        var pulled = TestFilm.Made(first, new SetKeys(TestFilm.ShotId, Frame + 20, [new KeyValue(Address.OfCamera(Address.Focus), 9)]));
        Assert.Equal(Seen(Start, "hill").Sigma, Seen(pulled, "hill").Sigma, 1e-9);

        var start = new SetKeys(TestFilm.ShotId, 2, [new KeyValue(Address.OfCamera(Address.Focus), 4)]).Apply(Start);
        var after = Do(start, new SetMark(TestFilm.ShotId, Frame));
        var keyed = after.Shots[0].Tracks.Where(track => track.Address.Owner == Address.Camera && track.AllKeys.Any(key => key.Frame == Frame)).Select(track => track.Address.Property).ToList();
        Assert.Superset(new HashSet<string> { "place", "roll", "pan", "tilt", "lens" }, keyed.ToHashSet());
        Assert.DoesNotContain(Address.Focus, keyed);
        Assert.Equal(3, Key(after, Address.OfCamera("roll"), Frame));
    }

    [Fact]
    public void The_focus_goes_to_where_the_thing_is_from_the_lens()
    {
        var after = Do(Start, new FocusOn(TestFilm.ShotId, Frame, "hill"));
        Assert.Equal(Math.Round(Seen(Start, "hill").Depth, 3), Key(after, Address.OfCamera(Address.Focus), Frame));
        Assert.Equal(0, Seen(after, "hill").Sigma, 1e-6);
        Assert.True(Seen(Start, "hill").Depth is > 5.5 and < 6, "the camera has dollied in");
    }

    [Fact]
    public void Put_farther_away_with_its_size_kept_it_looks_the_same_at_rest()
    {
        var still = Start with { Shots = [Start.Shots[0] with { Tracks = [.. Start.Shots[0].Tracks.Where(track => track.Address.Owner != Address.Camera)] }] };
        var after = Do(still, new PutAtDistance(TestFilm.ShotId, "hill", Frame, 9, KeepSize: true));
        Assert.Equal(9, after.Shots[0].Things[0].Stand.Distance);
        Assert.All([new Point(0, 0), new Point(400, 200)], corner => Assert.True((Seen(after, "hill").ToPicture.Map(corner) - Seen(still, "hill").ToPicture.Map(corner)).Length < 0.05));
    }

    [Fact]
    public void Put_farther_away_without_that_it_grows_smaller_as_the_distance_says()
    {
        var still = Start with { Shots = [Start.Shots[0] with { Tracks = [.. Start.Shots[0].Tracks.Where(track => track.Address.Owner != Address.Camera)] }] };
        var after = Do(still, new PutAtDistance(TestFilm.ShotId, "hill", Frame, 12, KeepSize: false));
        Assert.Equal(150, after.Shots[0].Things[0].Stand.SizePercent);
        Assert.Equal(0.5, Width(after) / Width(still), 1e-6);

        static double Width(Film film) => (Seen(film, "hill").ToPicture.Map(new Point(400, 0)) - Seen(film, "hill").ToPicture.Map(default)).Length;
    }

    [Fact]
    public void Nothing_is_put_nearer_than_a_hand_from_the_lens() =>
        Assert.Equal(0.1, Do(Start, new PutAtDistance(TestFilm.ShotId, "hill", Frame, -3, false)).Shots[0].Things[0].Stand.Distance);

    [Fact]
    public void What_is_keyed_of_a_stand_is_keyed_at_the_frame_and_the_rest_is_changed_for_the_shot()
    {
        var keyed = Do(Start, new KeyStand(TestFilm.ShotId, "hill", 1));
        var after = Do(keyed, new PutStanding(TestFilm.ShotId, "hill", Frame, new NewStand(SizePercent: 80)));
        Assert.Equal(80, Key(after, new Address("hill", Address.Stand, "size"), Frame));
        Assert.Equal(150, after.Shots[0].Things[0].Stand.SizePercent);
        Assert.Equal(80, Do(Start, new PutStanding(TestFilm.ShotId, "hill", Frame, new NewStand(SizePercent: 80))).Shots[0].Things[0].Stand.SizePercent);
    }

    [Fact]
    public void A_puppet_comes_on_stage_with_its_feet_low_in_the_frame()
    {
        var after = Do(Start, new PutOnStage(TestFilm.ShotId, "pup", "second"));
        var still = after with { Shots = [after.Shots[0] with { Tracks = [], Cards = [] }] };
        var seen = Seen(still, "second").ToPicture;
        Assert.Equal(0.9 * after.Height, seen.Map(new Point(50, 200)).Y, 1);
        Assert.Equal(after.Shots[0].Things[^1].Stand.X, seen.Map(new Point(50, 200)).X, 1);
        Assert.All(Start.Shots[0].Things.Where(thing => thing.Body is Cast), other => Assert.True(Math.Abs(after.Shots[0].Things[^1].Stand.X - other.Stand.X) >= 0.1 * after.Width));
        Assert.True((seen.Map(new Point(50, 200)) - seen.Map(new Point(50, 0))).Length <= 0.66 * after.Height);
    }

    public static TheoryData<Wish> Impossible =>
    [
        new KeyStand(TestFilm.ShotId, "nobody", Frame), new FocusOn(TestFilm.ShotId, Frame, "nobody"), new PutAtDistance(TestFilm.ShotId, "nobody", Frame, 3, true),
        new PutStanding(TestFilm.ShotId, "nobody", Frame, new NewStand(3)), new PutOnStage(TestFilm.ShotId, "nobody", "n"), new PutOnStage("nowhere", "pup", "n"),
        new SetMark("nowhere", Frame), new KeyPose(TestFilm.ShotId, TestFilm.Owner, 0), new PutAtDistance(TestFilm.ShotId, "hill", Frame, double.NaN, false),
        new MakeReach("pup", "none", "r"), new MeshOf("pup", "trunk", 0), new SetStation("pup", "none"),
    ];

    [Theory]
    [MemberData(nameof(Impossible))]
    public void What_cannot_be_is_refused_with_a_remedy(Wish wish) =>
        Assert.NotEmpty(Assert.Throws<FilmException>(() => new Session(Start).Work(wish).Apply(Start)).Remedy);
}
