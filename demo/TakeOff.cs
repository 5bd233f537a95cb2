using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>
/// Pip flies off: a leap, kept as an action, and a beat of the wing, kept as another and gone through again and again, each time
/// from where the last one ended.
/// </summary>
internal static class TakeOff
{
    private const string Leap = "pip-leap";
    private const string Beat = "pip-beat";
    private const string Scratch = "scratch";
    private const string Pip = "pip";

    /// <summary>Frames of a beat.</summary>
    private const int BeatLength = 9;

    /// <summary>Both actions are acted on a stage of their own, which is taken away again.</summary>
    public static Film Keep(Film film, PipRig pip)
    {
        film = new AddShot(new Shot { Id = Scratch, Name = "Scratch", Length = 48 }).Apply(film);
        film = new AddThing(Scratch, OnStage.Puppet(Pip, "Pip", pip.Puppet, new Stand { Distance = 3.6, X = 900, Y = 800 })).Apply(film);
        film = Acted(film, pip, [(1, 0, 0, 0, 100, 0, 0), (5, 0, 6, 6, 86, 14, -10), (8, 8, -40, -14, 118, -84, 24), (11, 34, -120, -18, 104, 42, 30), (13, 60, -170, -16, 100, -78, 34)]);
        film = new KeepActing(Scratch, Pip, [], 1, 13, Leap, "Leap off").Of(film).Apply(film);
        film = Acted(film, pip, [(25, 0, 0, -16, 100, -78, 34), (29, 84, -104, -12, 103, 46, 30), (24 + BeatLength, 160, -142, -16, 100, -78, 34)]);
        film = new KeepActing(Scratch, Pip, [], 25, 24 + BeatLength, Beat, "Wing beat").Of(film).Apply(film);
        return new RemoveShot(Scratch).Apply(film);
    }

    /// <summary>The leap, and the beats over the last frames of it.</summary>
    public static Film Place(Film film, string shot, int frame, int end)
    {
        var beats = frame + 12;
        film = new PlaceAction(shot, new Placed { Id = "pip-leaps", Owner = Pip, Action = Leap, Start = frame, Length = 13, FadeIn = 3 }).Apply(film);
        return new PlaceAction(shot, new Placed { Id = "pip-beats", Owner = Pip, Action = Beat, Start = beats, Length = end - beats + 1 }).Apply(film);
    }

    private static Film Acted(Film film, PipRig pip, (int Frame, double Across, double Down, double Turn, double High, double Wing, double Legs)[] poses) =>
        poses.Aggregate(film, (current, pose) => Keyed.Card(current, Scratch, pose.Frame, Gap.Both, Keyed.Of(
            Pip, (Address.Body, "shiftX", pose.Across), (Address.Body, "shiftY", pose.Down), (pip["Body"], "turn", pose.Turn), (pip["Body"], "stretchY", pose.High),
            (pip["Body"], "stretchX", Math.Round(10000 / pose.High, 1)), (pip["Wing"], "turn", pose.Wing), (pip["Legs"], "turn", pose.Legs), (pip["Head"], "turn", -pose.Turn / 2))));
}
