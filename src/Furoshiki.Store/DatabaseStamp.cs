using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>
/// Tells whether something in the database changed, by whichever process: a number that is another after every change that is committed.
/// Source: PRAGMA data_version of SQLite, asked over a connection that changes nothing itself.
/// </summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class DatabaseStamp(IDbContextFactory<FuroshikiDb> databases) : IDisposable
{
    private readonly Lock _lock = new();
    private FuroshikiDb? _db;
    private SqliteCommand? _version;

    /// <summary>The number now.</summary>
    public long Now
    {
        get
        {
            lock (_lock)
            {
                _version ??= (_db = databases.CreateDbContext())
                    .Connection()
                    .Command("PRAGMA data_version");
                return (long)_version.ExecuteScalar()!;
            }
        }
    }

    /// <summary>Gives the connection back.</summary>
    public void Dispose()
    {
        _version?.Dispose();
        _db?.Dispose();
    }
}
