using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

public class GroupingTests
{
    /// <summary>A head with a mouth drawn on it, and an ear that rides on it.</summary>
    private static readonly Film Start = TestFilm.Of(
        new Puppet
        {
            Id = "pup",
            Name = "P",
            Parts =
            [
                TestFilm.Part("tail", "t", new Point(210, 10)),
                TestFilm.Part("head", "h", new Point(50, 50)) with { Opacity = 0.5, Pins = [new Pin { Id = "pin", Name = "Pin", At = new Point(10, 10) }], Mesh = new MeshSettings() },
                TestFilm.Part("ear", "e", new Point(90, 0)) with { RidesOn = "head" },
            ],
        },
        [
            TestFilm.Box("t", 200, 0, 20, 20),
            TestFilm.Box("h", 0, 0, 100, 100) with { Shapes = [.. TestFilm.Box("face", 0, 0, 100, 100).Shapes, .. TestFilm.Box("mouth", 30, 70, 40, 10).Shapes, .. TestFilm.Box("lip", 35, 82, 30, 4).Shapes] },
            TestFilm.Box("e", 80, -20, 20, 30),
        ],
        TestFilm.Keyed("ear", "turn", (1, 20)));

    private static ImmutableArray<Part> Parts(Film film) => film.Puppets[0].Parts;

    [Fact]
    public void A_group_carries_what_was_chosen_about_its_middle_and_moves_nothing()
    {
        var grouped = TestFilm.Made(Start, new GroupParts("pup", ["tail", "head", "ear"], "group", "All"));
        Assert.Equal([("group", null), ("tail", "group"), ("head", "group"), ("ear", "head")], Parts(grouped).Select(part => (part.Id, part.RidesOn)));
        Assert.Equal(new Point(110, 40), Parts(grouped)[0].Pivot);
        Assert.Equal(TestFilm.At(Start, 1).World("ear"), TestFilm.At(grouped, 1).World("ear"));
        var inner = TestFilm.Made(grouped, new GroupParts("pup", ["ear"], "inner", "Ears"));
        Assert.Equal("head", Parts(inner).First(part => part.Id == "inner").RidesOn);
        Assert.Throws<FilmException>(() => new GroupParts("pup", [], "group", "None").Apply(Start));
        Assert.Throws<FilmException>(() => new GroupParts("pup", ["gone"], "group", "None").Apply(Start));
    }

    [Fact]
    public void Shapes_of_a_part_become_a_part_that_rides_on_it_and_lies_where_it_was_drawn()
    {
        var split = TestFilm.Made(Start, new SplitPart("pup", "head", [2, 1], "mouth", "Mouth"));
        Assert.Equal(["tail", "head", "mouth", "ear"], Parts(split).Select(part => part.Id));
        var (head, mouth) = (Parts(split)[1], Parts(split)[2]);
        Assert.Equal(("head", 0.5, "Mouth"), (mouth.RidesOn, mouth.Opacity, mouth.Name));
        var (left, taken) = (Of(head), Of(mouth));
        Assert.Single(left.Shapes);
        Assert.Equal(2, taken.Shapes.Length);
        Assert.Equal(Start.Drawings[1].Shapes[1], taken.Shapes[0]);
        Assert.Equal(new Box(29, 69, 42, 18), taken.Bounds);
        Assert.True((mouth.Pivot - new Point(50, 78)).Length < 1);
        Assert.Single(head.Pins);
        Assert.DoesNotContain(split.Drawings, drawing => drawing.Id == "h");

        Drawing Of(Part part) => split.Drawings.First(drawing => drawing.Id == part.Drawing);
    }

    [Theory]
    [InlineData(new int[0])]
    [InlineData(new[] { 3 })]
    [InlineData(new[] { -1 })]
    [InlineData(new[] { 0, 1, 2 })]
    public void Shapes_that_are_none_or_all_or_not_there_are_refused(int[] shapes) =>
        Assert.Throws<FilmException>(() => new SplitPart("pup", "head", [.. shapes], "mouth", "Mouth").Apply(Start));

    [Fact]
    public void A_part_that_is_blended_with_forms_keeps_its_shapes_together()
    {
        var stiff = new ChangePart("pup", "head") { Without = PartFeature.Mesh }.Apply(Start);
        var blended = new PutOnPart("pup", "head") { Form = new Form { Id = "f", Name = "F", Drawing = "t" } }.Apply(stiff);
        var problem = Assert.Throws<FilmException>(() => new SplitPart("pup", "head", [1], "mouth", "Mouth").Apply(blended));
        Assert.Contains("forms", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Parts_that_are_copied_to_another_puppet_leave_its_carriers_and_bones_behind()
    {
        var two = new AddPuppet(new Puppet { Id = "other", Name = "Other", Parts = [TestFilm.Part("own", "box")] }, [TestFilm.Box("box", 0, 0, 9, 9)]).Apply(
            new ChangePart("pup", "head") { RidesOn = "tail", Matte = new Matte("tail") }.Apply(Start));
        var copied = TestFilm.Made(two, new DuplicateParts("pup", ["head"], new Point(5, 0), "c") { Into = "other" });
        Assert.Equal(two.Puppets[0], copied.Puppets[0]);
        var parts = copied.Puppets[1].Parts;
        Assert.Equal([("own", null), ("head-c", null), ("ear-c", "head-c")], parts.Select(part => (part.Id, part.RidesOn)));
        Assert.Equal(("head", null, new Point(15, 10)), (parts[1].Name, parts[1].Matte, parts[1].Pins[0].At));
    }

    [Fact]
    public void Bones_carriers_and_parts_that_did_not_come_go_along_with_redrawn_art_that_was_moved()
    {
        var rigged = new GroupParts("pup", ["head"], "group", "Head and all").Apply(Start);
        rigged = new AddBone("pup", TestFilm.Bone("neck", 50, 100, 50, 50)).Apply(rigged);
        rigged = new ChangePart("pup", "head") { RidesOn = "neck" }.Apply(rigged);
        var edit = new RedrawPuppet("pup", [TestFilm.Box("new", 300, 40, 100, 100)], [new Redrawn("head", "new")], []);
        var left = TestFilm.Made(rigged, edit);
        Assert.Equal(new Point(50, 100), left.Puppets[0].Bones[0].Start);

        var moved = TestFilm.Made(rigged, edit with { WithRiders = true });
        Assert.Equal((new Point(350, 140), new Point(350, 90)), (moved.Puppets[0].Bones[0].Start, moved.Puppets[0].Bones[0].End));
        var ear = Parts(moved).First(part => part.Id == "ear");
        Assert.Equal(new Point(390, 40), ear.Pivot);
        Assert.Equal(new Box(380, 20, 20, 30), moved.Drawings.First(drawing => drawing.Id == ear.Drawing).Bounds);
        Assert.DoesNotContain(moved.Drawings, drawing => drawing.Id == "e");
        Assert.Equal(new Point(210, 10), Parts(moved).First(part => part.Id == "tail").Pivot);

        // Drawn over where it lay, nothing goes anywhere.
        var over = TestFilm.Made(rigged, new RedrawPuppet("pup", [TestFilm.Box("new", 0, 0, 100, 98)], [new Redrawn("head", "new")], []) { WithRiders = true });
        Assert.Equal("e", Parts(over).First(part => part.Id == "ear").Drawing);
    }
}
