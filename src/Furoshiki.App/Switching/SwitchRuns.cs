using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Serialization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Now;
using Furoshiki.App.Observing;
using Furoshiki.App.Planning;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Session;
using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Content;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Extensions.Logging;

namespace Furoshiki.App.Switching;

/// <summary>Carries plans out, one after the other on each desktop, and tells how far they are.</summary>
public sealed class SwitchRuns(
    ShownPlans plans,
    IContentStore content,
    SqliteSwitchJournal journal,
    SafeStateShelf safeStates,
    NowReader nowReader,
    Observer observer,
    Sessions sessions,
    Aftermath aftermath,
    SupplyGetter getter,
    TimeProvider clock,
    ILogger<SwitchRuns> log
) : IDisposable
{
    private const string NothingChanged = "Nothing was changed by the switch.";

    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter() },
    };

    private readonly ConcurrentDictionary<long, SwitchRun> _runs = new();
    private readonly List<Task> _onTheWay = [];
    private readonly CancellationTokenSource _ending = new();

    /// <summary>A switch that is on its way; null if none of this number is.</summary>
    public SwitchRun? Find(long id) => _runs.GetValueOrDefault(id);

    /// <summary>How a switch ended, also one of an earlier start; null while it is on its way.</summary>
    public RunResult? ResultOf(long id) =>
        Find(id) is { } run
            ? run.Result
            : ResultOf(journal.Find(id) ?? throw ProblemException.NotFound("This switch"));

    /// <summary>How a switch ended; null while it is on its way.</summary>
    internal RunResult? ResultOf(SwitchStand stand)
    {
        if (Find(stand.Id) is { } run)
            return run.Result;
        if (stand.State == SwitchStand.GoingBack)
            return null;
        if (stand.Result is { } text)
        {
            var result = JsonSerializer.Deserialize<RunResult>(text, Json)!;
            return result.IsUnfinished && (stand.State is SwitchStand.Done or SwitchStand.WentBack)
                ? result with
                {
                    IsUnfinished = false,
                    Switched = stand.State == SwitchStand.Done,
                    Unharmed =
                        stand.News
                        ?? "It was ended later, before anything else touched the desktop.",
                }
                : result;
        }
        return stand.State switch
        {
            SwitchStand.Begun => RunResult.Not(
                "The application ended before the switch had begun.",
                NothingChanged
            ),
            SwitchStand.Done => new RunResult(
                true,
                null,
                stand.News ?? "The application ended at its very end. Its files are in place.",
                null,
                [],
                []
            ),
            SwitchStand.WentBack => RunResult.Not(
                stand.Waits ? "It was not kept." : "The application ended in the middle of it.",
                stand.News ?? "All that the switch had written was taken back."
            ),
            SwitchStand.Lost => RunResult.Not(
                "It was broken off, and what the journal knew of it was lost with the database.",
                stand.News ?? "Nothing more was changed."
            ),
            _ => RunResult.Not(
                "The application ended in the middle of it.",
                stand.News ?? "It is ended before anything else touches the desktop."
            ) with
            {
                IsUnfinished = true,
            },
        };
    }

    /// <summary>Begins to carry out a plan as it was shown.</summary>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="fingerprint">The plan's fingerprint.</param>
    /// <param name="by">Who asks for it.</param>
    /// <param name="keepWithin">In how many seconds it has to be kept once it is done, or goes back by itself; null to keep it as it is.</param>
    /// <returns>The switch's number.</returns>
    /// <exception cref="ProblemException">It is not remembered any more, or the desktop changed after it was made.</exception>
    public long Start(long desktop, string fingerprint, SwitchedBy by, int? keepWithin = null)
    {
        if (keepWithin is < Countdowns.Fewest or > Countdowns.Most)
            throw ProblemException.Field(
                "keepWithin",
                $"It can wait for {Countdowns.Fewest} to {Countdowns.Most} seconds."
            );
        var (plan, view) = plans.Again(desktop, fingerprint);
        var id = journal.Open(
            plan.Desktop.Id,
            plan.Desktop.Folder.Root,
            plan.Name,
            new SwitchRequested(by.ToString(), PlanText.Write(view), keepWithin)
        );
        var run = _runs[id] = new SwitchRun(plan);
        lock (_onTheWay)
        {
            _onTheWay.RemoveAll(one => one.IsCompleted);
            _onTheWay.Add(
                Task.Run(async () =>
                {
                    var result = CarryOut(run, id);
                    // From here on the journal tells how it ended.
                    if (journal.Find(id)?.Result is not null)
                        _runs.TryRemove(id, out _);
                    await LookAfter(id, plan, result);
                })
            );
        }
        return id;
    }

    /// <summary>Waits until what writes has ended; what only gets supplies is stopped, and nothing is looked after any more.</summary>
    public void Dispose()
    {
        _ending.Cancel();
        foreach (var run in _runs.Values)
            run.StopBeforeWriting();
        lock (_onTheWay)
            Task.WaitAll(_onTheWay);
        _ending.Dispose();
    }

    private async Task LookAfter(long id, ReadyPlan plan, RunResult result)
    {
        try
        {
            await aftermath.LookAfter(id, plan, result, _ending.Token);
        }
#pragma warning disable CA1031 // The switch is done, whatever becomes of looking after it.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            SwitchLog.BrokenOff(log, problem);
        }
    }

    /// <summary>Carries a plan out and returns how it ended. However it does, the result is there for all who ask.</summary>
    public RunResult CarryOut(SwitchRun run, long? id = null)
    {
        var number =
            id ?? journal.Open(run.Plan.Desktop.Id, run.Plan.Desktop.Folder.Root, run.Plan.Name);
        long? safeState = null;
        RunResult result;
        try
        {
            Get(run);
            result = Execute(run, number, state => safeState = state);
        }
        catch (SupplyException problem)
        {
            result = RunResult.Not(problem.Message, NothingChanged);
        }
        catch (OperationCanceledException)
        {
            result = RunResult.Not("It was stopped.", NothingChanged, safeState);
        }
        catch (SwitchRefusedException refused)
        {
            result = RunResult.Not(
                run.Plan.Desktop.WhyBare()
                    ?? $"{refused.Sentence} {string.Join(", ", refused.Paths.Select(PathText.Printable))}".Trim(),
                NothingChanged
            );
        }
        catch (WayBackException problem)
        {
            SwitchLog.BrokenOff(log, problem);
            result = RunResult.Not(
                problem.Message,
                "The journal has this switch: it is ended before anything else touches the desktop, and tried again until then.",
                safeState
            ) with
            {
                IsUnfinished = true,
            };
        }
#pragma warning disable CA1031 // However a switch ends, the person who waits for it is told.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            SwitchLog.BrokenOff(log, problem);
            result = RunResult.Not(Problem.Of(problem).Sentence, NothingChanged, safeState);
        }
        Keep(number, result);
        run.End(result);
        return result;
    }

    /// <summary>How a switch ended as the journal has it.</summary>
    internal static string Text(RunResult result) => JsonSerializer.Serialize(result, Json);

    /// <summary>Keeps how a switch ended for all who ask later.</summary>
    internal void Keep(long id, RunResult result)
    {
        try
        {
            journal.NoteResult(id, Text(result));
        }
#pragma warning disable CA1031 // It stays in memory then, and the page still gets it.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            SwitchLog.BrokenOff(log, problem);
        }
    }

    /// <summary>Gets the supplies that the plan places. Until all of them are here, nothing of the desktop is touched.</summary>
    private void Get(SwitchRun run)
    {
        if (run.Plan.Supplies is not { } supplies)
            return;
        getter
            .Get(
                supplies.Used,
                progress =>
                    run.Report(
                        new RunProgress(
                            RunStage.Getting,
                            (int)(progress.Done / BytesInKilobyte),
                            (int)(progress.Total / BytesInKilobyte),
                            progress.Title,
                            null
                        )
                    ),
                run.Stopped
            )
            .GetAwaiter()
            .GetResult();
        run.Plan = plans.AfterGetting(run.Plan);
    }

    private const int BytesInKilobyte = 1_000;

    private RunResult Execute(SwitchRun run, long id, Action<long> safeStateMade)
    {
        var (plan, desktop) = (run.Plan.Plan, run.Plan.Desktop);
        var total = plan.Changes.Length;
        var seen = new HashSet<string>(StringComparer.Ordinal);
        var partOf = plan
            .Steps.SelectMany(step =>
                step.Files.Select(file => (File: file, step.Difference.Kind.Title))
            )
            .DistinctBy(one => one.File)
            .ToDictionary(one => one.File, one => one.Title, StringComparer.Ordinal);
        long? began = null;
        run.Report(new RunProgress(RunStage.SafeState, 0, total, null, null));
        var before = observer.See(desktop);
        var title = nowReader.DriftOf(desktop, before.Reading).Words;
        var faults = sessions.FaultsOf(desktop.Id);
        // What shows now is known before anything else is set.
        sessions.Shown(desktop, before);
        var gaps = new List<Gap>();
        long? safeState = null;
        var transaction = new SwitchTransaction(
            desktop.Id,
            desktop.Folder,
            desktop.Maps,
            content,
            journal
        )
        {
            Run = id,
            OnAfter = run.Plan.OnAfter,
            SafeStateMade = tree =>
            {
                gaps.AddRange(tree.Gaps);
                safeState = safeStates.Keep(
                    desktop,
                    tree,
                    before.Reading.Look,
                    title,
                    $"before {run.Plan.Verb}"
                );
                safeStateMade(safeState.Value);
            },
            At = point =>
            {
                // A file is counted where it is written, whatever else is done with it.
                if (point.Action is "written" or "in place" && seen.Add(point.Path!))
                {
                    began ??= clock.GetTimestamp();
                    run.Report(
                        new RunProgress(RunStage.Writing, seen.Count, total, point.Path, null)
                        {
                            Part = partOf.GetValueOrDefault(point.Path ?? ""),
                            Left = RunProgress.LeftOf(
                                seen.Count,
                                total,
                                clock.GetElapsedTime(began.Value)
                            ),
                        }
                    );
                }
                else if (point.Action == "verify")
                    run.Report(new RunProgress(RunStage.Checking, total, total, null, null));
                faults.RaiseAt(point);
            },
        };
        var outcome = transaction.Execute(plan, run.Stopped);
        if (!outcome.Switched)
            return RunResult.Not(
                outcome.Problem!,
                "All that the switch had written was taken back.",
                safeState
            );
        IReadOnlyList<PlaceView> unseen =
        [
            .. gaps.Concat(plan.NotTouched).DistinctBy(gap => gap.Path).Select(PlaceView.Printable),
        ];
        return new RunResult(
            true,
            null,
            unseen.Count == 0
                ? "Every file was read again and is as planned."
                : $"Every file that was written was read again and is as planned. {unseen.Count} more could not be looked at.",
            safeState,
            PartsAfter(desktop, plan),
            unseen
        )
        {
            LeftOut = run.Plan.LeftOut,
        };
    }

    /// <summary>What became of each part of a plan whose files are all in their places.</summary>
    private IReadOnlyList<PartResult> PartsAfter(LiveDesktop desktop, SwitchPlan plan)
    {
        try
        {
            return new PartsAgain(desktop, observer.See(desktop), sessions.Stopped(desktop)).Of(
                plan
            );
        }
        catch (DirectoryNotFoundException away)
        {
            return PartsAgain.Unseen(plan, away.Message);
        }
    }
}

internal static partial class SwitchLog
{
    [LoggerMessage(Level = LogLevel.Error, Message = "A switch was broken off.")]
    public static partial void BrokenOff(ILogger logger, Exception problem);
}
