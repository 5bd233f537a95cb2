using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests.Snags;

/// <summary>Sounds that are cut off, and mouths that come late.</summary>
public class SpokenSnagsTests
{
    private static readonly Sound Line = new()
    {
        Id = "line",
        Name = "Line",
        Asset = new string('a', 64),
        Peaks = new string('b', 64),
        Rate = 8000,
        Samples = 16_000,
        Loudness = Readings.Write([.. Enumerable.Range(0, 100).Select(i => i is < 25 or >= 75 ? -70.0 : i < 50 ? -12 : -30)]),
        Timed = [new TimedSound(0.25, "m"), new TimedSound(0.5, "a"), new TimedSound(1, "f"), new TimedSound(1.25, "o"), new TimedSound(1.5, "")],
    };

    private static Film Spoken(Sound sound, int length, params (int Frame, Mouth Mouth)[] cues)
    {
        var film = FullFilm.Build();
        var puppet = film.Puppets[0] with { Mouths = new MouthChart { LeadFrames = 1, Shapes = [new MouthShape(Mouth.Open, [new StationValue("mouth", "swap") { Choice = "wide" }])] } };
        var shot = film.Shots[0] with
        {
            Length = length,
            Range = null,
            Asides = [],
            Sounds = [new SoundUse { Id = "heard", Sound = sound.Id, Start = 1, Length = 48 }],
            Cues = [.. cues.Select(cue => new Cue("use", cue.Frame, cue.Mouth))],
        };
        return film with { FrameRate = 24, Sounds = [sound], Puppets = [puppet], Shots = [shot] };
    }

    private static Snag? Find(Film film, string check) => SnagFinder.Find(film, film.Shots[0], new RigCache()).FirstOrDefault(snag => snag.Check == check);

    [Fact]
    public void A_sound_that_is_heard_past_the_end_is_told_and_fades_with_the_shot()
    {
        // It can be heard until 1.5 s, which is frame 36.
        var film = Spoken(Line, 30);
        var snag = Find(film, "sound")!;
        Assert.Equal((30, 6.0, "frames"), (snag.Frame, snag.Amount, snag.Unit));
        var mended = snag.Mend!.Apply(film);
        Assert.Equal((30, 6), (mended.Shots[0].Sounds[0].Length, mended.Shots[0].Sounds[0].FadeOut));
        Assert.Null(Find(mended, "sound"));
        Assert.Null(Find(Spoken(Line, 37), "sound"));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(-2)]
    public void A_mouth_with_its_sound_is_none(int late) =>
        Assert.Null(Find(Spoken(Line, 48, (7 + late, Mouth.Shut), (13 + late, Mouth.Open), (25 + late, Mouth.Teeth), (31 + late, Mouth.Round), (37 + late, Mouth.Keyed)), "mouth"));

    [Theory]
    [InlineData(4, 3)]
    [InlineData(6, 5)]
    [InlineData(-5, 6)]
    public void A_mouth_beside_its_sound_is_told_and_moved_to_it(int late, int amount)
    {
        var film = Spoken(Line, 48, (7 + late, Mouth.Shut), (13 + late, Mouth.Open), (25 + late, Mouth.Teeth), (31 + late, Mouth.Round), (37 + late, Mouth.Keyed));
        var snag = Find(film, "mouth")!;
        Assert.Equal((amount, "frames"), (snag.Amount, snag.Unit));
        var mended = snag.Mend!.Apply(film);
        Assert.Equal([7, 13, 25, 31, 37], mended.Shots[0].Cues.Select(cue => cue.Frame));
        Assert.Null(Find(mended, "mouth"));
    }

    [Fact]
    public void Where_no_sounds_are_known_it_goes_by_how_loud_it_is()
    {
        var film = Spoken(Line with { Timed = [] }, 48, (18, Mouth.Open), (30, Mouth.Half), (42, Mouth.Rest));
        Assert.Equal(4, Find(film, "mouth")!.Amount, 1.0);
        Assert.Null(Find(Spoken(Line with { Timed = [] }, 48, (13, Mouth.Open), (25, Mouth.Half), (37, Mouth.Rest)), "mouth"));
    }
}
