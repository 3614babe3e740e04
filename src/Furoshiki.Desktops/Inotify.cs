using System.Buffers.Binary;
using System.Runtime.InteropServices;
using Furoshiki.Core.Content;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>Told when something in a watched folder changes, on a thread of its own.</summary>
internal interface IFolderListener
{
    /// <summary>Something of a name in the folder changed.</summary>
    void Changed(string name);

    /// <summary>The folder itself went, or so much changed that the kernel no longer tells what. It is watched no more.</summary>
    void Lost();
}

/// <summary>Whether changes of a folder are told.</summary>
internal enum Hearing
{
    /// <summary>Every one is.</summary>
    All,

    /// <summary>There is no such folder.</summary>
    NotThere,

    /// <summary>Some may not be.</summary>
    Deaf,
}

/// <summary>
/// What the kernel tells of changes in folders (inotify(7)), and of file systems that come and go over them (proc_pid_mountinfo(5)), once for
/// the process. It does not tell of writes through a mapping of a file before the file is closed, through another name of it in another
/// folder, or by another machine.
/// </summary>
internal sealed partial class Inotify
{
    /// <summary>How many folders are watched at most: half of what one person may, so that the rest is left to other programs.</summary>
    private const string LimitFile = "/proc/sys/fs/inotify/max_user_watches";

    // inotify(7): attributes, closing after writing, coming, going, writing, both ways of moving, and the same of the folder itself.
    private const uint Wanted =
        0x4 | 0x8 | 0x100 | 0x200 | 0x2 | 0x40 | 0x80 | 0x400 | 0x800 | OnlyFolders;
    private const uint OnlyFolders = 0x1000000;
    private const uint Ending = 0x400;
    private const uint Overflow = 0x4000;
    private const uint Ended = 0x8000;
    private const uint Moved = 0x800;
    private const int CloseOnExec = 0x80000;
    private const int HeaderLength = 16;
    private const int NoEntry = 2;
    private const int NotAFolder = 20;

    /// <summary>File systems that can change without this machine's doing, by their magic number (statfs(2)).</summary>
    private static readonly HashSet<long> Foreign =
    [
        0x6969, // NFS
        0x517B, // SMB
        0xFE534D42, // SMB2
        0xFF534D42, // CIFS
        0x65735546, // FUSE
        0x01021997, // 9P
        0x5346414F, // AFS
        0x00C36400, // Ceph
        0x73757245, // Coda
    ];

    private readonly SafeFileHandle _queue;
    private readonly int _most;
    private readonly Lock _lock = new();
    private readonly Dictionary<int, List<(string Folder, IFolderListener Listener)>> _listeners =
    [];
    private readonly Mounts _mounts = new();
    private readonly Lock _catchingUp = new();
    private volatile TaskCompletionSource _caughtUp = new();
    private volatile int _mark = -1;

    private Inotify(SafeFileHandle queue)
    {
        _queue = queue;
        _most =
            File.Exists(LimitFile) && int.TryParse(File.ReadAllText(LimitFile), out var limit)
                ? limit / 2
                : 4096;
        new Thread(Read) { IsBackground = true, Name = "Changes of folders" }.Start();
    }

    /// <summary>The one of the process; null if the kernel gives none.</summary>
    public static Inotify? Shared => Made.Value;

    private static readonly Lazy<Inotify?> Made = new(() =>
        Init(CloseOnExec) is >= 0 and var queue
            ? new Inotify(new SafeFileHandle(queue, ownsHandle: true))
            : null
    );

    /// <summary>Watches a folder. To watch one twice is to watch it once.</summary>
    /// <param name="folder">Its full path.</param>
    /// <param name="listener">Who is told.</param>
    /// <param name="through">A path that leads to the folder that was opened, whatever stands at its own by now.</param>
    public Hearing Watch(string folder, IFolderListener listener, string through)
    {
        var path = (byte[])[.. LosslessText.ToBytes(through), 0];
        Span<byte> found = stackalloc byte[256];
        if (StatFs(path, found) != 0)
            return WhyNot();
        if (Foreign.Contains(BinaryPrimitives.ReadInt64LittleEndian(found)))
            return Hearing.Deaf;
        lock (_lock)
        {
            if (_listeners.Count >= _most)
                return Hearing.Deaf;
            var watch = AddWatch((int)_queue.DangerousGetHandle(), path, Wanted);
            if (watch < 0)
                return WhyNot();
            if (!_listeners.TryGetValue(watch, out var all))
                _listeners[watch] = all = [];
            if (!all.Contains((folder, listener)))
                all.Add((folder, listener));
            return Hearing.All;
        }
    }

