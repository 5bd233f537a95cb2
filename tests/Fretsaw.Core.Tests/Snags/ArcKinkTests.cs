using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Arcs that break off, and joints that move in step: found with frame and amount, and mended in one step.</summary>
public class ArcKinkTests
{
    private static readonly Puppet Arm = new()
    {
        Id = "p",
        Name = "P",
        Parts = [TestFilm.Part("a", null)],
        Bones = [TestFilm.Bone("up", 0, 0, 300, 0), TestFilm.Bone("low", 300, 0, 600, 0, "up")],
    };

    private static List<Snag> Of(Film film, string check, bool inStep = false) =>
        [.. SnagFinder.Find(film, film.Shots[0], new RigCache(), new SnagsAsked(InStep: inStep)).Where(snag => snag.Check == check)];

    private static Film OnPath(params (int Frame, double X, double Y)[] places)
    {
        var film = TestFilm.Of(Arm, [], TestFilm.Keyed("up", "turn", (1, 0)));
        film = places.Aggregate(film, (current, place) => TestFilm.Key(place.Frame, ("a", "shiftX", place.X), ("a", "shiftY", place.Y)).Apply(current));
        return places.Aggregate(film, (current, place) => new SetGap(TestFilm.ShotId, place.Frame, Gap.Even, [TestFilm.At("a", "shift")]).Apply(current));
    }

    [Fact]
    public void A_corner_at_speed_is_found_with_its_turn_and_led_through_smoothly()
    {
        // Twenty px a frame to the right, then twenty down: a turn of a right angle.
        var film = OnPath((1, 0, 0), (11, 200, 0), (21, 200, 200));
        var snag = Assert.Single(Of(film, "kink"));
        Assert.Equal((11, 90.0, "°"), (snag.Frame!.Value, snag.Amount, snag.Unit));
        Assert.Empty(Of(TestFilm.Made(film, snag.Mend!), "kink"));
    }

    [Fact]
    public void What_slows_into_the_corner_or_goes_round_a_circle_has_none()
    {
        var film = OnPath((1, 0, 0), (11, 200, 0), (21, 200, 200));
        Assert.Empty(Of(new SetGap(TestFilm.ShotId, 11, Gap.Both, [TestFilm.At("a", "shift")]).Apply(new SetGap(TestFilm.ShotId, 1, Gap.Both, [TestFilm.At("a", "shift")]).Apply(film)), "kink"));

        // Sixty degrees on every frame: a tight circle, keyed all along.
        var round = Enumerable.Range(0, 13).Select(i => (1 + i, 60 * Math.Cos(i * Math.PI / 3), 60 * Math.Sin(i * Math.PI / 3))).ToArray();
        Assert.Empty(Of(OnPath(round), "kink"));
    }

    [Fact]
    public void A_bounce_at_full_speed_is_slowed_into_and_out_of()
    {
        var film = TestFilm.Of(Arm, [], TestFilm.Keyed("up", "turn", (1, 0), (11, 40), (21, 0)), TestFilm.Keyed("low", "turn", (1, 0)));
        var snag = Assert.Single(Of(film, "kink"));
        Assert.Equal(11, snag.Frame);
        Assert.InRange(snag.Amount, 170, 180);
        Assert.Empty(Of(TestFilm.Made(film, snag.Mend!), "kink"));
    }

    /// <summary>Whatever the arc is, a mend that is offered leaves no kink at that frame.</summary>
    [Fact]
    public void A_mend_that_is_offered_mends() => Gen.Select(Gen.Double[-300, 300], Gen.Double[-300, 300], Gen.Int[2, 14], Gen.Int[2, 14]).Array[2, 5].Sample(steps =>
    {
        List<(int Frame, double X, double Y)> places = [(1, 0, 0)];
        foreach (var (x, y, frames, _) in steps)
        {
            places.Add((places[^1].Frame + frames, places[^1].X + x, places[^1].Y + y));
        }

        var film = OnPath([.. places]);
        return Of(film, "kink").TrueForAll(snag => snag.Mend is null || Of(TestFilm.Made(film, snag.Mend), "kink").TrueForAll(left => left.Frame != snag.Frame));
    }, iter: 40);

    [Fact]
    public void A_stagger_to_and_fro_is_no_kink()
    {
        var film = TestFilm.Of(Arm, [], TestFilm.Keyed("up", "turn", [.. Enumerable.Range(1, 20).Select(frame => (frame, frame % 2 * 6.0))]));
        Assert.Empty(Of(film, "kink"));
    }

    [Fact]
    public void A_joint_in_step_with_what_carries_it_is_told_of_only_when_asked_and_comes_later_by_its_mend()
    {
        (int, double)[] keys = [(1, 0), (10, 30), (20, -10)];
        var film = TestFilm.Of(Arm, [], TestFilm.Keyed("up", "turn", keys), TestFilm.Keyed("low", "turn", keys));
        Assert.Empty(Of(film, "inStep"));
        var snag = Assert.Single(Of(film, "inStep", inStep: true));
        Assert.Equal(("low", 3.0), (snag.At.Thing, snag.Amount));
        var mended = TestFilm.Made(film, snag.Mend!);
        Assert.Equal([3, 12, 22], mended.TrackOf("low", "turn").AllKeys.Select(key => key.Frame));
        Assert.Empty(Of(mended, "inStep", inStep: true));
    }
}
