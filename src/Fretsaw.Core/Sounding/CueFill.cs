using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sounding;

/// <summary>First cues for a sound on a strip, which a person then corrects.</summary>
public static class CueFill
{
    /// <summary>Under the loud of a stretch, dB: from memory, speech lies within some 30.</summary>
    private const double OpenFrom = -10;

    private const double HalfFrom = -22;

    /// <summary>A mouth that shows for one frame alone flickers: common practice.</summary>
    private const int LeastFrames = 2;

    /// <summary>By the sounds of speech that are known of it.</summary>
    /// <returns>Within the use, by rising frame, no two alike in a row.</returns>
    public static ImmutableArray<(int Frame, Mouth Mouth)> BySounds(SoundUse use, Sound sound, double frameRate)
    {
        var timed = new List<(double At, Mouth Mouth)>();
        for (var i = 0; i < sound.Timed.Length; i++)
        {
            var (one, mouths) = (sound.Timed[i], Articulation.Of(sound.Timed[i].Says));
            var ends = i + 1 < sound.Timed.Length ? sound.Timed[i + 1].At : one.At;
            timed.AddRange(mouths.Select((mouth, m) => (one.At + ((ends - one.At) * m / mouths.Count), mouth)));
        }

        var frames = new SortedDictionary<int, Mouth>();
        foreach (var (at, mouth) in timed)
        {
            var frame = use.Start + (int)Math.Round((at - use.FromSeconds) * frameRate);
            if (frame >= use.Start && frame <= use.End() && at < sound.Seconds && (!frames.TryGetValue(frame, out var there) || Weight(mouth) > Weight(there)))
            {
                frames[frame] = mouth;
            }
        }

        return WithoutRepeats(frames.Select(pair => (pair.Key, pair.Value)));
    }

    /// <summary>Open and shut as it is loud and quiet.</summary>
    public static ImmutableArray<(int Frame, Mouth Mouth)> ByLoudness(SoundUse use, Sound sound, double frameRate)
    {
        var levels = Levels(use, sound, frameRate);
        var loud = levels.Order().ElementAt((int)(0.9 * (levels.Length - 1)));
        var mouths = levels.Select(level => level < -Sound.QuietestDb * 0.75 || level < loud + HalfFrom ? Mouth.Rest : level < loud + OpenFrom ? Mouth.Half : Mouth.Open).ToArray();
        var cues = new List<(int Frame, Mouth Mouth)>();
        for (var i = 0; i < mouths.Length; i++)
        {
            if (cues.Count == 0 || (mouths[i] != cues[^1].Mouth && use.Start + i - cues[^1].Frame >= LeastFrames))
            {
                cues.Add((use.Start + i, mouths[i]));
            }
        }

        return WithoutRepeats(cues);
    }

    /// <summary>How loud each frame of a use is, dB.</summary>
    public static double[] Levels(SoundUse use, Sound sound, double frameRate)
    {
        var readings = Readings.Of(sound);
        var levels = new double[use.Length];
        for (var i = 0; i < levels.Length; i++)
        {
            levels[i] = use.SecondsAt(use.Start + i + 0.5, frameRate, sound) is { } at && (int)(at * Sound.ReadingsPerSecond) is var reading && reading < readings.Length
                ? readings[reading]
                : -Sound.QuietestDb;
        }

        return levels;
    }

    /// <summary>Of two at one frame, lips that meet are missed most, then vowels: common practice.</summary>
    private static int Weight(Mouth mouth) => mouth switch
    {
        Mouth.Shut or Mouth.Teeth => 3,
        Mouth.Open or Mouth.Round or Mouth.Narrow or Mouth.Wide => 2,
        Mouth.Half => 1,
        _ => 0,
    };

    private static ImmutableArray<(int Frame, Mouth Mouth)> WithoutRepeats(IEnumerable<(int Frame, Mouth Mouth)> cues)
    {
        var kept = ImmutableArray.CreateBuilder<(int Frame, Mouth Mouth)>();
        foreach (var cue in cues)
        {
            if (kept.Count == 0 || kept[^1].Mouth != cue.Mouth)
            {
                kept.Add(cue);
            }
        }

        return kept.ToImmutable();
    }
}
