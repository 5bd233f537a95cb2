using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Formats.Sound;

/// <summary>
/// Timed mouth cues in plain files: WebVTT (W3C, "WebVTT: The Web Video Text Tracks Format"), and lines of start, end and sound with tabs
/// between them. A sound is a mouth by name, or a sound of speech in the International Phonetic Alphabet. Times are from the shot's first frame.
/// </summary>
public static partial class CueText
{
    private const int MostLines = 100_000;
    private const int MostLine = 1000;

    /// <param name="length">Frames of the shot, where the last cue ends.</param>
    public static string WriteVtt(IReadOnlyList<Cue> cues, double frameRate, int length)
    {
        var text = new StringBuilder("WEBVTT\n");
        foreach (var (from, to, mouth) in Stretches(cues, length))
        {
            text.Append(CultureInfo.InvariantCulture, $"\n{Stamp(from, frameRate)} --> {Stamp(to, frameRate)}\n{mouth}\n");
        }

        return text.ToString();
    }

    /// <param name="length">Frames of the shot, where the last cue ends.</param>
    public static string WriteTabs(IReadOnlyList<Cue> cues, double frameRate, int length)
    {
        var text = new StringBuilder();
        foreach (var (from, to, mouth) in Stretches(cues, length))
        {
            text.Append(CultureInfo.InvariantCulture, $"{(from - 1) / frameRate:0.000}\t{(to - 1) / frameRate:0.000}\t{mouth}\n");
        }

        return text.ToString();
    }

    /// <returns>By rising frame; where a cue ends and none begins the mouth is as keyed.</returns>
    /// <exception cref="FilmException">It is neither of the two, or a time in it cannot be.</exception>
    public static ImmutableArray<FrameCue> Read(string text, string file, double frameRate)
    {
        var lines = text.TrimStart('\uFEFF').ReplaceLineEndings("\n").Split('\n');
        FilmException.ThrowIf(lines.Length > MostLines, file, $"has {lines.Length} lines", $"keep to {MostLines}");
        var tooLong = Array.FindIndex(lines, line => line.Length > MostLine);
        FilmException.ThrowIf(tooLong >= 0, $"{file}, line {tooLong + 1}", $"is longer than {MostLine} characters", "write one cue on a line");
        var stretches = lines[0].StartsWith("WEBVTT", StringComparison.Ordinal) ? Vtt(lines, file) : Tabs(lines, file);
        var cues = new SortedDictionary<int, Mouth>();
        foreach (var (from, to, says) in stretches.OrderBy(one => one.From))
        {
            var mouths = Enum.TryParse<Mouth>(says, ignoreCase: true, out var named) && !char.IsAsciiDigit(says[0]) ? [named] : Articulation.Of(says);
            for (var m = 0; m < mouths.Count; m++)
            {
                cues[1 + (int)Math.Round((from + ((to - from) * m / mouths.Count)) * frameRate)] = mouths[m];
            }

            cues.TryAdd(1 + (int)Math.Round(to * frameRate), Mouth.Keyed);
        }

        FilmException.ThrowIf(cues.Count == 0, file, "has no cues in it", "write lines of start, end and sound with tabs between them, or WebVTT");
        return [.. cues.Select(pair => new FrameCue(pair.Key, pair.Value))];
    }

    /// <summary>Timed sounds of speech out of lines with tabs; "_" is silence.</summary>
    /// <exception cref="FilmException">A line is none.</exception>
    public static ImmutableArray<TimedSound> ReadTimed(string text, string file)
    {
        var stretches = Tabs(text.TrimStart('\uFEFF').ReplaceLineEndings("\n").Split('\n'), file).OrderBy(one => one.From).ToList();
        return [.. stretches.Select(one => new TimedSound(one.From, one.Says == "_" ? "" : one.Says)), .. stretches.Count > 0 ? [new TimedSound(stretches[^1].To, "")] : (TimedSound[])[]];
    }

