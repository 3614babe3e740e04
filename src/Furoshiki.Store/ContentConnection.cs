using System.Security.Cryptography;
using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>
/// Reads content over one open connection. Thousands of small pieces are read in a second, so it speaks SQL with prepared
/// commands.
/// </summary>
internal sealed class ContentConnection : IDisposable
{
    private readonly FuroshikiDb _db;
    private readonly SqliteCommand _size;
    private readonly SqliteCommand _whole;
    private readonly SqliteCommand _chunk;

    public ContentConnection(IDbContextFactory<FuroshikiDb> databases)
    {
        _db = databases.CreateDbContext();
        var connection = _db.Connection();
        _size = connection.Command("SELECT Size FROM Contents WHERE Digest = $digest", "$digest");
        _whole = connection.Command(
            "SELECT IsWhole FROM Contents WHERE Digest = $digest",
            "$digest"
        );
        _chunk = connection.Command(
            "SELECT Bytes, Unpacked FROM ContentChunks JOIN Contents ON Contents.Id = ContentId WHERE Digest = $digest AND Ordinal = $ordinal",
            "$digest",
            "$ordinal"
        );
    }

    /// <summary>The length of some content in bytes; null if it is not held.</summary>
    public long? SizeOf(Digest digest)
    {
        _size.Parameters[0].Value = digest.Bytes;
        return (long?)_size.ExecuteScalar();
    }

    /// <summary>Whether some content is held with all that is in it.</summary>
    public bool IsWhole(Digest digest)
    {
        _whole.Parameters[0].Value = digest.Bytes;
        return _whole.ExecuteScalar() is 1L;
    }

    /// <summary>A piece of some content.</summary>
    /// <exception cref="MissingContentException">It is not held.</exception>
    public byte[] ReadChunk(Digest digest, int ordinal) =>
        FindChunk(digest, ordinal) ?? throw new MissingContentException(digest);

    /// <summary>The whole of some content, checked.</summary>
    /// <exception cref="MissingContentException">It is not held, or its copy is damaged.</exception>
    public byte[] ReadAll(Digest digest)
    {
        var size = SizeOf(digest) ?? throw new MissingContentException(digest);
        using var bytes = new MemoryStream((int)size);
        for (var ordinal = 0; (long)ordinal * SqliteContentStore.ChunkSize < size; ordinal++)
            bytes.Write(ReadChunk(digest, ordinal));
        var all = bytes.ToArray();
        return Digest.Of(all) == digest ? all : throw new MissingContentException(digest);
    }

    /// <summary>Whether some content is held, and all of it has its digest.</summary>
    public bool IsIntact(Digest digest)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var left = SizeOf(digest) ?? -1;
        for (var ordinal = 0; left > 0; ordinal++)
        {
            if (FindChunk(digest, ordinal) is not { Length: > 0 } chunk)
                return false;
            hash.AppendData(chunk);
            left -= chunk.Length;
        }
        return left == 0 && Digest.OfHash(hash.GetHashAndReset()) == digest;
    }

    /// <summary>A piece of some content; null if it is not held, or damaged so that it cannot be unpacked.</summary>
    private byte[]? FindChunk(Digest digest, int ordinal)
    {
        _chunk.Parameters[0].Value = digest.Bytes;
        _chunk.Parameters[1].Value = ordinal;
        using var row = _chunk.ExecuteReader();
        return row.Read() ? Packing.Open((byte[])row[0], row[1] as long?) : null;
    }

    /// <summary>Notes of each content that it was seen whole at a moment, or that it is damaged.</summary>
    public void Note(IReadOnlyCollection<(Digest Digest, bool IsIntact)> seen, long at)
    {
        if (seen.Count == 0)
            return;
        var connection = _db.Connection();
        using var all = connection.BeginTransaction(deferred: false);
        using var note = connection.Command(
            "UPDATE Contents SET CheckedAt = $at, IsDamaged = $damaged WHERE Digest = $digest",
            "$at",
            "$damaged",
            "$digest"
        );
        note.Transaction = all;
        note.Parameters[0].Value = at;
        foreach (var (digest, isIntact) in seen)
        {
            note.Parameters[1].Value = !isIntact;
            note.Parameters[2].Value = digest.Bytes;
            note.ExecuteNonQuery();
        }
        all.Commit();
    }

    public void Dispose()
    {
        _size.Dispose();
        _whole.Dispose();
        _chunk.Dispose();
        _db.Dispose();
    }
}

internal static class SqliteExtensions
{
    /// <summary>The database's connection, open.</summary>
    public static SqliteConnection Connection(this FuroshikiDb db)
    {
        db.Database.OpenConnection();
        return (SqliteConnection)db.Database.GetDbConnection();
    }

    /// <summary>A prepared command with its parameters, which have no values yet.</summary>
    public static SqliteCommand Command(
        this SqliteConnection connection,
        string text,
        params ReadOnlySpan<string> parameters
    )
    {
        var command = connection.CreateCommand();
        command.CommandText = text;
        foreach (var name in parameters)
            command.Parameters.Add(new SqliteParameter { ParameterName = name });
        return command;
    }
}
