using System.Runtime.CompilerServices;
using System.Text;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
using Furoshiki.App.Session;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Microsoft.Extensions.Logging;

namespace Furoshiki.App.Watching;

/// <summary>A desktop at one moment.</summary>
/// <param name="Desktop">The desktop's number.</param>
/// <param name="State">What tells this state of it from another, and says nothing of it: a digest, or "gone".</param>
public sealed record DesktopState(long Desktop, string State);

/// <summary>
/// Tells those who follow when a desktop is no longer as it was, or something was saved, be it by this process or another. It waits for
/// the kernel to tell of changes, and only looks from time to time where that cannot.
/// </summary>
public sealed partial class DesktopWatch(
    DesktopRegister register,
    Observer observer,
    Sessions sessions,
    DataFolder data,
    TimeProvider clock,
    ILogger<DesktopWatch> log
)
{
    /// <summary>How long changes that come together are waited for.</summary>
    private static readonly TimeSpan Together = TimeSpan.FromMilliseconds(20);

    /// <summary>How often it is looked where the kernel does not tell of changes.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(700);

    /// <summary>The state of every desktop now, then of each that has changed.</summary>
    public async IAsyncEnumerable<DesktopState> Follow(
        [EnumeratorCancellation] CancellationToken cancellation
    )
    {
        var news = new News(clock);
        using var hearing = new Hearing(news.Tell);
        var saved = data.Watch();
        hearing.Add(saved);
        var told = new Dictionary<long, string>();
        do
        {
            var isSure = saved.IsSure;
            foreach (var id in register.Ids())
            {
                var (state, isHeard) = Check(id, hearing);
                isSure &= isHeard;
                if (told.GetValueOrDefault(id) != state)
                    yield return new DesktopState(id, told[id] = state);
            }
            await Next(news, isSure, cancellation);
        } while (!cancellation.IsCancellationRequested);
    }

    /// <summary>Waits for news, or for a while where they may not come.</summary>
    private async Task Next(News news, bool isSure, CancellationToken cancellation)
    {
        try
        {
            await news.Wait(isSure ? null : Pause, cancellation);
            await Task.Delay(Together, clock, cancellation);
            news.Hear();
        }
        catch (OperationCanceledException)
        {
            // Nobody follows any more.
        }
    }

    /// <summary>How a desktop is. It is listened to before it is looked at, so that what changes meanwhile is heard.</summary>
    private (string State, bool IsHeard) Check(long id, Hearing hearing)
    {
        try
        {
            var desktop = register.Get(id);
            if (desktop.Folder.Watch is { } watch)
                hearing.Add(watch);
            var seen = observer.See(desktop);
            var state = seen.Derive("state", () => StateOf(seen));
            // Nobody tells when a process begins or ends; what shows is noted, so that it is part of what was saved.
            var isWatched = !desktop.IsSimulated && sessions.Shown(desktop, seen) is not null;
            return (
                Digest.Of(Encoding.UTF8.GetBytes($"{state} {register.SavedState(desktop)}")).Short,
                desktop.Folder.Watch is { IsSure: true } && !isWatched
            );
        }
        catch (Exception problem)
            when (problem is IOException or UnauthorizedAccessException or ProblemException)
        {
            NotReadable(log, problem);
            return ("gone", false);
        }
    }

    /// <summary>A desktop's look and what of it could not be read or held.</summary>
    private static string StateOf(Observation seen)
    {
        var reading = seen.Reading;
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
        return string.Join(' ', [reading.Look.Digest.Short, .. unread, .. gaps]);
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "A desktop could not be looked at.")]
    private static partial void NotReadable(ILogger logger, Exception problem);

    /// <summary>What one who follows listens to.</summary>
    private sealed class Hearing(Action heard) : IDisposable
    {
        private readonly HashSet<FolderWatch> _all = [];

        public void Add(FolderWatch watch)
        {
            if (_all.Add(watch))
                watch.Changed += heard;
        }

        public void Dispose()
        {
            foreach (var watch in _all)
                watch.Changed -= heard;
        }
    }
}
