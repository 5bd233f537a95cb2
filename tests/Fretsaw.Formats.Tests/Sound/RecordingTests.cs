using Fretsaw.Core.Films;
using Fretsaw.Formats.Sound;
using Fretsaw.Print.Sound;

namespace Fretsaw.Formats.Tests.Sound;

/// <summary>Recordings against ffmpeg, which makes them and says what is in them.</summary>
public class RecordingTests
{
    [Theory]
    [InlineData("pcm_u8", 8000, 1)]
    [InlineData("pcm_s16le", 44100, 2)]
    [InlineData("pcm_s16le", 11025, 1)]
    [InlineData("pcm_s24le", 48000, 2)]
    [InlineData("pcm_s32le", 96000, 1)]
    [InlineData("pcm_f32le", 48000, 2)]
    [InlineData("pcm_f64le", 22050, 1)]
    public void A_WAV_file_has_the_samples_that_ffmpeg_reads(string codec, int rate, int channels)
    {
        var bytes = Tools.Recording(codec, rate, channels);
        using var wav = WavFile.Open(new MemoryStream(bytes), "tone.wav")!;
        Assert.Equal((rate, channels, (rate + 1) / 2), (wav.Rate, wav.Channels, wav.Length));
        var (ours, theirs) = (new float[wav.Length * channels], Tools.Samples(bytes));
        wav.Read(0, ours);
        Assert.Equal(theirs.Length, ours.Length);
        Assert.All(Enumerable.Range(0, ours.Length), i => Assert.Equal(theirs[i], ours[i], 1e-6f));

        // Any stretch is the same samples, and silence beside them.
        var part = new float[60 * channels];
        wav.Read(wav.Length - 30, part);
        Assert.Equal(ours[^(30 * channels)..].Concat(new float[30 * channels]), part);
    }

    [Theory]
    [InlineData("flac", "flac")]
    [InlineData("libmp3lame", "mp3")]
    [InlineData("libopus", "ogg")]
    [InlineData("aac", "m4a")]
    public async Task What_is_packed_is_unpacked_and_lasts_as_long(string codec, string container)
    {
        using var read = await Recording.Read(new MemoryStream(Tools.Recording(codec, 48000, 2, container)), $"tone.{container}", "id", TestContext.Current.CancellationToken);
        Assert.Equal("tone", read.Sound.Name);
        Assert.Equal(2, read.Sound.Channels);
        Assert.InRange(read.Sound.Seconds, 0.5, 0.56);
        Assert.Equal(-9.2, Readings.Of(read.Sound)[10], 3.0);
        Assert.True(await WavFile.LooksLikeWav(read.Wav, TestContext.Current.CancellationToken));
    }

