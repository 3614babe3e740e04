using Microsoft.Data.Sqlite;
using SQLitePCL;

namespace Furoshiki.Store;

/// <summary>
/// Looks whether a database file is sound, and copies it, both while it is in use. Indexes are held against their tables. Source:
/// PRAGMA integrity_check and VACUUM INTO of SQLite.
/// </summary>
public static class DatabaseHealth
{
    /// <summary>The tables with the content: nearly all of the file, and read again piece by piece by <see cref="ContentChecker"/>.</summary>
    private static readonly string[] Large = ["Contents", "ContentChunks", "ContentLinks"];

    /// <summary>Whether a problem is that the file is damaged (SQLITE_CORRUPT), or no database at all (SQLITE_NOTADB).</summary>
    public static bool IsDamage(SqliteException problem) => problem.SqliteErrorCode is 11 or 26;

    /// <summary>How many tables a database has. Nothing is written, nor taken from its log into the file.</summary>
    /// <exception cref="SqliteException">It cannot be read.</exception>
    public static int Tables(string path)
    {
        using var connection = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);
        return connection.Rows("SELECT 1 FROM sqlite_master WHERE type = 'table'").Count();
    }

    /// <summary>Whether everything but the content can be read. It takes as long as there are profiles and safe states.</summary>
    /// <exception cref="SqliteException">It cannot be opened, for another reason than that it is damaged.</exception>
    public static bool IsSoundButForContent(string path) =>
        IsSound(
            path,
            connection =>
                connection
                    .Rows(
                        "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'"
                    )
                    .Select(row => (string)row[0]!)
                    .ToList()
                    .Except(Large)
                    .All(table => IsOk(connection, $"PRAGMA integrity_check(\"{table}\")"))
        );

    /// <summary>Whether all of it can be read. It takes as long as the whole file.</summary>
    /// <param name="path">The database file.</param>
    /// <param name="cancellation">Breaks it off.</param>
    /// <exception cref="OperationCanceledException">It was broken off.</exception>
    /// <exception cref="SqliteException">It cannot be opened, for another reason than that it is damaged.</exception>
    public static bool IsSound(string path, CancellationToken cancellation) =>
        IsSound(
            path,
            connection =>
            {
                using var breaking = Breaking(connection, cancellation);
                return IsOk(connection, "PRAGMA integrity_check");
            },
            cancellation
        );

    /// <summary>
    /// Writes a copy of a database as it is at this moment into one file, while others read and write it, and puts it on the disk. It knows
    /// nothing of switches that are on their way.
    /// </summary>
    /// <param name="path">The database file.</param>
    /// <param name="copy">The file of the copy: empty.</param>
    /// <param name="cancellation">Breaks it off.</param>
    /// <exception cref="OperationCanceledException">It was broken off.</exception>
    /// <exception cref="SqliteException">The database is damaged, or the copy could not be written. What stands there is no copy.</exception>
    public static void Copy(string path, string copy, CancellationToken cancellation)
    {
        using var connection = DatabaseFile.Open(path, SqliteOpenMode.ReadWrite);
        try
        {
            using var breaking = Breaking(connection, cancellation);
            connection.Do("VACUUM INTO $0", copy);
        }
        catch (SqliteException) when (cancellation.IsCancellationRequested)
        {
            throw new OperationCanceledException(cancellation);
        }
        using (var made = DatabaseFile.Open(copy, SqliteOpenMode.ReadWrite))
            LeaveSwitches(made);
        using var written = new FileStream(copy, FileMode.Open, FileAccess.ReadWrite);
        written.Flush(flushToDisk: true);
    }

    /// <summary>
    /// A switch that was on its way when a copy was made ended long before the copy is used: nothing is to be brought back for it then,
    /// nor taken back because nobody kept it.
    /// </summary>
    internal static void LeaveSwitches(SqliteConnection connection)
    {
        // Before the form in which a switch could wait to be kept, none does.
        if (new DamagedTable(connection, "Switches").Columns.Any(one => one.Name == "KeepWithin"))
            connection.Do(
                "UPDATE Switches SET KeptAt = coalesce(EndedAt, BegunAt) WHERE State = $0 AND KeepWithin IS NOT NULL AND KeptAt IS NULL",
                SwitchStand.Done
            );
        connection.Do(
            "DELETE FROM Switches WHERE State NOT IN ($0, $1)",
            SwitchStand.Done,
            SwitchStand.WentBack
        );
    }

    /// <summary>
    /// Whether a database knows of a switch that is on its way, or waits to be kept. Nothing is written; one that cannot be read, or is none,
    /// knows of nothing.
    /// </summary>
    public static bool KnowsOfSwitches(string path)
    {
        try
        {
            using var connection = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);
            var isUnkept = new DamagedTable(connection, "Switches").Columns.Any(one =>
                one.Name == "KeepWithin"
            )
                ? $" OR (State = '{SwitchStand.Done}' AND KeepWithin IS NOT NULL AND KeptAt IS NULL)"
                : "";
            return connection
                .Rows(
                    $"SELECT 1 FROM Switches WHERE State IN ('{SwitchStand.Ready}', '{SwitchStand.GoingBack}'){isUnkept} LIMIT 1"
                )
                .Any();
        }
        catch (SqliteException)
        {
            return false;
        }
    }

    private static CancellationTokenRegistration Breaking(
        SqliteConnection connection,
        CancellationToken cancellation
    ) => cancellation.Register(() => raw.sqlite3_interrupt(connection.Handle));

    private static bool IsSound(
        string path,
        Func<SqliteConnection, bool> look,
        CancellationToken cancellation = default
    )
    {
        try
        {
            using var connection = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);
            return look(connection);
        }
        catch (SqliteException problem) when (IsDamage(problem))
        {
            return false;
        }
        catch (SqliteException) when (cancellation.IsCancellationRequested)
        {
            throw new OperationCanceledException(cancellation);
        }
    }

    private static bool IsOk(SqliteConnection connection, string check) =>
        connection.Rows(check).ToList() is [["ok"]];
}
