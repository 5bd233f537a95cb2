using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Tests.Engine;

/// <summary>Cues on a puppet whose mouth is a swap and a knead.</summary>
public class MouthPlanTests
{
    private static readonly MouthChart Chart = new()
    {
        LeadFrames = 1,
        BlendFrames = 2,
        Shapes =
        [
            new MouthShape(Mouth.Shut, []),
            new MouthShape(Mouth.Open, [new StationValue("mouth", "swap") { Choice = "wide" }, new StationValue("knead", "amount", 80)]),
        ],
    };

    private static Film Speaking(MouthChart chart, params Cue[] cues)
    {
        var film = FullFilm.Build();
        var shot = film.Shots[0] with { Cues = [.. cues], Placed = [], Steps = [], RoughRate = null, Tracks = [] };
        return film with { Shots = [shot], Puppets = [film.Puppets[0] with { Mouths = chart, Dials = [] }] };
    }

    private static (string Swap, double Knead) Shown(Film film, double frame)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        evaluator.Evaluate(frame);
        double Of(string thing, string property) => evaluator.Driven[evaluator.Plan.Slots.Find(new Address("use", thing, property))];
        return (Of("mouth", "swap") > 0 ? "wide" : "", Of("knead", "amount"));
    }

    [Fact]
    public void The_mouth_leads_its_sound_and_what_does_not_jump_goes_over_in_a_few_frames()
    {
        var film = Speaking(Chart, new Cue("use", 10, Mouth.Open), new Cue("use", 20, Mouth.Keyed));
        Assert.Equal(("", 40), Shown(film, 8.9));
        Assert.Equal(("wide", 40), Shown(film, 9));
        Assert.Equal(("wide", 60), Shown(film, 10));
        Assert.Equal(("wide", 80), Shown(film, 11));
        Assert.Equal(("wide", 80), Shown(film, 18));
        Assert.Equal(("", 80), Shown(film, 19));
        Assert.Equal(("", 60), Shown(film, 20));
        Assert.Equal(("", 40), Shown(film, 21));
    }

    [Fact]
    public void A_cue_shorter_than_the_blend_is_reached_and_nothing_jumps_that_should_not()
    {
        var film = Speaking(Chart with { LeadFrames = 0, BlendFrames = 6 }, new Cue("use", 5, Mouth.Open), new Cue("use", 7, Mouth.Shut), new Cue("use", 9, Mouth.Open));
        Assert.Equal(80, Shown(film, 6.999).Knead, 0.1);
        Assert.Equal(80, Shown(film, 7).Knead, 0.1);
        Assert.Equal(40, Shown(film, 9).Knead, 0.1);
    }

    [Fact]
    public void A_mouth_that_is_not_in_the_chart_shows_as_the_nearest_that_is()
    {
        Assert.Equal(Mouth.Open, MouthShapes.Nearest(Chart, Mouth.Wide)!.Mouth);
        Assert.Equal(Mouth.Shut, MouthShapes.Nearest(Chart, Mouth.Rest)!.Mouth);
        Assert.Equal(Mouth.Shut, MouthShapes.Nearest(Chart, Mouth.Teeth)!.Mouth);
        Assert.Null(MouthShapes.Nearest(Chart, Mouth.Keyed));
        Assert.Null(MouthShapes.Nearest(new MouthChart(), Mouth.Open));
    }

    [Fact]
    public void The_same_cues_speak_with_another_chart()
    {
        var film = Speaking(new MouthChart { LeadFrames = 0, BlendFrames = 0, Shapes = [new MouthShape(Mouth.Round, [new StationValue("knead", "amount", 25)])] }, new Cue("use", 10, Mouth.Open));
        Assert.Equal(("", 40), Shown(film, 9));
        Assert.Equal(("", 25), Shown(film, 10));
    }

    [Fact]
    public void Cues_are_put_into_a_stretch_moved_between_their_neighbours_and_nudged()
    {
        var film = Speaking(Chart, new Cue("use", 10, Mouth.Open), new Cue("use", 20, Mouth.Keyed));
        var put = new PutCues("s", "use", 13, 15, [new FrameCue(13, Mouth.Shut)]).Apply(film);
        Assert.Equal([new Cue("use", 10, Mouth.Open), new Cue("use", 13, Mouth.Shut), new Cue("use", 16, Mouth.Open), new Cue("use", 20, Mouth.Keyed)], put.Shots[0].Cues);

        var moved = new MoveCue("s", "use", 13, 40).Apply(put);
        Assert.Equal(15, moved.Shots[0].Cues[1].Frame);

        var nudged = new NudgeCues("s", "use", -2, 13, 16).Apply(put);
        Assert.Equal([10, 11, 14, 20], nudged.Shots[0].Cues.Select(cue => cue.Frame));

        // A mouth put over a whole stretch takes the place of all in it, and none that says what shows already stays.
        var all = new PutCues("s", "use", 10, 19, [new FrameCue(10, Mouth.Shut)]).Apply(put);
        Assert.Equal([new Cue("use", 10, Mouth.Shut), new Cue("use", 20, Mouth.Keyed)], all.Shots[0].Cues);
    }
}
