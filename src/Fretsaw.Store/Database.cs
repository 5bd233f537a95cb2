using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store;

/// <summary>The one SQLite file. Opening it brings its tables up to date.</summary>
public sealed class Database
{
    private readonly string connectionString;

    /// <param name="file">Made when it is not there.</param>
    /// <exception cref="InvalidOperationException">A migration failed.</exception>
    public Database(string file)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(file))!);
        connectionString = new SqliteConnectionStringBuilder { DataSource = file, ForeignKeys = true, DefaultTimeout = 10 }.ToString();
        using (var connection = Open())
        {
            connection.Execute("PRAGMA journal_mode = WAL");
        }

        var result = DeployChanges.To.SqliteDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"The database {file} could not be brought up to date: {result.Error.Message}", result.Error);
        }
    }

    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();

        // FULL: what was acknowledged survives a power cut, not only a killed process.
        connection.Execute("PRAGMA synchronous = FULL");
        return connection;
    }
}
