using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Demo;

/// <summary>A truck to the right past the lamp post, a focus pull to Bramble, the horn's jolt, and a slow push in.</summary>
internal static class CameraRecipe
{
    public static Film Frame(Film film, string shot)
    {
        film = Mark(film, shot, 1, Chart.Hold, truck: -0.2, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 18, Chart.Both, truck: -0.2, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 78, Chart.Hold, truck: 0.1, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 112, Chart.Both, truck: 0.1, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 180, Chart.Both, truck: 0.06, boom: 0.09, dolly: 0.42);
        film = Focus(film, shot, 1, 1.1, Chart.Hold);
        film = Focus(film, shot, 30, 1.1, Chart.Both);
        film = Focus(film, shot, 62, 3.3, Chart.Hold);
        film = Focus(film, shot, 112, 3.3, Chart.Both);
        film = Focus(film, shot, 180, 2.88, Chart.Both);
        return new AddShake(shot, new Shake { Id = "horn", Name = "Horn", StrengthPercent = 1.1, RollDegrees = 0.5, PaceHz = 6, StartFrame = 85, DiesAwayFrames = 30, Seed = 4 }).Apply(film);
    }

    public static Film Mark(Film film, string shot, int frame, Chart gap, double truck, double boom, double dolly)
    {
        (string Property, double Value)[] values = [("truck", truck), ("boom", boom), ("dolly", dolly), ("roll", 0), ("lens", film.RestLensMm), ("stop", 2)];
        return Key(film, shot, frame, gap, values);
    }

    public static Film Focus(Film film, string shot, int frame, double metres, Chart gap) => Key(film, shot, frame, gap, [("focus", metres)]);

    private static Film Key(Film film, string shot, int frame, Chart gap, (string Property, double Value)[] values) =>
        Keyed.At(film, shot, frame, gap, [.. values.Select(value => new KeyValue(Address.OfCamera(value.Property).ToString(), value.Value))]);
}
