namespace Fretsaw.Core.Films;

/// <summary>A stretch of a sound on a shot's strip. Its ends stand on frames; what is heard there can be slid by any time.</summary>
public sealed record SoundUse : IEntity
{
    public required string Id { get; init; }

    /// <summary>Id of the sound.</summary>
    public required string Sound { get; init; }

    /// <summary>The shot's frame at which it begins, [−100000, 100000].</summary>
    public int Start { get; init; } = 1;

    /// <summary>Frames, [1, 100000].</summary>
    public int Length { get; init; } = 1;

    /// <summary>How far into the sound it begins, seconds, [0, 1e5].</summary>
    public double FromSeconds { get; init; }

    /// <summary>[−96, 24]</summary>
    public double GainDb { get; init; }

    /// <summary>Frames over which it comes and goes, [0, 100000].</summary>
    public int FadeIn { get; init; }

    public int FadeOut { get; init; }

    /// <summary>After the sound's end it is heard again from where the use begins; else there is silence.</summary>
    public bool Again { get; init; }

    public bool Muted { get; init; }

    /// <summary>The last frame at which it is heard.</summary>
    public int End() => Start + Length - 1;

    /// <summary>Where in the sound a frame of the shot is, going round where it is heard again.</summary>
    /// <param name="frame">1-based, whole or between frames.</param>
    /// <returns>Seconds; null where nothing of the sound is heard.</returns>
    public double? SecondsAt(double frame, double frameRate, Sound sound)
    {
        if (frame < Start || frame >= Start + Length)
        {
            return null;
        }

        var (gone, round) = ((frame - Start) / frameRate, sound.Seconds - FromSeconds);
        return gone < round ? FromSeconds + gone
            : Again && round > 0 ? FromSeconds + (gone % round)
            : null;
    }
}
