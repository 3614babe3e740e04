using System.Buffers;
using System.Collections.Immutable;
using System.Security.Cryptography;
using Furoshiki.Core.Content;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>How much of a folder is held. What is beyond is left out, and said to be.</summary>
/// <param name="LargestFile">The longest file, in bytes.</param>
/// <param name="Deepest">How many folders deep.</param>
/// <param name="MostEntries">How many files, folders and links in all.</param>
public sealed record ScanLimits(long LargestFile, int Deepest, int MostEntries)
{
    /// <summary>Files of 1 GiB, 100 folders deep, half a million entries.</summary>
    public static ScanLimits Default { get; } =
        new(1024L * 1024 * 1024, TreeLimits.Deepest, 500_000);
}

/// <summary>
/// Remembers what folders were like when they were last looked at, so that looking again reads only what can have changed: a
/// file with other times, another length or another inode, or one that changed within the clock's grain of the last look. No
/// link is ever followed. For use by several threads, one after the other.
/// </summary>
/// <param name="limits">How much is held.</param>
/// <param name="shut">The full path of a folder that is never entered, such as where the product keeps its own; null for none.</param>
/// <param name="watch">Hears of changes in what was looked at, so that the rest need not be looked at again; null for none.</param>
public sealed class FolderIndex(ScanLimits limits, string? shut = null, FolderWatch? watch = null)
{
    /// <summary>How coarse the kernel's file times can be, in nanoseconds: a tick of its clock, with room to spare.</summary>
    private const long Grain = 20_000_000;

    /// <summary>How coarse they are on file systems that keep whole seconds only.</summary>
    private const long CoarseGrain = 2_000_000_000;

    private const long Second = 1_000_000_000;

    private const int ReadLength = 128 * 1024;

    private readonly Lock _lock = new();
    private readonly Dictionary<string, Node> _folders = new(StringComparer.Ordinal);
    private readonly Dictionary<string, Entry> _files = new(StringComparer.Ordinal);

    /// <summary>How many files were read, ever, to look at folders and files.</summary>
    public long FilesRead => Interlocked.Read(ref _filesRead);

    private long _filesRead;

    /// <summary>Something in a folder, as it was when it was last looked at.</summary>
    private sealed class Entry(byte[] name)
    {
        public byte[] Name { get; } = name;
        public string Text { get; } = LosslessText.FromBytes(name.AsSpan()[..^1]);
        public Stat Stat;
        public long LookedAt;
        public FileState? State;
        public Node? Inside;
        public string? Gap;
    }

    /// <summary>A folder, as it was when it was last looked at.</summary>
    private sealed class Node(FolderWatch? watch, Node? above) : IFolderListener
    {
        public Stat Stat;
        public long LookedAt;
        public string Attributes = "";
        public Entry[] Entries = [];
        public Tree? Tree;

        /// <summary>How many entries are in it, and in the folders in it.</summary>
        public int Count;

        /// <summary>Whether it and all that is in it are watched, and nothing was heard since the last look began.</summary>
        public volatile bool IsSettled;

        public void Changed(string name)
        {
            Unsettle();
            watch!.Note();
        }

        public void Lost() => Changed("");

        private void Unsettle()
        {
            for (var node = this; node is not null; node = node.Above)
                node.IsSettled = false;
        }

        private Node? Above => above;
    }

    /// <summary>A look at a folder that is under way.</summary>
    private sealed class Pass(int left)
    {
        public readonly List<(string Folder, Entry Entry)> ToRead = [];
        public int Left = left;
    }

    /// <summary>A folder with all that is in it.</summary>
    /// <param name="path">Its full path, in which nothing is a link.</param>
    /// <exception cref="IOException">It is not there or no folder.</exception>
    /// <exception cref="UnauthorizedAccessException">It may not be read.</exception>
    public Tree Scan(string path)
    {
        lock (_lock)
        {
            using var folder = Posix.OpenFolder(path);
            var node = _folders.GetValueOrDefault(path) ?? (_folders[path] = new Node(watch, null));
            var pass = new Pass(limits.MostEntries);
            Walk(folder, path, node, pass, 0);
            Parallel.ForEach(pass.ToRead, one => Read(one.Folder, one.Entry));
            return Build(node);
        }
    }

    /// <summary>What a file is that stands at a full path, and why it cannot be held where it cannot.</summary>
    internal (FileState? State, string? Gap) File(string path, Stat stat)
    {
        lock (_lock)
        {
            var entry = _files.GetValueOrDefault(path);
            if (entry is null || !IsSame(entry.Stat, stat, entry.LookedAt))
            {
                entry = new Entry([.. LosslessText.ToBytes(path[(path.LastIndexOf('/') + 1)..]), 0])
                {
                    Stat = stat,
                };
                Read(path[..path.LastIndexOf('/')], entry);
                _files[path] = entry;
            }
            return (entry.State, entry.Gap);
        }
    }

