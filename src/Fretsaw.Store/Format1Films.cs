using System.Data;
using System.Text.Json;
using Dapper;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <summary>
/// Brings a film that was logged in format 1 to today's, with its whole log, so that it can still be taken back to its start. The
/// edits are made again one by one in today's words; at every old snapshot the film is what that snapshot says, whatever came of the
/// edits before it.
/// </summary>
internal static class Format1Films
{
    private const int Format = 2;

    public static void Upgrade(IDbConnection connection, string film)
    {
        if (connection.QueryFirstOrDefault<int?>("SELECT format FROM films WHERE id = @film", new { film }) is not 1)
        {
            return;
        }

        using var transaction = connection.BeginTransaction();
        var snapshots = connection.Query<(long Seq, byte[] Json)>("SELECT seq, json FROM snapshots WHERE film = @film ORDER BY seq", new { film }, transaction).ToDictionary(row => row.Seq, row => row.Json);
        var state = FilmJson.Parse(snapshots[0], $"film '{film}'");
        var replay = new Replay(state);
        foreach (var row in connection.Query<Row>("SELECT seq, kind, edit FROM edits WHERE film = @film ORDER BY seq", new { film }, transaction).ToList())
        {
            var known = snapshots.TryGetValue(row.Seq, out var json) ? FilmJson.Parse(json, $"film '{film}', snapshot {row.Seq}") : null;
            var (edit, inverse) = replay.Make(row, known);
            connection.Execute(
                "UPDATE edits SET edit = @edit, inverse = @inverse WHERE film = @film AND seq = @Seq",
                new { film, row.Seq, edit = EditJson.Write(edit), inverse = EditJson.Write(inverse) },
                transaction);
        }

        var seq = connection.QuerySingle<long>("SELECT seq FROM films WHERE id = @film", new { film }, transaction);
        SnapshotStore.Write(connection, transaction, film, seq, SnapshotStore.Cut(replay.Film, seq, null));
        connection.Execute("DELETE FROM snapshots WHERE film = @film", new { film }, transaction);
        connection.Execute("UPDATE films SET format = @Format WHERE id = @film", new { film, Format }, transaction);
        transaction.Commit();
    }

    /// <summary>The edit with which a puppet is taken from the shelf, in today's words.</summary>
    public static TakeFromShelf Shelved(byte[] edit) =>
        (TakeFromShelf)Format1Edits.Read(edit, new Film { Name = "Shelf" });

    private sealed record Row(long Seq, string Kind, byte[] Edit);

    private sealed class Replay(Film start)
    {
        private readonly Stack<Edit> done = new();
        private readonly Stack<Edit> undone = new();

        public Film Film { get; private set; } = start;

        /// <param name="known">The film after the edit, where a snapshot says it.</param>
        public (Edit Edit, Edit Inverse) Make(Row row, Film? known)
        {
            var edit = row.Kind switch { "undo" => done.Pop(), "redo" => undone.Pop(), _ => Read(row.Edit) };
            var before = Film;
            Film = Applied(edit);
            if (known is not null && !FilmJson.Write(known).AsSpan().SequenceEqual(FilmJson.Write(Film)))
            {
                (Film, edit) = (known, new PutBack(FilmChange.Between(before, known)));
            }

            Edit inverse = Inverse.Of(before, Film);
            if (row.Kind is not ("undo" or "redo"))
            {
                undone.Clear();
            }

            (row.Kind == "undo" ? undone : done).Push(inverse);
            return (edit, inverse);
        }

        /// <summary>What cannot be read or made any more changes nothing; the next snapshot puts it right.</summary>
        private Edit Read(byte[] edit)
        {
            try
            {
                return Format1Edits.Read(edit, Film);
            }
            catch (Exception problem) when (problem is FilmException or JsonException or NotSupportedException or InvalidOperationException or ArgumentException)
            {
                return new PutBack(new FilmChange());
            }
        }

        private Film Applied(Edit edit)
        {
            try
            {
                return edit.Apply(Film);
            }
            catch (FilmException)
            {
                return Film;
            }
        }
    }
}
