using Fretsaw.Core.Sounding;

namespace Fretsaw.Print.Sound;

/// <summary>A stretch of what is heard of a shot, as a WAV file of 24 bits.</summary>
public static class MixFile
{
    /// <summary>Samples a second of prints.</summary>
    public const int PrintRate = 48_000;

    private const int Bits = 24;
    private const int Block = 16_384;

    /// <param name="first">The first sample; 0 is the start of the shot's first frame.</param>
    /// <param name="count">Of each channel.</param>
    public static void Write(Stream stream, SoundMix mix, int rate, long first, long count, CancellationToken cancel)
    {
        var wav = new WavWriter(stream, rate, SoundMix.Channels, Bits, count);
        var block = new float[Block * SoundMix.Channels];
        for (var at = 0L; at < count; at += Block)
        {
            cancel.ThrowIfCancellationRequested();
            var samples = block.AsSpan(0, (int)Math.Min(Block, count - at) * SoundMix.Channels);
            mix.Write(first + at, samples);
            wav.Write(samples);
        }

        wav.Finish();
    }
}
