using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>A limb in three presses on a body of plain boxes, and what of it stands on the stage afterwards.</summary>
public class DrawLimbTests
{
    private static readonly View Bench = new(Puppet: "p");

    /// <summary>A trunk that carries two legs: one of a thigh and a shin, one in a piece.</summary>
    private static Film Body()
    {
        var puppet = new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(50, 200),
            Parts =
            [
                TestFilm.Part("trunk", "trunk-art"), TestFilm.Part("thigh", "thigh-art") with { RidesOn = "trunk" }, TestFilm.Part("shin", "shin-art") with { RidesOn = "thigh" },
                TestFilm.Part("leg", "leg-art") with { RidesOn = "trunk" },
            ],
        };
        ImmutableArray<Drawing> art =
        [
            TestFilm.Box("trunk-art", 0, 0, 100, 100), TestFilm.Box("thigh-art", 10, 90, 20, 60), TestFilm.Box("shin-art", 10, 145, 20, 55), TestFilm.Box("leg-art", 70, 90, 20, 110),
        ];
        return TestFilm.Of(puppet, art);
    }

    private static Film Drawn(Film film, string id, params Point[] joints)
    {
        var session = new Session(film);
        var frame = session.FrameAt(Bench, 1);
        var toPicture = frame.Things[0].ToPicture;
        return TestFilm.Made(film, session.Work(new DrawLimb(Bench, [.. joints.Select(toPicture.Map)], id)));
    }

    private static Film Both() =>
        Drawn(Drawn(Body(), "one", new Point(20, 95), new Point(24, 148), new Point(20, 198)), "two", new Point(80, 95), new Point(80, 150), new Point(80, 198));

    [Fact]
    public void Bones_take_the_parts_they_are_drawn_on_and_ride_on_what_carried_those()
    {
        var puppet = Both().Puppets[0];
        Assert.Equal(["trunk", "one-1", "trunk", "two-1"], puppet.Bones.Select(bone => bone.RidesOn));
        Assert.Equal(["thigh bone", "shin bone", "leg bone 1", "leg bone 2"], puppet.Bones.Select(bone => bone.Name));
        Assert.Equal("one-1", puppet.Parts.Find("thigh", "part").RidesOn);
        Assert.Equal("one-2", puppet.Parts.Find("shin", "part").RidesOn);

        // One part under both bones is bent by them, and still carried by the trunk.
        var leg = puppet.Parts.Find("leg", "part");
        Assert.Equal(["two-1", "two-2"], leg.Bend!.Bones);
        Assert.Equal("trunk", leg.RidesOn);
        Assert.Equal(["one-reach", "two-reach"], puppet.Reaches.Select(reach => reach.Id));
    }

    [Fact]
    public void A_joint_bends_the_way_it_is_drawn_and_a_straight_one_says_nothing()
    {
        var bones = Both().Puppets[0].Bones;
        var (knee, straight) = (bones[1].Limit!, bones[3].Limit);
        Assert.Null(straight);
        Assert.InRange(knee.Most, 130, 150);
        Assert.InRange(knee.Least, -20, -5);
        Assert.Null(bones[0].Limit);
    }

    [Fact]
    public void At_rest_nothing_has_moved()
    {
        var (before, after) = (new Session(Body()).FrameAt(Bench, 1).Cast[0], new Session(Both()).FrameAt(Bench, 1).Cast[0]);
        foreach (var part in new[] { "trunk", "thigh", "shin", "leg" })
        {
            var (was, now) = (before.Worlds[before.Plan.NodeOf[part]], after.Worlds[after.Plan.NodeOf[part]]);
            Assert.Equal(0, (was.Map(new Point(17, 120)) - now.Map(new Point(17, 120))).Length, 1e-9);
        }
    }

    [Fact]
    public void Joints_at_one_place_or_too_few_are_refused()
    {
        Assert.Throws<FilmException>(() => Drawn(Body(), "one", new Point(20, 95), new Point(20, 150)));
        Assert.Throws<FilmException>(() => Drawn(Body(), "one", new Point(20, 95), new Point(20, 95), new Point(20, 150)));
    }

    [Fact]
    public void On_the_stage_its_feet_are_planted_and_a_pull_on_the_body_leaves_them()
    {
        var film = Both();
        film = film with { Shots = [film.Shots[0] with { Things = [] }] };
        film = TestFilm.Made(film, new Session(film).Work(new PutOnStage(TestFilm.ShotId, "p", TestFilm.Owner)));
        Assert.Equal(["one-reach", "two-reach"], film.Shots[0].Tracks.OfType<ChoiceTrack>().Where(track => track.Address.Property == "planted").Select(track => track.Address.Thing));

        var rest = TestFilm.At(film, 1).Cast[0];
        var moved = TestFilm.At(new SetKeys(TestFilm.ShotId, 1, [new KeyValue(TestFilm.At(Address.Body, "shiftY"), 10)]).Apply(film), 1).Cast[0];
        for (var i = 0; i < 2; i++)
        {
            Assert.Equal(0, (rest.ToStage.Map(rest.Goals[i]) - moved.ToStage.Map(moved.Goals[i])).Length, 1e-6);
        }
    }

    [Fact]
    public void A_puppet_without_feet_comes_as_it_is()
    {
        var film = Body();
        Assert.IsType<AddThing>(new Session(film).Work(new PutOnStage(TestFilm.ShotId, "p", "second")));
    }
}
