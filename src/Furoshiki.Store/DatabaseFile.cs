using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>Opens database files, whatever their paths have in them.</summary>
internal static class DatabaseFile
{
    /// <summary>What a connection to a file is made of that others use too.</summary>
    public static string ConnectionText(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path }.ToString();

    /// <summary>Opens a file by itself; it is given back at once when it is closed.</summary>
    /// <param name="path">The file.</param>
    /// <param name="mode">What is done with it.</param>
    /// <exception cref="SqliteException">It cannot be opened.</exception>
    public static SqliteConnection Open(string path, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = path,
                Mode = mode,
                Pooling = false,
            }.ToString()
        );
        try
        {
            connection.Open();
            return connection;
        }
        catch
        {
            connection.Dispose();
            throw;
        }
    }
}
