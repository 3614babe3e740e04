using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Furoshiki.Web.Desktops;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.SafeStates;

/// <summary>A safe state: why and when it was made, the look it holds, how many files and how large. Its copies were read back when it was made.</summary>
internal sealed record SafeStateView(
    long Id,
    string Reason,
    DateTime MadeAt,
    string Look,
    int Files,
    long Size
);

/// <summary>Keeps the safe states of all desktops.</summary>
internal sealed class SafeStateShelf(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    TimeProvider clock
)
{
    public IReadOnlyList<SafeStateView> All(long desktop)
    {
        using var db = databases.CreateDbContext();
        return [.. Of(db, desktop).Select(one => View(one))];
    }

    public SafeStateView? Last(long desktop)
    {
        using var db = databases.CreateDbContext();
        return Of(db, desktop).Select(one => View(one)).FirstOrDefault();
    }

    public SafeStateRow Get(long id)
    {
        using var db = databases.CreateDbContext();
        return db.SafeStates.AsNoTracking().FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This safe state");
    }

    /// <summary>Keeps a safe state whose files are in the content store already.</summary>
    public long Keep(LiveDesktop desktop, Tree tree, Look look, string reason)
    {
        KeepLook(desktop, look, keepSystem: false);
        using var db = databases.CreateDbContext();
        var files = tree
            .All.Select(one => one.Value)
            .Where(state => state.Type == FileType.File)
            .ToList();
        var row = new SafeStateRow
        {
            DesktopId = desktop.Id,
            Tree = tree.Digest.Hex,
            Look = look.Digest.Hex,
            Reason = reason,
            MadeAt = clock.GetUtcNow().UtcDateTime,
            SavingOnId = desktop.SavingOnId,
            Files = files.Count,
            Size = files.Sum(file => file.Size),
        };
        db.SafeStates.Add(row);
        db.SaveChanges();
        return row.Id;
    }

    /// <summary>The desktop as a safe state has it, and everything managed in it.</summary>
    public (DesktopReading Reading, Tree Tree) Open(LiveDesktop desktop, SafeStateRow row)
    {
        var tree =
            content.FindTree(Digest.Parse(row.Tree))
            ?? throw ProblemException.NotFound("The content of this safe state");
        return (
            DesktopReader.Read(
                desktop.Map,
                new SavedView(desktop.Map, tree, content, desktop.Folder)
            ),
            tree
        );
    }

    /// <summary>
    /// Keeps a look with the content of the person's assets; of the administrator's their fingerprints, and their content only if
    /// that is wanted.
    /// </summary>
    public void KeepLook(LiveDesktop desktop, Look look, bool keepSystem)
    {
        using var batch = content.Begin();
        try
        {
            LookKeeper.Keep(look, batch, desktop.Folder, desktop.Map, keepSystem);
        }
        catch (ChangedMeanwhileException changed)
        {
            throw new ProblemException(
                StatusCodes.Status409Conflict,
                "changed-meanwhile",
                $"{changed.Message} Try again.",
                "Nothing was saved."
            );
        }
        batch.Commit();
    }

    private static IQueryable<SafeStateRow> Of(FuroshikiDb db, long desktop) =>
        db
            .SafeStates.AsNoTracking()
            .Where(one => one.DesktopId == desktop)
            .OrderByDescending(one => one.Id);

    private static SafeStateView View(SafeStateRow row) =>
        new(
            row.Id,
            row.Reason,
            DateTime.SpecifyKind(row.MadeAt, DateTimeKind.Utc),
            row.Look,
            row.Files,
            row.Size
        );
}

internal static class SafeStateEndpoints
{
    public static void MapSafeStates(this IEndpointRouteBuilder api) =>
        api.MapGet(
                "/desktops/{id:long}/safe-states",
                (long id, SafeStateShelf shelf) => shelf.All(id)
            )
            .WithTags("Safe states")
            .WithName("listSafeStates");
}
