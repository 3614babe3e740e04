using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>What something that was kept costs, in bytes of content.</summary>
/// <param name="Alone">What is kept for it alone, and would be given back without it.</param>
/// <param name="Shared">What it has in common with other things.</param>
public sealed record ContentCost(long Alone, long Shared);

/// <summary>How the content stands that is kept for something.</summary>
/// <param name="Cost">What it costs.</param>
/// <param name="SeenWhole">When the last of it was read and found whole (UTC); null if some of it never was read again.</param>
/// <param name="Damaged">What of it was found damaged.</param>
public sealed record ContentHealth(
    ContentCost Cost,
    DateTime? SeenWhole,
    IReadOnlyList<Digest> Damaged
);

/// <summary>Tells what things cost that were kept, and how they stand.</summary>
/// <param name="databases">Makes database contexts.</param>
public sealed class ContentCosts(IDbContextFactory<FuroshikiDb> databases)
{
    /// <summary>How the view of what names content calls a saving.</summary>
    public static string OfSaving(long id) => $"saving {id}";

    /// <summary>How it calls a profile's screenshot.</summary>
    public static string OfProfile(long id) => $"profile {id}";

    /// <summary>How it calls a safe state.</summary>
    public static string OfSafeState(long id) => $"safe state {id}";

    /// <summary>How it calls a desktop's map, and what its session shows.</summary>
    public static string OfDesktop(long id) => $"desktop {id}";

    /// <summary>How it calls what was done to a fitting.</summary>
    public static string OfFitting(long id) => $"fitting {id}";

    /// <summary>How it calls what was set aside.</summary>
    public static string OfAside(long id) => $"aside {id}";

    /// <summary>
    /// How several things stand, each of which may be more than one: what those share with each other counts as kept for them alone.
    /// </summary>
    /// <param name="things">For each thing, what it is called by the view of what names content.</param>
    public IReadOnlyList<ContentHealth> Of(IEnumerable<IReadOnlyCollection<string>> things)
    {
        using var db = databases.CreateDbContext();
        var graph = new Graph(db);
        return [.. things.Select(owners => graph.Of(owners.ToHashSet(StringComparer.Ordinal)))];
    }

    /// <summary>All content with what it names, as it stands in the database at one moment.</summary>
    private sealed class Graph
    {
        private readonly Dictionary<long, Node> _nodes = [];
        private readonly Dictionary<string, List<Node>> _roots = new(StringComparer.Ordinal);
        private readonly Reached _reached = new();
        private Dictionary<string, long>? _alone;

        private sealed class Node(long size, long? checkedAt, Digest? damaged)
        {
            public long Size => size;
            public long? CheckedAt => checkedAt;
            public Digest? Damaged => damaged;
            public List<Node> Named { get; } = [];

            /// <summary>How many contents name it.</summary>
            public int Names { get; set; }
            public List<string> Owners { get; } = [];
        }

        public Graph(FuroshikiDb db)
        {
            var connection = db.Connection();
            using var moment = connection.BeginTransaction(deferred: true);
            using (
                var command = connection.Command(
                    "SELECT Id, Size, CheckedAt, CASE WHEN IsDamaged THEN Digest END FROM Contents"
                )
            )
            {
                command.Transaction = moment;
                using var rows = command.ExecuteReader();
                while (rows.Read())
                    _nodes[rows.GetInt64(0)] = new Node(
                        rows.GetInt64(1),
                        rows.IsDBNull(2) ? null : rows.GetInt64(2),
                        rows.IsDBNull(3) ? null : Digest.OfHash((byte[])rows[3])
                    );
            }
            using (var command = connection.Command("SELECT FromId, ToId FROM ContentLinks"))
            {
                command.Transaction = moment;
                using var rows = command.ExecuteReader();
                while (rows.Read())
                {
                    var named = _nodes[rows.GetInt64(1)];
                    _nodes[rows.GetInt64(0)].Named.Add(named);
                    named.Names++;
                }
            }
            using (
                var command = connection.Command(
                    "SELECT Contents.Id, Owner FROM ContentRoots JOIN Contents ON Contents.Digest = ContentRoots.Digest"
                )
            )
            {
                command.Transaction = moment;
                using var rows = command.ExecuteReader();
                while (rows.Read())
                {
                    var (node, owner) = (_nodes[rows.GetInt64(0)], rows.GetString(1));
                    node.Owners.Add(owner);
                    if (!_roots.TryGetValue(owner, out var roots))
                        _roots.Add(owner, roots = []);
                    roots.Add(node);
                }
            }
        }

