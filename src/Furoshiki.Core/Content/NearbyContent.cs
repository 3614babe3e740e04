using System.Collections.Concurrent;

namespace Furoshiki.Core.Content;

/// <summary>
/// What savings hold, of which only that is read that does not stand nearby: of a tree of which a few files differ from one that is at
/// hand, only the folders on the way to them.
/// </summary>
/// <param name="content">The content.</param>
/// <param name="nearby">The trees that are at hand.</param>
public sealed class NearbyContent(IContentStore content, Func<IEnumerable<Tree>> nearby)
    : ISavedContent
{
    private const int Most = 512;

    private readonly ConcurrentDictionary<Digest, Tree> _known = new();

    /// <inheritdoc />
    public long? SizeOf(Digest digest) => content.SizeOf(digest);

    /// <inheritdoc />
    public bool HoldsAll(Digest digest) => content.HoldsAll(digest);

    /// <inheritdoc />
    public Tree? FindTree(Digest digest)
    {
        var near = nearby().ToList();
        if (near.Find(tree => tree.Digest == digest) is { } here)
            return here;
        if (_known.TryGetValue(digest, out var known))
            return known;
        return content.FindTree(digest, near) is { } kept ? _known.Keep(digest, kept, Most) : null;
    }
}
