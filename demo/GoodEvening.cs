using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Demo;

/// <summary>
/// The shot after the horn, a close-up of the same puppet before the same scenery: Bramble listens to one side, blinks, turns
/// to us and says good evening. Its keys are its own.
/// </summary>
internal static class GoodEvening
{
    private const string ShotId = "good-evening";

    private const string Cast = "bramble";
    private static readonly string[] Scenery = ["sky", "town", "bay"];

    public static Film Shoot(Film film, BrambleRig rig)
    {
        var flats = film.Shots[0].Flats.Where(flat => Scenery.Contains(flat.Id)).Select(flat => new AddFlat(ShotId, flat, null));
        Edit[] stage =
        [
            new AddShot(new Shot { Id = ShotId, Name = "Good evening", Length = 72 }),
            .. flats,
            new AddCast(ShotId, new CastMember { Id = Cast, Name = "Bramble", Puppet = rig.Puppet, Distance = 3.3, X = 930, Y = 2120, Scale = 2.3 }),
        ];
        return Camera(Talk(Cards(stage.Aggregate(film, (current, edit) => edit.Apply(current))), rig.Parts["Mouth"]));
    }

    private static Film Cards(Film film)
    {
        (int Frame, Chart Gap, double Neck, double Across, double Down, double Worried, double Tip)[] cards =
        [
            (1, Chart.Both, -4, -70, -20, 100, -14), (16, Chart.Hold, -5, -78, -28, 100, 6), (22, Chart.SlowStart, -5, -78, -28, 100, 8),
            (28, Chart.SlowStop, 3, -10, 40, 40, -20), (36, Chart.Both, 1, 48, -8, 0, 10), (58, Chart.Both, 2, 40, 4, 0, -6), (72, Chart.Both, 1, 44, 0, 0, 0),
        ];
        return cards.Aggregate(film, (current, card) => Key(
            current, card.Frame, card.Gap,
            (BrambleRig.Neck, "turn", card.Neck), (BrambleRig.HeadTurn, "across", card.Across), (BrambleRig.HeadTurn, "down", card.Down),
            (BrambleRig.Worried, "amount", card.Worried), (BrambleRig.ScarfPins[^2], "shiftX", card.Tip / 2), (BrambleRig.ScarfPins[^1], "shiftX", card.Tip)));
    }

    /// <summary>A blink as the head comes round, and two words.</summary>
    private static Film Talk(Film film, string mouth)
    {
        (int Frame, double Shut)[] blink = [(24, 0), (27, 100), (31, 0), (61, 0), (63, 100), (66, 0)];
        (int Frame, double Shows)[] words = [(40, 1), (44, 0), (46, 1), (53, 0)];
        film = blink.Aggregate(film, (current, key) => Key(current, key.Frame, Chart.Both, (BrambleRig.Blink, "across", key.Shut)));
        return words.Aggregate(film, (current, key) => Key(current, key.Frame, Chart.Hold, (mouth, "swap", key.Shows)));
    }

    /// <summary>A slow push in, in focus all the way.</summary>
    private static Film Camera(Film film)
    {
        film = CameraRecipe.Mark(film, ShotId, 1, Chart.Both, truck: 0, boom: 0, dolly: 0);
        film = CameraRecipe.Focus(film, ShotId, 1, 3.3, Chart.Both);
        film = CameraRecipe.Mark(film, ShotId, 72, Chart.Both, truck: 0, boom: 0, dolly: 0.12);
        return CameraRecipe.Focus(film, ShotId, 72, 3.18, Chart.Both);
    }

    private static Film Key(Film film, int frame, Chart gap, params (string Thing, string Property, double Value)[] values) =>
        Keyed.At(film, ShotId, frame, gap, Keyed.Of(Cast, values));
}
