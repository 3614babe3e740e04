using Furoshiki.App.Switching;

namespace Furoshiki.Web.Switching;

/// <summary>Takes back what was not kept in time, beside everything else.</summary>
internal sealed class CountdownService(Countdowns countdowns) : BackgroundService
{
    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Task.Run(() => countdowns.Run(stoppingToken), stoppingToken);
}
