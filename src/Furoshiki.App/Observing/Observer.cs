using System.Collections.Concurrent;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Reading;

namespace Furoshiki.App.Observing;

/// <summary>Reads desktops, each once for everybody who asks, and again only after something of it changed.</summary>
public sealed class Observer
{
    private readonly ConcurrentDictionary<long, Seen> _seen = new();
    private long _assetStamp;

    /// <summary>A desktop as it is now.</summary>
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
            var view = new RememberingView(desktop.Folder);
            var next = new Observation(desktop, DesktopReader.Read(desktop.Map, view), view)
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
