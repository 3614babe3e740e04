using Furoshiki.App.Desktops;
using Furoshiki.App.Planning;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Switching;

/// <summary>What came of a switch.</summary>
public enum SwitchEnd
{
    /// <summary>It is on its way.</summary>
    OnItsWay,

    /// <summary>It was done.</summary>
    Done,

    /// <summary>It was done, and waits to be kept.</summary>
    WaitsToBeKept,

    /// <summary>It was done, and was kept.</summary>
    Kept,

    /// <summary>It was taken back, in the middle or since it was not kept.</summary>
    WentBack,

    /// <summary>It never came to its first write.</summary>
    NotDone,

    /// <summary>It was broken off, and what the journal knew of it is lost.</summary>
    Lost,
}

/// <summary>A switch of the past, or one on its way.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Title">What it was to put on, in words.</param>
/// <param name="By">Who asked for it.</param>
/// <param name="BegunAt">When it began (UTC).</param>
/// <param name="EndedAt">When it ended (UTC); null if it has not, or never came to its first write.</param>
/// <param name="End">What came of it.</param>
/// <param name="HasPlan">Whether its plan was kept.</param>
/// <param name="Result">How it ended; null while it is on its way.</param>
public sealed record PastSwitch(
    long Id,
    string Title,
    SwitchedBy By,
    DateTime BegunAt,
    DateTime? EndedAt,
    SwitchEnd End,
    bool HasPlan,
    RunResult? Result
);

/// <summary>Tells which switches there were.</summary>
public sealed class SwitchHistory(IDbContextFactory<FuroshikiDb> databases, SwitchRuns runs)
{
    private const int Most = 500;

    /// <summary>The last switches of a desktop's folder, the last one first.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="by">Only those that were asked for by this one; null for all.</param>
    /// <param name="end">Only those of which this came; null for all.</param>
    public IReadOnlyList<PastSwitch> Of(
        LiveDesktop desktop,
        SwitchedBy? by = null,
        SwitchEnd? end = null
    )
    {
        using var db = databases.CreateDbContext();
        return Excerpt.Of(
            SwitchStand
                .Of(
                    db.Switches.AsNoTracking()
                        .Where(one => one.Root == desktop.Folder.Root)
                        .OrderByDescending(one => one.Id)
                )
                .AsEnumerable()
                .Select(View)
                .Where(one => (by is null || one.By == by) && (end is null || one.End == end)),
            Most
        );
    }

    /// <summary>The plan of a switch as it was shown.</summary>
    /// <param name="id">The switch's number.</param>
    /// <exception cref="ProblemException">There is no such switch, or its plan was not kept.</exception>
    public PlanView PlanOf(long id)
    {
        using var db = databases.CreateDbContext();
        var text =
            db.Switches.Where(one => one.Id == id).Select(one => one.Plan).FirstOrDefault()
            ?? throw ProblemException.NotFound("The plan of this switch");
        return PlanText.Read(text);
    }

    private PastSwitch View(SwitchStand one)
    {
        var result = runs.ResultOf(one);
        return new PastSwitch(
            one.Id,
            one.Title,
            Enum.TryParse<SwitchedBy>(one.By, out var by) ? by : SwitchedBy.NotNoted,
            DateTime.SpecifyKind(one.BegunAt, DateTimeKind.Utc),
            one.EndedAt is { } ended ? DateTime.SpecifyKind(ended, DateTimeKind.Utc) : null,
            result is null ? SwitchEnd.OnItsWay
                : one.State == SwitchStand.Done
                    ? !one.Waits ? SwitchEnd.Done
                        : one.IsKept ? SwitchEnd.Kept
                        : SwitchEnd.WaitsToBeKept
                : one.State == SwitchStand.Begun ? SwitchEnd.NotDone
                : one.State == SwitchStand.Lost ? SwitchEnd.Lost
                : SwitchEnd.WentBack,
            one.HasPlan,
            result
        );
    }
}
