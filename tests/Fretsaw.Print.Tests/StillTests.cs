using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Print.Tests;

public class StillTests
{
    /// <summary>So many boxes, one behind the other, all but the one in focus soft.</summary>
    private static Film Crowd(int things)
    {
        var film = Film.Blank("Crowd") with
        {
            Drawings = [new Drawing { Id = "d", Bounds = new Box(0, 0, 90, 60), Shapes = [new Shape { Path = "M0 0H90V60H0Z", Fill = new Paint { Colour = new Colour(200, 30, 30) } }], Outline = [[0, 0, 90, 0, 90, 60, 0, 60]] }],
        };
        return film with
        {
            Shots = [film.Shots[0] with
            {
                Things = [.. Enumerable.Range(0, things).Select(i => new Thing { Id = $"t{i}", Name = "T", Body = new Picture("d"), Stand = new Stand { Distance = 0.5 + (i * 0.1), X = 900, Y = 500 } })],
            }],
        };
    }

    private static byte[] Png(Film film, int width, CancellationToken cancel = default) =>
        Still.Png(film, film.Shots[0], 1, width, width * film.Height / film.Width, _ => [], cancel: cancel);

    [Fact]
    public void A_picture_has_the_size_that_was_asked_for()
    {
        using var picture = SKBitmap.Decode(Png(Crowd(3), 320));
        Assert.Equal((320, 180), (picture.Width, picture.Height));
        Assert.NotEqual(picture.GetPixel(0, 0), picture.GetPixel(160, 90));
    }

    [Fact]
    public void What_would_take_too_long_to_wait_for_is_refused_and_a_smaller_one_is_not()
    {
        var film = Crowd(400);
        Assert.Contains("smaller", Assert.Throws<FilmException>(() => Png(film, 1920)).Remedy, StringComparison.Ordinal);
        Assert.NotEmpty(Png(film, 64));
        Assert.NotEmpty(Png(film with { Shots = [film.Shots[0] with { Things = [.. film.Shots[0].Things.Select((thing, i) => i < 390 ? thing with { Hidden = true } : thing)] }] }, 640));
    }

    [Fact]
    public void One_who_has_gone_gets_none() =>
        Assert.Throws<OperationCanceledException>(() => Png(Crowd(3), 320, new CancellationToken(canceled: true)));

    [Fact]
    public void A_frame_that_was_evaluated_already_is_painted_as_it_is()
    {
        var film = Crowd(5);
        var frame = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        frame.Evaluate(1);
        Assert.Equal(Png(film, 160), Still.Png(frame, 160, 90, _ => []));
    }
}
