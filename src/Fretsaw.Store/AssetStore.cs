using Dapper;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store;

/// <summary>Pictures and recordings under the SHA-256 of their bytes.</summary>
public sealed class AssetStore(Database database)
{
    /// <summary>What of a large file is in memory at a time, bytes.</summary>
    private const int Piece = 1 << 20;

    public void Put(string id, byte[] bytes) => PutAll([new(id, bytes)]);

    public void PutAll(IEnumerable<KeyValuePair<string, byte[]>> pictures)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        foreach (var (id, bytes) in pictures)
        {
            connection.Execute("INSERT INTO assets (id, bytes) VALUES (@id, @bytes) ON CONFLICT DO NOTHING", new { id, bytes }, transaction);
        }

        transaction.Commit();
    }

    /// <summary>A large one and a small one beside it, together; the large one is written piece by piece.</summary>
    /// <param name="bytes">From its first byte; can be sought in.</param>
    public void Put(string id, Stream bytes, string besideId, byte[] beside)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        connection.Execute("INSERT INTO assets (id, bytes) VALUES (@besideId, @beside) ON CONFLICT DO NOTHING", new { besideId, beside }, transaction);
        if (connection.Execute("INSERT INTO assets (id, bytes) VALUES (@id, zeroblob(@Length)) ON CONFLICT DO NOTHING", new { id, bytes.Length }, transaction) == 1)
        {
            var row = connection.QuerySingle<long>("SELECT rowid FROM assets WHERE id = @id", new { id }, transaction);
            using var blob = new SqliteBlob(connection, "assets", "bytes", row);
            bytes.Position = 0;
            bytes.CopyTo(blob, Piece);
        }

        transaction.Commit();
    }

    /// <summary>Which of some files are not there.</summary>
    public IReadOnlyList<string> Missing(IEnumerable<string> ids)
    {
        using var connection = database.Open();
        return [.. ids.Where(id => connection.QueryFirstOrDefault<int?>("SELECT 1 FROM assets WHERE id = @id", new { id }) is null)];
    }

    /// <summary>A large one, read piece by piece. The stream is its caller's to close.</summary>
    /// <returns>Null when there is no such file.</returns>
    public Stream? Open(string id)
    {
        var connection = database.Open();
        try
        {
            if (connection.QueryFirstOrDefault<long?>("SELECT rowid FROM assets WHERE id = @id", new { id }) is { } row)
            {
                return new OpenAsset(connection, row);
            }
        }
        catch
        {
            connection.Dispose();
            throw;
        }

        connection.Dispose();
        return null;
    }

    /// <returns>Null when there is no such picture.</returns>
    public byte[]? Find(string id)
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<byte[]>("SELECT bytes FROM assets WHERE id = @id", new { id });
    }
}
