using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// Notes which content names which, in a database of a version that did not: from the looks and the safe states on, record by record.
/// What is damaged names nothing.
/// </summary>
internal sealed class LinkMaker(SqliteConnection connection)
{
    private readonly HashSet<long> _seen = [];

    public void Make()
    {
        using var transaction = connection.BeginTransaction(deferred: false);
        foreach (
            var look in Roots(
                "SELECT Look FROM Savings UNION SELECT Look FROM SafeStates UNION SELECT Showing FROM Desktops WHERE Showing IS NOT NULL"
            )
        )
            Follow(look, Look.NamesIn);
        foreach (var tree in Roots("SELECT Tree FROM SafeStates UNION SELECT Tree FROM Asides"))
            Follow(tree, Tree.NamesIn);
        using var done = connection.Command($"PRAGMA user_version = {FuroshikiDbFactory.HasLinks}");
        done.ExecuteNonQuery();
        transaction.Commit();
    }

    private List<Digest> Roots(string sql)
    {
        using var command = connection.Command(sql);
        using var rows = command.ExecuteReader();
        var roots = new List<Digest>();
        while (rows.Read())
            roots.Add(Digest.OfHash((byte[])rows[0]));
        return roots;
    }

    private delegate IReadOnlyList<NamedContent> Names(ReadOnlySpan<byte> record);

    private void Follow(Digest digest, Names namesIn)
    {
        if (IdOf(digest) is not { } id || !_seen.Add(id))
            return;
        using var link = connection.Command(
            "INSERT OR IGNORE INTO ContentLinks (FromId, ToId) SELECT $from, Id FROM Contents WHERE Digest = $to",
            "$from",
            "$to"
        );
        link.Parameters[0].Value = id;
        foreach (var name in NamesOf(id, namesIn))
        {
            link.Parameters[1].Value = name.Digest.Bytes;
            link.ExecuteNonQuery();
            if (name.IsFolder)
                Follow(name.Digest, Tree.NamesIn);
        }
    }

    private long? IdOf(Digest digest)
    {
        using var find = connection.Command(
            "SELECT Id FROM Contents WHERE Digest = $digest",
            "$digest"
        );
        find.Parameters[0].Value = digest.Bytes;
        return (long?)find.ExecuteScalar();
    }

    private IReadOnlyList<NamedContent> NamesOf(long id, Names namesIn)
    {
        using var read = connection.Command(
            "SELECT Bytes FROM ContentChunks WHERE ContentId = $id ORDER BY Ordinal",
            "$id"
        );
        read.Parameters[0].Value = id;
        using var chunks = read.ExecuteReader();
        using var bytes = new MemoryStream();
        while (chunks.Read())
            bytes.Write((byte[])chunks[0]);
        try
        {
            return namesIn(bytes.ToArray());
        }
        catch (FormatException)
        {
            return [];
        }
    }
}
