namespace Furoshiki.Core.Content;

/// <summary>What is known of the content that savings and safe states hold.</summary>
public interface ISavedContent
{
    /// <summary>The length in bytes of the content with this digest; null if it is not held.</summary>
    long? SizeOf(Digest digest);

    /// <summary>The tree whose record has this digest; null if it is not held.</summary>
    Tree? FindTree(Digest digest);
}

/// <summary>Content by its digest: the same bytes are held once, and never change.</summary>
public interface IContentStore : ISavedContent
{
    /// <summary>Takes in all bytes of a stream that can seek, and returns their digest. Nothing is kept if reading fails.</summary>
    Digest Put(Stream bytes);

    /// <summary>Opens the bytes with this digest for reading.</summary>
    /// <exception cref="MissingContentException">They are not held.</exception>
    Stream Open(Digest digest);
}

/// <summary>Shorter ways to use a content store for small content.</summary>
public static class ContentStoreExtensions
{
    /// <summary>Takes in some bytes and returns their digest.</summary>
    public static Digest Put(this IContentStore store, ReadOnlyMemory<byte> bytes)
    {
        using var stream = new MemoryStream(bytes.ToArray(), writable: false);
        return store.Put(stream);
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

/// <summary>Content was asked for that is not held.</summary>
/// <param name="digest">The digest that was asked for.</param>
public sealed class MissingContentException(Digest digest)
    : Exception($"The content {digest.Short} is not held here.");
