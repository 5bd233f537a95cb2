using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>
/// The shot after the horn, a close-up of the same puppet before the same scenery: Bramble listens to one side, blinks, turns
/// to us and says good evening. Its keys are its own.
/// </summary>
internal static class GoodEvening
{
    internal const string ShotId = "good-evening";

    private const string Bramble = "bramble";
    private const string Pip = "pip";

    /// <summary>Two frames on and one back: the way down from each breath goes in jerks.</summary>
    private static readonly Gap InJerks = new() { Ease = new Slow(0, 60), Stagger = new Stagger(2, 1, 100, 15) { Pattern = [3, -2] } };
    private static readonly string[] Scenery = ["sky", "town", "bay"];

    public static Film Shoot(Film film, BrambleRig rig, PipRig pip)
    {
        var flats = film.Shots[0].Things.Where(thing => Scenery.Contains(thing.Id)).Select(thing => new AddThing(ShotId, thing));
        Edit[] stage =
        [
            new AddShot(new Shot { Id = ShotId, Name = "Good evening", Length = 72 }),
            .. flats,
            new AddThing(ShotId, OnStage.Puppet(Bramble, "Bramble", rig.Puppet, new Stand { Distance = 3.3, X = 930, Y = 2120, SizePercent = 230 })),
            new AddThing(ShotId, OnStage.Puppet(Pip, "Pip", pip.Puppet, new Stand { Distance = 3.25, X = 520, Y = 1068, SizePercent = 120 })),
        ];
        film = Laugh(Blinks(Cards(stage.Aggregate(film, (current, edit) => edit.Apply(current)))), pip);
        return Camera(Mildly(film, rig));
    }

    private static Film Cards(Film film)
    {
        (int Frame, Gap Gap, double Neck, double Across, double Down, double Worried, double Tip)[] cards =
        [
            (1, Gap.Both, -4, -70, -20, 100, -14), (16, Gap.Hold, -5, -78, -28, 100, 6), (22, Gap.SlowStart, -5, -78, -28, 100, 8),
            (28, Gap.SlowStop, 3, -10, 40, 40, -20), (36, Gap.Both, 1, 48, -8, 0, 10), (58, Gap.Both, 2, 40, 4, 0, -6), (72, Gap.Both, 1, 44, 0, 0, 0),
        ];
        film = cards.Aggregate(film, (current, card) => Keyed.Card(current, ShotId, card.Frame, card.Gap, Keyed.Of(
            Bramble,
            (BrambleRig.Neck, "turn", card.Neck), (BrambleRig.HeadTurn, "across", card.Across), (BrambleRig.HeadTurn, "down", card.Down),
            (BrambleRig.Worried, "amount", card.Worried), (BrambleRig.ScarfPins[^2], "shiftX", card.Tip / 2), (BrambleRig.ScarfPins[^1], "shiftX", card.Tip))));

        // The head goes through the middle of its turn at full speed; the scarf swings back there, and slows for it.
        ImmutableArray<Address> scarf = [new(Bramble, BrambleRig.ScarfPins[^2], "shift"), new(Bramble, BrambleRig.ScarfPins[^1], "shift")];
        return new SetGap(ShotId, 28, Gap.Both, scarf).Apply(new SetGap(ShotId, 22, Gap.Both, scarf).Apply(film));
    }

    /// <summary>One as the head comes round, and others while he speaks.</summary>
    private static Film Blinks(Film film)
    {
        (int Frame, double Shut)[] blink = [(24, 0), (27, 100), (31, 0)];
        film = blink.Aggregate(film, (current, key) => Keyed.At(current, ShotId, key.Frame, Gap.Both, Keyed.Of(Bramble, (BrambleRig.Blink, "across", key.Shut))));
        return Keyed.Blinking(film, ShotId, Bramble, BrambleRig.Blink, 44, 71, 0.8, 3);
    }

    /// <summary>From the turn on his whole face is mild: lids a little low, brows a little up, under all that he does with it.</summary>
    private static Film Mildly(Film film, BrambleRig rig)
    {
        const string Scratch = "scratch";
        const string Mild = "bramble-mild";
        film = new AddShot(new Shot { Id = Scratch, Name = "Scratch", Length = 1 }).Apply(film);
        film = new AddThing(Scratch, OnStage.Puppet(Bramble, "Bramble", rig.Puppet, new Stand())).Apply(film);
        film = Keyed.Card(film, Scratch, 1, Gap.Both, Keyed.Of(Bramble, (BrambleRig.Blink, "across", 14), (BrambleRig.Worried, "amount", 24)));
        film = (new KeepActing(Scratch, Bramble, [], 1, 1, Mild, "Mild") { AsExpression = true }).Of(film).Apply(film);
        film = new RemoveShot(Scratch).Apply(film);
        film = Keyed.Alone(film, ShotId, 24, Gap.Both, Keyed.Of(Bramble, (Mild, "amount", 0)));
        return Keyed.Alone(film, ShotId, 36, Gap.Both, Keyed.Of(Bramble, (Mild, "amount", 100)));
    }

    /// <summary>On his shoulder Pip listens, draws a breath, and laughs it out in a stagger, twice; the wing shivers with it.</summary>
    private static Film Laugh(Film film, PipRig pip)
    {
        (int Frame, Gap Gap, double Body, double High, double Head, double Wing, double Upper, double Lower)[] poses =
        [
            (1, Gap.Both, 0, 100, 6, 0, 0, 0), (20, Gap.Both, 2, 99, 12, 2, 0, 0), (30, Gap.Both, 5, 94, 16, 4, 0, 0), (37, InJerks, -12, 114, -26, -26, -16, 20),
            (51, Gap.Both, 6, 96, 2, 6, -8, 12), (56, InJerks, -10, 111, -22, -22, -16, 22), (68, Gap.Both, 7, 95, 6, 4, -4, 6), (72, Gap.Even, 5, 97, 8, 2, 0, 0),
        ];
        film = poses.Aggregate(film, (current, pose) => Keyed.Card(current, ShotId, pose.Frame, pose.Gap, Keyed.Of(
            Pip, (pip["Body"], "turn", pose.Body), (pip["Body"], "stretchY", pose.High), (pip["Body"], "stretchX", Math.Round(10000 / pose.High, 1)), (pip["Head"], "turn", pose.Head),
            (pip["Wing"], "turn", pose.Wing), (pip["Beak, upper"], "turn", pose.Upper), (pip["Beak, lower"], "turn", pose.Lower))));

        // The eye is shut as long as it laughs.
        (int Frame, double Shut)[] lids = [(1, 0), (33, 0), (36, 100), (66, 100), (70, 0)];
        return lids.Aggregate(film, (current, lid) => Keyed.Alone(current, ShotId, lid.Frame, Gap.Both, Keyed.Of(Pip, (PipRig.Blink, "across", lid.Shut))));
    }

    /// <summary>A slow push in, in focus all the way.</summary>
    private static Film Camera(Film film)
    {
        film = CameraRecipe.Mark(film, ShotId, 1, Gap.Both, truck: 0, boom: 0, dolly: 0);
        film = CameraRecipe.Focus(film, ShotId, 1, 3.3, Gap.Both);
        film = CameraRecipe.Mark(film, ShotId, 72, Gap.Both, truck: 0, boom: 0, dolly: 0.12);
        return CameraRecipe.Focus(film, ShotId, 72, 3.18, Gap.Both);
    }
}
