using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Furoshiki.Core.Reading;

namespace Furoshiki.Web.Desktops;

/// <summary>
/// Checks, in the background, the desktops that somebody looks at, and tells when one is no longer as it was. What cannot have
/// changed since the last check is not read again.
/// </summary>
internal sealed partial class DesktopWatch(
    DesktopRegister register,
    TimeProvider clock,
    IHostApplicationLifetime lifetime,
    ILogger<DesktopWatch> log
)
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(700);

    private readonly ConcurrentDictionary<long, string> _last = new();

    /// <summary>The desktop's state now, then each time it has changed.</summary>
    public async IAsyncEnumerable<string> Follow(
        long desktop,
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(
            cancellation,
            lifetime.ApplicationStopping
        );
        using var timer = new PeriodicTimer(Pause, clock);
        string? told = null;
        do
        {
            var state = StateOf(desktop);
            if (state != told)
                yield return told = state;
        } while (await Next(timer, ends.Token));
    }

    private static async Task<bool> Next(PeriodicTimer timer, CancellationToken ends)
    {
        try
        {
            return await timer.WaitForNextTickAsync(ends);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }

    /// <summary>What tells one state of a desktop from another: its look and what could not be read of it.</summary>
    private string StateOf(long id)
    {
        try
        {
            var desktop = register.Get(id);
            var reading = DesktopReader.Read(desktop.Map, new RememberingView(desktop.Folder));
            var unread = string.Join(
                ',',
                reading.Unread.Select(part => $"{part.Kind}: {part.Reason}")
            );
            return _last[id] =
                $"{reading.Look.Digest.Short} {desktop.SavingOnId} {unread}".TrimEnd();
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or ProblemException)
        {
            NotReadable(log, problem);
            return _last.GetValueOrDefault(id, "gone");
        }
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "A desktop could not be checked.")]
    private static partial void NotReadable(ILogger logger, Exception problem);
}
