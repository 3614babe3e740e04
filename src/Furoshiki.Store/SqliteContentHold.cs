using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>
/// Holds all content. Many may at once, in this process and in others, and the collector only when nobody does: a lock of a file beside
/// the database, which ends with the process that has it.
/// </summary>
internal sealed class SqliteContentHold : IContentHold
{
    /// <summary>How often it is looked whether the collector is done with a step, and for how long, in ms.</summary>
    private const int Pause = 5;
    private const int Longest = 60_000;

    private readonly IDbContextFactory<FuroshikiDb> _databases;
    private readonly Action _leaveBehind;
    private readonly FileStream _lock;

    /// <param name="databases">Makes database contexts.</param>
    /// <param name="leaveBehind">Is told when content was taken in that nobody will name.</param>
    public SqliteContentHold(IDbContextFactory<FuroshikiDb> databases, Action leaveBehind)
    {
        _databases = databases;
        _leaveBehind = leaveBehind;
        for (var waited = 0; ; waited += Pause)
            try
            {
                _lock = Open(databases, FileAccess.Read, FileShare.Read);
                return;
            }
            catch (IOException) when (waited < Longest)
            {
                Thread.Sleep(Pause);
            }
    }

    /// <summary>Keeps everybody from holding; null if somebody does.</summary>
    public static IDisposable? TryShut(IDbContextFactory<FuroshikiDb> databases)
    {
        try
        {
            return Open(databases, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            return null;
        }
    }

    public IContentBatch Begin() =>
        new SqliteContentBatch(_databases.CreateDbContext(), _leaveBehind);

    public void Dispose() => _lock.Dispose();

    private static FileStream Open(
        IDbContextFactory<FuroshikiDb> databases,
        FileAccess access,
        FileShare share
    )
    {
        using var db = databases.CreateDbContext();
        return new FileStream(
            db.Database.GetDbConnection().DataSource + FuroshikiDb.HoldEnding,
            new FileStreamOptions
            {
                Mode = FileMode.OpenOrCreate,
                Access = access,
                Share = share,
                UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
            }
        );
    }
}
