using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>Tells one state of a database from every other: two are equal only if nothing was written in between.</summary>
/// <param name="Watch">Which watch told it, since each counts by itself.</param>
/// <param name="Version">SQLite's data_version.</param>
public readonly record struct WriteStamp(int Watch, long Version);

/// <summary>
/// Tells whether anything was written in a database, by whichever connection or process. It has a connection of its own, since that is what
/// SQLite counts by: PRAGMA data_version is another number once any other connection has committed.
/// </summary>
/// <param name="path">The database file.</param>
internal sealed class WriteWatch(string path)
{
    private readonly Lock _one = new();
    private SqliteConnection? _connection;
    private SqliteCommand? _version;
    private int _opened;

    /// <summary>The state that the database is in.</summary>
    public WriteStamp Stamp
    {
        get
        {
            lock (_one)
            {
                if (_version is null)
                {
                    _connection = DatabaseFile.Open(path, SqliteOpenMode.ReadOnly);
                    _version = _connection.CreateCommand();
                    _version.CommandText = "PRAGMA data_version";
                    _opened++;
                }
                return new WriteStamp(_opened, (long)_version.ExecuteScalar()!);
            }
        }
    }

    /// <summary>Gives the file back, until it is asked again.</summary>
    public void Close()
    {
        lock (_one)
        {
            _version?.Dispose();
            _connection?.Dispose();
            (_version, _connection) = (null, null);
        }
    }
}
