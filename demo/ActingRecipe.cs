using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>
/// Bramble stands and looks along the pier, the horn sounds at 85, he gathers (anticipation), starts (stretch), falls
/// back and settles. Both feet stay planted; the scarf comes after the body by some frames all the way.
/// </summary>
internal static class ActingRecipe
{
    public const int Horn = 85;

    public static Film Act(Film film, string shot, string cast, BrambleRig rig)
    {
        var (body, head, eyes, brows, cap) = (Address.Body, BrambleRig.Neck, rig.Parts["Eyes"], rig.Parts["Brows"], rig.Parts["Cap"]);
        var (trunk, lamp, free) = (rig.Parts["Body"], BrambleRig.LampReach, BrambleRig.FreeReach);
        (int Frame, Gap Gap, (string Thing, string Property, double Value)[] Values)[] cards =
        [
            (1, Gap.Both, [(BrambleRig.Spine, "turn", 0), (head, "turn", 3), (eyes, "shiftX", 4), (free, "shiftY", 0), (trunk, "stretchY", 100), (trunk, "stretchX", 100)]),
            (40, Gap.Both, [(BrambleRig.Spine, "turn", 1.2), (head, "turn", -2), (eyes, "shiftX", -5), (free, "shiftY", -10), (trunk, "stretchY", 101), (trunk, "stretchX", 99.5)]),
            (64, Gap.Hold, [(BrambleRig.Spine, "turn", 0.4), (head, "turn", 2), (eyes, "shiftX", 5), (free, "shiftY", -4), (trunk, "stretchY", 100), (trunk, "stretchX", 100)]),
            (Horn, Gap.SlowStop, [(BrambleRig.Spine, "turn", 0.4), (head, "turn", 2), (eyes, "shiftX", 5), (free, "shiftY", -4), (trunk, "stretchY", 100), (trunk, "stretchX", 100)]),
            (Horn + 5, Gap.Both, [(BrambleRig.Spine, "turn", 4), (head, "turn", 9), (eyes, "shiftX", 7), (free, "shiftY", 22), (trunk, "stretchY", 92), (trunk, "stretchX", 105)]),
            (Horn + 10, Gap.SlowStop, [(BrambleRig.Spine, "turn", -9), (head, "turn", -13), (eyes, "shiftX", 9), (free, "shiftY", -190), (trunk, "stretchY", 108), (trunk, "stretchX", 95)]),
            (Horn + 22, Gap.Both, [(BrambleRig.Spine, "turn", -6), (head, "turn", -8), (eyes, "shiftX", 8), (free, "shiftY", -150), (trunk, "stretchY", 104), (trunk, "stretchX", 97)]),
            (Horn + 40, Gap.Both, [(BrambleRig.Spine, "turn", 2.5), (head, "turn", 5), (eyes, "shiftX", 6), (free, "shiftY", -20), (trunk, "stretchY", 98.5), (trunk, "stretchX", 101)]),
            (Horn + 62, Gap.Both, [(BrambleRig.Spine, "turn", 0), (head, "turn", 1), (eyes, "shiftX", 4), (free, "shiftY", -4), (trunk, "stretchY", 100), (trunk, "stretchX", 100)]),
        ];
        foreach (var (frame, gap, values) in cards)
        {
            film = Keyed.Card(film, shot, frame, gap, Keyed.Of(cast, values));
        }

        // What only some cards need: first keys put these at rest on the cards that are there already.
        film = Keyed.Card(film, shot, Horn + 5, Gap.Both, Keyed.Of(cast, (body, "shiftY", 6), (brows, "shiftY", 8), (cap, "shiftY", 4), (eyes, "stretchY", 80), (lamp, "shiftX", 6), (lamp, "shiftY", 16), (free, "shiftX", 8)));
        film = Keyed.Card(film, shot, Horn + 10, Gap.SlowStop, Keyed.Of(cast, (body, "shiftY", -34), (brows, "shiftY", -16), (cap, "shiftY", -26), (eyes, "stretchY", 128), (lamp, "shiftX", -34), (lamp, "shiftY", -52), (free, "shiftX", -96)));
        film = Keyed.Card(film, shot, Horn + 22, Gap.Both, Keyed.Of(cast, (body, "shiftY", 0), (brows, "shiftY", -12), (cap, "shiftY", -4), (eyes, "stretchY", 120), (lamp, "shiftX", -22), (lamp, "shiftY", -26), (free, "shiftX", -70)));
        film = Keyed.Card(film, shot, Horn + 40, Gap.Both, Keyed.Of(cast, (body, "shiftY", 0), (brows, "shiftY", -2), (cap, "shiftY", 0), (eyes, "stretchY", 100), (lamp, "shiftX", 4), (lamp, "shiftY", 6), (free, "shiftX", -6)));
        film = Keyed.Alone(film, shot, 1, Gap.Both, [.. Keyed.Choice(cast, BrambleRig.FootReach, "planted", Properties.OnStage), .. Keyed.Choice(cast, BrambleRig.FarFootReach, "planted", Properties.OnStage)]);
        return Gust(Startled(Face(Scarf(film, shot, cast), shot, cast), shot, cast, rig.Parts["Mouth"], rig.OpenMouth, rig.Parts["Arm, free side"]), shot);
    }

