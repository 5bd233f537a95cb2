using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Demo;

/// <summary>
/// The shot after the horn, a close-up of the same puppet before the same scenery: Bramble listens to one side, blinks, turns
/// to us and says good evening. Its keys are its own.
/// </summary>
internal static class GoodEvening
{
    public const string ShotId = "good-evening";

    private const string Cast = "bramble";
    private static readonly string[] Scenery = ["sky", "town", "bay"];

    public static Film Shoot(Film film, BrambleRig rig)
    {
        var flats = film.Shots[0].Flats.Where(flat => Scenery.Contains(flat.Id)).Select(flat => new AddFlat(ShotId, flat, null));
        Edit[] edits =
        [
            new AddShot(new Shot { Id = ShotId, Name = "Good evening", Length = 72 }),
            .. flats,
            new AddCast(ShotId, new CastMember { Id = Cast, Name = "Bramble", Puppet = rig.Puppet, Distance = 3.3, X = 930, Y = 2120, Scale = 2.3 }),
            .. Cards(), .. Talk(rig.Parts["Mouth"]), .. Camera(),
        ];
        return edits.Aggregate(film, (current, edit) => edit.Apply(current));
    }

    private static IEnumerable<Edit> Cards()
    {
        (int Frame, Chart Gap, double Neck, double Across, double Down, double Worried, double Tip)[] cards =
        [
            (1, Chart.Both, -4, -70, -20, 100, -14), (16, Chart.Hold, -5, -78, -28, 100, 6), (22, Chart.SlowStart, -5, -78, -28, 100, 8),
            (28, Chart.SlowStop, 3, -10, 40, 40, -20), (36, Chart.Both, 1, 48, -8, 0, 10), (58, Chart.Both, 2, 40, 4, 0, -6), (72, Chart.Both, 1, 44, 0, 0, 0),
        ];
        foreach (var (frame, gap, neck, across, down, worried, tip) in cards)
        {
            (string Thing, string Property, double Value)[] values =
            [
                (BrambleRig.Neck, "turn", neck), (BrambleRig.HeadTurn, "across", across), (BrambleRig.HeadTurn, "down", down),
                (BrambleRig.Worried, "amount", worried), (BrambleRig.ScarfPins[^2], "shiftX", tip / 2), (BrambleRig.ScarfPins[^1], "shiftX", tip),
            ];
            foreach (var edit in Key(frame, gap, values))
            {
                yield return edit;
            }
        }
    }

    /// <summary>A blink as the head comes round, and two words.</summary>
    private static IEnumerable<Edit> Talk(string mouth)
    {
        (int Frame, double Shut)[] blink = [(24, 0), (27, 100), (31, 0), (61, 0), (63, 100), (66, 0)];
        (int Frame, double Shows)[] words = [(40, 1), (44, 0), (46, 1), (53, 0)];
        return blink.SelectMany(key => Key(key.Frame, Chart.Both, [(BrambleRig.Blink, "across", key.Shut)]))
            .Concat(words.SelectMany(key => Key(key.Frame, Chart.Hold, [(mouth, "swap", key.Shows)])));
    }

    private static IEnumerable<Edit> Camera()
    {
        foreach (var (frame, dolly, focus) in ((int, double, double)[])[(1, 0, 3.3), (72, 0.12, 3.18)])
        {
            yield return new SetKeys(ShotId, frame, [Lens("truck", 0), Lens("boom", 0), Lens("dolly", dolly), Lens("roll", 0), Lens("lens", 50), Lens("stop", 2)]);
            yield return new SetKeys(ShotId, frame, [Lens("focus", focus)]);
        }

        static KeyValue Lens(string property, double value) => new(Address.OfCamera(property).ToString(), value);
    }

    private static IEnumerable<Edit> Key(int frame, Chart gap, (string Thing, string Property, double Value)[] values)
    {
        ImmutableArray<KeyValue> keys = [.. values.Select(value => new KeyValue(new Address(Cast, value.Thing, value.Property).ToString(), value.Value))];
        yield return new SetKeys(ShotId, frame, keys);
        yield return new SetGap(ShotId, frame, gap, null, [.. keys.Select(key => key.Address)]);
    }
}
