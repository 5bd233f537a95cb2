using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>An edit of every kind that the full film takes.</summary>
internal static class EditSamples
{
    /// <summary>With what edits need two of: shots, and shapes of one drawing.</summary>
    public static readonly Film Full = Twofold(FullFilm.Build());
    private static readonly Drawing Fresh = TestFilm.Box("fresh", 0, 0, 30, 30);
    private static readonly KneadStroke Push = new(KneadBrush.Push, new Point(9, 9), new Point(3, 0), 8, 1, 0.5);

    public static readonly Edit[] All =
    [
        new Together("Both", [new ChangeFilm { Name = "Two" }, new RemoveShake("s", "shake")]),
        new PutBack(FilmChange.Between(Full, new RemovePart("pup", "limb").Apply(Full))),
        new ChangeFilm { Name = "Other", FrameRate = 30, Width = 640, Height = 480, FrameWidthMetres = 2, RestLensMm = 50, Backdrop = Colour.Black },
        new AddPuppet(new Puppet { Id = "second", Name = "Second", Parts = [TestFilm.Part("only", "fresh")] }, [Fresh]),
        new ChangePuppet("pup") { Name = "Renamed", Origin = new Point(1, 2), Shelf = "" },
        new PairThings("pup", "low") { Other = "tip" },
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
        new ChangePin("pup", "pinned", "pin") { RidesOn = "tail" },
        new RemovePin("pup", "pinned", "pin"),
        new AddBone("pup", TestFilm.Bone("third", 120, 0, 150, 0, "low")),
        new ChangeBone("pup", "up") { Name = "Upper", Start = new Point(1, 1), WithoutLimit = true, WithoutFollowThrough = true },
        new RemoveBone("pup", "low"),
        new AddReach("pup", new Reach { Id = "reach-2", Name = "Reach 2", Upper = "tail", Lower = "tip" }),
        new ChangePart("pup", "mouth") { AlsoRidesOn = [Address.Stand, "low"] },
        new ChangeReach("pup", "reach") { Name = "R", Bend = 1, StretchPercent = 20 },
        new RemoveReach("pup", "reach"),
        new AddShot(new Shot { Id = "next", Name = "Next" }),
        new ChangeShot("s") { Name = "Longer", Length = 60, Wind = new Wind { StrengthPercent = 10 } },
        new RemoveShot("s"),
        new MoveShot("s", 1),
        new CopyShot("s", "again", "Again"),
        new GroupParts("pup", ["mouth", "pinned"], "face", "Face"),
        new SplitPart("pup", "bent", [1], "lip", "Lip"),
        new AddThing("s", new Thing { Id = "wall", Name = "Wall", Body = new Picture("fresh") }, Fresh),
        new ChangeThing("s", "flat") { Name = "F", Distance = 9, X = 1, SizePercent = 50, FacesCamera = false },
        new RemoveThing("s", "use"),
        new CopyThing("s", "use", "after", "again"),
        new MoveThing("s", "use", 0),
        new AddShake("s", new Shake { Id = "shake-2", Name = "Second" }),
        new ChangeShake("s", "shake") { Name = "Harder", StrengthPercent = 9, Seed = 1 },
        new RemoveShake("s", "shake"),
        new SetKeys("s", 12, [new KeyValue(new Address("use", "up", "turn"), 30), new KeyValue(new Address("use", "mouth", "swap")) { Choice = "wide" }]),
        new RemoveKeys("s", 1, [], "use"),
        new MoveKeys("s", 1, 4, [], "use"),
        new RetimeKeys("s", [new Beads([new Address("use", "up", "turn")], [1])], new Shift(3)),
        new RemoveChosenKeys("s", [new Beads([new Address("use", "up", "turn")], [1])]),
        new CopyKeys("s", [new Beads([new Address("use", "up", "turn")], [1])], 20) { ToShot = "s", ToOwner = "use", ToThing = "low", Copies = 2, Apart = 4, Mirror = Mirror.InPlace },
        new StretchShot("s", 70),
        new InsertFrames("s", 3, 5),
        new TakeOutFrames("s", 3, 5),
        new SetGap("s", 1, Gap.Even, [], "use"),
        new HoldHere("s", 4, [], "use"),
        new NameCard("s", "use", 1, "Start"),
        new SetBeyond("s", [new Address("use", "up", "turn")]) { After = Beyond.ToAndFro },
        new ShapePiece("s", Address.OfCamera("place"), 1, PathShape.Straight),
        new MakePath("s", new Address("use", "limb", "shift")),
        new KeepChart(new KeptChart { Id = "chart-2", Name = "Snap", Gap = Gap.SlowStart }),
        new KeepChart(new KeptChart { Id = "chart", Name = "Other", Gap = Gap.Even }),
        new RemoveChart("chart"),
        new SetStep("s", "use", "mouth", 4),
        new ChangeShot("s") { RoughRate = 0, WithoutRange = true },
        new ChangeShot("s") { RoughRate = 5, Range = new FrameRange(2, 9) },
        new AddReference("s", new Reference { Id = "ref-2", Name = "Board", Pictures = ["fresh"] }, [Fresh]),
        new ChangeReference("s", "ref") { Name = "R", Rate = 12, Start = 2, First = 1, Last = 1, AtEnd = ReferenceEnd.Hold, Over = true, Hidden = false, OpacityPercent = 30, X = 1, Y = 2, SizePercent = 50 },
        new RemoveReference("s", "ref"),
        new KeepAside("s", "aside-2", "Second"),
        new TakeAside("s", "aside"),
        new RemoveAside("s", "aside"),
        new SetKeys("s", 12, [new KeyValue(new Address("use", "worried", "amount"), 70)]),
        new RemoveKept("worried"),
        new ChangePuppet("pup") { FacePad = [new PadFeature("dial")] },
        new Keep(Full.Kept[0] with { Name = "Newer" }),
        new RenameKept("step", "Stride"),
        new RemoveKept("step"),
        new KnowControlAs("pup", "Tail", ThingKind.Bone, "low"),
        new PutPose("s", "use", "step", 12, ["up"], 120) { Mirror = Mirror.InPlace, Offset = true, At = 4 },
        new PlaceAction("s", new Placed { Id = "placed-2", Owner = "use", Action = "step", Start = 2, Length = 5 }),
        new ChangePlaced("s", "placed", 4, 30, 1, 0, 110, false, 100, 0, 0, 1, 2, KeysOnTop.Replace, Travel.Onward, true, []) { Mirror = "" },
        new RemovePlaced("s", "placed"),
        new TurnIntoKeys("s", "placed"),
        new ShapePath("s", Address.OfCamera("place"), 1) { Out = new Place(0.5, 0.5, 0), Joint = PathJoint.Free },
    ];

    private static Film Twofold(Film film) => film with
    {
        Shots = film.Shots.Add(new Shot { Id = "after", Name = "After", Length = 12 }),
        Drawings = [.. film.Drawings.Select(drawing => drawing.Id == "other" ? drawing with { Shapes = [.. drawing.Shapes, .. TestFilm.Box("lip", 5, 5, 20, 10).Shapes] } : drawing)],
    };
}
