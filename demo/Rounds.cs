using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>
/// The first shot: Bramble walks in along the pier and the camera goes with him, past what is near and what is far. One cycle of two
/// steps goes on by itself; the way it travels is as long as his feet go back, so that they stand where they are put down. Pip watches
/// from a bollard.
/// </summary>
internal static class Rounds
{
    public const string ShotId = "rounds";

    private const string Bramble = "bramble";
    private const string Pip = "pip";
    private const int Length = 96;

    /// <summary>Frames of two steps.</summary>
    private const int Cycle = 24;

    /// <summary>How far a foot goes back under him while it stands, px of the puppet.</summary>
    private const double Stride = 96;

    private const double Size = 80;

    private static readonly string[] Scenery = ["sky", "town", "bay", "boats", "pier", "lamp-post"];

    public static Film Shoot(Film film, BrambleRig rig, PipRig pip)
    {
        var flats = film.Shots[0].Things.Where(thing => Scenery.Contains(thing.Id)).Select(thing => new AddThing(ShotId, thing));
        Edit[] stage =
        [
            new AddShot(new Shot { Id = ShotId, Name = "Rounds", Length = Length }),
            .. flats,
            new AddThing(ShotId, OnStage.Puppet(Pip, "Pip", pip.Puppet, new Stand { Distance = 3.59, X = 1797, Y = 892, SizePercent = 58 })),
            new AddThing(ShotId, OnStage.Puppet(Bramble, "Bramble", rig.Puppet, new Stand { Distance = 3.3, X = 300, Y = 1010, SizePercent = Size })),
        ];
        film = stage.Aggregate(film, (current, edit) => edit.Apply(current));
        film = Watch(Look(Swing(Legs(Travel(film))), rig), pip);
        return Camera(TakeOff.Place(TakeOff.Keep(film, pip), ShotId, 70, Length));
    }

    /// <summary>On by a stride of each foot in every cycle, evenly.</summary>
    private static Film Travel(Film film)
    {
        var way = 2 * Stride * Size / 100;
        film = Stands(film, 1, 300);
        return On(Stands(film, 1 + Cycle, 300 + way), Address.Stand, Properties.StandPlace.Name, Beyond.Onward);

        static Film Stands(Film film, int frame, double x) =>
            Keyed.At(film, ShotId, frame, Gap.Even, [new KeyValue(new Address(Bramble, Address.Stand, "x"), x), new KeyValue(new Address(Bramble, Address.Stand, "y"), 1010)]);
    }

    /// <summary>Half a cycle a foot stands and goes back evenly, half a cycle it is lifted through an arc to where it is put down.</summary>
    private static Film Legs(Film film)
    {
        film = Foot(film, BrambleRig.FootReach, 7);
        film = Foot(film, BrambleRig.FarFootReach, 7 + (Cycle / 2));

        // Down as the weight comes onto a foot, up as the other one passes it.
        (int Frame, double Y)[] bob = [(1, 2), (4, 8), (10, -8), (13, 2)];
        film = bob.Aggregate(film, (current, key) => Alone(current, key.Frame, Gap.Both, (Address.Body, "shiftY", key.Y)));
        return On(film, Address.Body, "shift", Beyond.Again);
    }

    /// <param name="under">The frame at which it stands right under him: there the loop closes, in value and in speed.</param>
    private static Film Foot(Film film, string foot, int under)
    {
        var address = new Address(Bramble, foot, "shift");
        var (lifts, lands) = (under + (Cycle / 4), under + (3 * Cycle / 4));

        // It is carried a little past where it lands, so that it comes down already going back with the ground.
        var carried = new Gap { Ease = new Slow(30, 60) { OverPercent = 3.35 } };
        (int Frame, Gap Gap, double X)[] keys = [(under, Gap.Even, 0), (lifts, carried, -Stride / 2), (lands, Gap.Even, Stride / 2), (under + Cycle, Gap.Even, 0)];
        film = Keyed.Alone(film, ShotId, 1, Gap.Both, Keyed.Choice(Bramble, foot, "planted", Properties.OnStage));
        film = keys.Aggregate(film, (current, key) => Alone(current, key.Frame, key.Gap, (foot, "shiftX", key.X), (foot, "shiftY", 0)));
        film = new ShapePath(ShotId, address, lifts) { Out = new Place(-6, -52) }.Apply(film);
        film = new ShapePath(ShotId, address, lands) { In = new Place(-16, -46) }.Apply(film);
        return On(film, foot, "shift", Beyond.Again);
    }

