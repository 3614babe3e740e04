using System.Runtime.CompilerServices;
using Furoshiki.App.Planning;

namespace Furoshiki.App.Switching;

/// <summary>What a switch is doing.</summary>
public enum RunStage
{
    /// <summary>It gets supplies, counted in kB.</summary>
    Getting,

    /// <summary>It makes the safe state and reads it back.</summary>
    SafeState,

    /// <summary>It writes.</summary>
    Writing,

    /// <summary>It reads everything that it wrote again.</summary>
    Checking,

    /// <summary>It has ended.</summary>
    Ended,
}

/// <summary>How far a switch is.</summary>
/// <param name="Stage">What is being done.</param>
/// <param name="Done">Files that are in place.</param>
/// <param name="Total">Files in all.</param>
/// <param name="Path">The file that was put in place last.</param>
/// <param name="Result">How it ended; null before that.</param>
public sealed record RunProgress(
    RunStage Stage,
    int Done,
    int Total,
    string? Path,
    RunResult? Result
)
{
    private const double ToldFrom = 2;

    /// <summary>The part that the file is of, by its name for people; null where it is of none.</summary>
    public string? Part { get; init; }

    /// <summary>How long it will still take, in whole seconds; null where that cannot be told yet.</summary>
    public int? Left { get; init; }

    /// <summary>How long it will still take, if the rest takes as long as what is done: told after two seconds.</summary>
    /// <param name="done">Files that are in place.</param>
    /// <param name="total">Files in all.</param>
    /// <param name="taken">How long those took.</param>
    public static int? LeftOf(int done, int total, TimeSpan taken) =>
        taken.TotalSeconds < ToldFrom || done == 0
            ? null
            : (int)Math.Ceiling(taken.TotalSeconds * (total - done) / done);
}

/// <summary>A switch on its way, or ended.</summary>
public sealed class SwitchRun(ReadyPlan plan) : IDisposable
{
    private readonly CancellationTokenSource _stop = new();
    private readonly List<RunProgress> _progress = [];
    private TaskCompletionSource _more = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>What is carried out.</summary>
    public ReadyPlan Plan { get; internal set; } = plan;

    /// <summary>Asks it to go back.</summary>
    public CancellationToken Stopped => _stop.Token;

    /// <summary>Asks it to go back.</summary>
    public void Stop() => _stop.Cancel();

    /// <summary>Stops it where it has not begun to write, nor to make its safe state.</summary>
    public void StopBeforeWriting()
    {
        lock (_progress)
            if (_progress.All(one => one.Stage == RunStage.Getting))
                _stop.Cancel();
    }

    /// <summary>Tells all who follow how far it is.</summary>
    public void Report(RunProgress progress)
    {
        lock (_progress)
        {
            _progress.Add(progress);
            _more.SetResult();
            _more = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        }
    }

    /// <summary>How it ended; null before that.</summary>
    public RunResult? Result { get; private set; }

    /// <summary>Tells all who follow how it ended.</summary>
    public void End(RunResult result)
    {
        Result = result;
        Report(
            new RunProgress(
                RunStage.Ended,
                result.Switched ? Plan.Plan.Changes.Length : 0,
                Plan.Plan.Changes.Length,
                null,
                result
            )
        );
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

    /// <summary>Frees what it holds.</summary>
    public void Dispose() => _stop.Dispose();
}
