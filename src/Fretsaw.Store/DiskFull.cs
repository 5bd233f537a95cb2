using Microsoft.Data.Sqlite;

namespace Fretsaw.Store;

/// <summary>Whether something failed because there is no room: the one failure that goes away when a person makes some.</summary>
public static class DiskFull
{
    /// <summary>SQLITE_FULL, https://www.sqlite.org/rescode.html#full</summary>
    private const int SqliteFull = 13;

    /// <summary>ENOSPC and EDQUOT of Linux's errno.h, and ERROR_DISK_FULL of Windows.</summary>
    private static readonly int[] NoRoom = [28, 122, unchecked((int)0x80070070)];

    public static bool Is(Exception? problem) => problem switch
    {
        null => false,
        SqliteException sqlite => sqlite.SqliteErrorCode == SqliteFull,
        IOException io when NoRoom.Contains(io.HResult) => true,
        _ => Is(problem.InnerException),
    };
}
