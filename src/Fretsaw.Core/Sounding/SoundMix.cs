using Fretsaw.Core.Films;

namespace Fretsaw.Core.Sounding;

/// <summary>
/// What is heard of a shot, for playing and for prints alike: every sound on its strip, slid, looped, faded and gained, added up. A
/// sample depends on its number alone, whatever stretch it is asked for with.
/// </summary>
/// <param name="open">Gives a sound's samples; they are closed by whoever gives them.</param>
/// <param name="rate">Samples a second of the mix.</param>
public sealed class SoundMix(Film film, Shot shot, Func<Sound, ISamples> open, int rate)
{
    public const int Channels = 2;

    /// <summary>What rounding takes from a time that lies on a sample, samples.</summary>
    private const double Hair = 1e-6;

    /// <summary>What it takes to find a place in a recording, in sums.</summary>
    private const int BeginsAgain = 4000;

    private readonly Dictionary<double, Kernel> kernels = [];
    private float[] read = [];

    /// <summary>How many samples some frames last.</summary>
    public static long SamplesIn(double frames, double frameRate, int rate) => (long)Math.Round(frames / frameRate * rate);

    /// <summary>Whether anything may be heard at some of these frames.</summary>
    public static bool IsHeard(Shot shot, int from, int to) => shot.Sounds.Any(use => !use.Muted && use.Start <= to && use.End() >= from);

    /// <summary>About how many sums a stretch takes: what is heard at once, and how often a short sound begins again, is bounded by nothing in a film.</summary>
    public double WorkOf(long first, long count)
    {
        var work = 0.0;
        foreach (var use in shot.Sounds.Where(use => !use.Muted))
        {
            var (begins, ends) = (SamplesIn(use.Start - 1, film.FrameRate, rate), SamplesIn(use.Start - 1 + use.Length, film.FrameRate, rate));
            var heard = (double)Math.Max(0, Math.Min(first + count, ends) - Math.Max(first, begins));
            if (heard > 0 && film.Sounds.FirstOrDefault(one => one.Id == use.Sound) is { } sound && sound.Seconds > use.FromSeconds)
            {
                var turns = use.Again ? heard / rate / (sound.Seconds - use.FromSeconds) : 0;
                var reach = sound.Rate == rate ? 0 : KernelFor((double)sound.Rate / rate).Reach;
                work += (heard * (1 + (2 * reach))) + (turns * (BeginsAgain + (4 * reach)));
            }
        }

        return work;
    }

    /// <param name="first">The first sample; 0 is the start of the shot's first frame.</param>
    /// <param name="into">Left and right for each sample, full scale is [−1, 1]; all of it is written.</param>
    public void Write(long first, Span<float> into)
    {
        into.Clear();
        foreach (var use in shot.Sounds.Where(use => !use.Muted))
        {
            Add(use, first, into);
        }

        foreach (ref var sample in into)
        {
            sample = Math.Clamp(sample, -1, 1);
        }
    }

    private void Add(SoundUse use, long first, Span<float> into)
    {
        var (begins, ends) = (SamplesIn(use.Start - 1, film.FrameRate, rate), SamplesIn(use.Start - 1 + use.Length, film.FrameRate, rate));
        var (from, to) = (Math.Max(first, begins), Math.Min(first + (into.Length / Channels), ends));
        if (from >= to || film.Sounds.FirstOrDefault(one => one.Id == use.Sound) is not { } sound || sound.Seconds <= use.FromSeconds)
        {
            return;
        }

        var samples = open(sound);
        var (step, round) = ((double)samples.Rate / rate, sound.Seconds - use.FromSeconds);
        var envelope = new Envelope(use, begins, ends, film.FrameRate, rate);
        while (from < to)
        {
            // Seconds since the use began; from there the place in the sound, by times and not by counting on: two pieces of a split meet.
            var gone = ((double)from / rate) - ((use.Start - 1) / film.FrameRate);
            var turn = use.Again ? Math.Max(0, Math.Floor((gone / round) + (Hair / rate))) : 0;
            var last = use.Again ? Math.Min(to, (long)Math.Ceiling(((((use.Start - 1) / film.FrameRate) + ((turn + 1) * round)) * rate) - Hair)) : to;
            last = Math.Max(last, from + 1);
            Stretch(samples, (use.FromSeconds + gone - (turn * round)) * samples.Rate, step, envelope, from, into[(int)((from - first) * Channels)..(int)((last - first) * Channels)]);
            from = last;
        }
    }

    /// <param name="place">Of the first sample in the recording, samples.</param>
    private void Stretch(ISamples samples, double place, double step, in Envelope envelope, long from, Span<float> into)
    {
        var count = into.Length / Channels;
        var kernel = step == 1 ? null : KernelFor(step);
        var reach = kernel?.Reach ?? 0;
        var start = kernel is null ? (long)Math.Floor(place + 0.5 + Hair) : (long)Math.Floor(place) - reach;
        var length = (int)Math.Ceiling(count * step) + 2 + (2 * reach);
        var channels = samples.Channels;
        read = read.Length < length * channels ? new float[length * channels] : read;
        samples.Read(start, read.AsSpan(0, length * channels));
        for (var n = 0; n < count; n++)
        {
            var gain = envelope.At(from + n);
            var (left, right) = (0f, 0f);
            if (kernel is null)
            {
                (left, right) = (read[n * channels], read[(n * channels) + channels - 1]);
            }
            else
            {
                var at = place + (n * step) - start;
                var middle = (int)at;
                for (var k = middle - reach + 1; k <= middle + reach; k++)
                {
                    var weight = kernel.At(at - k);
                    left += weight * read[k * channels];
                    right += weight * read[(k * channels) + channels - 1];
                }
            }

            into[n * Channels] += gain * left;
            into[(n * Channels) + 1] += gain * right;
        }
    }

    private Kernel KernelFor(double step)
    {
        if (!kernels.TryGetValue(step, out var kernel))
        {
            kernels[step] = kernel = new Kernel(step);
        }

        return kernel;
    }

    /// <summary>How loud a use is: its gain, and fades of constant power (a quarter of a sine: common practice), so that two that cross stay as loud.</summary>
    private readonly struct Envelope(SoundUse use, long begins, long ends, double frameRate, int rate)
    {
        private readonly float gain = (float)Math.Pow(10, use.GainDb / 20);
        private readonly double comes = SamplesIn(use.FadeIn, frameRate, rate);
        private readonly double goes = SamplesIn(use.FadeOut, frameRate, rate);

        public float At(long sample)
        {
            var level = gain;
            if (sample - begins < comes)
            {
                level *= (float)Math.Sin(Math.PI / 2 * (sample - begins) / comes);
            }

            if (ends - sample < goes)
            {
                level *= (float)Math.Sin(Math.PI / 2 * (ends - sample) / goes);
            }

            return level;
        }
    }
}
