using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Tests.Sounding;

public class SoundMixTests
{
    private const int Rate = 48_000;

    /// <summary>Three seconds, no two samples alike.</summary>
    private static float Odd(long n, int channel) => (float)(0.4 * Math.Sin((n * 0.07) + channel) + (0.1 * Math.Sin(n * 0.9)));

    private static Film With(params SoundUse[] uses) => Film.Blank("Heard") with
    {
        FrameRate = 24,
        Sounds = [new Sound { Id = "odd", Name = "Odd", Asset = new string('a', 64), Peaks = new string('b', 64), Rate = Rate, Channels = 2, Samples = 3 * Rate }],
        Shots = [Film.Blank("Heard").Shots[0] with { Sounds = [.. uses] }],
    };

    private static SoundUse Use(int start, int length) => new() { Id = "use", Sound = "odd", Start = start, Length = length };

    private static float[] Mixed(Film film, long first, int count, int rate = Rate, int? pieces = null, Func<Sound, ISamples>? open = null)
    {
        var mix = new SoundMix(film, film.Shots[0], open ?? (_ => new FakeSamples(Rate, 2, 3 * Rate, Odd)), rate);
        var samples = new float[count * 2];
        for (var at = 0; at < count; at += pieces ?? count)
        {
            mix.Write(first + at, samples.AsSpan(at * 2, Math.Min(pieces ?? count, count - at) * 2));
        }

        return samples;
    }

    [Fact]
    public void A_sound_is_heard_from_the_start_of_its_first_frame_to_the_end_of_its_last()
    {
        var samples = Mixed(With(Use(3, 4)), 0, Rate);
        var (begins, ends) = (2 * Rate / 24, 6 * Rate / 24);
        Assert.All(Enumerable.Range(0, Rate), n =>
        {
            var expected = n >= begins && n < ends ? Odd(n - begins, 1) : 0;
            Assert.Equal(expected, samples[(2 * n) + 1], 1e-6);
        });
    }

    [Fact]
    public void A_sample_is_the_same_whatever_it_is_asked_for_with() =>
        Gen.Select(Gen.Int[-5, 40], Gen.Int[1, 90], Gen.Double[0, 2.9], Gen.Bool, Gen.Int[0, 20], Gen.Int[0, 20], Gen.Int[100, 5000], Gen.OneOfConst(8000, 22050, 44100, 48000, 96000)).Sample(
            (start, length, from, again, comes, goes, pieces, rate) =>
            {
                var film = With(Use(start, length) with { FromSeconds = from, Again = again, FadeIn = comes, FadeOut = goes });
                Assert.Equal(Mixed(film, 1000, 9000, rate), Mixed(film, 1000, 9000, rate, pieces), (a, b) => Math.Abs(a - b) < 2e-6);
            }, iter: 40);

    [Fact]
    public void What_is_split_is_heard_as_before() =>
        Gen.Select(Gen.Int[1, 20], Gen.Int[2, 60], Gen.Double[0, 0.5], Gen.Int[0, 10], Gen.Double[0, 1]).Sample((start, length, from, comes, part) =>
        {
            var film = With(Use(start, length) with { FromSeconds = from, FadeIn = Math.Min(comes, 1) });
            var split = new SplitSound(film.Shots[0].Id, "use", start + 1 + (int)(part * (length - 2)), "second").Apply(film);
            Assert.Equal(2, split.Shots[0].Sounds.Length);
            Assert.Equal(Mixed(film, 0, 3 * Rate), Mixed(split, 0, 3 * Rate), (a, b) => Math.Abs(a - b) < 1e-6);
        }, iter: 20);

    [Fact]
    public void What_is_trimmed_stays_where_it_was_heard() =>
        Gen.Select(Gen.Int[1, 20], Gen.Int[2, 60], Gen.Double[0.2, 1], Gen.Int[-10, 80]).Sample((start, length, from, to) =>
        {
            var film = With(Use(start, length) with { FromSeconds = from });
            var trimmed = new TrimSound(film.Shots[0].Id, "use", to).Apply(film);
            var use = trimmed.Shots[0].Sounds[0];
            Assert.Equal(start + length - 1, use.End());
            var (both, whole) = (SoundMix.SamplesIn(Math.Max(start, use.Start) - 1, 24, Rate), SoundMix.SamplesIn(use.End(), 24, Rate));
            Assert.Equal(Mixed(film, both, (int)(whole - both)), Mixed(trimmed, both, (int)(whole - both)), (a, b) => Math.Abs(a - b) < 1e-6);
        }, iter: 20);

