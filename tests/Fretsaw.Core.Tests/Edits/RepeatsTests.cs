using CsCheck;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Sessions;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>What a track repeats, keyed: nothing moves.</summary>
public class RepeatsTests
{
    private static readonly Puppet Body = new() { Id = "p", Name = "P", Parts = [TestFilm.Part("a", null) with { Swaps = [new Swap { Id = "wide", Name = "Wide" }] }] };

    private static readonly Gen<Gap> Gaps = Gen.OneOf(
        Gen.Const(Gap.Even), Gen.Const(Gap.Hold),
        Gen.Select(Gen.Double[0, 100], Gen.Double[0, 100], Gen.Int[1, 3], (start, stop, every) => new Gap { Ease = new Slow(start, stop), Every = every }));

    private static readonly Gen<Beyond> Goings = Gen.OneOfConst(Beyond.Stand, Beyond.Again, Beyond.ToAndFro, Beyond.Onward);

    /// <summary>Numbers, bent paths and choices, from a frame on, three to five keys of one to six frames each.</summary>
    private static readonly Gen<Track> Cycles =
        from start in Gen.Int[1, 20]
        from steps in Gen.Int[1, 6].Array[2, 4]
        from values in Gen.Double[-40, 40].Array[15]
        from gaps in Gaps.Array[5]
        from after in Goings
        from before in Goings
        from kind in Gen.Int[0, 2]
        from closed in Gen.Bool
        select Cycle(start, steps, values, gaps, kind, closed) with { Before = before, After = after };

    private static Track Cycle(int start, int[] steps, double[] values, Gap[] gaps, int kind, bool closed)
    {
        var frames = steps.Aggregate(new List<int> { start }, (all, step) => [.. all, all[^1] + step]);
        if (closed)
        {
            (values[steps.Length], values[5 + steps.Length]) = (values[0], values[5]);
        }

        return kind switch
        {
            0 => new NumberTrack { Address = TestFilm.At("a", "turn"), Keys = [.. frames.Select((frame, i) => new NumberKey(frame, values[i]) { Gap = gaps[i] })] },
            1 => new PlaceTrack { Address = TestFilm.At("a", "shift"), Keys = [.. frames.Select((frame, i) => new PlaceKey(frame, new Place(values[i], values[5 + i], 0)) { Gap = gaps[i], Out = new Place(values[10 + i], 3, 0), In = new Place(-4, values[i], 0) })] },
            _ => new ChoiceTrack { Address = TestFilm.At("a", "swap"), Keys = [.. frames.Select((frame, i) => new ChoiceKey(frame, values[i] > 0 ? "wide" : ""))] },
        };
    }

    private static string[] Values => ["turn", "shiftX", "shiftY", "swap"];

    private static double[] Seen(Film film) =>
        [.. Enumerable.Range(1, 96).SelectMany(frame => Values.Select(value => TestFilm.At(film, frame).Driven("a", value)))];

    [Fact]
    public void Keyed_repeats_show_what_was_there_at_every_frame() => Gen.Select(Cycles, Gen.Int[1, 90]).Sample((track, frame) =>
    {
        var film = TestFilm.Of(Body, [], track);
        if (IsRefused(track, frame))
        {
            Assert.Throws<FilmException>(() => new KeyRepeats(TestFilm.ShotId, [track.Address], frame).Apply(film));
            return;
        }

        var keyed = TestFilm.Made(film, new KeyRepeats(TestFilm.ShotId, [track.Address], frame));
        var keys = Assert.Single(keyed.Shots[0].Tracks).AllKeys;
        Assert.InRange(frame, keys[0].Frame, keys[^1].Frame);
        Assert.All(Seen(film).Zip(Seen(keyed)), pair => Assert.Equal(pair.First, pair.Second, 1e-6));
    }, iter: 300);