    private static IEnumerable<(int From, int To, Mouth Mouth)> Stretches(IReadOnlyList<Cue> cues, int length) =>
        cues.Select((cue, i) => (cue.Frame, To: Math.Max(cue.Frame + 1, i + 1 < cues.Count ? cues[i + 1].Frame : length + 1), cue.Mouth))
            .Where(one => one.Mouth != Mouth.Keyed && one.Frame >= 1);

    private static string Stamp(int frame, double frameRate) => TimeSpan.FromSeconds((frame - 1) / frameRate).ToString(@"hh\:mm\:ss\.fff", CultureInfo.InvariantCulture);

    private static IEnumerable<(double From, double To, string Says)> Vtt(string[] lines, string file)
    {
        for (var i = 1; i < lines.Length; i++)
        {
            if (!lines[i].Contains("-->", StringComparison.Ordinal))
            {
                continue;
            }

            var stamps = Times().Match(lines[i]);
            FilmException.ThrowIf(!stamps.Success, $"{file}, line {i + 1}", $"has a time that cannot be read: '{Start(lines[i])}'", "write 00:01.500 --> 00:01.750");
            var says = i + 1 < lines.Length ? WithoutMarkup(lines[i + 1]).Trim() : "";
            yield return Checked(Seconds(stamps.Groups[1].Value), Seconds(stamps.Groups[2].Value), says, file, i);
        }
    }

    private static IEnumerable<(double From, double To, string Says)> Tabs(string[] lines, string file)
    {
        for (var i = 0; i < lines.Length; i++)
        {
            if (string.IsNullOrWhiteSpace(lines[i]))
            {
                continue;
            }

            var cells = lines[i].Split('\t');
            double from = 0, to = 0;
            FilmException.ThrowIf(
                cells.Length < 3 || !double.TryParse(cells[0], NumberStyles.Float, CultureInfo.InvariantCulture, out from) || !double.TryParse(cells[1], NumberStyles.Float, CultureInfo.InvariantCulture, out to),
                $"{file}, line {i + 1}", $"is no cue: '{Start(lines[i])}'", "write start and end in seconds and the sound, with tabs between them");
            yield return Checked(from, to, cells[2].Trim(), file, i);
        }
    }

    private static (double From, double To, string Says) Checked(double from, double to, string says, string file, int line)
    {
        FilmException.ThrowIf(!(from >= 0 && to >= from && to <= 4000), $"{file}, line {line + 1}", FormattableString.Invariant($"runs from {from} to {to} s"), "begin at 0 or later and end after that, within 4000 s");
        FilmException.ThrowIf(says.Length is 0 or > 40, $"{file}, line {line + 1}", "says no sound", "name a mouth, such as Open, or a sound of speech");
        return (from, to, says);
    }

    /// <summary>What stands between &lt; and the next &gt; is left out; a &lt; without one stays.</summary>
    private static string WithoutMarkup(string line)
    {
        var text = new StringBuilder();
        for (var at = 0; at < line.Length;)
        {
            var opens = line.IndexOf('<', at);
            var closes = opens < 0 ? -1 : line.IndexOf('>', opens);
            text.Append(line, at, (closes < 0 ? line.Length : opens) - at);
            at = closes < 0 ? line.Length : closes + 1;
        }

        return text.ToString();
    }

    private static string Start(string line) => line.Length > 40 ? line[..40] + "…" : line;

    private static double Seconds(string stamp) => stamp.Split(':').Aggregate(0.0, (sum, piece) => (sum * 60) + double.Parse(piece, CultureInfo.InvariantCulture));

    [GeneratedRegex(@"^\s*((?:[0-9]{1,4}:)?[0-9]{1,2}:[0-9]{1,2}\.[0-9]{1,3})\s*-->\s*((?:[0-9]{1,4}:)?[0-9]{1,2}:[0-9]{1,2}\.[0-9]{1,3})(?:\s|$)")]
    private static partial Regex Times();
}