    /// <summary>Waits until everything is told that had happened before the call.</summary>
    /// <returns>Whether it could; not if the person may not watch one file more.</returns>
    public bool CatchUp()
    {
        lock (_catchingUp)
        {
            // To end a watch puts a note of that behind all that is in the queue. Nobody else watches this file.
            var caughtUp = _caughtUp = new TaskCompletionSource();
            var queue = (int)_queue.DangerousGetHandle();
            _mark = AddWatch(queue, "/dev/null\0"u8.ToArray(), Ending);
            if (_mark < 0 || RemoveWatch(queue, _mark) < 0)
                return false;
            caughtUp.Task.Wait();
            return true;
        }
    }

    private static Hearing WhyNot() =>
        Marshal.GetLastPInvokeError() is NoEntry or NotAFolder ? Hearing.NotThere : Hearing.Deaf;

    private void Read()
    {
        var buffer = new byte[64 * 1024];
        var queue = (int)_queue.DangerousGetHandle();
        while (true)
        {
            var length = _mounts.Wait(queue)
                ? (int)ReadQueue(queue, buffer, (nuint)buffer.Length)
                : 0;
            // What was mounted before a mark came into the queue is told before the mark.
            foreach (var mount in _mounts.Changed())
                TellMount(mount);
            for (var at = 0; at + HeaderLength <= length; )
            {
                // struct inotify_event: wd (4), mask (4), cookie (4), len (4), name[len].
                var one = buffer.AsSpan(at);
                var watch = BinaryPrimitives.ReadInt32LittleEndian(one);
                var mask = BinaryPrimitives.ReadUInt32LittleEndian(one[4..]);
                var named = (int)BinaryPrimitives.ReadUInt32LittleEndian(one[12..]);
                var name = one.Slice(HeaderLength, named);
                Tell(watch, mask, name[..Math.Max(0, name.IndexOf((byte)0))]);
                if (watch == _mark || (mask & Overflow) != 0)
                    _caughtUp.TrySetResult();
                at += HeaderLength + named;
            }
        }
    }

    private void Tell(int watch, uint mask, ReadOnlySpan<byte> name)
    {
        List<IFolderListener> all;
        lock (_lock)
        {
            if ((mask & Overflow) != 0)
                all = ListenersOf(_ => true);
            else if (!_listeners.TryGetValue(watch, out var some))
                return;
            else
                all = [.. some.Select(one => one.Listener)];
            if ((mask & Ended) != 0)
                _listeners.Remove(watch);
            else if ((mask & Moved) != 0)
                _ = RemoveWatch((int)_queue.DangerousGetHandle(), watch);
        }
        var text = LosslessText.FromBytes(name);
        foreach (var listener in all)
            if ((mask & (Overflow | Ended | Moved)) != 0)
                listener.Lost();
            else
                listener.Changed(text);
    }

    /// <summary>Tells everybody who watches a folder in whose place another stands now, or something else in it.</summary>
    /// <param name="mount">Where a file system came or went.</param>
    private void TellMount(string mount)
    {
        List<IFolderListener> all;
        lock (_lock)
            all = ListenersOf(folder =>
                PathText.IsIn(folder, mount) || folder == mount[..mount.LastIndexOf('/')]
            );
        foreach (var listener in all)
            listener.Lost();
    }

    private List<IFolderListener> ListenersOf(Predicate<string> isMeant) =>
        [
            .. _listeners
                .Values.SelectMany(all => all)
                .Where(one => isMeant(one.Folder))
                .Select(one => one.Listener)
                .Distinct(),
        ];

    [LibraryImport("libc", EntryPoint = "inotify_init1", SetLastError = true)]
    private static partial int Init(int flags);

    [LibraryImport("libc", EntryPoint = "inotify_add_watch", SetLastError = true)]
    private static partial int AddWatch(int queue, byte[] path, uint mask);

    [LibraryImport("libc", EntryPoint = "inotify_rm_watch", SetLastError = true)]
    private static partial int RemoveWatch(int queue, int watch);

    [LibraryImport("libc", EntryPoint = "statfs", SetLastError = true)]
    private static partial int StatFs(byte[] path, Span<byte> found);

    [LibraryImport("libc", EntryPoint = "read", SetLastError = true)]
    private static partial nint ReadQueue(int queue, byte[] buffer, nuint length);
}
