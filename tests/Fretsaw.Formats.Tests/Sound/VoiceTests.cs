using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Sound;

namespace Fretsaw.Formats.Tests.Sound;

/// <summary>The voice against espeak-ng's own command.</summary>
public class VoiceTests
{
    private const string Words = "Evening, fog. We may float by the harbour.";

    [Fact]
    public async Task A_line_is_the_recording_that_the_command_makes_whatever_was_said_before()
    {
        await Voice.Say(new Speaking("Papa. Papa."), "other", TestContext.Current.CancellationToken);
        using var spoken = await Voice.Say(new Speaking(Words, "en", 160, 45), "line", TestContext.Current.CancellationToken);
        var theirs = Tools.Samples(Tools.Run("espeak-ng", "-v", "en", "-s", "160", "-p", "45", "--stdout", Words));
        using var ours = WavFile.Open(spoken.Wav, "line")!;

        // The command waits a little at the end.
        Assert.InRange(theirs.Length - ours.Length, 0, ours.Rate / 2);
        var samples = new float[theirs.Length];
        ours.Read(0, samples);
        Assert.Equal(theirs, samples);
    }

    /// <summary>The sounds are those that the command writes in the phonetic alphabet, in their order, each within the recording and none before the last.</summary>
    [Fact]
    public async Task Its_sounds_are_those_that_the_command_names()
    {
        var spoken = (await Voice.Say(new Speaking(Words), "line", TestContext.Current.CancellationToken)).Sound;
        static string Plain(string ipa) => new([.. ipa.Where(sign => char.IsLetter(sign) && !"ˈˌː".Contains(sign, StringComparison.Ordinal))]);
        var theirs = Encoding.UTF8.GetString(Tools.Run("espeak-ng", "-v", "en", "-q", "--ipa", Words));
        Assert.Equal(Plain(theirs), Plain(string.Concat(spoken.Timed.Select(one => one.Says))));
        Assert.Equal(spoken.Timed.Select(one => one.At).Order(), spoken.Timed.Select(one => one.At));
        Assert.Equal(spoken.Seconds, spoken.Timed[^1].At, 1e-6);
    }

    /// <summary>Where espeak-ng says that lips meet, its recording is quieter than where it says that the mouth is open.</summary>
    [Fact]
    public async Task Its_times_are_those_of_what_is_heard()
    {
        var spoken = (await Voice.Say(new Speaking("Papa. Papa. Papa."), "line", TestContext.Current.CancellationToken)).Sound;
        var levels = Readings.Of(spoken);
        double Level(double at) => levels[Math.Min(levels.Length - 1, (int)((at + 0.02) * Core.Films.Sound.ReadingsPerSecond))];
        var shut = spoken.Timed.Where(one => one.Says.Contains('p', StringComparison.Ordinal)).Average(one => Level(one.At));
        var open = spoken.Timed.Where(one => one.Says.Contains('ɑ', StringComparison.Ordinal) || one.Says.Contains('a', StringComparison.Ordinal)).Average(one => Level(one.At));
        Assert.True(open > shut + 10, $"{open:0} dB at a, {shut:0} dB at p");
    }

    /// <summary>As fast as it may, the last sound is said to begin where the recording has ended.</summary>
    [Theory]
    [InlineData(80)]
    [InlineData(450)]
    public async Task The_slowest_and_the_fastest_are_spoken(int wordsPerMinute)
    {
        using var spoken = await Voice.Say(new Speaking(Words, "en", wordsPerMinute), "line", TestContext.Current.CancellationToken);
        FilmCheck.Check(Film.Blank("Spoken") with { Sounds = [spoken.Sound] });
        Assert.True(spoken.Sound.Timed.Length > 20);
    }

    [Theory]
    [InlineData("", "en", 150, 40)]
    [InlineData("  ", "en", 150, 40)]
    [InlineData("Fog", "xx-none", 150, 40)]
    [InlineData("Fog", "../en", 150, 40)]
    [InlineData("Fog", "en", 5, 40)]
    [InlineData("Fog", "en", 150, 400)]
    public Task What_cannot_be_spoken_is_refused(string words, string language, int rate, int pitch) =>
        Assert.ThrowsAsync<FilmException>(() => Voice.Say(new Speaking(words, language, rate, pitch), "line", TestContext.Current.CancellationToken));
}