    /// <summary>What swings along comes after the legs by some frames: spine, free paw, lamp, head, and last the scarf.</summary>
    private static Film Swing(Film film)
    {
        film = Wave(film, 1, (BrambleRig.Spine, "turn", 3.4, 2.2));
        film = Wave(film, 3, (BrambleRig.Neck, "turn", -2.2, -0.6));
        film = Wave(film, 3, (BrambleRig.FreeReach, "shiftX", -34, 66), (BrambleRig.FreeReach, "shiftY", -18, -26));
        film = new ShapePath(ShotId, new Address(Bramble, BrambleRig.FreeReach, "shift"), 3) { Out = new Place(30, 34) }.Apply(film);
        film = new ShapePath(ShotId, new Address(Bramble, BrambleRig.FreeReach, "shift"), 15) { In = new Place(-30, 34), Out = new Place(-30, 26) }.Apply(film);
        film = new ShapePath(ShotId, new Address(Bramble, BrambleRig.FreeReach, "shift"), 27) { In = new Place(30, 26) }.Apply(film);
        film = Wave(film, 2, (BrambleRig.LampReach, "shiftX", 8, -4), (BrambleRig.LampReach, "shiftY", -4, 3));
        for (var pin = 1; pin < BrambleRig.ScarfPins.Length; pin++)
        {
            var far = pin * pin / 16.0;
            film = Wave(film, 3 + (2 * pin), (BrambleRig.ScarfPins[pin], "shiftX", -58 * far, -20 * far), (BrambleRig.ScarfPins[pin], "shiftY", -26 * far, -4 * far));
        }

        return film;

        // To and fro once a cycle, from a frame on.
        static Film Wave(Film film, int first, params (string Thing, string Property, double There, double Here)[] values)
        {
            foreach (var (frame, there) in ((int, bool)[])[(first, true), (first + (Cycle / 2), false), (first + Cycle, true)])
            {
                film = Alone(film, frame, Gap.Both, [.. values.Select(value => (value.Thing, value.Property, there ? value.There : value.Here))]);
            }

            return values.Select(value => (value.Thing, Property: value.Property.StartsWith("shift", StringComparison.Ordinal) ? "shift" : value.Property)).Distinct()
                .Aggregate(film, (current, value) => On(current, value.Thing, value.Property, Beyond.Again));
        }
    }

    /// <summary>He looks ahead, sees Pip, and blinks.</summary>
    private static Film Look(Film film, BrambleRig rig)
    {
        (int Frame, Gap Gap, double Across, double Down)[] looks = [(1, Gap.Both, 55, 10), (40, Gap.Both, 60, 22), (54, Gap.Hold, 78, -26), (78, Gap.Both, 78, -26), (92, Gap.Even, 60, 4)];
        film = looks.Aggregate(film, (current, look) => Alone(current, look.Frame, look.Gap, (BrambleRig.HeadTurn, "across", look.Across), (BrambleRig.HeadTurn, "down", look.Down)));
        film = Keyed.Blinking(film, ShotId, Bramble, BrambleRig.Blink, 2, 92, 2, 2);
        return new SetStep(ShotId, Bramble, rig.Parts["Scarf tail"], 2).Apply(film);
    }

    /// <summary>Pip ruffles, looks to him, ducks as the lamp comes near, and is off.</summary>
    private static Film Watch(Film film, PipRig pip)
    {
        (int Frame, Gap Gap, double Head, double Body, double Wing, double Tail)[] poses =
        [
            (1, Gap.Both, 4, 0, 0, 0), (22, Gap.Both, -6, 2, 4, -4), (30, Gap.SlowStop, 8, -3, -10, 6), (34, Gap.Both, -12, 4, -2, -3), (58, Gap.Both, -16, 5, 0, -6),
            (68, Gap.Both, 10, 12, 6, 10),
        ];
        film = poses.Aggregate(film, (current, pose) => Keyed.Card(current, ShotId, pose.Frame, pose.Gap, Keyed.Of(
            Pip, (pip["Head"], "turn", pose.Head), (pip["Body"], "turn", pose.Body), (pip["Wing"], "turn", pose.Wing), (pip["Tail"], "turn", pose.Tail))));
        return Keyed.Blinking(film, ShotId, Pip, PipRig.Blink, 2, 66, 1.3, 5);
    }

    /// <summary>Along with him, a little slower, and sharp on him all the way.</summary>
    private static Film Camera(Film film)
    {
        film = CameraRecipe.Mark(film, ShotId, 1, new Gap { Ease = new Slow(40, 60) }, truck: -0.3, boom: 0.02, dolly: 0);
        film = CameraRecipe.Mark(film, ShotId, Length, Gap.Both, truck: 0.3, boom: 0.02, dolly: 0);
        return CameraRecipe.Focus(film, ShotId, 1, 3.3, Gap.Both);
    }

    private static Film Alone(Film film, int frame, Gap gap, params (string Thing, string Property, double Value)[] values) =>
        Keyed.Alone(film, ShotId, frame, gap, Keyed.Of(Bramble, values));

    /// <summary>It goes on that way, before its first key and after its last.</summary>
    private static Film On(Film film, string thing, string property, Beyond beyond) =>
        new SetBeyond(ShotId, [new Address(Bramble, thing, property)]) { Before = beyond, After = beyond }.Apply(film);
}
