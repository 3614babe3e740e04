using System.Collections.Concurrent;
using System.Collections.Immutable;
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

    /// <summary>Close a program and start it again, or tell it to read its settings again.</summary>
    RestartProgram,

    /// <summary>Close a program.</summary>
    StopProgram,

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

/// <summary>What a desktop shows.</summary>
/// <param name="Showing">All of it.</param>
/// <param name="NotShowing">The parts of which something else shows than what is set.</param>
public sealed record ShownNow(Look Showing, IReadOnlyList<NotShowing> NotShowing);

/// <summary>
/// Knows what shows on desktops: of simulated ones, whose sessions it runs and whose state outlives the application, and of real ones as
/// far as their maps say how it is seen.
/// </summary>
public sealed class Sessions(
    IDbContextFactory<FuroshikiDb> databases,
    IContentStore content,
    LookLibrary library,
    Observer observer
)
{
    private readonly ConcurrentDictionary<long, DiskFaults> _faults = new();
    private readonly ConcurrentDictionary<long, ImmutableHashSet<string>> _stopped = new();
    private readonly Lock _lock = new();

    /// <summary>What is wrong with the disk of a desktop.</summary>
    public DiskFaults FaultsOf(long desktop) => _faults.GetValueOrDefault(desktop, DiskFaults.None);

    /// <summary>Breaks or mends the disk of a desktop.</summary>
    public void SetFaults(long desktop, DiskFaults faults) => _faults[desktop] = faults;

    /// <summary>The programs of a desktop that should run and do not.</summary>
    public IReadOnlySet<string> Stopped(LiveDesktop desktop) => Stopped(desktop, StandOf(desktop));

    /// <summary>What a desktop shows; null for one of which it cannot be seen.</summary>
    public ShownNow? Shown(LiveDesktop desktop, Observation seen)
    {
        var stand = StandOf(desktop);
        if (stand is null && !desktop.IsSimulated)
            return null;
        var session = new DesktopSession(desktop.Map, seen.View, Stopped(desktop, stand));
        var showing = Change(
            desktop,
            row =>
                stand is null
                    ? session.Read(ShowingOf(row), seen.Reading, DesktopSession.UpTo(Shows.AtOnce))
                    : Follow(row, session, seen, stand)
        );
        return new ShownNow(showing, [.. session.NotShowing(showing, seen.Reading)]);
    }

    /// <summary>
    /// Tells the session of a desktop to do something. On a real one, only programs can be told, and only what the person allows.
    /// </summary>
    /// <param name="program">The program, where it is told to do something.</param>
    /// <exception cref="ProblemException">It cannot be told that.</exception>
    public async Task Act(LiveDesktop desktop, SessionAction action, string? program)
    {
        var seen = observer.See(desktop);
        switch (action)
        {
            case SessionAction.RestartProgram when !desktop.IsSimulated:
                await TellReal(desktop, seen, program);
                break;
            case SessionAction.AllThatWaits:
                foreach (var step in Waiting(desktop, seen))
                    if (desktop.IsSimulated)
                        ActInSimulated(desktop, seen, step.Until, step.Program);
                    else if (RealSession.DoingOf(desktop, step) == Doing.Now)
                        await TellReal(desktop, seen, step.Program);
                break;
            default:
                SimulatedDesktops.RefuseReal(
                    desktop,
                    "This desktop is real: its session is not Furoshiki's to end."
                );
                if (action == SessionAction.StopProgram)
                    Stop(desktop, seen, program);
                else
                    ActInSimulated(desktop, seen, UpTo(action), program);
                break;
        }
    }

    /// <summary>The fewest things to be done on a desktop until all shows.</summary>
    private ImmutableArray<WaitingStep> Waiting(LiveDesktop desktop, Observation seen) =>
        WaitingStep.Fewest(Shown(desktop, seen)?.NotShowing ?? []);

    private static Shows UpTo(SessionAction action) =>
        action switch
        {
            SessionAction.Restart => Shows.AfterRestart,
            SessionAction.SignIn => Shows.AfterSignIn,
            _ => Shows.AfterProgramRestart,
        };

    /// <summary>Starts again what reads its settings then; what was stopped runs after it.</summary>
    private void ActInSimulated(LiveDesktop desktop, Observation seen, Shows upTo, string? program)
    {
        var stopped = _stopped.GetValueOrDefault(desktop.Id, []);
        _stopped[desktop.Id] =
            upTo > Shows.AfterProgramRestart ? [] : stopped.Remove(program ?? "");
        Read(desktop, seen, upTo, program);
    }

    private void Stop(LiveDesktop desktop, Observation seen, string? program)
    {
        if (desktop.Map.FindProgram(program) is not { IsAlwaysOn: true } known)
            throw ProblemException.Field(
                "program",
                "This desktop has no such program that always runs."
            );
        _stopped[desktop.Id] = _stopped.GetValueOrDefault(desktop.Id, []).Add(known.Name);
        Read(desktop, seen, Shows.AtOnce, null);
    }

    private async Task TellReal(LiveDesktop desktop, Observation seen, string? program)
    {
        var told = await RealSession.Tell(desktop, program);
        if (told.Telling is { StartsAgain: false })
            Read(desktop, seen, Shows.AfterProgramRestart, told.Name);
        else
            Shown(desktop, seen);
    }

    /// <summary>What shows on a real desktop, given what started again since it was last looked at.</summary>
    private Look Follow(
        DesktopRow row,
        DesktopSession session,
        Observation seen,
        SessionStand stand
    )
    {
        var before = RealSession.Parse(row.Stand);
        row.Stand = RealSession.Text(stand);
        return before is null
            ? session.Begin(seen.Reading)
            : session.Read(
                ShowingOf(row),
                seen.Reading,
                (program, moment) => stand.HasRead(before, seen.Desktop.Map, program, moment)
            );
    }

    private void Read(LiveDesktop desktop, Observation seen, Shows upTo, string? program) =>
        Change(
            desktop,
            row =>
                new DesktopSession(desktop.Map, seen.View, Stopped(desktop)).Read(
                    ShowingOf(row),
                    seen.Reading,
                    DesktopSession.UpTo(upTo, program)
                )
        );

    /// <summary>What of a real desktop's session runs; null where it cannot be seen, or is simulated.</summary>
    private static SessionStand? StandOf(LiveDesktop desktop) =>
        !desktop.IsSimulated && desktop.Map.CanBeFollowed ? RealSession.StandOf(desktop) : null;

    private IReadOnlySet<string> Stopped(LiveDesktop desktop, SessionStand? stand) =>
        stand?.Stopped(desktop.Map) ?? _stopped.GetValueOrDefault(desktop.Id, []);

    private Look? ShowingOf(DesktopRow row) =>
        row.Showing is { } digest ? library.Get(digest) : null;

    /// <summary>Notes what shows on a desktop now.</summary>
    private Look Change(LiveDesktop desktop, Func<DesktopRow, Look> shows)
    {
        lock (_lock)
        {
            using var db = databases.CreateDbContext();
            var row = db.Desktops.Single(one => one.Id == desktop.Id);
            var look = shows(row);
            using var hold = row.Showing == look.Digest ? null : content.Hold();
            if (hold is not null)
                row.Showing = Keep(look, hold);
            db.SaveChanges();
            return look;
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
