using Dapper;

namespace Fretsaw.Store;

/// <summary>Pictures under the SHA-256 of their bytes.</summary>
public sealed class AssetStore(Database database)
{
    public void Put(string id, byte[] bytes)
    {
        using var connection = database.Open();
        connection.Execute("INSERT INTO assets (id, bytes) VALUES (@id, @bytes) ON CONFLICT DO NOTHING", new { id, bytes });
    }

    /// <returns>Null when there is no such picture.</returns>
    public byte[]? Find(string id)
    {
        using var connection = database.Open();
        return connection.QueryFirstOrDefault<byte[]>("SELECT bytes FROM assets WHERE id = @id", new { id });
    }
}
