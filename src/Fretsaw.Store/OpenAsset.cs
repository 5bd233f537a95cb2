using Microsoft.Data.Sqlite;

namespace Fretsaw.Store;

/// <summary>The bytes of an asset as they lie in the database, and the connection that reads them.</summary>
internal sealed class OpenAsset(SqliteConnection connection, long row) : SqliteBlob(connection, "assets", "bytes", row, readOnly: true)
{
    private readonly SqliteConnection connection = connection;

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing)
        {
            connection.Dispose();
        }
    }
}
