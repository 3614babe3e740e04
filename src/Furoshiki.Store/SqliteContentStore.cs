using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>Content in the database: in pieces, so that neither reading nor writing needs all of it in memory.</summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class SqliteContentStore(IDbContextFactory<FuroshikiDb> databases) : IContentStore
{
    /// <summary>Length of a piece in bytes; the last one is shorter.</summary>
    public const int ChunkSize = 1024 * 1024;

    private readonly Lock _putting = new();

    /// <inheritdoc />
    public long? SizeOf(Digest digest)
    {
        using var db = databases.CreateDbContext();
        return db
            .Contents.Where(one => one.Digest == digest.Hex)
            .Select(one => (long?)one.Size)
            .FirstOrDefault();
    }

    /// <inheritdoc />
    public Tree? FindTree(Digest digest) =>
        SizeOf(digest) is null ? null : Tree.Parse(this.Read(digest));

    /// <inheritdoc />
    public Digest Put(Stream bytes)
    {
        var start = bytes.Position;
        var digest = Digest.Of(bytes);
        lock (_putting)
        {
            if (SizeOf(digest) is null)
            {
                bytes.Position = start;
                Insert(digest, bytes);
            }
        }
        return digest;
    }

    private void Insert(Digest digest, Stream bytes)
    {
        using var db = databases.CreateDbContext();
        using var transaction = db.Database.BeginTransaction();
        var row = new ContentRow { Digest = digest.Hex };
        db.Contents.Add(row);
        var buffer = new byte[ChunkSize];
        for (var ordinal = 0; ; ordinal++)
        {
            var length = bytes.ReadAtLeast(buffer, ChunkSize, throwOnEndOfStream: false);
            if (length == 0)
                break;
            var chunk = new ContentChunkRow
            {
                Digest = digest.Hex,
                Ordinal = ordinal,
                Bytes = buffer[..length],
            };
            db.ContentChunks.Add(chunk);
            row.Size += length;
            db.SaveChanges();
            db.Entry(chunk).State = EntityState.Detached;
        }
        db.SaveChanges();
        transaction.Commit();
    }

    /// <inheritdoc />
    public Stream Open(Digest digest) =>
        SizeOf(digest) is { } size
            ? new ChunkStream(databases, digest, size)
            : throw new MissingContentException(digest);
}
