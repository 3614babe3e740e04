using Furoshiki.App.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Switching;

/// <summary>A switch of the past, or one on its way.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Title">What it was to put on, in words.</param>
/// <param name="BegunAt">When it began (UTC).</param>
/// <param name="EndedAt">When it ended (UTC); null if it has not, or never came to its first write.</param>
/// <param name="Result">How it ended; null while it is on its way.</param>
public sealed record PastSwitch(
    long Id,
    string Title,
    DateTime BegunAt,
    DateTime? EndedAt,
    RunResult? Result
);

/// <summary>Tells which switches there were.</summary>
public sealed class SwitchHistory(IDbContextFactory<FuroshikiDb> databases, SwitchRuns runs)
{
    private const int Most = 200;

    /// <summary>The last switches of a desktop, the last one first.</summary>
    public IReadOnlyList<PastSwitch> Of(LiveDesktop desktop)
    {
        using var db = databases.CreateDbContext();
        return
        [
            .. db
                .Switches.AsNoTracking()
                .Where(one => one.DesktopId == desktop.Id)
                .OrderByDescending(one => one.Id)
                .Take(Most)
                .Select(one => new
                {
                    one.Id,
                    one.Title,
                    one.BegunAt,
                    one.EndedAt,
                })
                .AsEnumerable()
                .Select(one => new PastSwitch(
                    one.Id,
                    one.Title,
                    DateTime.SpecifyKind(one.BegunAt, DateTimeKind.Utc),
                    one.EndedAt is { } ended ? DateTime.SpecifyKind(ended, DateTimeKind.Utc) : null,
                    runs.ResultOf(one.Id)
                )),
        ];
    }
}
