using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using Fretsaw.Demo;
using Fretsaw.Formats.Bundle;

namespace Fretsaw.Print.Tests;

public sealed class SheetPainterTests : IDisposable
{
    private static readonly FilmBundle Demo = DemoFilm.Build();

    private readonly ArtStore art = new(Demo.Film, asset => Demo.Assets[asset]);
    private readonly Dictionary<Shot, Evaluator> evaluators = [];

    public void Dispose() => art.Dispose();

    private byte[] List(double frame, Look look, int shot = 1)
    {
        var film = Demo.Film;
        if (!evaluators.TryGetValue(film.Shots[shot], out var evaluator))
        {
            evaluators[film.Shots[shot]] = evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[shot], new RigCache()));
        }

        evaluator.Evaluate(frame);
        return [.. new DrawListWriter().Write(evaluator, look)];
    }

    private byte[] Painted(byte[] list, int width, int height)
    {
        using var painter = new SheetPainter(art, width, height);
        painter.Paint(list);
        var pixels = new byte[width * height * 4];
        painter.CopyPixels(pixels, straight: false);
        return pixels;
    }

    private byte[] Plainly(byte[] list, int width, int height)
    {
        using var painter = new PlainPainter(art, width, height, exact: true);
        return painter.Paint(list);
    }

    [Theory]
    [InlineData(0, 40)]
    [InlineData(1, 1)]
    [InlineData(1, 60)]
    [InlineData(1, 100)]
    [InlineData(1, 150)]
    [InlineData(2, 30)]
    public void A_frame_is_that_of_the_exact_gaussian_to_50_dB(int shot, int frame)
    {
        var list = List(frame, new Look(960, 540), shot);
        var (ours, plain) = (Painted(list, 960, 540), Plainly(list, 960, 540));
        Assert.True(Likeness.Of(ours, plain) >= 50, $"{Likeness.Of(ours, plain):0.0} dB, worst tile {Likeness.OfWorstTile(ours, plain, 960, 540):0.0}");
    }

    /// <summary>Turned by the camera, near enough to see pixels, past the frame's edge, and small.</summary>
    [Theory]
    [InlineData(120, 4, 300, -200, true)]
    [InlineData(60, 0.4, 0, 0, true)]
    [InlineData(100, 1.7, -150, 90, false)]
    public void From_near_and_from_far_it_is_the_same_picture(int frame, double zoom, double x, double y, bool beyond)
    {
        var list = List(frame, new Look(480, 270, zoom, x, y, beyond));
        var (ours, plain) = (Painted(list, 480, 270), Plainly(list, 480, 270));
        Assert.True(Likeness.Of(ours, plain) >= 46, $"{Likeness.Of(ours, plain):0.0} dB");
        Assert.True(Likeness.OfWorstTile(ours, plain, 480, 270) >= 30, $"worst tile {Likeness.OfWorstTile(ours, plain, 480, 270):0.0} dB");
    }

    /// <summary>In any order, after any other frame, with textures there or not: the same bytes.</summary>
    [Fact]
    public void A_frame_does_not_remember_what_was_painted_before()
    {
        var look = new Look(320, 180);
        var lists = new[] { 1, 2, 3, 60, 61, 100, 150, 2, 1 }.Select(frame => (frame, List: List(frame, look))).ToList();
        var alone = lists.ToDictionary(one => one, one =>
        {
            using var fresh = new ArtStore(Demo.Film, asset => Demo.Assets[asset]);
            using var painter = new SheetPainter(fresh, 320, 180);
            return Pixels(painter, one.List);
        });
        // With room for next to no textures, so that most are made again and again.
        using var narrow = new ArtStore(Demo.Film, asset => Demo.Assets[asset], mostBytes: 200_000);
        using var busy = new SheetPainter(narrow, 320, 180);
        foreach (var one in lists.Concat(lists.AsEnumerable().Reverse()))
        {
            Assert.Equal(alone[one], Pixels(busy, one.List));
        }
    }

    /// <summary>Before a backdrop that changes, so that nothing of the back is kept, while all groups stay as they are.</summary>
    [Theory]
    [InlineData(60)]
    [InlineData(100)]
    public void What_is_held_from_frame_to_frame_is_the_same_picture(int frame)
    {
        var list = List(frame, new Look(480, 270));
        using var painter = new SheetPainter(art, 480, 270);
        for (byte red = 0; red < 4; red++)
        {
            // Word 4 of the head.
            list[18] = red;
            Assert.Equal(Painted(list, 480, 270), Pixels(painter, list));
        }
    }

    /// <summary>What lies outside its box a node does not touch, softness included.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(100)]
    public void Every_node_stays_in_its_box(int frame)
    {
        var list = List(frame, new Look(480, 270));
        var reader = new DrawListReader(list);
        using var painter = new SheetPainter(art, 480, 270);
        while (reader.At < reader.Length)
        {
            var from = reader.At;
            var node = reader.Node();
            reader.Pass(node);
            byte[] alone = [.. list[..DrawListReader.Head], .. list[from..node.End]];
            painter.Paint(alone, clear: true);
            var pixels = new byte[480 * 270 * 4];
            painter.CopyPixels(pixels, straight: false);
            for (var i = 0; i < 480 * 270; i++)
            {
                var (x, y) = (i % 480, i / 480);
                Assert.True(pixels[(4 * i) + 3] == 0 || (x >= node.Box.Left && x < node.Box.Right && y >= node.Box.Top && y < node.Box.Bottom), $"({x}, {y}) is not in {node.Box}");
            }
        }
    }

    private static byte[] Pixels(SheetPainter painter, byte[] list)
    {
        painter.Paint(list);
        var pixels = new byte[painter.Width * painter.Height * 4];
        painter.CopyPixels(pixels, straight: false);
        return pixels;
    }
}
