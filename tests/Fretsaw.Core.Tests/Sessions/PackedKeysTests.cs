using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public class PackedKeysTests
{
    private static readonly ImmutableArray<Shot> Shots =
    [
        new Shot { Id = "one", Name = "One", Tracks = [new ChoiceTrack { Address = new Address("a", "mouth", "swap") }, Empty("a")] },
        new Shot { Id = "two", Name = "Two", Tracks = [Empty("b")] },
    ];

    private static NumberTrack Empty(string owner) => new() { Address = new Address(owner, "head", "turn"), After = Timing.Beyond.Again };

    [Fact]
    public void Keys_go_to_their_shots_and_tracks()
    {
        var filled = PackedKeys.Fill(Shots, [0, 1, 2, 1, 0.5, 9, -2, 1, 0, 1, 4, 7]);
        Assert.Equal([new NumberKey(1, 0.5), new NumberKey(9, -2)], ((NumberTrack)filled[0].Tracks[1]).Keys);
        Assert.Equal([new NumberKey(4, 7)], ((NumberTrack)filled[1].Tracks[0]).Keys);
        Assert.Equal(Timing.Beyond.Again, filled[1].Tracks[0].After);
        Assert.Equal(Shots[0].Tracks[0], filled[0].Tracks[0]);
    }

    [Theory]
    [InlineData(2.0, 0, 0)]
    [InlineData(0.0, 9, 0)]
    [InlineData(-1.0, 0, 0)]
    [InlineData(0.0, 0, 0)]
    [InlineData(0.0, 1, 3)]
    [InlineData(0.0, 1, -1)]
    public void What_does_not_fit_is_refused(double shot, double track, double count) =>
        Assert.Throws<FilmException>(() => PackedKeys.Fill(Shots, [shot, track, count, 1, 2]));

    [Fact]
    public void What_ends_too_soon_is_refused() => Assert.Throws<FilmException>(() => PackedKeys.Fill(Shots, [0, 1]));
}
