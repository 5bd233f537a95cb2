using System.Buffers.Binary;
using System.Runtime.CompilerServices;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Painting;
using static Fretsaw.Core.Painting.DrawListLayout;

namespace Fretsaw.Core.Tests;

public class DrawListTests
{
    private static readonly Film Demo = Fretsaw.Demo.DemoFilm.Build().Film;

    private static byte[] List(double frame, Look? look = null)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(Demo, Demo.Shots[1], new RigCache()));
        evaluator.Evaluate(frame);
        return [.. new DrawListWriter().Write(evaluator, look ?? new Look(Demo.Width, Demo.Height))];
    }

    /// <summary>The table from which the browser's reader is generated says of every word what it is.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(100)]
    public void The_layout_accounts_for_every_word_of_a_list(int frame)
    {
        var list = List(frame);
        var kinds = new HashSet<int>();
        var at = DrawListReader.Head;
        while (at < list.Length)
        {
            at = Walked(list, at, kinds);
        }

        Assert.Equal(list.Length, at);
        Assert.Equal(Nodes.Select(node => node.Kind), kinds.Order());
    }

    private static int Walked(byte[] list, int at, HashSet<int> kinds)
    {
        int Int()
        {
            at += 4;
            return BinaryPrimitives.ReadInt32LittleEndian(list.AsSpan(at - 4));
        }

        var node = Nodes.First(candidate => candidate.Kind == BinaryPrimitives.ReadInt32LittleEndian(list.AsSpan(at)));
        kinds.Add(Int());
        var end = at + 4 + (4 * Int());
        at += 16;
        foreach (var field in node.Fields)
        {
            at += field.Holds switch { Holds.Int or Holds.Float => 4, Holds.Key => 8, Holds.Matrix => 24, Holds.Homography => 36, Holds.Grid => 20, _ => 0 };
            switch (field.Holds)
            {
                case Holds.Nodes:
                    while (at < end)
                    {
                        at = Walked(list, at, kinds);
                    }

                    break;
                case Holds.Matrices:
                    Assert.Equal(0, (end - at) % 24);
                    at = end;
                    break;
                case Holds.Triangles:
                    var (vertices, corners) = (Int(), Int());
                    at += (16 * vertices) + (4 * corners);
                    break;
                case Holds.Paths:
                    for (var paths = Int(); paths > 0; paths--)
                    {
                        at += 8;
                        for (var lines = Int(); lines > 0; lines--)
                        {
                            at += 4;
                            var points = Int();
                            at += 8 * points;
                        }
                    }

                    break;
            }
        }

        Assert.Equal(end, at);
        return at;
    }

    [Fact]
    public void The_browser_s_reader_is_the_one_that_is_generated()
    {
        var file = Path.Combine(Path.GetDirectoryName(Here())!, "..", "..", "..", "web", "src", "painting", "drawList.generated.ts");
        Assert.Equal(DrawListTypeScript.Text(), File.ReadAllText(file));
    }

    [Fact]
    public void Another_version_is_refused()
    {
        var list = List(1);
        list[4] = 2;
        Assert.Throws<InvalidDataException>(() => new DrawListReader(list));
    }

    /// <summary>The camera's moves are not in a key; what the puppet does is.</summary>
    [Fact]
    public void A_key_stands_for_what_a_group_shows_wherever_it_lies()
    {
        static List<ulong> Keys(byte[] list)
        {
            var words = new DrawListReader(list);
            var keys = new List<ulong>();
            while (words.At < words.Length)
            {
                var node = words.Node();
                keys.Add(words.Place().Key);
                words.Pass(node);
            }

            return keys;
        }

        Assert.Equal(Keys(List(60)), Keys(List(60, new Look(960, 540, Zoom: 1.01, X: 3, Y: -2))));
        Assert.NotEqual(Keys(List(60)), Keys(List(70)));
    }

    /// <summary>Nothing is written of what lies outside, and nothing that lies inside is left out.</summary>
    [Fact]
    public void What_touches_no_pixel_is_not_in_the_list()
    {
        Assert.True(List(60, new Look(96, 54, Zoom: 40, X: 1500, Y: 900)).Length < List(60, new Look(96, 54)).Length / 2);
        Assert.Equal(DrawListReader.Head, List(60, new Look(96, 54, Zoom: 1, X: 1000)).Length);
    }

    [Theory]
    [InlineData(double.NaN, 0, 0)]
    [InlineData(double.PositiveInfinity, 1e300, double.NegativeInfinity)]
    [InlineData(-5, double.NaN, 1e12)]
    [InlineData(0, 0, 0)]
    public void An_absurd_look_is_brought_to_what_can_be_painted(double zoom, double x, double y)
    {
        var framing = Framing.Fit((1920, 1080), new Look(-3, int.MaxValue, zoom, x, y));
        Assert.InRange(framing.Width, 1, Framing.MaxSide);
        Assert.InRange(framing.Height, 1, Framing.MaxSide);
        Assert.True(framing.Scale is > 0 and <= Framing.MaxScale && double.IsFinite(framing.Left + framing.Top));
        Assert.NotNull(List(3, new Look(16, 9, zoom, x, y)));
    }

    [Fact]
    public void A_picture_lies_in_the_middle_and_a_look_magnifies_from_there()
    {
        Assert.Equal(new Framing(400, 400, 2, 0, 100), Framing.Fit((200, 100), new Look(400, 400)));
        Assert.Equal(new Framing(400, 400, 4, -190, -20), Framing.Fit((200, 100), new Look(400, 400, Zoom: 2, X: 10, Y: -20)));
        Assert.Equal(new PixelBox(0, 100, 400, 300), Framing.Fit((200, 100), new Look(400, 400)).Clip((200, 100)));
        Assert.Equal(new PixelBox(0, 0, 400, 400), Framing.Fit((200, 100), new Look(400, 400, Beyond: true)).Clip((200, 100)));
    }

    [Fact]
    public void Boxes_of_whole_pixels()
    {
        Assert.Equal(new PixelBox(-8, 0, 8, 4), new PixelBox(-5, 1, 7, 4).OnGrid(4));
        Assert.True(PixelBox.Around(double.NaN, 0, 1, 1).IsEmpty);
        Assert.Equal(new PixelBox(1, 2, 3, 4), PixelBox.Empty.With(new PixelBox(1, 2, 3, 4)));
        Assert.True(new PixelBox(0, 0, 4, 4).Cut(new PixelBox(4, 0, 8, 4)).IsEmpty);
    }

    private static string Here([CallerFilePath] string path = "") => path;
}
