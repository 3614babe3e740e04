using Furoshiki.App.Keeping;
using Furoshiki.App.Safekeeping;

namespace Furoshiki.Web.Keeping;

/// <summary>
/// Lets the keeper work beside everything else: after the start, whenever something was deleted for good, and once an hour for that whose
/// time has come: what was deleted long ago goes for good, old safe states go by the rule, and all that is kept is copied and read.
/// </summary>
internal sealed partial class KeeperService(
    Keeper keeper,
    Deletions deletions,
    Thinner thinner,
    Copies copies,
    DatabaseCheck check,
    ILogger<KeeperService> log
) : BackgroundService
{
    private static readonly TimeSpan Longest = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            await Try(() => Task.Run(thinner.ThinAll, stoppingToken));
            await Try(() => Task.Run(deletions.Expire, stoppingToken));
            await Try(() => Task.Run(() => keeper.GiveBack(stoppingToken), stoppingToken));
            await Try(() => Task.Run(() => keeper.Check(stoppingToken), stoppingToken));
            await Try(() => Task.Run(() => copies.MakeDue(stoppingToken), stoppingToken));
            await Try(() => Task.Run(() => check.CheckDue(stoppingToken), stoppingToken));
            await keeper.News.Wait(Longest, stoppingToken);
        }
    }

    /// <summary>Does one thing; that it could not be done keeps no other from being done.</summary>
    private async Task Try(Func<Task> work)
    {
        try
        {
            await work();
        }
#pragma warning disable CA1031 // What could not be done now is later; nobody waits for it.
        catch (Exception problem) when (problem is not OperationCanceledException)
#pragma warning restore CA1031
        {
            NotDone(log, problem);
        }
    }

    [LoggerMessage(
        Level = LogLevel.Warning,
        Message = "Not everything that is kept could be looked after."
    )]
    private static partial void NotDone(ILogger logger, Exception problem);
}
