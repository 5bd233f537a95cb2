using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Snags;
using Fretsaw.Demo;

namespace Fretsaw.Core.Tests;

/// <summary>The demo's walk: a cycle that travels, on feet that stand where they are put down.</summary>
public class RoundsTests
{
    private static readonly Film Demo = DemoFilm.Build().Film;
    private static readonly Shot Rounds = Demo.Shots.First(shot => shot.Id == "rounds");

    [Theory]
    [InlineData("reach-foot", 1)]
    [InlineData("reach-foot-far", 13)]
    public void A_foot_that_carries_him_stands_still_on_the_stage(string foot, int lands)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(Demo, Rounds, new RigCache()));
        Point At(int frame)
        {
            evaluator.Evaluate(frame);
            return Tracing.OnStage(evaluator.Find("bramble")!, foot)!.Value;
        }

        var travelled = 0.0;
        for (var cycle = 0; cycle < 3; cycle++)
        {
            var first = lands + (24 * cycle);
            var places = Enumerable.Range(first, 13).Select(At).ToList();
            Assert.All(places, place => Assert.True((place - places[0]).Length < 0.05, $"slides from {places[0]} to {place}"));

            // Between two stands it is lifted, on by a whole cycle.
            Assert.True(places[0].Y - At(first + 18).Y > 20);
            travelled = At(first + 24).X - places[0].X;
            Assert.Equal(2 * 96 * 0.8, travelled, 1e-6);
        }
    }

    [Fact]
    public void No_shot_of_the_demo_has_a_snag() => Assert.All(Demo.Shots, shot => Assert.Empty(SnagFinder.Find(Demo, shot, new RigCache())));
}
