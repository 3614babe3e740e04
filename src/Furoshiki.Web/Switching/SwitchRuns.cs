using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Furoshiki.Core.Content;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.SafeStates;

namespace Furoshiki.Web.Switching;

/// <summary>What became of a part.</summary>
internal enum PartOutcome
{
    /// <summary>It is on.</summary>
    Taken,

    /// <summary>It is written, and shows later.</summary>
    Waiting,

    /// <summary>It is not on.</summary>
    NotTaken,
}

/// <summary>What became of a part, and why in words.</summary>
internal sealed record PartResult(string Kind, string Title, PartOutcome Outcome, string Words);

/// <summary>How a switch ended.</summary>
/// <param name="Switched">Whether every file is as planned.</param>
/// <param name="Problem">Why it is not; null if it is.</param>
/// <param name="Unharmed">How the desktop stands, in a sentence.</param>
/// <param name="SafeState">The safe state that was made before it; null if it came to none.</param>
internal sealed record RunResult(
    bool Switched,
    string? Problem,
    string Unharmed,
    long? SafeState,
    IReadOnlyList<PartResult> Parts
);

/// <summary>How far a switch is.</summary>
/// <param name="Stage">What is being done: "safe-state", "writing", "checking" or "ended".</param>
/// <param name="Done">Files that are in place.</param>
/// <param name="Total">Files in all.</param>
/// <param name="Path">The file that was put in place last.</param>
/// <param name="Result">How it ended; null before that.</param>
internal sealed record RunProgress(
    string Stage,
    int Done,
    int Total,
    string? Path,
    RunResult? Result
);

/// <summary>A switch on its way, or ended.</summary>
internal sealed class SwitchRun(ReadyPlan plan) : IDisposable
{
    private readonly CancellationTokenSource _stop = new();
    private readonly List<RunProgress> _progress = [];
    private TaskCompletionSource _more = new(TaskCreationOptions.RunContinuationsAsynchronously);

    public ReadyPlan Plan { get; } = plan;

    public CancellationToken Stopped => _stop.Token;

    public void Stop() => _stop.Cancel();

    public void Report(RunProgress progress)
    {
        lock (_progress)
        {
            _progress.Add(progress);
            _more.SetResult();
            _more = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        }
    }

    /// <summary>All progress from the beginning, then each as it comes, to the end.</summary>
    public async IAsyncEnumerable<RunProgress> Follow(
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        for (var next = 0; ; next++)
        {
            RunProgress? progress;
            Task more;
            lock (_progress)
            {
                progress = next < _progress.Count ? _progress[next] : null;
                more = _more.Task;
            }
            if (progress is null)
            {
                await more.WaitAsync(cancellation);
                next--;
                continue;
            }
            yield return progress;
            if (progress.Result is not null)
                yield break;
        }
    }

    public void Dispose() => _stop.Dispose();
}

/// <summary>Carries plans out, one after the other on each desktop, and tells how far they are.</summary>
internal sealed class SwitchRuns(
    IContentStore content,
    ISwitchJournal journal,
    SafeStateShelf safeStates,
    DesktopRegister register,
    LookLibrary library,
    Sessions sessions,
    ILogger<SwitchRuns> log
)
{
    private const string NothingChanged = "Nothing was changed by the switch.";

    private readonly ConcurrentDictionary<long, SwitchRun> _runs = new();
    private long _last;

    public SwitchRun Get(long id) =>
        _runs.GetValueOrDefault(id) ?? throw ProblemException.NotFound("This switch");

    public long Start(ReadyPlan plan)
    {
        var id = Interlocked.Increment(ref _last);
        var run = _runs[id] = new SwitchRun(plan);
        _ = Task.Run(() => CarryOut(run));
        return id;
    }

    /// <summary>Carries a plan out and returns how it ended.</summary>
    public RunResult CarryOut(SwitchRun run)
    {
        var (plan, desktop) = (run.Plan.Plan, run.Plan.Desktop);
        var (done, total) = (0, plan.Changes.Length);
        long? safeState = null;
        var before = library.ReadNow(desktop).Reading.Look;
        var faults = sessions.FaultsOf(desktop.Id);
        var transaction = new SwitchTransaction(
            desktop.Id,
            desktop.Folder,
            desktop.Map,
            content,
            journal
        )
        {
            SafeStateMade = tree =>
                safeState = safeStates.Keep(desktop, tree, before, $"Before {run.Plan.Name}"),
            At = point =>
            {
                Report(point);
                faults.RaiseAt(point);
            },
        };
        RunResult result;
        try
        {
            run.Report(new RunProgress("safe-state", 0, total, null, null));
            var outcome = transaction.Run(plan, run.Stopped);
            if (outcome.Switched)
                register.NoteOn(desktop.Id, run.Plan.SavingAfter);
            result = new RunResult(
                outcome.Switched,
                outcome.Problem,
                outcome.Switched
                    ? "Every file was read again and is as planned."
                    : "All that the switch had written was taken back.",
                safeState,
                outcome.Switched ? Check(plan, desktop) : []
            );
        }
        catch (SwitchRefusedException refused)
        {
            result = new RunResult(
                false,
                $"{refused.Message} {string.Join(", ", refused.Paths.Select(PathText.Printable))}".Trim(),
                NothingChanged,
                null,
                []
            );
        }
#pragma warning disable CA1031 // However a switch ends, the person who waits for it is told.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            SwitchLog.BrokenOff(log, problem);
            result = new RunResult(
                false,
                problem.Message,
                safeState is null
                    ? NothingChanged
                    : "The journal has this switch: the next start ends it as exactly the old or the new state.",
                safeState,
                []
            );
        }
        run.Report(new RunProgress("ended", done, total, null, result));
        return result;

        void Report(SwitchPoint point)
        {
            if (point.Action == "in place")
                run.Report(new RunProgress("writing", ++done, total, point.Path, null));
            else if (point.Action == "verify")
                run.Report(new RunProgress("checking", done, total, null, null));
        }
    }

    /// <summary>Reads the desktop again and tells of each part whether it took.</summary>
    private List<PartResult> Check(SwitchPlan plan, LiveDesktop desktop)
    {
        var reading = library.ReadNow(desktop).Reading;
        return
        [
            .. plan.Steps.Select(step => Check(step, plan.Wanted, reading)),
            .. plan.Refused.Select(part => Result(part.Kind, PartOutcome.NotTaken, part.Reason)),
        ];
    }

    private static PartResult Check(PartStep step, Look wanted, DesktopReading reading)
    {
        var kind = step.Difference.Kind;
        var part = reading.Parts.First(one => one.Kind == kind);
        if (part.Component is null)
            return Result(
                kind,
                PartOutcome.NotTaken,
                $"{part.File} could not be read: {part.Reason}"
            );
        if (!Equals(part.Component, wanted[kind]) && step.Notes.IsEmpty)
            return Result(kind, PartOutcome.NotTaken, $"It reads as {part.Component.Words} now.");
        return step.Shows == Shows.AtOnce
            ? Result(kind, PartOutcome.Taken, part.Component.Words)
            : Result(kind, PartOutcome.Waiting, $"{part.Component.Words}, written");
    }

    private static PartResult Result(string kind, PartOutcome outcome, string words) =>
        new(kind, Kind.Get(kind).Title, outcome, words);
}

internal static partial class SwitchLog
{
    [LoggerMessage(Level = LogLevel.Error, Message = "A switch was broken off.")]
    public static partial void BrokenOff(ILogger logger, Exception problem);
}
