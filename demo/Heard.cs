using System.Text;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Formats.Sound;
using Fretsaw.Print.Sound;

namespace Fretsaw.Demo;

/// <summary>What is heard: the horn, and Bramble's line, which a simulated voice spoke once and which ships as a file with its timed sounds.</summary>
internal static class Heard
{
    private const int Rate = 22_050;
    private const string Line = "sound-evening";
    private const string Use = "heard-evening";

    /// <summary>The frame of the close-up at which he begins to speak: his head has come round.</summary>
    private const int Speaks = 38;

    /// <returns>The film, and the files that its sounds are in.</returns>
    public static (Film Film, IReadOnlyDictionary<string, byte[]> Assets) Sound(Film film, BrambleRig rig)
    {
        var words = Encoding.UTF8.GetString(DemoFilm.Art("evening-fog.tsv"));
        var line = Recording.OfWav(DemoFilm.Art("evening-fog.wav"), "Evening, fog.wav", Line)!.Saying("Evening, fog.", CueText.ReadTimed(words, "evening-fog.tsv"));
        var horn = Recording.OfWav(Horn(), "Fog horn.wav", "sound-horn")!;
        film = Put(Put(film, DemoFilm.ShotId, horn, "heard-horn", ActingRecipe.Horn, fade: 20), GoodEvening.ShotId, line, Use, Speaks, fade: 0);
        film = new SetMouths(rig.Puppet, Mouths(rig)).Apply(film);
        film = new FillCues(GoodEvening.ShotId, "bramble", Use, ByLoudness: false).ToEdit(film, (_, _) => throw new InvalidOperationException("Filling cues asks for no frame.")).Apply(film);
        return (film, horn.Assets.Concat(line.Assets).ToDictionary(StringComparer.Ordinal));
    }

    private static Film Put(Film film, string shot, Recording recording, string use, int start, int fade) => new AddSound(
        recording.Sound, shot,
        new SoundUse { Id = use, Sound = recording.Sound.Id, Start = start, Length = (int)Math.Ceiling(recording.Sound.Seconds * film.FrameRate), FadeOut = fade }).Apply(film);

    private static MouthChart Mouths(BrambleRig rig)
    {
        MouthShape Shows(Mouth mouth, string part) => new(mouth, [new StationValue(rig.Parts["Mouth"], "swap") { Choice = part.Length == 0 ? "" : rig.Swap(part) }]);
        return new MouthChart
        {
            LeadFrames = 1,
            Shapes = [Shows(Mouth.Shut, ""), Shows(Mouth.Open, "Mouth, open"), Shows(Mouth.Round, "Mouth, round"), Shows(Mouth.Wide, "Mouth, wide"), Shows(Mouth.Teeth, "Mouth, teeth")],
        };
    }

    /// <summary>Two low pipes a minor third apart, with the overtones of reeds, that come within a tenth of a second and die away over a second.</summary>
    private static byte[] Horn()
    {
        const int Samples = (int)(3.2 * Rate);
        var samples = new float[Samples];
        for (var n = 0; n < Samples; n++)
        {
            var t = (double)n / Rate;
            var level = Math.Min(1, t / 0.1) * Math.Min(1, (3.2 - t) / 1.2);
            var sum = 0.0;
            for (var overtone = 1; overtone <= 8; overtone++)
            {
                sum += (Math.Sin(2 * Math.PI * 98 * overtone * t) + Math.Sin(2 * Math.PI * 116.5 * overtone * t)) / (overtone * overtone);
            }

            samples[n] = (float)(0.3 * level * sum);
        }

        using var file = new MemoryStream();
        var wav = new WavWriter(file, Rate, 1, 16, Samples);
        wav.Write(samples);
        wav.Finish();
        return file.ToArray();
    }
}
