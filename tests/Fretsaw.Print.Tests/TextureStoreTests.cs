using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Tests;

public class TextureStoreTests
{
    private static TextureKey Key(int drawing) => new(drawing, ArtGrid.Around(new Box(0, 0, 98, 98), 1, 1), 0);

    [Fact]
    public void Beyond_the_bound_the_oldest_goes_that_nobody_uses()
    {
        var made = new List<int>();
        using var store = new TextureStore(
            key =>
            {
                made.Add(key.Drawing);
                return new SoftSheet(key.Grid.Width, key.Grid.Height);
            },
            3 * 80_000);
        void Use(int drawing)
        {
            var texture = store.Take(Key(drawing));
            Assert.Equal(100, texture.Sheet.Width);
            store.LetGo(texture);
        }

        var held = store.Take(Key(0));
        _ = held.Sheet;
        for (var drawing = 1; drawing < 6; drawing++)
        {
            Use(drawing);
            Assert.True(store.Bytes <= 3 * 80_000);
        }

        // What is in use stays, however old; what was asked for lately too.
        Assert.Equal(100, held.Sheet.Width);
        Use(0);
        Use(5);
        Assert.Equal([0, 1, 2, 3, 4, 5], made);
        Use(1);
        Assert.Equal([0, 1, 2, 3, 4, 5, 1], made);
    }

    [Fact]
    public void What_is_all_in_use_may_take_more()
    {
        using var store = new TextureStore(key => new SoftSheet(key.Grid.Width, key.Grid.Height), 80_000);
        var all = Enumerable.Range(0, 4).Select(drawing => store.Take(Key(drawing))).ToList();
        Assert.Equal(4 * 80_000, store.Bytes);
        all.ForEach(store.LetGo);
        store.LetGo(store.Take(Key(9)));
        Assert.Equal(80_000, store.Bytes);
    }
}
