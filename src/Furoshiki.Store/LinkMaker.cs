using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// Notes which content names which, in a database that does not: from the looks, the safe states and the supplies on, record by record.
/// What is damaged names nothing.
/// </summary>
/// <param name="connection">The database.</param>
/// <param name="marksMissing">Whether what is named and not there was lost, and is noted as damaged content.</param>
internal sealed class LinkMaker(SqliteConnection connection, bool marksMissing)
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
        foreach (var maps in Roots("SELECT Maps FROM Savings WHERE Maps IS NOT NULL"))
            Follow(maps, PartMaps.NamesIn);
        foreach (var move in Roots("SELECT Move FROM FittingMoves"))
            Follow(move, MoveText.NamesIn);
        foreach (
            var tree in Roots(
                "SELECT Tree FROM SafeStates UNION SELECT Tree FROM Asides UNION SELECT Files FROM Supplies UNION SELECT Files FROM Savings WHERE Files IS NOT NULL"
            )
        )
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
            // A look names the administrator's files too, of which nothing is kept.
            if (marksMissing && namesIn == Tree.NamesIn)
                MarkIfMissing(id, name.Digest);
            link.Parameters[1].Value = name.Digest.Bytes;
            link.ExecuteNonQuery();
            if (name.IsFolder)
                Follow(name.Digest, Tree.NamesIn);
        }
    }

    /// <summary>Of a folder of which only the records were kept, the files are not missing.</summary>
    private void MarkIfMissing(long record, Digest named) =>
        connection.Do(
            "INSERT OR IGNORE INTO Contents (Digest, Size, IsWhole, IsDamaged) SELECT $1, 0, 1, 1 FROM Contents WHERE Id = $0 AND IsWhole",
            record,
            named.Bytes
        );

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
            "SELECT Bytes, Unpacked FROM ContentChunks WHERE ContentId = $id ORDER BY Ordinal",
            "$id"
        );
        read.Parameters[0].Value = id;
        using var chunks = read.ExecuteReader();
        try
        {
            return namesIn(Packing.Join(chunks));
        }
        catch (FormatException)
        {
            return [];
        }
    }
}
