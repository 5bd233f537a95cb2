using System.Numerics;
using System.Runtime.InteropServices;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sounding;

/// <summary>What is seen of a recording: peaks for its picture, and how loud it is. Read through once.</summary>
public static class Hearing
{
    private const int Block = Sound.PeakSamples * 1024;

    /// <returns>The peaks as <see cref="Sound.Peaks"/> has them, and the loudness as <see cref="Sound.Loudness"/> has it.</returns>
    public static (byte[] Peaks, string Loudness) Of(ISamples samples, CancellationToken cancel = default)
    {
        var channels = samples.Channels;
        var peaks = new byte[(samples.Length + Sound.PeakSamples - 1) / Sound.PeakSamples * 2];
        var readings = new List<double>();
        var (window, sum, counted) = (0L, 0.0, 0);
        var buffer = new float[Block * channels];
        for (var first = 0L; first < samples.Length; first += Block)
        {
            cancel.ThrowIfCancellationRequested();
            var count = (int)Math.Min(Block, samples.Length - first);
            var read = buffer.AsSpan(0, count * channels);
            samples.Read(first, read);
            for (var start = 0; start < count; start += Sound.PeakSamples)
            {
                var (low, high) = Range(read[(start * channels)..(Math.Min(start + Sound.PeakSamples, count) * channels)]);
                var at = (first + start) / Sound.PeakSamples * 2;
                (peaks[at], peaks[at + 1]) = (Signed(low), Signed(high));
            }

            for (var n = 0; n < count;)
            {
                // From reading to reading in one go.
                var ends = (window + 1) * samples.Rate / Sound.ReadingsPerSecond;
                var until = (int)Math.Min(count, ends - first);
                foreach (var sample in read[(n * channels)..(until * channels)])
                {
                    sum += sample * sample;
                }

                counted += (until - n) * channels;
                n = until;
                if (first + n >= ends)
                {
                    readings.Add(Db(sum, counted));
                    (window, sum, counted) = (window + 1, 0, 0);
                }
            }
        }

        if (counted > 0)
        {
            readings.Add(Db(sum, counted));
        }

        return (peaks, Readings.Write(readings));
    }

    /// <summary>The lowest and the highest of finite samples, several at once.</summary>
    private static (float Low, float High) Range(ReadOnlySpan<float> samples)
    {
        var (low, high) = (samples[0], samples[0]);
        var wide = MemoryMarshal.Cast<float, Vector<float>>(samples);
        if (wide.Length > 0)
        {
            var (lows, highs) = (wide[0], wide[0]);
            foreach (var several in wide[1..])
            {
                (lows, highs) = (Vector.Min(lows, several), Vector.Max(highs, several));
            }

            for (var i = 0; i < Vector<float>.Count; i++)
            {
                (low, high) = (Math.Min(low, lows[i]), Math.Max(high, highs[i]));
            }
        }

        foreach (var sample in samples[(wide.Length * Vector<float>.Count)..])
        {
            (low, high) = (Math.Min(low, sample), Math.Max(high, sample));
        }

        return (low, high);
    }

    private static byte Signed(float sample) => (byte)(sbyte)Math.Clamp(Math.Round(sample * 127), -127, 127);

    private static double Db(double sum, int count) => count == 0 || sum == 0 ? -Sound.QuietestDb : 10 * Math.Log10(sum / count);
}
