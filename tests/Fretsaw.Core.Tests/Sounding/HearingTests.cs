using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Tests.Sounding;

public class HearingTests
{
    [Fact]
    public void Peaks_are_the_lowest_and_highest_of_their_samples_and_loudness_is_the_RMS()
    {
        // A second of a full sine, −3.01 dB, and one at a tenth, 20 dB less.
        using var samples = new FakeSamples(6400, 1, 12_800, (n, _) => (float)((n < 6400 ? 1 : 0.1) * Math.Sin(2 * Math.PI * n / 64)));
        var (peaks, loudness) = Hearing.Of(samples);
        Assert.Equal(2 * 12_800 / Sound.PeakSamples, peaks.Length);
        Assert.Equal(((sbyte)-127, (sbyte)127), ((sbyte)peaks[0], (sbyte)peaks[1]));
        Assert.Equal(((sbyte)-13, (sbyte)13), ((sbyte)peaks[^2], (sbyte)peaks[^1]));
        var db = Readings.Of(new Sound { Id = "a", Name = "A", Asset = "", Peaks = "", Loudness = loudness });
        Assert.Equal(2 * Sound.ReadingsPerSecond, db.Length);
        Assert.All(db[..Sound.ReadingsPerSecond], level => Assert.Equal(-3.01, level, 0.2));
        Assert.All(db[Sound.ReadingsPerSecond..], level => Assert.Equal(-23.01, level, 0.2));
    }

    /// <summary>Places of articulation and heights of vowels as the chart of the International Phonetic Association has them (from memory).</summary>
    [Theory]
    [InlineData("m", Mouth.Shut)]
    [InlineData("p", Mouth.Shut)]
    [InlineData("v", Mouth.Teeth)]
    [InlineData("ð", Mouth.Tongue)]
    [InlineData("iː", Mouth.Wide)]
    [InlineData("ˈuː", Mouth.Narrow)]
    [InlineData("ɑː", Mouth.Open)]
    [InlineData("ɔ", Mouth.Round)]
    [InlineData("ə", Mouth.Half)]
    [InlineData("", Mouth.Rest)]
    [InlineData("aʊ", Mouth.Open, Mouth.Narrow)]
    [InlineData("tʃ", Mouth.Tongue, Mouth.Narrow)]
    public void A_sound_of_speech_has_the_mouth_of_its_articulation(string ipa, params Mouth[] mouths) => Assert.Equal(mouths, Articulation.Of(ipa));

    private static readonly Sound Spoken = new()
    {
        Id = "line",
        Name = "Line",
        Asset = "",
        Peaks = "",
        Rate = 8000,
        Samples = 16_000,
        Loudness = Readings.Write([.. Enumerable.Range(0, 100).Select(i => i is < 25 or >= 75 ? -70.0 : i < 50 ? -12 : -30)]),
        Timed = [new TimedSound(0.25, "m"), new TimedSound(0.5, "aɪ"), new TimedSound(1, "f"), new TimedSound(1.5, "")],
    };

    [Fact]
    public void First_cues_stand_where_the_sounds_begin()
    {
        var use = new SoundUse { Id = "use", Sound = "line", Start = 11, Length = 48 };
        Assert.Equal(
            [(17, Mouth.Shut), (23, Mouth.Open), (29, Mouth.Wide), (35, Mouth.Teeth), (47, Mouth.Rest)],
            CueFill.BySounds(use, Spoken, 24));

        // Slid and trimmed, the sounds that are heard stay with what is heard.
        Assert.Equal([(5, Mouth.Open), (11, Mouth.Wide)], CueFill.BySounds(use with { Start = 1, Length = 15, FromSeconds = 1.0 / 3 }, Spoken, 24));
    }

    [Fact]
    public void By_loudness_a_mouth_opens_as_it_is_loud()
    {
        var use = new SoundUse { Id = "use", Sound = "line", Start = 1, Length = 48 };
        var cues = CueFill.ByLoudness(use, Spoken, 24);
        Assert.Equal([(1, Mouth.Rest), (13, Mouth.Open), (25, Mouth.Half), (37, Mouth.Rest)], cues);
    }
}
