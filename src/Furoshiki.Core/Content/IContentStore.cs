namespace Furoshiki.Core.Content;

/// <summary>What is known of the content that savings and safe states hold.</summary>
public interface ISavedContent
{
    /// <summary>The length in bytes of the content with this digest; null if it is not held.</summary>
    long? SizeOf(Digest digest);

    /// <summary>
    /// Whether the content with this digest is held with all that is in it: of a tree of which only the records were kept, false.
    /// </summary>
    bool HoldsAll(Digest digest);

    /// <summary>The tree whose record has this digest; null if it, or one within it, is not held.</summary>
    Tree? FindTree(Digest digest);
}

/// <summary>Content by its digest: the same bytes are held once, and never change.</summary>
public interface IContentStore : ISavedContent
{
    /// <summary>
    /// Holds all that is kept: what nobody names is given back at times, and what was found here, or taken in, is named by nobody until
    /// the saving or safe state is written that it belongs to. Hold before looking, let go after naming.
    /// </summary>
    IContentHold Hold();

    /// <summary>The tree whose record has this digest; null if it, or one within it, is neither held nor at hand.</summary>
    /// <param name="digest">The digest.</param>
    /// <param name="near">Trees that are at hand: a folder that stands at the same place in one of them is not read.</param>
    Tree? FindTree(Digest digest, IReadOnlyCollection<Tree> near);

    /// <summary>The tree whose record has this digest, without the folders in it whose records are not held or are damaged.</summary>
    /// <param name="digest">The digest.</param>
    /// <param name="lost">Those folders; each is empty in the tree.</param>
    /// <returns>The tree; null if its own record is not held, or is damaged.</returns>
    Tree? FindWhatIsLeft(Digest digest, out IReadOnlyList<Gap> lost);

    /// <summary>What stands at a path of a tree, of which nothing is read but the records on the way.</summary>
    /// <param name="digest">The digest of the tree's record.</param>
    /// <param name="path">The path.</param>
    /// <returns>What stands there; null if nothing does, or that cannot be told.</returns>
    FileState? FindIn(Digest digest, string path);

    /// <summary>What of some content is not held or is damaged, found by reading it to its end; nothing is noted.</summary>
    IReadOnlyList<Digest> Damaged(IEnumerable<Digest> digests);

    /// <summary>Opens the bytes with this digest for reading.</summary>
    /// <exception cref="MissingContentException">They are not held.</exception>
    Stream Open(Digest digest);

    /// <summary>
    /// Reads content to its end, and notes of each that it was seen whole now, or that it is damaged.
    /// </summary>
    /// <returns>What is damaged, or not held.</returns>
    IReadOnlyList<Digest> Check(IEnumerable<Digest> digests);
}

/// <summary>While there is one, nothing that is kept is given back. It ends with the process that has it, however that ends.</summary>
public interface IContentHold : IDisposable
{
    /// <summary>Begins to take in content, of which what nobody names afterwards is given back.</summary>
    IContentBatch Begin();
}

/// <summary>
/// Content on its way into a store, step by step, so that others write in between. What is not committed can be lost, and is named by
/// nobody. Not for use by several threads.
/// </summary>
public interface IContentBatch : IDisposable
{
    /// <summary>Whether the content with this digest is held, with all that is in it, or taken in by this batch.</summary>
    bool HoldsAll(Digest digest);

    /// <summary>Takes in all bytes of a stream that can seek, and returns their digest.</summary>
    Digest Put(Stream bytes);

    /// <summary>Takes in some bytes, and returns their digest.</summary>
    Digest Put(ReadOnlySpan<byte> bytes);

    /// <summary>
    /// Takes in a record that names other content, of a folder or a look: what it names, as far as it is held, is kept as long as the
    /// record is.
    /// </summary>
    /// <param name="record">The record.</param>
    /// <param name="names">The content that it names, which is taken in before it.</param>
    /// <param name="isWhole">Whether all that it names is held, or taken in by this batch.</param>
    /// <returns>The record's digest.</returns>
    Digest PutRecord(
        ReadOnlySpan<byte> record,
        IReadOnlyCollection<NamedContent> names,
        bool isWhole
    );

    /// <summary>Writes content again whose copy was found damaged.</summary>
    /// <param name="digest">Its digest.</param>
    /// <param name="bytes">Its bytes, as they are elsewhere; a stream that can seek.</param>
    /// <exception cref="MissingContentException">These are other bytes.</exception>
    void Mend(Digest digest, Stream bytes);

    /// <summary>What was taken in and had not been held before, once it is committed.</summary>
    IReadOnlyCollection<Digest> Taken { get; }

    /// <summary>Keeps all that was taken in; once this has returned it is on the disk.</summary>
    void Commit();
}

/// <summary>Shorter ways to use a content store.</summary>
public static class ContentStoreExtensions
{
    /// <summary>Keeps all bytes of a stream that can seek, and returns their digest.</summary>
    public static Digest Put(this IContentHold hold, Stream bytes)
    {
        using var batch = hold.Begin();
        var digest = batch.Put(bytes);
        batch.Commit();
        return digest;
    }

    /// <summary>Keeps some bytes and returns their digest.</summary>
    public static Digest Put(this IContentHold hold, ReadOnlyMemory<byte> bytes)
    {
        using var batch = hold.Begin();
        var digest = batch.Put(bytes.Span);
        batch.Commit();
        return digest;
    }

    /// <summary>
    /// Takes in a tree: the files in it, and its records after them. Folders that are held already are passed over with all that
    /// is in them.
    /// </summary>
    /// <param name="batch">The batch.</param>
    /// <param name="tree">The tree.</param>
    /// <param name="file">Takes in the file at a path of the tree that is not held; null to take in the records alone.</param>
    public static void PutTree(
        this IContentBatch batch,
        Tree tree,
        Action<string, FileState>? file
    ) => PutTree(batch, tree, file, "");

    private static void PutTree(
        IContentBatch batch,
        Tree tree,
        Action<string, FileState>? file,
        string prefix
    )
    {
        if (batch.HoldsAll(tree.Digest))
            return;
        foreach (var entry in tree.Entries)
            if (entry.Inside is { } inside)
                PutTree(batch, inside, file, $"{prefix}{entry.Name}/");
            else if (
                file is not null
                && entry.State.Content is { } digest
                && !batch.HoldsAll(digest)
            )
                file(prefix + entry.Name, entry.State);
        batch.PutRecord(tree.Bytes.Span, Tree.NamesIn(tree.Bytes.Span), isWhole: file is not null);
    }

    /// <summary>Reads the whole of some content into memory.</summary>
    /// <exception cref="MissingContentException">It is not held.</exception>
    public static byte[] Read(this IContentStore store, Digest digest)
    {
        using var stream = store.Open(digest);
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }
}

/// <summary>Content was asked for that is not held, or whose copy is damaged.</summary>
/// <param name="digest">The digest that was asked for.</param>
public sealed class MissingContentException(Digest digest)
    : Exception($"The content {digest.Short} is not held here, or damaged.");
