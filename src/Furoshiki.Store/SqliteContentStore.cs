using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>Content in the database: in pieces, so that neither reading nor writing needs all of it in memory.</summary>
/// <param name="databases">Makes database contexts.</param>
/// <param name="clock">Tells the time.</param>
public sealed class SqliteContentStore(IDbContextFactory<FuroshikiDb> databases, TimeProvider clock)
    : IContentStore
{
    /// <summary>Length of a piece in bytes; the last one is shorter.</summary>
    public const int ChunkSize = 1024 * 1024;

    /// <summary>Content was taken in that nobody will name, since it was not done to its end: it can be given back.</summary>
    public event EventHandler? LeftBehind;

    /// <summary>Connections that are not in use; each has its commands prepared.</summary>
    private readonly ConcurrentBag<ContentConnection> _idle = [];

    /// <inheritdoc />
    public long? SizeOf(Digest digest) => With(connection => connection.SizeOf(digest));

    /// <inheritdoc />
    public bool HoldsAll(Digest digest) => With(connection => connection.IsWhole(digest));

    /// <inheritdoc />
    public Tree? FindTree(Digest digest) => FindTree(digest, []);

    /// <inheritdoc />
    public Tree? FindTree(Digest digest, IReadOnlyCollection<Tree> near)
    {
        try
        {
            return With(connection =>
            {
                return Find(digest, near);

                Tree Find(Digest wanted, IReadOnlyCollection<Tree> near) =>
                    near.FirstOrDefault(tree => tree.Digest == wanted)
                    ?? Tree.Parse(
                        connection.ReadAll(wanted),
                        (name, inside) =>
                            Find(
                                inside,
                                [.. near.Select(tree => tree.FindFolder(name)).OfType<Tree>()]
                            )
                    );
            });
        }
        catch (Exception problem) when (problem is MissingContentException or FormatException)
        {
            return null;
        }
    }

    /// <inheritdoc />
    public Tree? FindWhatIsLeft(Digest digest, out IReadOnlyList<Gap> lost)
    {
        var gaps = new List<Gap>();
        lost = gaps;
        return With(connection => Find(connection, digest, ""));

        Tree? Find(ContentConnection connection, Digest wanted, string prefix)
        {
            try
            {
                return Tree.Parse(
                    connection.ReadAll(wanted),
                    (name, inside) =>
                        Find(connection, inside, $"{prefix}{name}/") ?? Lose(prefix + name)
                );
            }
            catch (Exception problem) when (problem is MissingContentException or FormatException)
            {
                return null;
            }
        }

        Tree Lose(string path)
        {
            gaps.Add(new Gap(path, "The list of what was in it is damaged."));
            return Tree.Empty;
        }
    }

    /// <inheritdoc />
    public FileState? FindIn(Digest digest, string path)
    {
        try
        {
            return With(connection => Find(connection, digest, path));
        }
        catch (Exception problem) when (problem is MissingContentException or FormatException)
        {
            return null;
        }

        static FileState? Find(ContentConnection connection, Digest digest, string path)
        {
            Digest? within = null;
            var rest = "";
            var record = Tree.Parse(
                connection.ReadAll(digest),
                (name, inside) =>
                {
                    if (PathText.IsUnder(path, name))
                        (within, rest) = (inside, path[(name.Length + 1)..]);
                    return Tree.Empty;
                }
            );
            return within is { } folder ? Find(connection, folder, rest) : record.Find(path);
        }
    }

    /// <inheritdoc />
    public IReadOnlyList<Digest> Damaged(IEnumerable<Digest> digests) =>
        With(connection => digests.Where(one => !connection.IsIntact(one)).ToList());

    /// <inheritdoc />
    public IReadOnlyList<Digest> Check(IEnumerable<Digest> digests) =>
        With(connection =>
        {
            var all = digests
                .Select(one => (Digest: one, IsIntact: connection.IsIntact(one)))
                .ToList();
            // Read first, noted then: others write while a long content is read.
            connection.Note(all, clock.GetUtcNow().ToUnixTimeSeconds());
            return all.Where(one => !one.IsIntact).Select(one => one.Digest).ToList();
        });

    /// <inheritdoc />
    public IContentHold Hold() =>
        new SqliteContentHold(databases, () => LeftBehind?.Invoke(this, EventArgs.Empty));

    /// <inheritdoc />
    public Stream Open(Digest digest) =>
        With<Stream?>(connection =>
            connection.SizeOf(digest) switch
            {
                null => throw new MissingContentException(digest),
                <= ChunkSize => new MemoryStream(connection.ReadAll(digest), writable: false),
                _ => null,
            }
        ) ?? new ChunkStream(new ContentConnection(databases), digest);

    private T With<T>(Func<ContentConnection, T> use)
    {
        var connection = _idle.TryTake(out var idle) ? idle : new ContentConnection(databases);
        try
        {
            return use(connection);
        }
        finally
        {
            _idle.Add(connection);
        }
    }
}
