using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Content;
using Furoshiki.Core.Reading;
using Microsoft.Extensions.Logging;

namespace Furoshiki.App.Observing;

/// <summary>A desktop at one moment.</summary>
/// <param name="State">What tells this state of it from another.</param>
public sealed record DesktopState(long Desktop, string State);

/// <summary>
/// Checks the desktops in the background while somebody looks, and tells when one is no longer as it was. What cannot have
/// changed since the last check is not read again.
/// </summary>
public sealed partial class DesktopWatch(
    DesktopRegister register,
    TimeProvider clock,
    ILogger<DesktopWatch> log
)
{
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(700);

    private readonly ConcurrentDictionary<long, (long At, string State)> _last = new();

    /// <summary>The state of every desktop now, then of each that has changed.</summary>
    public async IAsyncEnumerable<DesktopState> Follow(
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        using var timer = new PeriodicTimer(Pause, clock);
        var told = new Dictionary<long, string>();
        do
        {
            foreach (var id in register.Ids())
                if (StateOf(id) is var state && told.GetValueOrDefault(id) != state)
                    yield return new DesktopState(id, told[id] = state);
        } while (await Next(timer, cancellation));
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

    /// <summary>What tells one state of a desktop from another; that of just now if somebody else has asked.</summary>
    private string StateOf(long id)
    {
        if (_last.TryGetValue(id, out var last) && clock.GetElapsedTime(last.At) < Pause / 2)
            return last.State;
        var state = Check(id) ?? "gone";
        _last[id] = (clock.GetTimestamp(), state);
        return state;
    }

    /// <summary>A desktop's look and what of it could not be read or held; null if it cannot be checked now.</summary>
    private string? Check(long id)
    {
        try
        {
            var desktop = register.Get(id);
            var reading = DesktopReader.Read(desktop.Map, new RememberingView(desktop.Folder));
            var unread = reading
                .Unread.Select(part => $"{part.Kind}: {part.Reason}")
                .Concat(
                    reading
                        .Parts.SelectMany(part => part.Values)
                        .Select(value => $"{value.File} {value.At}: {value.Reason}")
                );
            var gaps = reading
                .Parts.SelectMany(part => part.Gaps)
                .Select(gap => PathText.Printable(gap.Path));
            return string.Join(
                ' ',
                [reading.Look.Digest.Short, $"{desktop.On.Saving}", .. unread, .. gaps]
            );
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or ProblemException)
        {
            NotReadable(log, problem);
            return null;
        }
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "A desktop could not be checked.")]
    private static partial void NotReadable(ILogger logger, Exception problem);
}
