using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Snags;

/// <summary>
/// A mouth that shows after its sound, or long before it. Where the sounds of speech are known, each is looked for among the cues;
/// else how far the mouth opens is held against how loud it is.
/// </summary>
internal static class MouthLag
{
    /// <summary>Frames within which a cue is taken for that of a sound.</summary>
    private const int Near = 8;

    /// <summary>A mouth may show this much before its sound, frames: from memory, 1 to 2 are best.</summary>
    private const double Earliest = 4;

    /// <summary>Frames late that nobody sees.</summary>
    private const double Late = 0.5;

    /// <summary>Fewer sounds say nothing.</summary>
    private const int Fewest = 3;

    /// <summary>How alike openness and loudness have to be before their lag means anything: the coefficient of their correlation.</summary>
    private const double Alike = 0.5;

    /// <summary>How much more alike they have to be with the lag than without.</summary>
    private const double Better = 0.1;

    public static IEnumerable<Snag> Find(Film film, Shot shot)
    {
        foreach (var owner in shot.Cues.Select(cue => cue.Owner).Distinct())
        {
            if (shot.PuppetOf(film, owner)?.Mouths is not { } chart)
            {
                continue;
            }

            var cues = SpokenCues.Of(shot, owner);
            foreach (var use in shot.Sounds.Where(use => !use.Muted && cues.Exists(cue => cue.Mouth != Mouth.Keyed && cue.Frame >= use.Start && cue.Frame <= use.End())))
            {
                if (film.Sounds.FirstOrDefault(one => one.Id == use.Sound) is { } sound && Of(film, shot, owner, chart, cues, use, sound) is { } snag)
                {
                    yield return snag;
                }
            }
        }
    }

    private static Snag? Of(Film film, Shot shot, string owner, MouthChart chart, List<Cue> cues, SoundUse use, Sound sound)
    {
        if ((sound.Timed.IsEmpty ? ByLoudness(cues, use, sound, film.FrameRate) : BySounds(cues, use, sound, film.FrameRate)) is not { } behind)
        {
            return null;
        }

        var late = behind - chart.LeadFrames;
        if (late <= Late && late >= -Earliest)
        {
            return null;
        }

        var (name, by) = (shot.Things.First(thing => thing.Id == owner).Name, -(int)Math.Round(behind));
        var first = cues.First(cue => cue.Mouth != Mouth.Keyed && cue.Frame >= use.Start - Near).Frame;
        var frames = Math.Round(Math.Abs(late), 1);
        return new Snag(
            "mouth", "act", Math.Clamp(first, 1, shot.Length), new Address(owner, "", ""), ThingKind.Puppet, frames, "frames",
            FormattableString.Invariant($"The mouth of {name} shows {frames} {(frames == 1 ? "frame" : "frames")} {(late > 0 ? "after" : "before")} {sound.Name} is heard."),
            by == 0 ? null : new NudgeCues(shot.Id, owner, by, use.Start - Near, use.End() + Near), by == 0 ? null : $"Move its cues {Math.Abs(by)} {(Math.Abs(by) == 1 ? "frame" : "frames")}");
    }

    /// <returns>By how many frames cues stand behind their sounds: the median; null where too few are found.</returns>
    private static double? BySounds(List<Cue> cues, SoundUse use, Sound sound, double frameRate)
    {
        var away = new List<int>();
        foreach (var (frame, mouth) in CueFill.BySounds(use, sound, frameRate).Where(one => one.Mouth != Mouth.Rest))
        {
            var same = cues.Where(cue => cue.Mouth == mouth && Math.Abs(cue.Frame - frame) <= Near).ToList();
            if (same.Count > 0)
            {
                away.Add(same.MinBy(cue => Math.Abs(cue.Frame - frame))!.Frame - frame);
            }
        }

        away.Sort();
        return away.Count >= Fewest ? away[away.Count / 2] : null;
    }

    /// <returns>The lag at which openness and loudness are most alike; null where they are not.</returns>
    private static double? ByLoudness(List<Cue> cues, SoundUse use, Sound sound, double frameRate)
    {
        var levels = CueFill.Levels(use, sound, frameRate).Select(level => Math.Max(level, -60)).ToArray();
        var alike = Enumerable.Range(-Near, (2 * Near) + 1).Select(lag => (Lag: lag, Much: Correlation(levels, i => Openness(SpokenCues.At(cues, use.Start + i + lag))))).ToList();
        var best = alike.MaxBy(one => one.Much);
        return best.Much >= Alike && best.Much > alike.First(one => one.Lag == 0).Much + Better ? best.Lag : null;
    }

    private static double Openness(Mouth mouth) => mouth switch
    {
        Mouth.Open => 1,
        Mouth.Round or Mouth.Wide => 0.75,
        Mouth.Half or Mouth.Narrow or Mouth.Tongue => 0.5,
        Mouth.Teeth => 0.2,
        _ => 0,
    };

    /// <summary>Pearson's coefficient; 0 where either stands still.</summary>
    private static double Correlation(double[] a, Func<int, double> b)
    {
        var other = Enumerable.Range(0, a.Length).Select(b).ToArray();
        var (meanA, meanB) = (a.Average(), other.Average());
        var (together, varianceA, varianceB) = (0.0, 0.0, 0.0);
        for (var i = 0; i < a.Length; i++)
        {
            together += (a[i] - meanA) * (other[i] - meanB);
            varianceA += (a[i] - meanA) * (a[i] - meanA);
            varianceB += (other[i] - meanB) * (other[i] - meanB);
        }

        return varianceA > 0 && varianceB > 0 ? together / Math.Sqrt(varianceA * varianceB) : 0;
    }
}
