using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>Content in the database: in pieces, so that neither reading nor writing needs all of it in memory.</summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class SqliteContentStore(IDbContextFactory<FuroshikiDb> databases) : IContentStore
{
    /// <summary>Length of a piece in bytes; the last one is shorter.</summary>
    public const int ChunkSize = 1024 * 1024;

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
    public bool HoldsAll(Digest digest)
    {
        using var db = databases.CreateDbContext();
        return db.Contents.Any(one => one.Digest == digest.Hex && one.IsWhole);
    }

    /// <inheritdoc />
    public Tree? FindTree(Digest digest)
    {
        using var connection = new ContentConnection(databases);
        try
        {
            return Find(digest);
        }
        catch (MissingContentException)
        {
            return null;
        }

        Tree Find(Digest wanted) => Tree.Parse(connection.ReadAll(wanted), Find);
    }

    /// <inheritdoc />
    public IContentBatch Begin() => new SqliteContentBatch(databases.CreateDbContext());

    /// <inheritdoc />
    public Stream Open(Digest digest)
    {
        var connection = new ContentConnection(databases);
        var size = connection.SizeOf(digest);
        if (size <= ChunkSize)
        {
            using (connection)
                return new MemoryStream(connection.ReadAll(digest), writable: false);
        }
        if (size is { } length)
            return new ChunkStream(connection, digest, length);
        connection.Dispose();
        throw new MissingContentException(digest);
    }
}
