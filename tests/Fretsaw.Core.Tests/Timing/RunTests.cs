using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Tracks of all kinds, sampled.</summary>
public class RunTests
{
    private static readonly Address Anywhere = new("c", "body", "turn");

    private static double Number(double frame, Beyond before, Beyond after, params (int Frame, double Value)[] keys) => TrackRuns.Of(
        new NumberTrack { Address = Anywhere, Before = before, After = after, Keys = [.. keys.Select(key => new NumberKey(key.Frame, key.Value) { Gap = Gap.Even })] },
        TrackRuns.NoCards).At(frame);

    [Fact]
    public void A_track_stands_still_outside_its_keys_and_holds_where_it_is_told()
    {
        ImmutableArray<NumberKey> keys = [new(10, 5) { Gap = Gap.Hold }, new(20, 9) { Gap = Gap.Even }, new(30, 19)];
        var run = TrackRuns.Of(new NumberTrack { Address = Anywhere, Keys = keys }, TrackRuns.NoCards);
        Assert.Equal(5, run.At(1));
        Assert.Equal(5, run.At(19.999));
        Assert.Equal(9, run.At(20));
        Assert.Equal(14, run.At(25), 1e-9);
        Assert.Equal(19, run.At(99));
    }

    [Theory]
    [InlineData(Beyond.Stand, 26, 20)]
    [InlineData(Beyond.Again, 26, 5)]
    [InlineData(Beyond.Again, 41, 0)]
    [InlineData(Beyond.ToAndFro, 26, 15)]
    [InlineData(Beyond.ToAndFro, 41, 0)]
    [InlineData(Beyond.ToAndFro, 46, 5)]
    [InlineData(Beyond.Onward, 26, 25)]
    [InlineData(Beyond.Onward, 46, 45)]
    public void After_its_last_key_a_track_goes_on_as_it_is_told(Beyond after, double frame, double value) =>
        Assert.Equal(value, Number(frame, Beyond.Stand, after, (1, 0), (21, 20)), 1e-9);

    [Theory]
    [InlineData(Beyond.Stand, -4, 0)]
    [InlineData(Beyond.Again, -4, 15)]
    [InlineData(Beyond.ToAndFro, -4, 5)]
    [InlineData(Beyond.Onward, -4, -5)]
    public void Before_its_first_key_too(Beyond before, double frame, double value) =>
        Assert.Equal(value, Number(frame, before, Beyond.Stand, (1, 0), (21, 20)), 1e-9);

    [Fact]
    public void A_cycle_that_travels_goes_on_at_its_own_pace_both_ways() => Gen.Double[-200, 200].Sample(frame =>
        Math.Abs(Number(frame, Beyond.Onward, Beyond.Onward, (1, 0), (21, 20)) - (frame - 1)) < 1e-9);

    [Fact]
    public void Again_repeats_with_the_length_of_its_keys_and_to_and_fro_with_twice_that() => Gen.Select(Gen.Double[22, 200], Gen.Int[1, 5]).Sample((frame, rounds) =>
    {
        double At(double at, Beyond after) => Number(at, Beyond.Stand, after, (1, 0), (6, 40), (21, 20));
        return Math.Abs(At(frame + (20 * rounds), Beyond.Again) - At(frame, Beyond.Again)) < 1e-6
            && Math.Abs(At(frame + (40 * rounds), Beyond.ToAndFro) - At(frame, Beyond.ToAndFro)) < 1e-6;
    });

    [Fact]
    public void Keys_take_the_gap_of_their_card_unless_they_have_their_own()
    {
        var track = new NumberTrack { Address = Anywhere, Keys = [new NumberKey(1, 0), new NumberKey(11, 10) { Gap = Gap.Hold }, new NumberKey(21, 20)] };
        var run = TrackRuns.Of(track, new Dictionary<int, Gap> { [1] = Gap.Even, [11] = Gap.Even });
        Assert.Equal(3, run.At(4), 1e-9);
        Assert.Equal(10, run.At(20));
    }

    [Fact]
    public void Along_a_bent_path_the_gap_says_how_much_of_its_length_is_gone()
    {
        var keys = ImmutableArray.Create(new PlaceKey(1, new Place(0, 0)) { Out = new Place(0, -200), Gap = Gap.Even }, new PlaceKey(11, new Place(100, 0)) { In = new Place(0, -200) });
        var run = TrackRuns.Of(new PlaceTrack { Address = Anywhere with { Property = "shift" }, Keys = keys }, TrackRuns.NoCards);
        var path = TrackRuns.PathBetween(keys[0], keys[1])!;
        var steps = Enumerable.Range(0, 1000).Select(i => run.At(1 + (i / 100.0))).ToList();
        var lengths = steps.Zip(steps.Skip(1), (a, b) => (b - a).Length).ToList();
        Assert.Equal(path.Length, lengths.Sum() + (new Place(100, 0) - steps[^1]).Length, 0.01);
        Assert.True(lengths.Max() / lengths.Min() < 1.01, "an even gap is walked at one speed");
    }

    [Fact]
    public void A_straight_path_is_two_numbers_side_by_side() => Gen.Select(Gen.Double[-500, 500], Gen.Double[-500, 500], Gen.Double[0, 30]).Sample((x, y, frame) =>
    {
        var place = TrackRuns.Of(
            new PlaceTrack { Address = Anywhere with { Property = "shift" }, Keys = [new PlaceKey(3, new Place(1, 2)), new PlaceKey(17, new Place(x, y))] }, TrackRuns.NoCards).At(frame);
        double Alone(double from, double to) => TrackRuns.Of(new NumberTrack { Address = Anywhere, Keys = [new NumberKey(3, from), new NumberKey(17, to)] }, TrackRuns.NoCards).At(frame);
        return place.X == Alone(1, x) && place.Y == Alone(2, y);
    });

    [Fact]
    public void A_choice_jumps_at_its_key_and_is_found_by_its_id_wherever_that_stands_in_the_list()
    {
        var track = new ChoiceTrack { Address = Anywhere with { Property = "swap" }, Keys = [new ChoiceKey(5, "b"), new ChoiceKey(9, ""), new ChoiceKey(12, "gone")] };
        PropertyInfo With(params string[] ids) => Properties.Swap with { Choices = [.. ids.Select(id => new Choice(id, id))] };
        Assert.Equal([2, 2, 0, 0], new[] { 1.0, 8.99, 9, 20 }.Select(frame => TrackRuns.Of(track, With("", "a", "b")).At(frame)));
        Assert.Equal(1, TrackRuns.Of(track, With("", "b")).At(6));
    }
}
