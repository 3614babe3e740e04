using System.Collections.Concurrent;
using System.Diagnostics;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.App.Observing;

/// <summary>Reads desktops, each once for everybody who asks, and again only after something of it changed.</summary>
public sealed class Observer
{
    /// <summary>How long nobody has written a file that is taken for whole, though something is gone from it.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromMilliseconds(300);

    /// <summary>How long a desktop is read again whose settings files somebody writes without end.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);

    private static readonly TimeSpan BetweenReadings = TimeSpan.FromMilliseconds(30);

    private readonly ConcurrentDictionary<long, Seen> _seen = new();
    private long _assetStamp;

    /// <summary>A desktop as it is now.</summary>
    /// <exception cref="DirectoryNotFoundException">Its folder is gone, or nothing is in it any more: nothing is concluded from that.</exception>
    public Observation See(LiveDesktop desktop)
    {
        var seen = _seen.GetOrAdd(desktop.Id, _ => new Seen());
        lock (seen)
        {
            var watch = desktop.Folder.Watch;
            var stamp = watch?.Stamp ?? 0;
            if (
                seen.Last is { } last
                && seen.Stamp == stamp
                && watch is { IsSure: true }
                && last.Desktop.Folder == desktop.Folder
                && last.Desktop.MapDigest == desktop.MapDigest
                && last.Desktop.Version == desktop.Version
                && last.Desktop.Earlier == desktop.Earlier
                && last.Desktop.Screens.SequenceEqual(desktop.Screens)
            )
                return last;
            var (reading, view) = ReadWritten(desktop, seen.Last);
            // Asked after the look, in the middle of which the disk can go.
            if (desktop.WhyBare() is { } away)
                throw new DirectoryNotFoundException(away);
            var next = new Observation(desktop, reading, view)
            {
                AssetStamp =
                    seen.Last is { } before
                    && watch is { IsSure: true }
                    && before.Desktop.Folder == desktop.Folder
                    && watch.ChangedOnly(seen.Stamp, before.SettingsFiles)
                        ? before.AssetStamp
                        : Interlocked.Increment(ref _assetStamp),
            };
            seen.Stamp = stamp;
            return seen.Last = next;
        }
    }

    /// <summary>
    /// Reads a desktop; where something is gone from a settings file that was written a moment ago, again, until nobody writes it: a program
    /// that writes a file anew empties it first.
    /// </summary>
    private static (DesktopReading Reading, IDesktopView View) ReadWritten(
        LiveDesktop desktop,
        Observation? before
    )
    {
        for (var begun = Stopwatch.GetTimestamp(); ; )
        {
            var view = new RememberingView(desktop.Folder);
            var reading = DesktopReader.Read(desktop.Map, view);
            if (
                Stopwatch.GetElapsedTime(begun) > Patience
                || !reading.Parts.Any(part => IsLess(part, before?.Reading.Look[part.Kind]))
                || !IsBeingWritten(desktop, reading)
            )
                return (reading, view);
            Thread.Sleep(BetweenReadings);
        }
    }

    /// <summary>Whether something of a part is not there that was, or that would be at the first look.</summary>
    private static bool IsLess(PartReading part, Component? before) =>
        part.Component is not { } now
        || !part.Values.IsEmpty
        || before is not null && before.Settings.Keys.Any(key => !now.Settings.ContainsKey(key));

    /// <summary>Whether one of its files was written a moment ago; none that a clock dated ahead was.</summary>
    private static bool IsBeingWritten(LiveDesktop desktop, DesktopReading reading) =>
        reading.Files.Values.Any(file =>
            desktop.Folder.WrittenAt(file.Path) is { } written
            // The time is asked after the file, which somebody can write in between.
            && DateTime.UtcNow - written is var since
            && since >= TimeSpan.Zero
            && since < Quiet
        );

    /// <summary>A desktop as it was last seen; it is looked at if it never was.</summary>
    public Observation LastOf(LiveDesktop desktop) =>
        _seen.GetValueOrDefault(desktop.Id)?.Last ?? See(desktop);

    /// <summary>Every desktop as it was last seen.</summary>
    public IEnumerable<Observation> All =>
        _seen.Values.Select(seen => seen.Last).OfType<Observation>();

    private sealed class Seen
    {
        public volatile Observation? Last;
        public long Stamp;
    }
}
