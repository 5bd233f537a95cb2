using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests;

/// <summary>What edits and wishes of the rig leave behind, each taken back by its inverse.</summary>
public class RigEditTests
{
    private static readonly ImmutableArray<Drawing> Art = [TestFilm.Box("d1", 0, 0, 100, 40), TestFilm.Box("d2", 10, 0, 80, 40), TestFilm.Box("d3", 200, 0, 50, 50)];
    private static readonly Puppet Rigged = new()
    {
        Id = "pup",
        Name = "P",
        Parts =
        [
            TestFilm.Part("one", "d1", new Point(50, 20)),
            TestFilm.Part("two", "d2", new Point(50, 20)) with { RidesOn = "one" },
            TestFilm.Part("three", "d3", new Point(225, 25)) with { RidesOn = "low", Matte = new Matte("one") },
        ],
        Bones = [TestFilm.Bone("up", 0, 0, 60, 10), TestFilm.Bone("low", 60, 10, 120, 0, "up"), TestFilm.Bone("tip", 120, 0, 160, 0, "low")],
    };

    private static readonly Film Start = TestFilm.Of(Rigged, Art, TestFilm.Keyed("two", "turn", (1, 5), (20, 30)));

    private static Film Do(Film film, Edit edit) => TestFilm.Made(film, edit);

    private static Film Do(Film film, Wish wish) => Do(film, wish.ToEdit(film, (view, frame) => new Session(film).FrameAt(view, frame)));

    private static Part Part(Film film, string id) => film.Puppets[0].Parts.First(part => part.Id == id);

    [Fact]
    public void Removing_a_part_lets_go_what_rode_on_it_and_takes_its_keys_and_art()
    {
        var after = Do(Start, new RemovePart("pup", "two"));
        Assert.Equal(2, after.Puppets[0].Parts.Length);
        Assert.Equal(["d1", "d3"], after.Drawings.Select(drawing => drawing.Id));
        Assert.Empty(after.Shots[0].Tracks);
        var without = Do(Start, new RemovePart("pup", "one"));
        Assert.Null(Part(without, "two").RidesOn);
        Assert.Null(Part(without, "three").Matte);
    }

    [Fact]
    public void Gathered_swaps_keep_their_pivots_and_show_by_number()
    {
        var after = Do(Start, new GatherSwaps("pup", "one", ["two", "one"]));
        var swap = Assert.Single(Part(after, "one").Swaps);
        Assert.Equal(("two", "d2", new Point(50, 20)), (swap.Name, swap.Drawing, swap.Pivot));
        Assert.Equal(3, after.Drawings.Length);
        var keyed = new SetKeys(TestFilm.ShotId, 5, [new KeyValue(TestFilm.At("one", "swap")) { Choice = swap.Id }]).Apply(after);
        Assert.Equal(1, TestFilm.At(keyed, 5).Driven("one", "swap"));
        Assert.Throws<FilmException>(() => Do(Start, new GatherSwaps("pup", "one", ["one"])));
    }

    [Fact]
    public void Gathered_forms_become_a_shape_set()
    {
        var after = Do(Start, new GatherForms("pup", "one", ["two"]));
        Assert.Equal("d2", Assert.Single(Part(after, "one").Forms).Drawing);
        Assert.NotNull(TestFilm.At(after, 1).Cast[0].Plan.Parts[0].Forms);
    }

    [Fact]
    public void A_limb_along_two_bones_has_a_drawing_and_follows_them()
    {
        var after = Do(Start, new MakeLimb("pup", "low", "limb", "limb-art", new Colour(1, 2, 3)));
        var limb = Part(after, "limb");
        Assert.Equal(("up", "low"), (limb.Limb!.Upper, limb.Limb.Lower));
        Assert.True(after.Drawings.First(drawing => drawing.Id == "limb-art").Bounds.Width > 100);
        Assert.Throws<FilmException>(() => Do(Start, new MakeLimb("pup", "up", "limb", "limb-art", Colour.Black)));
    }

