using System.Text;
using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store.Tests;

/// <summary>Snapshots in pieces, and films that an older program kept.</summary>
public sealed class SnapshotTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("fretsaw-store").FullName;
    private readonly Database database;
    private readonly FilmStore store;

    public SnapshotTests()
    {
        database = new Database(Path.Combine(folder, "films.db"));
        store = new FilmStore(database, TimeProvider.System);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_film_is_as_it_was_after_every_edit_however_many_snapshots_are_kept()
    {
        var film = Two();
        store.Create("f", film);
        var texts = new List<string> { Text(film) };
        var snapped = store.Load("f")!.Snapshot;
        for (var seq = 1; seq <= 300; seq++)
        {
            film = Append(film, seq, seq % 5 == 0 ? new ChangeFilm { Name = $"Film {seq}" } : new ChangeShot("one") { Name = $"Shot {seq}" });
            texts.Add(Text(film));
            if (FilmStore.IsSnapshotDue(snapped, seq))
            {
                snapped = store.Snap("f", film, seq, snapped);
            }
        }

        foreach (var seq in (int[])[0, 1, 63, 64, 65, 150, 192, 255, 256, 257, 300])
        {
            Assert.Equal(texts[seq], Text(store.Load("f", seq)!.Film));
        }

        Assert.Equal(texts[300], Text(store.Load("f")!.Film));
    }

    [Fact]
    public void Old_snapshots_go_and_a_piece_that_nobody_touched_is_written_once()
    {
        var film = Two();
        store.Create("f", film);
        var snapped = store.Load("f")!.Snapshot;
        for (var seq = 1; seq <= 320; seq++)
        {
            film = Append(film, seq, new ChangeShot("one") { Name = $"Shot {seq}" });
            snapped = FilmStore.IsSnapshotDue(snapped, seq) ? store.Snap("f", film, seq, snapped) : snapped;
        }

        using var connection = database.Open();
        Assert.Equal([256L, 320L], connection.Query<long>("SELECT DISTINCT seq FROM snapshot_lists WHERE film = 'f' ORDER BY seq"));
        Assert.Equal(1, connection.ExecuteScalar<long>("SELECT count(*) FROM snapshot_pieces WHERE film = 'f' AND kind = 'shot' AND id = 'two'"));
        Assert.Equal(2, connection.ExecuteScalar<long>("SELECT count(*) FROM snapshot_pieces WHERE film = 'f' AND kind = 'shot' AND id = 'one'"));
    }

    [Fact]
    public void Long_pieces_are_packed_and_those_of_earlier_versions_are_read_as_they_are()
    {
        var film = Two() with { Drawings = [new Drawing { Id = "d", Bounds = new Box(0, 0, 900, 9), Outline = [[.. Enumerable.Range(0, 2000).Select(i => (double)(i / 2 % 90 * (i % 2)))]] }] };
        store.Create("f", film);
        using var connection = database.Open();
        const string Piece = "SELECT json FROM snapshot_pieces WHERE film = 'f' AND kind = 'drawing'";
        var packed = connection.QuerySingle<byte[]>(Piece);
        var text = Packed.Back(packed);
        Assert.True(packed.Length < text.Length / 2, $"{packed.Length} of {text.Length} bytes");
        Assert.Equal(Text(film), Text(store.Load("f")!.Film));

        connection.Execute("UPDATE snapshot_pieces SET json = @text WHERE film = 'f' AND kind = 'drawing'", new { text });
        Assert.Equal(text, connection.QuerySingle<byte[]>(Piece));
        Assert.Equal(Text(film), Text(store.Load("f")!.Film));
    }

    [Fact]
    public void A_film_of_format_1_opens_with_its_log_and_can_be_taken_back_to_its_start()
    {
        Older(
            ("edit", """{"kind":"changeFilm","name":"Second"}"""),
            ("edit", """{"kind":"changeFlat","shotId":"s","flatId":"wall","scale":0.5,"oldMember":7}"""),
            ("edit", """{"kind":"setKeys","shotId":"s","frame":10,"values":[{"address":"camera/view/roll","value":4}],"says":"Rolled"}"""),
            ("edit", """{"kind":"setGap","shotId":"s","frame":10,"chart":"Hold","addresses":["camera/view/roll"]}"""),
            ("undo", """{"kind":"putBack"}"""));
        var now = store.Load("old")!.Film;
        Assert.Equal("Second", now.Name);
        Assert.Equal(50, now.Shots[0].Things.First(thing => thing.Id == "wall").Stand.SizePercent);
        Assert.Contains(now.Shots[0].Tracks, track => track.Address == Address.OfCamera("roll"));
        Assert.Equal("First", store.Load("old", 0)!.Film.Name);
        var held = store.Load("old", 4)!.Film.Shots[0].Tracks.First(track => track.Address == Address.OfCamera("roll")).AllKeys;
        Assert.True(held.First(key => key.Frame == 10).Gap?.Held);

        // And the log is a log like any other from then on.
        Assert.Equal("Rolled", store.EditsAfter("old", 2, 1).Single().Title);
        var film = Append(now, 6, new ChangeFilm { Name = "Third" }, "old");
        Assert.Equal(Text(film), Text(store.Load("old")!.Film));
    }

    [Fact]
    public void An_edit_of_then_that_nobody_understands_any_more_loses_only_itself()
    {
        Older(("edit", """{"kind":"unheardOf"}"""), ("edit", """{"name":"no kind"}"""), ("edit", """{"kind":"changeFilm","name":"Still here"}"""));
        Assert.Equal("Still here", store.Load("old")!.Film.Name);
    }

    [Fact]
    public void A_database_of_a_newer_program_is_refused_by_name()
    {
        using (var connection = database.Open())
        {
            connection.Execute("INSERT INTO SchemaVersions (ScriptName, Applied) VALUES ('Fretsaw.Store.Migrations.9999-later.sql', '2030-01-01')");
        }

        var problem = Assert.Throws<InvalidOperationException>(() => new Database(Path.Combine(folder, "films.db")));
        Assert.Contains("9999-later", problem.Message, StringComparison.Ordinal);
    }

    private static Film Two() => Film.Blank("Film") with { Shots = [new Shot { Id = "one", Name = "One" }, new Shot { Id = "two", Name = "Two" }] };

    private static string Text(Film film) => Encoding.UTF8.GetString(FilmJson.Write(film));

    private Film Append(Film film, long seq, Edit edit, string id = "f")
    {
        var after = edit.Apply(film);
        store.Append(id, new LoggedEdit(seq, "edit", edit.Title, edit, Inverse.Of(film, after)), film, after);
        return after;
    }

    /// <summary>A film as the program of format 1 left it.</summary>
    private void Older(params (string Kind, string Edit)[] log)
    {
        const string Start = """
            {"version":1,"name":"First","drawings":[{"id":"d","bounds":{"x":0,"y":0,"width":9,"height":9},"outline":[[0,0,9,0,9,9]]}],"puppets":[],
             "shots":[{"id":"s","name":"Shot","flats":[{"id":"wall","name":"Wall","drawing":"d","distance":4}],"cast":[],"channels":[]}]}
            """;
        using var connection = database.Open();
        connection.Execute("INSERT INTO films (id, name, seq, created, format) VALUES ('old', 'First', @Length, '2026-01-01', 1)", new { log.Length });
        connection.Execute("INSERT INTO snapshots (film, seq, json) VALUES ('old', 0, @json)", new { json = Encoding.UTF8.GetBytes(Start) });
        for (var i = 0; i < log.Length; i++)
        {
            connection.Execute(
                "INSERT INTO edits (film, seq, kind, title, edit, inverse, at) VALUES ('old', @seq, @Kind, @title, @edit, @edit, '2026-01-01')",
                new { seq = i + 1, log[i].Kind, title = i == 2 ? "Rolled" : "Changed", edit = Encoding.UTF8.GetBytes(log[i].Edit) });
        }
    }
}
