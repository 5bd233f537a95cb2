using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Tests;

public sealed class KeptBoardsTests : IDisposable
{
    private static readonly BoardKey Held = new(7, Homography.Identity, new PixelBox(0, 0, 8, 8), 1, 2);

    private readonly KeptBoards boards = new();
    private readonly Stack<SoftSheet> free = new();

    public void Dispose()
    {
        boards.Dispose();
        foreach (var board in free)
        {
            board.Dispose();
        }
    }

    [Fact]
    public void What_two_frames_show_is_kept_for_the_third()
    {
        using var first = new SoftSheet(8, 8);
        Assert.Null(boards.Find(Held));
        Assert.False(boards.Keep(Held, first));
        boards.EndFrame(free);

        var second = new SoftSheet(8, 8);
        Assert.Null(boards.Find(Held));
        Assert.True(boards.Keep(Held, second));
        boards.EndFrame(free);

        Assert.Same(second, boards.Find(Held));
        Assert.Null(boards.Find(Held with { Rest = 3 }));
        Assert.Null(boards.Find(Held with { ToPainted = Homography.Of(Affine.Translate(0.25, 0)) }));
        boards.EndFrame(free);
        Assert.Empty(free);
    }

    [Fact]
    public void What_a_frame_does_not_show_is_free_again()
    {
        boards.Find(Held);
        boards.EndFrame(free);
        boards.Find(Held);
        var board = new SoftSheet(8, 8);
        Assert.True(boards.Keep(Held, board));
        boards.EndFrame(free);
        boards.EndFrame(free);
        Assert.Same(board, Assert.Single(free));
        Assert.Null(boards.Find(Held));
    }

    [Fact]
    public void More_than_there_is_room_for_is_not_kept()
    {
        var large = Enumerable.Range(0, 6).Select(i => Held with { Content = (ulong)i }).ToList();
        large.ForEach(key => boards.Find(key));
        boards.EndFrame(free);
        var kept = large.Count(key =>
        {
            boards.Find(key);
            var board = new SoftSheet(1920, 1080);
            if (boards.Keep(key, board))
            {
                return true;
            }

            board.Dispose();
            return false;
        });
        Assert.InRange(kept, 1, 5);
        Assert.True(boards.Bytes <= 64L << 20);
    }
}