    [Fact]
    public void A_reach_of_three_goes_when_any_bone_of_it_goes()
    {
        var after = Do(Start, new MakeReach("pup", "tip", "r", 3));
        Assert.Equal(("up", "tip"), (after.Puppets[0].Reaches[0].Upper, after.Puppets[0].Reaches[0].Lower));
        Assert.Empty(Do(after, new RemoveBone("pup", "low")).Puppets[0].Reaches);
        Assert.Throws<FilmException>(() => Do(after, new MakeReach("pup", "low", "r2")));
    }

    [Fact]
    public void A_bend_loses_a_bone_that_is_removed_and_ends_with_the_second_last()
    {
        var bent = Do(Start, new ChangePart("pup", "one") { Bend = new BoneBend { Bones = ["up", "low", "tip"], Strokes = [new WeightStroke("tip", default, 10, 1, 1)] } });
        Assert.NotNull(Part(bent, "one").Mesh);
        var two = Do(bent, new RemoveBone("pup", "tip"));
        Assert.Equal(["up", "low"], Part(two, "one").Bend!.Bones.AsEnumerable());
        Assert.Empty(Part(two, "one").Bend!.Strokes);
        Assert.Null(Part(Do(two, new RemoveBone("pup", "low")), "one").Bend);
    }

    [Fact]
    public void A_dial_s_stations_forget_what_is_removed()
    {
        var dial = new Dial { Id = "d", Name = "D", Stations = [new Station(100, 0, [new StationValue("two", "turn", 9), new StationValue("one", "turn", 3)])] };
        var after = Do(Do(Start, new PutDial("pup", dial)), new RemovePart("pup", "two"));
        Assert.Equal("one", Assert.Single(after.Puppets[0].Dials[0].Stations[0].Values).Thing);
        Assert.Empty(Do(after, new RemoveDial("pup", "d")).Puppets[0].Dials);
    }

    [Fact]
    public void A_mesh_of_so_many_triangles_has_about_as_many()
    {
        foreach (var wanted in new[] { 60, 200, 700 })
        {
            var after = Do(Start, new MeshOf("pup", "one", wanted));
            Assert.InRange(new RigCache().MeshOf(after.Drawings[0], Part(after, "one").Mesh!).TriangleCount, 0.75 * wanted, 1.3 * wanted);
        }
    }

    [Fact]
    public void Copies_bring_what_rides_along_and_name_each_other()
    {
        var pinned = Do(Start, new AddPin("pup", "two", new Pin { Id = "pin", Name = "Pin", At = new Point(20, 20) }));
        var after = Do(pinned, new DuplicateParts("pup", ["one"], new Point(0, 100), "c1"));
        Assert.Equal(["one", "two", "three", "one-c1", "two-c1"], after.Puppets[0].Parts.Select(part => part.Id));
        Assert.Equal(["one", "two", "one-c1", "two-c1", "three"], Do(pinned, new DuplicateParts("pup", ["one"], new Point(0, 100), "c1") { OverOriginals = true }).Puppets[0].Parts.Select(part => part.Id));
        Assert.Equal("one-c1", Part(after, "two-c1").RidesOn);
        Assert.Equal(new Point(20, 120), Part(after, "two-c1").Pins[0].At);
        Assert.Equal(100, after.Drawings.First(drawing => drawing.Id == "d1-c1").Bounds.Y);
    }

    [Fact]
    public void Recolouring_changes_the_chosen_parts_and_no_other()
    {
        var after = Do(Start, new Recolour("pup", ["one", "two"], new Colour(200, 40, 40), new Colour(0, 90, 200), "r1"));
        Colour Of(string part) => after.Drawings.First(drawing => drawing.Id == Part(after, part).Drawing).Shapes[0].Fill!.Colour;
        Assert.Equal([new Colour(0, 90, 200), new Colour(0, 90, 200), new Colour(200, 40, 40)], new[] { Of("one"), Of("two"), Of("three") });
        Assert.Throws<FilmException>(() => new Recolour("pup", ["one"], new Colour(9, 9, 9), Colour.Black, "r1").Apply(Start));
    }

