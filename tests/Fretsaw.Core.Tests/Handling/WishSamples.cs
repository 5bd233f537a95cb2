using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Tests;

/// <summary>A wish of every kind that the full film can grant.</summary>
internal static class WishSamples
{
    public static readonly Wish[] All =
    [
        new KeyPose("s", "use", 9),
        new BackToRest("s", "use", 9, ["up", "mouth"]),
        new SetMark("s", 9),
        new FocusOn("s", 9, "flat"),
        new MakeReach("pup", "tip", "reach-2"),
        new PlantReach("s", "use", "reach", 9, true),
        new Squash("s", "use", 9),
        new HandOver("s", "use", "mouth", 9, "stand"),
        new MeshOf("pup", "bent", 300),
        new MakeLimb("pup", "tip", "leg", "leg-art", new Colour(40, 50, 60)),
        new GatherSwaps("pup", "mouth", ["shape"]),
        new GatherForms("pup", "shape", ["mouth"]),
        new SetStation("pup", "dial"),
        new MakeHeadTurn("pup", "mouth", [new FeatureDepth("shape", 0.5)], "look"),
        new KeyStand("s", "flat", 9),
        new KeepActing("s", "use", ["up", "mouth"], 1, 12, "kept-2", "Second"),
        new KeepActing("s", "use", ["dial", "mouth"], 5, 5, "kept-2", "Face") { AsExpression = true },
        new Blink("s", "use", ["dial"], 12, 12) { Close = 2, Hold = 1, Open = 3, Brow = "knead", BrowBy = 9 },
        new KeepTake("s", "use", TakeWith.Device, [new TakeReading(3, [1, 2, 3, 0, 0, 0, 0, 0.4, 0]), new TakeReading(7.5, [1, 2, 9, 0, 0, 0, 0, 0.9, 0])]) { Tolerance = 2, SmoothFrames = 1, LatencyFrames = 0.5 },
        new FillCues("s", "use", "heard", ByLoudness: true),
        new MoveFace("s", "use", 9, new Point(0.5, -0.5)),
        new PutAtDistance("s", "flat", 9, 7, KeepSize: true),
        new PutStanding("s", "flat", 9, new NewStand(SizePercent: 60)),
        new PutOnStage("s", "pup", "second"),
        new PasteKeys("s", [new Beads([new Address("use", "up", "turn")], [1])], "s", "use", 20) { Things = ["low"], Mirror = Mirror.InPlace, Merges = true, Cut = true },
        new InBetween("s", "use", ["up"], 4, 30),
        new Resize("s", "use", "mouth", 9, 150),
        new DrawLimb(new View(Puppet: "pup"), [new Point(400, 300), new Point(440, 400), new Point(400, 500)], "limb") { Part = "shape" },
    ];
}