    private void Walk(SafeFileHandle folder, string path, Node node, Pass pass, int depth)
    {
        var lookedAt = Now();
        var stat = Posix.StatOf(folder);
        if (node.IsSettled && (node.Stat.Inode, node.Stat.Device) == (stat.Inode, stat.Device))
        {
            pass.Left -= node.Count;
            return;
        }
        // What changes from here on is heard, and unsettles it again.
        node.IsSettled = true;
        var opened = $"/proc/self/fd/{folder.DangerousGetHandle()}";
        if (watch?.HearAll(path, node, through: opened) is not Hearing.All)
            node.IsSettled = false;
        var left = pass.Left;
        if (!IsSame(node.Stat, stat, node.LookedAt))
        {
            var known = node.Entries.ToDictionary(entry => entry.Text, StringComparer.Ordinal);
            node.Entries =
            [
                .. Posix
                    .NamesIn(folder)
                    .Select(name => new Entry(name))
                    .Where(entry => !UnfinishedNames.IsOne(entry.Text))
                    .Select(entry => known.GetValueOrDefault(entry.Text, entry))
                    .OrderBy(entry => entry.Text, StringComparer.Ordinal),
            ];
            node.Attributes = Posix.AttributesOf(folder);
            node.Tree = null;
            foreach (var entry in node.Entries)
                Look(folder, path, node, entry, pass, depth);
        }
        else
            // The names are the same, and so are the links: a link is only ever changed by making another.
            foreach (var entry in node.Entries)
                if (entry.Inside is not null || entry.Stat.IsFile || entry.Gap is not null)
                    Look(folder, path, node, entry, pass, depth);
                else
                    pass.Left--;
        (node.Stat, node.LookedAt, node.Count) = (stat, lookedAt, left - pass.Left);
        if (pass.Left < 0 || node.Entries.Any(entry => !IsHeard(entry)))
            node.IsSettled = false;
    }

    /// <summary>Whether something cannot change unheard. A file with several names can, through one of them in another folder.</summary>
    private bool IsHeard(Entry entry)
    {
        if (entry.Inside is { } inside)
            return inside.IsSettled;
        if (!entry.Stat.IsFile || entry.Stat.Names <= 1)
            return true;
        watch?.MakeUnsure();
        return false;
    }

    private void Look(
        SafeFileHandle folder,
        string path,
        Node node,
        Entry entry,
        Pass pass,
        int depth
    )
    {
        if (pass.Left-- <= 0)
        {
            Leave(
                entry,
                $"There are more than {limits.MostEntries} entries here, and the rest is left out."
            );
            node.Tree = null;
            return;
        }
        if (entry.Inside is { } known)
        {
            Enter(folder, path, node, entry, known, pass, depth);
            return;
        }
        if (TreeLimits.IsTooLong(path, entry.Name.Length - 1))
        {
            Leave(
                entry,
                $"Its full path is longer than the {TreeLimits.LongestFullPath} bytes that the system takes, so it could not be put back."
            );
            node.Tree = null;
            return;
        }
        if (Posix.LStat(folder, entry.Name, out var isDenied) is not { } stat)
        {
            Leave(
                entry,
                isDenied
                    ? "Looking at it is not permitted: its folder may be listed, and not searched."
                    : "It vanished while it was being read."
            );
            node.Tree = null;
            return;
        }
        if (IsSame(entry.Stat, stat, entry.LookedAt) && entry.Gap is null)
            return;
        node.Tree = null;
        (entry.Stat, entry.State, entry.Inside, entry.Gap) = (stat, null, null, null);
        if (stat.IsFile)
            pass.ToRead.Add((path, entry));
        else if (stat.IsFolder)
            Enter(folder, path, node, entry, new Node(watch, node), pass, depth);
        else if (!stat.IsLink)
            Leave(entry, $"It is {stat.Oddity}, and cannot be held.");
        else if (Posix.ReadLink(folder, entry.Name) is { } target)
            (entry.State, entry.LookedAt) = (FileState.OfLink(target), Now());
        else
            Leave(entry, "The link cannot be read.");
    }

