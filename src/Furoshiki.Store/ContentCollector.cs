using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>
/// Gives back content that nothing names: no saving, no safe state, no profile, desktop or switch on its way, and no other content. Since
/// content can only name what was there before it, there are no circles, and what nothing names is all that is not needed.
/// </summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class ContentCollector(IDbContextFactory<FuroshikiDb> databases)
{
    /// <summary>How much is given back in one step: so many contents, or, if that is less, so many bytes and one content more.</summary>
    private const int MostContents = 500;
    private const long MostBytes = 64 * 1024 * 1024;

    /// <summary>How many pages of the file are given back to the file system in one step.</summary>
    private const int MostPages = 2048;

    private const string IsUnnamed =
        "NOT EXISTS (SELECT 1 FROM ContentLinks WHERE ToId = Contents.Id) AND NOT EXISTS (SELECT 1 FROM ContentRoots WHERE ContentRoots.Digest = Contents.Digest)";

    /// <summary>
    /// Gives it all back, in small steps, each all together or not at all. Between two steps the caller may pause, or end.
    /// </summary>
    /// <returns>
    /// For each step the bytes of the content that was given back; null for one that was not made, since content is held. It is made
    /// when the next is asked for.
    /// </returns>
    public IEnumerable<long?> GiveBack()
    {
        var waiting = new Queue<long>(Unnamed());
        while (waiting.Count > 0)
            yield return GiveBack(waiting);
        while (GivePagesBack())
            yield return 0;
    }

    private long? GiveBack(Queue<long> waiting)
    {
        using var shut = SqliteContentHold.TryShut(databases);
        if (shut is null)
            return null;
        using var db = databases.CreateDbContext();
        var connection = db.Connection();
        using var transaction = connection.BeginTransaction(deferred: false);
        using var size = Command(
            $"SELECT Size FROM Contents WHERE Id = $id AND {IsUnnamed}",
            "$id"
        );
        using var named = Command("SELECT ToId FROM ContentLinks WHERE FromId = $id", "$id");
        using var remove = Command("DELETE FROM Contents WHERE Id = $id", "$id");
        var bytes = 0L;
        for (var i = 0; i < MostContents && bytes < MostBytes && waiting.Count > 0; i++)
        {
            var id = waiting.Dequeue();
            // What was named again since it was found stays.
            size.Parameters[0].Value = id;
            if (size.ExecuteScalar() is not long length)
                continue;
            named.Parameters[0].Value = id;
            using (var inside = named.ExecuteReader())
                while (inside.Read())
                    waiting.Enqueue(inside.GetInt64(0));
            remove.Parameters[0].Value = id;
            remove.ExecuteNonQuery();
            bytes += length;
        }
        transaction.Commit();
        return bytes;

        SqliteCommand Command(string text, string parameter)
        {
            var command = connection.Command(text, parameter);
            command.Transaction = transaction;
            return command;
        }
    }

    private List<long> Unnamed()
    {
        using var db = databases.CreateDbContext();
        using var command = db.Connection().Command($"SELECT Id FROM Contents WHERE {IsUnnamed}");
        using var found = command.ExecuteReader();
        var ids = new List<long>();
        while (found.Read())
            ids.Add(found.GetInt64(0));
        return ids;
    }

    /// <summary>Gives some of the file's unused pages back to the file system; false if there are none.</summary>
    private bool GivePagesBack()
    {
        using var db = databases.CreateDbContext();
        var connection = db.Connection();
        using var free = connection.Command("PRAGMA freelist_count");
        var before = (long)free.ExecuteScalar()!;
        if (before == 0)
            return false;
        using var vacuum = connection.Command($"PRAGMA incremental_vacuum({MostPages})");
        using (var pages = vacuum.ExecuteReader())
            while (pages.Read()) { }
        return (long)free.ExecuteScalar()! < before;
    }
}
