using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Formats.Sound;

namespace Fretsaw.Formats.Tests.Sound;

public class CueTextTests
{
    private static readonly Cue[] Spoken = [new("who", 3, Mouth.Open), new("who", 7, Mouth.Shut), new("who", 9, Mouth.Keyed), new("who", 20, Mouth.Round)];

    [Fact]
    public void Cues_are_written_as_WebVTT() => Assert.Equal(
        "WEBVTT\n\n00:00:00.083 --> 00:00:00.250\nOpen\n\n00:00:00.250 --> 00:00:00.333\nShut\n\n00:00:00.791 --> 00:00:01.000\nRound\n",
        CueText.WriteVtt(Spoken, 24, 24));

    [Fact]
    public void Cues_come_back_as_they_were_from_either_kind_of_file() =>
        Gen.Select(Gen.OneOfConst(12.0, 23.976, 24, 25, 30, 60), Gen.Int[1, 9].List[1, 20], Gen.Int[0, 1000]).Sample((rate, gaps, seed) =>
        {
            var (random, frame, cues) = (new Random(seed), 1, new List<Cue>());
            foreach (var gap in gaps)
            {
                var last = cues.Count > 0 ? cues[^1].Mouth : Mouth.Keyed;
                cues.Add(new Cue("who", frame, Enum.GetValues<Mouth>().Where(mouth => mouth != last).ElementAt(random.Next(9))));
                frame += gap;
            }

            var expected = cues.SkipWhile(cue => cue.Mouth == Mouth.Keyed).Select(cue => new FrameCue(cue.Frame, cue.Mouth)).ToList();
            foreach (var text in new[] { CueText.WriteVtt(cues, rate, frame + 5), CueText.WriteTabs(cues, rate, frame + 5) }.Where(_ => expected.Exists(cue => cue.Mouth != Mouth.Keyed)))
            {
                var read = CueText.Read(text, "cues", rate).ToList();
                Assert.Equal(expected.Where(cue => cue.Frame < read[^1].Frame), read.Take(read.Count - 1));
            }
        });

    /// <summary>A megabyte of "&lt;" took a pattern that looks back for ever; digits of other scripts are no numbers.</summary>
    [Theory]
    [InlineData("a line of signs")]
    [InlineData("signs on two lines")]
    [InlineData("digits of another script")]
    [InlineData("a column of signs")]
    public void Hostile_cues_are_refused_at_once(string kind)
    {
        var signs = new string('<', 900_000);
        var text = kind switch
        {
            "a line of signs" => $"WEBVTT\n\n00:00.000 --> 00:01.000\n{signs}\n",
            "signs on two lines" => $"WEBVTT\n\n00:00.000 --> 00:01.000 {signs}\n{signs}\n",
            "digits of another script" => "WEBVTT\n\n٠٠:٠٠.٠٠٠ --> ٠٠:٠١.٠٠٠\nOpen\n",
            _ => string.Concat(Enumerable.Repeat("0\t1\t<\n", 150_000)),
        };
        Assert.NotEmpty(Assert.Throws<FilmException>(() => CueText.Read(text, "cues", 24)).Remedy);
    }

    [Fact]
    public void Markup_is_left_out_of_a_cue() =>
        Assert.Equal(new FrameCue(1, Mouth.Open), CueText.Read("WEBVTT\n\n00:00.000 --> 00:01.000\n<v Pip><b>Open</b>\n", "cues", 24)[0]);

    [Fact]
    public void Sounds_of_speech_are_read_as_the_mouths_that_make_them() => Assert.Equal(
        [new FrameCue(1, Mouth.Shut), new FrameCue(13, Mouth.Open), new FrameCue(19, Mouth.Wide), new FrameCue(25, Mouth.Keyed)],
        CueText.Read("0\t0.5\tm\n0.5\t1.0\taɪ\n", "line.tsv", 24));

    [Fact]
    public void WebVTT_with_settings_notes_and_markup_is_read() => Assert.Equal(
        [new FrameCue(13, Mouth.Round), new FrameCue(25, Mouth.Keyed)],
        CueText.Read("WEBVTT mouth\r\n\r\nNOTE by hand\r\n\r\n1\r\n00:00.500 --> 00:01.000 align:start\r\n<v Bramble>Round</v>\r\n", "line.vtt", 24));

    [Theory]
    [InlineData("")]
    [InlineData("WEBVTT\n")]
    [InlineData("0 0.5 m")]
    [InlineData("NaN\t1\tm")]
    [InlineData("0\tInfinity\tm")]
    [InlineData("2\t1\tm")]
    [InlineData("-1\t1\tm")]
    [InlineData("0\t1\t")]
    [InlineData("WEBVTT\n\n00:xx --> 00:01.000\nOpen")]
    public void What_is_no_file_of_cues_is_refused(string text) => Assert.StartsWith("odd.tsv", Assert.Throws<FilmException>(() => CueText.Read(text, "odd.tsv", 24)).Message, StringComparison.Ordinal);
}