    private void Enter(
        SafeFileHandle folder,
        string path,
        Node node,
        Entry entry,
        Node inside,
        Pass pass,
        int depth
    )
    {
        var before = inside.Tree;
        var (mode, attributes) = (inside.Stat.Mode, inside.Attributes);
        if (shut is not null && $"{path}/{entry.Text}" == shut)
            Leave(entry, "Furoshiki keeps its own data here.");
        else if (depth >= limits.Deepest)
            Leave(entry, $"It is more than {limits.Deepest} folders deep, and left out.");
        else
        {
            using var handle = Posix.TryOpenFolder(folder, entry.Name);
            if (handle.IsInvalid)
            {
                // It is another thing now, gone, or not permitted.
                entry.Inside = null;
                if (Posix.LStat(folder, entry.Name, out _) is { IsFolder: true })
                    Leave(entry, "Reading it is not permitted.");
                else
                    Look(folder, path, node, entry, pass, depth);
            }
            else
            {
                Walk(handle, $"{path}/{entry.Text}", inside, pass, depth + 1);
                (entry.Inside, entry.Gap) = (inside, null);
                (entry.Stat, entry.State) = (inside.Stat, StateOf(inside));
            }
        }
        if (
            entry.Inside is null
            || before is null
            || inside.Tree != before
            || mode != inside.Stat.Mode
            || attributes != inside.Attributes
        )
            node.Tree = null;
    }

    /// <summary>Reads a file; if it changes meanwhile, again, a few times.</summary>
    private void Read(string folder, Entry entry)
    {
        const int Attempts = 3;
        Interlocked.Increment(ref _filesRead);
        if (entry.Stat.Size > limits.LargestFile)
        {
            Leave(
                entry,
                $"It is longer than {limits.LargestFile / 1024 / 1024} MiB, and left out."
            );
            return;
        }
        try
        {
            for (var i = 0; i < Attempts; i++)
            {
                var lookedAt = Now();
                using var handle = Posix.OpenFile($"{folder}/{entry.Text}");
                var before = Posix.StatOf(handle);
                if (!before.IsFile)
                    break;
                var digest = DigestOf(handle, before.Size);
                var attributes = Posix.AttributesOf(handle);
                if (Posix.StatOf(handle) != before)
                    continue;
                (entry.Stat, entry.LookedAt, entry.Gap) = (before, lookedAt, null);
                entry.State = FileState.OfFile(before.Permissions, before.Size, digest) with
                {
                    Attributes = attributes,
                };
                return;
            }
            Leave(entry, "It kept changing while it was being read.");
        }
        catch (FileNotFoundException)
        {
            Leave(entry, "It vanished while it was being read.");
        }
        catch (UnauthorizedAccessException)
        {
            Leave(entry, "Reading it is not permitted.");
        }
        catch (IOException problem)
        {
            Leave(entry, $"It cannot be read: {problem.Message}.");
        }
    }

    /// <summary>The digest of an open file's bytes. The handle stays open, so that it can be asked afterwards whether the file changed.</summary>
    private static Digest DigestOf(SafeFileHandle handle, long size)
    {
        var buffer = ArrayPool<byte>.Shared.Rent(ReadLength);
        try
        {
            var first = RandomAccess.Read(handle, buffer, 0);
            if (first == size)
                return Digest.Of(buffer.AsSpan(0, first));
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var at = 0L;
            for (var length = first; length > 0; length = RandomAccess.Read(handle, buffer, at))
            {
                hash.AppendData(buffer, 0, length);
                at += length;
            }
            return Digest.OfHash(hash.GetHashAndReset());
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    private static FileState StateOf(Node folder) =>
        FileState.OfFolder(folder.Stat.Permissions) with
        {
            Attributes = folder.Attributes,
        };

    private static void Leave(Entry entry, string reason) =>
        (entry.State, entry.Inside, entry.Gap, entry.LookedAt) = (null, null, reason, 0);

    private static Tree Build(Node node)
    {
        if (node.Tree is { } tree)
            return tree;
        var entries = ImmutableArray.CreateBuilder<TreeEntry>(node.Entries.Length);
        var gaps = ImmutableArray.CreateBuilder<Gap>();
        foreach (var entry in node.Entries)
            if (entry.Gap is { } reason)
                gaps.Add(new Gap(entry.Text, reason));
            else if (entry.State is { } state)
                entries.Add(
                    new TreeEntry(
                        entry.Text,
                        state,
                        entry.Inside is { } inside ? Build(inside) : null
                    )
                );
        return node.Tree = new Tree(entries.ToImmutable(), gaps.ToImmutable());
    }

    /// <summary>Whether nothing can have changed since a look: all is the same, and it had settled before that pass.</summary>
    private static bool IsSame(Stat then, Stat now, long lookedAt)
    {
        var grain = now.Changed % Second == 0 && now.Modified % Second == 0 ? CoarseGrain : Grain;
        return then == now && now.Changed < lookedAt - grain;
    }

    /// <summary>The time in nanoseconds since 1970.</summary>
    private static long Now() => (DateTime.UtcNow - DateTime.UnixEpoch).Ticks * 100;
}
