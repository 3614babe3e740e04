using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Extensions.Logging;

namespace Furoshiki.App.Switching;

/// <summary>A switch that waits to be kept.</summary>
/// <param name="Switch">Its number.</param>
/// <param name="Name">What it put on.</param>
/// <param name="SecondsLeft">After how many seconds it goes back by itself (0 or more).</param>
/// <param name="Seconds">How many it waits in all.</param>
public sealed record UnkeptView(long Switch, string Name, double SecondsLeft, int Seconds);

/// <summary>
/// Takes switches back that were not kept in time. The time is counted by a clock that nobody sets; only what an earlier process began to
/// count is told by the calendar, and never waits longer than it was given.
/// </summary>
public sealed partial class Countdowns(
    SqliteSwitchJournal journal,
    IContentStore content,
    DesktopRegister register,
    SwitchRuns runs,
    DataFolder data,
    TimeProvider clock,
    ILogger<Countdowns> log
)
{
    /// <summary>The fewest seconds in which a switch can be asked to be kept.</summary>
    public const int Fewest = 5;

    /// <summary>The most.</summary>
    public const int Most = 600;

    /// <summary>After how long it is tried again what could not be taken back since another switch is on its way.</summary>
    private static readonly TimeSpan Again = TimeSpan.FromSeconds(1);

    /// <summary>After how long it is tried again what could not be taken back for another reason.</summary>
    private static readonly TimeSpan Later = TimeSpan.FromSeconds(10);

    private readonly ConcurrentDictionary<long, (long From, TimeSpan Left)> _counted = new();

    /// <summary>The switch of a desktop's folder that waits to be kept; null if none does.</summary>
    public UnkeptView? Of(LiveDesktop desktop) =>
        journal.Unkept().LastOrDefault(one => one.Root == desktop.Folder.Root) is { } one
            ? new UnkeptView(
                one.Id,
                one.Title,
                Math.Max(0, LeftOf(one).TotalSeconds),
                (int)one.Within.TotalSeconds
            )
            : null;

    /// <summary>Keeps a switch.</summary>
    /// <param name="id">Its number.</param>
    /// <exception cref="ProblemException">It does not wait for that.</exception>
    public void Keep(long id)
    {
        if (!journal.Keep(id))
            throw Answered();
    }

    /// <summary>Takes a switch back that waits to be kept.</summary>
    /// <param name="id">Its number.</param>
    /// <returns>How it ended.</returns>
    /// <exception cref="ProblemException">It does not wait for that, or cannot be taken back now.</exception>
    public RunResult GoBack(long id)
    {
        var one = journal.Unkept().FirstOrDefault(one => one.Id == id) ?? throw Answered();
        try
        {
            return TakeBack(one, $"{one.Title} was not kept.") ?? throw Answered();
        }
        catch (SwitchRefusedException problem)
        {
            throw ProblemException.InTheWay(
                ProblemCode.SwitchBusy,
                problem.Sentence,
                "Nothing was changed by this."
            );
        }
    }

    /// <summary>Takes back what was not kept in time, in an earlier process too, until it is stopped.</summary>
    public async Task Run(CancellationToken stop)
    {
        var news = new News(clock);
        var changes = data.Watch();
        changes.Changed += news.Tell;
        try
        {
            while (true)
            {
                var next = TryPass();
                await news.Wait(changes.IsSure || next < Again ? next : Again, stop);
            }
        }
        catch (OperationCanceledException) when (stop.IsCancellationRequested)
        {
            // The application ends.
        }
        finally
        {
            changes.Changed -= news.Tell;
        }
    }

    private TimeSpan? TryPass()
    {
        try
        {
            return Pass();
        }
#pragma warning disable CA1031 // A database that cannot be used just now can be later.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            NotTakenBack(log, problem);
            return Later;
        }
    }

    /// <summary>Takes back what was not kept in time.</summary>
    /// <returns>After how long the next one is to be looked at; null if none waits.</returns>
    public TimeSpan? Pass()
    {
        var unkept = journal.Unkept();
        foreach (var gone in _counted.Keys.Except(unkept.Select(one => one.Id)).ToList())
            _counted.TryRemove(gone, out _);
        TimeSpan? next = null;
        foreach (var one in unkept)
        {
            var left = LeftOf(one);
            if (left <= TimeSpan.Zero)
            {
                if (TryTakeBack(one) is not { } wait)
                    continue;
                left = wait;
            }
            if (next is null || left < next)
                next = left;
        }
        return next;
    }

    private TimeSpan LeftOf(UnkeptSwitch one)
    {
        var (from, left) = _counted.GetOrAdd(
            one.Id,
            _ =>
                (
                    clock.GetTimestamp(),
                    TimeSpan.FromTicks(
                        Math.Clamp(
                            (one.Since + one.Within - clock.GetUtcNow().UtcDateTime).Ticks,
                            0,
                            one.Within.Ticks
                        )
                    )
                )
        );
        return left - clock.GetElapsedTime(from);
    }

    /// <summary>Takes a switch back, or tells after how long that is to be tried again.</summary>
    private TimeSpan? TryTakeBack(UnkeptSwitch one)
    {
        try
        {
            if (
                TakeBack(
                    one,
                    $"{one.Title} was not kept within {one.Within.TotalSeconds:0} s, so it went back by itself."
                ) is
                { } result
            )
                journal.NoteNews(one.Id, $"{result.Problem} {result.Unharmed}");
            return null;
        }
        catch (SwitchRefusedException)
        {
            // The switch that is on its way keeps it, or it is tried again after that.
            return Again;
        }
#pragma warning disable CA1031 // Whatever is in the way now, it is tried again.
        catch (Exception problem)
#pragma warning restore CA1031
        {
            NotTakenBack(log, problem);
            journal.NoteNews(
                one.Id,
                $"{one.Title} was not kept, and cannot go back yet: {Problem.Of(problem).Sentence} It is tried again."
            );
            return Later;
        }
    }

    private RunResult? TakeBack(UnkeptSwitch one, string why)
    {
        var safeState = runs.ResultOf(one.Id)?.SafeState;
        if (
            SwitchRecovery.TakeBack(
                one.Id,
                one.Root,
                journal,
                content,
                register.FolderAt,
                result: SwitchRuns.Text(
                    RunResult.Not(why, "All that it had written was taken back.", safeState)
                )
            )
            is not { } recovered
        )
            return null;
        var result = RunResult.Not(
            why,
            recovered.Problem is { } problem ? $"Not all of it could be brought back yet: {problem}"
                : recovered.Back is { Aside.Count: 0, Left.Count: 0 }
                    ? "Every file is as it was before it."
                : $"All that it had written was taken back.{recovered.Back.Words}",
            safeState
        ) with
        {
            IsUnfinished = recovered.Problem is not null,
        };
        runs.Keep(one.Id, result);
        return result;
    }

    private static ProblemException Answered() =>
        ProblemException.InTheWay(
            ProblemCode.SwitchAnswered,
            "This switch was kept, or has gone back, already.",
            "Nothing was changed by this."
        );

    [LoggerMessage(Level = LogLevel.Warning, Message = "A switch could not be taken back yet.")]
    private static partial void NotTakenBack(ILogger logger, Exception problem);
}