    /// <summary>When it is quiet again he takes the pole over with his other paw, and lets the first one hang. Done after all else: what it hands over stands where it stands.</summary>
    public static Film Hand(Film film, string shot, string cast, BrambleRig rig)
    {
        const int Meet = Horn + 76;
        film = Keyed.Card(film, shot, Meet, Gap.Hold, Keyed.Of(cast, (BrambleRig.Spine, "turn", -3), (BrambleRig.LampReach, "shiftX", -84), (BrambleRig.LampReach, "shiftY", 56), (BrambleRig.FreeReach, "shiftX", 230), (BrambleRig.FreeReach, "shiftY", -124)));
        film = Keyed.Card(film, shot, Meet + 3, Gap.Both, Keyed.Of(cast, (BrambleRig.Spine, "turn", -3), (BrambleRig.LampReach, "shiftX", -84), (BrambleRig.LampReach, "shiftY", 56), (BrambleRig.FreeReach, "shiftX", 230), (BrambleRig.FreeReach, "shiftY", -124)));
        var handed = film;
        film = new HandOver(shot, cast, rig.Parts["Lamp pole"], Meet + 3, "bone-free-lower").ToEdit(film, (view, at) =>
        {
            var frame = new Evaluator(PlanCompiler.Compile(handed, view.Resolve(handed), new RigCache()));
            frame.Evaluate(at);
            return frame;
        }).Apply(film);
        return Keyed.Card(film, shot, Meet + 18, Gap.Both, Keyed.Of(cast, (BrambleRig.Spine, "turn", -5), (BrambleRig.LampReach, "shiftX", -42), (BrambleRig.LampReach, "shiftY", 228)));
    }

    /// <summary>The horn comes with a gust: what sways obeys it.</summary>
    private static Film Gust(Film film, string shot)
    {
        (int Frame, Gap Gap, double Percent)[] strengths = [(1, Gap.Both, 100), (Horn - 5, Gap.SlowStop, 100), (Horn + 12, Gap.Both, 260), (Horn + 60, Gap.Even, 100)];
        return strengths.Aggregate(film, (current, key) => Keyed.At(current, shot, key.Frame, key.Gap, [new KeyValue(new Address(Address.Wind, Address.Air, "strength"), key.Percent)]));
    }

