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

    private readonly FuroshikiDb _db;
    private readonly SqliteTransaction _transaction;
    private readonly SqliteCommand _holds;
    private readonly SqliteCommand _content;
    private readonly SqliteCommand _whole;
    private readonly SqliteCommand _chunk;

    public SqliteContentBatch(FuroshikiDb db)
    {
        _db = db;
        var connection = db.Connection();
        // The lock is taken at once: two batches wait for each other and do not meet halfway.
        _transaction = connection.BeginTransaction(deferred: false);
        _holds = connection.Command(
            "SELECT IsWhole FROM Contents WHERE Digest = $digest",
            "$digest"
        );
        _content = connection.Command(
            "INSERT INTO Contents (Digest, Size, IsWhole) VALUES ($digest, $size, $whole)",
            "$digest",
            "$size",
            "$whole"
        );
        _whole = connection.Command(
            "UPDATE Contents SET IsWhole = 1 WHERE Digest = $digest",
            "$digest"
        );
        _chunk = connection.Command(
            "INSERT INTO ContentChunks (Digest, Ordinal, Bytes) VALUES ($digest, $ordinal, $bytes)",
            "$digest",
            "$ordinal",
            "$bytes"
        );
        foreach (var command in Commands)
            command.Transaction = _transaction;
    }

    private SqliteCommand[] Commands => [_holds, _content, _whole, _chunk];

    public bool HoldsAll(Digest digest) => IsWhole(digest) == true;

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
        InsertAll(digest, bytes, bytes.Length - start, isWhole: true);
        return digest;
    }

    public Digest Put(ReadOnlySpan<byte> bytes)
    {
        var digest = Digest.Of(bytes);
        Put(digest, bytes, isWhole: true);
        return digest;
    }

    public void PutRecord(ReadOnlySpan<byte> record, bool isWhole) =>
        Put(Digest.Of(record), record, isWhole);

    public void Mend(Digest digest, Stream bytes)
    {
        var start = bytes.Position;
        if (Digest.Of(bytes) != digest)
            throw new MissingContentException(digest);
        var isWhole = IsWhole(digest) ?? true;
        bytes.Position = start;
        using (
            var remove = _db.Connection()
                .Command(
                    "DELETE FROM ContentChunks WHERE Digest = $digest; DELETE FROM Contents WHERE Digest = $digest",
                    "$digest"
                )
        )
        {
            remove.Transaction = _transaction;
            remove.Parameters[0].Value = digest.Hex;
            remove.ExecuteNonQuery();
        }
        InsertAll(digest, bytes, bytes.Length - start, isWhole);
    }

    public void Commit() => _transaction.Commit();

    public void Dispose()
    {
        foreach (var command in Commands)
            command.Dispose();
        _transaction.Dispose();
        _db.Dispose();
    }

    /// <summary>Whether all that is in some content is held; null if the content itself is not.</summary>
    private bool? IsWhole(Digest digest)
    {
        _holds.Parameters[0].Value = digest.Hex;
        return _holds.ExecuteScalar() is long whole ? whole == 1 : null;
    }

    private void Put(Digest digest, ReadOnlySpan<byte> bytes, bool isWhole)
    {
        var held = IsWhole(digest);
        if (held is null)
        {
            Insert(digest, bytes.Length, isWhole);
            for (var ordinal = 0; ordinal * ChunkSize < bytes.Length; ordinal++)
            {
                var rest = bytes[(ordinal * ChunkSize)..];
                Insert(digest, ordinal, rest[..Math.Min(ChunkSize, rest.Length)]);
            }
        }
        else if (isWhole && held == false)
        {
            _whole.Parameters[0].Value = digest.Hex;
            _whole.ExecuteNonQuery();
        }
    }

    private void InsertAll(Digest digest, Stream bytes, long size, bool isWhole)
    {
        Insert(digest, size, isWhole);
        var buffer = new byte[ChunkSize];
        for (
            var (ordinal, length) = (0, Read());
            length > 0;
            (ordinal, length) = (ordinal + 1, Read())
        )
            Insert(digest, ordinal, buffer.AsSpan(0, length));

        int Read() => bytes.ReadAtLeast(buffer, ChunkSize, throwOnEndOfStream: false);
    }

    private void Insert(Digest digest, long size, bool isWhole)
    {
        _content.Parameters[0].Value = digest.Hex;
        _content.Parameters[1].Value = size;
        _content.Parameters[2].Value = isWhole;
        _content.ExecuteNonQuery();
    }

    private void Insert(Digest digest, int ordinal, ReadOnlySpan<byte> bytes)
    {
        _chunk.Parameters[0].Value = digest.Hex;
        _chunk.Parameters[1].Value = ordinal;
        _chunk.Parameters[2].Value = bytes.ToArray();
        _chunk.ExecuteNonQuery();
    }
}
