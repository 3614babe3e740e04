using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;

namespace Furoshiki.App.Looks;

/// <summary>Remembers the looks that were used last.</summary>
/// <param name="most">How many, from 1.</param>
internal sealed class RecentLooks(int most)
{
    private readonly Lock _using = new();
    private readonly Dictionary<Digest, LinkedListNode<Look>> _known = [];

    /// <summary>The one that was used last stands first.</summary>
    private readonly LinkedList<Look> _order = [];

    /// <summary>Remembers a look.</summary>
    public void Add(Look look)
    {
        lock (_using)
        {
            if (Use(look.Digest) is not null)
                return;
            _known[look.Digest] = _order.AddFirst(look);
            if (_order.Count <= most)
                return;
            _known.Remove(_order.Last!.Value.Digest);
            _order.RemoveLast();
        }
    }

    /// <summary>The look with a digest; null if it is not remembered.</summary>
    public Look? Find(Digest digest)
    {
        lock (_using)
            return Use(digest);
    }

    private Look? Use(Digest digest)
    {
        if (!_known.TryGetValue(digest, out var node))
            return null;
        _order.Remove(node);
        _order.AddFirst(node);
        return node.Value;
    }
}
