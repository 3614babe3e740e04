using Furoshiki.App.Recovery;

namespace Furoshiki.Web.Switching;

/// <summary>Ends what was broken off and could not be ended before, beside everything else.</summary>
internal sealed class RecoveryService(Recoverer recoverer) : BackgroundService
{
    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Task.Run(() => recoverer.Run(stoppingToken), stoppingToken);
}
