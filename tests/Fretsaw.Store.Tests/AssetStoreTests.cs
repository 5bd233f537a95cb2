using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store.Tests;

/// <summary>Pictures, what clears those away that nobody needs, and a disk without room for them.</summary>
public sealed class AssetStoreTests : IDisposable
{
    private static readonly string Needed = new('a', 64);
    private static readonly string Lost = new('b', 64);

    private readonly string folder = Directory.CreateTempSubdirectory("fretsaw-assets").FullName;
    private readonly Database database;

    public AssetStoreTests()
    {
        database = new Database(Path.Combine(folder, "a.db"));
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_picture_is_kept_once_and_found_by_its_name()
    {
        var assets = new AssetStore(database);
        assets.Put(Needed, [1, 2, 3]);
        assets.PutAll([new(Needed, [9]), new(Lost, [4])]);
        Assert.Equal([1, 2, 3], assets.Find(Needed)!);
        Assert.Equal([4], assets.Find(Lost)!);
        Assert.Null(assets.Find(new string('c', 64)));
    }

    [Fact]
    public void What_no_film_names_is_cleared_away_and_what_only_an_undo_needs_is_not()
    {
        var (assets, films) = (new AssetStore(database), new FilmStore(database, TimeProvider.System));
        var photo = new Drawing { Id = "photo", Bounds = new Fretsaw.Core.Geometry.Box(0, 0, 2, 2), Raster = new RasterArt { Asset = Needed, Width = 2, Height = 2 }, Outline = [[.. Enumerable.Range(0, 2000).Select(i => (double)(i % 2))]] };

        // Long enough to be packed, so that the picture's name is in no text as it lies there.
        var film = Film.Blank("One") with { Drawings = [photo] };
        films.Create("f", film);
        var without = film with { Drawings = [] };
        films.Append("f", new LoggedEdit(1, "edit", "x", Inverse.Of(without, film), Inverse.Of(film, without)), film, without);
        var only = new string('d', 64);
        films.Create("g", film with { Drawings = [photo with { Raster = photo.Raster! with { Asset = only } }] });
        assets.PutAll([new(Needed, [1]), new(only, [3]), new(Lost, [2])]);
        var prints = Directory.CreateDirectory(Path.Combine(folder, "prints")).FullName;
        File.WriteAllText(Path.Combine(prints, "orphan.mp4"), "");

        Assert.Equal((1, 1), Leftovers.Clear(database, prints));
        Assert.NotNull(assets.Find(Needed));
        Assert.NotNull(assets.Find(only));
        Assert.Null(assets.Find(Lost));
        Assert.Empty(Directory.GetFiles(prints));

        films.Delete("f");
        Assert.Equal((1, 0), Leftovers.Clear(database, Path.Combine(folder, "nowhere")));
        Assert.Null(assets.Find(Needed));
    }

    [Fact]
    public void A_print_that_is_done_keeps_its_file()
    {
        new FilmStore(database, TimeProvider.System).Create("f", Film.Blank("One"));
        var store = new PrintStore(database, TimeProvider.System);
        foreach (var (id, state) in new[] { ("good", "done"), ("bad", "failed") })
        {
            store.Add(new PrintLine(id, "f", 0, "s", "mp4", 1, 9, 32, 18, "quick", state, 9, null, ""));
            File.WriteAllText(Path.Combine(folder, $"{id}.mp4"), "");
        }

        var prints = Directory.CreateDirectory(Path.Combine(folder, "done")).FullName;
        foreach (var id in new[] { "good", "bad" })
        {
            File.Move(Path.Combine(folder, $"{id}.mp4"), Path.Combine(prints, $"{id}.mp4"));
        }

        Assert.Equal(1, Leftovers.Clear(database, prints).Files);
        Assert.True(File.Exists(Path.Combine(prints, "good.mp4")));
    }

    [Fact]
    public void Without_room_it_says_so_and_keeps_what_it_has()
    {
        var small = new Database(Path.Combine(folder, "small.db"), mostPages: 60);
        var (assets, films) = (new AssetStore(small), new FilmStore(small, TimeProvider.System));
        films.Create("f", Film.Blank("One"));
        assets.Put(Needed, [1]);
        var problem = Assert.ThrowsAny<Exception>(() => assets.PutAll([new(Lost, new byte[100]), new(new string('c', 64), new byte[2_000_000])]));
        Assert.True(DiskFull.Is(problem));
        Assert.True(DiskFull.Is(new InvalidOperationException("outside", problem)));
        Assert.False(DiskFull.Is(new IOException("elsewhere")));
        Assert.Equal([1], assets.Find(Needed)!);
        Assert.Null(assets.Find(Lost));
        Assert.Equal("One", films.Load("f")!.Film.Name);
    }

    [Fact]
    public void A_copy_holds_everything_and_never_writes_over_another()
    {
        new FilmStore(database, TimeProvider.System).Create("f", Film.Blank("One"));
        using var connection = database.Open();
        connection.Execute("UPDATE films SET name = 'Two' WHERE id = 'f'");
        var to = Path.Combine(folder, "copy.db");
        database.BackUp(to);
        Assert.Equal("Two", new FilmStore(new Database(to), TimeProvider.System).List().Single().Name);
        Assert.Contains("is there already", Assert.Throws<IOException>(() => database.BackUp(to)).Message, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(folder, "*.unfinished"));
    }
}
