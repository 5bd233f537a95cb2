using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Snags;

/// <summary>A sound that is cut off by the end of its shot while it can still be heard.</summary>
internal static class SoundPastEnd
{
    /// <summary>What is quieter is not missed, dB.</summary>
    private const double Audible = -50;

    /// <summary>Frames in which a mended sound goes.</summary>
    private const int Goes = 6;

    public static IEnumerable<Snag> Find(Film film, Shot shot)
    {
        foreach (var use in shot.Sounds.Where(use => !use.Muted && use.Start <= shot.Length && use.End() > shot.Length))
        {
            if (film.Sounds.FirstOrDefault(one => one.Id == use.Sound) is not { } sound)
            {
                continue;
            }

            var levels = CueFill.Levels(use, sound, film.FrameRate);
            var last = Array.FindLastIndex(levels, level => level + use.GainDb > Audible);
            var past = use.Start + last - shot.Length;
            if (last < 0 || past <= 0)
            {
                continue;
            }

            var length = shot.Length - use.Start + 1;
            yield return new Snag(
                "sound", "act", shot.Length, new Address("", use.Id, ""), ThingKind.Sound, past, "frames",
                $"{sound.Name} is still heard for {past} {(past == 1 ? "frame" : "frames")} when the shot is over.",
                new ChangeSoundUse(shot.Id, use.Id, Length: length, FadeOut: Math.Min(Goes, length)), "Fade it out with the shot");
        }
    }
}
