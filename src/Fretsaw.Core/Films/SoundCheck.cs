using System.Collections.Immutable;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

/// <summary>The rules of sounds, of where they stand on a strip, and of what mouths make of them.</summary>
internal static class SoundCheck
{
    private const int MostTimed = 100_000;

    /// <summary>Six hours of loudness, as base64.</summary>
    private const int LongestLoudness = 6 * 3600 * Sound.ReadingsPerSecond * 4 / 3;

    public static void Check(Sound sound)
    {
        var place = $"sound '{sound.Id}'";
        Name(sound.Name, place);
        Demand(DrawingCheck.IsAsset(sound.Asset), place, "names no asset", "give the SHA-256 of its WAV file in lower-case hexadecimal");
        Demand(DrawingCheck.IsAsset(sound.Peaks), place, "names no peaks", "give the SHA-256 of its peaks in lower-case hexadecimal");
        Range(sound.Rate, 1000, 768_000, place, "rate", "samples per second");
        Range(sound.Channels, 1, 2, place, "channels", "");
        Range(sound.Samples, 1, 1e9, place, "length", "samples");
        Demand(sound.Loudness.Length <= LongestLoudness && Readings.AreReadings(sound.Loudness), place, "has a loudness that cannot be read", "write bytes in base64");
        Demand(sound.Words.Length <= 5000 && (sound.Words.Length == 0 || Names.CanBeWritten(sound.Words)), place, "says something that cannot be written", "keep to 5000 characters, none of them control characters");
        Some(sound.Timed, place, "sounds of speech", MostTimed);
        var last = 0.0;
        foreach (var one in sound.Timed)
        {
            Range(one.At, last, 1e5, place, "time of a sound of speech", "seconds, later than the one before");
            Demand(one.Says.Length <= 32 && (one.Says.Length == 0 || Names.CanBeWritten(one.Says)), place, "has a sound of speech that cannot be written", "write it in the International Phonetic Alphabet");
            last = one.At;
        }
    }

    public static void Check(ImmutableArray<SoundUse> uses, string place, HashSet<string> sounds)
    {
        Ids.Check(uses, place, "sounds on the timeline");
        foreach (var use in uses)
        {
            var at = $"sound '{use.Id}' in {place}";
            Demand(sounds.Contains(use.Sound), at, $"needs '{use.Sound}', which the film does not have", "import it again");
            Range(use.Start, -ShotCheck.MaxLength, ShotCheck.MaxLength, at, "start", "");
            Range(use.Length, 1, ShotCheck.MaxLength, at, "length", "frames");
            Range(use.FromSeconds, 0, 1e5, at, "beginning", "s");
            Range(use.GainDb, -96, 24, at, "gain", "dB");
            Range(use.FadeIn, 0, ShotCheck.MaxLength, at, "fading in", "frames");
            Range(use.FadeOut, 0, ShotCheck.MaxLength, at, "fading out", "frames");
        }
    }

    public static void Check(ImmutableArray<Cue> cues, string place)
    {
        Some(cues, place, "cues", 1_000_000);
        for (var i = 0; i < cues.Length; i++)
        {
            var cue = cues[i];
            Demand(Ids.IsValid(cue.Owner), place, $"has a cue of '{cue.Owner}'", Ids.Remedy);
            Range(cue.Frame, -ShotCheck.MaxLength, ShotCheck.MaxLength, place, "frame of a cue", "");
            Demand(Enum.IsDefined(cue.Mouth), place, $"has a cue of an unknown mouth at {cue.Frame}", "use one of the listed ones");
            Demand(i == 0 || cues[i - 1].Place < cue.Place, place, $"has its cue of '{cue.Owner}' at {cue.Frame} out of order, or twice", "order cues by owner and frame");
        }
    }

    public static void Check(MouthChart chart, string place)
    {
        Range(chart.LeadFrames, 0, 12, place, "lead of the mouth", "frames");
        Range(chart.BlendFrames, 0, 24, place, "blend of mouths", "frames");
        Some(chart.Shapes, place, "mouths", 100);
        var seen = new HashSet<Mouth>();
        foreach (var shape in chart.Shapes)
        {
            Demand(Enum.IsDefined(shape.Mouth) && shape.Mouth != Mouth.Keyed, place, "has a mouth of an unknown kind", "use one of the listed ones");
            Demand(seen.Add(shape.Mouth), place, $"has the mouth '{shape.Mouth}' twice", "keep one");
            Some(shape.Values, place, "values of a mouth", 5000);
            foreach (var value in shape.Values)
            {
                Demand(Ids.IsValid(value.Thing), place, $"has a mouth of '{value.Thing}'", Ids.Remedy);
                PuppetCheck.Check(value, place, "has a mouth of");
            }
        }
    }
}
