using System.Collections.Concurrent;
using Furoshiki.Core.Content;

namespace Furoshiki.Desktops;

/// <summary>
/// Hears of every change in what was looked at of a desktop's folder: whatever is looked at is first watched, and nothing else is. For use
/// by several threads at once.
/// </summary>
public sealed class FolderWatch
{
    private readonly ConcurrentDictionary<string, Named> _folders = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, long> _changes = new(StringComparer.Ordinal);
    private long _stamp;
    private volatile bool _isDeaf;

    /// <summary>
    /// What tells one state of what was looked at from the next: it grows with each change. All that had happened before it is asked is in
    /// it.
    /// </summary>
    public long Stamp
    {
        get
        {
            if (Inotify.Shared?.CatchUp() == false)
                MakeUnsure();
            return Interlocked.Read(ref _stamp);
        }
    }

    /// <summary>Whether nothing that was looked at can change unheard. If not, it has to be looked at again to be sure.</summary>
    public bool IsSure => !_isDeaf && Inotify.Shared is not null;

    /// <summary>Raised after each change, on a thread that must not be held up.</summary>
    public event Action? Changed;

    /// <summary>Hears of a name in a folder from now on.</summary>
    /// <param name="folder">The folder's full path.</param>
    /// <param name="name">The name of something that is or may come to be in it.</param>
    public void Hear(string folder, string name)
    {
        var known = _folders.GetOrAdd(folder, path => new Named(this, path));
        known.Names.TryAdd(name, 0);
        if (known.IsHeard)
            return;
        known.IsHeard = true;
        if (HearAll(folder, known, through: folder) != Hearing.All)
            known.IsHeard = false;
    }

    /// <summary>Hears of everything in a folder from now on.</summary>
    /// <param name="folder">Its full path.</param>
    /// <param name="listener">Who is told.</param>
    /// <param name="through">A path that leads to the folder that was opened, whatever stands at its own by now.</param>
    internal Hearing HearAll(string folder, IFolderListener listener, string through)
    {
        var hearing = Inotify.Shared?.Watch(folder, listener, through) ?? Hearing.Deaf;
        if (hearing == Hearing.Deaf)
            MakeUnsure();
        return hearing;
    }

    /// <summary>Notes that something that was looked at can change unheard.</summary>
    internal void MakeUnsure() => _isDeaf = true;

    /// <summary>Whether all that changed since a stamp was at some paths.</summary>
    /// <param name="since">The stamp.</param>
    /// <param name="paths">Full paths.</param>
    public bool ChangedOnly(long since, IReadOnlySet<string> paths) =>
        _changes.All(change => change.Value <= since || paths.Contains(change.Key));

    /// <summary>Notes a change.</summary>
    /// <param name="path">The full path of what changed; empty where that is not told.</param>
    internal void Note(string path = "")
    {
        _changes[path] = Interlocked.Increment(ref _stamp);
        Changed?.Invoke();
    }

    /// <summary>Other folders may stand at a path and below it now, which have to be watched anew.</summary>
    private void Forget(string path)
    {
        foreach (var (folder, known) in _folders)
            if (PathText.IsIn(folder, path))
                known.IsHeard = false;
    }

    /// <summary>A folder of which some names were asked.</summary>
    private sealed class Named(FolderWatch watch, string folder) : IFolderListener
    {
        public ConcurrentDictionary<string, byte> Names { get; } = new(StringComparer.Ordinal);

        public volatile bool IsHeard;

        public void Changed(string name)
        {
            // Without a name it is the folder itself, such as its mode.
            if (name.Length > 0 && !Names.ContainsKey(name))
                return;
            if (name.Length > 0)
                watch.Forget($"{folder}/{name}");
            watch.Note($"{folder}/{name}");
        }

        public void Lost()
        {
            watch.Forget(folder);
            watch.Note();
        }
    }
}
