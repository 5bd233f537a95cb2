using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <param name="Kind">edit, undo or redo.</param>
/// <param name="Inverse">What takes the edit back.</param>
public sealed record LoggedEdit(long Seq, string Kind, string Title, Edit Edit, Edit Inverse);

/// <summary>A line of the log without its edit.</summary>
public sealed record LogLine(long Seq, string Kind, string Title);

public sealed record FilmLine(string Id, string Name, long Seq, string Created);

/// <summary>Films as an append-only log of edits with snapshots. An append is on the disk when it returns.</summary>
public sealed class FilmStore(Database database, TimeProvider clock)
{
    /// <summary>Opening a film replays at most this many edits.</summary>
    private const int SnapshotEvery = 64;

    public IReadOnlyList<FilmLine> List()
    {
        using var connection = database.Open();
        return [.. connection.Query<FilmLine>("SELECT id, name, seq, created FROM films ORDER BY created, id")];
    }

    public void Create(string id, Film film)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var created = clock.GetUtcNow().ToString("O");
        connection.Execute("INSERT INTO films (id, name, seq, created) VALUES (@id, @Name, 0, @created)", new { id, film.Name, created }, transaction);
        connection.Execute("INSERT INTO snapshots (film, seq, json) VALUES (@id, 0, @json)", new { id, json = FilmJson.Write(film) }, transaction);
        ShelfStore.Welcome(connection, transaction, id, film);
        transaction.Commit();
    }

    public bool Delete(string id)
    {
        using var connection = database.Open();
        return connection.Execute("DELETE FROM films WHERE id = @id", new { id }) > 0;
    }

    /// <summary>The film as it was after an edit; as it is now when no edit is named.</summary>
    /// <returns>Null when there is no such film.</returns>
    public (Film Film, long Seq)? Load(string id, long? upTo = null)
    {
        using var connection = database.Open();
        var until = upTo ?? long.MaxValue;
        var snapshot = connection.QueryFirstOrDefault<Snapshot>(
            "SELECT seq, json FROM snapshots WHERE film = @id AND seq <= @until ORDER BY seq DESC LIMIT 1", new { id, until });
        if (snapshot is null)
        {
            return null;
        }

        var (film, seq) = (FilmJson.Read(snapshot.Json, $"film '{id}', snapshot {snapshot.Seq}"), snapshot.Seq);
        var edits = connection.Query<EditBlob>(
            "SELECT seq, edit FROM edits WHERE film = @id AND seq > @seq AND seq <= @until ORDER BY seq", new { id, seq, until });
        foreach (var edit in edits)
        {
            (film, seq) = (EditJson.Read(edit.Edit).Apply(film), edit.Seq);
        }

        return (film, seq);
    }

    /// <summary>The whole log's lines, for the stacks of undo and redo.</summary>
    public IReadOnlyList<LogLine> Log(string id)
    {
        using var connection = database.Open();
        return [.. connection.Query<LogLine>("SELECT seq, kind, title FROM edits WHERE film = @id ORDER BY seq", new { id })];
    }

    public IReadOnlyList<LoggedEdit> EditsAfter(string id, long seq)
    {
        using var connection = database.Open();
        return [.. connection.Query<EditRow>("SELECT seq, kind, title, edit, inverse FROM edits WHERE film = @id AND seq > @seq ORDER BY seq", new { id, seq }).Select(row => row.ToLogged())];
    }

    public LoggedEdit Find(string id, long seq)
    {
        using var connection = database.Open();
        return connection.QuerySingle<EditRow>("SELECT seq, kind, title, edit, inverse FROM edits WHERE film = @id AND seq = @seq", new { id, seq }).ToLogged();
    }

    /// <param name="before">The film without the edit.</param>
    /// <param name="after">The film with the edit, for a snapshot when one is due, and for the shelf.</param>
    /// <param name="takes">What the edit takes from the shelf, if that is what it does.</param>
    public void Append(string id, LoggedEdit edit, Film before, Film after, (string Shelf, long Version)? takes = null)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var at = clock.GetUtcNow().ToString("O");
        connection.Execute(
            "INSERT INTO edits (film, seq, kind, title, edit, inverse, at) VALUES (@id, @Seq, @Kind, @Title, @edit, @inverse, @at)",
            new { id, edit.Seq, edit.Kind, edit.Title, edit = EditJson.Write(edit.Edit), inverse = EditJson.Write(edit.Inverse), at },
            transaction);
        connection.Execute("UPDATE films SET seq = @Seq, name = @Name WHERE id = @id", new { id, edit.Seq, after.Name }, transaction);
        if (edit.Seq % SnapshotEvery == 0)
        {
            connection.Execute("INSERT INTO snapshots (film, seq, json) VALUES (@id, @Seq, @json)", new { id, edit.Seq, json = FilmJson.Write(after) }, transaction);
        }

        ShelfStore.Note(connection, transaction, id, before, after, takes);
        transaction.Commit();
    }

    private sealed record Snapshot(long Seq, byte[] Json);

    private sealed record EditBlob(long Seq, byte[] Edit);

    private sealed record EditRow(long Seq, string Kind, string Title, byte[] Edit, byte[] Inverse)
    {
        public LoggedEdit ToLogged() => new(Seq, Kind, Title, EditJson.Read(Edit), EditJson.Read(Inverse));
    }
}
