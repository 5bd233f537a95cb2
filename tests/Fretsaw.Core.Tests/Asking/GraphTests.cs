using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Values over time, as the picture has them.</summary>
public class GraphTests
{
    private static Film Turning() => TestFilm.Of(
        new Puppet { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null), TestFilm.Part("b", null)] }, [],
        TestFilm.Keyed("a", "turn", (1, 10), (20, 50), (40, -30)), TestFilm.Keyed("b", "turn", (1, 0), (20, 9)));

    private static GraphAnswer Graph(Film film, params Address[] addresses) => (GraphAnswer)new Session(film).Ask(new GraphQuestion(TestFilm.ShotId, [.. addresses], 5, 60));

    [Fact]
    public void Each_value_is_a_line_that_says_what_the_frames_show()
    {
        var film = TestFilm.Key(8, ("a", "shiftX", 4), ("a", "shiftY", 6)).Apply(Turning());
        var graph = Graph(film, TestFilm.At("a", "turn"), TestFilm.At("a", "shift"));
        Assert.Equal(["turn", "shiftX", "shiftY"], graph.Lines.Select(line => line.Value.Property));
        foreach (var line in graph.Lines)
        {
            Assert.Equal(5, line.First);
            for (var i = 0; i < line.Values.Length; i++)
            {
                Assert.Equal(TestFilm.At(film, 5 + i).Driven("a", line.Value.Property), line.Values[i], 1e-4);
            }
        }
    }

    /// <summary>A placed action over keys, keys on top of it, twos and the blocking view: the graph shows what the frames show, beside what is keyed.</summary>
    [Theory]
    [InlineData(false, 1)]
    [InlineData(false, 2)]
    [InlineData(true, 1)]
    [InlineData(true, 3)]
    public void What_is_seen_is_what_every_frame_shows(bool blocked, int every)
    {
        var film = KeptFilm.Placed(KeptFilm.Kept(1, 17, KeptFilm.Walk), KeptFilm.Whole(12, 17));
        film = TestFilm.Key(8, ("foot-l", "shiftX", 5), ("trunk", "turn", 9)).Apply(film);
        film = TestFilm.Key(40, ("foot-l", "shiftX", 25), ("trunk", "turn", -9)).Apply(film);
        film = new SetStep(TestFilm.ShotId, TestFilm.Owner, "", every).Apply(film);
        var question = new GraphQuestion(TestFilm.ShotId, [.. new[] { "foot-l", "foot-r" }.SelectMany(foot => new[] { TestFilm.At(foot, "shift"), TestFilm.At(foot, "shiftX") }), TestFilm.At("trunk", "turn")], 1, 60) { Blocked = blocked };
        var session = new Session(film);
        var graph = (GraphAnswer)session.Ask(question);
        Assert.Contains(graph.Lines, line => !line.Seen.IsEmpty);
        Assert.Contains(graph.Lines, line => line.Keys.IsEmpty && line.Value.Thing == "foot-r");
        foreach (var line in graph.Lines)
        {
            for (var frame = 1; frame <= 60; frame++)
            {
                var shown = session.FrameAt(new View(TestFilm.ShotId, Blocked: blocked), frame);
                var value = shown.Values[shown.Plan.Slots.Find(line.Value)];
                Assert.Equal(value, (line.Seen.IsEmpty ? line.Values : line.Seen)[frame - line.First], 1e-4);
            }
        }
    }

    [Fact]
    public void Keys_tell_their_gap_and_whether_it_is_their_own()
    {
        var film = new SetGap(TestFilm.ShotId, 20, Gap.SlowStart, [TestFilm.At("a", "turn")]).Apply(Turning());
        film = new SetGap(TestFilm.ShotId, 1, Gap.Hold, [], TestFilm.Owner).Apply(film);
        var keys = Graph(film, TestFilm.At("a", "turn")).Lines[0].Keys;
        Assert.Equal([(1, true, false), (20, false, true)], keys[..2].Select(key => (key.Frame, key.Gap.Held, key.Own)));
        Assert.Equal(Gap.SlowStart, keys[1].Gap);
    }

    [Fact]
    public void What_is_not_keyed_has_no_line() => Assert.Empty(Graph(Turning(), TestFilm.At("a", "shiftX"), TestFilm.At("nobody", "turn")).Lines);

    [Fact]
    public void Values_are_unfolded_below_the_row_of_their_thing()
    {
        var film = TestFilm.Key(8, ("a", "shiftX", 4)).Apply(Turning());
        var strip = (StripAnswer)new Session(film).Ask(new StripQuestion(TestFilm.ShotId, TestFilm.Owner) { Open = ["a"] });
        Assert.Equal([("a", null), ("a", "shift"), ("a", "turn"), ("b", null)], strip.Strip!.Rows.Select(row => (row.Thing, row.Value)));
        Assert.Equal([1, 20, 40], strip.Strip.Rows[2].Beads.Select(bead => bead.Frame));
    }
}
