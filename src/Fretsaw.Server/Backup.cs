using Fretsaw.Store;
using Microsoft.Data.Sqlite;

namespace Fretsaw.Server;

/// <summary>
/// A copy of all films, pictures and the shelf in one file, also while a server works with them. The database's own file would
/// not do: what was kept last may stand in the log beside it.
/// </summary>
internal static class Backup
{
    /// <returns>The exit code.</returns>
    public static int Write(Places places, string to)
    {
        var from = Path.Combine(places.Data, "fretsaw.db");
        try
        {
            if (!File.Exists(from))
            {
                throw new InvalidOperationException($"{from} is not there; nothing was saved yet, or the data are in another folder.");
            }

            new Database(from).BackUp(Path.GetFullPath(to));
            Console.WriteLine($"Wrote {to}. To go back to it, stop the server and put it in the place of {from}, without the files beside it.");
            return 0;
        }
        catch (Exception problem) when (problem is InvalidOperationException or IOException or SqliteException)
        {
            Console.Error.WriteLine($"fretsaw: {problem.Message}");
            return 1;
        }
    }
}
