using System.Reflection;
using Dapper;
using DbUp;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Store;

/// <summary>The one SQLite file. Opening it brings its tables up to date.</summary>
public sealed class Database
{
    /// <summary>As far as SQLite's format goes, https://www.sqlite.org/limits.html#max_page_count</summary>
    private const long UnboundedPages = 4_294_967_294;

    /// <summary>How long who writes waits for who is writing.</summary>
    private const int BusyMs = 10_000;

    /// <summary>32 MB.</summary>
    private const int MostLogPages = 8000;

    private readonly string connectionString;
    private readonly long? mostPages;

    /// <param name="file">Made when it is not there.</param>
    /// <param name="mostPages">How many pages of 4 KB the file may grow to; null for as many as the disk has room for.</param>
    /// <exception cref="InvalidOperationException">A migration failed, or a newer Fretsaw has written the file.</exception>
    public Database(string file, long? mostPages = null)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(file))!);
        connectionString = new SqliteConnectionStringBuilder { DataSource = file, ForeignKeys = true, DefaultTimeout = BusyMs / 1000 }.ToString();
        using (var connection = Open())
        {
            connection.Execute("PRAGMA journal_mode = WAL");
            RefuseNewer(connection, file);
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

        // Only now: a migration is never refused for want of room.
        this.mostPages = mostPages;
    }

    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(connectionString);
        connection.Open();

        // SQLite itself looks again after 1, 2, 5 … ms; the library around it would let 150 ms pass, and an edit beside a snapshot with them.
        connection.Execute($"PRAGMA busy_timeout = {BusyMs}");

        // What is in the log beside the file is moved into it by snapshots, while nobody waits; an edit does it only when there is much.
        connection.Execute($"PRAGMA wal_autocheckpoint = {MostLogPages}");

        // FULL: what was acknowledged survives a power cut, not only a killed process.
        connection.Execute("PRAGMA synchronous = FULL");
        // Always, since a connection may come from the pool and remember another bound.
        connection.Execute($"PRAGMA max_page_count = {mostPages ?? UnboundedPages}");
        return connection;
    }

    /// <summary>
    /// For what a power cut may lose, in whole transactions: none is waited for until it is on the disk, so others that write wait less.
    /// https://www.sqlite.org/pragma.html#pragma_synchronous
    /// </summary>
    internal static void LetDiskLag(SqliteConnection connection) => connection.Execute("PRAGMA synchronous = NORMAL");

    /// <summary>Moves what was written lately into the file, as far as no reader stands in the way; others go on writing.</summary>
    internal static void Settle(SqliteConnection connection) => connection.Execute("PRAGMA wal_checkpoint(PASSIVE)");

    /// <summary>Writes a copy of everything, as it is now, while others go on writing.</summary>
    /// <exception cref="IOException">The file is there already.</exception>
    public void BackUp(string to)
    {
        if (File.Exists(to))
        {
            throw new IOException($"{to} is there already. Use another name.");
        }

        using var connection = Open();
        var unfinished = to + ".unfinished";
        try
        {
            connection.Execute("VACUUM INTO @unfinished", new { unfinished });
            File.Move(unfinished, to);
        }
        finally
        {
            File.Delete(unfinished);
        }
    }

    /// <summary>Tables that this program does not know yet would be misread without a word.</summary>
    private static void RefuseNewer(SqliteConnection connection, string file)
    {
        if (connection.ExecuteScalar<long>("SELECT count(*) FROM sqlite_master WHERE name = 'SchemaVersions'") == 0)
        {
            return;
        }

        var known = Assembly.GetExecutingAssembly().GetManifestResourceNames();
        var unknown = connection.Query<string>("SELECT ScriptName FROM SchemaVersions").Except(known, StringComparer.Ordinal).ToList();
        if (unknown.Count > 0)
        {
            throw new InvalidOperationException($"A newer Fretsaw has written the database {file} ({string.Join(", ", unknown)}); start that one, or choose another folder for the data.");
        }
    }
}