    [Fact]
    public void What_is_heard_again_begins_where_the_use_does()
    {
        var film = With(Use(1, 120) with { FromSeconds = 2, Again = true });
        var samples = Mixed(film, 0, 5 * Rate);
        Assert.All(Enumerable.Range(0, 5 * Rate), n => Assert.Equal(Odd((2 * Rate) + (n % Rate), 0), samples[2 * n], 1e-6));
    }

    [Fact]
    public void Gain_is_in_decibels_and_what_is_muted_is_not_heard()
    {
        var loud = Mixed(With(Use(1, 48) with { GainDb = -20 * Math.Log10(2) }), 0, 900);
        Assert.All(Enumerable.Range(0, 900), n => Assert.Equal(Odd(n, 0) / 2, loud[2 * n], 1e-6));
        Assert.All(Mixed(With(Use(1, 48) with { Muted = true }), 0, 900), sample => Assert.Equal(0, sample));
    }

    /// <summary>Two that cross, of the same power and unlike, are as loud at every sample of the way as either (sin² + cos² = 1).</summary>
    [Fact]
    public void Fades_that_cross_keep_the_power()
    {
        var film = With(
            new SoundUse { Id = "goes", Sound = "odd", Start = 1, Length = 24, FadeOut = 12 },
            new SoundUse { Id = "comes", Sound = "odd", Start = 13, Length = 24, FadeIn = 12 });
        var count = 12 * Rate / 24;
        var first = Mixed(film with { Shots = [film.Shots[0] with { Sounds = [film.Shots[0].Sounds[0]] }] }, count, count, open: _ => new FakeSamples(Rate, 1, 3 * Rate, (_, _) => 0.5f));
        var second = Mixed(film with { Shots = [film.Shots[0] with { Sounds = [film.Shots[0].Sounds[1]] }] }, count, count, open: _ => new FakeSamples(Rate, 1, 3 * Rate, (_, _) => 0.5f));
        Assert.All(Enumerable.Range(0, count), n => Assert.Equal(0.25, (first[2 * n] * first[2 * n]) + (second[2 * n] * second[2 * n]), 1e-4));
    }

    /// <summary>A sine has a value between samples that is known: what is made at another rate is that, to −70 dB and better.</summary>
    [Theory]
    [InlineData(44_100, 1_000)]
    [InlineData(44_100, 9_000)]
    [InlineData(22_050, 5_000)]
    [InlineData(8_000, 2_000)]
    [InlineData(96_000, 15_000)]
    public void Another_rate_has_the_same_sound(int from, int hertz)
    {
        var film = With(Use(1, 48));
        film = film with { Sounds = [film.Sounds[0] with { Rate = from, Channels = 1, Samples = 2 * from }] };
        var samples = Mixed(film, 4800, 4800, open: _ => new FakeSamples(from, 1, 2 * from, (n, _) => (float)(0.8 * Math.Sin(2 * Math.PI * hertz * n / from))));
        var worst = Enumerable.Range(0, 4800).Max(n => Math.Abs(samples[2 * n] - (0.8 * Math.Sin(2 * Math.PI * hertz * (n + 4800.0) / Rate))));
        Assert.True(worst < 0.8 * 3.2e-4, $"{20 * Math.Log10(worst / 0.8):0.0} dB");
    }

    /// <summary>What a slower rate cannot hold does not fold back into what is heard.</summary>
    [Fact]
    public void What_is_too_high_for_a_slower_rate_is_gone()
    {
        var film = With(Use(1, 48));
        var samples = Mixed(film, 800, 800, 8000, open: _ => new FakeSamples(Rate, 1, 2 * Rate, (n, _) => (float)(0.8 * Math.Sin(2 * Math.PI * 7000 * n / Rate))));
        Assert.All(samples, sample => Assert.True(Math.Abs(sample) < 0.8 * 3.2e-4, $"{sample}"));
    }
}