    [Fact]
    public void Redrawn_art_is_matched_by_name_then_by_shape_and_the_rest_is_listed()
    {
        var plan = Redrawing.Plan(Start, Rigged, [("ONE", TestFilm.Box("n1", 2, 2, 96, 38)), ("Other name", TestFilm.Box("n3", 203, 1, 48, 48)), ("Hat", TestFilm.Box("n4", 500, 0, 10, 10)), ("Group", null)]);
        Assert.Equal([("one", true), ("three", false)], plan.Matches.Select(match => (match.Part, match.ByName)));
        Assert.Equal(["Hat"], plan.NewLayers.AsEnumerable());
        Assert.Equal(["two"], plan.MissingParts.AsEnumerable());
    }

    [Fact]
    public void Art_that_was_gathered_into_a_swap_is_found_there_and_exchanged_there()
    {
        var open = new Swap { Id = "s", Name = "Open", Drawing = "d2", Pivot = new Point(20, 20) };
        var gathered = Do(Start, new PutOnPart("pup", "one") { Swap = open });
        var puppet = gathered.Puppets[0] with { Parts = [.. gathered.Puppets[0].Parts.Where(part => part.Id != "two")] };
        var old = gathered.Drawings.First(drawing => drawing.Id == "d2").Bounds;
        var plan = Redrawing.Plan(gathered, puppet, [("OPEN", TestFilm.Box("n2", old.X, old.Y, old.Width, old.Height))]);
        var match = Assert.Single(plan.Matches);
        Assert.Equal(("one", "s", true), (match.Part, match.Within, match.ByName));
        Assert.EndsWith(": Open", match.PartName, StringComparison.Ordinal);
        Assert.Empty(plan.NewLayers);

        // Moved by 100 px, and the pivot with it.
        var moved = Do(gathered, new RedrawPuppet("pup", [TestFilm.Box("new", old.X + 100, old.Y, old.Width, old.Height)], [new Redrawn("one", "new", "s")], []));
        Assert.Equal(("new", new Point(120, 20)), (Part(moved, "one").Swaps[0].Drawing, Part(moved, "one").Swaps[0].Pivot));
        Assert.Equal("d1", Part(moved, "one").Drawing);
        Assert.Throws<FilmException>(() => new RedrawPuppet("pup", [TestFilm.Box("new", 0, 0, 9, 9)], [new Redrawn("one", "new", "gone")], []).Apply(gathered));
    }

    [Fact]
    public void Pins_stay_on_the_art_when_it_is_redrawn_and_go_along_when_it_is_moved()
    {
        var pinned = Do(Start, new AddPin("pup", "one", new Pin { Id = "pin", Name = "Pin", At = new Point(90, 30) }));
        var there = Do(pinned, new RedrawPuppet("pup", [TestFilm.Box("new", 0, 0, 104, 40)], [new Redrawn("one", "new")], []));
        Assert.Equal(new Point(90, 30), Part(there, "one").Pins[0].At);
        Assert.DoesNotContain(there.Drawings, drawing => drawing.Id == "d1");
        var moved = Do(pinned, new RedrawPuppet("pup", [TestFilm.Box("new", 300, 100, 200, 80)], [new Redrawn("one", "new")], []));
        Assert.Equal(new Point(480, 160), Part(moved, "one").Pins[0].At);
        Assert.Equal(new Point(400, 140), Part(moved, "one").Pivot);
    }

