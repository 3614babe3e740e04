using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Store;

/// <summary>
/// One transaction. Thousands of small pieces go through it in a second, so it speaks SQL with prepared commands, and the change
/// tracker has no part in it.
/// </summary>
internal sealed class SqliteContentBatch : IContentBatch
{
    private const int ChunkSize = SqliteContentStore.ChunkSize;

    private readonly HashSet<Digest> _taken = [];
    private readonly FuroshikiDb _db;
    private readonly SqliteTransaction _transaction;
    private readonly SqliteCommand _find;
    private readonly SqliteCommand _content;
    private readonly SqliteCommand _whole;
    private readonly SqliteCommand _chunk;
    private readonly SqliteCommand _noChunks;
    private readonly SqliteCommand _mended;
    private readonly SqliteCommand _link;

    public SqliteContentBatch(FuroshikiDb db)
    {
        _db = db;
        var connection = db.Connection();
        // The lock is taken at once: two batches wait for each other and do not meet halfway.
        _transaction = connection.BeginTransaction(deferred: false);
        _find = connection.Command(
            "SELECT Id, IsWhole, IsDamaged FROM Contents WHERE Digest = $digest",
            "$digest"
        );
        _content = connection.Command(
            "INSERT INTO Contents (Digest, Size, IsWhole, IsDamaged) VALUES ($digest, $size, $whole, 0) RETURNING Id",
            "$digest",
            "$size",
            "$whole"
        );
        _whole = connection.Command("UPDATE Contents SET IsWhole = 1 WHERE Id = $id", "$id");
        _chunk = connection.Command(
            "INSERT INTO ContentChunks (ContentId, Ordinal, Bytes, Unpacked) VALUES ($id, $ordinal, $bytes, $unpacked)",
            "$id",
            "$ordinal",
            "$bytes",
            "$unpacked"
        );
        _noChunks = connection.Command("DELETE FROM ContentChunks WHERE ContentId = $id", "$id");
        _mended = connection.Command(
            "UPDATE Contents SET Size = $size, IsDamaged = 0, CheckedAt = NULL WHERE Id = $id",
            "$id",
            "$size"
        );
        _link = connection.Command(
            "INSERT OR IGNORE INTO ContentLinks (FromId, ToId) VALUES ($from, $to)",
            "$from",
            "$to"
        );
        foreach (var command in Commands)
            command.Transaction = _transaction;
    }

    private SqliteCommand[] Commands =>
        [_find, _content, _whole, _chunk, _noChunks, _mended, _link];

    public bool HoldsAll(Digest digest) => Find(digest) is { IsWhole: true, IsDamaged: false };

    public Digest Put(Stream bytes)
    {
        var start = bytes.Position;
        if (bytes.Length - start <= ChunkSize)
        {
            var whole = new byte[bytes.Length - start];
            return Put(
                whole.AsSpan(0, bytes.ReadAtLeast(whole, whole.Length, throwOnEndOfStream: false))
            );
        }
        var digest = Digest.Of(bytes);
        if (HoldsAll(digest))
            return digest;
        bytes.Position = start;
        PutAll(digest, bytes, bytes.Length - start);
        return digest;
    }

    public Digest Put(ReadOnlySpan<byte> bytes)
    {
        var digest = Digest.Of(bytes);
        Put(digest, bytes, isWhole: true, isRecord: false);
        return digest;
    }

    public Digest PutRecord(
        ReadOnlySpan<byte> record,
        IReadOnlyCollection<NamedContent> names,
        bool isWhole
    )
    {
        var digest = Digest.Of(record);
        var id = Put(digest, record, isWhole, isRecord: true);
        foreach (var name in names)
            if (Find(name.Digest) is { } named)
                Run(_link, id, named.Id);
        return digest;
    }

    public void Mend(Digest digest, Stream bytes)
    {
        var start = bytes.Position;
        if (Digest.Of(bytes) != digest)
            throw new MissingContentException(digest);
        bytes.Position = start;
        PutAll(digest, bytes, bytes.Length - start);
    }

    public IReadOnlyCollection<Digest> Taken => _taken;

    public void Commit() => _transaction.Commit();

    public void Dispose()
    {
        foreach (var command in Commands)
            command.Dispose();
        _transaction.Dispose();
        _db.Dispose();
    }

    /// <summary>Some content that is held.</summary>
    /// <param name="Id">Its number.</param>
    /// <param name="IsWhole">Whether all that is in it is held too.</param>
    /// <param name="IsDamaged">Whether its copy is known to be damaged.</param>
    private readonly record struct Held(long Id, bool IsWhole, bool IsDamaged);

    private Held? Find(Digest digest)
    {
        _find.Parameters[0].Value = digest.Bytes;
        using var found = _find.ExecuteReader();
        return found.Read()
            ? new Held(found.GetInt64(0), found.GetBoolean(1), found.GetBoolean(2))
            : null;
    }

    private long Put(Digest digest, ReadOnlySpan<byte> bytes, bool isWhole, bool isRecord)
    {
        long id;
        if (Find(digest) is { } held)
        {
            id = held.Id;
            if (isWhole && !held.IsWhole)
                Run(_whole, id);
            if (!held.IsDamaged)
                return id;
            Clear(digest, id, bytes.Length);
        }
        else
            id = Insert(digest, bytes.Length, isWhole);
        for (var ordinal = 0; ordinal * ChunkSize < bytes.Length; ordinal++)
        {
            var rest = bytes[(ordinal * ChunkSize)..];
            var piece = rest[..Math.Min(ChunkSize, rest.Length)];
            var (kept, unpacked) = isRecord ? Packing.Pack(piece) : (piece.ToArray(), null);
            Run(_chunk, id, ordinal, kept, unpacked ?? (object)DBNull.Value);
        }
        return id;
    }

    /// <summary>Takes the pieces of a copy away that is written again.</summary>
    private void Clear(Digest digest, long id, long size)
    {
        Run(_mended, id, size);
        Run(_noChunks, id);
        _taken.Add(digest);
    }

    private void PutAll(Digest digest, Stream bytes, long size)
    {
        var held = Find(digest)?.Id;
        if (held is { } damaged)
            Clear(digest, damaged, size);
        InsertChunks(held ?? Insert(digest, size, isWhole: true), bytes);
    }

    private void InsertChunks(long id, Stream bytes)
    {
        var buffer = new byte[ChunkSize];
        for (
            var (ordinal, length) = (0, Read());
            length > 0;
            (ordinal, length) = (ordinal + 1, Read())
        )
            Run(_chunk, id, ordinal, buffer.AsSpan(0, length).ToArray(), DBNull.Value);

        int Read() => bytes.ReadAtLeast(buffer, ChunkSize, throwOnEndOfStream: false);
    }

    private long Insert(Digest digest, long size, bool isWhole)
    {
        _content.Parameters[0].Value = digest.Bytes;
        _content.Parameters[1].Value = size;
        _content.Parameters[2].Value = isWhole;
        _taken.Add(digest);
        return (long)_content.ExecuteScalar()!;
    }

    private static void Run(SqliteCommand command, params ReadOnlySpan<object> values)
    {
        for (var i = 0; i < values.Length; i++)
            command.Parameters[i].Value = values[i];
        command.ExecuteNonQuery();
    }
}
