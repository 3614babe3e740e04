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
        private readonly List<(Node Node, string Owner)> _roots = [];

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
                    _roots.Add((node, owner));
                }
            }
        }

        public ContentHealth Of(HashSet<string> owners)
        {
            // How often each content is named from within what is reached.
            var reached = new Dictionary<Node, int>(ReferenceEqualityComparer.Instance);
            var next = new Stack<Node>();
            foreach (var (node, owner) in _roots)
                if (owners.Contains(owner) && reached.TryAdd(node, 0))
                    next.Push(node);
            while (next.TryPop(out var node))
                foreach (var named in node.Named)
                    if (reached.TryGetValue(named, out var names))
                        reached[named] = names + 1;
                    else
                    {
                        reached[named] = 1;
                        next.Push(named);
                    }

            var shared = new HashSet<Node>(ReferenceEqualityComparer.Instance);
            foreach (var (node, names) in reached)
                if (names < node.Names || node.Owners.Any(owner => !owners.Contains(owner)))
                    if (shared.Add(node))
                        next.Push(node);
            while (next.TryPop(out var node))
                foreach (var named in node.Named)
                    if (shared.Add(named))
                        next.Push(named);

            var all = reached.Keys;
            return new ContentHealth(
                new ContentCost(
                    all.Where(node => !shared.Contains(node)).Sum(node => node.Size),
                    shared.Sum(node => node.Size)
                ),
                all.Any(node => node.CheckedAt is null) ? null
                    : all.Min(node => node.CheckedAt) is { } seconds
                        ? DateTimeOffset.FromUnixTimeSeconds(seconds).UtcDateTime
                    : null,
                [.. all.Select(node => node.Damaged).OfType<Digest>()]
            );
        }
    }
}
