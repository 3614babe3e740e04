using Furoshiki.App.Keeping;

namespace Furoshiki.Web.Keeping;

/// <summary>
/// Lets the keeper work beside everything else: after the start, whenever something was deleted for good, and once an hour for that whose
/// time has come: what was deleted long ago goes for good, and old safe states go by the rule.
/// </summary>
internal sealed partial class KeeperService(
    Keeper keeper,
    Deletions deletions,
    Thinner thinner,
    ILogger<KeeperService> log
) : BackgroundService
{
    private static readonly TimeSpan Longest = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await Task.Run(thinner.ThinAll, stoppingToken);
                await Task.Run(deletions.Expire, stoppingToken);
                await Task.Run(() => keeper.GiveBack(stoppingToken), stoppingToken);
                await Task.Run(() => keeper.Check(stoppingToken), stoppingToken);
            }
#pragma warning disable CA1031 // What could not be given back now is later; nobody waits for it.
            catch (Exception problem) when (problem is not OperationCanceledException)
#pragma warning restore CA1031
            {
                NotGivenBack(log, problem);
            }
            await keeper.News.Wait(Longest, stoppingToken);
        }
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "Not everything could be given back.")]
    private static partial void NotGivenBack(ILogger logger, Exception problem);
}
