using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store;

/// <summary>What something that was kept costs, in bytes of content.</summary>
/// <param name="Alone">What is kept for it alone, and would be given back without it.</param>
/// <param name="Shared">What it has in common with other things.</param>
public sealed record ContentCost(long Alone, long Shared);

/// <summary>Tells what things that were kept cost.</summary>
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

    /// <summary>What some things cost that go together: what they share with each other counts as theirs alone.</summary>
    /// <param name="owners">What they are called by the view of what names content.</param>
    public ContentCost Of(IReadOnlyCollection<string> owners)
    {
        using var db = databases.CreateDbContext();
        var connection = db.Connection();
        using var command = connection.Command(
            """
            WITH RECURSIVE
                owned(Owner) AS MATERIALIZED (SELECT value FROM json_each($owners)),
                reached(Id) AS MATERIALIZED (
                    SELECT Contents.Id FROM ContentRoots
                        JOIN Contents ON Contents.Digest = ContentRoots.Digest
                        WHERE Owner IN owned
                    UNION
                    SELECT ToId FROM reached JOIN ContentLinks ON FromId = reached.Id
                ),
                shared(Id) AS MATERIALIZED (
                    SELECT Contents.Id FROM reached JOIN Contents ON Contents.Id = reached.Id
                        WHERE EXISTS (
                            SELECT 1 FROM ContentLinks
                                WHERE ToId = Contents.Id AND FromId NOT IN reached
                        ) OR EXISTS (
                            SELECT 1 FROM ContentRoots
                                WHERE ContentRoots.Digest = Contents.Digest AND Owner NOT IN owned
                        )
                    UNION
                    SELECT ToId FROM shared JOIN ContentLinks ON FromId = shared.Id
                )
            SELECT
                coalesce(sum(CASE WHEN Id IN shared THEN 0 ELSE Size END), 0),
                coalesce(sum(CASE WHEN Id IN shared THEN Size ELSE 0 END), 0)
                FROM Contents WHERE Id IN reached
            """,
            "$owners"
        );
        command.Parameters[0].Value = JsonSerializer.Serialize(owners);
        using var sums = command.ExecuteReader();
        sums.Read();
        return new ContentCost(sums.GetInt64(0), sums.GetInt64(1));
    }
}
