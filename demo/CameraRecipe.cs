using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Demo;

/// <summary>A truck to the right past the lamp post, a focus pull to Bramble, the horn's jolt, and a slow push in.</summary>
internal static class CameraRecipe
{
    public static Film Frame(Film film, string shot)
    {
        film = Mark(film, shot, 1, Gap.Hold, truck: -0.2, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 18, Gap.Both, truck: -0.2, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 78, Gap.Hold, truck: 0.1, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 112, Gap.Both, truck: 0.1, boom: 0.02, dolly: 0);
        film = Mark(film, shot, 180, Gap.Both, truck: 0.06, boom: 0.09, dolly: 0.42);
        film = Focus(film, shot, 1, 1.1, Gap.Hold);
        film = Focus(film, shot, 30, 1.1, Gap.Both);
        film = Focus(film, shot, 62, 3.3, Gap.Hold);
        film = Focus(film, shot, 112, 3.3, Gap.Both);
        film = Focus(film, shot, 180, 2.88, Gap.Both);
        return new AddShake(shot, new Shake { Id = "horn", Name = "Horn", StrengthPercent = 1.1, RollDegrees = 0.5, PaceHz = 6, StartFrame = ActingRecipe.Horn, DiesAwayFrames = 30, Seed = 4, Noise = ShakeNoise.Band }).Apply(film);
    }

    public static Film Mark(Film film, string shot, int frame, Gap gap, double truck, double boom, double dolly)
    {
        (string Property, double Value)[] values = [("truck", truck), ("boom", boom), ("dolly", dolly), ("pan", 0), ("tilt", 0), ("roll", 0), ("lens", film.RestLensMm), ("stop", 2)];
        return Keyed.Card(film, shot, frame, gap, Of(values));
    }

    public static Film Focus(Film film, string shot, int frame, double metres, Gap gap) => Keyed.At(film, shot, frame, gap, Of([("focus", metres)]));

    private static ImmutableArray<KeyValue> Of((string Property, double Value)[] values) =>
        [.. values.Select(value => new KeyValue(Address.OfCamera(value.Property), value.Value))];
}
