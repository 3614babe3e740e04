using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Session;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Session;

/// <summary>What a simulated desktop can be told to do.</summary>
public enum SessionAction
{
    /// <summary>Sign out and in.</summary>
    SignIn,

    /// <summary>Restart the machine.</summary>
    Restart,

    /// <summary>Close a program and start it again.</summary>
    RestartProgram,

    /// <summary>Whatever of these it takes until all that waits shows, and no more.</summary>
    AllThatWaits,
}

/// <summary>What is wrong with a simulated desktop's disk.</summary>
/// <param name="Refuses">What the path of a file has in it whose writing is refused; null for none.</param>
/// <param name="IsFull">Whether there is no room for anything new.</param>
public sealed record DiskFaults(string? Refuses, bool IsFull)
{
    /// <summary>A disk that works.</summary>
    public static DiskFaults None { get; } = new(null, false);

    /// <summary>Raises the fault of a point in a switch, where there is one.</summary>
    public void RaiseAt(SwitchPoint point)
    {
        if (
            point.Action is not ("write beside" or "rename" or "remove" or "make folder")
            || point.Path is not { } path
        )
            return;
        if (
            Refuses is { Length: > 0 } refused
            && path.Contains(refused, StringComparison.OrdinalIgnoreCase)
        )
            throw new UnauthorizedAccessException($"{path}: writing was refused.");
        if (IsFull && point.Action is "write beside" or "make folder")
            throw new IOException($"{path}: no space left on the disk.");
    }
}

/// <summary>Runs the sessions of simulated desktops, whose state outlives the application.</summary>
public sealed class Sessions(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    LookLibrary library,
    Observer observer
)
{
    private readonly ConcurrentDictionary<long, DiskFaults> _faults = new();
    private readonly Lock _lock = new();

    /// <summary>What is wrong with the disk of a desktop.</summary>
    public DiskFaults FaultsOf(long desktop) => _faults.GetValueOrDefault(desktop, DiskFaults.None);

    /// <summary>Breaks or mends the disk of a desktop.</summary>
    public void SetFaults(long desktop, DiskFaults faults) => _faults[desktop] = faults;

    /// <summary>What a simulated desktop shows; null for one that is not simulated.</summary>
    public Look? Showing(LiveDesktop desktop, Observation seen) =>
        desktop.IsSimulated ? Read(desktop, seen, Shows.AtOnce, null) : null;

    /// <summary>The parts of which something else shows than what is set.</summary>
    public static IReadOnlyList<NotShowing> NotShowing(
        LiveDesktop desktop,
        Observation seen,
        Look showing
    ) => [.. new SimulatedSession(desktop.Map, seen.View).NotShowing(showing, seen.Reading)];

    /// <summary>Tells the session of a simulated desktop to do something.</summary>
    /// <param name="program">The program that starts again, where that is what it does.</param>
    /// <exception cref="ProblemException">The desktop is real.</exception>
    public void Act(LiveDesktop desktop, SessionAction action, string? program)
    {
        if (!desktop.IsSimulated)
            throw ProblemException.InTheWay(
                "not-simulated",
                "This desktop is real: its session is not Furoshiki's to end.",
                "Nothing was changed."
            );
        var seen = observer.See(desktop);
        switch (action)
        {
            case SessionAction.Restart:
                Read(desktop, seen, Shows.AfterRestart, null);
                break;
            case SessionAction.SignIn:
                Read(desktop, seen, Shows.AfterSignIn, null);
                break;
            case SessionAction.RestartProgram:
                Read(desktop, seen, Shows.AfterProgramRestart, program);
                break;
            default:
                var showing = Read(desktop, seen, Shows.AtOnce, null);
                foreach (var step in WaitingStep.Fewest(NotShowing(desktop, seen, showing)))
                    Read(desktop, seen, step.Until, step.Program);
                break;
        }
    }

    private Look Read(LiveDesktop desktop, Observation seen, Shows upTo, string? program)
    {
        lock (_lock)
        {
            using var db = databases.CreateDbContext();
            var row = db.Desktops.Single(one => one.Id == desktop.Id);
            var before = row.Showing is { } digest ? library.Get(digest) : null;
            var session = new SimulatedSession(desktop.Map, seen.View);
            // A session that has shown nothing yet begins, and reads everything.
            var shows = session.Read(
                before,
                seen.Reading,
                before is null ? Shows.AfterRestart : upTo,
                program
            );
            if (row.Showing != shows.Digest)
            {
                using var hold = content.Hold();
                row.Showing = Keep(shows, hold);
                db.SaveChanges();
            }
            return shows;
        }
    }

    private static Digest Keep(Look look, IContentHold hold)
    {
        using var batch = hold.Begin();
        var digest = look.PutInto(batch);
        batch.Commit();
        return digest;
    }
}
