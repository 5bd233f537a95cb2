using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <param name="Kind">edit, undo or redo.</param>
/// <param name="Inverse">What takes the edit back.</param>
public sealed record LoggedEdit(long Seq, string Kind, string Title, Edit Edit, Edit Inverse);

/// <summary>A line of the log without its edit.</summary>
public sealed record LogLine(long Seq, string Kind, string Title);

/// <summary>A film as a snapshot has it, and where the snapshot's pieces are: the next one writes only what is new.</summary>
public sealed record Snapped(Film Film, long Seq, IReadOnlyDictionary<(string Kind, string Id), long> Pieces);

/// <summary>A film as it is loaded.</summary>
/// <param name="Snapshot">What it was made from.</param>
public sealed record LoadedFilm(Film Film, long Seq, Snapped Snapshot);

/// <summary>Films as an append-only log of edits with snapshots. An append is on the disk when it returns.</summary>
public sealed class FilmStore(Database database, TimeProvider clock)
{
    private const int Format = 2;

    /// <summary>How long a film that was taken away can be brought back.</summary>
    public static readonly TimeSpan Grace = TimeSpan.FromDays(30);

    /// <param name="removed">Those that were taken away instead.</param>
    public IReadOnlyList<FilmLine> List(bool removed = false)
    {
        using var connection = database.Open();
        return FilmLines.Read(connection, removed);
    }

    /// <summary>Notes what a film is like that was kept before this was noted with every edit.</summary>
    public void Note(string id, Film film)
    {
        using var connection = database.Open();
        FilmLines.Note(connection, null, id, film);
    }

