using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>A question of every kind that the full film can answer.</summary>
internal static class QuestionSamples
{
    private static readonly View Shot = new("s");

    public static readonly Question[] All =
    [
        new OverlayQuestion(Shot, 4, "use"),
        new OverlayQuestion(new View(Puppet: "pup"), 1),
        new ValuesQuestion(Shot, 4, "use", "mouth"),
        new ValuesQuestion(Shot, 4, Address.Camera, Address.View),
        new StripQuestion("s", "use", 1, 30),
        new ElevationQuestion("s", 4),
        new HitQuestion(new View("s", Aspect: 1.5), 4, new Point(300, 200)),
        new ShakeQuestion("s", "shake"),
        new ChartQuestion(new Gap { Ease = new Slow(50, 50), Stagger = new Stagger(4, 1, 20, 5) }, 12),
        new MeshQuestion("pup", "pinned"),
        new HeatQuestion("pup", "pinned", "pin"),
        new WeightsQuestion("pup", "bent", "low"),
        new FormsQuestion("pup", "shape"),
        new SharpnessQuestion("s", "flat"),
        new SnagsQuestion("s"),
        new GraphQuestion("s", [new Address("use", "up", "turn"), Address.OfCamera("place")], 1, 30),
        new ArcQuestion(Shot, 4, "use", "low", 1, 12),
        new PaceQuestion(Shot, "use", 1, 9),
        new TakeQuestion(new KeepTake("s", "use", TakeWith.FacePad, [new TakeReading(3, [0, 0]), new TakeReading(7, [0.4, -0.2])])),
        new BalanceQuestion(Shot, 9, "use"),
        new FitsQuestion("step", "pup"),
        new SidesQuestion("pup"),
        new PasteQuestion(new PasteKeys("s", [new Beads([new Address("use", "up", "turn")], [1])], "s", "use", 20) { Things = ["low", "mouth"] }),
    ];
}
