using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

public class CancelTests
{
    private static readonly View Look = new(TestFilm.ShotId);

    /// <summary>Three uses of a puppet whose part is a mesh with pins.</summary>
    private static Film Crowd()
    {
        var part = TestFilm.Part("part", "box") with
        {
            Mesh = new MeshSettings(),
            Pins = [new Pin { Id = "a", Name = "A", At = new Point(5, 5) }, new Pin { Id = "b", Name = "B", At = new Point(90, 50) }],
        };
        var film = TestFilm.Of(new Puppet { Id = "p", Name = "P", Parts = [part] }, [TestFilm.Box("box", 0, 0, 100, 60)], TestFilm.Keyed("b", "shiftX", (1, 0), (9, 20)));
        return film with { Shots = [film.Shots[0] with { Things = [.. film.Shots[0].Things, TestFilm.Use("d", "p"), TestFilm.Use("e", "p")] }] };
    }

    [Fact]
    public void Nothing_is_made_for_one_who_has_gone_and_nothing_is_spoiled_for_the_next()
    {
        var (film, rigs) = (Crowd(), new RigCache());
        var gone = new CancellationToken(canceled: true);
        Assert.Throws<OperationCanceledException>(() => new Session(film, rigs, gone).DrawFrame(Look, 5));
        Assert.Throws<OperationCanceledException>(() => new Session(film, rigs, gone).FrameAt(Look, 5));
        Assert.Throws<OperationCanceledException>(() => PlanCompiler.Compile(film, film.Shots[0], rigs, cancel: gone));
        Assert.Equal([.. new Session(film).DrawFrame(Look, 5)], (byte[])[.. new Session(film, rigs).DrawFrame(Look, 5)]);
    }

    [Fact]
    public void An_evaluation_that_was_given_up_goes_on_where_it_was_left()
    {
        var film = Crowd();
        var evaluator = TestFilm.At(film, 2);
        Assert.Throws<OperationCanceledException>(() => evaluator.Evaluate(8, new CancellationToken(canceled: true)));
        evaluator.Evaluate(8);
        Assert.Equal([.. new DrawListWriter().Write(TestFilm.At(film, 8))], (byte[])[.. new DrawListWriter().Write(evaluator)]);
    }
}
