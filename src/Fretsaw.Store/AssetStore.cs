using Dapper;

namespace Fretsaw.Store;

/// <summary>Pictures and recordings under the SHA-256 of their bytes.</summary>
public sealed class AssetStore(Database database)
{
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