    private static bool IsRefused(Track track, int frame)
    {
        var (first, last) = (track.AllKeys[0], track.AllKeys[^1]);
        var span = last.Frame - first.Frame;
        if (frame >= first.Frame && frame <= last.Frame)
        {
            return true;
        }

        var (here, there) = frame > last.Frame ? (track.After, track.Before) : (track.Before, track.After);
        var open = track.After switch
        {
            Beyond.ToAndFro => false,
            Beyond.Onward when track is not ChoiceTrack => false,
            _ => !Seen(first).Equals(Seen(last)),
        };
        return here == Beyond.Stand
            || (frame < first.Frame && first.Frame - (((first.Frame - frame + span - 1) / span) * span) < 1)
            || (there != Beyond.Stand && (there != here || (frame > last.Frame && open)));

        static object Seen(Key key) => key switch { NumberKey number => number.Value, PlaceKey place => place.At, ChoiceKey choice => choice.Id, _ => throw new NotSupportedException() };
    }

    [Fact]
    public void A_closed_cycle_is_keyed_once_for_each_bead_that_was_repeated()
    {
        var film = TestFilm.Of(Body, [], TestFilm.Keyed("a", "turn", (1, 0), (4, 30), (7, 0)) with { After = Beyond.Again });
        var track = film.Shots[0].Tracks[0];
        Assert.Equal([10, 13, 16, 19], Repeats.Frames(track, 1, 20));
        var keyed = new KeyRepeats(TestFilm.ShotId, [track.Address], 10).Apply(film).Shots[0].Tracks[0];
        Assert.Equal([(1, 0.0), (4, 30), (7, 0), (10, 30), (13, 0)], keyed.AllKeys.Cast<NumberKey>().Select(key => (key.Frame, key.Value)));
        Assert.Equal(Beyond.Again, keyed.After);
    }

    /// <summary>A key behind a cycle of twelve frames made a cycle of forty of it, at every frame before.</summary>
    [Fact]
    public void A_key_behind_a_repeated_stretch_leaves_what_is_repeated()
    {
        var film = TestFilm.Of(Body, [], TestFilm.Keyed("a", "turn", (1, 0), (7, 30), (13, 0)) with { After = Beyond.Again });
        var edit = TestFilm.Key(43, ("a", "turn", 90));
        Assert.NotEqual(30, TestFilm.At(edit.Apply(film), 31).Driven("a", "turn"), 1.0);
        var (kept, after) = Repeats.Applied(film, edit);
        Assert.Equal(edit.Title, kept.Title);
        Assert.Equal(TestFilm.Text(after), TestFilm.Text(TestFilm.Made(film, kept)));
        foreach (var frame in Enumerable.Range(1, 37))
        {
            Assert.Equal(TestFilm.At(film, frame).Driven("a", "turn"), TestFilm.At(after, frame).Driven("a", "turn"), 1e-9);
        }

        Assert.Equal(90, TestFilm.At(after, 43).Driven("a", "turn"), 1e-9);

        var asked = new KeyRepeats(TestFilm.ShotId, [TestFilm.At("a", "turn")], 30);
        Assert.Same(asked, Repeats.Applied(film, asked).Edit);

        // A page that applies the edit it sent, and one that gets what was kept, come to the same film; what puts it back does no more than that.
        foreach (var come in new[] { edit, kept })
        {
            var session = new Session(film);
            session.Apply(come);
            Assert.Equal(TestFilm.Text(after), TestFilm.Text(session.Film));
            session.Apply(Inverse.Of(film, after));
            Assert.Equal(TestFilm.Text(film), TestFilm.Text(session.Film));
            session.Apply(Inverse.Of(after, film));
            Assert.Equal(TestFilm.Text(after), TestFilm.Text(session.Film));
        }

        // The last key dragged on, and a key between two of them, are meant for every round.
        var longer = new RetimeKeys(TestFilm.ShotId, [new Beads([TestFilm.At("a", "turn")], [13])], new Shift(4));
        Assert.Same(longer, Repeats.Applied(film, longer).Edit);
        var between = TestFilm.Key(4, ("a", "turn", 5));
        Assert.Same(between, Repeats.Applied(film, between).Edit);
    }
}