    [Fact]
    public void A_place_that_ought_to_stand_still_is_named_when_a_pin_drags_it_and_the_mend_pins_it()
    {
        Pin Pin(string id, double x, PinHold hold) => new() { Id = id, Name = id, At = new Point(x, 20), Hold = hold };
        var film = Start;
        foreach (var pin in new[] { Pin("a", 5, PinHold.Place), Pin("knot", 45, PinHold.Watch), Pin("b", 95, PinHold.Place) })
        {
            film = new AddPin("pup", "one", pin).Apply(film);
        }

        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "pulled");
        Assert.Contains("knot", snag.Says, StringComparison.Ordinal);
        var mended = Do(film, snag.Mend!);
        Assert.DoesNotContain(SnagFinder.Find(mended, mended.Shots[0], new RigCache()), one => one.Check == "pulled");
    }

    [Fact]
    public void Pins_that_force_a_fold_are_told_with_their_frame()
    {
        Pin Pin(string id, double x) => new() { Id = id, Name = id, At = new Point(x, 20) };
        var part = TestFilm.Part("p", "d1") with { Mesh = new MeshSettings(), Pins = [Pin("a", 10), Pin("b", 50), Pin("c", 90)] };
        var film = TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part] }, [Art[0]], TestFilm.Keyed("b", "shiftX", (1, 0), (10, 120)));
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), snag => snag.Check == "flipped");
        Assert.True(snag.Frame > 1 && snag.Amount > 0);
    }

    [Theory]
    [InlineData("swap and mesh")]
    [InlineData("matte of itself")]
    [InlineData("bend by one bone")]
    [InlineData("station of a dial")]
    public void What_cannot_be_is_refused(string what)
    {
        Part one = Rigged.Parts[0], bad = what switch
        {
            "swap and mesh" => one with { Mesh = new MeshSettings(), Pins = [new Pin { Id = "x", Name = "x" }], Swaps = [new Swap { Id = "s", Name = "s" }] },
            "matte of itself" => one with { Matte = new Matte("one") },
            "bend by one bone" => one with { Mesh = new MeshSettings(), Bend = new BoneBend { Bones = ["up"] } },
            _ => one,
        };
        var puppet = Rigged with { Parts = Rigged.Parts.SetItem(0, bad) };
        if (what == "station of a dial")
        {
            puppet = puppet with { Dials = [new Dial { Id = "d", Name = "d", Stations = [new Station(9, 0, [new StationValue("d", "across", 1)])] }] };
        }

        Assert.Throws<FilmException>(() => FilmCheck.Check(Start with { Puppets = [puppet] }));
    }

    [Fact]
    public void Raster_art_says_how_far_it_can_be_pushed_in_and_vector_art_does_not()
    {
        // 1400 px shown 1000 px wide by the puppet's size; a dolly to half the distance doubles that.
        var raster = new Drawing
        {
            Id = "d1",
            Bounds = new Box(0, 0, 1400, 700),
            Outline = [[0, 0, 1400, 0, 1400, 700, 0, 700]],
            Raster = new RasterArt { Asset = new string('a', 64), Width = 1400, Height = 700 },
        };
        var film = Start with { Drawings = Start.Drawings.SetItem(0, raster) };
        var at = PicturePlane.DistanceMetres(film);
        var shot = film.Shots[0] with { Things = [film.Shots[0].Things[0] with { Stand = new Stand { Distance = at, SizePercent = 100 * 1000.0 / 1400 } }] };
        film = film with { Shots = [shot with { Cards = [], Tracks = [TestFilm.Keyed(Address.OfCamera("dolly"), (1, 0), (96, at / 2))] }] };
        var answer = (Asking.SharpnessAnswer)new Session(film).Ask(new Asking.SharpnessQuestion(TestFilm.ShotId, "one"));
        Assert.Equal(96, answer.Frame);
        Assert.Equal(2 * 1000.0 / 1400, answer.Largest, 0.001);
        Assert.Equal(70, answer.CanGrowPercent, 0.1);
        var snag = Assert.Single(SnagFinder.Find(film, film.Shots[0], new RigCache()), one => one.Check == "soft" && one.At.Thing == "one");
        Assert.Equal((96, 1.43), (snag.Frame!.Value, snag.Amount));
        var still = film with { Shots = [film.Shots[0] with { Tracks = [] }] };
        Assert.DoesNotContain(SnagFinder.Find(still, still.Shots[0], new RigCache()), one => one.Check == "soft");
        Assert.True(((Asking.SharpnessAnswer)new Session(film).Ask(new Asking.SharpnessQuestion(TestFilm.ShotId, "two"))).Vector);
    }
}
