using System.Buffers;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Microsoft.Win32.SafeHandles;

namespace Furoshiki.Desktops;

/// <summary>Brings single paths to an exact state, each in one step that either has happened or has not.</summary>
/// <param name="root">The desktop's folder.</param>
/// <param name="paths">Where its paths are.</param>
/// <param name="content">Where the bytes are found.</param>
/// <param name="unfinished">Names the files that are being written.</param>
/// <param name="at">Called before and after each action.</param>
internal sealed class FileWriter(
    string root,
    KnownPaths paths,
    IContentStore content,
    UnfinishedNames unfinished,
    Action<SwitchPoint> at
)
{
    /// <summary>From how many paths on the whole file system is flushed once, rather than each path by itself.</summary>
    private const int ManyPaths = 64;

    private const int OwnersAll = 0b111_000_000;
    private const int OwnersWrite = 0b011_000_000;

    /// <summary>Where the new bytes of a file were written, or a new folder with all that is in it was made, beside its path.</summary>
    private readonly Dictionary<string, string> _written = new(StringComparer.Ordinal);

    /// <summary>The folders whose mode is set at the end, when all that is in them has its place.</summary>
    private readonly SortedDictionary<string, FileState> _folders = new(StringComparer.Ordinal);

    /// <summary>The folders above a path that went meanwhile, and were made again.</summary>
    private readonly HashSet<string> _made = new(StringComparer.Ordinal);

    /// <summary>
    /// Writes the bytes of files beside them, makes folders that come beside their place with all that is in them, and flushes it all,
    /// so that nothing but renames is left to do. What is in a folder that went meanwhile is written later.
    /// </summary>
    /// <param name="changes">What paths will be, a folder before what is in it.</param>
    /// <param name="stop">Asks to stop.</param>
    /// <returns>By the path of each folder that was made beside its place, the changes that come with it.</returns>
    public ILookup<string, FileChange> Prepare(
        IReadOnlyList<FileChange> changes,
        CancellationToken stop
    )
    {
        var inside = new Dictionary<string, (string Top, string Full)>(StringComparer.Ordinal);
        var folders = new Stack<(string Full, FileState State)>();
        var isMany = changes.Count > ManyPaths;
        foreach (var (path, _, state) in changes)
        {
            stop.ThrowIfCancellationRequested();
            if (state is null)
                continue;
            var slash = path.LastIndexOf('/');
            var isInside = inside.TryGetValue(path[..Math.Max(0, slash)], out var folder);
            if (
                !isInside
                && (
                    state.Type == FileType.Link
                    || Posix.LStat(paths.ParentOf(path)) is not { IsFolder: true }
                    || (
                        state.Type == FileType.Folder
                        && Posix.LStat(paths.Full(path)) is { IsFolder: true }
                    )
                )
            )
                continue;
            Begin("write beside", path);
            if (!isInside)
                Unlock(path);
            var full = isInside
                ? $"{folder.Full}/{path[(slash + 1)..]}"
                : _written[path] = unfinished.Beside(path, paths);
            if (!isInside)
                RemoveAll(full);
            Make(full, state, isFlushed: !isMany);
            if (isInside || state.Type == FileType.Folder)
                inside[path] = (isInside ? folder.Top : path, full);
            if (state.Type == FileType.Folder)
                folders.Push((full, state));
            at(new SwitchPoint("written", path));
        }
        foreach (var (full, state) in folders)
            SetFolder(full, state, isFlushed: !isMany);
        if (isMany)
            FlushAll(_written.Keys.Select(paths.ParentOf));
        return changes
            .Where(one => inside.TryGetValue(one.Path, out var folder) && folder.Top != one.Path)
            .ToLookup(one => inside[one.Path].Top, StringComparer.Ordinal);
    }

    /// <summary>Whether the mode of a folder lets its owner put something in it.</summary>
    public static bool MayWriteIn(int mode) => (mode & OwnersWrite) == OwnersWrite;

    /// <summary>Whether a folder's mode is another only because what is in it is being changed.</summary>
    public bool HasUnlocked(string path) => _folders.ContainsKey(path);

    /// <summary>Makes a path be in a state; nothing stands there afterwards if the state is null. Modes of folders follow later.</summary>
    /// <param name="path">The path.</param>
    /// <param name="state">The state.</param>
    /// <param name="before">What stood there when it was looked at last; null for nothing, or where nobody else's can be there.</param>
    /// <param name="written">
    /// Is given what another program wrote there since, with the full path where it stands now, and says whether it goes on; if not, that
    /// comes back to its place.
    /// </param>
    /// <returns>Whether it is in the state; false if what another program wrote stands there.</returns>
    public bool Bring(
        string path,
        FileState? state,
        FileState? before,
        Func<string, FileState, bool> written
    )
    {
        MakeParents(path);
        Unlock(path);
        var full = paths.Full(path);
        var now = Posix.LStat(full);
        if (
            now is { } stat
            && (state is null || stat.IsFolder != (state.Type == FileType.Folder))
            && !Remove(path, full, stat, before, written)
        )
            return false;
        var isNew =
            now is null
            || before is null
            || state?.Type == FileType.Folder
            || now is { IsFolder: true };
        if (_written.Remove(path, out var beside))
        {
            if (!Place(path, beside, full, isNew ? null : before, written))
                return false;
        }
        else if (state?.Type == FileType.Folder)
        {
            Begin("make folder", path);
            if (now is not { IsFolder: true })
                Posix.MakeFolder(full);
            _folders[path] = state;
        }
        else if (state is not null)
        {
            beside = unfinished.Beside(path, paths);
            RemoveAll(beside);
            Make(beside, state, isFlushed: true);
            if (!Place(path, beside, full, isNew ? null : before, written))
                return false;
        }
        if (now is not { IsFolder: true })
            paths.Forget(path);
        at(new SwitchPoint("in place", path));
        return true;
    }

    /// <summary>Gives folders their modes and attributes, the deepest first, and puts all that was brought about on the disk.</summary>
    /// <param name="brought">The paths that were changed, by this or by what was broken off before.</param>
    public void Finish(IEnumerable<string> brought)
    {
        Begin("set modes");
        var changed = new HashSet<string>(_made, StringComparer.Ordinal);
        foreach (var path in brought)
        {
            changed.Add(paths.ParentOf(path));
            changed.Add(paths.Full(path));
        }
        var isMany = changed.Count > ManyPaths;
        foreach (var (path, state) in _folders.Reverse())
        {
            var full = paths.Full(path);
            if (Posix.LStat(full) is not { IsFolder: true })
                continue;
            SetFolder(full, state, isFlushed: !isMany);
            changed.Remove(full);
        }
        _folders.Clear();
        Begin("flush folders");
        changed.RemoveWhere(full => Posix.LStat(full) is not { IsFolder: true });
        if (isMany || !changed.All(CanRead))
            FlushAll(changed.Append(root));
        else
            foreach (var full in changed)
            {
                using var folder = Posix.OpenFolder(full);
                Flush(full, folder);
            }
    }

    /// <summary>Removes what was written beside its place and not put there.</summary>
    public void RemoveUnfinished(IReadOnlyList<FileChange> changes)
    {
        foreach (var change in changes)
        foreach (
            var full in new[]
            {
                unfinished.Beside(change.Path, paths),
                unfinished.Aside(change.Path, paths),
            }
        )
            if (paths.Stands(full))
            {
                Unlock(change.Path);
                RemoveAll(full);
            }
        _written.Clear();
    }

    private static bool CanRead(string folder) =>
        Posix.LStat(folder) is { IsFolder: true, Permissions: var mode }
        && (mode & 0b100_000_000) != 0;

    private static IEnumerable<string> Above(string path)
    {
        for (var slash = path.LastIndexOf('/'); slash > 0; slash = path.LastIndexOf('/', slash - 1))
            yield return path[..slash];
    }

    /// <summary>Removes what stands at a full path, and all that is in it; a link is not followed.</summary>
    internal static void RemoveAll(string full)
    {
        if (Posix.LStat(full) is not { } stat)
            return;
        if (!stat.IsFolder)
        {
            Posix.RemoveFile(full);
            return;
        }
        Posix.SetMode(full, OwnersAll);
        using (var folder = Posix.OpenFolder(full))
            foreach (var name in Posix.NamesIn(folder))
                RemoveAll($"{full}/{LosslessText.FromBytes(name.AsSpan()[..^1])}");
        Posix.RemoveFolder(full);
    }

    /// <summary>Tells that something is about to be done in the desktop's folder, and sees that it still is that folder.</summary>
    private void Begin(string action, string? path = null)
    {
        at(new SwitchPoint(action, path));
        paths.Check();
    }

    /// <summary>Makes the folders above a path that went meanwhile.</summary>
    private void MakeParents(string path)
    {
        if (Posix.LStat(paths.ParentOf(path)) is not null)
            return;
        foreach (var folder in Above(path).Reverse())
            if (Posix.LStat(paths.Full(folder)) is null)
            {
                Posix.MakeFolder(paths.Full(folder), TreeChanges.NewFolderMode);
                _made.Add(paths.Full(folder));
                _made.Add(paths.ParentOf(folder));
            }
    }

    /// <summary>Makes the folder of a path one that its owner can write in, until <see cref="Finish"/>.</summary>
    private void Unlock(string path)
    {
        var slash = path.LastIndexOf('/');
        if (slash < 0)
            return;
        var (parent, full) = (path[..slash], paths.ParentOf(path));
        if (Posix.LStat(full) is not { IsFolder: true, Permissions: var mode } || MayWriteIn(mode))
            return;
        if (!_folders.ContainsKey(parent))
            _folders[parent] =
                paths.Find(parent)
                ?? throw new IOException($"{PathText.Printable(parent)} went meanwhile.");
        Posix.SetMode(full, mode | OwnersAll);
    }

    /// <summary>
    /// Puts what was written beside a path in its place. What stood there comes out in the same step and is looked at, so that nothing
    /// that another program wrote in between is lost. Where a file system cannot, it is looked at just before.
    /// </summary>
    private bool Place(
        string path,
        string beside,
        string full,
        FileState? before,
        Func<string, FileState, bool> written
    )
    {
        Begin("rename", path);
        if (before is not null)
            Posix.TakeOwners(full, beside);
        if (
            before is null
                ? !Posix.TryRenameToNothing(beside, full)
                : !Posix.TryExchange(beside, full)
        )
        {
            // Something came meanwhile, or the file system cannot.
            if (paths.Look(path).State is { } now && now != before && !written(full, now))
                return false;
            Posix.Rename(beside, full);
        }
        else if (before is not null && !TakeAway(beside, before, written))
        {
            Posix.TryExchange(beside, full);
            RemoveAll(beside);
            return false;
        }
        at(new SwitchPoint("renamed", path));
        return true;
    }

    /// <summary>Removes what came out of its place, if that is what stood there; what another program wrote is given on first.</summary>
    private bool TakeAway(string full, FileState before, Func<string, FileState, bool> written)
    {
        if (paths.LookAt(full) is { } state && state != before && !written(full, state))
            return false;
        RemoveAll(full);
        return true;
    }

    /// <summary>Makes a file, a link or an empty folder, whose mode follows, at a full path at which nothing stands.</summary>
    private void Make(string full, FileState state, bool isFlushed)
    {
        switch (state.Type)
        {
            case FileType.Folder:
                Posix.MakeFolder(full);
                break;
            case FileType.Link:
                Posix.MakeLink(state.Target!, full);
                break;
            default:
                using (var source = content.Open(state.Content!.Value))
                using (var handle = Posix.NewFile(full, 0b110_000_000))
                using (var file = new FileStream(handle, FileAccess.Write, bufferSize: 0))
                {
                    Copy(source, file);
                    Posix.SetAttributes(handle, state.Attributes);
                    Posix.SetMode(handle, state.Mode);
                    if (isFlushed)
                        Flush(full, handle);
                }
                break;
        }
    }

    /// <summary>Copies bytes. Where a whole block is zero nothing is written, so that a file that had holes has them again.</summary>
    private static void Copy(Stream source, FileStream file)
    {
        const int Block = 64 * 1024;
        var buffer = ArrayPool<byte>.Shared.Rent(Block);
        try
        {
            var block = buffer.AsSpan(0, Block);
            for (var length = Block; length == Block; )
            {
                length = source.ReadAtLeast(block, Block, throwOnEndOfStream: false);
                if (length == Block && !block.ContainsAnyExcept((byte)0))
                    file.Seek(length, SeekOrigin.Current);
                else
                    file.Write(block[..length]);
            }
            if (file.Length < file.Position)
                file.SetLength(file.Position);
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    private void SetFolder(string full, FileState state, bool isFlushed)
    {
        using var folder = Posix.OpenFolder(full);
        Posix.SetAttributes(folder, state.Attributes);
        Posix.SetMode(folder, state.Mode);
        if (isFlushed)
            Flush(full, folder);
    }

    private void Flush(string full, SafeFileHandle handle)
    {
        Posix.Flush(handle, full);
        at(new SwitchPoint("flushed", Path.GetRelativePath(root, full)));
    }

    /// <summary>Flushes the file systems that some folders are on.</summary>
    private void FlushAll(IEnumerable<string> folders)
    {
        foreach (
            var folder in folders.Where(CanRead).DistinctBy(folder => Posix.LStat(folder)?.Device)
        )
            Posix.FlushFileSystem(folder);
        at(new SwitchPoint("flushed"));
    }

    private bool Remove(
        string path,
        string full,
        Stat stat,
        FileState? before,
        Func<string, FileState, bool> written
    )
    {
        Begin("remove", path);
        if (stat.IsFolder)
        {
            Posix.RemoveFolder(full);
            _folders.Remove(path);
            return true;
        }
        if (before is null)
        {
            Posix.RemoveFile(full);
            return true;
        }
        var aside = unfinished.Aside(path, paths);
        RemoveAll(aside);
        Posix.Rename(full, aside);
        if (TakeAway(aside, before, written))
            return true;
        if (!Posix.TryRenameToNothing(aside, full))
            Posix.Rename(aside, full);
        return false;
    }
}
