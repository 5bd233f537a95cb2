using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store.Tests;

public sealed class FilmStoreTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("fretsaw-store").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_film_is_rebuilt_from_snapshot_and_log_as_it_was_at_any_edit()
    {
        var store = Open();
        var film = Film.Blank("One");
        store.Create("f", film);
        for (var seq = 1; seq <= 150; seq++)
        {
            var edit = new ChangeFilm { Name = $"Name {seq}" };
            var after = edit.Apply(film);
            store.Append("f", new LoggedEdit(seq, "edit", edit.Title, edit, Inverse.Of(film, after)), film, after);
            film = after;
        }

        var again = Open();
        Assert.Equal("Name 150", again.Load("f")!.Film.Name);
        Assert.Equal("Name 65", again.Load("f", 65)!.Film.Name);
        Assert.Equal("One", again.Load("f", 0)!.Film.Name);
        Assert.Equal(150, again.List().Single().Seq);
        Assert.Equal(5, again.EditsAfter("f", 145, 100).Count);
        Assert.Null(again.Load("g"));
    }

    [Fact]
    public void Edits_are_read_a_page_at_a_time_by_number_and_by_size()
    {
        var store = Open();
        var film = Film.Blank("One");
        store.Create("f", film);
        for (var seq = 1; seq <= 9; seq++)
        {
            var edit = new ChangeFilm { Name = new string('n', 100) + seq };
            store.Append("f", new LoggedEdit(seq, "edit", edit.Title, edit, edit), film, film);
        }

        Assert.Equal([3, 4], store.EditsAfter("f", 2, 2).Select(edit => edit.Seq));
        Assert.Equal([3, 4], store.EditsAfter("f", 2, 9, 200).Select(edit => edit.Seq));
        Assert.Equal([3], store.EditsAfter("f", 2, 9, 1).Select(edit => edit.Seq));
        Assert.Empty(store.EditsAfter("f", 9, 9));

        // What was left half read holds nothing up.
        store.Append("f", new LoggedEdit(10, "edit", "x", new ChangeFilm { Name = "Last" }, new ChangeFilm { Name = "Before" }), film, film);
        Assert.Equal("Last", ((ChangeFilm)store.EditsAfter("f", 9, 9).Single().Edit).Name);
    }

    [Fact]
    public void Two_edits_cannot_have_one_number()
    {
        var store = Open();
        var film = Film.Blank("One");
        store.Create("f", film);
        var edit = new ChangeFilm { Name = "Two" };
        store.Append("f", new LoggedEdit(1, "edit", "x", edit, edit), film, film);
        Assert.Throws<SqliteException>(() => store.Append("f", new LoggedEdit(1, "edit", "x", edit, edit), film, film));
    }

    [Fact]
    public void A_print_that_ran_waits_again_and_what_is_over_stays_over()
    {
        Open().Create("f", Film.Blank("One"));
        var prints = new PrintStore(new Database(Path.Combine(folder, "a.db")), TimeProvider.System);
        prints.Add(new PrintLine("p", "f", 0, "shot-1", "mp4", 1, 9, 320, 180, "quick", "waiting", 0, null, ""));
        Assert.True(prints.Set("p", "running", 3));
        prints.RunningWaitAgain();
        Assert.Equal(("waiting", 0L), (prints.NextWaiting()!.State, prints.NextWaiting()!.Done));
        Assert.True(prints.Set("p", "cancelled", 0));
        Assert.False(prints.Set("p", "done", 9));
        Assert.Equal("cancelled", prints.Find("p")!.State);
    }

    [Fact]
    public void What_was_taken_away_can_be_brought_back_for_thirty_days()
    {
        var clock = new Later();
        var store = new FilmStore(new Database(Path.Combine(folder, "a.db")), clock);
        store.Create("old", Film.Blank("Old"));
        store.Create("new", Film.Blank("New"));
        Assert.True(store.TakeAway("old"));
        clock.Days = 20;
        Assert.True(store.TakeAway("new"));
        clock.Days = 29;
        store.Purge();
        Assert.Equal(["New", "Old"], store.List(removed: true).Select(line => line.Name));
        Assert.Throws<FilmException>(() => store.Append("new", new LoggedEdit(1, "edit", "x", new ChangeFilm { Name = "N" }, new ChangeFilm { Name = "O" }), Film.Blank("New"), Film.Blank("N")));
        clock.Days = 31;
        store.Purge();
        Assert.False(store.BringBack("old"));
        Assert.True(store.BringBack("new"));
        Assert.Equal("New", store.Load("new")!.Film.Name);
    }

    private sealed class Later : TimeProvider
    {
        public int Days { get; set; }

        public override DateTimeOffset GetUtcNow() => new DateTimeOffset(2026, 1, 1, 0, 0, 0, TimeSpan.Zero).AddDays(Days);
    }

    private FilmStore Open() => new(new Database(Path.Combine(folder, "a.db")), TimeProvider.System);
}