    /// <summary>Half an hour of silence packs to 1 MB and is 345 MB unpacked.</summary>
    [Fact]
    public async Task Silence_that_is_packed_to_fill_a_disk_is_refused()
    {
        var packed = Tools.Made("flac", "anullsrc=r=48000:cl=stereo:d=1800");
        Assert.True(packed.Length < 3_000_000);
        var problem = await Assert.ThrowsAsync<FilmException>(() => Recording.Read(new MemoryStream(packed), "silence.flac", "id", TestContext.Current.CancellationToken));
        Assert.Contains("larger unpacked", problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(96_000)]
    [InlineData(192_000)]
    public async Task What_is_packed_at_a_high_rate_comes_in_at_48_kHz(int rate)
    {
        using var read = await Recording.Read(new MemoryStream(Tools.Made("flac", $"aevalsrc=0.5*sin(2*PI*440*t):d=0.5:s={rate}")), "tone.flac", "id", TestContext.Current.CancellationToken);
        Assert.Equal((48_000, 1), (read.Sound.Rate, read.Sound.Channels));
        Assert.InRange(read.Sound.Seconds, 0.49, 0.51);
    }

    /// <summary>Outside check: ffprobe says of what was kept that it is within the bounds, and lasts as long as what came.</summary>
    [Theory]
    [InlineData("flac", "aevalsrc=0.5*sin(2*PI*440*t)|0.2*sin(99*t)|0|0|0|0.1:d=2.345:s=192000:c=5.1")]
    [InlineData("wav", "aevalsrc=0.5*sin(2*PI*440*t)|0|0|0:d=1.2:s=96000:c=4.0")]
    [InlineData("mp3", "aevalsrc=0.5*sin(2*PI*440*t)|0.1:d=3.1:s=44100:c=stereo")]
    [InlineData("ogg", "aevalsrc=0.5*sin(2*PI*440*t):d=1.7:s=16000:c=mono")]
    [InlineData("mka", "aevalsrc=0.5*sin(2*PI*440*t):d=1.7:s=11025:c=mono")]
    public async Task What_is_kept_has_the_bounds_that_ffprobe_says(string container, string source)
    {
        var came = Tools.Made(container, source);
        using var read = await Recording.Read(new MemoryStream(came), $"tone.{container}", "id", TestContext.Current.CancellationToken);
        using var kept = new MemoryStream();
        await read.Wav.CopyToAsync(kept, TestContext.Current.CancellationToken);
        var (before, after) = (Tools.Probed(came, container), Tools.Probed(kept.ToArray(), "wav"));
        Assert.Equal((read.Sound.Rate, read.Sound.Channels), (after.Rate, after.Channels));
        Assert.Equal(read.Sound.Seconds, after.Seconds, 1e-3);
        Assert.Equal(before.Seconds, after.Seconds, 0.06);
        if (container != "wav")
        {
            Assert.InRange(after.Rate, 8000, 48_000);
            Assert.InRange(after.Channels, 1, 2);
            Assert.Equal(44 + (2.0 * after.Channels * read.Sound.Samples), kept.Length, 64.0);
        }
    }

    [Theory]
    [InlineData(16, 1)]
    [InlineData(24, 2)]
    public void What_is_written_is_read_by_ffmpeg(int bits, int channels)
    {
        using var file = new MemoryStream();
        var samples = Enumerable.Range(0, 3001 * channels).Select(i => (float)Math.Sin(i * 0.01)).ToArray();
        var wav = new WavWriter(file, 44100, channels, bits, 3001);
        wav.Write(samples.AsSpan(0, 1000));
        wav.Write(samples.AsSpan(1000));
        wav.Finish();
        var theirs = Tools.Samples(file.ToArray());
        Assert.Equal(samples.Length, theirs.Length);
        Assert.All(Enumerable.Range(0, samples.Length), i => Assert.Equal(samples[i], theirs[i], (float)Math.Pow(2, 1 - bits)));
    }

    [Fact]
    public async Task What_is_no_recording_is_refused_with_a_remedy()
    {
        var wav = Tools.Recording("pcm_s16le", 8000, 1);
        byte[][] files = [[], "RIFF"u8.ToArray(), wav[..44], [.. "RIFF\0\0\0\0WAVE"u8], "#EXTM3U\nfile:///etc/passwd"u8.ToArray(), "ffconcat version 1.0\nfile /etc/hostname"u8.ToArray(), new byte[4096]];
        foreach (var file in files)
        {
            var problem = await Assert.ThrowsAsync<FilmException>(() => Recording.Read(new MemoryStream(file), "odd.wav", "id", TestContext.Current.CancellationToken));
            Assert.StartsWith("odd.wav", problem.Message, StringComparison.Ordinal);
        }
    }

    /// <summary>A recorder that was cut off wrote no size, and one that lies claims more than there is.</summary>
    [Fact]
    public void Sizes_are_not_believed()
    {
        var wav = Tools.Recording("pcm_s16le", 8000, 1);
        var data = wav.AsSpan().IndexOf("data"u8);
        BitConverter.GetBytes(uint.MaxValue).CopyTo(wav, data + 4);
        using var read = WavFile.Open(new MemoryStream(wav), "cut.wav")!;
        Assert.Equal(4000, read.Length);
    }

    [Fact]
    public void Samples_that_are_no_numbers_are_silence()
    {
        var wav = Tools.Recording("pcm_f32le", 8000, 1);
        var data = wav.AsSpan().IndexOf("data"u8) + 8;
        BitConverter.GetBytes(float.NaN).CopyTo(wav, data);
        BitConverter.GetBytes(float.PositiveInfinity).CopyTo(wav, data + 4);
        using var read = WavFile.Open(new MemoryStream(wav), "nan.wav")!;
        var samples = new float[3];
        read.Read(0, samples);
        Assert.Equal([0, 0], samples[..2]);
        Assert.NotEqual(0, samples[2]);
    }
}