        /// <summary>How things stand. What one thing has is told from what the last one had, by what differs.</summary>
        public ContentHealth Of(HashSet<string> owners)
        {
            _reached.Be([
                .. owners.SelectMany(owner =>
                    _roots.TryGetValue(owner, out var roots) ? roots : []
                ),
            ]);
            var alone =
                owners.Count == 1 ? Alone.GetValueOrDefault(owners.First()) : AloneOf(owners);
            return new ContentHealth(
                new ContentCost(alone, _reached.Size - alone),
                _reached.SeenWhole,
                _reached.Damaged
            );
        }

        /// <summary>How many bytes each single owner has alone: what is named by it and by what it has alone, and by nothing else.</summary>
        private Dictionary<string, long> Alone => _alone ??= WorkOutAlone();

        private Dictionary<string, long> WorkOutAlone()
        {
            var all = new Dictionary<string, long>(StringComparer.Ordinal);
            foreach (var (node, only) in OnlyOwners(node => node.Owners))
                if (only is { Length: > 0 })
                    all[only] = all.GetValueOrDefault(only) + node.Size;
            return all;
        }

        /// <summary>How many bytes some owners have alone among them.</summary>
        private long AloneOf(HashSet<string> owners) =>
            OnlyOwners(node =>
                    node.Owners.Select(owner => owners.Contains(owner) ? "these" : owner)
                )
                .Where(one => one.Only == "these")
                .Sum(one => one.Node.Size);

        /// <summary>For each content its only owner, through whatever names it; empty for several, null for none.</summary>
        private IEnumerable<(Node Node, string? Only)> OnlyOwners(
            Func<Node, IEnumerable<string>> ownersOf
        )
        {
            var only = new Dictionary<Node, string?>(ReferenceEqualityComparer.Instance);
            var left = new Dictionary<Node, int>(ReferenceEqualityComparer.Instance);
            var next = new Stack<Node>();
            foreach (var node in _nodes.Values)
                if (node.Names == 0)
                    next.Push(node);
                else
                    left[node] = node.Names;
            // Content is told of once all that names it was: there are no circles.
            while (next.TryPop(out var node))
            {
                var its = only.GetValueOrDefault(node);
                foreach (var owner in ownersOf(node))
                    its = Both(its, owner);
                only[node] = its;
                yield return (node, its);
                foreach (var named in node.Named)
                {
                    only[named] = Both(only.GetValueOrDefault(named), its);
                    if (--left[named] == 0)
                        next.Push(named);
                }
            }

            static string? Both(string? one, string? other) =>
                one is null || one == other ? other
                : other is null ? one
                : "";
        }

        /// <summary>All that is reached from some roots, with how often each content is named from within.</summary>
        private sealed class Reached
        {
            private readonly Dictionary<Node, int> _names = new(ReferenceEqualityComparer.Instance);
            private readonly SortedDictionary<long, int> _checked = [];
            private readonly HashSet<Digest> _damaged = [];
            private IReadOnlyList<Node> _roots = [];
            private int _unchecked;

            /// <summary>How many bytes that is.</summary>
            public long Size { get; private set; }

            /// <summary>When the last of it was read and found whole (UTC); null if some of it never was.</summary>
            public DateTime? SeenWhole =>
                _unchecked > 0 || _checked.Count == 0
                    ? null
                    : DateTimeOffset.FromUnixTimeSeconds(_checked.First().Key).UtcDateTime;

            /// <summary>What of it is damaged.</summary>
            public IReadOnlyList<Digest> Damaged => [.. _damaged];

            /// <summary>Makes it what is reached from other roots; what both reach is not looked at.</summary>
            public void Be(IReadOnlyList<Node> roots)
            {
                Walk(roots, +1);
                Walk(_roots, -1);
                _roots = roots;
            }

            private void Walk(IEnumerable<Node> from, int by)
            {
                var next = new Stack<Node>(from);
                while (next.TryPop(out var node))
                {
                    var before = _names.GetValueOrDefault(node);
                    var after = before + by;
                    if (after == 0)
                        _names.Remove(node);
                    else
                        _names[node] = after;
                    if (before != 0 && after != 0)
                        continue;
                    Note(node, by);
                    foreach (var named in node.Named)
                        next.Push(named);
                }
            }

            private void Note(Node node, int by)
            {
                Size += by * node.Size;
                if (node.CheckedAt is not { } at)
                    _unchecked += by;
                else if (_checked.GetValueOrDefault(at) + by is > 0 and var left)
                    _checked[at] = left;
                else
                    _checked.Remove(at);
                if (node.Damaged is not { } damaged)
                    return;
                if (by > 0)
                    _damaged.Add(damaged);
                else
                    _damaged.Remove(damaged);
            }
        }
    }
}