    /// <summary>His mouth falls open at the start, his brows stay worried for a while, his coat billows as he falls back, and his free paw comes
    /// towards us.</summary>
    private static Film Startled(Film film, string shot, string cast, string mouth, string open, string sleeve)
    {
        (int Frame, Gap Gap, string Thing, string Property, double Value)[] keys =
        [
            (1, Gap.Both, BrambleRig.Worried, "amount", 0), (Horn, Gap.SlowStop, BrambleRig.Worried, "amount", 0),
            (Horn + 8, Gap.Even, BrambleRig.Worried, "amount", 100), (Horn + 46, Gap.Both, BrambleRig.Worried, "amount", 100), (Horn + 66, Gap.Even, BrambleRig.Worried, "amount", 0),
            (1, Gap.Both, sleeve, "widthEnd", 100), (Horn + 4, Gap.SlowStop, sleeve, "widthEnd", 100),
            (Horn + 10, Gap.SlowStop, sleeve, "widthEnd", 135), (Horn + 24, Gap.Both, sleeve, "widthEnd", 125), (Horn + 44, Gap.Even, sleeve, "widthEnd", 100),
            (1, Gap.Both, BrambleRig.Billow, "amount", 0), (Horn + 6, Gap.SlowStop, BrambleRig.Billow, "amount", 0),
            (Horn + 14, Gap.Both, BrambleRig.Billow, "amount", 100), (Horn + 26, Gap.Both, BrambleRig.Billow, "amount", -30), (Horn + 40, Gap.Even, BrambleRig.Billow, "amount", 0),
        ];
        film = keys.Aggregate(film, (current, key) => Keyed.Alone(current, shot, key.Frame, key.Gap, Keyed.Of(cast, (key.Thing, key.Property, key.Value))));
        (int Frame, string Shows)[] shows = [(1, ""), (Horn + 8, open), (Horn + 38, "")];
        return shows.Aggregate(film, (current, key) => Keyed.Alone(current, shot, key.Frame, Gap.Both, Keyed.Choice(cast, mouth, "swap", key.Shows)));
    }

    /// <summary>He looks about before the horn, up at it, and blinks now and then, but not while he is startled.</summary>
    private static Film Face(Film film, string shot, string cast)
    {
        (int Frame, Gap Gap, double Across, double Down)[] looks =
        [
            (1, Gap.Both, 20, 10), (40, Gap.Both, -55, 15), (64, Gap.Hold, 60, -10), (Horn, Gap.SlowStop, 60, -10), (Horn + 5, Gap.SlowStart, 30, 60),
            (Horn + 10, Gap.SlowStop, 70, -80), (Horn + 40, Gap.Both, 10, 30), (Horn + 62, Gap.Both, 20, 0),
        ];
        foreach (var (frame, gap, across, down) in looks)
        {
            film = Keyed.Alone(film, shot, frame, gap, Keyed.Of(cast, (BrambleRig.HeadTurn, "across", across), (BrambleRig.HeadTurn, "down", down)));
        }

        film = Keyed.Blinking(film, shot, cast, BrambleRig.Blink, 2, Horn - 4, 1.8, 4);
        return Keyed.Blinking(film, shot, cast, BrambleRig.Blink, Horn + 44, 190, 1.4, 7);
    }

    /// <summary>Each pin down the scarf moves farther and some frames later than the one above it.</summary>
    private static Film Scarf(Film film, string shot, string cast)
    {
        (int Frame, double X, double Y)[] swing =
        [
            (1, 0, 0), (20, -14, -4), (44, 10, 2), (66, -6, 0), (Horn, -6, 0), (Horn + 6, 12, 4), (Horn + 12, -96, -70), (Horn + 22, -40, 20),
            (Horn + 32, 34, 10), (Horn + 46, -22, -4), (Horn + 64, 8, 0), (Horn + 84, -8, -2), (Horn + 106, 0, 0),
        ];
        for (var pin = 1; pin < BrambleRig.ScarfPins.Length; pin++)
        {
            var (reach, late) = (pin * pin / 16.0 * 1.25, pin - 1);
            foreach (var (frame, x, y) in swing)
            {
                var at = frame == 1 ? 1 : frame + (late * 2);
                film = Keyed.Alone(film, shot, at, Gap.Both, Keyed.Of(cast, (BrambleRig.ScarfPins[pin], "shiftX", Math.Round(x * reach, 1)), (BrambleRig.ScarfPins[pin], "shiftY", Math.Round(y * reach, 1))));
            }
        }

        return film;
    }
}
