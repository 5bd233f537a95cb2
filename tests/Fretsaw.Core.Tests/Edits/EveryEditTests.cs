using System.Reflection;
using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>What holds for every kind of edit; whoever adds one and gives no sample of it is told.</summary>
public class EveryEditTests
{
    private static readonly Film Full = FullFilm.Build();
    private static readonly Drawing Fresh = TestFilm.Box("fresh", 0, 0, 30, 30);
    private static readonly KneadStroke Push = new(KneadBrush.Push, new Point(9, 9), new Point(3, 0), 8, 1, 0.5);

    private static readonly Edit[] Samples =
    [
        new Together("Both", [new ChangeFilm { Name = "Two" }, new RemoveShake("s", "shake")]),
        new PutBack(FilmChange.Between(Full, new RemovePart("pup", "limb").Apply(Full))),
        new ChangeFilm { Name = "Other", FrameRate = 30, Width = 640, Height = 480, FrameWidthMetres = 2, RestLensMm = 50, Backdrop = Colour.Black },
        new AddPuppet(new Puppet { Id = "second", Name = "Second", Parts = [TestFilm.Part("only", "fresh")] }, [Fresh]),
        new ChangePuppet("pup") { Name = "Renamed", Origin = new Point(1, 2), Shelf = "" },
        new RemovePuppet("pup"),
        new TakeFromShelf(Full.Puppets[0] with { Name = "Newer" }, [Full.Drawings[0], Full.Drawings[1], Full.Drawings[2]]),
        new ChangePart("pup", "pinned") { Name = "P", Label = Label.Leaf, Hidden = false, Opacity = 1, Pivot = new Point(7, 7), RidesOn = "", MeshMargin = 5, Without = PartFeature.Matte },
        new MovePart("pup", "pinned", 3),
        new RedrawPuppet("pup", [Fresh], [new Redrawn("bent", "fresh")], []),
        new DuplicateParts("pup", ["pinned"], new Point(10, 0), "2"),
        new Recolour("pup", ["mouth"], new Colour(9, 9, 9), new Colour(200, 9, 9), "red"),
        new AddPart("pup", TestFilm.Part("new", "fresh"), [Fresh], 1),
        new RemovePart("pup", "mouth"),
        new PutOnPart("pup", "mouth") { Swap = new Swap { Id = "narrow", Name = "Narrow", Drawing = "worn" } },
        new TakeOffPart("pup", "pinned", "patch"),
        new KneadMesh("pup", "pinned", "knead", [Push]),
        new PaintWeights("pup", "bent", [new WeightStroke("low", new Point(5, 5), 9, 1, 0.5, 1)]),
        new PutDial("pup", new Dial { Id = "dial-2", Name = "Second" }),
        new RemoveDial("pup", "dial"),
        new AddPin("pup", "pinned", new Pin { Id = "pin-2", Name = "Pin 2", At = new Point(40, 40) }),
        new ChangePin("pup", "pinned", "pin") { Name = "Moved", At = new Point(12, 12), Hold = PinHold.Place, WithoutFollowThrough = true },
        new RemovePin("pup", "pinned", "pin"),
        new AddBone("pup", TestFilm.Bone("third", 120, 0, 150, 0, "low")),
        new ChangeBone("pup", "up") { Name = "Upper", Start = new Point(1, 1), WithoutLimit = true, WithoutFollowThrough = true },
        new RemoveBone("pup", "low"),
        new AddReach("pup", new Reach { Id = "reach-2", Name = "Reach 2", Upper = "tail", Lower = "tip" }),
        new ChangeReach("pup", "reach") { Name = "R", Bend = 1, StretchPercent = 20 },
        new RemoveReach("pup", "reach"),
        new AddShot(new Shot { Id = "next", Name = "Next" }),
        new ChangeShot("s") { Name = "Longer", Length = 60, Wind = new Wind { StrengthPercent = 10 } },
        new RemoveShot("s"),
        new AddThing("s", new Thing { Id = "wall", Name = "Wall", Body = new Picture("fresh") }, Fresh),
        new ChangeThing("s", "flat") { Name = "F", Distance = 9, X = 1, SizePercent = 50, FacesCamera = false },
        new RemoveThing("s", "use"),
        new MoveThing("s", "use", 0),
        new AddShake("s", new Shake { Id = "shake-2", Name = "Second" }),
        new ChangeShake("s", "shake") { Name = "Harder", StrengthPercent = 9, Seed = 1 },
        new RemoveShake("s", "shake"),
        new SetKeys("s", 12, [new KeyValue(new Address("use", "up", "turn"), 30), new KeyValue(new Address("use", "mouth", "swap")) { Choice = "wide" }]),
        new RemoveKeys("s", 1, [], "use"),
        new MoveKeys("s", 1, 4, [], "use"),
        new SetGap("s", 1, Gap.Even, [], "use"),
        new HoldHere("s", 4, [], "use"),
        new NameCard("s", "use", 1, "Start"),
        new SetBeyond("s", [new Address("use", "up", "turn")]) { After = Beyond.ToAndFro },
        new ShapePath("s", Address.OfCamera("place"), 1) { Out = new Place(0.5, 0.5, 0), Joint = PathJoint.Free },
    ];

    public static TheoryData<int> All => [.. Enumerable.Range(0, Samples.Length)];

    [Fact]
    public void There_is_a_sample_of_every_kind() => Assert.Empty(
        typeof(Edit).GetCustomAttributes<JsonDerivedTypeAttribute>().Select(kind => kind.DerivedType).Except(Samples.Select(sample => sample.GetType())));

    [Theory]
    [MemberData(nameof(All))]
    public void It_changes_something_and_keeps_the_rules(int sample)
    {
        var after = Samples[sample].Apply(Full);
        Assert.NotEqual(TestFilm.Text(Full), TestFilm.Text(after));
        FilmCheck.Check(FilmJson.Read(FilmJson.Write(after), "test"));
        Assert.NotEmpty(Samples[sample].Title);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void It_means_the_same_when_it_has_been_written(int sample) =>
        Assert.Equal(TestFilm.Text(Samples[sample].Apply(Full)), TestFilm.Text(EditJson.Read(EditJson.Write(Samples[sample])).Apply(Full)));

    [Theory]
    [MemberData(nameof(All))]
    public void It_is_undone_and_done_again(int sample)
    {
        var after = Samples[sample].Apply(Full);
        var undo = EditJson.Read(EditJson.Write(Inverse.Of(Full, after)));
        var back = undo.Apply(after);
        Assert.Equal(TestFilm.Text(Full), TestFilm.Text(back));
        Assert.Equal(TestFilm.Text(after), TestFilm.Text(EditJson.Read(EditJson.Write(Inverse.Of(after, back))).Apply(back)));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void What_lies_between_names_no_more_than_what_differs(int sample)
    {
        var after = Samples[sample].Apply(Full);
        var between = FilmChange.Between(Full, after);
        Assert.Equal(TestFilm.Text(after), TestFilm.Text(between.Apply(Full)));
        Assert.Equal(TestFilm.Text(Full), TestFilm.Text(FilmChange.Between(Full, Full).Apply(Full)));
        if (after.Drawings == Full.Drawings)
        {
            Assert.Null(between.Drawings);
        }

        if (after.Puppets == Full.Puppets)
        {
            Assert.Null(between.Puppets);
            Assert.Empty(between.InPuppets);
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void It_leaves_the_film_it_was_given_as_it_is(int sample)
    {
        var before = TestFilm.Text(Full);
        Samples[sample].Apply(Full);
        Assert.Equal(before, TestFilm.Text(Full));
    }
}
