using System.Data;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Dapper;
using Fretsaw.Core.Films;

namespace Fretsaw.Store;

/// <summary>
/// Films as they were after an edit, in pieces. The rule: a snapshot is due when <see cref="Every"/> edits have been made since the
/// last one, is written outside any edit's transaction, and the newest <see cref="Kept"/> stay. What was before those is reached by
/// taking edits back.
/// </summary>
internal static class SnapshotStore
{
    /// <summary>Opening a film replays about as many edits at most.</summary>
    public const int Every = 64;

    /// <summary>Two, so that a print ordered a moment ago need not go back.</summary>
    public const int Kept = 2;

    private const string Head = "head";
    private const string Drawings = "drawing";
    private const string Puppets = "puppet";
    private const string Shots = "shot";

    /// <summary>A piece, ready to be written.</summary>
    /// <param name="Json">Packed; null for one that stands written at another number.</param>
    public sealed record Piece(string Kind, int Place, string Id, long PieceSeq, byte[]? Json);

    /// <summary>The film's pieces; those that are the very same as in the last snapshot are not written again.</summary>
    /// <param name="last">The film at the last snapshot, with where its pieces are; null when there is none.</param>
    public static List<Piece> Cut(Film film, long seq, (Film Film, IReadOnlyDictionary<(string Kind, string Id), long> Seqs)? last)
    {
        var pieces = new List<Piece>();
        var head = film with { Drawings = [], Puppets = [], Shots = [] };
        pieces.Add(last is { } known && known.Film with { Drawings = [], Puppets = [], Shots = [] } == head && known.Seqs.TryGetValue((Head, Head), out var at)
            ? new Piece(Head, 0, Head, at, null)
            : new Piece(Head, 0, Head, seq, Packed.Of(FilmJson.Write(head))));
        Add(Drawings, film.Drawings, last?.Film.Drawings ?? [], FilmJson.Default.Drawing);
        Add(Puppets, film.Puppets, last?.Film.Puppets ?? [], FilmJson.Default.Puppet);
        Add(Shots, film.Shots, last?.Film.Shots ?? [], FilmJson.Default.Shot);
        return pieces;

        void Add<T>(string kind, IReadOnlyList<T> now, IReadOnlyList<T> before, JsonTypeInfo<T> type)
            where T : class, IEntity
        {
            var old = before.ToDictionary(item => item.Id, StringComparer.Ordinal);
            for (var place = 0; place < now.Count; place++)
            {
                var item = now[place];
                pieces.Add(old.TryGetValue(item.Id, out var was) && ReferenceEquals(was, item) && last!.Value.Seqs.TryGetValue((kind, item.Id), out var written)
                    ? new Piece(kind, place, item.Id, written, null)
                    : new Piece(kind, place, item.Id, seq, Packed.Of(JsonSerializer.SerializeToUtf8Bytes(item, type))));
            }
        }
    }

    public static void Write(IDbConnection connection, IDbTransaction transaction, string film, long seq, IReadOnlyList<Piece> pieces)
    {
        connection.Execute(
            "INSERT INTO snapshot_pieces (film, kind, id, seq, json) VALUES (@film, @Kind, @Id, @PieceSeq, @Json) ON CONFLICT DO NOTHING",
            pieces.Where(piece => piece.Json is not null).Select(piece => new { film, piece.Kind, piece.Id, piece.PieceSeq, piece.Json }), transaction);
        connection.Execute(
            "INSERT INTO snapshot_lists (film, seq, kind, place, id, piece_seq) VALUES (@film, @seq, @Kind, @Place, @Id, @PieceSeq) ON CONFLICT DO NOTHING",
            pieces.Select(piece => new { film, seq, piece.Kind, piece.Place, piece.Id, piece.PieceSeq }), transaction);
        Prune(connection, transaction, film);
    }

    /// <returns>The newest snapshot up to a number, or, where that is pruned, the oldest there is; null for a film without any.</returns>
    public static (Film Film, long Seq, IReadOnlyDictionary<(string Kind, string Id), long> Seqs)? Read(IDbConnection connection, string film, long upTo)
    {
        var seq = connection.QuerySingle<long?>("SELECT max(seq) FROM snapshot_lists WHERE film = @film AND seq <= @upTo", new { film, upTo })
            ?? connection.QuerySingle<long?>("SELECT min(seq) FROM snapshot_lists WHERE film = @film", new { film });
        if (seq is not { } found)
        {
            return null;
        }

        var rows = connection.Query<Row>(
            """
            SELECT l.kind, l.id, l.piece_seq AS pieceSeq, p.json FROM snapshot_lists l
            JOIN snapshot_pieces p ON p.film = l.film AND p.kind = l.kind AND p.id = l.id AND p.seq = l.piece_seq
            WHERE l.film = @film AND l.seq = @found ORDER BY l.kind, l.place
            """,
            new { film, found }).Select(row => row with { Json = Packed.Back(row.Json) }).ToList();
        var source = $"film '{film}', snapshot {found}";
        var read = FilmJson.Parse(rows.Find(row => row.Kind == Head)?.Json ?? throw new FilmException(source, "has no head", "restore a backup"), source) with
        {
            Drawings = [.. Of<Drawing>(Drawings)],
            Puppets = [.. Of<Puppet>(Puppets)],
            Shots = [.. Of<Shot>(Shots)],
        };
        FilmCheck.Check(read);
        return (read, found, rows.ToDictionary(row => (row.Kind, row.Id), row => row.PieceSeq));

        IEnumerable<T> Of<T>(string kind) => rows.Where(row => row.Kind == kind).Select(row => JsonSerializer.Deserialize(row.Json, JsonReaders.For<T>(FilmJson.Default))!);
    }

    private static void Prune(IDbConnection connection, IDbTransaction transaction, string film)
    {
        connection.Execute(
            "DELETE FROM snapshot_lists WHERE film = @film AND seq NOT IN (SELECT DISTINCT seq FROM snapshot_lists WHERE film = @film ORDER BY seq DESC LIMIT @Kept)",
            new { film, Kept }, transaction);
        connection.Execute(
            """
            DELETE FROM snapshot_pieces WHERE film = @film AND NOT EXISTS (
                SELECT 1 FROM snapshot_lists l WHERE l.film = snapshot_pieces.film AND l.kind = snapshot_pieces.kind AND l.id = snapshot_pieces.id AND l.piece_seq = snapshot_pieces.seq)
            """,
            new { film }, transaction);
    }

    private sealed record Row(string Kind, string Id, long PieceSeq, byte[] Json);
}
