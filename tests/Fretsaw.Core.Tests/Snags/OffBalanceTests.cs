using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Snags;

namespace Fretsaw.Core.Tests.Snags;

public sealed class OffBalanceTests
{
    /// <summary>A trunk of 100 px over a foot of 60 px, which leans by so much from frame 5 to frame 5 + frames, and stands before and after.</summary>
    private static Film Leaning(double by, int frames) => TestFilm.Of(
        new Puppet
        {
            Id = "p",
            Name = "P",
            Origin = new Point(50, 300),
            Parts = [TestFilm.Part("trunk", "box"), TestFilm.Part("boot", "sole") with { RidesOn = "shin" }],
            Bones = [TestFilm.Bone("thigh", 50, 100, 40, 200), TestFilm.Bone("shin", 40, 200, 50, 290, "thigh")],
            Reaches = [new Reach { Id = "leg", Name = "leg", Upper = "thigh", Lower = "shin", Method = ReachMethod.Settled }],
        },
        [Box("box", 0, 0, 100, 100), Box("sole", 20, 280, 60, 20)],
        TestFilm.Keyed("body", "shiftX", (1, 0), (4, 0), (5, by), (5 + frames - 1, by), (5 + frames, 0)),
        TestFilm.Chosen("leg", "planted", (1, Properties.OnStage)));

    private static Drawing Box(string id, double x, double y, double width, double height) => new()
    {
        Id = id,
        Bounds = new Box(x, y, width, height),
        Outline = [[x, y, x + width, y, x + width, y + height, x, y + height]],
    };

    private static Snag? Find(Film film) => SnagFinder.Find(film, film.Shots[0], new RigCache()).FirstOrDefault(snag => snag.Check == "balance");

    [Fact]
    public void Who_leans_too_long_is_told_where_and_how_far()
    {
        var snag = Find(Leaning(70, 9))!;
        Assert.Equal((5, "px"), (snag.Frame, snag.Unit));
        // The trunk is 10,000 px² and goes along; the boot is 1,200 px² and stays with the sole, of which 30 px reach to the right.
        Assert.Equal((70 * 10_000 / 11_200.0) - 30, snag.Amount, 0.6);
        Assert.Contains("9 frames", snag.Says, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(70, 6)]
    [InlineData(25, 9)]
    public void A_short_lean_and_a_small_one_are_none(double by, int frames) => Assert.Null(Find(Leaning(by, frames)));

    /// <summary>On a stand that is turned to the other side and of half the size, and goes on being so.</summary>
    [Fact]
    public void Its_mend_goes_by_the_stand()
    {
        var film = Leaning(70, 9);
        film = film with { Shots = [film.Shots[0] with { Things = [.. film.Shots[0].Things.Select(thing => thing with { Stand = thing.Stand with { SizePercent = 50, TurnDegrees = 180 } })] }] };
        var snag = Find(film)!;
        Assert.Null(Find(snag.Mend!.Apply(film)));
    }

    [Theory]
    [InlineData(70)]
    [InlineData(-90)]
    public void Its_mend_brings_the_weight_over_the_feet_and_leaves_the_rest(double by)
    {
        var film = Leaning(by, 9);
        var mended = Find(film)!.Mend!.Apply(film);
        Assert.Null(Find(mended));
        foreach (var frame in new[] { 5.0, 9, 13 })
        {
            var at = TestFilm.At(mended, frame);
            Assert.Equal(0, Balance.Of(at, at.Cast[0]).Off);
        }

        foreach (var frame in new[] { 1.0, 4, 14, 20 })
        {
            Assert.Equal(TestFilm.At(film, frame).Driven("body", "shiftX"), TestFilm.At(mended, frame).Driven("body", "shiftX"), 1e-9);
        }
    }
}