    /// <summary>Whether there is such a film, also one that was taken away.</summary>
    public bool Has(string id)
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<int?>("SELECT 1 FROM films WHERE id = @id", new { id }) is not null;
    }

    /// <summary>The name, or that name with the first number that makes it free.</summary>
    public string FreeName(string name)
    {
        using var connection = database.Open();
        return FilmLines.Free(connection, name);
    }

    public void Create(string id, Film film)
    {
        var pieces = SnapshotStore.Cut(film, 0, null);
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var created = clock.GetUtcNow().ToString("O");
        connection.Execute("INSERT INTO films (id, name, seq, created, format) VALUES (@id, @Name, 0, @created, @Format)", new { id, film.Name, created, Format }, transaction);
        FilmLines.Note(connection, transaction, id, film);
        SnapshotStore.Write(connection, transaction, id, 0, pieces);
        ShelfStore.Welcome(connection, transaction, id, film);
        transaction.Commit();
    }

    /// <summary>For good.</summary>
    public bool Delete(string id)
    {
        using var connection = database.Open();
        return connection.Execute("DELETE FROM films WHERE id = @id", new { id }) > 0;
    }

    /// <summary>Out of sight, to be brought back within <see cref="Grace"/>.</summary>
    public bool TakeAway(string id)
    {
        using var connection = database.Open();
        return connection.Execute("UPDATE films SET removed = @at WHERE id = @id AND removed IS NULL", new { id, at = clock.GetUtcNow().ToString("O") }) > 0;
    }

    public bool BringBack(string id)
    {
        using var connection = database.Open();
        return connection.Execute("UPDATE films SET removed = NULL WHERE id = @id AND removed IS NOT NULL", new { id }) > 0;
    }

    /// <summary>Deletes what was taken away longer ago than <see cref="Grace"/>.</summary>
    public void Purge()
    {
        using var connection = database.Open();
        connection.Execute("DELETE FROM films WHERE removed < @before", new { before = (clock.GetUtcNow() - Grace).ToString("O") });
    }

    /// <summary>The film as it was after an edit; as it is now when no edit is named.</summary>
    /// <returns>Null when there is no such film, or it was taken away.</returns>
    public LoadedFilm? Load(string id, long? upTo = null)
    {
        using var connection = database.Open();
        Format1Films.Upgrade(connection, id);
        var newest = connection.QueryFirstOrDefault<long?>("SELECT seq FROM films WHERE id = @id AND removed IS NULL", new { id });
        var until = Math.Min(upTo ?? long.MaxValue, newest ?? 0);
        if (newest is null || SnapshotStore.Read(connection, id, until) is not { } snapshot)
        {
            return null;
        }

        var (film, seq) = (snapshot.Film, snapshot.Seq);
        var snapped = new Snapped(film, seq, snapshot.Seqs);
        foreach (var edit in connection.Query<EditBlob>("SELECT seq, edit FROM edits WHERE film = @id AND seq > @seq AND seq <= @until ORDER BY seq", new { id, seq, until }))
        {
            film = EditJson.Read(edit.Edit).Apply(film);
        }

        // What is older than all snapshots is reached from the oldest by taking edits back.
        foreach (var edit in connection.Query<EditBlob>("SELECT seq, inverse AS edit FROM edits WHERE film = @id AND seq <= @seq AND seq > @until ORDER BY seq DESC", new { id, seq, until }))
        {
            film = EditJson.Read(edit.Edit).Apply(film);
        }

        return new LoadedFilm(film, until, snapped);
    }

    /// <summary>The whole log's lines, for the stacks of undo and redo.</summary>
    public IReadOnlyList<LogLine> Log(string id)
    {
        using var connection = database.Open();
        return [.. connection.Query<LogLine>("SELECT seq, kind, title FROM edits WHERE film = @id ORDER BY seq", new { id })];
    }

    /// <summary>The edits after one, in order: the first of them, a log being as long as the work on a film.</summary>
    /// <param name="most">How many at most.</param>
    /// <param name="mostBytes">So many bytes of edits, and the one that goes beyond.</param>
    public IReadOnlyList<(long Seq, string Title, Edit Edit)> EditsAfter(string id, long seq, int most, long mostBytes = long.MaxValue)
    {
        using var connection = database.Open();
        var edits = new List<(long, string, Edit)>();
        foreach (var (at, title, edit) in connection.Query<(long, string, byte[])>("SELECT seq, title, edit FROM edits WHERE film = @id AND seq > @seq ORDER BY seq LIMIT @most", new { id, seq, most }, buffered: false))
        {
            edits.Add((at, title, EditJson.Read(edit)));
            mostBytes -= edit.Length;
            if (mostBytes <= 0)
            {
                break;
            }
        }

        return edits;
    }

    public LoggedEdit Find(string id, long seq)
    {
        using var connection = database.Open();
        return connection.QuerySingle<EditRow>("SELECT seq, kind, title, edit, inverse FROM edits WHERE film = @id AND seq = @seq", new { id, seq }).ToLogged();
    }

    /// <param name="before">The film without the edit.</param>
    /// <param name="after">The film with the edit, for its name and for the shelf.</param>
    /// <param name="takes">What the edit takes from the shelf, if that is what it does.</param>
    public void Append(string id, LoggedEdit edit, Film before, Film after, (string Shelf, long Version)? takes = null)
    {
        var (written, inverse) = (EditJson.Write(edit.Edit), EditJson.Write(edit.Inverse));
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var at = clock.GetUtcNow().ToString("O");
        if (!FilmLines.Note(connection, transaction, id, after, (edit.Seq, at)))
        {
            throw new FilmException($"film '{id}'", "was deleted", "restore it, or open another one");
        }

        connection.Execute(
            "INSERT INTO edits (film, seq, kind, title, edit, inverse, at) VALUES (@id, @Seq, @Kind, @Title, @written, @inverse, @at)",
            new { id, edit.Seq, edit.Kind, edit.Title, written, inverse, at },
            transaction);
        ShelfStore.Note(connection, transaction, id, before, after, takes);
        transaction.Commit();
    }

    /// <summary>Whether so many edits have been made since a snapshot that the next is due.</summary>
    public static bool IsSnapshotDue(Snapped last, long seq) => seq - last.Seq >= SnapshotStore.Every;

    /// <summary>Writes a snapshot, for when nobody waits: an edit does not.</summary>
    /// <returns>What the next one goes by.</returns>
    public Snapped Snap(string id, Film film, long seq, Snapped last)
    {
        var pieces = SnapshotStore.Cut(film, seq, (last.Film, last.Pieces));
        using var connection = database.Open();
        Database.LetDiskLag(connection);
        using var transaction = connection.BeginTransaction();
        SnapshotStore.Write(connection, transaction, id, seq, pieces);
        transaction.Commit();
        Database.Settle(connection);
        return new Snapped(film, seq, pieces.ToDictionary(piece => (piece.Kind, piece.Id), piece => piece.PieceSeq));
    }

    private sealed record EditBlob(long Seq, byte[] Edit);

    private sealed record EditRow(long Seq, string Kind, string Title, byte[] Edit, byte[] Inverse)
    {
        public LoggedEdit ToLogged() => new(Seq, Kind, Title, EditJson.Read(Edit), EditJson.Read(Inverse));
    }
}
