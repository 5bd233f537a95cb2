using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>A recording, or what a voice made of a line of text. Its samples are a WAV file beside the film; the film has what is seen of it.</summary>
public sealed record Sound : IEntity
{
    /// <summary>Loudness readings a second.</summary>
    public const int ReadingsPerSecond = 50;

    /// <summary>What a reading of 255 stands for, dB below full scale; 0 is full scale.</summary>
    public const double QuietestDb = 80;

    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>SHA-256 of the WAV file, lower-case hexadecimal.</summary>
    public required string Asset { get; init; }

    /// <summary>SHA-256 of its peaks: for every <see cref="PeakSamples"/> samples the lowest and the highest, two signed bytes.</summary>
    public required string Peaks { get; init; }

    /// <summary>How many samples a pair of peaks is of.</summary>
    public const int PeakSamples = 64;

    /// <summary>Samples a second, [1000, 768000].</summary>
    public int Rate { get; init; } = 48_000;

    /// <summary>1 or 2.</summary>
    public int Channels { get; init; } = 1;

    /// <summary>How many samples each channel has, [1, 1e9].</summary>
    public int Samples { get; init; } = 1;

    /// <summary>
    /// How loud it is, RMS of both channels, <see cref="ReadingsPerSecond"/> from its start on: bytes in base64, from 0 for full scale to
    /// 255 for <see cref="QuietestDb"/> below and quieter.
    /// </summary>
    public string Loudness { get; init; } = "";

    /// <summary>What is said, where it is known.</summary>
    public string Words { get; init; } = "";

    /// <summary>The sounds of speech in it, where they are known, by rising time.</summary>
    public ImmutableArray<TimedSound> Timed { get; init; } = [];

    [JsonIgnore]
    public double Seconds => (double)Samples / Rate;
}

/// <param name="At">Seconds from the recording's start, ≥ 0.</param>
/// <param name="Says">A sound in the International Phonetic Alphabet; "" for silence.</param>
public sealed record TimedSound(double At, string Says);
